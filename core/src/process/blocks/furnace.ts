import type { Line } from '../../worksheet/types';
import { fact, type Fact, type Stage } from '../process';

/** Debinding and sintering: a furnace run is paid for by what lies in it. */
export const furnaceFacts = (own: { debind_h: [number, number, number]; shrink: [number, number, number] }): Fact[] => [
  fact('shrink', 'Linear shrinkage in the furnace', '', ...own.shrink),
  fact('debind_h', 'Debinding, elapsed', 'h', ...own.debind_h),
  fact('sinter_h', 'Sintering and cooling, elapsed', 'h', 18, 26, 36),
  fact('furnace_volume', 'Room in the furnace', 'cm^3', 12_000, 18_000, 25_000),
  fact('furnace_fill', 'Share of it that is filled', '', 0.15, 0.3, 0.45),
  fact('setter_h', 'Setting on ceramics, one tool', 'h', 0.1, 0.2, 0.4),
];

/** Green volume, furnace share and its cost; `volume` is that of the finished tool. */
export const furnaceLines: readonly Line[] = [
  { name: 'green_volume', label: 'Volume before the furnace', unit: 'cm^3', expr: 'volume / (1 - shrink) ^ 3' },
  { name: 'furnace_h', label: 'One furnace run', unit: 'h', expr: 'debind_h + sinter_h' },
  {
    name: 'furnace_share',
    label: 'Share of a furnace run, one tool',
    unit: '',
    expr: 'min(1, length * width * thickness / mm_per_cm ^ 3 / (1 - shrink) ^ 3 / (furnace_volume * furnace_fill))',
  },
  { name: 'furnace_runs', label: 'Furnace runs for the order', unit: '', expr: 'max(1, ceil(furnace_share * copies))' },
  { name: 'furnace_cost', label: 'Furnace hours', unit: 'money', expr: 'furnace_h * furnace_share * furnace_rate', cost: 'machine' },
];

export const FURNACE_STAGES: readonly Stage[] = [
  { id: 'furnace-queue', label: 'Wait until the furnace fills', resource: 'supplier', mode: 'work', hours: 'furnace_queue' },
  {
    id: 'furnace',
    label: 'Debind and sinter',
    resource: 'supplier',
    mode: 'run',
    hours: 'furnace_h',
    runs: 'furnace_runs',
    read: [{ what: 'load-share' }, { what: 'oven' }, { what: 'hours' }, { what: 'shrink' }, { what: 'damage', most: 0 }],
    look: 'Shrinkage by length before and after, along and across; what is machined last has its stock still on',
  },
];
