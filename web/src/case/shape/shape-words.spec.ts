import { demoDoc, studiedRef } from '@cuadro/core/case/testing';
import { box, drilledPlate, flipped, join } from '@cuadro/core/shape/testing';
import { directionWords, shapeFacts } from './shape-words';

const facts = (mesh = box(100, 60, 25.4), system: 'metric' | 'inch' = 'metric') => {
  const ref = studiedRef(mesh);
  const all = shapeFacts(demoDoc({ shapes: { machined: ref } }), ref, false, system);
  // Figures keep to their units by unbreakable spaces.
  return (label: string) => all.map((f) => ({ ...f, text: f.text.replace(/\s/g, ' ') })).find((f) => f.label === label);
};

describe('the shape in words', () => {
  it('says a direction by its axis, or by its components', () => {
    expect(directionWords([0, 0, -1])).toBe('−z');
    expect(directionWords([1, 0, 0])).toBe('+x');
    expect(directionWords([0, 0.6, -0.8])).toBe('0.00 0.60 −0.80');
  });
  it('says sizes in the units of the reader', () => {
    expect(facts()('Box')!.text).toBe('100 mm × 60 mm × 25.4 mm');
    expect(facts(box(100, 60, 25.4), 'inch')('Box')!.text).toMatch(/3\.94 in × 2\.36 in × 1 in/);
    // 100 × 60 × 25.4 mm = 152.4 cm³ = 9.3 in³, all of its box.
    expect(facts()('Volume')!.text).toBe('152 cm³, 100 % of the box');
    expect(facts(box(100, 60, 25.4), 'inch')('Volume')!.text).toMatch(/^9\.3 in³/);
  });
  it('says where the centre of gravity is: of an L of two blocks nearer to the larger', () => {
    expect(facts()('Centre of gravity')!.text).toBe('50 mm / 30 mm / 12.7 mm');
    // 60 × 20 × 20 about x = 30, 20 × 20 × 20 on its end about x = 10: (24 · 30 + 8 · 10)/32.
    expect(facts(join(box(60, 20, 20), box(20, 20, 20, 0, 0, 20)))('Centre of gravity')!.text).toBe('25 mm / 10 mm / 15 mm');
  });
  it('says what each figure rests on', () => {
    const ref = studiedRef(box(10, 10, 10));
    for (const f of shapeFacts(demoDoc(), ref, false, 'metric').filter((f) => f.label !== 'Note')) expect(f.how).toMatch(/\w{3}/);
  });
  it('calls a drilled plate a plate, and a plain block a block', () => {
    expect(facts(drilledPlate(60, 40, 10, [[10, 20, 10]]))('Form')!.text).toMatch(/flat plate/);
    expect(facts(box(100, 60, 50))('Form')!.text).toMatch(/block/);
  });
  it('warns of cavities and of loose pieces, and of nothing else', () => {
    const hollow = facts(join(box(30, 30, 30), flipped(box(10, 10, 10, 10, 10, 10))));
    expect(hollow('Cavities')!.text).toMatch(/1 closed, 1 cm³/);
    expect(hollow('Cavities')!.warn).toBe(true);
    expect(hollow('Pieces')).toBeUndefined();
    const loose = facts(join(box(10, 10, 10), box(10, 10, 10, 20, 0, 0)));
    expect(loose('Pieces')!.text).toMatch(/^2 /);
    expect(loose('Cavities')!.warn).toBe(false);
    expect(loose('Closed')!.warn).toBe(false);
  });
});
