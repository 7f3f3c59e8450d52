import type { Values } from '../inputs/spec';
import { formatNumber as n } from '../quantity/quantity';
import type { State } from '../screen/check';
import { chiSquare, shareBelowF } from '../quantity/distributions';
import { balancedCells } from '../records/readings';

/** Where the scatter of readings comes from, as standard deviations, mm. */
export interface GaugeStudy {
  pieces: number;
  people: number;
  /** Readings of each piece by each person. */
  trials: number;
  /** Within one person and piece. */
  repeatability: number;
  /** 95 % interval of it. */
  repeatable: { low: number; high: number };
  /** Between people; with one person nothing. */
  reproducibility: number;
  /** Both together. */
  gauge: number;
  /** Between the pieces themselves. */
  between: number;
  /** 6 times the gauge over the tolerance's width. */
  ofTolerance: number;
  /** Steps that the gauge can tell apart among these pieces: 1.41 between/gauge, whole. */
  steps?: number;
  /** With a piece of known size: the mean less it, and the capability with and without it. */
  bias?: number;
  cg?: number;
  cgk?: number;
  /** What is left of each reading without the mean of its piece, by who read it, mm. */
  left: { person: string; values: number[] }[];
  state: State;
  says: string;
  cautions: string[];
}

/** Practice: up to a tenth of the tolerance is good, up to three tenths passable. */
const GOOD = 0.1, PASSABLE = 0.3;
/** Above it the way in which people differ is taken to be the same for all pieces. */
const POOLED = 0.25;
const CAPABLE = 1.33;

const mean = (xs: readonly number[]): number => xs.reduce((s, x) => s + x, 0) / xs.length;
const squares = (xs: readonly number[], about: number): number => xs.reduce((s, x) => s + (x - about) ** 2, 0);

/**
 * Repeatability and reproducibility of a gauge or nest by analysis of variance of pieces × people × trials, each as often as the others; with one piece and one
 * person how it repeats on itself, and against a piece of known size its bias (cg = 0.2 T/6 s, cgk with the bias taken off 0.1 T).
 * @throws ReadingError where readings are missing or are no numbers
 */
export function gaugeStudy(values: Values): GaugeStudy {
  const cells = balancedCells(String(values['readings'] ?? ''));
  const tolerance = Number(values['tolerance']);
  const reference = typeof values['reference'] === 'number' ? values['reference'] : undefined;
  const pieces = [...new Set(cells.map((c) => c.piece))], people = [...new Set(cells.map((c) => c.person))];
  const r = cells[0].readings.length;
  const [p, o] = [pieces.length, people.length];
  const all = cells.flatMap((c) => c.readings);
  const grand = mean(all);
  const by = (key: 'piece' | 'person', names: readonly string[]): number[] =>
    names.map((name) => mean(cells.filter((c) => c[key] === name).flatMap((c) => c.readings)));
  const ofPiece = by('piece', pieces);
  const ss = {
    piece: o * r * squares(ofPiece, grand),
    person: p * r * squares(by('person', people), grand),
    cell: r * squares(cells.map((c) => mean(c.readings)), grand),
    total: squares(all, grand),
  };
  const [dofWithin, dofMixed] = [p * o * (r - 1), (p - 1) * (o - 1)];
  const within = ss.total - ss.cell, mixed = Math.max(0, ss.cell - ss.piece - ss.person);
  const f = dofMixed > 0 && within > 0 ? mixed / dofMixed / (within / dofWithin) : 0;
  // People differ alike on all pieces: what is left of it is scatter as any other.
  const pooled = dofMixed === 0 || 1 - shareBelowF(f, dofMixed, dofWithin) > POOLED;
  const dof = pooled ? dofWithin + dofMixed : dofWithin;
  const repeat2 = (pooled ? within + mixed : within) / dof;
  const against = pooled ? repeat2 : mixed / dofMixed;
  const people2 = o > 1 ? Math.max(0, (ss.person / (o - 1) - against) / (p * r)) : 0;
  const mixed2 = pooled ? 0 : Math.max(0, (against - repeat2) / r);
  const between2 = p > 1 ? Math.max(0, (ss.piece / (p - 1) - against) / (o * r)) : 0;
  const gauge = Math.sqrt(repeat2 + people2 + mixed2);
  const repeatability = Math.sqrt(repeat2);
  const ofTolerance = (6 * gauge) / tolerance;
  const alone = p === 1 && o === 1;
  const bias = alone && reference !== undefined ? grand - reference : undefined;
  const cg = alone && repeatability > 0 ? (0.2 * tolerance) / (6 * repeatability) : undefined;
  const cgk = bias !== undefined && repeatability > 0 ? (0.1 * tolerance - Math.abs(bias)) / (3 * repeatability) : undefined;
  return {
    pieces: p,
    people: o,
    left: people.map((person) => ({
      person,
      values: cells.filter((c) => c.person === person).flatMap((c) => c.readings.map((x) => x - ofPiece[pieces.indexOf(c.piece)])),
    })),
    trials: r,
    repeatability,
    repeatable: { low: Math.sqrt((dof * repeat2) / chiSquare(0.975, dof)), high: Math.sqrt((dof * repeat2) / chiSquare(0.025, dof)) },
    reproducibility: Math.sqrt(people2 + mixed2),
    gauge,
    between: Math.sqrt(between2),
    ofTolerance,
    ...(p > 1 && gauge > 0 && { steps: Math.floor((1.41 * Math.sqrt(between2)) / gauge) }),
    ...(bias !== undefined && { bias }),
    ...(cg !== undefined && { cg }),
    ...(cgk !== undefined && { cgk }),
    ...judged({ alone, cg, cgk, ofTolerance, repeatability, reproducibility: Math.sqrt(people2 + mixed2), people: o }),
    cautions: [
      ...(dof < 9 ? [`${all.length} readings: the figure itself may be off by half. Ten seatings, or ten pieces by two people three times, are usual.`] : []),
      ...(o === 1 && !alone ? ['One person alone: what differs from hand to hand is not in it.'] : []),
      ...(alone && reference === undefined ? ['Without a piece of known size it says how it repeats, not whether it is right.'] : []),
    ],
  };
}

interface Found {
  alone: boolean;
  cg?: number;
  cgk?: number;
  ofTolerance: number;
  repeatability: number;
  reproducibility: number;
  people: number;
}

function judged({ alone, cg, cgk, ofTolerance, repeatability, reproducibility, people }: Found): { state: State; says: string } {
  if (alone) {
    if (cg === undefined) return { state: 'unknown', says: 'All readings are alike: the instrument does not resolve how it repeats.' };
    const worst = Math.min(cg, cgk ?? cg);
    const state = worst >= CAPABLE ? 'pass' : worst >= 1 ? 'conditional' : 'fail';
    return {
      state,
      says: `It repeats within ${n(6 * repeatability, 2)} mm (six deviations): capability ${n(cg, 2)}${
        cgk === undefined ? '' : `, with its bias ${n(cgk, 2)}`
      }, ${CAPABLE} is usual. ${state === 'pass' ? 'It may judge this tolerance.' : 'Better clamping, harder seats or another gauge come first.'}`,
    };
  }
  const state = ofTolerance <= GOOD ? 'pass' : ofTolerance <= PASSABLE ? 'conditional' : 'fail';
  const more = people > 1
    ? (reproducibility > repeatability
      ? 'most of it from hand to hand: say how it is loaded, or have it guide the hand'
      : 'most of it within one hand: seats, clamping, instrument')
    : 'within one hand';
  return {
    state,
    says: `The gauge takes ${n(100 * ofTolerance)} % of the tolerance, ${more}. ${
      state === 'pass' ? 'It may judge it.' : state === 'conditional' ? 'Passable, where a wrong answer costs little.' : 'It cannot judge this tolerance.'
    }`,
  };
}
