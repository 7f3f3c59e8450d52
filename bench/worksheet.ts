import { all, create } from 'mathjs';
import { factsOf } from '@cuadro/core/plan/facts';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { demoDoc } from '@cuadro/core/case/testing';
import { remedyLoad } from '@cuadro/core/routes/evaluate-route';
import { routeSheet } from '@cuadro/core/routes/worksheet';
import { at, evaluate } from '@cuadro/core/worksheet/evaluate';
import { sampleEntries } from '@cuadro/core/worksheet/sample';
import type { Column } from '@cuadro/core/worksheet/types';
import { best, report } from './measure';

const N = 20_000;

/** The heated-chamber route as a programmer would write it for this one case: one loop, every line stored. */
function byHand(x: Record<string, Column>): Record<string, Float64Array> {
  const names = [
    'wall_volume',
    'skin_volume',
    'deposit',
    'support_volume',
    'mass_part',
    'mass_bought',
    'material_cost',
    'layers',
    'print_h',
    'per_build',
    'builds',
    'build_h',
    'machine_cost',
    'tend_h',
    'finish_h',
    'labour_cost',
    'finish_cost',
    'inspect_cost',
    'prep_cost',
    'finish_order_h',
    'inspect_order_h',
    'hardware_cost',
    'direct_each',
    'direct_once',
    'scrap_cost',
    'overhead_cost',
    'price_each',
    'overhead_once',
    'carriage',
    'price_once',
    'price_order',
    'mass_tool',
    'cycles_total',
    'tools_by_wear',
    'tools_by_change',
    'tools_bought',
    'change_cost',
    'price_programme',
    'cost_per_cycle',
    'wait_cost',
    'programme_with_wait',
  ] as const;
  const o = Object.fromEntries(names.map((n) => [n, new Float64Array(N)])) as Record<(typeof names)[number], Float64Array>;
  const col = (name: string): Float64Array => {
    const c = x[name];
    return typeof c === 'number' ? new Float64Array(N).fill(c) : c;
  };
  const c = Object.fromEntries(Object.keys(x).map((k) => [k, col(k)]));
  const {
    volume,
    area,
    wall,
    infill,
    overhang,
    side_area,
    skin_area,
    skin,
    support_space,
    island_height,
    hop,
    cooling_wait,
    height,
    support_density,
    density,
    waste,
    price_per_kg,
    layer_height,
    layer_change,
    deposition,
    bed_area,
    footprint,
    build_limit,
    copies,
    warm_up,
    chamber_rate,
    attend_h,
    breakout,
    trim,
    remedy_hours,
    labour_rate,
    inspect_h,
    inspector_rate,
    prep_h,
    engineer_rate,
    remedy_money,
    scrap,
    overhead,
    freight,
    remedy_mass,
    cycles_per_year,
    years,
    life,
    revisions,
    revision_share,
    lead_days,
    delay_per_day,
  } = c;
  const {
    wall_volume,
    skin_volume,
    deposit,
    support_volume,
    mass_part,
    mass_bought,
    material_cost,
    layers,
    print_h,
    per_build,
    builds,
    build_h,
    machine_cost,
    tend_h,
    finish_h,
    labour_cost,
    finish_cost,
    inspect_cost,
    prep_cost,
    finish_order_h,
    inspect_order_h,
    hardware_cost,
    direct_each,
    direct_once,
    scrap_cost,
    overhead_cost,
    price_each,
    overhead_once,
    carriage,
    price_once,
    price_order,
    mass_tool,
    cycles_total,
    tools_by_wear,
    tools_by_change,
    tools_bought,
    change_cost,
    price_programme,
    cost_per_cycle,
    wait_cost,
    programme_with_wait,
  } = o;
  for (let i = 0; i < N; i++) {
    const wv = (wall_volume[i] = Math.min(0.9 * volume[i], (side_area[i] * wall[i]) / 10));
    const sv = (skin_volume[i] = Math.min(volume[i] - wv, (skin_area[i] * skin[i]) / 10));
    const dep = (deposit[i] = wv + sv + (volume[i] - wv - sv) * infill[i]);
    const sup = (support_volume[i] = support_space[i] * support_density[i]);
    const mp = (mass_part[i] = (dep * density[i]) / 1000);
    const mb = (mass_bought[i] = (mp + (sup * density[i]) / 1000) * (1 + waste[i]));
    const mc = (material_cost[i] = mb * price_per_kg[i]);
    const ly = (layers[i] = height[i] / layer_height[i]);
    const ph =
      (print_h[i] = (dep + sup) / deposition[i] + (ly * layer_change[i]) / 3600 + ((island_height[i] / layer_height[i]) * hop[i]) / 3600 + cooling_wait[i]);
    const pb = (per_build[i] = Math.max(1, Math.min(Math.floor(bed_area[i] / footprint[i]), Math.floor(build_limit[i] / ph), copies[i])));
    builds[i] = Math.ceil(copies[i] / pb);
    build_h[i] = warm_up[i] + pb * ph;
    const mach = (machine_cost[i] = (ph + warm_up[i] / pb) * chamber_rate[i]);
    const th = (tend_h[i] = attend_h[i] / pb);
    const fh = (finish_h[i] = overhang[i] * breakout[i] + area[i] * trim[i] + remedy_hours[i]);
    const lc = (labour_cost[i] = th * labour_rate[i]);
    const fc = (finish_cost[i] = (fh - remedy_hours[i]) * labour_rate[i]);
    const ic = (inspect_cost[i] = inspect_h[i] * inspector_rate[i]);
    const pc = (prep_cost[i] = prep_h[i] * engineer_rate[i]);
    finish_order_h[i] = fh * copies[i];
    inspect_order_h[i] = inspect_h[i] * Math.min(copies[i], 5);
    const hc = (hardware_cost[i] = remedy_money[i] + remedy_hours[i] * labour_rate[i]);
    const de = (direct_each[i] = mc + mach + lc + fc + ic + hc);
    const dn = (direct_once[i] = pc);
    const sc = (scrap_cost[i] = (de * scrap[i]) / (1 - scrap[i]));
    const oc = (overhead_cost[i] = (de + sc) * overhead[i]);
    const pe = (price_each[i] = de + sc + oc);
    const oo = (overhead_once[i] = dn * overhead[i]);
    const ca = (carriage[i] = 0 * freight[i]);
    const po = (price_once[i] = dn + oo + ca);
    const pr = (price_order[i] = po + pe * copies[i]);
    mass_tool[i] = mp + remedy_mass[i];
    const ct = (cycles_total[i] = cycles_per_year[i] * years[i]);
    const tw = (tools_by_wear[i] = copies[i] * Math.max(1, Math.ceil(ct / (copies[i] * life[i]))));
    const tc = (tools_by_change[i] = copies[i] * (1 + revisions[i]));
    const tb = (tools_bought[i] = Math.max(tw, tc));
    const cc = (change_cost[i] = po * revision_share[i] * revisions[i]);
    const pp = (price_programme[i] = pr + pe * (tb - copies[i]) + cc);
    cost_per_cycle[i] = pp / ct;
    const wc = (wait_cost[i] = lead_days[i] * delay_per_day[i]);
    programme_with_wait[i] = pp + wc;
  }
  return o;
}

/** 20 000 samples of a whole route beside the parsing library's compiled evaluator, and beside a hand-written loop. */
export function benchWorksheet(): void {
  const route = routeSheet(factsOf(demoDoc(), BUILT_IN_SITE), { process: 'extrusion-chamber', material: 'pa12-cf' }, remedyLoad([]));
  const used = new Set(route.sheet.inputs);
  const inputs = sampleEntries(route.entries.filter((e) => used.has(e.name)), N, 1);

  let ours = evaluate(route.sheet, inputs, N);
  const columnar = best(20, () => {
    ours = evaluate(route.sheet, inputs, N);
  });
  let hand: Record<string, Float64Array> = byHand(inputs);
  const loop = best(20, () => {
    hand = byHand(inputs);
  });

  const math = create(all);
  const lines = route.sheet.order.map((name) => [name, math.compile(route.sheet.lines.get(name)!.expr)] as const);
  let last: Record<string, number> = {};
  const library = best(2, () => {
    const names = Object.keys(inputs);
    for (let i = 0; i < N; i++) {
      const scope: Record<string, number> = {};
      for (const n of names) scope[n] = at(inputs[n], i);
      for (const [name, code] of lines) scope[name] = code.evaluate(scope) as number;
      last = scope;
    }
  });

  // The three must have computed the same thing, or the times mean nothing.
  for (const name of route.sheet.order) {
    const a = at(ours.columns.get(name)!, N - 1);
    for (const b of [hand[name][N - 1], last[name]]) if (Math.abs(a - b) > 1e-9 * Math.max(1, Math.abs(a))) throw new Error(`${name}: ${a} against ${b}`);
  }
  report(`worksheet, ${N} samples × ${route.sheet.order.length} lines, beside the library's compiled evaluator`, columnar, library, 'ms', 'at most 0.0333');
  report(`worksheet, ${N} samples × ${route.sheet.order.length} lines, beside a hand-written loop`, columnar, loop, 'ms', 'at most 3');
}
