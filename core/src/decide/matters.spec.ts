import { demoDoc, studiedRef } from '../case/testing';
import { withSolved } from '../case/load-table';
import type { CaseDoc } from '../case/types';
import { FAMILIES } from '../need/families';
import { REQUIREMENTS, type Need, type RequirementSpec } from '../need/requirements';
import { factsOf } from '../plan/facts';
import type { Process } from '../process/process';
import { PROCESSES } from '../process/processes';
import { BUILT_IN_SITE, type Site, siteOf } from '../records/site';
import { billLines } from '../routes/bill';
import { evaluateRoute } from '../routes/evaluate-route';
import { routeLines } from '../routes/worksheet';
import type { CheckResult } from '../screen/check';
import { REMEDIES } from '../screen/remedies';
import { CHECKS, screen } from '../screen/screen';
import { materialsFor } from '../shelf/shelf';
import { isHardened } from '../shelf/types';
import { DEFAULT_SHOP, SHOP_FIGURES } from '../shelf/shop';
import { box, drilledPlate, flipped, join, moved } from '../shape/testing';
import type { Vec3 } from '../shape/turn';
import { valueOf } from '../worksheet/evaluate';
import { namesIn, parseExpr } from '../worksheet/parse';
import { routeContext } from './options';

/** Proof that things matter, not only that they fit: a check that never fails, a free remedy or a forgotten rate would otherwise stand. */

const extremes = (spec: RequirementSpec): unknown[] => {
  switch (spec.kind) {
    case 'number':
      return [
        spec.min,
        Math.min(spec.max, spec.id.includes('Temp') ? 160 : spec.max),
        ...(spec.doubt && 'times' in spec.doubt ? [Math.sqrt(Math.max(spec.min, 1e-3) * spec.max)] : []),
      ].map((x) => (spec.whole ? Math.max(1, Math.round(x)) : x));
    case 'choice':
      return spec.options.map((o) => o.value);
    case 'yes-no':
      return [true];
    case 'choices':
      return [spec.options.map((o) => o.value), ...spec.options.map((o) => [o.value])];
  }
};
/** Parts that something is wrong with: a thin wall, a closed cavity, a fine hole, a deep one, a slot no cutter sees. */
const PARTS = [
  box(60, 40, 0.3),
  join(box(60, 60, 60), flipped(moved(box(30, 30, 30), [15, 15, 15]))),
  drilledPlate(60, 40, 20, [[0.8, 20, 20], [2, 40, 20]]),
  drilledPlate(60, 40, 90, [[3, 20, 20]]),
].map((m) => studiedRef(m));
/** A part with a twentieth of its surface out of the cutter's reach. */
const unreached = (ref: (typeof PARTS)[number], hidden: boolean) => {
  const unreachable_mm2 = ref.measure.area_mm2 / 20;
  const reach = { ...ref.study!.body.reach, unreachable_mm2, hidden_mm2: hidden ? unreachable_mm2 : 0 };
  return { ...ref, study: { ...ref.study!, body: { ...ref.study!.body, reach } } };
};
/** A part with sunk heads in it. */
const screwed = (ref: (typeof PARTS)[number]) => {
  const bore = {
    kind: 'counterbored' as const,
    diameter_mm: 6.6,
    depth_mm: 20,
    through: true,
    axis: [0, 0, 1] as [number, number, number],
    mouth: [20, 20, 20] as [number, number, number],
  };
  const bores = [{ ...bore, counterbore: { diameter_mm: 11, depth_mm: 7 } }];
  return { ...ref, study: { ...ref.study!, body: { ...ref.study!.body, features: { ...ref.study!.body.features, bores } } } };
};
/** A thin plate on its edge that a press stands on and that is pulled off what it rests on. */
function loaded(): CaseDoc {
  const mesh = box(80, 2, 60), ref = studiedRef(mesh);
  const at = (point: Vec3, normal: Vec3) => ({ point, normal });
  const top = at([40, 1, 60], [0, 0, 1]);
  const exactly = (x: number) => ({ low: x, likely: x, high: x });
  return withSolved(
    demoDoc({
      family: 'gripper',
      shapes: { printed: ref, machined: ref },
      loads: {
        press: { kind: 'press', force: exactly(40_000), at: top, area: 'spot', across: 10 },
        pull: { kind: 'push', force: exactly(50), at: top, way: 'out' },
      },
      holds: {
        base: { kind: 'rest', at: at([40, 1, 0], [0, 0, -1]) },
        end: { kind: 'rest', at: at([0, 1, 30], [-1, 0, 0]) },
        side: { kind: 'rest', at: at([40, 0, 5], [0, -1, 0]), area: 'spot', across: 8 },
      },
    }),
    ref,
    mesh,
    400,
  );
}
/** Seen aslant alone, and by no direction. */
const CORNERS = [unreached(PARTS[2], false), unreached(PARTS[2], true)];
const BASE: Need = { load: { level: 'must', value: 50, from: '' }, tolerance: { level: 'must', value: 0.5, from: '' } };

const KINDS = ['hand-jig', 'gripper', 'layup-mould', 'core', 'brake-tool', 'mould-insert', 'gauge'];
/** Needs of many kinds, each with one requirement at an end of what it may be, over kinds of tool that differ. What is rare comes first, so that all is soon proven. */
function* situations(): Iterable<CaseDoc> {
  for (const ref of [...PARTS, ...CORNERS, screwed(PARTS[2])]) yield demoDoc({ need: BASE, shapes: { printed: ref, machined: ref } });
  yield loaded();
  yield demoDoc({
    family: 'workholding-plate',
    loads: { c: { kind: 'cutter', force: { low: 900, likely: 900, high: 900 } }, t: { kind: 'clamp', force: { low: 500, likely: 500, high: 500 } } },
  });
  yield demoDoc({ family: 'gripper', size_mm: [700, 60, 40], need: { load: { level: 'must', value: 3000, from: '' } } });
  for (const [torque, boltSize] of [[0.5, 'M3'], [2, 'M6'], [8, 'M6'], [40, 'M8']] as const)
    yield demoDoc({ need: { ...BASE, boltTorque: { level: 'must', value: torque, from: '' }, boltSize: { level: 'must', value: boltSize, from: '' } } });
  for (const size of [[3, 2, 1], [5000, 3000, 900]] as const) yield demoDoc({ need: BASE, size_mm: [...size] });
  for (const f of FAMILIES) yield demoDoc({ family: f.id, form: 'flat' });
  for (const family of KINDS) yield demoDoc({ family });
  for (const spec of REQUIREMENTS)
    for (const value of extremes(spec))
      for (const family of KINDS) yield demoDoc({ family, need: { ...BASE, [spec.id]: { level: 'must', value, from: '' } } as Need });
}
/** One material a process keeps it quick; two where its materials differ in kind. */
const ROUTES = PROCESSES.flatMap((p) => {
  const all = materialsFor(p.id);
  return [...new Set([all[0], all[Math.floor(all.length / 2)], all[all.length - 1]])].map((m) => [p, m] as const);
});

describe('every check and remedy matters', () => {
  const bites = new Set<string>();
  /** Where a remedy was offered, and what it did to the check that offered it. */
  const offered = new Map<string, { cost: number; changed: boolean }>();
  beforeAll(() => {
    const usual = siteOf({ ...DEFAULT_SHOP, absent: ['extrusion-open'] });
    const watched = siteOf({ ...DEFAULT_SHOP, calendar: { ...DEFAULT_SHOP.calendar, unattended: false } });
    const all: (readonly [CaseDoc, Site])[] = [...situations()].map((doc) => [doc, usual]);
    for (const size of [[120, 80, 40], [200, 150, 100], [240, 220, 200]] as const) all.push([demoDoc({ need: BASE, size_mm: [...size] }), watched]);
    const proven = (): boolean => CHECKS.every((c) => bites.has(c.id)) && REMEDIES.every((r) => offered.get(r.id)?.changed && offered.get(r.id)!.cost > 0);
    for (const [doc, site] of all) {
      if (proven()) break;
      const facts = factsOf(doc, site);
      for (const [p, m] of ROUTES) {
        const context = routeContext(facts, p, m);
        const { checks } = screen(context);
        for (const c of checks) {
          if (c.state !== 'pass') bites.add(c.id);
          for (const remedy of c.offers) {
            const known = offered.get(remedy.id);
            if (known?.changed) continue;
            const after = screen(context, [remedy.id]).checks.find((x: CheckResult) => x.id === c.id);
            const cost = remedy.money.likely + remedy.hours.likely + remedy.mass_kg.likely + remedy.once_hours.likely;
            offered.set(remedy.id, {
              cost: Math.max(cost, known?.cost ?? 0),
              changed: after?.state !== c.state || after?.value !== c.value || after?.limit !== c.limit,
            });
          }
        }
      }
    }
  }, 120_000);

  it.each(CHECKS.map((c) => [c.id]))('the check %s fails somebody', (id) => {
    expect(bites).toContain(id);
  });
  it.each(REMEDIES.map((r) => [r.id]))('the remedy %s is offered, costs something, and changes what asked for it', (id) => {
    expect(offered.get(id)).toMatchObject({ changed: true });
    expect(offered.get(id)!.cost).toBeGreaterThan(0);
  });
});

/** A material with fibre where the process lays any. */
const materialOf = (process: Process): string => (materialsFor(process.id).find((m) => m.fibre_per_cm3) ?? materialsFor(process.id)[0]).id;
const outcome = (process: Process, doc: CaseDoc, site = BUILT_IN_SITE): string => {
  const doubt = { trials: 1, chance: 0.8 };
  const hard = materialsFor(process.id).find(isHardened)?.id;
  return [materialOf(process), hard].filter((m): m is string => !!m).map((material) => {
    const r = evaluateRoute(factsOf(doc, site), { process: process.id, material, doubt }, []);
    return `${valueOf(r.point, 'expected_cost')} ${r.lead.days} ${valueOf(r.point, 'mass_tool')}`;
  }).join();
};
/** One large tool, and many small ones: what is shared by a build or a bin matters to the second alone. */
const ORDERS = [
  demoDoc({ size_mm: [300, 200, 80] }),
  demoDoc({ size_mm: [40, 30, 12], need: { copies: { level: 'must', value: 60, from: '' } } }),
  demoDoc({ size_mm: [900, 700, 300] }),
  demoDoc({ form: 'flat', size_mm: [200, 150, 6] }),
  demoDoc({ size_mm: [20, 15, 5] }),
  // A bolt on a level face: fibre may lie under it.
  demoDoc({ loads: { b: { kind: 'bolt', bolt: 'M8', at: { point: [20, 20, 20], normal: [0, 0, 1] } } } }),
];

/** What nobody has unless it was chosen. */
const BY_CHOICE: ReadonlySet<string> = new Set(['solid_depth']);

describe('every figure that is asked for moves price, date or weight', () => {
  it.each(PROCESSES.flatMap((p) => p.facts.map((f) => [`${p.id}: ${f.id}`, p, f] as const)))('%s', (_, p, f) => {
    if (!BY_CHOICE.has(f.id)) expect(f.usual.high).toBeGreaterThan(0);
    const keys = materialsFor(p.id).map((m) => `${p.id}/${m.id}`);
    // Mesh entries stand in for set-ups and holes; without a mesh the fact does.
    const moved = [1.7, 0.4, 12, 0.05].some((k) =>
      ORDERS.some((doc) => {
        const x = Math.min(f.max, f.usual.likely * k + (f.usual.likely === 0 ? 3 : 0));
        return outcome(p, doc) !==
          outcome(p, {
            ...doc,
            overrides: Object.fromEntries(keys.map((key) => [key, { [f.id]: { low: x, likely: x, high: x, kind: 'you', note: 'test' } }])),
          });
      })
    );
    expect(moved).toBe(true);
  });
  it.each(SHOP_FIGURES.map((f) => [f.id, f] as const))('the shop figure %s', (_, f) => {
    expect(f.usual.low).toBeGreaterThan(0);
    const dear = siteOf({ ...DEFAULT_SHOP, figures: { [f.id]: { low: f.usual.high * 2, likely: f.usual.high * 2, high: f.usual.high * 2, note: '' } } });
    expect(PROCESSES.some((p) => ORDERS.some((doc) => outcome(p, doc) !== outcome(p, doc, dear)))).toBe(true);
  });
});

describe('every sum of money is part of the price', () => {
  const END = new Set(billLines([], 'house').map((l) => l.name));
  it.each(PROCESSES.map((p) => [p.id, p] as const))('%s', (_, p) => {
    const used = new Set(routeLines(p).flatMap((l) => namesIn(parseExpr(l.name, l.expr))));
    // A line of the process in money that nothing uses and that is no part of the bill would be work for nothing.
    expect(p.lines.filter((l) => l.unit === 'money' && !l.cost && !used.has(l.name) && !END.has(l.name)).map((l) => l.name)).toEqual([]);
  });
});
