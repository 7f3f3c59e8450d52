import { number, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import type { Entry, Line, Source } from '../../worksheet/types';
import { type Figures, figureText, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const STANDARD: Source = {
  kind: 'standard',
  text: 'Failures come by themselves (Poisson): with some on the shelf the line waits only when so many fail before the next has come that it is empty.',
};
const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range; the plant’s own controller knows better.' };
/** Where nobody knows. */
const WAIT_DAYS = 20, NEW_DAYS = 5, YEARS = 4;

function entries(_: unknown, { facts: { doc, need } }: PlanContext): Entry[] {
  const { wait_days, cost } = doc.today;
  const said = (known: boolean, text: string): Source => (known ? { kind: 'need', text: 'From the Need step.' } : { kind: 'guess', text });
  return [
    takenAs(
      'spare',
      'today_days',
      'It takes to come today',
      'day',
      wait_days ?? WAIT_DAYS,
      said(wait_days !== null, 'Nobody said: Need asks for the wait of today.'),
    ),
    takenAs('spare', 'today_price', 'One costs today', 'money', cost ?? 0, said(cost !== null, 'Nobody said: Need asks for the price of today.')),
    takenAs('spare', 'new_days', 'A new one takes', 'day', NEW_DAYS, {
      kind: 'guess',
      text: 'A usual print; on the sheet of each way it is that way’s own date.',
    }),
    takenAs('spare', 'new_price', 'A new one costs', 'money', cost ?? 0, {
      kind: 'guess',
      text: 'As today’s; on the sheet of each way it is that way’s own price.',
    }),
    takenAs('spare', 'days_per_year', 'Days a year', 'day/year', 365.25, STANDARD),
    takenAs('spare', 'programme', 'Years it is needed', 'year', need.years?.value ?? YEARS, said(need.years !== undefined, 'Usual.')),
  ];
}

function findings(f: Figures, values: Values, { facts: { doc, site } }: PlanContext): PlanFinding[] {
  const money = (x: number): string => figureText(Math.round(x), site.shop.currency);
  if (f('day_cost') === 0)
    return [{
      id: 'exposed',
      label: 'What hangs on it',
      state: 'unknown',
      basis: STANDARD.text,
      reason: 'Say what an hour that stands costs: without it nothing hangs on the spare, and none has to lie on a shelf.',
    }];
  const where = values['machine'] ? ` at ${String(values['machine'])}` : '';
  const bare = f('bare_year');
  const policies = [f('bare_all'), ...SHELF.map((k) => f(`shelf_${k}`))];
  const best = policies.indexOf(Math.min(...policies));
  const there = Math.round(f('kept'));
  const each = money(policies[best] / f('programme'));
  const out: PlanFinding[] = [{
    id: 'exposed',
    label: 'What hangs on it',
    state: 'pass',
    value: bare,
    basis: STANDARD.text,
    reason: `It fails ${formatNumber(f('failures'), 2)} times a year${where}; each day that stands costs ${money(f('day_cost'))}. Waiting ${
      formatNumber(f('today_days'))
    } days each time comes to ${money(bare)} a year.`,
  }, {
    id: 'shelf',
    label: 'On the shelf',
    state: best === there ? 'pass' : 'conditional',
    value: best,
    limit: there,
    basis: STANDARD.text,
    reason: best === 0
      ? `None has to lie there: waiting comes to ${each} a year, less than keeping one.${there ? ' What is there may live as a file.' : ''}`
      : `${['', 'One', 'Two', 'Three'][best]} of today’s on the shelf ${
        best === 1 ? 'comes' : 'come'
      } to ${each} a year, keeping and the rare empty shelf counted${
        best === there ? ', as there are.' : `; there ${there === 1 ? 'is' : 'are'} ${there}. Whatever way it is made: see to that first.`
      }`,
  }];
  if (doc.today.delay_per_day > 0)
    out.push({
      id: 'delay',
      label: 'A day without, on Need',
      state: 'pass',
      basis: 'A wait is worth money once.',
      reason: 'Need counts the wait for the first one. Here the failures after it are counted, over the years of the programme.',
    });
  return out;
}

/** As many on the shelf as are looked at. */
const SHELF = [1, 2, 3] as const;
const CHEAPEST = 'With none to three on the shelf, whichever comes cheapest: a few more bought are no gain of a new way.';
const cheapest = (of: string): string => `min(bare_all${of}, ${SHELF.map((k) => `shelf_${k}${of}`).join(', ')})`;

/**
 * Waiting with none to three on the shelf: P(N ≥ k) of the failures while one is on its way, N Poisson with x = failures × days / 365.25, finds it empty.
 * @param bought how many of K have to be bought
 */
function policyLines(of: string, which: string, called: string, bought: string): Line[] {
  const x = `on_way${of}`;
  return [
    { name: x, label: `Failures while ${called} is on its way`, unit: '', expr: `failures * ${which}_days / days_per_year` },
    { name: `bare_year${of}`, label: `Waiting for ${called}, none on the shelf: a year`, unit: 'money/year', expr: `failures * ${which}_days * day_cost` },
    { name: `bare_all${of}`, label: `Waiting for ${called}, none on the shelf`, unit: 'money', expr: `bare_year${of} * programme` },
    { name: `empty_1${of}`, label: `Share that finds one of ${called} gone`, unit: '', expr: `1 - exp(-${x})` },
    { name: `empty_2${of}`, label: `Share that finds two of ${called} gone`, unit: '', expr: `max(0, empty_1${of} - ${x} * exp(-${x}))` },
    { name: `empty_3${of}`, label: `Share that finds three of ${called} gone`, unit: '', expr: `max(0, empty_2${of} - ${x} ^ 2 / 2 * exp(-${x}))` },
    ...SHELF.map((k): Line => ({
      name: `shelf_${k}${of}`,
      label: `Waiting for ${called} and keeping, ${k} on the shelf`,
      unit: 'money',
      expr: `bare_all${of} * empty_${k}${of} + ${which}_price * (${k} * keep_share * programme + ${bought.replace('K', String(k))})`,
    })),
  ];
}

/** What a spare part is worth: how often it fails, how long it takes to come, what stands meanwhile, and whether one belongs on the shelf. */
export const spare: Planner = {
  id: 'spare',
  about: 'work',
  label: 'Spare at risk',
  what:
    'What hangs on a spare: failures a year, days until it comes, what stands meanwhile; whether one belongs on the shelf; and what each way’s own date makes of it.',
  basis: [STANDARD, PRACTICE],
  fits: ({ family }) => family.duty === 'spare' || family.duty === 'guard',
  headline: ['exposed_today', 'exposed_new', 'bare_year', 'bare_year_new', 'empty_1', 'day_cost'],
  inputs: [
    { kind: 'text', id: 'machine', label: 'Machine it belongs to', group: 'What stands', max: 80, optional: true },
    number('failures', 'It fails, times a year', 'count', [0, 1000], [0.2, 0.5, 1.5], { group: 'What stands', ranged: true, unit: 'year^-1' }),
    number('stand_rate', 'An hour that stands costs', 'money', [0, 1e6], 0, { group: 'What stands', ranged: true, unit: 'money/h' }),
    number('stand_h', 'It would run, hours a day', 'time', [0, 24], 8, { group: 'What stands', unit: 'h/day' }),
    number('stand_share', 'Of the line stands, share', 'count', [0, 1], 1, {
      group: 'What stands',
      help: 'Less than all where it limps on, or other machines take over.',
    }),
    number('kept', 'On the shelf today', 'count', [0, 20], 0, { group: 'The shelf', whole: true }),
    number('keep_share', 'Keeping one costs, share of its price a year', 'count', [0, 2], [0.08, 0.15, 0.25], {
      group: 'The shelf',
      ranged: true,
      source: PRACTICE,
      unit: 'year^-1',
    }),
  ],
  entries,
  fromRoute: { new_days: 'lead_days', new_price: 'price_each' },
  lines: [
    { name: 'day_cost', label: 'A day that stands', unit: 'money/day', expr: 'stand_rate * stand_h * stand_share' },
    ...policyLines('', 'today', 'today’s', 'max(0, K - kept)'),
    ...policyLines('_new', 'new', 'a new one', 'K'),
    { name: 'exposed_today', label: 'Waiting for today’s, over the programme', unit: 'money', expr: cheapest(''), note: CHEAPEST },
    { name: 'exposed_new', label: 'Waiting for a new one, over the programme', unit: 'money', expr: cheapest('_new'), note: CHEAPEST },
  ],
  findings,
  gainedBy: 'so many on the shelf are counted as are cheapest, for every way alike',
  gives: [{ line: 'exposed_today', to: 'today.use_cost' }, { line: 'exposed_new', to: 'use_cost' }],
  cautions: ['A part that fails may hurt somebody when it goes: ask why it failed before it is made again in another material.'],
};
