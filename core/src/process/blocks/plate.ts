import type { Line } from '../../worksheet/types';

/**
 * Tools side by side on a plate. The builds of an order are filled evenly: their number is that of full plates, and each takes the
 * time of what stands on it, so that money and calendar count the same hours.
 * @param fit how many would fit at most
 * @param words "plate", "build"
 */
export const plateLines = (fit: string, words = 'build'): Line[] => [
  { name: 'fit', label: `Tools that fit in a ${words}`, unit: '', expr: `max(1, ${fit})` },
  { name: 'builds', label: `${words[0].toUpperCase()}${words.slice(1)}s`, unit: '', expr: 'ceil(copies / fit)' },
  { name: 'per_build', label: `Tools in one ${words}, in the mean`, unit: '', expr: 'copies / builds' },
];
