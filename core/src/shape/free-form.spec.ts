import { freeForm_mm2 } from './free-form';
import { findHoles } from './holes';
import { measure } from './measure';
import { box, drilledPlate, sphere } from './testing';

describe('free-form surface', () => {
  it('is nothing on a box, and little on a drilled plate', () => {
    expect(freeForm_mm2(box(60, 40, 20), [])).toBe(0);
    const plate = drilledPlate(100, 60, 20, [[12, 30, 30], [12, 70, 30]]);
    expect(freeForm_mm2(plate, []) / measure(plate).area_mm2).toBeGreaterThan(0.05);
    // The walls of its holes are drilled: what is left of them is the difference of a circle and its chords.
    expect(freeForm_mm2(plate, findHoles(plate)) / measure(plate).area_mm2).toBeLessThan(0.002);
  });
  it('is all of a ball', () => {
    const ball = sphere(20);
    expect(freeForm_mm2(ball, [])).toBeCloseTo(measure(ball).area_mm2, 0);
  });
});
