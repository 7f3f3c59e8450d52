import type { Line } from '../../worksheet/types';

/** A tool cut out of a block: its own weight, the block with allowance all round, and what the block costs. */
export const stockLines = (words: { weight: string; block: string; bought: string }): Line[] => [
  { name: 'mass_part', label: words.weight, unit: 'kg', expr: 'volume * density / g_per_kg' },
  {
    name: 'stock_volume',
    label: words.block,
    unit: 'cm^3',
    expr: '(length + 2 * allowance) * (width + 2 * allowance) * (thickness + 2 * allowance) / mm_per_cm ^ 3',
  },
  { name: 'material_cost', label: words.bought, unit: 'money', expr: 'stock_volume * density / g_per_kg * price_per_kg', cost: 'material' },
];
