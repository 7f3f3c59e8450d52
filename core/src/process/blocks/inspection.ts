import type { Line } from '../../worksheet/types';

/**
 * Inspection, the same on every route: first articles whole, a share of the rest, in money and hours alike. A process gives
 * `inspect_h`, the time for one.
 */
export const INSPECTION_LINES: readonly Line[] = [
  {
    name: 'inspected',
    label: 'Tools inspected',
    unit: '',
    expr: 'min(copies, first_articles) + max(0, copies - first_articles) * sample_share',
    note: 'First articles, then a share of the rest.',
  },
  { name: 'inspect_cost', label: 'Inspection', unit: 'money', expr: 'inspect_h * inspected / copies * inspector_rate', cost: 'labour', own: true },
  { name: 'inspect_order_h', label: 'Inspecting the order', unit: 'h', expr: 'inspect_h * inspected' },
];
