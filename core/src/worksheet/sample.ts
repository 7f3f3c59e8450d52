import quickselect from 'quickselect';
import { randomNormal } from 'd3-random';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { betaOfSix } from './pert';
import type { Column, Entry } from './types';

/** FNV-1a, 32 bit: a stable number for a name, so that each entry has a stream of its own. */
export function hash32(text: string): number {
  let h = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193);
  return h >>> 0;
}

/** Uniform numbers in (0, 1), seeded. */
export function uniformSource(seed: number): () => number {
  const rng = xoroshiro128plus(seed | 0);
  return () => ((rng.next() >>> 0) + 0.5) / 0x1_0000_0000;
}

/**
 * Drawn columns, newest last. While somebody types, one entry changes and all others are drawn again and again; and the
 * routes of a case share most of theirs. Bounded by what they hold together: 500 columns of 20 000 samples are 80 MB.
 */
const drawn = new Map<string, Float64Array>();
const MOST_DRAWN = 500 * 20_000;
let held = 0;

/** `sampleEntry`, remembered. The column is shared: do not write to it. */
function drawnEntry(entry: Entry, n: number, seed: number): Column {
  if (!(entry.high > entry.low)) return sampleEntry(entry, n, seed);
  const id = `${entry.key ?? entry.name}|${entry.low}|${entry.likely}|${entry.high}|${entry.spread ?? ''}|${entry.whole ?? ''}|${n}|${seed}`;
  let column = drawn.get(id);
  if (!column) {
    column = sampleEntry(entry, n, seed) as Float64Array;
    held += n;
  }
  // Newest last.
  drawn.delete(id);
  drawn.set(id, column);
  while (held > MOST_DRAWN) {
    const [oldest, gone] = drawn.entries().next().value!;
    drawn.delete(oldest);
    held -= gone.length;
  }
  return column;
}

/**
 * `n` samples of an entry; a plain number when it has no spread.
 *
 * PERT: beta on [low, high], α = 1 + 4 (likely − low)/(high − low), α + β = 6 (Malcolm et al. 1959).
 * Lognormal: median `likely`; ln(high/likely)/1.645 above it and ln(likely/low)/1.645 below, so low and high are P5 and P95.
 * The stream depends on `seed` and the entry's key alone: adding an entry or a route leaves all others' samples as they were.
 */
export function sampleEntry(entry: Entry, n: number, seed: number): Column {
  const { low, likely, high } = entry;
  if (!(high > low)) return entry.whole ? Math.round(likely) : likely;
  const out = new Float64Array(n);
  const source = uniformSource(hash32(entry.key ?? entry.name) ^ seed);
  const span = high - low;
  switch (entry.spread ?? 'pert') {
    case 'pert': {
      const share = betaOfSix(1 + (4 * (likely - low)) / span);
      for (let i = 0; i < n; i++) out[i] = low + span * share(source());
      break;
    }
    case 'triangular': {
      const split = (likely - low) / span;
      for (let i = 0; i < n; i++) {
        const u = source();
        out[i] = u < split ? low + Math.sqrt(u * span * (likely - low)) : high - Math.sqrt((1 - u) * span * (high - likely));
      }
      break;
    }
    case 'lognormal': {
      const draw = randomNormal.source(source)(0, 1);
      const down = Math.log(likely / low) / 1.6448536;
      const up = Math.log(high / likely) / 1.6448536;
      for (let i = 0; i < n; i++) {
        const z = draw();
        out[i] = likely * Math.exp(z * (z < 0 ? down : up));
      }
      break;
    }
    case 'uniform':
      for (let i = 0; i < n; i++) out[i] = low + span * source();
  }
  if (entry.whole) { for (let i = 0; i < n; i++) out[i] = Math.round(out[i]); }
  return out;
}

/** Samples for many entries, by name. Columns are shared between calls: do not write to them. */
export function sampleEntries(entries: readonly Entry[], n: number, seed: number): Record<string, Column> {
  return Object.fromEntries(entries.map((e) => [e.name, drawnEntry(e, n, seed)]));
}

/** The likely value of every entry, by name. */
export function likelyInputs(entries: readonly Entry[]): Record<string, Column> {
  return Object.fromEntries(entries.map((e) => [e.name, e.likely]));
}

export interface Percentiles {
  p10: number;
  p50: number;
  p90: number;
  mean: number;
}

/** P10, P50, P90 (nearest rank) and mean of a column. Where a sample is no number, so is the mean, and such samples rank last. */
export function percentiles(column: Column): Percentiles {
  if (typeof column === 'number') return { p10: column, p50: column, p90: column, mean: column };
  const ranked = Float64Array.from(column);
  const n = ranked.length;
  let sum = 0;
  for (const x of ranked) sum += x;
  const at = (q: number): number => Math.min(n - 1, Math.floor(q * n));
  if (Number.isNaN(sum)) ranked.sort();
  else {
    // Each rank parts what is left: most of a sort is for what nobody asks. Only its elements are read and exchanged, which a typed array lets it.
    const list = ranked as unknown as number[];
    const [low, middle, high] = [at(0.1), at(0.5), at(0.9)];
    quickselect(list, middle);
    if (low < middle) quickselect(list, low, 0, middle - 1);
    if (high > middle) quickselect(list, high, middle + 1, n - 1);
  }
  return { p10: ranked[at(0.1)], p50: ranked[at(0.5)], p90: ranked[at(0.9)], mean: sum / n };
}
