import type { ResolvedNeed } from '../case/facts';
import { screenRoute } from '../decide/options';
import { readNeed } from '../document/need-file';
import { factsOf } from '../plan/facts';
import { processOf } from '../process/processes';
import { BUILT_IN_SITE } from '../records/site';
import { material } from '../shelf/shelf';
import type { WetWith } from '../shelf/types';
import { heatLimit } from './heat-hours';
import { heatUnderLoad, isWet, lastingHeat, leftInService } from './service';
import { weldTemperature } from './weld-heat';

const asked = <T>(value: T) => ({ level: 'must' as const, value, from: '', assumed: false });
const USE = { low: 100, likely: 115, high: 130 };
const limit = (family: 'polymer' | 'metal', need: ResolvedNeed) => heatLimit({ family }, USE, need).use_c;

describe('what a plastic stands, by the hours', () => {
  it('is the lasting figure for 5 000 h, 10 K less for twice as many, 10 K more for half, but never more than where it softens', () => {
    expect(limit('polymer', { heatTime: asked(5), heats: asked(1000) })).toEqual(USE);
    expect(limit('polymer', { heatTime: asked(10), heats: asked(1000) })).toEqual({ low: 90, likely: 105, high: 120 });
    expect(limit('polymer', { heatTime: asked(2.5), heats: asked(1000) })).toEqual({ low: 110, likely: 125, high: 130 });
    expect(limit('polymer', { heatTime: asked(1), heats: asked(1) })).toEqual({ low: 130, likely: 130, high: 130 });
  });
  it('takes each cycle of a copy for a heat where nobody counted them', () => {
    const need = { heatTime: asked(1), cyclesPerYear: asked(5000), years: asked(4), copies: asked(2) };
    expect(limit('polymer', need)).toEqual({ low: 90, likely: 105, high: 120 });
  });
  it('is what it was where nothing is said, and for metal', () => {
    expect(limit('polymer', {})).toBe(USE);
    expect(limit('metal', { heatTime: asked(100), heats: asked(1000) })).toBe(USE);
  });
  it('lets a mask through forty half hours that would not last for years', () => {
    const state = (need: object) => {
      const facts = factsOf(
        readNeed({ family: 'masking', size_mm: [100, 60, 20], need: { serviceTemp: 25, cureTemp: 138, fluids: [], ...need } }),
        BUILT_IN_SITE,
      );
      return screenRoute(facts, processOf('extrusion-chamber'), material('pa12-cf')).checks.find((c) => c.id === 'cure')!;
    };
    // PA12-CF stands 120 … 145 °C for long: 20 h are worth more than 30 K, up to 145.
    expect(state({}).state).toBe('conditional');
    expect(state({ heatTime: 0.5, heats: 40 })).toMatchObject({ state: 'pass', reason: expect.stringContaining('20 h in all') });
  });
});

describe('what is left of it in service', () => {
  const nylon = { use_c: USE, moisture: 'much' as const };
  const water = { fluids: asked<WetWith[]>(['water']) };
  it('is all at 23 °C dry, half at lasting heat, six tenths of that soaked', () => {
    expect(leftInService({}, nylon)).toBe(1);
    expect(leftInService({ serviceTemp: asked(115) }, nylon)).toBeCloseTo(0.5, 9);
    expect(leftInService({ ...water, serviceTemp: asked(115) }, nylon)).toBeCloseTo(0.3, 9);
    expect(leftInService(water, { ...nylon, moisture: 'none' })).toBe(1);
  });
  it('takes a batch of weeks under coolant, a wash, and what is said to be dry for dry', () => {
    expect(isWet({ fluids: asked<WetWith[]>(['coolant']) })).toBe(true);
    expect(isWet({ fluids: asked<WetWith[]>(['coolant']), years: asked(0.1) })).toBe(false);
    expect(isWet({ fluids: asked<WetWith[]>(['alkaline']) })).toBe(false);
    expect(isWet({ fluids: asked<WetWith[]>(['coolant']), wet: asked(false) })).toBe(false);
    expect(isWet({ wet: asked(true), years: asked(0.1) })).toBe(true);
  });
  it('has no more lasting heat in water than the material stands there', () => {
    const pa6 = { water_c: { low: 50, likely: 65, high: 80 } };
    expect(lastingHeat(water, pa6, USE)).toEqual({ low: 50, likely: 65, high: 80 });
    expect(lastingHeat({}, pa6, USE)).toBe(USE);
    // 50 h in all: 66 K by the rule, 30 at most; beyond what it stands in water, never beyond where it softens.
    expect(heatLimit({ family: 'polymer' }, pa6.water_c, { heatTime: asked(50), heats: asked(1) }, 100).use_c).toEqual({ low: 80, likely: 95, high: 100 });
  });
});

describe('heat with a load on it', () => {
  it('takes ten kelvin off what creeps early, none off what is filled or a metal', () => {
    const petg = { low: 60, likely: 65, high: 70 };
    expect(heatUnderLoad(petg, { creep: 0.35 })).toEqual({ low: 50, likely: 60, high: 70 });
    expect([0.4, 0.45, 0.9].map((creep) => heatUnderLoad(petg, { creep }))).toEqual([petg, petg, petg]);
    const state = (m: string, load: number) => {
      const facts = factsOf(readNeed({ family: 'gripper', size_mm: [320, 90, 70], need: { serviceTemp: 58, load } }), BUILT_IN_SITE);
      return screenRoute(facts, processOf('extrusion-open'), material(m)).checks.find((c) => c.id === 'heat')!;
    };
    expect(state('petg', 0).state).toBe('pass');
    expect(state('petg', 150)).toMatchObject({ state: 'conditional', reason: expect.stringContaining('loaded lies between') });
    expect([state('abs', 150).state, state('pa6-cf', 150).state]).toEqual(['pass', 'pass']);
  });
});

describe('work beside a weld', () => {
  it('is as hot as a line of heat in thin plate makes it', () => {
    // √(2πe) = 4.1327; 400 / (4.1327 × 0.0047 × 3 × 20) = 343 K above 25 °C.
    expect(weldTemperature(20, 'usual')).toBeCloseTo(368.2, 0);
    expect(weldTemperature(40, 'usual') - 25).toBeCloseTo((weldTemperature(20, 'usual') - 25) / 2, 6);
    expect(weldTemperature(0.5, 'heavy')).toBe(1500);
  });
  it('softens plastic near it, and none far from it', () => {
    const check = (distance: number, m = 'extrusion-chamber/pei') => {
      const [p, id] = m.split('/');
      const facts = factsOf(
        readNeed({
          family: 'weld-fixture',
          size_mm: [200, 100, 40],
          need: { serviceTemp: 40, peakTemp: 60, load: 50, weldDistance: distance, weldKind: 'usual' },
        }),
        BUILT_IN_SITE,
      );
      return screenRoute(facts, processOf(p), material(id)).checks.find((c) => c.id === 'hot-work')!;
    };
    // Nobody screws steel on a plastic body that close to the arc.
    expect(check(8)).toMatchObject({ state: 'fail', reason: expect.stringContaining('only metal may touch') });
    expect(check(80)).toMatchObject({ state: 'pass', reason: expect.stringContaining('80 mm from a weld') });
    expect(check(8, 'cnc-mill/s235').state).toBe('conditional');
  });
});

describe('the tool of today as a coupon', () => {
  const heat = (today: object, temp: number) => {
    const facts = factsOf(readNeed({ family: 'hand-jig', size_mm: [100, 60, 20], today, need: { serviceTemp: temp, fluids: [] } }), BUILT_IN_SITE);
    return screenRoute(facts, processOf('extrusion-chamber'), material('pa12-cf')).checks.find((c) => c.id === 'heat')!;
  };
  it('is looked at where the book leaves open what its very material stands, and in no other case', () => {
    // PA12-CF stands 120 … 145 °C.
    const open = heat({ way: 'machined', material: 'pa12-cf' }, 130);
    expect(open).toMatchObject({
      state: 'conditional',
      reason: expect.stringMatching(/^Look how the tool of today fares there, it is of .* too\. By the book alone: /),
    });
    expect(heat({ way: 'machined', material: 'al-6061' }, 130).reason).not.toContain('tool of today');
    expect(heat({ way: 'machined', material: 'pa12-cf' }, 60).reason).not.toContain('tool of today');
    expect(heat({ way: 'machined', material: 'pa12-cf' }, 200)).toMatchObject({ state: 'fail', reason: expect.not.stringContaining('tool of today') });
  });
});
