import { number, type NumberInput, type Option, type Values } from '../../inputs/spec';
import type { RecordKind } from '../kind';

const MEANS: readonly Option[] = [
  { value: 'own', label: 'bought' },
  { value: 'leased', label: 'leased' },
  { value: 'shared', label: 'shared with others' },
  { value: 'mixed', label: 'bought, part goes to a bureau' },
  { value: 'bureau', label: 'none: all goes to a bureau' },
];
const machineThere = (v: Values): boolean => v['means'] !== 'bureau';
const paidFor = (v: Values): boolean => machineThere(v) && v['means'] !== 'leased';

const share = (
  id: string,
  label: string,
  usual: readonly [number, number, number],
  max: number,
  group: string,
  help: string,
  more: Partial<NumberInput> = {},
): NumberInput => number(id, label, 'count', [0, max], usual, { ranged: true, group, help, ...more });

const T = 'Tools', M = 'The machine', R = 'Running it', F = 'Freed', B = 'Beyond money paid', H = 'How it is reckoned';

/**
 * A proposal to buy, lease, share or order: what is made, on what, at what cost. `payback/` works it out. Several stand side by side
 * under their names.
 */
export const scenario: RecordKind = {
  id: 'scenario',
  label: 'Scenario',
  plural: 'Scenarios',
  about: 'site',
  page: 'payback',
  what: 'Whether a machine pays: tools a month, what they cost today, what the machine costs.',
  inputs: [
    { kind: 'text', id: 'name', label: 'Called', max: 60, least: 1 },
    {
      kind: 'table',
      id: 'tools',
      label: 'Tools a month, by kind',
      group: T,
      most: 200,
      help: 'Of each kind: how many a month, and what one costs and takes. Figures of tools that are cases already can be taken from them.',
      columns: [
        { kind: 'text', id: 'kind', label: 'Kind', max: 80, least: 1 },
        number('a_month', 'A month', 'count', [0, 10_000], 1),
        number('today', 'Paid today', 'money', [0, 1e7], 0, { help: 'What goes out of the house for one: to a machine shop, for stock, for freight.' }),
        number('mill_h', 'Own mill', 'time', [0, 10_000], 0, { help: 'Hours of the own machine shop for one.' }),
        number('program_h', 'Programming', 'time', [0, 10_000], 0),
        number('print_h', 'Printing', 'time', [0, 10_000], 8),
        number('hands_h', 'Hands', 'time', [0, 10_000], 0.5, { help: 'Preparing, taking off, cleaning, fitting.' }),
        number('material', 'Plastic', 'money', [0, 1e6], 20),
        number('bureau', 'At a bureau', 'money', [0, 1e7], 150, { help: 'The price of one at a bureau, with freight.' }),
        number('days', 'Days sooner', 'days', [0, 1000], 0),
      ],
      usual: [],
    },
    share('volume', 'Share of them that really comes', [0.6, 0.9, 1.15], 5, T, 'Not every tool that could be printed is.'),
    share('today_off', 'What is paid today, against the list', [0.85, 1, 1.15], 5, T, 'How far off the list above may be.'),
    share('print_off', 'Printing hours, against the list', [0.9, 1, 1.35], 5, T, 'Failed builds, test pieces, first articles.'),
    share('bureau_off', "Bureau's price, against the list", [0.85, 1, 1.2], 5, T, 'How far off the list above may be.'),

    { kind: 'choice', id: 'means', label: 'The machine is', group: M, options: MEANS, usual: 'own' },
    {
      kind: 'table',
      id: 'machines',
      label: 'Machines',
      group: M,
      most: 20,
      asked: machineThere,
      help: 'What would be bought, leased or shared. A speed of 2 prints in half the hours of the list.',
      columns: [
        { kind: 'text', id: 'name', label: 'Name', max: 60, least: 1 },
        number('count', 'How many', 'count', [1, 200], 1, { whole: true }),
        number('price', 'Price of one', 'money', [0, 1e8], 0),
        number('speed', 'Speed', 'count', [0.05, 50], 1),
        number('draw', 'Power, parts, an hour', 'money', [0, 1000], 1.5, { help: 'Power, gas, nozzles, filters, plates: for an hour of printing.' }),
      ],
      usual: [],
    },
    share('price_off', 'Price paid, against the list', [0.95, 1, 1.05], 3, M, 'Haggling and extras.', { asked: paidFor }),
    number('install', 'Bringing it in, connecting it', 'money', [0, 1e7], 0, { group: M, asked: machineThere }),
    number('training_h', 'Learning it', 'time', [0, 10_000], 60, {
      group: M,
      asked: machineThere,
      help: "Engineer's hours until it is second nature; paid once.",
    }),
    number('owned', 'Owned already', 'money', [0, 1e8], 0, {
      group: M,
      asked: paidFor,
      help: 'Of the prices above, what need not be bought: a furnace, an air supply, a mill for finishing.',
    }),
    number('grant', 'Grant', 'money', [0, 1e8], 0, { group: M, asked: paidFor }),
    number('residual', 'Worth at the end', 'money', [0, 1e8], 0, { group: M, asked: paidFor }),
    number('lease', 'Lease a month', 'money', [0, 1e7], 0, { group: M, asked: (v) => v['means'] === 'leased', help: 'All machines together.' }),
    share('our_share', 'Our share of it', [0.5, 0.5, 0.5], 1, M, 'Of price and of hours.', { asked: (v) => v['means'] === 'shared' }),
    share('kept_share', 'Printed by ourselves', [0.6, 0.7, 0.8], 1, M, 'Of the tools; the rest goes to the bureau.', { asked: (v) => v['means'] === 'mixed' }),
    number('hours_week', 'Hours it can print a week', 'time', [1, 168], [70, 100, 130], {
      ranged: true,
      group: M,
      asked: machineThere,
      help: 'Of 168: nights count where somebody starts a print in the evening.',
    }),
    share('uptime', 'Share of these it is fit to print', [0.75, 0.85, 0.95], 1, M, 'The rest is upkeep, change-over, faults.', { asked: machineThere }),

    number('ramp', 'Months until it is used to the full', 'count', [0, 60], [3, 6, 12], { ranged: true, group: R }),
    share('upkeep', 'Upkeep a year, share of the price', [0.06, 0.1, 0.15], 1, R, 'Contract or own parts.', { asked: machineThere }),
    number('floor', 'Floor and heating a month', 'money', [0, 1e6], 60, { group: R, asked: machineThere }),
    number('staff_h', 'Somebody for it, hours a month', 'time', [0, 1000], [8, 16, 30], {
      ranged: true,
      group: R,
      asked: machineThere,
      help: 'Beyond the hands for each tool: ordering, upkeep, files.',
    }),
    number('consumed', 'Powder refreshed, furnace, solvents a month', 'money', [0, 1e6], 0, { group: R, asked: machineThere }),
    share('waste', 'Plastic beyond the tool', [0.08, 0.15, 0.3], 5, R, 'Support, purge, failed builds, powder that has aged.'),

    share('mill_full', 'How far the own mill is full', [0.4, 0.7, 1], 1, F, 'Freed hours are worth money only as far as other work waits for them.'),
    share('program_full', 'How far programmers are full', [0.5, 0.8, 1], 1, F, 'As above.'),

    number('day_worth', 'A day sooner is worth', 'money', [0, 1e7], 0, { group: B, help: 'For each tool. Soft: shown, and counted only where you say so.' }),
    number('soft_month', 'Other gains a month', 'money', [0, 1e7], 0, {
      group: B,
      help: 'A faster robot, fewer marks, less lifting: what you would put on it.',
    }),
    { kind: 'yes-no', id: 'count_soft', label: 'Count the soft gains', group: B, usual: false },
    number('claim', "Supplier's promise, months to payback", 'count', [0, 600], undefined, {
      group: B,
      optional: true,
      help: 'Shown beside the computed figure. Never used in it.',
    }),
    number('target_down', 'Tools are to cost less, a year', 'count', [0, 1], undefined, { group: B, optional: true, help: 'As a share: 0.1 for 10 %.' }),

    number('months', 'Months looked at', 'count', [6, 180], 48, { whole: true, group: H }),
    number('wanted', 'Paid back before month', 'count', [1, 180], 24, { whole: true, group: H }),
    number('discount', 'Interest a year', 'count', [0, 1], 0.08, { group: H, help: 'What money costs in the house, as a share: 0.08 for 8 %.' }),
  ],
  title: (v) => String(v['name'] ?? ''),
  faults: (v) =>
    v['means'] !== 'bureau' && !(v['machines'] as Values[] | undefined)?.length
      ? [{ path: 'machines', message: 'Machines: name at least one, or say that all goes to a bureau.' }]
      : [],
};
