import { type Contribution, type Gift, giftSum } from '../case/contribution';
import type { Line } from '../worksheet/types';

/**
 * The lines every route ends with: bill of one order, then the whole programme.
 * They are written once, so that the routes can be compared line by line.
 * @param own the process's lines; those with `cost` are added up, one called `use_cost` is what using the tool costs beyond other ways
 * @param where decides whether the shop's overhead or the bureau's margin goes on top
 */
export function billLines(own: readonly Line[], where: 'house' | 'bureau', contributions: readonly Contribution[] = []): Line[] {
  const given = (gift: Gift): string => giftSum(contributions, gift) ?? '';
  const plus = (...terms: string[]): string => terms.filter(Boolean).map((t) => ` + ${t}`).join('');
  const sum = (once: boolean): string => own.filter((l) => l.cost && !!l.once === once).map((l) => l.name).join(' + ') || '0';
  const use = plus(own.some((l) => l.name === 'use_cost') ? 'use_cost' : '', given('use_cost'));
  const bureau = where === 'bureau';
  // What is done in the house, though the tool is made outside.
  const inHouse = (once: boolean): string => own.filter((l) => l.own && !!l.once === once).map((l) => ` + ${l.name}`).join('');
  return [
    {
      name: 'hardware_cost',
      label: 'Inserts, metal faces and remedies',
      unit: 'money',
      expr: `remedy_money + remedy_hours * labour_rate${plus(given('hardware_money'), given('fitting_hours') && `(${given('fitting_hours')}) * labour_rate`)}`,
      cost: 'hardware',
    },
    ...(given('fitting_hours')
      ? [{ name: 'plan_fit_order_h', label: 'Fitting what the plans add, the order', unit: 'h', expr: `(${given('fitting_hours')}) * copies` }]
      : []),
    ...(given('engineering_hours')
      ? [
        { name: 'plan_engineer_h', label: 'Working the plans out and trying them', unit: 'h', expr: given('engineering_hours') },
        {
          name: 'plan_cost',
          label: 'Working the plans out and trying them',
          unit: 'money',
          expr: 'plan_engineer_h * engineer_rate',
          cost: 'engineering' as const,
          once: true,
        },
      ]
      : []),
    { name: 'redraw_h', label: 'Modelling it, drawing in the remedies', unit: 'h', expr: `${given('modelling_hours') || 'model_h'} + remedy_once_h` },
    {
      name: 'redraw_cost',
      label: 'Modelling it, drawing in the remedies',
      unit: 'money',
      expr: 'redraw_h * engineer_rate',
      cost: 'engineering',
      once: true,
    },
    { name: 'direct_each', label: 'Direct cost of one tool', unit: 'money', expr: `${sum(false)} + hardware_cost` },
    { name: 'proof_h', label: 'Making and measuring a first one', unit: 'h', expr: 'extra_pieces * proof_run_h' },
    {
      name: 'proof_cost',
      label: 'A first one, to be measured',
      unit: 'money',
      expr: 'extra_pieces * direct_each',
      cost: 'overhead',
      once: true,
    },
    {
      name: 'direct_once',
      label: 'One-off direct cost',
      unit: 'money',
      expr: `${sum(true)} + redraw_cost + proof_cost${given('engineering_hours') ? ' + plan_cost' : ''}`,
    },
    ...(bureau
      ? [
        { name: 'own_each', label: 'Of it, done in the house', unit: 'money', expr: `hardware_cost${inHouse(false)}` },
        {
          name: 'own_once',
          label: 'Of it, done in the house, once',
          unit: 'money',
          expr: `redraw_cost${given('engineering_hours') ? ' + plan_cost' : ''}${inHouse(true)}`,
        },
      ]
      : []),
    {
      name: 'scrap_cost',
      label: 'Scrap and retries',
      unit: 'money',
      expr: 'direct_each * scrap / (1 - scrap)',
      cost: 'overhead',
      note: 'Pieces that fail are paid for by those that pass.',
    },
    {
      name: 'overhead_cost',
      label: bureau ? "Bureau's margin and own overhead on one tool" : 'Overhead on one tool',
      unit: 'money',
      expr: bureau
        ? `(direct_each + scrap_cost - own_each) * bureau_margin + own_each * overhead`
        : '(direct_each + scrap_cost) * overhead',
      ...(bureau && { note: "The bureau's margin is on the bureau's work; what is fitted and inspected in the house carries its overhead." }),
      cost: 'overhead',
    },
    {
      name: 'own_cost',
      label: 'What own builds came to, beside their estimates, one tool',
      unit: 'money',
      expr: '(direct_each + scrap_cost + overhead_cost) * (own_money - 1)',
      cost: 'overhead',
      note: 'From the builds in the log; nothing where there are none.',
    },
    { name: 'price_each', label: 'Price of one tool', unit: 'money', expr: 'direct_each + scrap_cost + overhead_cost + own_cost' },
    {
      name: 'overhead_once',
      label: bureau ? "Bureau's margin and own overhead on one-off work" : 'Overhead on one-off work',
      unit: 'money',
      expr: bureau ? '(direct_once - own_once) * bureau_margin + own_once * overhead' : 'direct_once * overhead',
      cost: 'overhead',
      once: true,
    },
    {
      name: 'own_cost_once',
      label: 'What own builds came to, beside their estimates, one-off work',
      unit: 'money',
      expr: '(direct_once + overhead_once) * (own_money - 1)',
      cost: 'overhead',
      once: true,
    },
    {
      name: 'carriage',
      label: bureau ? 'Freight and minimum charge' : 'Freight',
      unit: 'money',
      expr: bureau
        ? 'freight + max(0, bureau_minimum - (direct_once - own_once + (direct_each + scrap_cost - own_each) * copies) * (1 + bureau_margin))'
        : '0 * freight',
      cost: 'outside',
      once: true,
    },
    { name: 'price_once', label: 'One-off price', unit: 'money', expr: 'direct_once + overhead_once + own_cost_once + carriage' },
    { name: 'price_order', label: 'Price of the first order', unit: 'money', expr: 'price_once + price_each * copies' },
    { name: 'mass_tool', label: 'Weight of one tool', unit: 'kg', expr: `mass_part + remedy_mass${plus(given('mass'))}` },
    { name: 'cycles_total', label: 'Cycles over the programme', unit: 'cycle', expr: 'cycles_per_year * years' },
    {
      name: 'tools_by_wear',
      label: 'Tools used up by wear alone',
      unit: '',
      expr: 'copies * max(1, ceil(cycles_total / (copies * life * life_used)))',
      note: 'Cycles are shared evenly by the copies in use; a worn copy is replaced by a new one.',
    },
    {
      name: 'phases',
      label: 'Spells between which the tool is made anew',
      unit: '',
      expr: '1 + revisions * changed_anew',
      note: 'The programme, cut by the design changes; a change that asks for a part of a new tool counts as that part.',
    },
    {
      name: 'tools_bought',
      label: 'Tools bought over the programme',
      unit: '',
      expr: 'phases * copies * max(1, ceil(cycles_total / phases / (copies * life * life_used)))',
      note: 'Worn tools are replaced within each spell, all of them at each change.',
    },
    { name: 'tools_by_change', label: 'Of these, for design changes', unit: '', expr: 'max(0, tools_bought - tools_by_wear)' },
    {
      name: 'faces_renewed',
      label: 'Sets of metal faces or pads renewed',
      unit: '',
      expr: 'max(0, copies * ceil(cycles_total / (copies * life_face)) - tools_bought)',
      note: 'A new tool brings new faces; these are the ones between.',
    },
    {
      name: 'face_cost',
      label: 'Renewing metal faces or pads',
      unit: 'money',
      expr: 'faces_renewed * (face_money + face_hours * labour_rate)',
    },
    { name: 'change_cost', label: 'Re-engineering at design changes', unit: 'money', expr: '(price_once - carriage) * revision_share * revisions' },
    {
      name: 'reorder_cost',
      label: 'Later orders: freight, minimum, preparing again',
      unit: 'money',
      expr: 'max(0, tools_bought / copies - 1) * carriage + max(0, tools_bought / copies - phases) * again_share * (price_once - carriage)',
      note:
        'Each time the copies are replaced is an order of its own. What is ordered again unchanged is prepared again in part; a design change pays for its own preparation.',
    },
    {
      name: 'next_design',
      label: 'Each further size over the programme',
      unit: 'money',
      expr: `price_each * tools_bought + (price_once - carriage) * revision_share + change_cost + face_cost + reorder_cost${use}`,
      note: 'Model, drawings and programs of the first are there to be changed, as at a design change; it is ordered with the first.',
    },
    { name: 'further_sizes', label: 'All further sizes and hands', unit: 'money', expr: '(designs - 1) * next_design' },
    {
      name: 'price_programme',
      label: 'Cost over the programme',
      unit: 'money',
      expr: `price_order + price_each * (tools_bought - copies) + change_cost + face_cost + reorder_cost${use} + further_sizes`,
    },
    { name: 'cost_per_cycle', label: 'Cost per cycle', unit: 'money/cycle', expr: 'price_programme / (cycles_total * designs)' },
    {
      name: 'wait_cost',
      label: 'Cost of waiting for it',
      unit: 'money',
      expr: 'lead_days * delay_per_day',
      note: 'A soft figure: what a day without the tool costs, times the days. Kept apart from the price.',
    },
    { name: 'programme_with_wait', label: 'Programme and waiting together', unit: 'money', expr: 'price_programme + wait_cost' },
    { name: 'trial_cost', label: 'Trying what holds on condition', unit: 'money', expr: 'trials * try_h * engineer_rate' },
    {
      name: 'redo_cost',
      label: 'Doing it again if it does not hold',
      unit: 'money',
      expr:
        '(1 - chance_holds) / chance_holds * (price_once - carriage + (price_each + carriage / copies) * min(copies, first_articles) + wait_cost + redo_h * engineer_rate)',
      note:
        'One-off work, first articles, the wait and the hours to find out why, for every try that fails: (1 − p)/p of them until one holds. First articles tell.',
    },
    {
      name: 'expected_cost',
      label: 'Expected cost, risk counted',
      unit: 'money',
      expr: 'programme_with_wait + trial_cost + redo_cost',
      note: 'What decides: the programme with waiting, what has to be tried, and what may have to be done again.',
    },
  ];
}
