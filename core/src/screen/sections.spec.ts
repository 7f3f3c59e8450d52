import { screenRoute } from '../decide/options';
import { readNeed } from '../document/need-file';
import { factsOf } from '../plan/facts';
import { processOf } from '../process/processes';
import { BUILT_IN_SITE, siteOf } from '../records/site';
import { evaluateRoute } from '../routes/evaluate-route';
import { material } from '../shelf/shelf';
import { DEFAULT_SHOP } from '../shelf/shop';
import { valueOf } from '../worksheet/evaluate';

const PIN = { process: 'extrusion-chamber', material: 'pa12-cf' };
const KEY = `${PIN.process}/${PIN.material}`;
const of = (size_mm: number[], rest: object = {}, site = BUILT_IN_SITE) => {
  const facts = factsOf(readNeed({ family: 'hand-jig', size_mm, copies: 2, need: { tolerance: 1, wear: 'none', cyclesPerYear: 500 }, ...rest }), site);
  const option = screenRoute(facts, processOf(PIN.process), material(PIN.material));
  return { option, result: evaluateRoute(facts, option, option.remedies), check: (id: string) => option.checks.find((c) => c.id === id) };
};
const JOINED = { remedies: { [KEY]: ['join-pieces'] } };

describe('a tool in sections', () => {
  it('is cut as often as the room asks for; each section is a piece on the plate, and the hours stay', () => {
    // 900 in a room of 330: three pieces.
    const { result, check, option } = of([900, 100, 40], JOINED);
    const at = (name: string): number => valueOf(result.point, name);
    expect(check('envelope')!.reason).toContain('3 pieces');
    expect(at('sections')).toBe(3);
    // Pieces of a third of (908 × 108) mm² on a bed of 900 cm².
    expect(at('fit')).toBe(Math.min(Math.floor((3 * 900) / ((908 * 108) / 100)), Math.floor((3 * 60) / at('print_h'))));
    expect(at('builds')).toBe(Math.ceil((2 * 3) / at('fit')));
    expect(at('build_h')).toBeCloseTo(at('warm_up') + (2 / at('builds')) * at('print_h'), 9);
    // Two joints: 24 for dowels, two hours.
    expect(option.remedies.find((r) => r.id === 'join-pieces')).toMatchObject({ money: { likely: 24 }, hours: { likely: 2 } });
  });
  it('is off by its joints as well', () => {
    const bare = of([320, 100, 40]).check('tolerance')!.value!, joined = of([320, 100, 40], JOINED).check('tolerance')!.value!;
    // Taken without need, it is two pieces: one joint of a tenth.
    expect(joined).toBeCloseTo(Math.hypot(bare, 0.1), 9);
  });
  it('is offered where one build would take longer than is wanted, by machine or by shift', () => {
    const block = [320, 290, 280];
    const { option, result } = of(block);
    const hours = valueOf(result.point, 'print_h');
    const found = option.checks.find((c) => c.id === 'unattended');
    expect(hours).toBeGreaterThan(60);
    expect(found).toMatchObject({ state: 'conditional', limit: 60, unit: 'h' });
    expect(of([200, 100, 40]).check('unattended')).toBeUndefined();
  });
  it('is printed shift by shift where nothing may run alone', () => {
    const strict = siteOf({ ...DEFAULT_SHOP, calendar: { ...DEFAULT_SHOP.calendar, unattended: false } });
    const { result, check } = of([300, 100, 40], JOINED, strict);
    expect(check('unattended')!.state).toBe('pass');
    expect(valueOf(result.point, 'build_h') - valueOf(result.point, 'warm_up')).toBeLessThanOrEqual(9);
  });
});
