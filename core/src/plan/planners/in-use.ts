import { asRange, type InputSpec, number, type NumberInput, type Option, type Values } from '../../inputs/spec';
import type { Entry, Line, Source } from '../../worksheet/types';
import { sheetUnit } from '../../inputs/text';
import { formatNumber } from '../../quantity/quantity';
import { type Figures, figureText, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range; the plant’s own controller knows better.' };

/** What a tool may change at the step it is used for. Each has a line of its own, hard or soft. */
interface Effect {
  id: string;
  label: string;
  /** Names of its figure today and with the new tool. */
  figures: readonly (readonly [before: string, after: string])[];
  hard: string;
  soft: string;
}
const EFFECTS: readonly Effect[] = [
  { id: 'hands', label: 'Hands at the step', figures: [['people_before', 'people_after'], ['hand_before', 'hand_after']], hard: '', soft: 'hands_worth' },
  { id: 'pace', label: 'Cycle of the cell', figures: [['cycle_before', 'cycle_after']], hard: 'pace_worth', soft: '' },
  {
    id: 'setup',
    label: 'Setting up',
    figures: [['setup_before', 'setup_after'], ['remeasure_before', 'remeasure_after'], ['repeat_before', 'repeat_after']],
    hard: 'setup_cell_worth',
    soft: 'setup_worth',
  },
  { id: 'rejects', label: 'Rejects', figures: [['reject_before', 'reject_after']], hard: 'reject_worth', soft: '' },
  { id: 'rework', label: 'Rework', figures: [['rework_before', 'rework_after']], hard: '', soft: 'rework_worth' },
  { id: 'stops', label: 'Stoppages', figures: [['stops_before', 'stops_after']], hard: 'stop_worth', soft: '' },
  { id: 'consumables', label: 'Consumables', figures: [['used_before', 'used_after']], hard: 'consumable_worth', soft: '' },
  { id: 'work', label: 'Work taken', figures: [['won_before', 'won_after']], hard: '', soft: 'won_worth' },
  { id: 'keeping', label: 'Keeping tools', figures: [['store_before', 'store_after'], ['tied_before', 'tied_after']], hard: '', soft: 'keeping_worth' },
];
const AIMS: readonly Option[] = [{ value: 'none', label: 'none of them: price and wait decide' }, ...EFFECTS.map(({ id, label }) => ({ value: id, label }))];
const HARD = EFFECTS.map((e) => e.hard).filter(Boolean), SOFT = EFFECTS.map((e) => e.soft).filter(Boolean);

const paced = (v: Values): boolean => v['bottleneck'] === true;
type More = Partial<Omit<NumberInput, 'kind' | 'id' | 'label' | 'quantity' | 'min' | 'max' | 'usual'>>;
/** A figure as it is today and as it is to be with the new tool: as today, until somebody says otherwise. */
const pair = (id: string, label: string, quantity: NumberInput['quantity'], bounds: readonly [number, number], usual: number, more: More): NumberInput[] => [
  number(`${id}_before`, `${label}, today`, quantity, bounds, usual || undefined, { ...more, optional: !usual }),
  number(`${id}_after`, `${label}, new`, quantity, bounds, undefined, { ...more, optional: true, open: 'as today' }),
];
const isSide = (i: InputSpec): i is NumberInput => i.kind === 'number' && /_(before|after)$/.test(i.id);
/** How far a figure may be off by how it is known, people excepted; of both sides together, so that what does not differ gains nothing. */
const OFF: Readonly<Record<string, number>> = { measured: 0, said: 0.2, guess: 0.5 };
const gain = (name: string, label: string, unit: string, id: string): Line => ({ name, label, unit, expr: `${id}_before - ${id}_after` });

const KNOWN: Readonly<Record<string, string>> = { measured: 'measured', said: 'as people say', guess: 'a guess' };
const INPUTS: readonly InputSpec[] = [
  { kind: 'choice', id: 'aim', label: 'It is made to move', group: 'Before and after', options: AIMS, usual: 'none' },
  {
    kind: 'choice',
    id: 'known',
    label: 'Figures of today are',
    group: 'Before and after',
    options: Object.entries(KNOWN).map(([value, label]) => ({ value, label })),
    usual: 'said',
  },
  {
    kind: 'choice',
    id: 'counts',
    label: 'Counted in the decision',
    group: 'Before and after',
    options: [{ value: 'hard', label: 'hard money alone' }, { value: 'both', label: 'hard and soft' }, { value: 'none', label: 'nothing: for information' }],
    usual: 'hard',
    help: 'Hard: paid or earned. Soft: time and room set free, worth something only as far as somebody uses it.',
  },
  {
    kind: 'yes-no',
    id: 'bottleneck',
    label: 'The cell sets the pace of the line',
    group: 'Before and after',
    usual: false,
    help: 'Only then are its seconds worth money.',
  },
  number('cell_rate', 'An hour of the cell', 'money', [0, 100_000], 60, { group: 'Before and after', unit: 'money/h', asked: paced }),
  number('freed', 'Of time set free, used for something else', 'count', [0, 1], [0.3, 0.6, 0.9], {
    group: 'Before and after',
    ranged: true,
    source: PRACTICE,
    help: 'Minutes here and there seldom leave the payroll; a whole person does.',
  }),
  ...pair('people', 'People at the step', 'count', [0, 50], 1, { group: 'Hands' }),
  ...pair('hand', 'Their time a cycle', 'seconds', [0, 36_000], 0, { group: 'Hands', unit: 's/cycle' }),
  ...pair('cycle', 'Cycle of the cell', 'seconds', [0, 36_000], 0, { group: 'Pace', unit: 's/cycle', asked: paced }),
  number('setups', 'Set-ups a year', 'count', [0, 100_000], 50, { group: 'Setting up', unit: 'year^-1' }),
  ...pair('setup', 'One set-up', 'time', [0, 1000], 0, { group: 'Setting up' }),
  ...pair('remeasure', 'Measured again', 'time', [0, 1000], 0, { group: 'Setting up' }),
  ...pair('repeat', 'Done twice, share', 'count', [0, 1], 0, { group: 'Setting up', help: 'What comes out wrong by the repeat error, and is done again.' }),
  ...pair('reject', 'Rejected, share', 'count', [0, 1], 0, { group: 'Rejects and rework', help: 'Marks, lifts, holes off place: of the cycles.' }),
  number('part_worth', 'A rejected piece is worth', 'money', [0, 1e7], 0, {
    group: 'Rejects and rework',
    ranged: true,
    unit: 'money/cycle',
    help: 'Material and work already in it, less what the scrap brings.',
  }),
  ...pair('rework', 'Worked over, share', 'count', [0, 1], 0, { group: 'Rejects and rework' }),
  number('rework_h', 'Working one over', 'time', [0, 1000], 0, { group: 'Rejects and rework', ranged: true, unit: 'h/cycle' }),
  ...pair('stops', 'Stops it causes', 'count', [0, 100_000], 0, { group: 'Stoppages', unit: 'year^-1' }),
  number('stop_h', 'One stop', 'time', [0, 1000], 0.25, { group: 'Stoppages', ranged: true }),
  number('stop_rate', 'An hour that stands costs', 'money', [0, 1e6], 0, { group: 'Stoppages', ranged: true, unit: 'money/h' }),
  ...pair('used', 'Consumables', 'money', [0, 1e8], 0, {
    group: 'Consumables',
    unit: 'money/year',
    help: 'Pads, tape, wax, cores, masks: what the tool uses up.',
  }),
  ...pair('won', 'Orders that hang on the tool', 'money', [0, 1e9], 0, {
    group: 'Work taken',
    unit: 'money/year',
    help: 'Jobs that were turned away because the tool would not pay, and are taken with the new one: a year’s sales of them.',
  }),
  number('stays', 'Of an order stays in the house, share', 'count', [0, 1], [0.15, 0.3, 0.45], {
    group: 'Work taken',
    ranged: true,
    source: PRACTICE,
    help: 'Sales less material, outside work and wages that would be paid anyway.',
  }),
  ...pair('store', 'Room for tools kept', 'count', [0, 100_000], 0, {
    group: 'Keeping tools',
    unit: 'm^2',
    help: 'Floor or shelf, m². What lives as a file takes none.',
  }),
  number('store_rate', 'A square metre a year', 'money', [0, 100_000], [60, 120, 250], {
    group: 'Keeping tools',
    ranged: true,
    unit: 'money/(m^2*year)',
    source: PRACTICE,
  }),
  ...pair('tied', 'Worth of tools kept', 'money', [0, 1e9], 0, {
    group: 'Keeping tools',
    help: 'At what they cost: capital, insurance, upkeep stand on it.',
  }),
  number('carrying', 'Carrying them costs, share a year', 'count', [0, 1], [0.08, 0.15, 0.25], {
    group: 'Keeping tools',
    ranged: true,
    unit: 'year^-1',
    source: PRACTICE,
  }),
];

function entries(_: unknown, { facts, values }: PlanContext): Entry[] {
  const need = (name: string, label: string, unit: string, x: number, text: string): Entry => takenAs('in-use', name, label, unit, x, { kind: 'need', text });
  const off = OFF[String(values['known'] ?? 'said')] ?? OFF['said'];
  const sides = INPUTS.filter(isSide).map((i): Entry => {
    const pairOf = i.id.replace(/_(before|after)$/, '');
    const said = [values[i.id], values[`${pairOf}_before`], i.usual?.likely].find((x) => typeof x === 'number');
    const likely = said ?? (pairOf === 'people' ? 1 : 0);
    return {
      name: i.id,
      label: i.label,
      unit: sheetUnit(i),
      ...(pairOf === 'people' ? asRange(likely) : { low: likely * (1 - off), likely, high: Math.min(i.max, likely * (1 + off)) }),
      key: `plan.in-use.${pairOf}`,
      source: values[i.id] === undefined
        ? { kind: 'guess', text: i.id.endsWith('_after') ? 'Not said: as today.' : 'Not said.' }
        : { kind: 'you', text: `Given by you, ${KNOWN[String(values['known'] ?? 'said')]}.` },
    };
  });
  return [
    ...sides,
    need('cycles_year', 'Cycles a year', 'cycle/year', facts.need.cyclesPerYear?.value ?? 5000, 'Cycles a year, from the Need step.'),
    need('programme', 'Years of the programme', 'year', facts.need.years?.value ?? 4, 'Years, from the Need step.'),
    need(
      'apart',
      'Counted beside doing without',
      '',
      isInWithout(facts.doc) ? 0 : 1,
      'With nothing there today a day without costs money already, on the Need step: what these effects come to is in it.',
    ),
    // One second is worth money once: the gripper's plan counts what a lighter tool gains.
    need(
      'pace_here',
      'The pace is counted here',
      '',
      paced(values) && !isPacedByGrip(facts.doc.plans) ? 1 : 0,
      'Only where the cell sets the pace, and Grip does not count it already.',
    ),
  ];
}
/** Doing without costs so much a day already: hands, scrap and waits are in it. */
const isInWithout = ({ today }: PlanContext['facts']['doc']): boolean => today.way === 'none' && today.delay_per_day > 0;
const isPacedByGrip = (plans: PlanContext['facts']['doc']['plans']): boolean => plans?.['grip']?.values['bottleneck'] === true;

const SCALES: Readonly<Record<string, string>> = { hard: 'hard', both: 'hard + soft', none: 'nothing' };

/** Worth of effects by their lines: what of it is hard, and what soft. */
const sum = (names: readonly string[]): string => names.join(' + ');
const worthOf = (f: Figures, e: Effect): number => [e.hard, e.soft].reduce((s, name) => s + (name ? f(name) : 0), 0);
const isTouched = (f: Figures, e: Effect): boolean => e.figures.some(([before, after]) => f(before) !== f(after));

function findings(f: Figures, values: Values, { facts }: PlanContext): PlanFinding[] {
  const money = (x: number): string => figureText(Math.round(x), facts.site.shop.currency);
  const touched = EFFECTS.filter((e) => isTouched(f, e));
  const hard = f('hard_year'), soft = f('soft_year');
  const out: PlanFinding[] = [{
    id: 'worth',
    label: 'Worth in use',
    basis: 'Each effect by itself, before less after, at its own rate; hard is money that is paid or earned, soft is time and room set free.',
    ...(touched.length
      ? {
        state: hard + soft < 0 ? 'conditional' as const : 'pass' as const,
        value: hard + soft,
        reason: `${touched.map((e) => `${e.label} ${money(worthOf(f, e))}`).join(', ')} a year: ${money(hard)} hard, ${
          money(soft)
        } soft. Counted against today’s way: ${isInWithout(facts.doc) ? SCALES['none'] : SCALES[String(values['counts'])]}.${
          hard + soft < 0 ? ' In use the new tool costs more than today’s: see which figure asks for it.' : ''
        }`,
      }
      : { state: 'unknown' as const, reason: 'No figure differs yet between today and the new tool: say what it is to change, and by how much.' }),
  }];
  if (touched.length && values['known'] !== 'measured') {
    out.push({
      id: 'before',
      label: 'Before-figures',
      state: 'conditional',
      basis: 'A gain that nobody measured before cannot be proved after.',
      reason: `${
        values['known'] === 'guess' ? 'Guessed' : 'As people say'
      }: measure today’s figures before the old tool goes, in the way in which the new ones will be measured.`,
    });
  }
  const aim = EFFECTS.find((e) => e.id === values['aim']);
  if (aim) {
    const better = worthOf(f, aim) > 0;
    out.push({
      id: 'aim',
      label: 'What it is for',
      state: better ? 'pass' : 'fail',
      basis: 'The figure that the tool is made to move has to move.',
      reason: better
        ? `It is made for ${aim.label.toLowerCase()}: ${
          aim.figures.filter(([b, a]) => f(b) !== f(a)).map(([b, a]) => `${formatNumber(f(b))} to ${formatNumber(f(a))}`).join(', ')
        }. Proof compares both.`
        : `It is made for ${aim.label.toLowerCase()}, and nothing is gained there: give the figures of today and of the new tool, or another aim.`,
    });
  }
  if (touched.length && isInWithout(facts.doc)) {
    out.push({
      id: 'without',
      label: 'Doing without',
      state: 'pass',
      basis: 'A pair of hands is worth money once.',
      reason: `Need says that a day without a tool costs ${
        money(facts.doc.today.delay_per_day)
      }: these effects are in it and are not counted beside it. They show what it is made of.`,
    });
  }
  if (paced(values) && isPacedByGrip(facts.doc.plans))
    out.push({
      id: 'twice',
      label: 'Pace',
      state: 'pass',
      basis: 'A second is worth money once.',
      reason: 'Seconds of the cell are counted in Grip; here they are left out, setting up excepted.',
    });
  return out;
}

/** What a tool changes at its step, as money: the lines that people put beside its price, kept apart and each with its own figures. */
export const inUse: Planner = {
  id: 'in-use',
  about: 'use',
  label: 'In use',
  what:
    'What the new tool changes where it is used, before and after: hands, pace, setting up, rejects, stoppages, consumables, room. Hard money apart from soft.',
  basis: [PRACTICE],
  fits: () => true,
  headline: [
    'hard_year',
    'soft_year',
    'counted_year',
    'hands_worth',
    'pace_worth',
    'setup_gain',
    'setup_worth',
    'reject_worth',
    'rework_worth',
    'stop_worth',
    'consumable_worth',
    'won_worth',
    'keeping_worth',
  ],
  inputs: INPUTS,
  entries,
  lines: [
    { name: 'hands_gain', label: 'Hands set free', unit: 's/cycle', expr: 'people_before * hand_before - people_after * hand_after' },
    {
      name: 'hands_worth',
      label: 'Hands at the step, a year',
      unit: 'money/year',
      expr: 'hands_gain / s_per_h * cycles_year * labour_rate * freed',
      note: 'Soft: worth something as far as the time is used.',
    },
    gain('pace_gain', 'Seconds of the cell gained', 's/cycle', 'cycle'),
    {
      name: 'pace_worth',
      label: 'Pace of the line, a year',
      unit: 'money/year',
      expr: 'pace_here * pace_gain / s_per_h * cycles_year * cell_rate',
      note: 'Hard where the cell sets the pace; else nothing.',
    },
    {
      name: 'setup_gain',
      label: 'Setting up, hours a year gained',
      unit: 'h/year',
      expr: 'setups * ((setup_before + remeasure_before) * (1 + repeat_before) - (setup_after + remeasure_after) * (1 + repeat_after))',
      note: 'What is set up twice counts twice.',
    },
    { name: 'setup_worth', label: 'Hands setting up, a year', unit: 'money/year', expr: 'setup_gain * labour_rate * freed' },
    { name: 'setup_cell_worth', label: 'The cell while it is set up, a year', unit: 'money/year', expr: 'bottleneck * setup_gain * cell_rate' },
    gain('reject_gain', 'Fewer rejected, share', '', 'reject'),
    { name: 'reject_worth', label: 'Rejects, a year', unit: 'money/year', expr: 'reject_gain * cycles_year * part_worth' },
    gain('rework_gain', 'Fewer worked over, share', '', 'rework'),
    { name: 'rework_worth', label: 'Rework, a year', unit: 'money/year', expr: 'rework_gain * cycles_year * rework_h * labour_rate * freed' },
    gain('stop_gain', 'Fewer stops a year', 'year^-1', 'stops'),
    { name: 'stop_worth', label: 'Stoppages, a year', unit: 'money/year', expr: 'stop_gain * stop_h * stop_rate' },
    gain('consumable_worth', 'Consumables, a year', 'money/year', 'used'),
    {
      name: 'won_worth',
      label: 'Work taken, a year',
      unit: 'money/year',
      expr: '(won_after - won_before) * stays',
      note: 'Soft until the orders are there.',
    },
    {
      name: 'keeping_worth',
      label: 'Keeping tools, a year',
      unit: 'money/year',
      expr: '(store_before - store_after) * store_rate + (tied_before - tied_after) * carrying',
      note: 'Room at its price, and what capital, insurance and upkeep of kept tools cost.',
    },
    { name: 'hard_year', label: 'Hard, a year', unit: 'money/year', expr: sum(HARD) },
    { name: 'soft_year', label: 'Soft, a year', unit: 'money/year', expr: sum(SOFT) },
    {
      name: 'counted_year',
      label: 'Counted in the decision, a year',
      unit: 'money/year',
      expr: 'apart * ((counts_none > 0 ? 0 : 1) * hard_year + counts_both * soft_year)',
    },
    {
      name: 'today_use',
      label: 'Today’s way costs beyond the new tool, over the programme',
      unit: 'money',
      expr: 'max(0, counted_year) * programme',
      note: 'What the new tool gains is what staying with today’s way costs.',
    },
    { name: 'new_use', label: 'The new tool costs beyond today’s, over the programme', unit: 'money', expr: 'max(0, -counted_year) * programme' },
  ],
  gainedBy: "only one that changes the step gains them, not a copy of today's",
  gives: [{ line: 'today_use', to: 'today.use_cost' }, { line: 'new_use', to: 'use_cost' }],
  findings,
  cautions: [
    'What it gains is put against today’s way, over the whole programme: it counts for every new way alike, a newly machined one too. A plain copy of today’s tool gains nothing: leave the figures alike then.',
    'Fewer hands at a step change what people lift, reach and stand by: have guarding and ergonomics looked at by whoever answers for them.',
  ],
};
