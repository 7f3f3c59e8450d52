import type { Stage } from '../process';

/** What follows the machine at a supplier: freight and inspection in the house. */
export const OUTSIDE_END: readonly Stage[] = [
  { id: 'carry', label: 'Freight', resource: 'carrier', mode: 'work', hours: 'freight_days' },
  { id: 'inspect', label: 'Inspect', resource: 'metrology', mode: 'work', hours: 'inspect_order_h' },
];
