import { material } from '../shelf/shelf';
import { lifeEntry, METAL_FACE_FACTOR } from './life';

describe('the starting life', () => {
  const likely = (m: string, wear: 'none' | 'rubbing' | 'abrasive' | 'impact', face = false): number => lifeEntry('clamp', material(m), wear, face).likely;

  it('of soft jaws in short-fibre nylon is a few thousand cycles, and never one number', () => {
    const e = lifeEntry('clamp', material('pa6-cf'), 'none', false);
    expect(e).toMatchObject({ low: 2000, likely: 6000, high: 16_000, spread: 'lognormal', unit: 'cycle' });
    expect(e.source.text).toMatch(/Replace it with your own log/);
  });
  it('falls with the wear mode, grit worst', () => {
    expect(likely('pa6-cf', 'rubbing')).toBeCloseTo(3600, 9);
    expect(likely('pa6-cf', 'abrasive')).toBeLessThan(likely('pa6-cf', 'impact'));
  });
  it('of a pattern in moulding sand is 500 to 3 000 moulds', () => {
    const e = lifeEntry('pattern', material('pa6-cf'), 'abrasive', false);
    expect(e.low).toBeCloseTo(500, -1);
    expect(e.high).toBeCloseTo(3000, -1);
  });
  it('of metal is ten to a hundred times that of plastic', () => {
    for (const m of ['al-6061', 's235', 'p20']) {
      expect(likely(m, 'none') / likely('pa6-cf', 'none')).toBeGreaterThanOrEqual(10);
      expect(likely(m, 'none') / likely('pa6-cf', 'none')).toBeLessThanOrEqual(100);
    }
  });
  it('with metal faces depends on the faces, not on a soft body', () => {
    expect(likely('pla', 'abrasive', true)).toBe(likely('pa6-cf', 'abrasive', true));
    expect(likely('pa6-cf', 'abrasive', true)).toBeCloseTo(METAL_FACE_FACTOR * likely('pa6-cf', 'abrasive'), 9);
  });
  it('draws its own samples for each material, so that two routes do not live and die together', () => {
    expect(lifeEntry('clamp', material('pla'), 'none', false).key).not.toBe(lifeEntry('clamp', material('pa6-cf'), 'none', false).key);
  });
});
