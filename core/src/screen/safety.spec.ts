import { demoDoc, studiedRef } from '../case/testing';
import { rimSpeed } from '../case/safety';
import type { CaseDoc } from '../case/types';
import { evaluateCase } from '../decide/evaluate-case';
import { screenRoute } from '../decide/options';
import type { Need, Requirement } from '../need/requirements';
import { factsOf } from '../plan/facts';
import { processOf } from '../process/processes';
import { BUILT_IN_SITE } from '../records/site';
import { drilledPlate, tube } from '../shape/testing';
import { material } from '../shelf/shelf';
import { bearingArea, boltFor, preload } from '../need/bolts';
import { depthAbove } from './checks/hot-work';
import { safeDistance } from './checks/openings';

const must = <T>(value: T): Requirement<T> => ({ level: 'must', value, from: 'test' });
const found = (id: string, route: string, need: Need, doc: Partial<CaseDoc> = {}) => {
  const [p, m] = route.split('/');
  return screenRoute(factsOf(demoDoc({ ...doc, need }), BUILT_IN_SITE), processOf(p), material(m)).checks.find((c) => c.id === id);
};

describe('bolts', () => {
  it('pull with T/(0.2 d) on the ring under their head', () => {
    // M6 at 6 N·m: 6000/(0.2 · 6) = 5000 N; π/4(10² − 6.6²) = 44.33 mm², under a washer of 18 π/4(18² − 6.6²) = 220.3 mm².
    expect(preload('M6', 6)).toEqual({ low: expect.closeTo(4000, 6), likely: expect.closeTo(5000, 6), high: expect.closeTo(6666.7, 1) });
    expect(bearingArea('M6', false)).toBeCloseTo(44.33, 2);
    expect(bearingArea('M6', true)).toBeCloseTo(220.26, 2);
  });
  it('are told by their clearance holes', () => {
    expect([3.4, 5.5, 6.4, 6.6, 9, 11, 22].map(boltFor)).toEqual(['M3', 'M5', 'M6', 'M6', 'M8', 'M10', 'M20']);
    expect([2.5, 8, 10, 25].map(boltFor)).toEqual([undefined, undefined, undefined, undefined]);
  });
  it('crush plastic under their heads, not steel; sleeves and washers help', () => {
    const plate = { shapes: { printed: studiedRef(drilledPlate(80, 60, 12, [[6.6, 15, 15], [6.6, 65, 15], [9, 40, 45]])) } };
    const bare = found('bearing', 'extrusion-open/petg', { boltTorque: must(9) }, plate)!;
    // The M6, not the M8: 9000/1.2 = 7.5 kN on 44 mm² is 169 MPa.
    expect(bare.value).toBeCloseTo(7500 / 44.33, 0);
    expect(bare.reason).toMatch(/^M6 at 9 N·m pulls 7\.5 kN on 44 mm² under its head: 170 MPa/);
    expect(bare.state).toBe('conditional');
    expect(bare.offers.map((o) => o.id)).toContain('compression-limiters');
    expect(found('bearing', 'cnc-mill/s235', { boltTorque: must(9) }, plate)!.state).toBe('pass');
    const sleeved = { ...plate, remedies: { 'extrusion-open/petg': ['compression-limiters'] } };
    expect(found('bearing', 'extrusion-open/petg', { boltTorque: must(9) }, sleeved)!.state).toBe('pass');
    // A light hand: 0.6 N·m is 500 N, 11 MPa under the head, 2.3 MPa under a washer.
    const light = found('bearing', 'extrusion-open/petg', { boltTorque: must(0.6) }, plate)!;
    expect(light.offers[0]?.id).toBe('wide-washers');
    expect(found('bearing', 'extrusion-open/petg', { boltTorque: must(0.6) }, { ...plate, remedies: { 'extrusion-open/petg': ['wide-washers'] } })!.state).toBe(
      'pass',
    );
  });
  it('of no known size leave a question', () => {
    expect(found('bearing', 'extrusion-open/petg', { boltTorque: must(9) })!.state).toBe('unknown');
    expect(found('bearing', 'extrusion-open/petg', { boltTorque: must(9), boltSize: must('M6') })!.value).toBeCloseTo(169.2, 0);
    expect(found('bearing', 'extrusion-open/petg', {})).toBeUndefined();
  });
});

describe('hot work', () => {
  it('goes in by erfc: half of the step lies at 0.954 √(αt)', () => {
    // erfc(0.47694) = 0.5, so x = 2 · 0.47694 √(αt).
    expect(depthAbove(0.5, 0.15, 10)).toBeCloseTo(2 * 0.476936 * Math.sqrt(1.5), 4);
    expect(depthAbove(0.1, 0.15, 4)).toBeCloseTo(2 * 1.163087 * Math.sqrt(0.6), 4);
  });
  it('melts a plastic finger, and asks for steel on it', () => {
    const hot = (t: number, s?: number): Need => ({ serviceTemp: must(40), contactTemp: must(t), ...(s && { contactTime: must(s) }) });
    const pa = found('hot-work', 'powder-polymer/pa12-powder', hot(300, 5), { family: 'gripper' })!;
    expect(pa.state).toBe('conditional');
    expect(pa.offers.map((o) => o.id)).toEqual(['metal-face']);
    // (600 · 40 + 13 000 · 300)/13 600 = 288.5 °C at the skin.
    expect(pa.value).toBeCloseTo(288.5, 1);
    expect(found('hot-work', 'cnc-mill/s235', hot(300, 5), { family: 'gripper' })!.state).toBe('pass');
    expect(found('hot-work', 'powder-polymer/pa12-powder', hot(60, 5))!.state).toBe('pass');
    expect(found('hot-work', 'powder-polymer/pa12-powder', hot(300))!.state).toBe('unknown');
  });
});

describe('hands', () => {
  it('burn sooner on metal than on plastic', () => {
    const need: Need = { serviceTemp: must(65), touch: must('seconds') };
    expect(found('touch', 'cnc-mill/al-6061', need)!.state).toBe('conditional');
    expect(found('touch', 'powder-polymer/pa12-powder', need)!.state).toBe('pass');
    expect(found('touch', 'powder-polymer/pa12-powder', { ...need, touch: must('shift') })!.state).toBe('conditional');
    expect(found('touch', 'powder-polymer/pa12-powder', { serviceTemp: must(65) })).toBeUndefined();
  });
  it('reach through a guard by the table', () => {
    expect(safeDistance(4, 'slot')).toBe(2);
    expect(safeDistance(9, 'slot')).toBe(80);
    expect(safeDistance(9, 'round')).toBe(20);
    expect(safeDistance(35, 'square')).toBe(200);
    expect(safeDistance(121, 'round')).toBeUndefined();
    const guard = (need: Need) => found('openings', 'sheet-fold/al-6061', need, { family: 'guard' })!.state;
    expect(guard({ opening: must(9), openingShape: must('round'), reachDistance: must(30) })).toBe('pass');
    expect(guard({ opening: must(9), openingShape: must('slot'), reachDistance: must(30) })).toBe('fail');
    expect(guard({ opening: must(9) })).toBe('unknown');
    expect(guard({ opening: must(0) })).toBe('pass');
    expect(guard({ opening: must(200), reachDistance: must(2000) })).toBe('fail');
  });
});

describe('pressure and rotation', () => {
  const pipe = { shapes: { printed: studiedRef(tube(20, 16, 80)) }, family: 'spare-part' };
  it('hoop stress by the thinnest wall; gas never in a print', () => {
    const water: Need = { held: must('liquid'), heldPressure: must(0.6) };
    const o = found('vessel', 'vat-resin/resin-tough', water, pipe)!;
    // 0.6 MPa · 40/2/4 = 3 MPa.
    expect(o.value).toBeCloseTo(3, 1);
    expect(o.reason).toContain('0.9 MPa behind a shield');
    expect(found('vessel', 'vat-resin/resin-tough', { held: must('gas'), heldPressure: must(0.6) }, pipe)!.state).toBe('fail');
    expect(found('vessel', 'vat-resin/resin-tough', { held: must('liquid') }, pipe)!.state).toBe('unknown');
    expect(found('vessel', 'vat-resin/resin-tough', water, { family: 'spare-part' })!.state).toBe('unknown');
  });
  it('rim stress is ρ v²', () => {
    expect(rimSpeed(3000, { sorted: [200, 100, 50], height: 50, measured: true }, 'shaped')).toBeCloseTo(31.416, 3);
    expect(rimSpeed(3000, { sorted: [200, 100, 100], height: 50, measured: true }, 'turned')).toBeCloseTo(15.708, 3);
    const o = found('rotor', 'cnc-mill/al-6061', { rotation: must(3000) }, { size_mm: [200, 100, 50] })!;
    expect(o.value! / ((material('al-6061').density_g_cm3.likely * 1000 * 31.416 ** 2) / 1e6)).toBeCloseTo(1, 3);
    expect(o.reason).toContain('20 µm off centre');
  });
  it.each<[string, Need, boolean]>([
    ['gas at 6 bar', { held: must('gas'), heldPressure: must(0.6) }, true],
    ['gas at no known pressure', { held: must('gas') }, true],
    ['a breath of air', { held: must('gas'), heldPressure: must(0.02) }, false],
    ['cooling water at 3 bar', { held: must('liquid'), heldPressure: must(0.3) }, false],
    ['oil at 100 bar', { held: must('liquid'), heldPressure: must(10) }, true],
    ['a fast rotor', { rotation: must(8000) }, true],
    ['a slow one', { rotation: must(120) }, false],
  ])('%s: released by others, or not', (_, need, refers) => {
    const { verdict } = evaluateCase(
      demoDoc({ family: 'spare-part', size_mm: [120, 60, 40], need: { ...need, load: must(50), serviceTemp: must(25), fluids: must([]) } }),
      BUILT_IN_SITE,
      100,
    ).view;
    expect(verdict.kind === 'licensed').toBe(refers);
  });
});
