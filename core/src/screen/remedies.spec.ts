import { evaluateRoute } from '../routes/evaluate-route';
import { valueOf } from '../worksheet/evaluate';
import { readdirSync } from 'node:fs';
import { factsOf } from '../plan/facts';
import { BUILT_IN_SITE } from '../records/site';
import { join } from 'node:path';
import { readNeed } from '../document/need-file';
import { screenRoute } from '../decide/options';
import { processOf } from '../process/processes';
import { material } from '../shelf/shelf';
import { quarrels, REMEDIES, remedyKind } from './remedies';

const route = (r: string, need: object, remedies?: string[], rest: object = {}) => {
  const [p, m] = r.split('/');
  return screenRoute(
    factsOf(
      readNeed({
        family: 'hand-jig',
        size_mm: [120, 80, 30],
        need: { wear: 'none', cyclesPerYear: 500, ...need },
        ...(remedies && { remedies: { [r]: remedies } }),
        ...rest,
      }),
      BUILT_IN_SITE,
    ),
    processOf(p),
    material(m),
  );
};
const state = (o: ReturnType<typeof route>, id: string) => o.checks.find((c) => c.id === id)?.state;

describe('remedies', () => {
  it('have a file each, and all are on the list', () => {
    expect(REMEDIES.map((r) => r.id).sort()).toEqual(readdirSync(join(__dirname, 'remedies')).map((f) => f.replace('.ts', '')).sort());
  });
  it('quarrel only with remedies that there are', () => {
    for (const r of REMEDIES) for (const other of Object.keys(r.quarrels ?? {})) expect(remedyKind(other).id).toBe(other);
    expect(quarrels(['metal-face', 'soft-pads'])).toEqual([expect.stringContaining('different faces')]);
    expect(quarrels(['metal-face', 'bushings'])).toEqual([]);
  });
  it('a steel bushing fixes the tolerance at the bore, not the heat', () => {
    const need = { tolerance: 0.05, serviceTemp: 128 };
    const bare = route('extrusion-chamber/pa12-cf', need);
    const bushed = route('extrusion-chamber/pa12-cf', need, ['bushings']);
    expect([state(bare, 'tolerance'), state(bushed, 'tolerance')]).toEqual(['conditional', 'pass']);
    expect([state(bare, 'heat'), state(bushed, 'heat')]).toEqual(['conditional', 'conditional']);
    expect(bushed.checks.find((c) => c.id === 'tolerance')?.reason).toBe('Steel bushings hold ±0.02 mm where they are; the rest holds about ±0.16 mm.');
  });
  it('a steel face lasts, but marks', () => {
    const need = { wear: 'abrasive', cyclesPerYear: 4000, years: 3, nonMarring: true, copies: 1 };
    const bare = route('powder-polymer/pa12-powder', need);
    const faced = route('powder-polymer/pa12-powder', need, ['metal-face']);
    expect([state(bare, 'wear'), state(faced, 'wear')]).toEqual(['conditional', 'pass']);
    expect([state(bare, 'marking'), state(faced, 'marking')]).toEqual(['pass', 'conditional']);
    const both = route('powder-polymer/pa12-powder', need, ['metal-face', 'soft-pads']);
    expect(both.quarrels.length).toBe(1);
  });
  it('aluminium is faced like plastic where grit eats it; steel is its own face', () => {
    const need = { wear: 'abrasive', cyclesPerYear: 60_000, years: 4, copies: 1 };
    const offers = (of: string, taken?: string[]) => route(of, need, taken).checks.find((c) => c.id === 'wear')!;
    expect(offers('cnc-mill/al-6061').offers.map((o) => o.id)).toContain('metal-face');
    expect(offers('cnc-mill/p20').offers.map((o) => o.id)).not.toContain('metal-face');
    // A body that only carries its faces lives ten times its starting life, three in ten of which grit would leave it.
    expect(offers('cnc-mill/al-6061', ['metal-face']).value! / offers('cnc-mill/al-6061').value!).toBeCloseTo(10 / 0.3, 6);
  });
  it('a frame cracks at its welds long before the same bar out of the solid', () => {
    const need = { load: 1960, loadDirection: 'across', serviceTemp: 23, cyclesPerYear: 500_000, years: 4, copies: 1 };
    const life = (of: string) => route(of, need, undefined, { family: 'gripper', size_mm: [400, 60, 40] }).checks.find((c) => c.id === 'wear')!;
    // σ = 1.5 F S/(b d²) = 1.5 · 1960 · 320/(30 · 28²) = 40 MPa of 276; the joints bear a quarter, metals count half: r = 0.29, 10^5.07 cycles.
    const r = (40 / 276 / 0.25) * 0.5;
    expect(life('fabrication/al-6061').value! / 10 ** (6 - (r - 0.15) / 0.15)).toBeCloseTo(1, 1);
    // A million is the starting life of a gripper in aluminium.
    expect(life('cnc-mill/al-6061').value).toBeCloseTo(1_000_000, 0);
  });
  it('annealing buys ten degrees and pays with size', () => {
    const need = { serviceTemp: 128, tolerance: 0.2 };
    const o = route('extrusion-chamber/pa12-cf', need, ['anneal']);
    // 120 °C and ten more; ±0.164 mm and half as much again is ±0.25 mm.
    expect([state(o, 'heat'), state(o, 'tolerance')]).toEqual(['pass', 'conditional']);
    expect(o.checks.find((c) => c.id === 'tolerance')?.value).toBeCloseTo(1.5 * (0.08 + 0.0007 * 120), 10);
  });
  it('a quarter more depth bears 1.25² the load', () => {
    const limit = (r?: string[]): number => route('extrusion-chamber/pa12-cf', { load: 3000 }, r).checks.find((c) => c.id === 'strength')!.limit!;
    expect(limit(['deeper-section']) / limit()).toBeCloseTo(1.5625, 10);
  });
  it('what cannot be done on a route is not taken: nobody fuses bushings into milled steel', () => {
    expect(route('cnc-mill/s235', { tolerance: 0.01 }, ['bushings']).remedies).toEqual([]);
  });
  it('change the price by what they cost, and the weight', () => {
    const need = { tolerance: 0.05 };
    const point = (taken: string[]) => {
      const o = route('extrusion-chamber/pa12-cf', need, taken);
      return evaluateRoute(factsOf(readNeed({ family: 'hand-jig', size_mm: [120, 80, 30], need: {} }), BUILT_IN_SITE), o, o.remedies).point;
    };
    const [none, bushed] = [point([]), point(['bushings'])];
    const more = (name: string): number => valueOf(bushed, name) - valueOf(none, name);
    // Four bores: 20 bought and 0.65 h at 45 an hour are 49.25 direct, then 5 % of builds that fail and 15 % overhead.
    expect(more('price_each')).toBeCloseTo((49.25 / 0.95) * 1.15, 6);
    // Once an order, 0.4 h of the engineer at 65, and overhead.
    expect(more('price_once')).toBeCloseTo(0.4 * 65 * 1.15, 6);
    expect(more('mass_tool')).toBeCloseTo(0.048, 10);
  });
  it('a dye colours white powder, the grey one only dark, and fades in sunlight; a coat is paint', () => {
    const found = (key: string, value: string, taken: string[], more: object = {}) =>
      route(key, { colour: value, ...more }, taken).checks.find((c) => c.id === 'colour')!;
    expect(found('powder-polymer/pa12-powder', 'coded', ['dye'])).toMatchObject({ state: 'pass', reason: expect.stringContaining('show white beneath') });
    expect(found('powder-polymer/pa12-powder', 'coded', ['dye'], { uv: true }).state).toBe('conditional');
    expect(route('powder-fusing/pa12-powder', { colour: 'coded' }, ['dye']).remedies).toEqual([]);
    expect(found('powder-fusing/pa12-powder', 'dark', ['dye'])).toMatchObject({ state: 'pass', reason: expect.stringContaining('show grey beneath') });
    expect(found('extrusion-chamber/pa12-cf', 'coded', ['coating']).reason).toContain('Painted');
    expect(route('vat-resin/resin-tough', { colour: 'none' }, []).checks.some((c) => c.id === 'colour')).toBe(false);
  });
  it('a coat bears a fluid that attacks the bare plastic, and insulates', () => {
    const need = { fluids: ['alkaline'], esd: 'dissipative' };
    expect(state(route('extrusion-open/pa6-cf-esd', { ...need, fluids: ['acid'] }), 'fluids')).toBe('fail');
    const coated = route('extrusion-open/pa6-cf-esd', { ...need, fluids: ['acid'] }, ['coating']);
    expect([state(coated, 'fluids'), state(coated, 'esd')]).toEqual(['conditional', 'fail']);
  });
});

describe('a need from a file', () => {
  it.each<[unknown, RegExp]>([
    [[], /one object/],
    [{ family: 'spoon' }, /family: one of/],
    [{ family: 'tray', colour: 'red' }, /"colour" is not a field/],
    [{ family: 'tray', need: { heat: 4 } }, /need.heat is not a requirement/],
    [{ family: 'tray', need: { load: 'much' } }, /load/],
    [{ family: 'tray', size_mm: [1, 2] }, /size_mm/],
    [{ family: 'tray', remedies: { 'vat-resin/resin-tough': ['prayer'] } }, /remed/],
  ])('%j is refused by name', (json, says) => expect(() => readNeed(json)).toThrow(says));
});
