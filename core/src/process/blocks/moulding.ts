import { fact, type Fact } from '../process';
import type { Line } from '../../worksheet/types';

/** A die that is bought once, and shots by the thousand: what injection moulding of plastic and of metal have in common. */
export const mouldingFacts = (own: { die: readonly [number, number, number]; cycle_s: readonly [number, number, number] }): Fact[] => [
  fact('die_base', 'Die: plates, ejectors, design', 'money', ...own.die),
  fact('die_area', 'Die: cut into the plates', 'money/cm^2', 8, 15, 30),
  fact('side_actions', 'Side actions', '', 0, 1, 2, { whole: true }),
  fact('side_action_price', 'One side action', 'money', 600, 1000, 1800),
  fact('cavities', 'Cavities', '', 1, 1, 1, { whole: true }),
  fact('cycle_s', 'One shot', 's', ...own.cycle_s),
  fact('die_weeks_h', 'Making and trying the die', 'h', 140, 200, 320),
  fact('start_h', 'Setting up a run', 'h', 1, 2, 4),
  fact('runner', 'Plastic or feedstock lost in sprue and start', '', 0.05, 0.12, 0.3),
];

/** Shots, machine and die. The process gives `mass_part`. */
export const mouldingLines: readonly Line[] = [
  { name: 'material_cost', label: 'Moulding compound', unit: 'money', expr: 'mass_part * (1 + runner) * price_per_kg', cost: 'material' },
  { name: 'shots', label: 'Shots for the order', unit: '', expr: 'ceil(copies / cavities)' },
  { name: 'run_h', label: 'The run', unit: 'h', expr: 'start_h + shots * cycle_s / s_per_h' },
  { name: 'machine_cost', label: 'Moulding machine', unit: 'money', expr: 'run_h / copies * mould_rate', cost: 'machine' },
  {
    name: 'die_cost',
    label: 'Die',
    unit: 'money',
    expr: 'die_base + (cavities * area / 2 + length * width / mm_per_cm ^ 2) * die_area + side_actions * side_action_price',
    cost: 'engineering',
    once: true,
    note: 'Plates and design, what is cut into them, and what moves sideways.',
  },
];
