import { demoDoc, studiedRef } from '../case/testing';
import { BUILT_IN_SITE } from '../records/site';
import { box } from '../shape/testing';
import { evaluateCase } from './evaluate-case';
import { weightSplit } from './weight-split';

describe('where saved weight comes from', () => {
  // 100 × 100 × 100 mm is 1 000 cm³; 100 × 100 × 60 is 600.
  const block = studiedRef(box(100, 100, 100)), lean = studiedRef(box(100, 100, 60));
  it('is the material, the new shape and what is left out inside, hand-worked', () => {
    const split = weightSplit({ machined: block, printed: lean }, true, 1.1, 2.7, 0.5)!;
    expect(split.material).toBeCloseTo(1.6, 9);
    expect(split.shape).toBeCloseTo(0.44, 9);
    expect(split.inside).toBeCloseTo(0.16, 9);
    expect(split.material + split.shape + split.inside).toBeCloseTo(2.7 - 0.5, 9);
  });
  it('has nothing for the shape where one mesh stands for both ways, or where it is machined again', () => {
    for (const shapes of [{ printed: block }, { machined: block }]) expect(weightSplit(shapes, true, 1.1, 2.7, 1)!.shape).toBe(0);
    expect(weightSplit({ machined: block, printed: lean }, false, 2.7, 7.8, 2.7)!).toMatchObject({ shape: 0, inside: 0 });
  });
  it('is not told without a closed mesh', () => {
    expect(weightSplit({}, true, 1.1, 2.7, 0.5)).toBeUndefined();
    const open = { ...block, measure: { ...block.measure, watertight: false } };
    expect(weightSplit({ machined: open, printed: lean }, true, 1.1, 2.7, 0.5)).toBeUndefined();
  });
  it('stands with the verdict, part by part', () => {
    const doc = demoDoc({
      shapes: { machined: block, printed: lean },
      today: { ...demoDoc().today, way: 'machined', cost: 2500, wait_days: 30, weight_kg: 2.7, material: 'al-6061' },
    });
    const { verdict } = evaluateCase(doc, BUILT_IN_SITE, 1000).view;
    const said = verdict.reasons.find((r) => r.startsWith('It weighs'));
    expect(said).toMatch(/ less \(.* against 2\.7 kg\): .* by the material, .* by the new shape and .* by what is left out inside\./);
  });
});
