import { material } from '../shelf/shelf';
import type { WearMode } from '../need/requirements';
import { exactly } from '../shelf/types';
import { bookLife, BODY_FACTOR, faceLife, lifeEntry, type Use, usedUp, wearClassOf } from './life';
import { rubbingOf } from './rubbing';

const CLAMP = { duty: 'clamp' } as const;
const requirement = <T>(value: T) => ({ level: 'must' as const, value, from: '' });
const contact = (wear: WearMode, more: Partial<Record<'slide' | 'rubPressure' | 'wearLoss', number>> = {}) =>
  rubbingOf({ wear: requirement(wear), ...Object.fromEntries(Object.entries(more).map(([k, v]) => [k, requirement(v)])) });
const using = (wear: WearMode, metalFace = false): Use => ({ rubbing: contact(wear), metalFace });

describe('the starting life', () => {
  const likely = (m: string, wear: WearMode, face = false): number => lifeEntry(CLAMP, material(m), using(wear, face)).likely;

  it('of soft jaws in short-fibre nylon is a few thousand cycles, and never one number', () => {
    const e = lifeEntry(CLAMP, material('pa6-cf'), using('none'));
    expect(e).toMatchObject({ low: 2000, likely: 6000, high: 16_000, spread: 'lognormal', unit: 'cycle' });
    expect(e.source.text).toMatch(/Replace it with your own log/);
  });
  it('falls with the wear mode, grit worst', () => {
    expect(likely('pa6-cf', 'rubbing')).toBeCloseTo(3600, 9);
    expect(likely('pa6-cf', 'abrasive')).toBeLessThan(likely('pa6-cf', 'impact'));
  });
  it('of a pattern in moulding sand is 500 to 3 000 moulds', () => {
    const e = lifeEntry({ duty: 'pattern' }, material('pa6-cf'), using('abrasive'));
    expect(e.low).toBeCloseTo(500, -1);
    expect(e.high).toBeCloseTo(3000, -1);
  });
  it('of metal is its own, by class: a hard-steel mould makes 100 000 shots and more', () => {
    expect(['al-6061', 's235', 'p20'].map((m) => wearClassOf(material(m)))).toEqual(['soft-metal', 'steel', 'hard-steel']);
    expect(bookLife({ duty: 'mould' }, material('p20'), using('none')).low).toBeGreaterThanOrEqual(100_000);
    expect(likely('al-6061', 'none')).toBe(60_000);
    // Grit takes seven tenths of a metal tool's life and nearly nine tenths of a plastic one's.
    expect(likely('s235', 'abrasive') / likely('s235', 'none')).toBeCloseTo(0.3, 9);
  });
  it('with metal faces is that of a body that only carries; the faces have one of their own', () => {
    expect(likely('pla', 'abrasive', true)).toBe(likely('pa6-cf', 'abrasive', true));
    expect(likely('pa6-cf', 'abrasive', true)).toBeCloseTo(BODY_FACTOR * likely('pa6-cf', 'none'), 9);
    expect(faceLife('clamp', contact('abrasive'), material('pla')).likely).toBeCloseTo(250_000 * 0.3, 9);
    // On plain steel they are hardened inserts.
    expect(faceLife('clamp', contact('abrasive'), material('s235')).likely).toBeCloseTo(600_000 * 0.3, 9);
  });
  it('of a core, of a burnt pattern and of a sand mould is one; a core that is pulled out is used again', () => {
    expect(usedUp({ duty: 'core' }, material('core-hot'))).toBe(true);
    expect(usedUp({ duty: 'pattern', leaves: ['burnt'] }, material('pla'))).toBe(true);
    expect(usedUp({ duty: 'pattern' }, material('foundry-sand'))).toBe(true);
    expect(usedUp({ duty: 'guide' }, material('pla'))).toBe(false);
    expect(usedUp({ duty: 'core' }, material('silicone-bladder'))).toBe(false);
  });
  it('draws its own samples for each material, so that two routes do not live and die together', () => {
    expect(lifeEntry(CLAMP, material('pla'), using('none')).key).not.toBe(lifeEntry(CLAMP, material('pa6-cf'), using('none')).key);
  });
});

describe('what ends a life', () => {
  const stress = (ratio: number) => ({ ratio: exactly(ratio), lasting: false, warm: false });
  const book = (m: string, use: Partial<Use>) => bookLife(CLAMP, material(m), { ...using('none'), ...use });

  it('is its use while the body is hardly loaded, and its body where that is worked hard', () => {
    expect(book('pa6-cf', { stress: stress(0.05) })).toMatchObject({ by: 'wear', likely: 6000 });
    const hard = book('pa6-cf', { stress: stress(0.7) });
    // Seven tenths of its strength each time: a thousand cycles.
    expect(hard).toMatchObject({ by: 'fatigue' });
    expect(hard.likely).toBeCloseTo(1000, 6);
    expect(hard.why()).toMatch(/0\.7 of its strength/);
  });
  it('is the body alone where steel takes the wear', () => {
    // Ten times 6 000 of use; at half its strength it cracks at 10 000 before that.
    expect(book('pa6-cf', { metalFace: true, stress: stress(0.05) }).likely).toBeCloseTo(60_000, 6);
    expect(book('pa6-cf', { metalFace: true, stress: stress(0.5) })).toMatchObject({ by: 'fatigue' });
    expect(book('pa6-cf', { metalFace: true, stress: stress(0.5) }).likely).toBeCloseTo(10_000, 6);
  });
  it('is what rubs off, worked out where somebody said how far it slides', () => {
    // 0.2 mm over 1e-5 mm³/(N·m) × 2 MPa × 0.5 m = 20 000 cycles; a hand jig of nylon would see 12 000 … in light contact.
    const rubbing = contact('rubbing', { slide: 500, rubPressure: 20, wearLoss: 0.2 });
    const found = bookLife(CLAMP, material('pa6-cf'), { rubbing, metalFace: false });
    expect(found).toMatchObject({ by: 'rubbing' });
    expect(found.likely).toBeCloseTo(0.2 / (1e-5 * 20 * 0.5), 6);
    expect(found.why()).toMatch(/500 mm a cycle/);
  });
  it('of steel faces follows the same sliding', () => {
    // k = 1e-5 / 50: 0.02 mm over 2e-7 × 20 MPa × 10 m.
    const found = faceLife('clamp', contact('none', { slide: 10_000, rubPressure: 20, wearLoss: 0.02 }), material('al-6061'));
    expect(found.likely).toBeCloseTo(0.02 / (2e-7 * 20 * 10), 6);
  });
});
