import { prism, rectangle, revolve } from '../make/solids';
import { fit, sectioning } from './envelope';
import { measure } from './measure';
import { coolingWait_h, studyBody, studyBuild, studyShape } from './study';
import { box, drilledPlate, flipped, join, moved } from './testing';
import { UP } from './turn';

describe('the study of a build', () => {
  it('of a box: walls, skins, islands, and no support', () => {
    const b = studyBuild(box(60, 40, 20), UP);
    expect(b.side_mm2).toBeCloseTo(200 * 20, 1);
    expect(b.skin_mm2).toBeCloseTo(2 * 2400, 1);
    expect(b.island_mm).toBeCloseTo(20, 6);
    expect(b.bed_mm.map((x) => +x.toFixed(3))).toEqual([60, 40]);
    expect(b.support_mm3).toEqual({ low: 0, likely: 0, high: 0 });
    expect(b.profile.area_mm2.every((a) => Math.abs(a - 2400) < 0.01)).toBe(true);
    expect(b.profile.bin_mm * b.profile.area_mm2.length).toBeGreaterThanOrEqual(20 - 1e-9);
  });
  it('on its side stands higher and holds less bed', () => {
    const b = studyBuild(box(60, 40, 20), [1, 0, 0]);
    expect(b.height_mm).toBeCloseTo(60, 4);
    expect(b.bed_mm.map((x) => +x.toFixed(3))).toEqual([40, 20]);
    expect(b.bed_mm2).toBeCloseTo(800, 2);
  });
  it('needs more support the flatter a face must be to hold itself: a 45° cone upside down', () => {
    // Undersides at 42°: held at 45° and 50°, not at 40°.
    const cone = revolve([[0, 0], [20, 20 * Math.tan((42 * Math.PI) / 180)], [20, 30], [0, 30]], 180);
    const { support_mm3: s } = studyBuild(cone, UP);
    expect(s.low).toBe(0);
    // Under a cone: (2/3) π R² h.
    expect(Math.abs(s.likely / ((2 / 3) * Math.PI * 400 * 20 * Math.tan((42 * Math.PI) / 180)) - 1)).toBeLessThan(0.03);
    expect(s.high).toBeCloseTo(s.likely, 6);
  });
});

describe('the study of a body', () => {
  const bodyOf = (m: ReturnType<typeof box>) => studyBody(m, measure(m)).body;
  it('of a plate with cut-outs: length of cut and pierces, closed form', () => {
    const plate = prism(rectangle(100, 60), [rectangle(20, 10, 10, 10), rectangle(30, 5, 50, 40)], 0, 6);
    const { cut } = bodyOf(plate).features;
    expect(cut!.pierces).toBe(3);
    expect(cut!.length_mm).toBeCloseTo(320 + 60 + 70, 2);
    expect(cut!.thickness_mm).toBeCloseTo(6, 5);
  });
  it('calls a thick plate with round holes a block, and a turned one neither', () => {
    expect(bodyOf(drilledPlate(90, 60, 40, [[10, 15, 15], [10, 75, 45]])).block).toBe(true);
    expect(bodyOf(prism(rectangle(90, 60), [rectangle(50, 30, 20, 15)], 0, 40)).block).toBe(false);
    expect(bodyOf(revolve([[0, 0], [30, 0], [10, 40], [0, 40]])).block).toBe(false);
  });
  it('finds a cavity and marks what no cutter reaches', () => {
    const m = join(box(40, 40, 40), flipped(moved(box(20, 20, 20), [10, 10, 10])));
    const { body, marks } = studyBody(m, measure(m));
    expect(body.voids.map((v) => Math.round(v.volume_mm3))).toEqual([8000]);
    expect(marks.unreachable.length).toBeGreaterThan(300);
    for (const x of marks.unreachable) expect(Math.abs(x - 20)).toBeLessThan(10.01);
  });
  it('travels as plain data', () => {
    const m = box(10, 20, 30);
    const study = studyShape(m, measure(m), UP);
    expect(JSON.parse(JSON.stringify(study))).toEqual(study);
  });
});

describe('waits of small layers', () => {
  it('add up by hand: a pin of 100 mm², 40 mm high, at 0.2 mm and 18 cm³/h', () => {
    // Solid: 0.02 cm³ a layer is 4 s at 18 cm³/h; 12 s are wanted: 8 s × 200 layers.
    const pin = { bin_mm: 10, area_mm2: [100, 100, 100, 100], perimeter_mm: [40, 40, 40, 40], islands: [1, 1, 1, 1] };
    expect(coolingWait_h(pin, 40, 0.2, 12, 18, 2.5, 1)).toBeCloseTo((8 * 200) / 3600, 9);
    expect(coolingWait_h(pin, 40, 0.2, 3, 18, 2.5, 1)).toBe(0);
    // Walls of 1 mm are 40 mm², the other 60 filled at half: 70 % of the time.
    expect(coolingWait_h(pin, 40, 0.2, 12, 18, 1, 0.5)).toBeCloseTo(((12 - 2.8) * 200) / 3600, 9);
  });
});

describe('the envelope', () => {
  it('takes a box by any order of its sides', () => {
    expect(fit([100, 300, 50], [320, 120, 60])).toMatchObject({ turnDeg: 0, side_mm: 300, room_mm: 320 });
    expect(fit([400, 50, 50], [300, 200, 100]).share).toBeGreaterThan(1);
  });
  it('turns a long strip into the diagonal: 330 × 20 in 300 × 250', () => {
    const f = fit([330, 20, 10], [300, 250, 200]);
    expect(f.share).toBeLessThanOrEqual(1);
    const [c, s] = [Math.cos((f.turnDeg * Math.PI) / 180), Math.sin((f.turnDeg * Math.PI) / 180)];
    expect(330 * c + 20 * s).toBeLessThanOrEqual(300);
    expect(330 * s + 20 * c).toBeLessThanOrEqual(250);
  });
  it('cuts a long part into the fewest equal pieces', () => {
    expect(sectioning([700, 200, 100], [300, 300, 300])).toEqual({ pieces: [3, 1, 1], count: 3 });
    expect(sectioning([500, 400, 100], [300, 300, 300])).toEqual({ pieces: [2, 2, 1], count: 4 });
    expect(sectioning([100, 100, 100], [300, 300, 300]).count).toBe(1);
    // 400 × 30 in 330 × 300 at 40°: 400 cos 40° + 30 sin 40° = 325.7, 400 sin 40° + 30 cos 40° = 280.1. Square it would be three.
    expect(sectioning([800, 40, 30], [330, 300, 300])).toEqual({ pieces: [2, 1, 1], count: 2 });
  });
});
