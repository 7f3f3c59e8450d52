import { loadsToSolve, solvedKey } from '../case/load-table';
import { type CaseDoc, type Pin, routeKey } from '../case/types';
import type { SolvedClass } from '../mechanics';
import { factsOf } from '../plan/facts';
import { processOf } from '../process/processes';
import type { Site } from '../records/site';
import { buildHours, evaluateRoute } from '../routes/evaluate-route';
import { worst } from '../screen/check';
import { shelfOf } from '../shelf/shelf';
import { valueOf } from '../worksheet/evaluate';
import { rowsOn } from './evaluate-case';
import { type InsideKind, insidesOf, type InsideStep, isInstead, withInside } from './inside-enough';
import { screenRoute } from './options';

/** Each inside that is tried: what the rows say, what it weighs, how long it builds and what it costs. @param found solutions of `insideAsk` */
export function insideSteps(doc: CaseDoc, site: Site, pin: Pin, kind: InsideKind, found: readonly SolvedClass[]): InsideStep[] {
  const process = processOf(pin.process);
  const way = doc.shapes.printed ? 'printed' : 'machined';
  const shape = doc.shapes[way]!;
  const key = solvedKey(shape, loadsToSolve(doc, shape, true)!);
  const solved = { ...shape.solved, printed: { key, classes: [...found] } };
  const material = shelfOf(site.shop).material(pin.material);
  // The same remedies for every step, so that only the inside differs.
  const now = screenRoute(factsOf(doc, site), process, material, 'none');
  const kept = now.remedies.map((r) => r.id).filter((id) => now.decided || !isInstead(id));
  const bare = { ...doc, remedies: { ...doc.remedies, [routeKey(pin)]: kept }, shapes: { ...doc.shapes, [way]: { ...shape, solved } } };
  return insidesOf(process, kind).map((inside): InsideStep => {
    const facts = factsOf(withInside(bare, pin, inside), site);
    const option = screenRoute(facts, process, material, 'none');
    const rows = rowsOn(facts, option);
    const { point } = evaluateRoute(facts, { ...pin, doubt: option.doubt }, option.remedies, 0);
    return {
      ...inside,
      state: worst(rows.map((r) => r.state)),
      use: Math.max(0, ...rows.map((r) => r.use ?? 0)),
      give_mm: Math.max(0, ...rows.map((r) => r.give_mm ?? 0)),
      mass_kg: valueOf(point, 'mass_tool'),
      build_h: buildHours(facts, pin),
      price_each: valueOf(point, 'price_each'),
      rows: rows.map((r) => ({
        id: r.id,
        name: r.name,
        state: r.state,
        ...(r.use !== undefined && { asks: Math.max(r.use, r.may_give_mm ? (r.give_mm ?? 0) / r.may_give_mm : 0) }),
      })),
    };
  });
}
