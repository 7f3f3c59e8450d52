import type { Line } from '../../worksheet/types';
import { fact, type Fact } from '../process';

/** What the first piece of an order teaches: the later ones go quicker on the bench. */
export const repeatFact: Fact = fact('repeat', 'Bench work on a repeat piece, share of the first', '', 0.6, 0.75, 0.9);
export const REPEAT_LINE: Line = {
  name: 'bench_mean',
  label: 'Bench work in the mean, share of the first piece',
  unit: '',
  expr: '(1 + (copies - 1) * repeat) / copies',
};

/** Set-ups are made once an order; every piece is clamped in each of them. */
export const clampFact: Fact = fact('clamp_h', 'Clamping and touching off one piece', 'h', 0.05, 0.1, 0.2);
export const SETUPS_LINE: Line = {
  name: 'setups_h',
  label: 'Set-ups and clamping, one tool',
  unit: 'h',
  expr: 'setups * (setup_h / copies + clamp_h)',
  note: 'The machine is set up once an order; each piece is clamped in each set-up.',
};
