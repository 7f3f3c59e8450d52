// dprint-ignore-file: tables, a line each
import type { Duty } from '../need/family';
import type { Range } from '../worksheet/types';

/** What a tool is made of, as far as wear goes. */
export type WearClass = 'plastic' | 'soft-metal' | 'steel' | 'hard-steel';
export const WEAR_CLASS_WORDS: Record<WearClass, string> = { plastic: 'plastic', 'soft-metal': 'aluminium and the like', steel: 'plain steel', 'hard-steel': 'hardened or tool steel' };

type Three = readonly [low: number, likely: number, high: number];
const K = 1000;
const M = 1_000_000;

/**
 * Starting life, cycles of one tool in light contact, P5, median and P95, by duty and class. Plastic means short-fibre nylon; other
 * plastics go by their wear figure. Metal has lives of its own: it fails of other things than plastic does. Wide on purpose: people
 * differ by a factor of ten, and a site's own log should replace them.
 */
const TABLE: Record<Duty, Record<WearClass, Three>> = {
  guide:   { plastic: [3 * K, 12 * K, 40 * K],    'soft-metal': [20 * K, 60 * K, 150 * K],  steel: [100 * K, 300 * K, 800 * K],  'hard-steel': [300 * K, M, 3 * M] },
  locate:  { plastic: [15 * K, 50 * K, 150 * K],  'soft-metal': [100 * K, 300 * K, M],      steel: [300 * K, M, 3 * M],          'hard-steel': [M, 3 * M, 10 * M] },
  press:   { plastic: [8 * K, 30 * K, 90 * K],    'soft-metal': [20 * K, 80 * K, 250 * K],  steel: [200 * K, 600 * K, 2 * M],    'hard-steel': [500 * K, 2 * M, 5 * M] },
  clamp:   { plastic: [2 * K, 6 * K, 16 * K],     'soft-metal': [20 * K, 60 * K, 150 * K],  steel: [80 * K, 250 * K, 700 * K],   'hard-steel': [200 * K, 600 * K, 2 * M] },
  carry:   { plastic: [8 * K, 30 * K, 100 * K],   'soft-metal': [100 * K, 300 * K, M],      steel: [200 * K, 600 * K, 2 * M],    'hard-steel': [200 * K, 600 * K, 2 * M] },
  grip:    { plastic: [20 * K, 80 * K, 250 * K],  'soft-metal': [300 * K, M, 3 * M],        steel: [500 * K, 2 * M, 5 * M],      'hard-steel': [M, 3 * M, 10 * M] },
  gauge:   { plastic: [5 * K, 20 * K, 60 * K],    'soft-metal': [20 * K, 60 * K, 200 * K],  steel: [50 * K, 150 * K, 500 * K],   'hard-steel': [200 * K, 600 * K, 2 * M] },
  weld:    { plastic: [K, 5 * K, 15 * K],         'soft-metal': [5 * K, 15 * K, 50 * K],    steel: [20 * K, 60 * K, 200 * K],    'hard-steel': [30 * K, 100 * K, 300 * K] },
  mask:    { plastic: [300, 1200, 4 * K],         'soft-metal': [3 * K, 10 * K, 30 * K],    steel: [5 * K, 20 * K, 60 * K],      'hard-steel': [5 * K, 20 * K, 60 * K] },
  form:    { plastic: [50, 160, 500],             'soft-metal': [K, 4 * K, 12 * K],         steel: [10 * K, 30 * K, 100 * K],    'hard-steel': [100 * K, 300 * K, M] },
  mould:   { plastic: [50, 250, K],               'soft-metal': [3 * K, 15 * K, 60 * K],    steel: [30 * K, 80 * K, 200 * K],    'hard-steel': [100 * K, 300 * K, M] },
  lift:    { plastic: [2 * K, 8 * K, 25 * K],     'soft-metal': [20 * K, 80 * K, 250 * K],  steel: [50 * K, 200 * K, 600 * K],   'hard-steel': [50 * K, 200 * K, 600 * K] },
  spare:   { plastic: [2 * K, 10 * K, 40 * K],    'soft-metal': [20 * K, 60 * K, 200 * K],  steel: [50 * K, 200 * K, 600 * K],   'hard-steel': [100 * K, 400 * K, M] },
  guard:   { plastic: [2 * K, 8 * K, 25 * K],     'soft-metal': [20 * K, 60 * K, 200 * K],  steel: [30 * K, 100 * K, 300 * K],   'hard-steel': [30 * K, 100 * K, 300 * K] },
  hand:    { plastic: [5 * K, 20 * K, 60 * K],    'soft-metal': [50 * K, 150 * K, 500 * K], steel: [100 * K, 300 * K, M],        'hard-steel': [200 * K, 600 * K, 2 * M] },
  layup:   { plastic: [60, 110, 190],             'soft-metal': [300, 800, 2 * K],          steel: [K, 3 * K, 10 * K],           'hard-steel': [K, 3 * K, 10 * K] },
  thermo:  { plastic: [500, 1500, 5 * K],         'soft-metal': [5 * K, 30 * K, 100 * K],   steel: [20 * K, 100 * K, 300 * K],   'hard-steel': [20 * K, 100 * K, 300 * K] },
  // Used up by its one use, whatever it is made of.
  core:    { plastic: [1, 1, 1],                  'soft-metal': [1, 1, 1],                  steel: [1, 1, 1],                    'hard-steel': [1, 1, 1] },
  // Sand is grit: with that wear mode, 500 to 3 000 moulds of plastic.
  pattern: { plastic: [4200, 10 * K, 25 * K],     'soft-metal': [30 * K, 80 * K, 200 * K],  steel: [60 * K, 150 * K, 400 * K],   'hard-steel': [100 * K, 300 * K, M] },
  bend:    { plastic: [200, 450, K],              'soft-metal': [500, 1500, 4 * K],         steel: [10 * K, 40 * K, 120 * K],    'hard-steel': [100 * K, 300 * K, M] },
  pad:     { plastic: [2 * K, 8 * K, 25 * K],     'soft-metal': [10 * K, 30 * K, 100 * K],  steel: [50 * K, 150 * K, 500 * K],   'hard-steel': [100 * K, 400 * K, M] },
};

export const baseLife = (duty: Duty, of: WearClass): Range => {
  const [low, likely, high] = TABLE[duty][of];
  return { low, likely, high };
};
