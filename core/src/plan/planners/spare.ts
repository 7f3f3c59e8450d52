import { number, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import type { Entry, Source } from '../../worksheet/types';
import { type Figures, figureText, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const STANDARD: Source = {
  kind: 'standard',
  text: 'Failures come by themselves (Poisson): with one on the shelf the line waits only when a second fails before the next has come.',
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
  const [bare, kept] = [f('bare_year'), f('kept_year')];
  const pays = kept < bare;
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
    label: 'One on the shelf',
    state: pays === (values['kept_today'] === true) ? 'pass' : 'conditional',
    value: kept,
    limit: bare,
    basis: STANDARD.text,
    reason: pays
      ? `One kept on the shelf comes to ${money(kept)} a year, its keeping and the rare second failure counted: ${
        values['kept_today'] === true ? 'it is there already, and stays.' : 'put one there, whatever way it is made.'
      }`
      : `One kept on the shelf would cost ${money(kept)} a year, not having it ${money(bare)}: ${
        values['kept_today'] === true ? 'it may live as a file.' : 'none has to lie there.'
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

/** What a spare part is worth: how often it fails, how long it takes to come, what stands meanwhile, and whether one belongs on the shelf. */
export const spare: Planner = {
  id: 'spare',
  label: 'Spare at risk',
  what:
    'What hangs on a spare: failures a year, days until it comes, what stands meanwhile; whether one belongs on the shelf; and what each way’s own date makes of it.',
  basis: [STANDARD, PRACTICE],
  fits: ({ family }) => family.duty === 'spare' || family.duty === 'guard',
  headline: ['exposed_today', 'exposed_new', 'bare_year', 'kept_year', 'chance_second', 'day_cost'],
  inputs: [
    { kind: 'text', id: 'machine', label: 'Machine it belongs to', group: 'What stands', max: 80, optional: true },
    number('failures', 'It fails, times a year', 'count', [0, 1000], [0.2, 0.5, 1.5], { group: 'What stands', ranged: true, unit: 'year^-1' }),
    number('stand_rate', 'An hour that stands costs', 'money', [0, 1e6], 0, { group: 'What stands', ranged: true, unit: 'money/h' }),
    number('stand_h', 'It would run, hours a day', 'time', [0, 24], 8, { group: 'What stands', unit: 'h/day' }),
    number('stand_share', 'Of the line stands, share', 'count', [0, 1], 1, {
      group: 'What stands',
      help: 'Less than all where it limps on, or other machines take over.',
    }),
    { kind: 'yes-no', id: 'kept_today', label: 'One is on the shelf today', group: 'The shelf', usual: false },
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
    { name: 'chance_second', label: 'Chance of a second failure before today’s comes', unit: '', expr: '1 - exp(-failures * today_days / days_per_year)' },
    { name: 'chance_second_new', label: 'Chance of a second failure before a new one comes', unit: '', expr: '1 - exp(-failures * new_days / days_per_year)' },
    { name: 'bare_year', label: 'Today’s, none on the shelf: a year', unit: 'money/year', expr: 'failures * today_days * day_cost' },
    { name: 'kept_year', label: 'Today’s, one on the shelf: a year', unit: 'money/year', expr: 'bare_year * chance_second + today_price * keep_share' },
    {
      name: 'exposed_today',
      label: 'Waiting for today’s, over the programme',
      unit: 'money',
      expr: 'min(bare_year * programme, kept_year * programme + (kept_today ? 0 * today_price : today_price))',
      note: 'With one on the shelf or without, whichever comes cheaper: a second one bought is no gain of a new way.',
    },
    { name: 'bare_new', label: 'A new one, none on the shelf: a year', unit: 'money/year', expr: 'failures * new_days * day_cost' },
    {
      name: 'exposed_new',
      label: 'Waiting for a new one, over the programme',
      unit: 'money',
      expr: 'min(bare_new * programme, bare_new * chance_second_new * programme + new_price * (1 + keep_share * programme))',
      note: 'With one on the shelf or without, whichever comes cheaper.',
    },
  ],
  findings,
  gainedBy: 'one on the shelf is counted where that is cheaper, for every way alike',
  gives: [{ line: 'exposed_today', to: 'today.use_cost' }, { line: 'exposed_new', to: 'use_cost' }],
  cautions: ['A part that fails may hurt somebody when it goes: ask why it failed before it is made again in another material.'],
};
