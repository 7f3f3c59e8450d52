import { type SolvedRow, UNIT_DENSITY, UNIT_E, UNIT_EXPANSION } from '../mechanics';
import type { LoadKind } from '../need/loads';
import type { Material } from '../shelf/types';
import { formatNumber } from '../quantity/quantity';
import type { Range } from '../worksheet/types';
import { askedRange, chanceAtMost, type CheckContext, type State } from './check';
import { loadPath, weakestWords } from './load-path';
import { leftInService } from './service';
import { times } from './traits';

/** A row of the load table on one way of making it: what a load of size one does. */
export interface RowLoad {
  id: string;
  name: string;
  /** N, MPa, m/s² or K by its kind. */
  size: Range;
  lasting: boolean;
  /** What `size` of one is worth as a force on the tool's sections; nothing for a row that is no force. */
  isForce: boolean;
  /** MPa within and across the layers; mm times N/mm² of modulus; where on the part. */
  solved?: { inPlane: number; across: number; give: number; error: number; worst: readonly [number, number, number] };
  /** By a hand formula: MPa, and mm times N/mm², for each newton. */
  hand?: { stress: number; give?: number };
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
}

/** A solution of size one scaled to a material: weight goes with its density, warmth with its expansion and stiffness. */
export function scaledRow(kind: LoadKind, row: SolvedRow, material: Material): NonNullable<RowLoad['solved']> {
  const e = material.modulus_gpa.inPlane.likely * 1000;
  const times = kind === 'own' ? material.density_g_cm3.likely * 1e-6 / UNIT_DENSITY : kind === 'warming' ? material.cte.likely * 1e-6 / UNIT_EXPANSION : 1;
  // What warmth strains is the same whatever the stiffness; what it stresses goes with it.
  const stress = kind === 'warming' ? (times * e) / UNIT_E : times;
  const give = kind === 'warming' ? times * e : times * UNIT_E;
  return { inPlane: row.inPlane * stress, across: row.across * stress, give: row.give * give, error: row.error, worst: row.worst };
}

/** Every row, or without a table the largest load, as stress and give on this way. @param only rows that stay for hours */
export function everyLoad(ctx: CheckContext, only: 'all' | 'lasting' = 'all'): UnderLoad[] {
  const { need, loads } = ctx;
  if (!loads?.length) {
    if (!need.load?.value || (only === 'lasting' && !need.lasting?.value)) return [];
    return [alongSections(ctx, askedRange(need, 'load'))];
  }
  return loads.filter((l) => only === 'all' || l.lasting).flatMap((l): UnderLoad[] => {
    if (l.solved) return [solvedLoad(ctx, l, l.solved)];
    if (l.hand) {
      const { bending, across } = loadPath(ctx);
      const give = l.hand.give === undefined ? undefined : times(l.size, l.hand.give);
      return [{ stress: times(l.size, l.hand.stress), give, across, bending, by: 'hand', where: ', by the formula chosen', row: l.name, id: l.id }];
    }
    return l.isForce ? [{ ...alongSections(ctx, l.size), row: l.name, id: l.id }] : [];
  });
}

function alongSections(ctx: CheckContext, force: Range): UnderLoad {
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

function solvedLoad({ traits }: CheckContext, l: RowLoad, s: NonNullable<RowLoad['solved']>): UnderLoad {
  const across = s.across / traits.strength_mpa.across.likely > s.inPlane / traits.strength_mpa.inPlane.likely;
  const give = times(l.size, s.give);
  return {
    stress: times(l.size, across ? s.across : s.inPlane),
    give: { low: give.low * (1 - Math.min(0.9, s.error)), likely: give.likely, high: give.high * (1 + s.error) },
    across,
    bending: true,
    by: 'solved',
    where: `, most at ${s.worst.map((x) => formatNumber(x, 3)).join(' / ')} mm`,
    row: l.name,
    id: l.id,
  };
}

/** The load that uses most of the strength in its direction. */
export function hardest(ctx: CheckContext, only: 'all' | 'lasting' = 'all'): UnderLoad | undefined {
  const use = (u: UnderLoad): number => u.stress.likely / (u.across ? ctx.traits.strength_mpa.across : ctx.traits.strength_mpa.inPlane).likely;
  return everyLoad(ctx, only).reduce<UnderLoad | undefined>((best, u) => (!best || use(u) > use(best) ? u : best), undefined);
}

/** The load under which it gives most. */
export function softest(ctx: CheckContext): (UnderLoad & { give: Range }) | undefined {
  const giving = everyLoad(ctx).filter((u): u is UnderLoad & { give: Range } => u.give !== undefined);
  // Across the layers it is softer.
  const move = (u: UnderLoad & { give: Range }): number => u.give.likely / modulusOf(ctx, u).likely;
  return giving.reduce<(UnderLoad & { give: Range }) | undefined>((best, u) => (!best || move(u) > move(best) ? u : best), undefined);
}

/** A solution knows of both directions and is scaled by the stiffness within the layers. */
export const modulusOf = ({ traits }: CheckContext, u: Pick<UnderLoad, 'across' | 'by'>): Range =>
  u.across && u.by !== 'solved' ? traits.modulus_gpa.across : traits.modulus_gpa.inPlane;

/** Against breaking; creep keeps it too. */
export const STRENGTH_FACTOR = 3;

/** Stress against what may be borne: safety factor 3 on the lowest strength holds, down to 2 on the highest is a condition. */
export interface Borne {
  state: State;
  stress_mpa: number;
  allowed_mpa: number;
  chance: number;
}
/** @param share of the short-term strength: less where a load stays for hours */
export function borne({ traits, need }: CheckContext, load: UnderLoad, share = 1): Borne {
  const range = load.across ? traits.strength_mpa.across : traits.strength_mpa.inPlane;
  const left = leftInService(need, traits) * share;
  const stress = load.stress.likely;
  return {
    state: stress <= (range.low * left) / STRENGTH_FACTOR ? 'pass' : stress <= (range.high * left) / 2 ? 'conditional' : 'fail',
    stress_mpa: stress,
    allowed_mpa: (range.likely * left) / STRENGTH_FACTOR,
    chance: chanceAtMost(load.stress, times(range, left / STRENGTH_FACTOR)),
  };
}

/** How far it gives against how far it may: what the need allows, else half the tolerance, else 1/300 of the length; up to twice that is a condition. */
export interface Gives {
  state: State;
  give_mm: number;
  may_give_mm: number;
  chance: number;
}
export function gives(ctx: CheckContext, load: UnderLoad & { give: Range }): Gives {
  const { need, traits, size } = ctx;
  const range = modulusOf(ctx, load);
  const give = load.give.likely / (range.likely * 1000 * leftInService(need, traits));
  const limit = need.deflection?.value ?? (need.tolerance ? need.tolerance.value / 2 : size.sorted[0] / 300);
  return {
    state: give <= limit ? 'pass' : give <= 2 * limit ? 'conditional' : 'fail',
    give_mm: give,
    may_give_mm: limit,
    // The softer the material may be, the more it gives.
    chance: chanceAtMost(
      {
        low: (load.give.low * range.likely) / range.high / load.give.likely * give,
        likely: give,
        high: (load.give.high * range.likely) / range.low / load.give.likely * give,
      },
      need.deflection
        ? askedRange(need, 'deflection')
        : need.tolerance
        ? times(askedRange(need, 'tolerance'), 0.5)
        : { low: limit / 2, likely: limit, high: 2 * limit },
    ),
  };
}

/** " under “Toggle clamp”" where a table has rows. */
export const rowWords = ({ row }: Pick<UnderLoad, 'row'>): string => (row ? ` under “${row}”` : '');

/** What the words of a check rest on, by how the figures were come by. */
export const LOAD_BASIS: Readonly<Record<By, string>> = {
  solved:
    "Screening: solved on the part's own shape in bricks, linear and small, walls and fill as priced; edges where a load or a hold begins are left out, nothing buckles in it.",
  hand: 'Screening only: the hand formula chosen in the row, on the lengths given there.',
  sections:
    "Screening only, not finite elements: the part's own sections as a beam on two ends loaded in the middle (or the least section the load goes through, on a quarter of its face), walls and fill as priced. Dents under a point load, notches and thin walls that buckle are not in it.",
  box:
    'Screening only, not finite elements: without a mesh, a plain beam of half the width and 70 % of the depth of its box (or pressure on a quarter of its face).',
};
