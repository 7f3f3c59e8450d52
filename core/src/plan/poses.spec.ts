import { plainFacts } from '../case/facts';
import { demoDoc, studiedRef } from '../case/testing';
import { type Values } from '../inputs/spec';
import { meshOf } from '../make/kernel';
import { BUILT_IN_SITE } from '../records/site';
import { loadKernel } from '../shape/features/testing';
import type { Mesh } from '../shape/mesh';
import { box } from '../shape/testing';
import { evaluatePlan, geometryKey } from './evaluate-plan';
import { poses, type Poses } from './planners/poses';

const PART = box(60, 40, 20);
const place = (what: string, at: number[], normal: number[]): Values => ({ what, x: at[0], y: at[1], z: at[2], nx: normal[0], ny: normal[1], nz: normal[2] });
const TOP = place('Top', [30, 20, 20], [0, 0, 1]), SIDE = place('Side', [60, 20, 10], [1, 0, 0]), FOOT = place('Foot', [30, 20, 0], [0, 0, -1]);

const run = (values: Values, mesh: Mesh = PART) => {
  const facts = plainFacts(
    demoDoc({ family: 'inspection-fixture', shapes: { printed: studiedRef(mesh) }, need: { tolerance: { level: 'must', value: 0.3, from: '' } } }),
    BUILT_IN_SITE,
  );
  const result = poses.geometry!.run(mesh, values, [], () => undefined);
  const plan = evaluatePlan(poses, facts, { values, geometry: { key: geometryKey(poses, facts.doc.shapes.printed!.hash, values), result } });
  return { found: result as Poses, figures: plan.figures, findings: plan.findings };
};
const missed = (r: ReturnType<typeof run>): string => r.findings.find((f) => f.id === 'missed')?.reason ?? '';

describe('ways to lay it for the probe', () => {
  it('one that turns gets at top and side of a block from one clamping, at top and foot standing on a side', () => {
    const both = run({ places: [TOP, SIDE] });
    expect(both.found.chosen).toHaveLength(1);
    expect(both.figures('share')).toBe(1);
    // The foot of a block lying flat is on its posts: it is laid on a side, where both look sideways.
    const through = run({ places: [TOP, FOOT] });
    expect(through.found.chosen).toHaveLength(1);
    expect(missed(through)).toBe('');
    // Of the ways that do, the one in which it stands least tall: 40 on its long edge.
    expect(through.figures('tallest')).toBeCloseTo(40, 3);
  });
  it('one that stays upright needs a clamping for each side that looks another way', () => {
    const { found, findings } = run({ places: [TOP, FOOT], turns: 'fixed' });
    expect(found.chosen).toHaveLength(1);
    // Standing on a side, both are touched beside the stylus, as long as the ball is thicker than the shank.
    expect(findings.filter((f) => f.id.startsWith('clamping'))).toHaveLength(1);
    const thick = run({ places: [TOP, FOOT], turns: 'fixed', shank: 4, ball: 2 });
    expect(thick.found.chosen).toHaveLength(2);
  });
  it('a deep bore wants a stylus that is long and thin enough, from the side where it opens', async () => {
    const k = await loadKernel();
    // 12 across and 40 deep in a block of 60: the place is half way down its wall, and looks to the axis.
    const bored = meshOf(k.Manifold.cube([60, 60, 60]).subtract(k.Manifold.cylinder(41, 6, 6, 96).translate([30, 30, 20])));
    const wall = place('Bore', [36, 30, 40], [-1, 0, 0]);
    const good = run({ places: [wall] }, bored);
    expect(missed(good)).toBe('');
    // From above only: all that reach it look out of the bore.
    for (const p of good.found.all) expect(p.up[2]).toBeGreaterThan(-0.01);
    // The head of 30 does not go into 12: a stylus of 15 ends 20 below the top.
    expect(missed(run({ places: [wall], long: 15 }, bored))).toContain('Bore');
    // A shank of 11.5 scrapes along the wall.
    expect(missed(run({ places: [wall], shank: 11.5 }, bored))).toContain('Bore');
  });
  it('what lies within a closed hollow is got at by nothing', () => {
    const inside = place('Inside', [30, 20, 10], [0, 0, 1]);
    expect(missed(run({ places: [TOP, inside] }))).toContain('Inside');
    expect(run({ places: [TOP, inside] }).figures('share')).toBe(0.5);
  });
  it('takes a clamping and a touch each; what the part is off by at its pads grows with the distance', () => {
    const { figures: f, findings } = run({
      places: [TOP, SIDE],
      clamp_min: { low: 3, likely: 3, high: 3 },
      touch_s: { low: 9, likely: 9, high: 9 },
      part_form: 0.05,
      pads_apart: 50,
      furthest: 100,
      print_off: 0.2,
    });
    expect(f('minutes')).toBeCloseTo(3 + (2 * 9) / 60, 9);
    expect(f('seat_error')).toBeCloseTo(0.05 * 3, 9);
    expect(f('offset')).toBeCloseTo(0.25, 9);
    // 0.15 where a third of ±0.3 is usual.
    expect(findings.find((x) => x.id === 'seat')!.state).toBe('conditional');
    expect(findings.find((x) => x.id === 'tall')!.state).toBe('pass');
    expect(run({ places: [TOP], height: 60 }).findings.find((x) => x.id === 'tall')!.state).toBe('fail');
  });
  it('takes marked faces for places, unless somebody says not to', () => {
    const marks = [{
      duty: 'datum' as const,
      point: [30, 20, 20] as [number, number, number],
      normal: [0, 0, 1] as [number, number, number],
      area_mm2: 9,
      note: 'Seat',
    }];
    const found = poses.geometry!.run(PART, {}, marks, () => undefined);
    expect(found.all.some((p) => p.reached.includes(0))).toBe(true);
    expect(poses.geometry!.run(PART, { marked: false }, marks, () => undefined).all).toEqual([]);
  });
  it('is not known before the mesh was looked at', () => {
    const facts = plainFacts(demoDoc({ family: 'gauge', shapes: { printed: studiedRef(PART) } }), BUILT_IN_SITE);
    expect(evaluatePlan(poses, facts, { values: { places: [TOP] } }).findings[0].state).toBe('unknown');
  });
});
