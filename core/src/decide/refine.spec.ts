import { putSolved, toSolve, withSolved } from '../case/load-table';
import { demoDoc, studiedRef } from '../case/testing';
import { solveUnitLoads } from '../mechanics';
import { BUILT_IN_SITE } from '../records/site';
import { box } from '../shape/testing';
import { rowsOn } from './evaluate-case';
import { factsOf } from '../plan/facts';
import { screenRoute } from './options';
import { processOf } from '../process/processes';
import { shelfOf } from '../shelf/shelf';
import { refineAsks } from './refine';

const PART = box(100, 20, 10), ARM = studiedRef(PART);
const PINS = [{ process: 'cnc-mill', material: 'al-6061' }, { process: 'cnc-mill', material: 'p20' }, { process: 'extrusion-open', material: 'petg' }];
const doc = withSolved(
  demoDoc({
    family: 'gripper',
    shapes: { printed: ARM, machined: ARM },
    loads: { p: { force: { low: 20, likely: 20, high: 20 }, at: { point: [100, 10, 5], normal: [1, 0, 0] }, way: 'z-' } },
    holds: { h: { kind: 'fixed', at: { point: [0, 10, 5], normal: [-1, 0, 0] } } },
  }),
  ARM,
  PART,
  300,
);

describe('the ways that are compared, on a finer grid', () => {
  const asks = refineAsks(doc, BUILT_IN_SITE, PINS);
  it('are one class for metals alike in all directions, and one of its own for each print', () => {
    expect(asks.map((a) => [a.name, a.ask.classes.length])).toEqual([['printed', 1], ['solid', 1]]);
    expect(asks[0].ask.classes[0].share).toBeLessThan(1);
    expect(refineAsks({ ...doc, holds: {} }, BUILT_IN_SITE, PINS)).toEqual([]);
  });
  it('take the place of the coarse ones, for these ways and no others', () => {
    const fine = asks.reduce((now, todo) => putSolved(now, todo, solveUnitLoads(PART, todo.ask, 4000)), doc);
    expect(toSolve(fine, fine.shapes.printed!)).toEqual([]);
    const bricks = (of: typeof doc, process: string, material: string): number => {
      const facts = factsOf(of, BUILT_IN_SITE);
      return rowsOn(facts, screenRoute(facts, processOf(process), shelfOf(BUILT_IN_SITE.shop).material(material), 'none'))[0].bricks!;
    };
    for (const { process, material } of PINS) expect(bricks(fine, process, material)).toBeGreaterThan(4 * bricks(doc, process, material));
    expect(bricks(fine, 'powder-polymer', 'pa12-powder')).toBe(bricks(doc, 'powder-polymer', 'pa12-powder'));
  });
});
