import { demoDoc, studiedRef } from '../case/testing';
import type { CaseDoc } from '../case/types';
import { routeContext } from '../decide/options';
import { factsOf } from '../plan/facts';
import { processOf } from '../process/processes';
import { BUILT_IN_SITE } from '../records/site';
import { box, drilledPlate, rotated } from '../shape/testing';
import { exactly } from '../shelf/types';
import { material } from '../shelf/shelf';
import { bondedJoints } from './bonded-joints';
import { jointFor, jointText } from './joint-kinds';
import { goesThroughHole, jointPlanes } from './joint-planes';
import { longestPiece } from './sections';

const [L, B, H] = [800, 40, 30];
const at = (point: [number, number, number], normal: [number, number, number]) => ({ point, normal });
const BAR = studiedRef(box(L, B, H));
const arm = (change: Partial<CaseDoc> = {}): CaseDoc =>
  demoDoc({
    family: 'gripper',
    shapes: { printed: BAR },
    need: {},
    holds: { h: { kind: 'fixed', at: at([0, B / 2, H / 2], [-1, 0, 0]) } },
    loads: { p: { kind: 'push', force: exactly(100), at: at([L, B / 2, H / 2], [1, 0, 0]), way: 'z-' } },
    ...change,
  });
const on = (doc: CaseDoc) => routeContext(factsOf(doc, BUILT_IN_SITE), processOf('extrusion-chamber'), material('pa12-cf'));
const planes = (doc: CaseDoc, count: number, most_mm = L, enough_mpa = 0): number[] => jointPlanes(on(doc), count, { most_mm, enough_mpa });

describe('planes of a tool that is cut', () => {
  it('lie where a cantilever is worked least, as far out as its machine allows', () => {
    // Its long side runs from the root to the tip, or back: the stress of the planes says which.
    const [plane] = planes(arm(), 2, 500);
    expect(Math.max(plane, L - plane)).toBeGreaterThan(450);
    expect(Math.max(plane, L - plane)).toBeLessThanOrEqual(500);
    const route = on(arm());
    const stress = (x: number): number => bondedJoints(route, [x])[0].stress.likely;
    expect(stress(plane)).toBeLessThan(stress(L / 2));
    // Nowhere within 500 of both ends is it a twentieth less.
    for (let x = 300; x <= 500; x += 5) expect(stress(plane)).toBeLessThanOrEqual(1.05 * stress(x));
  });
  it('are equal where the bonds bear it, where nothing loads them, and where no pieces fit', () => {
    for (const doc of [arm(), arm({ loads: undefined })]) expect(planes(doc, 3, L, 100).map(Math.round)).toEqual([267, 533]);
    expect(planes(arm(), 4, 100).map(Math.round)).toEqual([200, 400, 600]);
  });
  it('keep off a hole across the tool, and not off one along it', () => {
    const held = { holds: undefined, loads: undefined };
    // A hole of 60 in the middle of 240: within 33 of it no plane, which leaves room for a second piece of half as much again.
    const plate = arm({ ...held, shapes: { printed: studiedRef(drilledPlate(240, 100, 20, [[60, 120, 50]])) } });
    const [x] = planes(plate, 2, 240, 100);
    expect(Math.abs(x - 120)).toBeGreaterThanOrEqual(33 - 1);
    expect(Math.abs(x - 120)).toBeLessThan(40);
    expect([x, 120, 149, 151].map((at) => goesThroughHole(on(plate), at))).toEqual([false, true, true, false]);
    const tube = arm({ ...held, shapes: { printed: studiedRef(rotated(drilledPlate(40, 40, 240, [[20, 20, 20]]), [0, 1, 0], 0.5)) } });
    expect(planes(tube, 2, 240, 100).map((p) => Math.round(p / 2.5))).toEqual([48]);
  });
  it('make no piece longer than a machine takes: 40 × 30 in 330 × 240 × 300 is laid across its corners', () => {
    const size = { sorted: [L, B, H] as [number, number, number], height: H, measured: true };
    const machine = { ...processOf('extrusion-chamber'), envelope_mm: [330, 240, 300] as [number, number, number] };
    const most = longestPiece(size, machine);
    // Its 40 upright: l cos φ + 30 sin φ ≤ 330 and l sin φ + 30 cos φ ≤ 300, where both hold at once.
    const best = Math.max(
      ...Array.from({ length: 9001 }, (_, k) => (k * Math.PI) / 18_000).map((a) =>
        Math.min((330 - 30 * Math.sin(a)) / Math.cos(a), (300 - 30 * Math.cos(a)) / Math.sin(a))
      ),
    );
    expect(most).toBeGreaterThan(best - 3);
    expect(most).toBeLessThan(best + 0.2);
    expect(longestPiece({ ...size, sorted: [L, 400, 350] }, machine)).toBe(0);
  });
});

describe('the plainest joint that bears it', () => {
  const joint = (likely: number, depth_mm = 30, wall_mm = 17) => ({ stress: exactly(likely), area_mm2: 1200, depth_mm, wall_mm });
  it('butted, scarfed by the stress on its slope, drawn together, or none', () => {
    expect(jointFor(joint(4), 4, 400)).toEqual({ kind: 'butt', by: 'dowels' });
    expect(jointText(jointFor(joint(4, 30, 3), 4, 400))).toContain('no room for dowels');
    // Of 12 on a slope of 1 in 3 a bond sees 12/√10 = 3.8, on 1 in 2 it would see 5.4.
    expect(jointFor(joint(12), 4, 400)).toEqual({ kind: 'scarf', slope: 3, long_mm: 90 });
    // No room for it: 1.5 · 12 · 1200 = 21.6 kN over four M5 of 0.7 · 580 · 14.2 = 5765 N.
    expect(jointFor(joint(12), 4, 100)).toEqual({ kind: 'rods', count: 4, size: 'M5', each_n: 5400 });
    expect(jointFor(joint(60), 4, 400)).toMatchObject({ kind: 'none' });
    // 30 takes M6 of 8.2 kN, and 1.5 · 60 · 1200 = 108 kN over four is 27; 16 takes no M5; 50 takes M12 of 34 kN.
    expect(jointFor(joint(12, 16), 4, 20)).toEqual({ kind: 'none' });
    expect(jointFor(joint(60, 50), 4, 400)).toEqual({ kind: 'rods', count: 4, size: 'M12', each_n: 27_000 });
  });
  it('in words', () => {
    expect(jointText(jointFor(joint(12), 4, 400))).toBe('scarfed 1 in 3, 90 mm long, and bonded');
    expect(jointText(jointFor(joint(12), 4, 100))).toContain('4 M5 rods (8.8) right through, 5.4 kN each');
  });
});
