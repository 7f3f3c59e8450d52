import { demoDoc, studiedRef, withWaysSolved } from '../case/testing';
import { loadsToSolve, toSolve } from '../case/load-table';
import type { CaseDoc } from '../case/types';
import { factsOf } from '../plan/facts';
import { processOf } from '../process/processes';
import { BUILT_IN_SITE } from '../records/site';
import { box, drilledPlate } from '../shape/testing';
import { material } from '../shelf/shelf';
import { rowsOn } from './evaluate-case';
import { screenRoute } from './options';

/** A solid arm of 140 × 30 × 20, milled, that a push bends through its 20. */
const ARM = box(140, 30, 20);
const ROUTE = 'cnc-mill/pom', PRINT = 'powder-polymer/pa12-powder';
const loaded = (remedies: Record<string, string[]>): CaseDoc => {
  const doc = demoDoc({
    family: 'gripper',
    shapes: { machined: studiedRef(ARM), printed: studiedRef(ARM) },
    need: { serviceTemp: { level: 'must', value: 20, from: '' } },
    loads: { p: { force: { low: 100, likely: 100, high: 100 }, at: { point: [140, 15, 10], normal: [1, 0, 0] }, way: 'z-' } },
    holds: { h: { kind: 'fixed', at: { point: [0, 15, 10], normal: [-1, 0, 0] } } },
    remedies,
  });
  const ways = [ROUTE, PRINT];
  return withWaysSolved(withWaysSolved(doc, doc.shapes.machined!, ARM, 3000, ways), doc.shapes.printed!, ARM, 3000, ways);
};
const row = (doc: CaseDoc, route: string) => {
  const [process, of] = route.split('/');
  return rowsOn(factsOf(doc, BUILT_IN_SITE), screenRoute(factsOf(doc, BUILT_IN_SITE), processOf(process), material(of), 'none'))[0];
};

describe('remedies that are solved', () => {
  const bare = loaded({ [ROUTE]: [], [PRINT]: [] });
  it('a deeper section: stress by its square, give by its cube, and neither twice', () => {
    const deep = loaded({ [ROUTE]: ['deeper-section'], [PRINT]: [] });
    const [before, after] = [row(bare, ROUTE), row(deep, ROUTE)];
    // F l³/(3 E b h³/12) with h by a quarter; shear and the hold make it a little less.
    expect(before.give_mm! / after.give_mm!).toBeGreaterThan(1.25 ** 3 * 0.93);
    expect(before.give_mm! / after.give_mm!).toBeLessThan(1.25 ** 3 * 1.01);
    expect(before.use! / after.use!).toBeGreaterThan(1.25 ** 2 * 0.9);
    expect(before.use! / after.use!).toBeLessThan(1.25 ** 2 * 1.1);
    expect(after.also.join(' ')).toContain('Solved with a deeper section in place.');
    // Told on the part as it is drawn.
    expect(Math.max(...after.worst!)).toBeLessThanOrEqual(140);
    expect(after.worst![2]).toBeLessThanOrEqual(20);
    // On the other ways nothing changes, and until it is solved its rule of thumb stands.
    expect(row(deep, PRINT)).toEqual(row(bare, PRINT));
    const waits = row({ ...bare, remedies: { [ROUTE]: ['deeper-section'] } }, ROUTE);
    expect(before.give_mm! / waits.give_mm!).toBeCloseTo(1.25 ** 3, 6);
    expect(waits.also.join(' ')).not.toContain('Solved with');
    expect(waits.also.join(' ')).toContain('Counted with a deeper section by rule of thumb, as the price is');
    expect(after.also.join(' ')).not.toContain('by rule of thumb');
  });
  it('rods: E I of the plastic and of rods near its faces', () => {
    const [before, after] = [row(bare, PRINT), row(loaded({ [ROUTE]: [], [PRINT]: ['fibre-rods'] }), PRINT)];
    const e = material('pa12-powder').modulus_gpa.inPlane.likely;
    // 2 % of 30 × 20 in two strips between 2 and 6 mm beneath the faces, about 6 mm from the middle, in place of plastic.
    const plain = (e * 30 * 20 ** 3) / 12, rods = (130 - e) * 0.02 * 600 * 6.1 ** 2;
    const by = before.give_mm! / after.give_mm!;
    expect(by).toBeGreaterThan(((plain + rods) / plain) * 0.8);
    expect(by).toBeLessThan(((plain + rods) / plain) * 1.1);
    expect(after.use!).toBeLessThan(before.use!);
  });
  it('asks for one more solution, of the way that has it alone', () => {
    const asks = (remedies: Record<string, string[]>, printed: boolean): number => {
      const doc = { ...bare, remedies };
      return loadsToSolve(doc, doc.shapes.printed!, printed)!.classes.length;
    };
    expect(asks({ [ROUTE]: ['deeper-section'] }, false)).toBe(asks({}, false) + 1);
    expect(asks({ [ROUTE]: ['deeper-section'] }, true)).toBe(asks({}, true));
    expect(asks({ [ROUTE]: ['bushings'] }, false)).toBe(asks({}, false));
    const taken = { ...bare, remedies: { [ROUTE]: ['deeper-section', 'fibre-rods'] } };
    const [printed, solid] = toSolve(taken, taken.shapes.machined!);
    expect(printed).toEqual(toSolve(bare, bare.shapes.machined!)[0]);
    expect([solid.name, solid.ask.classes.length]).toEqual(['solid', 1]);
    expect(solid.ask.classes[0]).toMatchObject({ deeper: { by: 1.25 }, rods: { stiffer: expect.any(Number) } });
  });
  it('sleeves: bricks of steel, where bolts have their place; what is left around them is said', () => {
    const plate = drilledPlate(60, 30, 12, [[6.6, 15, 15]]);
    const at = (point: [number, number, number], normal: [number, number, number]) => ({ point, normal });
    const doc = (change: Partial<CaseDoc> = {}): CaseDoc =>
      demoDoc({
        family: 'workholding-plate',
        shapes: { machined: studiedRef(plate), printed: studiedRef(plate) },
        loads: {
          b: { kind: 'bolt', bolt: 'M6', torque: { low: 8, likely: 8, high: 8 }, at: at([19, 15, 12], [0, 0, 1]) },
          p: { force: { low: 100, likely: 100, high: 100 }, at: at([60, 15, 6], [1, 0, 0]), way: 'z-' },
        },
        holds: { h: { kind: 'fixed', at: at([5, 5, 0], [0, 0, -1]) } },
        remedies: { [PRINT]: ['compression-limiters'] },
        ...change,
      });
    const solved = withWaysSolved(doc(), doc().shapes.printed!, plate, 3000, [PRINT]);
    const bolt = row(solved, PRINT);
    expect(bolt).toMatchObject({ id: 'b', state: 'pass', decides: 'sleeve' });
    const left = /bricks of steel: (\S+) MPa is left/.exec(bolt.also.join(' '));
    // 8 N·m on M6 is 6.7 kN, on 50 mm² of ring 150 MPa: of that the plastic of 1.7 GPa beside steel keeps a few parts in a hundred.
    expect(Number(left![1])).toBeGreaterThan(0);
    expect(Number(left![1])).toBeLessThan(15);
    // Sleeves where no bolt has its place are priced, not solved.
    const unplaced = doc({ loads: { b: { kind: 'bolt', bolt: 'M6', torque: { low: 8, likely: 8, high: 8 } }, p: doc().loads!['p'] } });
    const asked = (d: CaseDoc): number => loadsToSolve(d, d.shapes.printed!, true)!.classes.filter((c) => c.sleeves).length;
    expect([asked(doc()), asked(unplaced), asked(doc({ remedies: {} }))]).toEqual([1, 0, 0]);
    expect(row(unplaced, PRINT).also).toEqual([]);
  });
});
