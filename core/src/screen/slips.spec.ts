import { demoDoc } from '../case/testing';
import type { CaseDoc } from '../case/types';
import { routeContext } from '../decide/options';
import { factsOf } from '../plan/facts';
import { processOf } from '../process/processes';
import { BUILT_IN_SITE } from '../records/site';
import { exactly } from '../shelf/types';
import { material } from '../shelf/shelf';
import { screen } from './screen';

const at = (normal: [number, number, number]) => ({ point: [0, 0, 0] as [number, number, number], normal });
const clamp = (force: number, normal?: [number, number, number]) => ({ kind: 'clamp', force: exactly(force), ...(normal && { at: at(normal) }) });
const cut = (force: number, normal?: [number, number, number]) => ({ kind: 'cutter', force: exactly(force), ...(normal && { at: at(normal) }) });
const found = (loads: CaseDoc['loads'], family = 'workholding-plate', route = 'cnc-mill/al-6061', taken: string[] = []) => {
  const [p, m] = route.split('/');
  return screen(routeContext(factsOf(demoDoc({ family, loads }), BUILT_IN_SITE), processOf(p), material(m)), taken).checks.find((c) => c.id === 'slips');
};

describe('work that slips under a cutter', () => {
  it('is held by 2 μ ΣF, two and a half times the cut', () => {
    // Two clamps of 2 000 N on metal: 0.3 · 4 000 = 1 200 N; a cut of 400 N asks for 1 000.
    expect(found({ a: clamp(2000), b: clamp(2000), c: cut(400) })).toMatchObject({ state: 'pass', value: 1200, limit: 1000 });
    const short = found({ a: clamp(2000), b: clamp(2000), c: cut(600) })!;
    expect(short).toMatchObject({ state: 'conditional', value: 1200, limit: 1500 });
    // 4 000 N · 1 500/1 200.
    expect(short.reason).toMatch(/stop in the way of the cut, or clamp with 5\s000\sN/);
    // Plastic under the work holds it better.
    expect(found({ a: clamp(2000), c: cut(400) }, 'workholding-plate', 'cnc-mill/pom')!.value).toBe(800);
    // Behind steel faces it is metal again: 2 · 0.15 · 2 000.
    expect(found({ a: clamp(2000), c: cut(400) }, 'workholding-plate', 'extrusion-open/petg', ['metal-face'])!.value).toBe(600);
    expect(found({ a: clamp(2000), c: cut(400) }, 'workholding-plate', 'extrusion-open/petg')!.value).toBe(800);
  });
  it('what pushes along the clamps slips nothing; aslant, its part across them', () => {
    const down: [number, number, number] = [0, 0, 1];
    expect(found({ a: clamp(2000, down), c: cut(900, down) })).toMatchObject({ state: 'pass', limit: 0 });
    expect(found({ a: clamp(2000, down), c: cut(900, [1, 0, 0]) })!.limit).toBe(2250);
    expect(found({ a: clamp(2000, down), c: cut(900, [0.6, 0, 0.8]) })!.limit).toBeCloseTo(0.6 * 2250, 6);
  });
  it('is asked where a cutter works on what is clamped; without a clamp nobody can say', () => {
    expect(found({ c: cut(400) })).toMatchObject({ state: 'unknown' });
    expect(found({ a: clamp(400) })).toBeUndefined();
    expect(found({ a: clamp(2000), c: cut(400) }, 'gripper')).toBeUndefined();
  });
});
