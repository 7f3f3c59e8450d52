import { demoDoc } from '@cuadro/core/case/testing';
import type { CaseView } from '@cuadro/core/decide/evaluate-case';
import type { RouteOption } from '@cuadro/core/decide/options';
import { routeKey } from '@cuadro/core/case/types';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { writeStl } from '@cuadro/core/shape/formats/stl';
import { box } from '@cuadro/core/shape/testing';
import { UP } from '@cuadro/core/shape/turn';
import type { CaseWorker } from './case.worker';
import { DeltaReceiver } from './delta';
import type { MakeWorker } from './make.worker';
import type { ShapeWorker } from './shape.worker';

// A worker hands its interface to the other side; here that side is the test.
let exposed: unknown;
jest.mock('comlink', () => ({ __esModule: true, expose: (api: unknown) => void (exposed = api), transfer: <T>(x: T) => x }));
// The boolean kernel is an ES module with WebAssembly: nothing here needs it.
jest.mock('manifold-3d', () => ({ __esModule: true, default: async () => ({ setup: () => undefined }) }), { virtual: true });
async function worker<T>(load: () => Promise<unknown>): Promise<T> {
  await load();
  return exposed as T;
}
const stl = writeStl(...((m) => [m.vertices, m.indices] as const)(box(30, 20, 10)));

describe('the worker of a case', () => {
  it('evaluates, opens figures of pinned and other routes and of plans, and screens without prices', async () => {
    const api = await worker<CaseWorker>(() => import('./case.worker'));
    const doc = demoDoc({ family: 'brake-tool', plans: { brake: { values: {} } } });
    const view = new DeltaReceiver<CaseView>().take(api.evaluate(doc, BUILT_IN_SITE, 50));
    const pinned = routeKey(view.pins[0].option);
    expect(api.working(pinned, 'price_each').value).toBeCloseTo(view.pins[0].figures.find((f) => f.name === 'price_each')!.likely, 10);
    const other = routeKey(view.options.find((o) => !view.pins.some((p) => routeKey(p.option) === routeKey(o)))!);
    expect(api.working(other, 'price_each').range).toBeDefined();
    expect(api.working('plan:brake', 'bend_force').inputs.map((i) => i.name)).toContain('air_force');
    expect(() => api.working('plan:grip', 'hold_force')).toThrow('no longer there');
    expect(api.lead(pinned).days).toBeGreaterThan(0);
    expect(new DeltaReceiver<RouteOption[]>().take(api.rescreen(doc, BUILT_IN_SITE)).every((o) => Number.isNaN(o.price_each))).toBe(true);
    expect(api.quickLook(doc, BUILT_IN_SITE).working.length).toBeGreaterThan(0);
    expect(Array.isArray(api.worthKnowing())).toBe(true);
  });
});

describe('the worker of a shape', () => {
  it('reads, measures, and measures for a plan; says what is wrong with a file', async () => {
    const api = await worker<ShapeWorker>(() => import('./shape.worker'));
    const stages: string[] = [];
    const reading = api.read(stl, 'a.stl', 'mm', UP, (s) => stages.push(s));
    expect(reading).toMatchObject({ ok: true, measure: { volume_mm3: expect.closeTo(6000, 3) } });
    expect(stages).toEqual(['Reading and measuring', 'Drawing creases']);
    // A block 10 high on its low face: centre at 5.
    expect(api.plan('grip', { flange: 'z-low' }, [], () => undefined)).toMatchObject({ centre_mm: expect.closeTo(5, 4) });
    expect(() => api.plan('rumour', {}, [], () => undefined)).toThrow('No planner is called');
    expect(api.read(new Uint8Array(3), 'a.stl', 'mm', UP, () => undefined)).toMatchObject({ ok: false, problem: expect.any(String) });
  });
});

describe('the worker of makers', () => {
  it('makes what needs no kernel, and says in a sentence what does not go together', async () => {
    const api = await worker<MakeWorker>(() => import('./make.worker'));
    const made = await api.make('http://localhost/', { maker: 'mandrel', values: { profile: [[0, 0], [10, 0], [10, 20], [0, 20]] }, up: UP });
    expect(made).toMatchObject({ ok: true, shapes: [{ name: 'mandrel', measure: { watertight: true } }] });
    expect(await api.make('http://localhost/', { maker: 'brake-die', values: { opening: 100 }, up: UP })).toEqual({
      ok: false,
      problem: expect.stringContaining('has to be wider'),
    });
    expect(await api.make('http://localhost/', { maker: 'jaws', values: {}, up: UP })).toEqual({ ok: false, problem: 'There is no part yet.' });
    await expect(api.make('http://localhost/', { maker: 'rumour', values: {}, up: UP })).rejects.toThrow('No maker is called');
  });
});
