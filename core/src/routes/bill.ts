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
  const onTop = where === 'house' ? 'overhead' : 'bureau_margin';
  const bureau = where === 'bureau';
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
    { name: 'direct_each', label: 'Direct cost of one tool', unit: 'money', expr: `${sum(false)} + hardware_cost` },
    { name: 'direct_once', label: 'One-off direct cost', unit: 'money', expr: given('engineering_hours') ? `${sum(true)} + plan_cost` : sum(true) },
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
      label: bureau ? "Bureau's margin on one tool" : 'Overhead on one tool',
      unit: 'money',
      expr: `(direct_each + scrap_cost) * ${onTop}`,
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
      label: bureau ? "Bureau's margin on one-off work" : 'Overhead on one-off work',
      unit: 'money',
      expr: `direct_once * ${onTop}`,
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
      expr: bureau ? 'freight + max(0, bureau_minimum - direct_once - overhead_once - own_cost_once - price_each * copies)' : '0 * freight',
      cost: 'outside',
      once: true,
    },
    { name: 'price_once', label: 'One-off price', unit: 'money', expr: 'direct_once + overhead_once + own_cost_once + carriage' },
    { name: 'price_order', label: 'Price of the first order', unit: 'money', expr: 'price_once + price_each * copies' },
    { name: 'mass_tool', label: 'Weight of one tool', unit: 'kg', expr: `mass_part + remedy_mass${plus(given('mass'))}` },
    { name: 'cycles_total', label: 'Cycles over the programme', unit: 'cycle', expr: 'cycles_per_year * years' },
    {
      name: 'tools_by_wear',
      label: 'Tools used up by wear',
      unit: '',
      expr: 'copies * max(1, ceil(cycles_total / (copies * life)))',
      note: 'Cycles are shared evenly by the copies in use; a worn copy is replaced by a new one.',
    },
    { name: 'tools_by_change', label: 'Tools needed for design changes', unit: '', expr: 'copies * (1 + revisions)' },
    { name: 'tools_bought', label: 'Tools bought over the programme', unit: '', expr: 'max(tools_by_wear, tools_by_change)' },
    { name: 'change_cost', label: 'Re-engineering at design changes', unit: 'money', expr: 'price_once * revision_share * revisions' },
    {
      name: 'price_programme',
      label: 'Cost over the programme',
      unit: 'money',
      expr: `price_order + price_each * (tools_bought - copies) + change_cost${
        plus(own.some((l) => l.name === 'use_cost') ? 'use_cost' : '', given('use_cost'))
      }`,
    },
    { name: 'cost_per_cycle', label: 'Cost per cycle', unit: 'money/cycle', expr: 'price_programme / cycles_total' },
    {
      name: 'wait_cost',
      label: 'Cost of waiting for it',
      unit: 'money',
      expr: 'lead_days * delay_per_day',
      note: 'A soft figure: what a day without the tool costs, times the days. Kept apart from the price.',
    },
    { name: 'programme_with_wait', label: 'Programme and waiting together', unit: 'money', expr: 'price_programme + wait_cost' },
  ];
}
