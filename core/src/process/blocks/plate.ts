import type { Line } from '../../worksheet/types';

/**
 * Tools side by side on a plate. The builds of an order are filled evenly: their number is that of full plates, and each takes the
 * time of what stands on it, so that money and calendar count the same hours.
 * A tool made in sections is that many pieces, each a part of its footprint and of its hours: its builds go up, its hours do not.
 * @param fit how many pieces would fit at most
 * @param words "plate", "build"
 */
export const plateLines = (fit: string, words = 'build'): Line[] => [
  { name: 'fit', label: `Pieces that fit in a ${words}`, unit: '', expr: `max(1, ${fit})` },
  { name: 'builds', label: `${words[0].toUpperCase()}${words.slice(1)}s`, unit: '', expr: 'ceil(copies * sections / fit)' },
  { name: 'per_build', label: `Tools in one ${words}, in the mean`, unit: '', expr: 'copies / builds' },
];
