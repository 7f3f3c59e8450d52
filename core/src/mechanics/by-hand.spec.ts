import { type Dims, handFormula } from './by-hand';

const at = (id: string, dims: Partial<Dims>) => {
  const f = handFormula(id)!;
  const d = { l: 100, b: 30, h: 15, d: 8, ...dims };
  return { stress: f.stress(d), give: f.give?.(d) };
};

describe('hand formulas, for one newton', () => {
  it('an arm of 100 × 20 × 10: 6·100/(20·100) MPa, 4·10⁶/(20·1000) and its shear 3.12·100/200', () => {
    expect(at('arm', { b: 20, h: 10 })).toEqual({ stress: 0.3, give: 200 + 1.56 });
  });
  it('a bar on two ends bears four times that and gives a sixteenth', () => {
    const bar = at('bridge', { b: 20, h: 10 });
    expect(bar.stress).toBeCloseTo(0.075, 12);
    expect(bar.give).toBeCloseTo(12.5 + 0.39, 12);
  });
  it('a square plate of 200 × 200 × 10 on a spot of 20: Timoshenko’s 0.1267 F a²/(E h³)', () => {
    const plate = at('plate', { l: 200, b: 200, h: 10, d: 20 });
    expect(plate.give).toBeCloseTo((0.1267 * 200 ** 2) / 1000, 9);
    // 1.5/(π·100)·(1.3·ln(400/(10 π)) + 0.435): ln 12.732 = 2.5442.
    expect(plate.stress).toBeCloseTo((1.5 / (100 * Math.PI)) * (1.3 * 2.5442 + 0.435), 6);
    // A long plate bends as if it had no short ends; which side is called long does not matter.
    expect(at('plate', { l: 900, b: 200, h: 10 }).give).toBeCloseTo((0.1851 * 200 ** 2) / 1000, 9);
    expect(at('plate', { l: 200, b: 260, h: 10 }).give).toBeCloseTo(((0.1478 + 0.1621) / 2 * 200 ** 2) / 1000, 9);
    expect(at('plate', { l: 260, b: 200, h: 10 })).toEqual(at('plate', { l: 200, b: 260, h: 10 }));
  });
  it('a point presses no harder than a spot of a third of the thickness', () => {
    expect(at('plate', { l: 200, b: 200, h: 10, d: 0.1 }).stress).toBe(at('plate', { l: 200, b: 200, h: 10, d: 6 }).stress);
  });
  it('block, lug, hole and dowel', () => {
    expect(at('block', { l: 50, b: 40, h: 20 })).toEqual({ stress: 1 / 2000, give: 0.01 });
    // 2.5/((30 − 10)·10), against 1/(10·10) in the hole.
    expect(at('lug', { b: 30, h: 10, d: 10 }).stress).toBeCloseTo(0.0125, 12);
    expect(at('lug', { b: 300, h: 10, d: 10 }).stress).toBeCloseTo(0.01, 12);
    expect(at('hole', { h: 12, d: 6 })).toEqual({ stress: 1 / 72, give: undefined });
    // Sheared by 1 N over 28.27 mm²; by the energy of distortion that is as bad as √3 times the pull.
    expect(at('pin', { d: 6 }).stress).toBeCloseTo(Math.sqrt(3) / 28.274, 5);
  });
  it('a hole as wide as its lug is refused by a stress beyond anything, not by a number that is none', () => {
    expect(at('lug', { b: 8, h: 10, d: 8 }).stress).toBeGreaterThan(0.5);
    expect(Number.isFinite(at('lug', { b: 8, h: 10, d: 12 }).stress)).toBe(true);
  });
});
