import { screenRoute } from '../decide/options';
import { readNeed } from '../document/need-file';
import { factsOf } from '../plan/facts';
import { processOf } from '../process/processes';
import { normalCdf } from '../quantity/normal';
import { BUILT_IN_SITE } from '../records/site';
import { material } from '../shelf/shelf';
import { chanceAtMost, STATE_CHANCE } from './check';

describe('the chance that a figure stays below a limit', () => {
  it('is the normal distribution, to seven places', () => {
    // Tables: Φ(0), Φ(1), Φ(1.6448536), Φ(−2).
    for (const [z, p] of [[0, 0.5], [1, 0.8413447], [1.6448536, 0.95], [-2, 0.0227501]]) expect(normalCdf(z)).toBeCloseTo(p, 6);
  });
  it('is sure between exact figures', () => {
    const exact = (x: number) => ({ low: x, likely: x, high: x });
    expect([chanceAtMost(exact(1), exact(2)), chanceAtMost(exact(2), exact(2)), chanceAtMost(exact(3), exact(2))]).toEqual([1, 1, 0]);
  });
  it('is even where both are likely the same, whatever their spread', () => {
    expect(chanceAtMost({ low: 1, likely: 2, high: 4 }, { low: 1, likely: 2, high: 3 })).toBeCloseTo(0.5, 6);
  });
  it('is nineteen in twenty where the limit is the figure’s own high', () => {
    const figure = { low: 8, likely: 10, high: 12 };
    expect(chanceAtMost(figure, { low: 12, likely: 12, high: 12 })).toBeCloseTo(0.95, 2);
  });
  it('takes the side of each range that faces the other', () => {
    const limit = { low: 20, likely: 20, high: 20 };
    // What lies below a figure is no danger to a limit above it.
    expect(chanceAtMost({ low: 1, likely: 10, high: 12 }, limit)).toBeCloseTo(chanceAtMost({ low: 9, likely: 10, high: 12 }, limit), 9);
    expect(chanceAtMost({ low: 9, likely: 10, high: 18 }, limit)).toBeLessThan(chanceAtMost({ low: 9, likely: 10, high: 12 }, limit));
  });
});

describe('a check', () => {
  const route = (r: string, file: object) => {
    const [p, m] = r.split('/');
    return screenRoute(factsOf(readNeed({ family: 'hand-jig', size_mm: [120, 80, 30], ...file }), BUILT_IN_SITE), processOf(p), material(m));
  };
  const check = (r: string, file: object, id: string) => route(r, file).checks.find((c) => c.id === id)!;

  it('rules a way out by what somebody said, and asks where it is only assumed', () => {
    const weld = { family: 'weld-fixture' };
    const said = check('extrusion-open/petg', { ...weld, need: { serviceTemp: 120, peakTemp: 350 } }, 'heat');
    const assumed = check('extrusion-open/petg', weld, 'heat');
    expect(said.state).toBe('fail');
    expect(said.chance).toBeLessThanOrEqual(STATE_CHANCE.fail);
    expect(assumed.state).toBe('conditional');
    expect(assumed.reason).toMatch(/^You have not said: temperature in service and peak temperature\. With what is usual/);
    expect(assumed.chance).toBeLessThan(0.1);
  });
  it('still rules it out where what was said is enough by itself', () => {
    // The peak is assumed; 200 °C in service is not.
    expect(check('extrusion-open/petg', { family: 'weld-fixture', need: { serviceTemp: 200 } }, 'heat').state).toBe('fail');
  });
  it('counts a want that is missed as trouble, not as failure', () => {
    const want = check('cnc-mill/s235', { need: { massLimit: { value: 0.5, level: 'want' } } }, 'weight');
    expect(want).toMatchObject({ state: 'conditional', want: true });
    expect(want.chance).toBeGreaterThanOrEqual(0.95);
  });
  it('weighs five conditions more than one', () => {
    const one = route('extrusion-open/pa6-cf', { need: { fluids: [], wet: false, tolerance: 1 } });
    const more = route('extrusion-open/pa6-cf', { need: { fluids: ['acid', 'alkaline'], wet: true, tolerance: 1, impact: 'tough', uv: true } });
    expect(more.doubt.chance).toBeLessThan(one.doubt.chance);
    expect(more.expected_cost - more.programme_with_wait).toBeGreaterThan(one.expected_cost - one.programme_with_wait);
  });
  it('judges the tool with its remedies: steel faces weigh', () => {
    const gritty = { wear: 'abrasive', cyclesPerYear: 30_000 };
    const free = route('extrusion-open/petg', { family: 'gripper', need: gritty, remedies: { 'extrusion-open/petg': [] } });
    // A limit that the bare print keeps by a twentieth.
    const need = { ...gritty, massLimit: 1.05 * free.mass_kg };
    const o = route('extrusion-open/petg', { family: 'gripper', need });
    const bare = route('extrusion-open/petg', { family: 'gripper', need, remedies: { 'extrusion-open/petg': [] } });
    expect(o.remedies.map((r) => r.id)).toContain('metal-face');
    const weight = (x: typeof o) => x.checks.find((c) => c.id === 'weight')!;
    expect([weight(bare).state, weight(o).state]).toEqual(['pass', 'fail']);
    expect(o.state).toBe('fail');
  });
});
