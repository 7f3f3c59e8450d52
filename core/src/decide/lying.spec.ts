import { demoDoc, studiedRef, withWaysSolved } from '../case/testing';
import { BUILT_IN_SITE } from '../records/site';
import { foldAlike, type Orientation } from '../shape/orient';
import { box } from '../shape/testing';
import type { Vec3 } from '../shape/turn';
import { hoursLying, stressAcross } from './lying';

const lying = (height_mm: number, support_mm3 = 0, more: Partial<Orientation> = {}): Orientation => ({
  up: [0, 0, 1],
  height_mm,
  support_mm3,
  overhang_mm2: 0,
  buried_mm2: 0,
  footprint_mm2: 4000,
  bed_mm2: 4000,
  standing: 'firm',
  raft_mm3: 0,
  scarred: 0,
  criticalUp: 0,
  acrossLayers: 0,
  ...more,
});
const PIN = { process: 'extrusion-open', material: 'petg' };

describe('stress across the layers as it lies', () => {
  it('is that along the build direction: all of the bending when it stands on its end, half of it at 45°, next to none flat', () => {
    const mesh = box(120, 30, 20);
    const doc = demoDoc({
      shapes: { printed: studiedRef(mesh) },
      loads: { p: { force: { low: 100, likely: 100, high: 100 }, at: { point: [120, 15, 10], normal: [1, 0, 0] }, way: 'z-' } },
      holds: { h: { kind: 'fixed', at: { point: [0, 15, 10], normal: [-1, 0, 0] } } },
    });
    const ways: Vec3[] = [[1, 0, 0], [Math.SQRT1_2, 0, Math.SQRT1_2], [0, 0, 1], [0, 1, 0]];
    const all = ways.map((up) => ({ up }));
    expect(stressAcross(doc, all)).toBeUndefined();
    const [end, slanted, flat, side] = stressAcross(withWaysSolved(doc, doc.shapes.printed!, mesh, 2000, ['powder-polymer/pa12-powder']), all)!;
    // 6 F l/(b h²) a little away from the hold, whose own bricks are left out.
    const most = (6 * 100 * 120) / (30 * 20 ** 2);
    expect(end).toBeGreaterThan(0.75 * most);
    expect(end).toBeLessThan(1.1 * most);
    expect(slanted / end).toBeCloseTo(0.5, 1);
    expect(flat).toBeLessThan(0.2 * end);
    expect(side).toBeLessThan(0.2 * end);
    // Twice the load, twice the stress, without another solution.
    const twice = withWaysSolved(doc, doc.shapes.printed!, mesh, 2000, ['powder-polymer/pa12-powder']);
    const doubled = { ...twice, loads: { p: { ...twice.loads!['p'], force: { low: 200, likely: 200, high: 200 } } } };
    expect(stressAcross(doubled, all)![0] / end).toBeCloseTo(2, 6);
  });
});

describe('hours of a tool as it lies', () => {
  const ref = studiedRef(box(100, 40, 20));
  const doc = demoDoc({ shapes: { printed: ref }, need: { copies: { level: 'must', value: 8, from: '' } } });

  it('grow with support, and with height by the layers it takes', () => {
    const [low, high, held] = hoursLying(doc, BUILT_IN_SITE, PIN, [lying(20), lying(100), lying(20, 200_000)])!;
    expect(high).toBeGreaterThan(low);
    expect(held).toBeGreaterThan(low);
    // A raft is laid too.
    const [raised] = hoursLying(doc, BUILT_IN_SITE, PIN, [lying(20, 0, { standing: 'edge', raft_mm3: 20_000 })])!;
    expect(raised).toBeGreaterThan(low);
  });
  it('are those of one tool, however many are ordered', () => {
    const one = demoDoc({ ...doc, need: { copies: { level: 'must', value: 1, from: '' } } });
    expect(hoursLying(doc, BUILT_IN_SITE, PIN, [lying(20)])).toEqual(hoursLying(one, BUILT_IN_SITE, PIN, [lying(20)]));
  });
  it('are none without a study, or where no machine of the house builds it', () => {
    const bare = { ...ref, study: undefined };
    expect(hoursLying(demoDoc({ shapes: { printed: bare } }), BUILT_IN_SITE, PIN, [lying(20)])).toBeUndefined();
    expect(hoursLying(doc, BUILT_IN_SITE, { process: 'metal-powder', material: 'am-316l' }, [lying(20)])).toBeUndefined();
  });
});

describe('directions that ask for the same', () => {
  const up = lying(20, 1000, { up: [0, 0, 1] }), down = lying(20, 1005, { up: [0, 0, -1] }), side = lying(40, 1000, { up: [0, 1, 0] });
  it('are one row, in the order they came', () => {
    expect(foldAlike([up, side, down]).map((r) => [r.of.up, r.others.length])).toEqual([[[0, 0, 1], 1], [[0, 1, 0], 0]]);
  });
  it('are stood for by the one in use', () => {
    const [row] = foldAlike([up, side, down], (o) => o.up[2] === -1);
    expect([row.of, row.others]).toEqual([down, [up]]);
  });
  it('differ by a scar, a load across the layers, or more than next to no support', () => {
    expect(foldAlike([lying(20), lying(20, 40)])).toHaveLength(1);
    expect(foldAlike([lying(20), lying(20, 90)])).toHaveLength(2);
    expect(foldAlike([up, lying(20, 1000, { scarred: 0.3 })])).toHaveLength(2);
    expect(foldAlike([up, lying(20, 1000, { acrossLayers: 1 })])).toHaveLength(2);
  });
});
