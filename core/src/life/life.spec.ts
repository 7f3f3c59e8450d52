import { material } from '../shelf/shelf';
import { BODY_FACTOR, faceLife, lifeEntry, lifeRange, usedUp, wearClassOf } from './life';

const CLAMP = { duty: 'clamp' } as const;

describe('the starting life', () => {
  const likely = (m: string, wear: 'none' | 'rubbing' | 'abrasive' | 'impact', face = false): number => lifeEntry(CLAMP, material(m), wear, face).likely;

  it('of soft jaws in short-fibre nylon is a few thousand cycles, and never one number', () => {
    const e = lifeEntry(CLAMP, material('pa6-cf'), 'none', false);
    expect(e).toMatchObject({ low: 2000, likely: 6000, high: 16_000, spread: 'lognormal', unit: 'cycle' });
    expect(e.source.text).toMatch(/Replace it with your own log/);
  });
  it('falls with the wear mode, grit worst', () => {
    expect(likely('pa6-cf', 'rubbing')).toBeCloseTo(3600, 9);
    expect(likely('pa6-cf', 'abrasive')).toBeLessThan(likely('pa6-cf', 'impact'));
  });
  it('of a pattern in moulding sand is 500 to 3 000 moulds', () => {
    const e = lifeEntry({ duty: 'pattern' }, material('pa6-cf'), 'abrasive', false);
    expect(e.low).toBeCloseTo(500, -1);
    expect(e.high).toBeCloseTo(3000, -1);
  });
  it('of metal is its own, by class: a hard-steel mould makes 100 000 shots and more', () => {
    expect(['al-6061', 's235', 'p20'].map((m) => wearClassOf(material(m)))).toEqual(['soft-metal', 'steel', 'hard-steel']);
    expect(lifeRange({ duty: 'mould' }, material('p20'), 'none', false).low).toBeGreaterThanOrEqual(100_000);
    expect(likely('al-6061', 'none')).toBe(60_000);
    // Grit takes seven tenths of a metal tool's life and nearly nine tenths of a plastic one's.
    expect(likely('s235', 'abrasive') / likely('s235', 'none')).toBeCloseTo(0.3, 9);
  });
  it('with metal faces is that of a body that only carries; the faces have one of their own', () => {
    expect(likely('pla', 'abrasive', true)).toBe(likely('pa6-cf', 'abrasive', true));
    expect(likely('pa6-cf', 'abrasive', true)).toBeCloseTo(BODY_FACTOR * likely('pa6-cf', 'none'), 9);
    expect(faceLife('clamp', 'abrasive').likely).toBeCloseTo(250_000 * 0.3, 9);
  });
  it('of a core, of a burnt pattern and of a sand mould is one; a core that is pulled out is used again', () => {
    expect(usedUp({ duty: 'core' }, material('core-hot'))).toBe(true);
    expect(usedUp({ duty: 'pattern', leaves: ['burnt'] }, material('pla'))).toBe(true);
    expect(usedUp({ duty: 'pattern' }, material('foundry-sand'))).toBe(true);
    expect(usedUp({ duty: 'guide' }, material('pla'))).toBe(false);
    expect(usedUp({ duty: 'core' }, material('silicone-bladder'))).toBe(false);
  });
  it('draws its own samples for each material, so that two routes do not live and die together', () => {
    expect(lifeEntry(CLAMP, material('pla'), 'none', false).key).not.toBe(lifeEntry(CLAMP, material('pa6-cf'), 'none', false).key);
  });
});
