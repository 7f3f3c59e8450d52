import { bearingArea } from '../need/bolts';
import type { Place } from '../inputs/spec';
import type { BoltSize } from '../need/requirements';
import { formatNumber } from '../quantity/quantity';
import { list } from '../quantity/words';
import type { SolvedRemedy } from '../case/load-table';
import { faceName } from '../case/words';
import { HAND_SPREAD } from '../mechanics/by-hand';
import type { Range } from '../worksheet/types';
import { askedRange, chanceAtMost, type CheckContext, type State, STATE_ORDER, worse } from './check';
import { loadPath, weakestWords } from './load-path';
import { leftInService } from './service';
import type { SolvedOn } from './solved-row';
import { times } from './traits';

/** A row of the load table on one way of making it. */
export interface RowLoad {
  id: string;
  name: string;
  /** N, MPa, m/s² or K by its kind. */
  size: Range;
  lasting: boolean;
  /** What `size` of one is worth as a force on the tool's sections; nothing for a row that is no force. */
  isForce: boolean;
  /** Where it stands, in the part's own axes. */
  at?: Place;
  /** Of a bolt drawn tight. */
  bolt?: BoltSize;
  solved?: SolvedOn;
  /** The same without the bolts that stay drawn tight, where there are such. */
  unbolted?: SolvedOn;
  /** Remedies that were solved with it: their rule of thumb is not put on top. */
  solvedWith?: readonly SolvedRemedy[];
  /** By the hand formula chosen in it: what it takes the tool for, MPa, and mm times N/mm², for each newton. Beside a solution it is a second way to the figure. */
  hand?: { as: string; stress: number; give?: number; squeezes?: true };
}

/** How stress and give were come by, the surest first. */
export type By = 'solved' | 'hand' | 'sections' | 'box';

export interface UnderLoad {
  /** Largest stress, MPa, over what the load may be. */
  stress: Range;
  /** How far it gives, mm times the modulus in N/mm²; nothing where nobody can say. */
  give?: Range;
  across: boolean;
  bending: boolean;
  by: By;
  /** ", weakest 42 mm from its end on 210 mm²" */
  where: string;
  /** The row of the load table; absent without one. */
  row?: string;
  /** Its id. */
  id?: string;
  /** Names of the rows that stay on at the same time. */
  with?: readonly string[];
  /** The working face that the give is of; anywhere on the part where none is marked. */
  face?: string;
  /** What is left of it where bolts stand on sleeves of steel: `none` of a bolt; absent where no bolt has a part in it. */
  sleeved?: UnderLoad | 'none';
}

/** Every row, or without a table the largest load, as stress and give on this way. @param only rows that stay for hours */
export function everyLoad(ctx: CheckContext, only: 'all' | 'lasting' = 'all'): UnderLoad[] {
  const { need, loads } = ctx;
  if (!loads?.length) {
    if (!need.load?.value || (only === 'lasting' && !need.lasting?.value)) return [];
    return [alongSections(ctx, askedRange(need, 'load'))];
  }
  return loads.filter((l) => only === 'all' || l.lasting).flatMap((l): UnderLoad[] => {
    if (onSleeve(ctx, l)) return [];
    const solved = solvedOf(ctx, l);
    if (solved) return [{ ...asSolved(ctx, l, solved), ...withoutBolts(ctx, l) }];
    if (l.hand) {
      const { bending, across } = loadPath(ctx);
      const wide = (x: number): Range => ({ low: l.size.low * x * HAND_SPREAD.low, likely: l.size.likely * x, high: l.size.high * x * HAND_SPREAD.high });
      const give = l.hand.give === undefined ? undefined : wide(l.hand.give);
      const byHand: UnderLoad = {
        stress: wide(l.hand.stress),
        give,
        across,
        bending,
        by: 'hand',
        where: ', by the formula chosen',
        row: l.name,
        id: l.id,
      };
      return [{ ...byHand, ...withoutBolts(ctx, l) }];
    }
    // A bolt draws the part together beneath it: it does not bend it as a load in the middle would. Its face is judged by itself.
    return l.isForce && !l.bolt ? [{ ...alongSections(ctx, l.size), row: l.name, id: l.id }] : [];
  });
}

/** As a plain beam on the part's sections, or on its box: beside a solution a second way to the same figure. */
export function alongSections(ctx: CheckContext, force: Range): UnderLoad {
  const path = loadPath(ctx);
  return {
    stress: times(force, path.stress_per_n),
    give: times(force, path.give_per_n),
    across: path.across,
    bending: path.bending,
    by: path.measured ? 'sections' : 'box',
    where: weakestWords(path),
  };
}

/** A sleeve of steel is under its head: nothing is crushed there. */
const hasSleeve = ({ taken }: CheckContext, l: RowLoad): boolean => !!l.bolt && taken.has('compression-limiters');
/** A sleeve ends what a bolt does where something holds the part beneath: on an ear that stands free it bends it all the same. */
const sleeveEnds = ({ bolt, solved, hand }: RowLoad): boolean => !!bolt && (solved ? solved.backed : !hand || !!hand.squeezes);
/** A bolt that stands on a sleeve of steel: the tool only holds the sleeve. */
export const onSleeve = (ctx: CheckContext, l: RowLoad): boolean => hasSleeve(ctx, l) && sleeveEnds(l);

/** Sleeves can still be put under its bolts: what is too soft for a bolt drawn tight has them as a matter of course. */
export const takesSleeves = ({ material, taken }: CheckContext): boolean => material.family !== 'metal' && !taken.has('compression-limiters');

/** The solution of a row with the sleeves that are taken. */
export const solvedOf = (ctx: CheckContext, l: RowLoad): SolvedOn | undefined =>
  onSleeve(ctx, l) ? undefined : (ctx.taken.has('compression-limiters') && l.unbolted) || l.solved;

function withoutBolts(ctx: CheckContext, l: RowLoad): Pick<UnderLoad, 'sleeved'> {
  if (!takesSleeves(ctx)) return {};
  return l.bolt ? (sleeveEnds(l) ? { sleeved: 'none' } : {}) : l.unbolted ? { sleeved: asSolved(ctx, l, l.unbolted) } : {};
}

function asSolved(ctx: CheckContext, l: RowLoad, s: SolvedOn): UnderLoad {
  const { traits } = ctx;
  const across = s.across.likely / traits.strength_mpa.across.likely > s.inPlane.likely / traits.strength_mpa.inPlane.likely;
  // Where faces are marked that work, what the rest of the part does is nobody's concern.
  const most = s.faces.reduce<SolvedOn['faces'][number] | undefined>(
    (a, b) => (!a || b.give.likely / mayMove(ctx, b.face) > a.give.likely / mayMove(ctx, a.face) ? b : a),
    undefined,
  );
  const give = most?.give ?? s.give;
  return {
    stress: across ? s.across : s.inPlane,
    give: { low: give.low * (1 - Math.min(0.9, s.error)), likely: give.likely, high: give.high * (1 + s.error) },
    across,
    bending: true,
    by: 'solved',
    where: `, most at ${s.worst.map((x) => formatNumber(x, 3)).join(' / ')} mm${s.inCorner ? ', a sharp inside corner' : ''}`,
    row: l.name,
    id: l.id,
    ...(s.with.length && { with: s.with }),
    ...(most && { face: most.face }),
  };
}

/** The load that decides: of those judged worst the one that uses most of the strength in its direction. @param only rows that stay for hours */
export function hardest(ctx: CheckContext, only: 'all' | 'lasting' = 'all'): UnderLoad | undefined {
  const use = (u: UnderLoad): number => u.stress.likely / (u.across ? ctx.traits.strength_mpa.across : ctx.traits.strength_mpa.inPlane).likely;
  return decisive(everyLoad(ctx, only), (u) => borne(ctx, u, only === 'lasting' ? ctx.traits.creep : 1).state, use);
}

/** The load under which it gives most, of those judged worst. */
export function softest(ctx: CheckContext): Giving | undefined {
  const giving = everyLoad(ctx).filter((u): u is Giving => u.give !== undefined);
  // Across the layers it is softer.
  return decisive(giving, (u) => gives(ctx, u).state, (u) => u.give.likely / modulusOf(ctx, u).likely / mayMove(ctx, u.face));
}

type Giving = UnderLoad & { give: Range };

function decisive<T>(list: readonly T[], state: (t: T) => State, much: (t: T) => number): T | undefined {
  if (list.length < 2) return list[0];
  const rank = (t: T): number => STATE_ORDER.indexOf(state(t));
  return list.reduce((a, b) => (rank(b) - rank(a) || much(b) - much(a)) > 0 ? b : a);
}

/** State of a load on bare plastic: what is too much there, and is not with sleeves under the bolts, holds on condition of them. */
function withSleeves(u: UnderLoad, state: (u: UnderLoad) => State): { state: State; sleeves?: true } {
  const bare = state(u);
  if (bare === 'pass' || !u.sleeved) return { state: bare };
  const left = u.sleeved === 'none' ? 'pass' : state(u.sleeved);
  return STATE_ORDER.indexOf(left) < STATE_ORDER.indexOf(bare) ? { state: worse(left, 'conditional'), sleeves: true } : { state: bare };
}

/** A solution knows of both directions and is scaled by the stiffness within the layers. */
export const modulusOf = ({ traits }: CheckContext, u: Pick<UnderLoad, 'across' | 'by'>): Range =>
  u.across && u.by !== 'solved' ? traits.modulus_gpa.across : traits.modulus_gpa.inPlane;

/** Against breaking; creep keeps it too. */
export const STRENGTH_FACTOR = 3;

/** Stress against what may be borne: safety factor 3 on the lowest strength holds, down to 2 on the highest is a condition. */
export interface Borne {
  state: State;
  /** On condition of sleeves under the bolts. */
  sleeves?: true;
  stress_mpa: number;
  allowed_mpa: number;
  chance: number;
}
/** @param share of the short-term strength: less where a load stays for hours */
export function borne({ traits, need }: CheckContext, load: UnderLoad, share = 1): Borne {
  const strength = ({ across }: UnderLoad): Range => (across ? traits.strength_mpa.across : traits.strength_mpa.inPlane);
  const left = leftInService(need, traits) * share;
  const range = strength(load);
  return {
    ...withSleeves(load, (u) => {
      const { low, high } = strength(u), stress = u.stress.likely;
      return stress <= (low * left) / STRENGTH_FACTOR ? 'pass' : stress <= (high * left) / 2 ? 'conditional' : 'fail';
    }),
    stress_mpa: load.stress.likely,
    allowed_mpa: (range.likely * left) / STRENGTH_FACTOR,
    chance: chanceAtMost(load.stress, times(range, left / STRENGTH_FACTOR)),
  };
}

/** How far it may give, mm: half of the tolerance of a working face that has its own, what the need allows, half of the tolerance, or 1/300 of the length. */
export function mayMove({ need, size, faces }: CheckContext, face?: string): number {
  const own = face === undefined ? undefined : faces?.find((f, i) => faceName(f, i) === face)?.tolerance_mm;
  return own !== undefined ? own / 2 : (need.deflection?.value ?? (need.tolerance ? need.tolerance.value / 2 : size.sorted[0] / 300));
}

/** How far it gives against how far it may; up to twice that is a condition. */
export interface Gives {
  state: State;
  /** On condition of sleeves under the bolts. */
  sleeves?: true;
  give_mm: number;
  may_give_mm: number;
  chance: number;
}
export function gives(ctx: CheckContext, load: Giving): Gives {
  const { need, traits, faces } = ctx;
  const range = modulusOf(ctx, load);
  const give = load.give.likely / (range.likely * 1000 * leftInService(need, traits));
  const limit = mayMove(ctx, load.face);
  const own = load.face !== undefined && faces?.some((f, i) => faceName(f, i) === load.face && f.tolerance_mm !== undefined);
  const asked = own
    ? { low: limit, likely: limit, high: limit }
    : need.deflection
    ? askedRange(need, 'deflection')
    : need.tolerance
    ? times(askedRange(need, 'tolerance'), 0.5)
    : { low: limit / 2, likely: limit, high: 2 * limit };
  const state = give <= limit ? 'pass' : give <= 2 * limit ? 'conditional' : 'fail';
  // The softer the material may be, the more it gives.
  const low = (load.give.low * range.likely) / range.high, high = (load.give.high * range.likely) / range.low;
  return {
    // Rows give by themselves: sleeves end what a bolt does, and change nothing of another row.
    ...(load.sleeved === 'none' ? withSleeves(load, () => state) : { state }),
    give_mm: give,
    may_give_mm: limit,
    chance: chanceAtMost(times({ low, likely: load.give.likely, high }, load.give.likely ? give / load.give.likely : 0), asked),
  };
}

/** A load presses on its face: what the face bears of it. */
export interface Pressing {
  state: State;
  /** MPa, and what may stand there, a factor counted in. */
  presses_mpa: number;
  bears_mpa: number;
  chance: number;
}
/** Against crushing of a face. */
export const PRESSURE_FACTOR = 1.5;
/** The metal around a head keeps what is under it from giving way: it bears about twice its yield there. */
const HELD_IN = 2;

/** Mean pressure that a face bears in service, MPa, a factor counted in. @param how for hours; under a screw head, in a small ring */
export function bearsPressure({ traits, need, material }: CheckContext, how: { long: boolean; head: boolean }): Range {
  const share = leftInService(need, traits) * (how.long ? traits.creep : 1) * (how.head && material.family === 'metal' ? HELD_IN : 1);
  return times(traits.compressive_mpa, share / PRESSURE_FACTOR);
}

/** Crushed under a bare head, plastic holds on condition: sleeves or washers are the usual answer. */
export const headState = (p: number, bears: Range, { material, taken }: CheckContext): State =>
  p <= bears.low ? 'pass' : p <= bears.high || (material.family !== 'metal' && !taken.has('wide-washers')) ? 'conditional' : 'fail';

/** What helps under a head: wide washers where they do, sleeves in any case. @param bears MPa that the face bears */
export const headOffers = ({ taken }: CheckContext, bolt: BoltSize, force: number, bears: number): readonly ('wide-washers' | 'compression-limiters')[] =>
  !taken.has('wide-washers') && force / bearingArea(bolt, true) <= bears ? ['wide-washers', 'compression-limiters'] : ['compression-limiters'];

/** A row that stands on a face of the part, or on the ring under a screw head; nothing for others, and for what stands on a sleeve. */
export function pressing(ctx: CheckContext, l: RowLoad): Pressing | undefined {
  const { taken } = ctx;
  // Steel under it spreads it.
  if (hasSleeve(ctx, l) || (!l.bolt && taken.has('metal-face'))) return undefined;
  const presses = l.bolt ? times(l.size, 1 / bearingArea(l.bolt, taken.has('wide-washers'))) : solvedOf(ctx, l)?.presses;
  if (!presses) return undefined;
  const bears = bearsPressure(ctx, { long: l.lasting || !!l.bolt, head: !!l.bolt });
  return {
    state: l.bolt ? headState(presses.likely, bears, ctx) : presses.likely <= bears.low ? 'pass' : presses.likely <= bears.high ? 'conditional' : 'fail',
    presses_mpa: presses.likely,
    bears_mpa: bears.likely,
    chance: chanceAtMost(presses, bears),
  };
}

/** A wall pressed along itself against the stress at which it gives way sideways. */
export interface Buckling {
  state: State;
  stress_mpa: number;
  /** A factor counted in. */
  allowed_mpa: number;
  chance: number;
  where: NonNullable<SolvedOn['slender']>;
}
export function buckling(ctx: CheckContext, l: RowLoad): Buckling | undefined {
  const { traits, need } = ctx;
  const wall = solvedOf(ctx, l)?.slender;
  if (!wall) return undefined;
  const critical = times(traits.modulus_gpa.inPlane, 1000 * leftInService(need, traits) * wall.critical);
  const stress = wall.stress.likely;
  return {
    state: stress <= critical.low / STRENGTH_FACTOR ? 'pass' : stress <= critical.high / 2 ? 'conditional' : 'fail',
    stress_mpa: stress,
    allowed_mpa: critical.likely / STRENGTH_FACTOR,
    chance: chanceAtMost(wall.stress, times(critical, 1 / STRENGTH_FACTOR)),
    where: wall,
  };
}

/** A hold off its seat by less than this does not show. */
export const SEATED = 0.05;
/** Holds that only rest and that a row would pull off their seat, by their place in the list: the solution counts on them. */
export const lifted = (ctx: CheckContext, l: RowLoad): { hold: number; share: number }[] =>
  (solvedOf(ctx, l)?.lifts ?? []).flatMap((share, hold) => (ctx.rests?.has(hold) && share >= SEATED ? [{ hold, share }] : []));

/** Printed, or of plies: across them it is another material. Stock of plastic or metal has none. */
export const hasLayers = ({ process, material }: CheckContext): boolean =>
  material.family !== 'metal' && (process.kind === 'print' || material.family === 'fibre');

/** " under “Toggle clamp”" where a table has rows. */
export const rowWords = ({ row, with: more }: Pick<UnderLoad, 'row' | 'with'>): string =>
  row ? ` under “${row}”${more ? ` with ${list(more.map((m) => `“${m}”`))} on` : ''}` : '';

/** What to do where a bolt drawn tight is too much for what it is drawn on. */
export const SLEEVES = 'put steel sleeves under the heads, which bear the bolts.';

/** What the words of a check rest on, by how the figures were come by. */
export const LOAD_BASIS: Readonly<Record<By, string>> = {
  solved:
    "Screening: solved on the part's own shape in bricks, linear and small, walls and fill as priced; edges where a load or a hold begins are left out; what stays on acts together with what comes.",
  hand:
    'Screening only: the hand formula chosen in the row, on the lengths given there; between two thirds and one and a half times of it, for what the real shape is beside its picture.',
  sections:
    "Screening only, not finite elements: the part's own sections as a beam on two ends loaded in the middle (or the least section the load goes through, on a quarter of its face), walls and fill as priced. Dents under a point load, notches and thin walls that buckle are not in it.",
  box:
    'Screening only, not finite elements: without a mesh, a plain beam of half the width and 70 % of the depth of its box (or pressure on a quarter of its face).',
};
