import { loadsToSolve, solvedKey } from '../case/load-table';
import type { CaseDoc, Pin } from '../case/types';
import type { SolvedClass } from '../mechanics';
import { factsOf } from '../plan/facts';
import { processOf } from '../process/processes';
import type { Site } from '../records/site';
import { buildHours, evaluateRoute } from '../routes/evaluate-route';
import { worst } from '../screen/check';
import { shelfOf } from '../shelf/shelf';
import { valueOf } from '../worksheet/evaluate';
import { rowsOn } from './evaluate-case';
import { type FillStep, SHARES, withFill } from './fill-enough';
import { screenRoute } from './options';

/** Each share of fill: what the rows say, what it weighs, how long it builds and what it costs. @param found solutions of `fillAsk` */
export function fillSteps(doc: CaseDoc, site: Site, pin: Pin, found: readonly SolvedClass[]): FillStep[] {
  const process = processOf(pin.process);
  const way = doc.shapes.printed ? 'printed' : 'machined';
  const shape = doc.shapes[way]!;
  const key = solvedKey(shape, loadsToSolve(doc, shape, true)!);
  const solved = { ...shape.solved, printed: { key, classes: [...found] } };
  return SHARES.map((share): FillStep => {
    const full = withFill({ ...doc, shapes: { ...doc.shapes, [way]: { ...shape, solved } } }, pin, share);
    const facts = factsOf(full, site);
    const option = screenRoute(facts, process, shelfOf(site.shop).material(pin.material), 'none');
    const rows = rowsOn(facts, option);
    const { point } = evaluateRoute(facts, { ...pin, doubt: option.doubt }, option.remedies, 0);
    return {
      share,
      state: worst(rows.map((r) => r.state)),
      use: Math.max(0, ...rows.map((r) => r.use ?? 0)),
      give_mm: Math.max(0, ...rows.map((r) => r.give_mm ?? 0)),
      mass_kg: valueOf(point, 'mass_tool'),
      build_h: buildHours(facts, pin),
      price_each: valueOf(point, 'price_each'),
    };
  });
}
