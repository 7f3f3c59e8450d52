import { facesRubbed, rubbedAway, rubbingOf } from './rubbing';

const asked = (value: number) => ({ level: 'must' as const, value, from: '' });

describe('what the work rubs off', () => {
  it('is not worked out until somebody says how far it slides', () => {
    expect(rubbedAway(1, 'polymer', rubbingOf({}))).toBeUndefined();
  });
  it('is depth over k p s', () => {
    const r = rubbingOf({ slide: asked(20), rubPressure: asked(0.2), wearLoss: asked(0.2) });
    const found = rubbedAway(1, 'polymer', r)!;
    expect(found.likely).toBeCloseTo(0.2 / (1e-5 * 0.2 * 0.02), 3);
    // Everything else said: the factor of three of k is left.
    expect(found.high / found.likely).toBeCloseTo(3, 9);
    expect(found.likely / found.low).toBeCloseTo(3, 9);
  });
  it('goes twenty times as fast with grit on plastic, five times on metal', () => {
    const clean = rubbingOf({ slide: asked(20) });
    const grit = rubbingOf({ slide: asked(20), wear: { level: 'must', value: 'abrasive', from: '' } });
    for (const [of, factor] of [['polymer', 20], ['metal', 5]] as const)
      expect(rubbedAway(1, of, clean)!.likely / rubbedAway(1, of, grit)!.likely).toBeCloseTo(factor, 9);
  });
  it('each contact face by what is said of it, else of the tool; where it is worn first decides', () => {
    const need = { slide: asked(20), rubPressure: asked(0.2), tolerance: asked(0.3) };
    const plain = [{ name: 'W1' }, { name: 'W2', tolerance_mm: 0.1 }];
    // Nothing of their own in wear: the tool as a whole.
    expect(rubbingOf(need, plain)).toEqual(rubbingOf(need));
    const own = [{ name: 'W1', wear_mm: 0.05 }, { name: 'W2', slide_mm: 200, tolerance_mm: 0.1 }, { name: 'W3' }];
    expect(facesRubbed(need, own).map((r) => [r.face, r.loss_mm.likely, r.slide_mm])).toEqual([['W1', 0.05, 20], ['W2', 0.1, 200], ['W3', 0.3, 20]]);
    // Depth over way: 0.0025, 0.0005 and 0.015.
    expect(rubbingOf(need, own).face).toBe('W2');
    expect(rubbedAway(1, 'polymer', rubbingOf(need, own))!.likely).toBeCloseTo(0.1 / (1e-5 * 0.2 * 0.2), 3);
    // What the tool may lose stands before a tolerance of the face; nothing slides, nothing is worn first.
    expect(facesRubbed({ ...need, wearLoss: asked(0.2) }, own)[1].loss_mm.likely).toBe(0.2);
    expect(rubbedAway(1, 'polymer', rubbingOf({}, [{ name: 'W1', wear_mm: 0.1 }]))).toBeUndefined();
  });
  it('takes the tightest tolerance for what may be lost, and wide ranges for what nobody said', () => {
    expect(rubbingOf({ tolerance: asked(0.05) }).loss_mm.likely).toBe(0.05);
    const found = rubbedAway(1, 'polymer', rubbingOf({ slide: asked(20) }))!;
    expect(found.high / found.low).toBeGreaterThan(50);
  });
});
