import type { Line } from '../../worksheet/types';
import { fact, type Fact, type Stage } from '../process';

/** Steel that is cut soft, hardened, and ground where it has to fit. Nothing of it applies to stock that stays as it is. */
export const HARDENING_FACTS: readonly Fact[] = [
  fact('harden_per_kg', 'Hardening', 'money/kg', 3, 6, 12),
  fact('harden_least', 'Hardening, least for a batch', 'money', 60, 100, 180),
  fact('harden_h', 'Hardening, elapsed', 'h', 24, 48, 96),
  fact('grind_share', 'Surface that is ground afterwards', '', 0.1, 0.2, 0.4),
  fact('grind_rate', 'Grinding hard steel', 'cm^2/minute', 0.8, 2, 4),
];

export const HARDENING_LINES: readonly Line[] = [
  {
    name: 'harden_cost',
    label: 'Hardening',
    unit: 'money',
    expr: 'hardened * max(harden_least / copies, mass_part * harden_per_kg)',
    cost: 'outside',
    note: 'By weight, with a least price for the batch.',
  },
  { name: 'grind_h', label: 'Grinding what has to fit, one tool', unit: 'h', expr: 'hardened * grind_share * area / grind_rate / min_per_h' },
  { name: 'grind_cost', label: 'Grinding', unit: 'money', expr: 'grind_h * mill_rate', cost: 'machine' },
  { name: 'harden_wait_h', label: 'Away for hardening', unit: 'h', expr: 'hardened * harden_h' },
  { name: 'grind_order_h', label: 'Grinding the order', unit: 'h', expr: 'grind_h * copies' },
];

/** Between the machine and the bench. */
export const HARDENING_STAGES: readonly Stage[] = [
  { id: 'harden', label: 'Harden', resource: 'supplier', mode: 'run', hours: 'harden_wait_h' },
  { id: 'grind', label: 'Grind', resource: 'mill', mode: 'work', hours: 'grind_order_h' },
];
