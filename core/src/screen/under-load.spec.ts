import { demoDoc, studiedRef, withWaysSolved } from '../case/testing';
import { loadRows, loadsToSolve, newRowId, toSolve, withSolved } from '../case/load-table';
import type { CaseDoc } from '../case/types';
import { routeContext } from '../decide/options';
import { factsOf } from '../plan/facts';
import { processOf } from '../process/processes';
import { BUILT_IN_SITE } from '../records/site';
import { shelfOf } from '../shelf/shelf';
import { box } from '../shape/testing';
import { screen, usualRemedies, withRemedies } from './screen';
import { askedWords, rowVerdicts } from './row-verdicts';
import { everyLoad, hardest, softest } from './under-load';

const material = (id: string) => shelfOf(BUILT_IN_SITE.shop).material(id);
const on = (doc: CaseDoc, process = 'cnc-mill', of = 'al-6061') => routeContext(factsOf(doc, BUILT_IN_SITE), processOf(process), material(of));
const check = (doc: CaseDoc, id: string, process?: string, of?: string) => screen(on(doc, process, of)).checks.find((c) => c.id === id);
const exactly = (x: number) => ({ low: x, likely: x, high: x });
const at = (point: [number, number, number], normal: [number, number, number]) => ({ point, normal });

/** An arm of 100 × 20 × 10 along x, held at x = 0. */
const ARM = studiedRef(box(100, 20, 10));
const TIP = at([100, 10, 5], [1, 0, 0]), ROOT = at([0, 10, 5], [-1, 0, 0]);
const solvedDoc = (change: Partial<CaseDoc>): CaseDoc =>
  withWaysSolved(
    demoDoc({ family: 'gripper', shapes: { printed: ARM, machined: ARM }, holds: { root: { kind: 'fixed', at: ROOT } }, ...change }),
    ARM,
    BOX,
    3000,
    WAYS,
  );
/** The ways that these tests look at. */
const WAYS = ['cnc-mill/al-6061', 'extrusion-open/pla', 'extrusion-open/petg'];
const BOX = box(100, 20, 10);

describe('the load table on one way', () => {
  it('without a mesh a row is a force on the beam, and the largest row is the largest load', () => {
    const single = demoDoc({ family: 'gripper', need: { load: { level: 'must', value: 300, from: '' } } });
    const table = demoDoc({ family: 'gripper', loads: { a: { name: 'Grip', force: exactly(300) }, b: { kind: 'cutter', force: exactly(20) } } });
    const [one, two] = [check(single, 'strength')!, check(table, 'strength')!];
    expect(two.value).toBeCloseTo(one.value!, 12);
    expect(two.reason).toContain('“Grip”');
    expect(factsOf(table, BUILT_IN_SITE).need.load).toMatchObject({ value: 300, from: 'the load table', assumed: false });
  });
  it('the table goes before what was typed on its own, and says whether a load stays', () => {
    const doc = demoDoc({ need: { load: { level: 'want', value: 9000, from: 'old' } }, loads: { a: { force: exactly(40), lasting: true } } });
    expect(factsOf(doc, BUILT_IN_SITE).need).toMatchObject({ load: { value: 40, level: 'want' }, lasting: { value: true } });
  });
  it('a wide range lowers the chance, not the state', () => {
    const near = (low: number, high: number) =>
      check(demoDoc({ family: 'gripper', loads: { a: { force: { low, likely: 150, high } } } }), 'strength', 'extrusion-open', 'pla')!;
    expect(near(140, 160).value).toBe(near(50, 600).value);
    expect(Math.abs(near(50, 600).chance - 0.5)).toBeLessThan(Math.abs(near(140, 160).chance - 0.5));
  });
  it('a bolt presses under its head by its preload, and is neither the largest load nor a beam’s: 8 N·m on an M6 is 6.7 kN', () => {
    const doc = demoDoc({ loads: { a: { kind: 'bolt', bolt: 'M6', torque: exactly(8) } } });
    // Socket head 10 mm across over a hole of 6.6 mm.
    const ring = (Math.PI / 4) * (10 ** 2 - 6.6 ** 2);
    expect(check(doc, 'pressed')!.value).toBeCloseTo(8000 / (0.2 * 6) / ring, 6);
    expect(everyLoad(on(doc))).toEqual([]);
    expect(check(doc, 'strength')).toBeUndefined();
    expect(factsOf(doc, BUILT_IN_SITE).need.load).toEqual(factsOf(demoDoc({}), BUILT_IN_SITE).need.load);
    const bare = on(doc, 'extrusion-open', 'petg');
    expect(rowVerdicts(bare)[0]).toMatchObject({ state: 'conditional', decides: 'presses' });
    expect(askedWords(rowVerdicts(bare)[0])).toMatch(/^[\d\s]+%$/);
    expect(askedWords(rowVerdicts(withRemedies(bare, ['compression-limiters']).ctx)[0])).toBe('on a sleeve');
    expect(askedWords(rowVerdicts(on(demoDoc({ loads: { p: { kind: 'pressure' } } })))[0])).toBe('not known');
    expect(rowVerdicts(on(doc))[0].state).toBe('pass');
  });
  it('a formula chosen in the row is what counts: an arm of 100 × 20 × 10 under 50 N', () => {
    const doc = demoDoc({
      family: 'gripper',
      need: { serviceTemp: { level: 'must', value: 20, from: '' } },
      loads: { a: { force: exactly(50), hand: 'arm', l: 100, b: 20, h: 10 } },
    });
    expect(check(doc, 'strength')!.value).toBeCloseTo(15, 9);
    // Wide: from two thirds to one and a half times.
    expect(everyLoad(on(doc))[0].stress).toEqual({ low: expect.closeTo(10, 9), likely: expect.closeTo(15, 9), high: expect.closeTo(22.5, 9) });
    // (200 + 1.56) · 50/69 000, in a cool room.
    expect(check(doc, 'stiffness')!.value).toBeCloseTo((50 * 201.56) / (1000 * material('al-6061').modulus_gpa.inPlane.likely), 6);
  });
  it('only what stays for hours can creep', () => {
    const doc = (lasting: boolean) => demoDoc({ family: 'gripper', loads: { a: { force: exactly(500) }, b: { force: exactly(20), lasting } } });
    expect(check(doc(false), 'creep', 'extrusion-open', 'pla')).toBeUndefined();
    const [all, stays] = [check(doc(true), 'strength', 'extrusion-open', 'pla')!, check(doc(true), 'creep', 'extrusion-open', 'pla')!];
    expect(stays.value! / all.value!).toBeCloseTo(20 / 500, 9);
  });
  it('pressure without a mesh is a question, not an answer', () => {
    expect(check(demoDoc({ family: 'gauge', loads: { a: { kind: 'pressure' } } }), 'strength')).toMatchObject({ state: 'unknown' });
  });
});

describe('the load table solved on the mesh', () => {
  const doc = solvedDoc({ loads: { p: { name: 'Finger', force: exactly(50), at: TIP, way: 'z-' }, w: { kind: 'own' } } });

  /** With all other ways, coarsely. */
  const all = withSolved(doc, ARM, BOX, 300);

  it('an arm bends as an arm, not as a beam on two ends: F l³/(3 E I)', () => {
    const ctx = on(doc);
    expect(hardest(ctx)).toMatchObject({ by: 'solved', row: 'Finger' });
    const e = 1000 * material('al-6061').modulus_gpa.inPlane.likely;
    expect(Math.abs((softest(ctx)!.give.likely / e) / ((50 * 100 ** 3) / (3 * e * ((20 * 10 ** 3) / 12)) + (1.2 * 50 * 100 * 2.7) / (e * 200)) - 1))
      .toBeLessThan(0.04);
    expect(check(doc, 'strength')!.reason).toContain('“Finger”');
    expect(check(doc, 'strength')!.basis).toContain("part's own shape");
  });
  it('its weight goes with the density: w l⁴/(8 E I), 2.7 g/cm³ of aluminium against 1.24 of a plastic', () => {
    const weight = (ctx: ReturnType<typeof on>) => everyLoad(ctx).find((u) => u.row === 'its own weight')!.give!.likely;
    const w = 200 * 2.7e-6 * 9.80665;
    expect(Math.abs(weight(on(doc)) / ((w * 100 ** 4) / (8 * ((20 * 10 ** 3) / 12))) - 1)).toBeLessThan(0.06);
  });
  it('more force on the same place needs no new solution; another place, hold or direction does', () => {
    const solved = (d: CaseDoc) => everyLoad(on(d)).some((u) => u.by === 'solved');
    const changed = (loads: CaseDoc['loads'], holds = doc.holds) => ({ ...doc, loads, holds });
    expect(solved(changed({ ...doc.loads, p: { ...doc.loads!['p'], force: exactly(500) } }))).toBe(true);
    expect(hardest(on(changed({ ...doc.loads, p: { ...doc.loads!['p'], force: exactly(500) } })))!.stress.likely / hardest(on(doc))!.stress.likely).toBeCloseTo(
      10,
      9,
    );
    expect(solved(changed({ ...doc.loads, p: { ...doc.loads!['p'], way: 'y+' } }))).toBe(false);
    expect(solved(changed(doc.loads, { root: { kind: 'fixed', at: at([50, 10, 0], [0, 0, -1]) } }))).toBe(false);
  });
  it('a printed way is judged across its layers where that is the weaker', () => {
    const standing = { ...ARM, up: [1, 0, 0] as [number, number, number] };
    const up = withWaysSolved({ ...doc, shapes: { printed: standing, machined: standing } }, standing, BOX, 3000, ['extrusion-open/pla']);
    expect(hardest(on(up, 'extrusion-open', 'pla'))).toMatchObject({ by: 'solved', across: true });
    expect(hardest(on(doc, 'extrusion-open', 'pla'))).toMatchObject({ by: 'solved', across: false });
  });
  it('two ways with the same mesh find their solutions each, and nothing is left to solve', () => {
    expect(toSolve(all, all.shapes.printed!)).toEqual([]);
    expect(toSolve(all, all.shapes.machined!)).toEqual([]);
    const one = withSolved({ ...doc, shapes: { printed: ARM } }, ARM, BOX, 300);
    expect(toSolve(one, one.shapes.printed!)).toEqual([]);
    expect(hardest(on(one))!.by).toBe('solved');
  });
  it('another fill of one way alone is solved beside the others', () => {
    const own = { ...all, overrides: { 'extrusion-open/pla': { infill: { low: 0.6, likely: 0.6, high: 0.6, kind: 'you' as const, note: '' } } } };
    const [todo, ...rest] = toSolve(own, own.shapes.printed!);
    expect([todo.name, todo.ask.classes.map((c) => c.share), rest]).toEqual(['printed', [0.6], []]);
    expect(hardest(on(own, 'extrusion-open', 'pla'))!.by).toBe('sections');
    expect(hardest(on(own, 'extrusion-open', 'petg'))!.by).toBe('solved');
    expect(hardest(on(withSolved(own, own.shapes.printed!, BOX, 300), 'extrusion-open', 'pla'))!.by).toBe('solved');
  });
  it('a store that keeps no order of rows, or of what a row says, changes neither the order nor the solution', () => {
    const turnedRound = {
      ...doc,
      loads: Object.fromEntries(Object.entries(doc.loads!).reverse().map(([id, row]) => [id, Object.fromEntries(Object.entries(row).reverse())])),
    };
    expect(loadRows(turnedRound).map(([id]) => id)).toEqual(loadRows(doc).map(([id]) => id));
    expect(toSolve(turnedRound, turnedRound.shapes.printed!)).toEqual(toSolve(doc, doc.shapes.printed!));
    expect(everyLoad(on(turnedRound))).toEqual(everyLoad(on(doc)));
    expect(newRowId(Date.UTC(2026, 10, 27), 'zzzzzz') < newRowId(Date.UTC(2026, 10, 27) + 1, 'aaaaaa')).toBe(true);
  });
  it('nothing is solved until what holds the tool has its place', () => {
    expect(loadsToSolve({ ...doc, holds: {} }, ARM, true)).toBeUndefined();
    expect(loadsToSolve({ ...doc, loads: { p: { force: exactly(5) } } }, ARM, true)).toBeUndefined();
  });
});

describe('rows judged one by one', () => {
  const petg = material('petg');
  /** A row whose solution is said outright, MPa and mm·N/mm² for one newton, on petg printed in a cool room. */
  const verdict = (size: number, inPlane: number, across: number, give: number, change: { lasting?: boolean; deflection?: number } = {}) => {
    const doc = demoDoc({
      family: 'gripper',
      need: {
        serviceTemp: { level: 'must', value: 20, from: '' },
        wet: { level: 'must', value: false, from: '' },
        ...(change.deflection && { deflection: { level: 'must' as const, value: change.deflection, from: '' } }),
      },
    });
    const row = {
      id: 'a',
      name: 'Grip',
      size: exactly(size),
      lasting: !!change.lasting,
      isForce: true,
      solved: {
        inPlane: exactly(size * inPlane),
        across: exactly(size * across),
        give: exactly(size * give),
        faces: [],
        error: 0,
        bricks: 1,
        patch_mm: 1,
        worst: [1, 2, 3] as const,
        inCorner: true,
        backed: false,
        // Two that are one to whoever rounds them.
        corners: [{ at: [4, 5, 6] as [number, number, number], share: 0.8 }, { at: [4, 5, 6.01] as [number, number, number], share: 0.79 }],
        with: [],
        holds: [],
        lifts: [],
        area: 0,
      },
    };
    return rowVerdicts({ ...on(doc, 'extrusion-open', 'petg'), loads: [row] })[0];
  };
  const { inPlane, across } = petg.strength_mpa;
  const e = 1000 * petg.modulus_gpa.inPlane.likely;

  it('by the weaker way, within the layers or across them, with a factor of three on the lowest strength', () => {
    expect(verdict(1, inPlane.likely / 10, across.low / 3.05, 0)).toMatchObject({ state: 'pass', across: true, allowed_mpa: across.likely / 3 });
    expect(verdict(1, inPlane.likely / 2.5, across.likely / 9, 0)).toMatchObject({ state: 'conditional', across: false });
    expect(verdict(1, inPlane.high / 1.9, 0, 0)).toMatchObject({ state: 'fail', decides: 'stress' });
    expect(verdict(2, inPlane.low / 6.2, 0, 0).stress_mpa).toBeCloseTo(inPlane.low / 3.1, 9);
  });
  it('names the sharp inside corners beside the worst place, with their share of it', () => {
    const { also } = verdict(1, inPlane.low / 4, 0, 0);
    expect(also.join(' ')).toContain('The place is a sharp inside corner');
    expect(also.join(' ')).toContain('Other sharp inside corners work nearly as hard: at 4 / 5 / 6 mm with 80 % of it. Round them as well.');
  });
  it('by how far it may give', () => {
    expect(verdict(1, 0.01, 0, 0.2 * e, { deflection: 0.3 })).toMatchObject({ state: 'pass', may_give_mm: 0.3 });
    expect(verdict(1, 0.01, 0, 0.4 * e, { deflection: 0.3 })).toMatchObject({ state: 'conditional', decides: 'give' });
    expect(verdict(1, 0.01, 0, 0.7 * e, { deflection: 0.3 }).give_mm).toBeCloseTo(0.7, 9);
  });
  it('and, where it stays, by what may stand for hours', () => {
    const fine = inPlane.low / 3.1;
    expect(verdict(1, fine, 0, 0).state).toBe('pass');
    expect(verdict(1, fine, 0, 0, { lasting: true })).toMatchObject({ decides: 'stays', allowed_mpa: (inPlane.likely * petg.creep) / 3 });
    expect(verdict(1, fine, 0, 0, { lasting: true }).state).not.toBe('pass');
  });
  it('beside the formula chosen in the row: 6 F l/(b h²) = 15 MPa stands by what was solved and decides nothing', () => {
    const loads = { p: { name: 'Finger', force: exactly(50), at: TIP, way: 'z-', hand: 'arm', l: 100, b: 20, h: 10 } };
    const ctx = on(solvedDoc({ loads })), [row] = rowVerdicts(ctx);
    // (200 + 1.56) · 50/E.
    const give = (50 * 201.56) / (1000 * material('al-6061').modulus_gpa.inPlane.likely);
    expect(row.also.join(' ')).toContain(`By hand, as an arm held at one end, loaded at the other, it would be 15 MPa and give ${give.toPrecision(2)} mm`);
    expect(row.by).toBe('solved');
    const plain = rowVerdicts(on(solvedDoc({ loads: { p: { name: 'Finger', force: exactly(50), at: TIP, way: 'z-' } } })))[0];
    expect(row.stress_mpa).toBe(plain.stress_mpa);
    expect(plain.also.join(' ')).not.toContain('By hand');
  });
  it('together with what stays on, and says with what', () => {
    const clamped = solvedDoc({
      loads: { p: { name: 'Finger', force: exactly(50), at: TIP, way: 'z-' }, q: { name: 'Spring', force: exactly(3000), at: TIP, way: 'x+', lasting: true } },
    });
    const [finger, spring] = everyLoad(on(clamped));
    // 50 N at 100 mm are 15 MPa at the root, 3 kN on 200 mm² another 15.
    expect(finger.with).toEqual(['Spring']);
    expect(finger.stress.likely / 30).toBeGreaterThan(0.85);
    expect(finger.stress.likely / 30).toBeLessThan(1.1);
    expect(spring.with).toBeUndefined();
    expect(spring.stress.likely / 15).toBeLessThan(1.2);
    expect(check(clamped, 'strength')!.reason).toContain('under “Finger” with “Spring” on');
  });
  it('bolts drawn tight rule no plastic out: they stand on sleeves, alone and with what they stay on beside', () => {
    const TOP = at([12, 12, 8], [0, 0, 1]), PAD = box(24, 24, 8);
    const ref = studiedRef(PAD);
    const loads = (lasting: boolean, push: number) => ({
      b: { name: 'Bolt', kind: 'bolt', bolt: 'M6', torque: exactly(8), at: TOP, lasting },
      p: { name: 'Push', force: exactly(push), at: TOP, way: 'x+' },
    });
    const table = demoDoc({
      family: 'workholding-plate',
      shapes: { printed: ref, machined: ref },
      holds: { base: { kind: 'fixed', at: at([12, 12, 0], [0, 0, -1]) } },
      loads: loads(false, 50),
    });
    const once = withWaysSolved(table, ref, PAD, 1000, WAYS);
    const bolted = (lasting: boolean, push: number) => ({ ...once, loads: loads(lasting, push) });
    for (const lasting of [false, true]) {
      const ctx = on(bolted(lasting, 50), 'extrusion-open', 'petg');
      const bare = screen(ctx);
      expect(bare.checks.find((c) => c.id === 'pressed')).toMatchObject({ state: 'conditional', offers: [{ id: 'compression-limiters' }] });
      expect(bare.state).not.toBe('fail');
      const usual = usualRemedies(bare).map((r) => r.id);
      expect(usual).toContain('compression-limiters');
      expect(usual).not.toContain('wide-washers');
      const sleeved = withRemedies(ctx, ['compression-limiters']).ctx;
      const withBolt = lasting ? ['Bolt'] : undefined;
      expect(everyLoad(ctx).find((u) => u.row === 'Push')!.with).toEqual(withBolt);
      expect(everyLoad(sleeved).map((u) => [u.row, u.with])).toEqual([['Push', undefined]]);
      expect(rowVerdicts(sleeved)[0]).toMatchObject({ name: 'Bolt', state: 'pass', decides: 'sleeve' });
      // 50 N on 576 mm² tires nothing; the bolt stays as it is drawn.
      expect(bare.stress!.ratio.likely).toBeLessThan(0.01);
    }
    // What is too much without the bolts is too much with sleeves.
    expect(screen(on(bolted(true, 2e6), 'extrusion-open', 'petg')).checks.find((c) => c.id === 'strength')).toMatchObject({ state: 'fail' });
    // Metal needs none: what the head squeezes beneath it is a matter of the pressure there.
    expect(screen(on(bolted(true, 50))).checks.filter((c) => ['strength', 'pressed'].includes(c.id)).map((c) => c.state)).toEqual(['pass', 'pass']);
  });
  it('a sleeve ends what a bolt squeezes, and nothing of what it bends: a pad on its bed, an ear that stands free', () => {
    const drawn = (change: Record<string, unknown>) => demoDoc({ loads: { b: { name: 'Bolt', kind: 'bolt', bolt: 'M6', torque: exactly(8), ...change } } });
    const strength = (d: CaseDoc, remedies: string[] = []) => screen(on(d, 'extrusion-open', 'petg'), remedies).checks.find((c) => c.id === 'strength');
    // F/(l b) of 6.7 kN on 12 × 12 mm; 6 F l/(b h²) of an ear of 40 × 20 × 6.
    const pad = drawn({ hand: 'block', l: 12, b: 12, h: 8 }), ear = drawn({ hand: 'arm', l: 40, b: 20, h: 6 });
    expect(strength(pad)).toMatchObject({ state: 'conditional', offers: [{ id: 'compression-limiters' }] });
    expect(strength(pad)!.value).toBeCloseTo(8000 / 1.2 / 144, 6);
    expect(strength(pad)!.reason).toContain('put steel sleeves under the heads');
    expect(strength(pad, ['compression-limiters'])).toBeUndefined();
    for (const remedies of [[], ['compression-limiters']]) expect(strength(ear, remedies)).toMatchObject({ state: 'fail' });
    expect(strength(ear)!.value).toBeCloseTo((6 * (8000 / 1.2) * 40) / (20 * 6 ** 2), 6);
    // The same on the shape: the arm held at its root, drawn down at its free end; and drawn onto what holds it.
    const ends = (hold: { point: [number, number, number]; normal: [number, number, number] }) =>
      solvedDoc({
        loads: { b: { name: 'Bolt', kind: 'bolt', bolt: 'M6', torque: exactly(8), at: at([90, 10, 10], [0, 0, 1]) } },
        holds: { h: { kind: 'fixed', at: hold } },
      });
    const free = ends(ROOT), bedded = ends(at([50, 10, 0], [0, 0, -1]));
    expect(strength(free, ['compression-limiters'])).toMatchObject({ state: 'fail' });
    expect(strength(bedded, ['compression-limiters'])).toBeUndefined();
    expect(rowVerdicts(withRemedies(on(free, 'extrusion-open', 'petg'), ['compression-limiters']).ctx)[0]).toMatchObject({ state: 'fail', decides: 'stress' });
    expect(rowVerdicts(withRemedies(on(bedded, 'extrusion-open', 'petg'), ['compression-limiters']).ctx)[0]).toMatchObject({
      state: 'pass',
      decides: 'sleeve',
    });
  });
  it('at the faces that work, where some are marked: each by its own tolerance', () => {
    const marks = (of: { point: [number, number, number]; normal: [number, number, number]; tolerance_mm?: number }) => ({
      ...ARM,
      marks: [{ duty: 'working' as const, area_mm2: 200, note: '', ...of }],
    });
    const solved = (ref: ReturnType<typeof marks>) =>
      withWaysSolved(
        demoDoc({
          family: 'gripper',
          shapes: { printed: ref, machined: ref },
          loads: { p: { name: 'Finger', force: exactly(50), at: TIP, way: 'z-' } },
          holds: { root: { kind: 'fixed', at: ROOT } },
        }),
        ref,
        BOX,
        1500,
        ['cnc-mill/al-6061'],
      );
    const tip = softest(on(solved(marks({ ...TIP, tolerance_mm: 1 }))))!;
    expect(tip.face).toBe('W1');
    expect(check(solved(marks({ ...TIP, tolerance_mm: 1 })), 'stiffness')).toMatchObject({
      limit: 0.5,
      reason: expect.stringContaining('at W1 under “Finger”'),
    });
    // The root does not move, however much the tip does.
    expect(softest(on(solved(marks(ROOT))))!.give.likely).toBe(0);
    expect(check(solved(marks(ROOT)), 'stiffness')).toMatchObject({ state: 'pass', value: 0 });
    expect(check(solved(marks(TIP)), 'stiffness')!.value).toBeGreaterThan(0.01);
  });
  it('by the pressure on its face, a wall that buckles and a seat that lifts', () => {
    const row = {
      id: 'a',
      name: 'Press',
      size: exactly(1000),
      lasting: false,
      isForce: true,
      solved: {
        inPlane: exactly(0.1),
        across: exactly(0.1),
        give: exactly(0),
        faces: [],
        error: 0,
        bricks: 1,
        patch_mm: 1,
        worst: [0, 0, 0] as const,
        inCorner: false,
        backed: true,
        corners: [],
        with: [],
        holds: [],
        lifts: [0, 0.4],
        area: 1,
        presses: exactly(1),
        slender: { stress: exactly(1), critical: 1, wall_mm: 2, free_mm: 60, held: 'both' as const, at: [0, 0, 0] as [number, number, number] },
      },
    };
    const doc = demoDoc({ family: 'gripper', need: { serviceTemp: { level: 'must', value: 20, from: '' }, wet: { level: 'must', value: false, from: '' } } });
    const ctx = (change: object, more: object = {}) => ({
      ...on(doc, 'extrusion-open', 'petg'),
      loads: [{ ...row, ...more, solved: { ...row.solved, ...change } }],
    });
    const bears = on(doc, 'extrusion-open', 'petg').traits.compressive_mpa;
    expect(rowVerdicts(ctx({}))[0]).toMatchObject({ state: 'pass' });
    expect(rowVerdicts(ctx({ presses: exactly(1.05 * bears.high / 1.5) }))[0]).toMatchObject({ state: 'fail', decides: 'presses' });
    expect(screen(ctx({ presses: exactly(1.05 * bears.high / 1.5) })).checks.find((c) => c.id === 'pressed')).toMatchObject({ state: 'fail' });
    // Half of the critical stress at the stiffest is no longer enough, a third of it at the softest is.
    const e = 1000 * petg.modulus_gpa.inPlane.high;
    expect(rowVerdicts(ctx({ slender: { ...row.solved.slender, critical: 1.9 / e } }))[0]).toMatchObject({ state: 'fail', decides: 'buckles' });
    expect(rowVerdicts({ ...ctx({}), rests: new Set([1]) })[0]).toMatchObject({ state: 'conditional', decides: 'lifts' });
    expect(rowVerdicts({ ...ctx({}), rests: new Set([0]) })[0]).toMatchObject({ state: 'pass' });
    // A bolt on a sleeve presses on steel.
    const bolt = ctx({}, { bolt: 'M6', size: exactly(20_000) });
    // Crushed under a bare head plastic wants sleeves; where wide washers do not do either, it fails.
    expect(rowVerdicts(bolt)[0]).toMatchObject({ state: 'conditional', decides: 'presses' });
    expect(rowVerdicts({ ...bolt, taken: new Set(['wide-washers']) })[0]).toMatchObject({ state: 'fail', decides: 'presses' });
    expect(rowVerdicts({ ...bolt, taken: new Set(['compression-limiters']) })[0]).toMatchObject({ state: 'pass', reason: expect.stringContaining('sleeve') });
  });
});
