import { inputEntries } from '../inputs/text';
import { asRange, filled, type Values } from '../inputs/spec';
import { scenario as KIND } from '../records/kinds/scenario';
import { DEFAULT_SHOP, type Shop, shopEntries } from '../shelf/shop';
import { compileSheet } from '../worksheet/compile';
import { at, evaluate, type Evaluation, valueOf } from '../worksheet/evaluate';
import type { Figured } from '../worksheet/figured';
import { likelyInputs, sampleEntries } from '../worksheet/sample';
import { sensitivity } from '../worksheet/sensitivity';
import type { Entry, Line } from '../worksheet/types';
import { discountedPayback, inHand, type Irr, irr, npv, payback } from './cash';

/** Weeks in a month: 365.25 days / 7 / 12. */
const WEEKS = 365.25 / 7 / 12;
/** Beyond this share of its hours no queue settles. */
const FULL = 0.97;

/** Everything of one month at full use, in hours and money, then what is paid once. */
export const LINES: readonly Line[] = [
  { name: 'tools', label: 'Tools a month', unit: '', expr: 'listed_tools * volume' },
  { name: 'print_hours', label: 'Printing hours a month, all tools', unit: 'h', expr: 'listed_print * volume * print_off' },
  { name: 'ours', label: 'Of price and hours, ours', unit: '', expr: 'means_shared * our_share + (1 - means_shared)' },
  {
    name: 'capacity',
    label: 'Hours of the list that fit a month',
    unit: 'h',
    expr: `(1 - means_bureau) * machine_speed * hours_week * weeks * uptime * ours`,
  },
  {
    name: 'wanted_hours',
    label: 'Printing hours a month meant for them',
    unit: 'h',
    expr: 'print_hours * (means_bureau ? 0 : means_mixed ? kept_share : 1)',
  },
  { name: 'run_hours', label: 'Printing hours a month on them', unit: 'h', expr: 'min(wanted_hours, capacity)' },
  {
    name: 'own_part',
    label: 'Share of the tools printed by ourselves',
    unit: '',
    expr: 'run_hours / max(print_hours, least_h)',
    note: 'What does not fit goes to the bureau.',
  },
  { name: 'utilisation', label: 'Share of their hours in use', unit: '', expr: 'run_hours / max(capacity, least_h)' },
  {
    name: 'wait',
    label: 'Wait in front of them',
    unit: 'h',
    expr: `listed_print * print_off / max(listed_tools, 0.001) / max(machine_speed, 0.001) * min(utilisation, ${FULL}) / (1 - min(utilisation, ${FULL}))`,
    note: 'Jobs that come by chance to machines of one kind: hours of a job × u/(1 − u), shared by the machines.',
  },

  { name: 'not_bought', label: 'Tools no longer bought', unit: 'money', expr: 'listed_today * volume * today_off' },
  {
    name: 'mill_freed',
    label: 'Own mill freed',
    unit: 'money',
    expr: 'listed_mill * volume * mill_rate * mill_full',
    note: 'Counted as far as that machine is full; the rest of the hours is freed for nobody.',
  },
  { name: 'program_freed', label: 'Programming freed', unit: 'money', expr: 'listed_program * volume * programmer_rate * program_full' },
  { name: 'gains', label: 'What it brings a month', unit: 'money', expr: 'not_bought + mill_freed + program_freed' },

  { name: 'plastic', label: 'Plastic', unit: 'money', expr: 'listed_material * volume * own_part * (1 + waste)' },
  { name: 'hands', label: 'Hands for the tools', unit: 'money', expr: 'listed_hands * volume * own_part * labour_rate' },
  { name: 'power', label: 'Power and parts', unit: 'money', expr: 'run_hours * draw' },
  { name: 'bureau_paid', label: 'Bureau', unit: 'money', expr: 'listed_bureau * volume * bureau_off * (1 - own_part)' },
  { name: 'follows', label: 'What follows the tools, a month', unit: 'money', expr: 'plastic + hands + power + bureau_paid' },

  { name: 'upkeep_paid', label: 'Upkeep', unit: 'money', expr: '(1 - means_bureau) * (1 - means_leased) * listed_price * upkeep / 12 * ours' },
  { name: 'staff_paid', label: 'Somebody for it', unit: 'money', expr: '(1 - means_bureau) * staff_h * engineer_rate * ours' },
  { name: 'standing', label: 'Floor, powder, furnace', unit: 'money', expr: '(1 - means_bureau) * (floor + consumed) * ours' },
  { name: 'lease_paid', label: 'Lease', unit: 'money', expr: 'means_leased * lease' },
  { name: 'fixed', label: 'What is paid whether or not, a month', unit: 'money', expr: 'upkeep_paid + staff_paid + standing + lease_paid' },

  { name: 'hard_net', label: 'Left over a month, hard', unit: 'money', expr: 'gains - follows - fixed' },
  { name: 'soft', label: 'Soft gains a month', unit: 'money', expr: 'listed_days * volume * day_worth + soft_month' },
  { name: 'bureau_all', label: 'All to a bureau, a month', unit: 'money', expr: 'listed_bureau * volume * bureau_off' },

  {
    name: 'paid_for_it',
    label: 'Machines',
    unit: 'money',
    expr: '(1 - means_bureau) * (1 - means_leased) * max(0, listed_price * price_off - owned - grant) * ours',
  },
  { name: 'learning', label: 'Bringing it in and learning it', unit: 'money', expr: '(1 - means_bureau) * (install * ours + training_h * engineer_rate)' },
  { name: 'growing', label: 'Months until it is used to the full', unit: '', expr: 'max(ramp, 0)' },
  { name: 'outlay', label: 'Paid at the start', unit: 'money', expr: 'paid_for_it + learning' },
  { name: 'left_worth', label: 'Worth at the end', unit: 'money', expr: '(1 - means_bureau) * (1 - means_leased) * residual * ours' },

  { name: 'bureau_each', label: 'One tool at a bureau', unit: 'money', expr: 'listed_bureau * bureau_off / max(listed_tools, 0.001)' },
  {
    name: 'own_each',
    label: 'One tool of our own, beyond what is paid anyway',
    unit: 'money',
    expr:
      '(listed_material * (1 + waste) + listed_hands * labour_rate + listed_print * print_off / max(machine_speed, 0.001) * draw) / max(listed_tools, 0.001)',
  },
  {
    name: 'standing_all',
    label: 'A month of the machine, its price spread over the time looked at',
    unit: 'money',
    expr: '(outlay - left_worth) / months + fixed',
  },
  {
    name: 'crossing',
    label: 'Tools a month from which it beats a bureau',
    unit: '',
    expr: `bureau_each > own_each ? min(standing_all / (bureau_each - own_each), ${1e5}) : ${1e5}`,
    note: 'What is paid anyway ÷ what each tool saves against the bureau. 100 000 stands for never.',
  },
];

/** Sums over the tables, and what the lines take for granted. */
function tableEntries(values: Values): Entry[] {
  const all = filled(KIND.inputs, values);
  const tools = (all['tools'] as readonly Values[] | undefined) ?? [];
  const machines = (all['machines'] as readonly Values[] | undefined) ?? [];
  const n = (row: Values, id: string): number => (row[id] as number | undefined) ?? 0;
  const sum = (rows: readonly Values[], by: string, id: string): number => rows.reduce((s, r) => s + n(r, by) * n(r, id), 0);
  const exactly = (name: string, label: string, unit: string, x: number, text: string): Entry => ({
    name,
    label,
    unit,
    ...asRange(x),
    source: { kind: 'you', text },
    key: `scenario.${name}`,
  });
  const list = (name: string, label: string, unit: string, id: string): Entry =>
    exactly(name, label, unit, sum(tools, 'a_month', id), `Added up over the ${tools.length} kinds of tool.`);
  // Hours of the list are those of a machine of speed 1.
  const speed = machines.reduce((s, m) => s + n(m, 'count') * (n(m, 'speed') || 1), 0);
  return [
    exactly('listed_tools', 'Tools a month, listed', '', tools.reduce((s, t) => s + n(t, 'a_month'), 0), `Added up over the ${tools.length} kinds of tool.`),
    list('listed_today', 'Paid today a month, listed', 'money', 'today'),
    list('listed_mill', 'Own mill a month, listed', 'h', 'mill_h'),
    list('listed_program', 'Programming a month, listed', 'h', 'program_h'),
    list('listed_print', 'Printing a month, listed', 'h', 'print_h'),
    list('listed_hands', 'Hands a month, listed', 'h', 'hands_h'),
    list('listed_material', 'Plastic a month, listed', 'money', 'material'),
    list('listed_bureau', 'At a bureau a month, listed', 'money', 'bureau'),
    list('listed_days', 'Days sooner a month, listed', '', 'days'),
    exactly('machine_speed', 'Machines, by speed', '', speed, 'How many × speed, added up.'),
    exactly('listed_price', 'Price of the machines, listed', 'money', sum(machines, 'count', 'price'), 'How many × price, added up.'),
    exactly(
      'draw',
      'Power and parts an hour of printing',
      'money/h',
      speed ? machines.reduce((s, m) => s + n(m, 'count') * (n(m, 'speed') || 1) * n(m, 'draw'), 0) / speed : 0,
      'Of the machines, by their share of the work.',
    ),
    { ...exactly('weeks', 'Weeks in a month', '', WEEKS, '365.25 days / 7 / 12.'), source: { kind: 'standard', text: '365.25 days / 7 / 12.' } },
    {
      ...exactly('least_h', 'Hours below which nothing is divided by', 'h', 1e-6, ''),
      source: { kind: 'standard', text: 'Keeps an empty list from dividing by nothing.' },
    },
  ];
}

export interface Band {
  p10: number;
  p50: number;
  p90: number;
}

/** What a page shows of a scenario, without what only opens figures. */
export interface PaybackView {
  id: string;
  title: string;
  months: number;
  wanted: number;
  /** At likely figures. */
  cash: number[];
  inHand: number[];
  /** Money in hand after each month, over the samples. */
  band: Band[];
  /** The same tools without any machine, at likely figures; nothing where that is the scenario itself. */
  bureau?: number[];
  npv: Band;
  irr: Irr;
  /** Months; Infinity where it is not paid back within the time looked at. */
  payback: Band;
  /** Months with every month discounted to the start. */
  discounted: Band;
  /** Share of samples that are paid back before the month asked for. */
  inTime: number;
  /** What moves the present value most. */
  swings: { label: string; atLow: number; atHigh: number }[];
  /** Soft gains a month, and whether they are in the cash. */
  countsSoft: boolean;
  /** Share by which tools cost less over the first year. */
  cheaper: number;
  /** Every line, with its median and range. */
  figures: Record<string, Band & { label: string; unit: string }>;
}

/** A scenario worked out. Money in the site's currency; month 0 first. */
export interface PaybackResult extends Figured {
  values: Values;
  view: PaybackView;
}

const bandOf = (xs: number[]): Band => {
  const sorted = Float64Array.from(xs).sort();
  const at = (p: number): number => sorted[Math.min(sorted.length - 1, Math.round(p * (sorted.length - 1)))];
  return { p10: at(0.1), p50: at(0.5), p90: at(0.9) };
};

const FULLY = compileSheet(LINES, [...shopEntries(DEFAULT_SHOP), ...inputEntries(KIND.inputs, {}, 'scenario'), ...tableEntries({})].map((e) => e.name));

/** Cash of one sample: what is paid at the start, then month by month as use grows evenly to the full, at last what the machine is still worth. */
function cashOf(out: Evaluation, i: number, months: number, countSoft: boolean): number[] {
  const x = (name: string): number => at(out.columns.get(name)!, i);
  const following = x('gains') - x('follows') + (countSoft ? x('soft') : 0);
  const fixed = x('fixed'), ramp = x('growing');
  const cash = [-x('outlay'), ...Array.from({ length: months }, (_, k) => Math.min(1, ramp > 0 ? (k + 1) / ramp : 1) * following - fixed)];
  cash[months] += x('left_worth');
  return cash;
}

/**
 * Work a scenario out.
 * @param samples drawn for bands and chances
 */
export function evaluateScenario(id: string, given: Values, shop: Shop, samples = 4000, seed = 1): PaybackResult {
  const values = filled(KIND.inputs, given);
  const entries = [
    ...shopEntries(shop),
    ...inputEntries(KIND.inputs, given, `scenario`).map((e) => Number.isNaN(e.likely) ? { ...e, low: 0, likely: 0, high: 0 } : e),
    ...tableEntries(given),
  ];
  const used = new Set(FULLY.inputs);
  const inputs = sampleEntries(entries.filter((e) => used.has(e.name)), samples, seed);
  const point = evaluate(FULLY, likelyInputs(entries));
  const risk = evaluate(FULLY, inputs, samples);
  const months = values['months'] as number;
  const wanted = values['wanted'] as number;
  const discount = values['discount'] as number;
  const countSoft = values['count_soft'] === true;
  const likelyRamp = valueOf(point, 'growing');
  const cash = cashOf(point, 0, months, countSoft);
  const flows = Array.from({ length: samples }, (_, i) => cashOf(risk, i, months, countSoft));
  const hands = flows.map(inHand);
  const paid = flows.map((c) => payback(c) ?? Infinity);
  const column = (name: string): Band => bandOf(Array.from({ length: samples }, (_, i) => at(risk.columns.get(name)!, i)));
  const byBureau = values['means'] !== 'bureau' &&
    cash.map((_, k) =>
      k === 0
        ? 0
        : Math.min(1, likelyRamp > 0 ? k / likelyRamp : 1) * (valueOf(point, 'gains') - valueOf(point, 'bureau_all') + (countSoft ? valueOf(point, 'soft') : 0))
    );
  const year = cash.slice(1, 13).reduce((a, b) => a + b, 0);
  const spent = Math.min(12, months) * valueOf(point, 'gains');
  const labels = new Map(entries.map((e) => [e.name, e.label]));
  return {
    id: `scenario:${id}`,
    title: String(values['name'] ?? ''),
    sheet: FULLY,
    entries,
    overrides: {},
    point,
    risk,
    values,
    view: {
      id: `scenario:${id}`,
      title: String(values['name'] ?? ''),
      months,
      wanted,
      cash,
      inHand: inHand(cash),
      band: cash.map((_, k) => bandOf(hands.map((h) => h[k]))),
      ...(byBureau && { bureau: inHand(byBureau) }),
      npv: bandOf(flows.map((c) => npv(c, discount))),
      irr: irr(cash),
      payback: bandOf(paid),
      discounted: bandOf(flows.map((c) => discountedPayback(c, discount) ?? Infinity)),
      inTime: paid.filter((p) => p < wanted).length / samples,
      swings: sensitivity(FULLY, entries, (out, i) => npv(cashOf(out, i, months, countSoft), discount)).filter((s) => s.swing > 0).slice(0, 8).map((
        s,
      ) => ({
        label: labels.get(s.entry) ?? s.entry,
        atLow: s.atLow,
        atHigh: s.atHigh,
      })),
      countsSoft: countSoft,
      cheaper: spent > 0 ? year / spent : 0,
      figures: Object.fromEntries(LINES.map((l) => [l.name, { label: l.label, unit: l.unit, ...column(l.name) }])),
    },
  };
}
