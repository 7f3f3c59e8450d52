import { demoDoc, studiedRef } from '../case/testing';
import type { CaseDoc } from '../case/types';
import type { Values } from '../inputs/spec';
import { FAMILIES } from '../need/families';
import { routeContext } from '../decide/options';
import { processOf } from '../process/processes';
import { BUILT_IN_SITE } from '../records/site';
import { screen } from '../screen/screen';
import { material as materialOf } from '../shelf/shelf';
import { box, drilledPlate, flipped, join, moved } from '../shape/testing';
import { exactly } from '../shelf/types';
import { evaluatePlan, geometryKey } from './evaluate-plan';
import { factsOf } from './facts';
import { pieces } from './planners/pieces';

const [L, B, H] = [1200, 40, 30];
const at = (point: [number, number, number], normal: [number, number, number]) => ({ point, normal });
const mesh = box(L, B, H);
const BAR = studiedRef(mesh);
const arm = (force: number, change: Partial<CaseDoc> = {}): CaseDoc =>
  demoDoc({
    family: 'gripper',
    shapes: { printed: BAR },
    need: {},
    holds: { h: { kind: 'fixed', at: at([0, B / 2, H / 2], [-1, 0, 0]) } },
    loads: { p: { kind: 'push', name: 'Lift', force: exactly(force), at: at([L, B / 2, H / 2], [1, 0, 0]), way: 'z-' } },
    ...change,
  });
const plan = (doc: CaseDoc, values: Values = {}, geometry?: unknown) =>
  evaluatePlan(
    pieces,
    factsOf(doc, BUILT_IN_SITE),
    { values, ...(geometry !== undefined && { geometry: { key: geometryKey(pieces, doc.shapes.printed!.hash, values), result: geometry } }) } as never,
  );

describe('a tool in pieces', () => {
  it('cuts an arm of 1200 into three, says what each joint bears and how it is joined', () => {
    const p = plan(arm(15));
    const [a, b] = [p.figures('at_1'), p.figures('at_2')];
    expect(p.figures('at_3')).toBe(0);
    expect(p.figures('longest')).toBeCloseTo(Math.max(a, b - a, L - b), 6);
    // The nearer to the root, at x: 6 F (L − x)/(B H²) and 1.5 F/(B H); the root may be at either end of its long side.
    const x = Math.min(a, L - b);
    expect(p.figures('worst')).toBeCloseTo(Math.hypot((6 * 15 * (L - x)) / (B * H ** 2), (1.5 * 15) / (B * H)), 2);
    // 12 MPa over 3.
    expect([p.figures('allowed'), p.figures('use')]).toEqual([4, p.figures('worst') / 4]);
    expect(p.figures('to_bond')).toBeCloseTo((2 * B * H) / 100, 2);
    expect(p.findings.map((f) => [f.id, f.state])).toEqual([['fits', 'pass'], ['joint-1', 'pass'], ['joint-2', 'pass']]);
    expect(p.findings[1].reason).toMatch(/under “Lift”, 4 MPa allowed. It may be bonded butt to butt with two dowels/);
    // 60 N: 6 · 60 · 800/36 000 = 8 MPa near the root, on a slope.
    expect(plan(arm(60)).findings.slice(1).some((f) => f.state === 'conditional' && /scarfed 1 in [23], \d+ mm long/.test(f.reason))).toBe(true);
    // 600 N: no joint of 40 × 30 bears it there.
    expect(plan(arm(600)).findings.slice(1).some((f) => f.state === 'fail' && /made in one piece/.test(f.reason))).toBe(true);
  });
  it('hands its planes to the maker, and draws them on the outline that was measured', () => {
    const doc = arm(20), geometry = pieces.geometry!.run(mesh, {}, [], () => undefined);
    const p = plan(doc, {}, geometry);
    expect(pieces.makes![0].values(p.figures, {})).toEqual({ axis: 'long', planes: [{ at: p.figures('at_1') }, { at: p.figures('at_2') }] });
    expect(p.measured).toBe(true);
    const { marks, says } = p.drawing!;
    expect(marks.filter((m) => m.kind === 'line' && m.style === 'dashed')).toHaveLength(2);
    expect(marks.flatMap((m) => (m.kind === 'dot' ? [m.text] : []))).toEqual(['Lift', 'held']);
    const dots = marks.flatMap((m) => (m.kind === 'dot' ? [m.at] : []));
    expect(Math.abs(dots[0][0] - dots[1][0])).toBeCloseTo(L, 0);
    expect(says).toMatch(/1\s200 mm long, cut at/);
  });
  it('says what needs no cut, what is a kit, what is too thick, and that nothing is known of its loads', () => {
    const of = (change: Partial<CaseDoc>, values: Values = {}) => plan(demoDoc({ family: 'gripper', need: {}, ...change }), values).findings;
    expect(of({ size_mm: [200, 40, 30] })).toMatchObject([{ state: 'pass', reason: expect.stringContaining('whole') }]);
    expect(of({ size_mm: [3000, 40, 30] })).toMatchObject([{ state: 'fail', reason: expect.stringContaining('a kit') }]);
    expect(of({ size_mm: [3000, 900, 900] })).toMatchObject([{ state: 'fail', reason: expect.stringContaining('too wide') }]);
    expect(of({ family: FAMILIES.find((f) => !f.defaults.load)!.id, size_mm: [200, 40, 30] }, { count: 2 })[1]).toMatchObject({ state: 'unknown' });
  });
  it('says where no plane keeps off a hole, and that one piece more does', () => {
    // 800 in two: a plane between 385 and 415, and a hole of 30 from 385 to 415.
    const doc = arm(1, { shapes: { printed: studiedRef(drilledPlate(800, 60, 30, [[30, 400, 30]])) }, holds: undefined, loads: undefined, need: {} });
    const found = (values: Values) => plan(doc, values).findings.filter((f) => f.reason.includes('through a hole')).map((f) => [f.id, f.state]);
    expect(found({})).toEqual([['joint-1', 'conditional']]);
    expect(found({ count: 3 })).toEqual([]);
  });
  it('says of a way what its check says: the same place, stress and limit, also between weak layers', () => {
    for (const way of ['extrusion-chamber/pa12-cf', 'extrusion-open/pla']) {
      const doc = arm(30), [process, material] = way.split('/');
      const check = screen(routeContext(factsOf(doc, BUILT_IN_SITE), processOf(process), materialOf(material))).checks.find((c) => c.id === 'bonded-joints')!;
      const p = plan(doc, { way });
      expect([p.figures('worst'), p.figures('allowed')]).toEqual([check.value, check.limit]);
      expect(p.findings.slice(1).map((f) => f.state)).toContain(check.state);
    }
  });
  it('puts no dowels into walls of 3 mm', () => {
    const tube = join(box(L, 50, 50), flipped(moved(box(L - 10, 44, 44), [5, 3, 3])));
    const doc = arm(15, { shapes: { printed: studiedRef(tube) } });
    for (const f of plan(doc).findings.slice(1)) expect(f.reason).toContain('kept in line by a sleeve');
  });
  it('bonds less where it is hot', () => {
    const hot = plan(arm(20, { need: { serviceTemp: { level: 'must', value: 80, from: '' } } }));
    expect(hot.figures('allowed')).toBe(2);
  });
});
