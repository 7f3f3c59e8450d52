import { formatNumber } from '../../quantity/quantity';
import { number, type Option, type Values } from '../../inputs/spec';
import type { Entry, Line, Range, Source } from '../../worksheet/types';
import type { Mark, XY } from '../drawing';
import { figureText, type Figures, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual steps of a tool that is milled; put in your own.' };

/** Who works at a step, and the rate of the shop that it is paid at; a supplier is paid by the piece. */
const HANDS: readonly (Option & { rate?: string })[] = [
  { value: 'hands', label: 'shop-floor hands', rate: 'labour_rate' },
  { value: 'engineer', label: 'engineer', rate: 'engineer_rate' },
  { value: 'programmer', label: 'programmer', rate: 'programmer_rate' },
  { value: 'inspector', label: 'inspector', rate: 'inspector_rate' },
  { value: 'mill', label: 'machining centre', rate: 'mill_rate' },
  { value: 'manual', label: 'manual mill', rate: 'manual_rate' },
  { value: 'outside', label: 'a supplier' },
];
const PAID = HANDS.filter((h) => h.rate);
const OF: readonly Option[] = [{ value: 'order', label: 'the order' }, { value: 'each', label: 'each tool' }];

interface Step {
  step: string;
  by: string;
  of: string;
  hours: number;
  times: number;
  wait: number;
  setups: number;
  moves: number;
  paid: number;
  again: number;
}
const step = (name: string, by: string, of: string, hours: number, wait: number, more: Partial<Step> = {}): Values => ({
  step: name,
  by,
  of,
  hours,
  times: 1,
  wait,
  setups: 0,
  moves: 0,
  paid: 0,
  again: 0,
  ...more,
});
/** What a milled tool goes through as a rule, inside one plant. */
const USUAL: readonly Values[] = [
  step('Ask, quote, order', 'engineer', 'order', 1.5, 4),
  step('Material bought in', 'hands', 'each', 0.3, 4, { paid: 40 }),
  step('Programming', 'programmer', 'order', 3, 3),
  step('Milling', 'mill', 'each', 5, 5, { setups: 3, moves: 2 }),
  step('Measuring', 'inspector', 'each', 1, 1, { moves: 1 }),
  step('Fitting and trial, put right', 'hands', 'each', 2, 1, { again: 0.2 }),
];

/** A memory is no measurement: times are longer than remembered more often than shorter. */
const SPREAD: Readonly<Record<string, { hours: readonly [number, number]; wait: readonly [number, number] }>> = {
  measured: { hours: [1, 1], wait: [1, 1] },
  said: { hours: [0.8, 1.4], wait: [0.7, 1.5] },
};

const stepsOf = (values: Values): Step[] =>
  ((values['steps'] as readonly Values[] | undefined) ?? USUAL).map((row) => ({ ...(step('', 'hands', 'each', 0, 0) as unknown as Step), ...row }));
/** Once more for each share done again: a redesign, a failed seam, a scrapped core. */
const hoursOf = (s: Step): number => s.hours * s.times * (1 + s.again);
const waitOf = (s: Step): number => s.wait * (1 + s.again);
const paidOf = (s: Step): number => s.paid * s.times * (1 + s.again);
const total = <T>(rows: readonly T[], of: (row: T) => number): number => rows.reduce((sum, row) => sum + of(row), 0);

function entries(_: unknown, { facts, values }: PlanContext): Entry[] {
  const steps = stepsOf(values);
  const spread = SPREAD[String(values['known'] ?? 'said')] ?? SPREAD['said'];
  const given = values['steps'] !== undefined;
  const around = (x: number, [low, high]: readonly [number, number]): Range => ({ low: low * x, likely: x, high: high * x });
  const sum = (name: string, label: string, unit: string, rows: readonly Step[], of: (s: Step) => number, by: readonly [number, number]): Entry => {
    const parts = rows.filter((s) => of(s) > 0);
    return {
      name,
      label,
      unit,
      ...around(total(parts, of), by),
      key: `plan.today-steps.${name}`,
      source: {
        kind: given ? 'you' : 'standard',
        text: `${given ? 'Your steps' : PRACTICE.text}${
          parts.length ? `: ${parts.map((s) => `${s.step || 'a step'} ${formatNumber(of(s))}`).join(', ')}.` : ': none.'
        }`,
      },
    };
  };
  const { calendar } = facts.site.shop;
  const fixed = (name: string, label: string, unit: string, x: number): Entry =>
    takenAs('today-steps', name, label, unit, x, { kind: 'shop', text: "The shop's calendar." });
  return [
    ...PAID.flatMap(({ value, label }) =>
      OF.map((of) =>
        sum(
          `${value}_${of.value}_h`,
          `Hours of ${label}, for ${of.label}`,
          'h',
          steps.filter((s) => s.by === value && s.of === of.value),
          hoursOf,
          spread.hours,
        )
      )
    ),
    sum('supplier_h', 'Hours of suppliers', 'h', steps.filter((s) => s.by === 'outside'), hoursOf, spread.hours),
    ...OF.map((of) => sum(`paid_${of.value}`, `Paid out, for ${of.label}`, 'money', steps.filter((s) => s.of === of.value), paidOf, [1, 1])),
    sum('waits', 'Waits', 'day', steps, waitOf, spread.wait),
    sum('repeats', 'Hours of what is done again', 'h', steps, (s) => s.hours * s.times * s.again, spread.hours),
    sum('setup_count', 'Set-ups', '', steps, (s) => s.setups * s.times, [1, 1]),
    sum('move_count', 'Moves from place to place', '', steps, (s) => s.moves, [1, 1]),
    fixed('shift', 'Working hours of a day', 'h/day', (calendar.shiftEnd_min - calendar.shiftStart_min) / 60),
    fixed('stretch', 'Days of a week over its working days', '', 7 / Math.max(1, calendar.workdays.length)),
  ];
}

const cost = (of: string): string => [...PAID.map((h) => `${h.value}_${of}_h * ${h.rate}`), `paid_${of}`].join(' + ');
const LINES: readonly Line[] = [
  { name: 'wait', label: 'Waits', unit: 'day', expr: 'waits' },
  { name: 'setups', label: 'Set-ups', unit: '', expr: 'setup_count' },
  { name: 'moves', label: 'Moves from place to place', unit: '', expr: 'move_count' },
  { name: 'again_h', label: 'Hours of what is done again', unit: 'h', expr: 'repeats' },
  { name: 'order_cost', label: 'Paid once an order', unit: 'money', expr: cost('order'), note: 'Hours at the shop’s rates, and what is paid out.' },
  { name: 'each_cost', label: 'One tool', unit: 'money', expr: cost('each'), note: 'Hours at the shop’s rates, and what is paid out.' },
  { name: 'first_cost', label: 'The first tool, all of it', unit: 'money', expr: 'order_cost + each_cost' },
  {
    name: 'touch_h',
    label: 'Somebody works on it',
    unit: 'h',
    expr: [...PAID.flatMap((h) => OF.map((of) => `${h.value}_${of.value}_h`)), 'supplier_h'].join(' + '),
  },
  { name: 'busy_days', label: 'Worked on, in calendar days', unit: 'day', expr: 'touch_h / shift * stretch', note: 'One shift a day, over weekends.' },
  { name: 'calendar_days', label: 'From asking to having it', unit: 'day', expr: 'wait + busy_days', note: 'One step after the other.' },
  { name: 'touch_share', label: 'Of it worked on', unit: '', expr: 'calendar_days > 0 ? busy_days / calendar_days : 0' },
];

const most = (steps: readonly Step[], of: (s: Step) => number): Step | undefined =>
  steps.reduce<Step | undefined>((best, s) => (of(s) > (best ? of(best) : 0) ? s : best), undefined);
/** Typed and worked out may differ by so much before one of them is asked about. */
const FAR = 0.35;

function findings(f: Figures, values: Values, { facts: { doc, site } }: PlanContext): PlanFinding[] {
  const steps = stepsOf(values);
  if (values['steps'] === USUAL) {
    return [{
      id: 'usual',
      label: 'Steps',
      state: 'unknown',
      basis: 'What a milled tool goes through as a rule.',
      reason: 'These are usual steps, not yours: change a row, and price and wait of today are worked out from them.',
    }];
  }
  const longest = most(steps, waitOf);
  const days = f('calendar_days');
  const again = steps.filter((s) => s.again > 0);
  const out: PlanFinding[] = [{
    id: 'waits',
    label: 'Waits',
    state: 'pass',
    value: f('touch_share'),
    basis: 'Hours of work against the days from asking to having it.',
    reason: `Of ${formatNumber(days)} days somebody works on it for ${formatNumber(f('touch_h'))} h${
      longest ? `; it waits longest for “${longest.step || 'a step'}”, ${figureText(waitOf(longest), 'days')}` : ''
    }. ${formatNumber(f('setups'))} set-ups and ${formatNumber(f('moves'))} moves on the way.`,
  }];
  if (again.length) {
    out.push({
      id: 'again',
      label: 'Done again',
      state: 'pass',
      value: f('again_h'),
      basis: 'Hours and waits of a step, times the share that is done twice.',
      reason: `${again.map((s) => `“${s.step || 'a step'}” ${formatNumber(100 * s.again)} %`).join(', ')}: ${formatNumber(f('again_h'))} h and ${
        formatNumber(total(again, (s) => s.wait * s.again))
      } days on average.`,
    });
  }
  const differs = (id: string, label: string, said: number | null, worked: number, unit: string): void => {
    if (said === null || said <= 0 || Math.abs(worked / said - 1) <= FAR) return;
    out.push({
      id,
      label,
      state: 'conditional',
      value: worked,
      basis: 'What was typed on Need stands; the steps are a second way to it.',
      reason: `The steps come to ${figureText(Math.round(worked), unit)}, Need says ${
        figureText(said, unit)
      }: one of them leaves something out. Ask what the price covers.`,
    });
  };
  differs('price', 'Price of today', doc.today.cost, f('each_cost') + (doc.today.once === null ? f('order_cost') : 0), site.shop.currency);
  differs('wait', 'Wait of today', doc.today.wait_days, days, 'days');
  return out;
}

/** The steps after one another over the days: what waits is open, what is worked on is filled. */
function drawing(f: Figures, values: Values) {
  const steps = stepsOf(values);
  const perHour = f('stretch') / f('shift');
  const all = Math.max(1e-6, total(steps, (s) => waitOf(s) + hoursOf(s) * perHour));
  const width = 200, height = 7, pitch = 11;
  const scale = width / all;
  let x = 0;
  const bar = (from: number, to: number, y: number): XY[] => [[from, y], [to, y], [to, y + height], [from, y + height]];
  const marks = steps.flatMap((s, i): Mark[] => {
    const y = -pitch * (i + 1);
    const wait = waitOf(s) * scale, work = Math.max(hoursOf(s) * perHour * scale, 0.4);
    const from = x;
    x += wait + work;
    return [
      { kind: 'line', points: bar(from, from + wait, y), closed: true, style: 'thin' },
      { kind: 'line', points: bar(from + wait, from + wait + work, y), closed: true, style: 'heavy', fill: 'shade' },
      { kind: 'text', at: [-3, y + 2], text: s.step || `step ${i + 1}`, anchor: 'end' },
    ];
  });
  return {
    title: 'From asking to having it',
    measure: 'Days, left to right; open is waiting, filled is work',
    says: `${steps.map((s) => `${s.step}: waits ${formatNumber(waitOf(s))} days, worked on for ${formatNumber(hoursOf(s))} h`).join('; ')}.`,
    marks: [...marks, { kind: 'dimension', from: [0, 0], to: [width, 0], text: `${formatNumber(all)} days`, off: 6 } satisfies Mark],
  };
}

/** The way of today, step by step: hours, waits, set-ups and moves, what is done again; from them its price and its wait. */
export const todaySteps: Planner = {
  id: 'today-steps',
  about: 'use',
  label: 'Steps of today',
  what: 'How the tool comes about today, step by step: who works how long, what waits, what is done again. From it what one costs and how long it takes.',
  basis: [PRACTICE],
  fits: ({ doc }) => doc.today.way !== 'none',
  headline: ['first_cost', 'order_cost', 'each_cost', 'touch_h', 'wait', 'calendar_days', 'touch_share', 'setups', 'moves', 'again_h'],
  inputs: [
    {
      kind: 'choice',
      id: 'known',
      label: 'Hours and waits are',
      options: [{ value: 'said', label: 'as people remember them' }, { value: 'measured', label: 'from bookings' }],
      usual: 'said',
    },
    {
      kind: 'table',
      id: 'steps',
      label: 'Steps',
      most: 40,
      usual: USUAL,
      help:
        'One after the other, waits before the work. Times: how often it is done on one tool, as vents to drill or joints to make. Again: the share done a second time.',
      columns: [
        { kind: 'text', id: 'step', label: 'Step', max: 80 },
        { kind: 'choice', id: 'by', label: 'By', options: HANDS, usual: 'hands' },
        { kind: 'choice', id: 'of', label: 'For', options: OF, usual: 'each' },
        number('wait', 'Waits', 'days', [0, 1000], 0),
        number('hours', 'Hours', 'time', [0, 2000], 1),
        number('times', 'Times', 'count', [0, 100_000], 1),
        number('setups', 'Set-ups', 'count', [0, 1000], 0),
        number('moves', 'Moves', 'count', [0, 1000], 0),
        number('paid', 'Paid', 'money', [0, 1e7], 0),
        number('again', 'Again', 'count', [0, 5], 0),
      ],
    },
  ],
  entries,
  lines: LINES,
  gives: [
    { line: 'each_cost', to: 'today.cost', when: isOwn },
    { line: 'order_cost', to: 'today.once', when: isOwn },
    { line: 'calendar_days', to: 'today.wait_days', when: isOwn },
  ],
  findings,
  drawing,
  cautions: ['Hours at the shop’s rates are what the tool costs the house; they are saved only as far as people and machines do something else instead.'],
};
/** Usual steps say nothing about this tool: the nearest process estimates it better. */
function isOwn(values: Values): boolean {
  return values['steps'] !== USUAL;
}
