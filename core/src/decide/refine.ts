import { loadsToSolve, mended, solvedKey, type ToSolve } from '../case/load-table';
import { shapeFor } from '../case/facts';
import { type CaseDoc, type Pin, routeKey } from '../case/types';
import { sameClass } from '../mechanics';
import { loadClassOf } from '../process/process';
import { processOf } from '../process/processes';
import type { Site } from '../records/site';
import { shelfOf } from '../shelf/shelf';

/** What is solved again on finer bricks: the ways that are compared, each with its own walls, fill and ratio of stiffness. */
export function refineAsks(doc: CaseDoc, site: Site, pins: readonly Pick<Pin, 'process' | 'material'>[]): ToSolve[] {
  return ([['printed', true], ['solid', false]] as const).flatMap(([name, printed]): ToSolve[] => {
    const shape = shapeFor(doc, printed);
    const ask = shape && loadsToSolve(doc, shape, printed);
    if (!shape || !ask) return [];
    const classes = pins.filter((p) => (processOf(p.process).kind === 'print') === printed).map((p) => {
      const key = routeKey(p), material = shelfOf(site.shop).material(p.material);
      const plain = loadClassOf(processOf(p.process), material, doc.overrides[key]);
      return mended(doc, printed, doc.remedies?.[key] ?? [], material, plain)?.like ?? plain;
    });
    const own = classes.filter((c, i) => classes.findIndex((o) => sameClass(o, c)) === i);
    return own.length ? [{ name, ask: { ...ask, classes: own }, key: solvedKey(shape, ask) }] : [];
  });
}
