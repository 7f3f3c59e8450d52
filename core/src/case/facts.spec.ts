import { writeStl } from '../shape/formats/stl';
import { readShape } from '../shape/measure';
import { formOf, missingEssentials, shapeEntries, shapeFor, sizeOf } from './facts';
import { demoDoc } from './testing';
import type { ShapeRef } from './types';

/** A box of the given size as a stored mesh; open when a triangle is left out. */
function boxRef(w: number, d: number, h: number, open = false): ShapeRef {
  const v = [0, h].flatMap((z) => [0, d].flatMap((y) => [0, w].flatMap((x) => [x, y, z])));
  const i = [0, 2, 3, 0, 3, 1, 4, 5, 7, 4, 7, 6, 0, 1, 5, 0, 5, 4, 2, 6, 7, 2, 7, 3, 0, 4, 6, 0, 6, 2, 1, 3, 7, 1, 7, 5];
  return { hash: 'a'.repeat(64), fileName: 'box.stl', unit: 'mm', measure: readShape(writeStl(v, open ? i.slice(3) : i)).measure };
}
const value = (doc: ReturnType<typeof demoDoc>, printed: boolean, name: string) => shapeEntries(doc, printed).find((e) => e.name === name)!;

describe('the shape of a case', () => {
  it('without a mesh is a wide guess that says so', () => {
    const e = value(demoDoc({ size_mm: [100, 50, 20] }), true, 'volume');
    // A hand jig fills 25 to 60 % of its box of 100 cm³.
    expect([e.low, e.likely, e.high]).toEqual([25, 40, 60]);
    expect(e.source.kind).toBe('guess');
  });
  it('with a mesh is measured, without range', () => {
    const e = value(demoDoc({ shapes: { printed: boxRef(100, 50, 20) } }), true, 'volume');
    expect(e.low).toBeCloseTo(100, 6);
    expect([e.likely, e.high]).toEqual([e.low, e.low]);
    expect(e.source).toEqual({ kind: 'measured', text: 'Measured on box.stl.' });
  });
  it('with an open mesh keeps a range of a quarter', () => {
    const e = value(demoDoc({ shapes: { printed: boxRef(100, 50, 20, true) } }), true, 'volume');
    expect(e.high / e.likely).toBeCloseTo(1.25, 9);
    expect(e.low / e.likely).toBeCloseTo(0.75, 9);
  });
  it('has a mesh for each way, and one stands in for the other', () => {
    const [a, b] = [boxRef(10, 10, 10), boxRef(20, 20, 20)];
    expect(shapeFor(demoDoc({ shapes: { printed: a, machined: b } }), true)).toBe(a);
    expect(shapeFor(demoDoc({ shapes: { printed: a, machined: b } }), false)).toBe(b);
    expect(shapeFor(demoDoc({ shapes: { machined: b } }), true)).toBe(b);
    expect(shapeFor(demoDoc(), true)).toBeUndefined();
  });
  it('is sorted long to short, but stands on the bed as it was drawn', () => {
    const size = sizeOf(demoDoc({ shapes: { printed: boxRef(10, 20, 60) } }), true);
    [60, 20, 10].forEach((x, i) => expect(size.sorted[i]).toBeCloseTo(x, 5));
    expect(size.height).toBeCloseTo(60, 5);
    expect(sizeOf(demoDoc({ size_mm: [10, 20, 60] }), true)).toMatchObject({ height: 10, measured: false });
  });
  it('is a plate or a block when its section is constant along the short side, as measured', () => {
    const form = (ref: ShapeRef, said: 'flat' | 'block' | 'shaped') => formOf(demoDoc({ form: said, shapes: { machined: ref } }), false);
    expect(form(boxRef(200, 100, 8), 'shaped')).toBe('flat');
    expect(form(boxRef(200, 100, 40), 'shaped')).toBe('block');
    expect(form(boxRef(200, 100, 8, true), 'flat')).toBe('shaped');
    expect(formOf(demoDoc({ form: 'flat' }), false)).toBe('flat');
  });
});

describe('essential facts', () => {
  it('are missing until somebody gives them or the family assumes them', () => {
    expect(missingEssentials(demoDoc({ family: 'gauge' }))).toEqual(['tolerance']);
    expect(missingEssentials(demoDoc({ family: 'gauge', need: { tolerance: { level: 'must', value: 0.1, from: '' } } }))).toEqual([]);
    expect(missingEssentials(demoDoc())).toEqual([]);
  });
});
