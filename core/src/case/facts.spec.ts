import { screenRoute } from '../decide/options';
import { factsOf } from '../plan/facts';
import { processOf } from '../process/processes';
import { BUILT_IN_SITE } from '../records/site';
import { material } from '../shelf/shelf';
import { asPart, Cutters, loadKernel } from '../shape/features/testing';
import { writeStl } from '../shape/formats/stl';
import { readShape } from '../shape/measure';
import { formOf, missingEssentials, plainFacts, shapeFor, sizeOf } from './facts';
import { prism } from '../make/solids';
import type { Mesh } from '../shape/mesh';
import { drilledPlate } from '../shape/testing';
import { turned } from '../shape/turn';
import type { Entry } from '../worksheet/types';
import { holeQuestions, holesAnswered } from './seen';
import { cornerMinutes, machiningEntries, ribMinutes, scrapWithRisks, shapeEntries } from './shape-entries';
import { demoDoc, studiedRef } from './testing';
import type { CaseDoc, ShapeRef } from './types';

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
  it('is a block, milled by hand, when all of it stands square; an opening with corners is beyond that', () => {
    const form = (mesh: Mesh) => formOf(demoDoc({ form: 'shaped', shapes: { machined: studiedRef(mesh) } }), false);
    const square = (side: number, at: number): [number, number][] => [[at, at], [at + side, at], [at + side, at + side], [at, at + side]];
    expect(form(prism([[0, 0], [120, 0], [120, 14], [14, 14], [14, 60], [0, 60]], [], 0, 50))).toBe('block');
    expect(form(prism(square(60, 0), [square(56, 2).reverse()], 0, 400))).toBe('shaped');
  });
});

describe('essential facts', () => {
  it('are missing until somebody gives them or the family assumes them', () => {
    expect(missingEssentials(plainFacts(demoDoc({ family: 'gauge' }), BUILT_IN_SITE))).toEqual(['tolerance']);
    expect(missingEssentials(plainFacts(demoDoc({ family: 'gauge', need: { tolerance: { level: 'must', value: 0.1, from: '' } } }), BUILT_IN_SITE))).toEqual(
      [],
    );
    expect(missingEssentials(plainFacts(demoDoc(), BUILT_IN_SITE))).toEqual([]);
  });
});

describe('a studied mesh', () => {
  const value = (doc: CaseDoc, printed: boolean, name: string): number | undefined => shapeEntries(doc, printed).find((e) => e.name === name)?.likely;
  // A gate: bridge of 40 × 20 mm at height 30 between two legs; its profile is extruded along y.
  const gate = studiedRef(turned(prism([[0, 0], [10, 0], [10, 30], [50, 30], [50, 0], [60, 0], [60, 40], [0, 40]], [], 0, 20), [0, 1, 0]));
  it('gives supports, walls and skins as measured', () => {
    const doc = demoDoc({ shapes: { printed: gate } });
    expect(value(doc, true, 'support_space')! / 24).toBeCloseTo(1, 1);
    // Outline: 2 · (10 + 20) twice below the bridge, 2 · (60 + 20) above.
    expect(value(doc, true, 'side_area')).toBeCloseTo((120 * 30 + 160 * 10) / 100, 1);
    expect(value(doc, true, 'skin_area')).toBeCloseTo((1200 + 400 + 800) / 100, 2);
    expect(value(doc, true, 'island_height')).toBeCloseTo(2 * 30 + 10, 1);
    expect(shapeEntries(doc, true).every((e) => e.source.kind === 'measured')).toBe(true);
  });
  it('prices inside corners by the cutter that fits them: four of R3, 30 mm deep, take two minutes in aluminium', () => {
    // 4 · 30 mm of corner in steps of 1.8 mm, 15 mm each at 780 mm/min, 30 mm being five diameters: (5/4)².
    const pocket = { depth_mm: 30, walled_percent: 100 };
    const r3 = { ...pocket, corner_radius_mm: 3, corners_mm: 4 * 30 };
    expect(cornerMinutes([r3])).toBeCloseTo((120 / 1.8) * (15 / 780) * 1.5625, 9);
    expect(cornerMinutes([r3])).toBeCloseTo(2.003, 3);
    // A cutter of 10 mm leaves 5 mm by itself; what is sharp is left at a tenth of the depth, here as R3, and where it is deep by the cutter that finishes the walls.
    expect(cornerMinutes([{ ...pocket, corner_radius_mm: 5, corners_mm: 115 }])).toBe(0);
    expect(cornerMinutes([pocket])).toBe(0);
    expect(cornerMinutes([{ ...pocket, corner_radius_mm: 0, corners_mm: 120 }])).toBeCloseTo(cornerMinutes([r3]), 9);
    expect(cornerMinutes([{ ...pocket, depth_mm: 90, corner_radius_mm: 0, corners_mm: 360 }])).toBe(0);
    expect(cornerMinutes([{ ...pocket, depth_mm: 5, corner_radius_mm: 0, corners_mm: 20 }])).toBeCloseTo((20 / 0.6) * (15 / 260), 9);
    // R1 60 mm deep: no cutter goes further than fifteen diameters, so one of 4 mm leaves R2.
    expect(cornerMinutes([{ ...pocket, depth_mm: 60, corner_radius_mm: 1, corners_mm: 60 }])).toBeCloseTo((60 / 1.2) * (15 / 520) * (15 / 4) ** 2, 9);
    expect(cornerMinutes([r3, r3])).toBeCloseTo(2 * cornerMinutes([r3]), 9);
    expect(cornerMinutes([{ ...pocket, depth_mm: 3, corner_radius_mm: 3, corners_mm: 12 }])).toBeLessThan(cornerMinutes([r3]) / 10);
  });
  it('prices ribs more than eight times as high as thick: both sides in steps of two thicknesses', () => {
    // 30 high, 2 thick, 100 long: ⌈30/4⌉ = 8 steps on two sides at 600 mm/min.
    const rib = { thickness_mm: 2, height_mm: 30, length_mm: 100, count: 3 };
    expect(ribMinutes([rib])).toBeCloseTo((3 * 2 * 100 * 8) / 600, 9);
    expect(ribMinutes([{ ...rib, height_mm: 16 }])).toBe(0);
  });
  it('gives set-ups and holes, which the user may correct', () => {
    const plate = studiedRef(drilledPlate(90, 60, 12, [[10, 15, 15], [8, 75, 45]]));
    const of = (ref: typeof plate, name: string) => machiningEntries(demoDoc({ shapes: { machined: ref } })).find((e) => e.name === name)!;
    expect(of(plate, 'setups')).toMatchObject({ low: 2, likely: 2, high: 3, source: { kind: 'measured' } });
    expect(of(plate, 'holes')).toMatchObject({ likely: 2, source: { kind: 'measured' } });
    expect(of(plate, 'pierces')).toMatchObject({ likely: 3 });
    const own = (corrected: ShapeRef['corrected']) => ({ ...plate, corrected });
    expect(of(own({ holes: [{ diameter_mm: 6, depth_mm: 10, through: false, note: 'dowel' }] }), 'holes')).toMatchObject({
      likely: 1,
      source: { kind: 'you' },
    });
    // A thread and a ream are an operation more each.
    const holes = [{ diameter_mm: 5, depth_mm: 12, through: true, is: 'tapped' }, { diameter_mm: 6, depth_mm: 9, through: false, is: 'reamed' }];
    expect(of(own({ holes }), 'holes')).toMatchObject({ likely: 4, source: { text: expect.stringContaining('2 drilled, 1 of them tapped and 1 reamed') } });
    // On a plate that is cut: a blind hole 2.5, a thread 1.5, a ream 2 minutes.
    expect(of(plate, 'after_h').likely).toBe(0);
    expect(of(own({ holes }), 'after_h').likely).toBeCloseTo(6 / 60, 9);
    expect(of(own({ pockets: [{ depth_mm: 4, walled_percent: 100 }] }), 'after_h')).toMatchObject({
      likely: 25 / 60,
      source: { kind: 'you', text: expect.stringContaining('mill a pocket 4 mm deep') },
    });
    expect(of(own({ setUps: 5 }), 'setups')).toMatchObject({ low: 5, likely: 5, high: 5, source: { kind: 'you' } });
    expect(of(own({ pockets: [{ depth_mm: 30, walled_percent: 100, corner_radius_mm: 3, corners_mm: 120 }] }), 'corner_min')).toMatchObject({
      likely: expect.closeTo(2.003, 3),
      source: { kind: 'you' },
    });
    expect(of(own({ ribs: [{ thickness_mm: 2, height_mm: 30, length_mm: 100, count: 3 }] }), 'corner_min').likely).toBeCloseTo(8, 9);
    const form = (ref: typeof plate) => formOf(demoDoc({ form: 'shaped', shapes: { machined: ref } }), false);
    expect([form(plate), form(own({ kind: 'block' })), form(own({ kind: 'folded' }))]).toEqual(['flat', 'block', 'shaped']);
  });
  it('prices what only thinner cutters get into: a slot of 8 mm through a block of 120, 12 deep', async () => {
    const c = new Cutters(await loadKernel(), 0.02);
    const ref = studiedRef(asPart(c.box(120, 100, 60).subtract(c.box(200, 8, 20).translate([0, 0, 48])), [0, 0, 1], 0));
    const minutes = (shape: ShapeRef) => machiningEntries(demoDoc({ shapes: { machined: shape } })).find((e) => e.name === 'corner_min');
    // Floor and two walls, 38.4 cm², by a cutter of 6 mm at 15 · 0.6^1.5 instead of 15 cm² a minute.
    const expected = 38.4 * (1 / (15 * 0.6 ** 1.5) - 1 / 15);
    expect(Math.abs(minutes(ref)!.likely / expected - 1)).toBeLessThan(0.15);
    expect(minutes(ref)!.source.text).toContain('minutes more where only cutters thinner than 10 mm get in');
    // Corrections stay while the part is not studied.
    const bare = { ...ref, study: undefined };
    expect(minutes({ ...bare, corrected: { pockets: [{ depth_mm: 5, walled_percent: 50 }] } })!.likely).toBe(0);
    expect(minutes(bare)).toBeUndefined();
  });
  it('counts what makes a machinist start again into the share scrapped', () => {
    const scrap: Entry = {
      name: 'scrap',
      label: 'Share scrapped',
      unit: '',
      low: 0.01,
      likely: 0.03,
      high: 0.08,
      source: { kind: 'standard', text: 'Practice.' },
    };
    const plate = studiedRef(drilledPlate(90, 60, 12, [[10, 15, 15]]));
    const of = (corrected?: ShapeRef['corrected']) => scrapWithRisks(demoDoc({ shapes: { machined: { ...plate, ...(corrected && { corrected }) } } }), scrap);
    expect(of()).toBe(scrap);
    // Two holes six diameters deep, one of twelve: 2 · 0.4 % + 1.5 %.
    const holes = [36, 36, 72].map((depth_mm) => ({ diameter_mm: 6, depth_mm, through: false }));
    expect(of({ holes })).toMatchObject({ low: expect.closeTo(0.019, 9), likely: expect.closeTo(0.053, 9), high: expect.closeTo(0.14, 9) });
    // Twelve of 6 × 80 right through, drilled from both ends, are 6.7 deep: 12 · 0.4 %.
    expect(of({ holes: Array.from({ length: 12 }, () => ({ diameter_mm: 6, depth_mm: 80, through: true })) }).likely).toBeCloseTo(0.078, 9);
    expect(of({ holes }).source.text).toContain('2 holes five to ten diameters deep, 0.4 % each; 1 deeper than ten, 1.5 % each');
    // A tight pocket and three thin ribs: 0.5 % each. A hundred deep holes: a quarter at most.
    const pockets = [{ depth_mm: 30, walled_percent: 100, corner_radius_mm: 3, corners_mm: 120 }],
      ribs = [{ thickness_mm: 2, height_mm: 30, length_mm: 100, count: 3 }];
    expect(of({ pockets, ribs }).likely).toBeCloseTo(0.05, 9);
    expect(of({ holes: Array.from({ length: 100 }, () => holes[2]) })).toMatchObject({ likely: 0.25, high: 0.25 });
    expect(scrapWithRisks(demoDoc(), scrap)).toBe(scrap);
  });
  it('asks what holes of usual sizes are, and never says so by itself', () => {
    const rows = [5, 5, 6, 7.3, 8.53].map((diameter_mm) => ({ diameter_mm, depth_mm: 20, through: true }));
    expect(holeQuestions(rows)).toEqual([
      { diameter_mm: 5, count: 2, thread: 'M6', dowel: 5 },
      { diameter_mm: 6, count: 1, thread: 'M6', dowel: 6 },
      { diameter_mm: 8.53, count: 1, thread: 'M10' },
    ]);
    expect(holeQuestions(rows.map((r) => ({ ...r, is: 'plain' as const })))).toEqual([]);
    // One answer is for all of a width that nobody has said of.
    const said = holesAnswered([{ ...rows[0], is: 'plain' }, ...rows.slice(1)], 5, 'tapped');
    expect(said.map((r) => r.is)).toEqual(['plain', 'tapped', undefined, undefined, undefined]);
  });
});

describe('a block with a pocket', () => {
  it('is no work for a hand mill: its walls follow a program', async () => {
    const c = new Cutters(await loadKernel(), 0.02);
    const form = (part: Parameters<typeof asPart>[0]) => {
      const ref = studiedRef(asPart(part, [0, 0, 1], 0));
      return formOf(demoDoc({ form: 'shaped', shapes: { machined: ref } }), false);
    };
    const stepped = () => c.box(90, 70, 60).subtract(c.box(40, 100, 60).translate([40, 0, 35])).subtract(c.cylinder(8, 100).translate([-20, 0, -10]));
    expect(form(stepped())).toBe('block');
    expect(form(stepped().subtract(c.pocket(30, 30, 5, 60).translate([-20, 0, 40])))).toBe('shaped');
  });
});

describe('a plate with something that does not go through', () => {
  it('is cut, in any position, and what is done afterwards is priced with it and said', async () => {
    const c = new Cutters(await loadKernel(), 0.02);
    const holes = c.k.Manifold.union(Array.from({ length: 8 }, (_, i) => c.cylinder(6, 20).translate([20 * i - 70, 0, 5])));
    const ref = studiedRef(asPart(c.box(200, 100, 12).subtract(holes), [0.3, 0.2, 0.8], 1));
    const doc = demoDoc({ form: 'shaped', shapes: { printed: ref, machined: ref } });
    expect(formOf(doc, false)).toBe('flat');
    // Eight blind holes at two and a half minutes.
    expect(machiningEntries(doc).find((e) => e.name === 'after_h')).toMatchObject({
      likely: 20 / 60,
      source: { text: expect.stringContaining('drill 8 blind holes ⌀6, 7 mm deep') },
    });
    const form = screenRoute(factsOf(doc, BUILT_IN_SITE), processOf('sheet-cut'), material('s235')).checks.find((x) => x.id === 'form');
    expect(form).toMatchObject({ state: 'pass', reason: 'A plate (measured): cut it, then drill 8 blind holes ⌀6, 7 mm deep.' });
  });
});
