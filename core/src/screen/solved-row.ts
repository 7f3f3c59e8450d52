import {
  type Corner,
  type LoadClass,
  type Share,
  type Slender,
  type SolvedLoads,
  solvedRow,
  together,
  UNIT_DENSITY,
  UNIT_E,
  UNIT_EXPANSION,
} from '../mechanics';
import type { LoadKind } from '../need/loads';
import type { Material } from '../shelf/types';
import type { Range } from '../worksheet/types';
import { times } from './traits';

/** A row of the load table as it is asked for on a way. */
export interface AskedRow {
  id: string;
  name: string;
  kind: LoadKind;
  /** N, MPa, m/s² or K by its kind. */
  size: Range;
  /** It stays on: what comes acts together with it. */
  lasting: boolean;
}

/** A row solved on the part, on one way of making it. */
export interface SolvedOn {
  /** MPa within and across the layers, with all that stays on at the same time. */
  inPlane: Range;
  across: Range;
  /** How far the part gives where it gives most, and how far each working face does: mm times N/mm² of modulus, of this row alone. */
  give: Range;
  faces: readonly { face: string; give: Range }[];
  /** Estimated relative error of the give, and on how many bricks. */
  error: number;
  bricks: number;
  /** Stress is fitted over so far around a place, mm. */
  patch_mm: number;
  /** Where the largest stress is, in the part's own axes. */
  worst: readonly [number, number, number];
  /** That is in a sharp inside corner. */
  inCorner: boolean;
  /** Other sharp inside corners that work nearly as hard. */
  corners: readonly Corner[];
  /** Of a bolt drawn tight: the part is held beneath its head, and not bent by it. */
  backed: boolean;
  /** Names of the rows that stay on. */
  with: readonly string[];
  /** What each hold gives back, N, and the share of each that is pulled off its seat. */
  holds: readonly (readonly [number, number, number])[];
  lifts: readonly number[];
  /** Area it presses on, mm², and the pressure there, MPa. */
  area: number;
  presses?: Range;
  /** The wall that comes nearest to buckling: compression in it, MPa; where it buckles, over the modulus. */
  slender?: Omit<Slender, 'stress'> & { stress: Range };
}

/** What a solution of size one is worth on a material: weight goes with its density, warmth with its expansion and stiffness. */
function worthOf(kind: LoadKind, material: Material): { stress: number; move: number } {
  const e = material.modulus_gpa.inPlane.likely * 1000;
  if (kind === 'own') {
    const dense = (material.density_g_cm3.likely * 1e-6) / UNIT_DENSITY;
    return { stress: dense, move: dense * UNIT_E };
  }
  if (kind === 'warming') {
    // What warmth strains is the same whatever the stiffness; what it stresses goes with it.
    const grows = (material.cte.likely * 1e-6) / UNIT_EXPANSION;
    return { stress: (grows * e) / UNIT_E, move: grows * e };
  }
  return { stress: 1, move: UNIT_E };
}

const LEVELS = ['low', 'likely', 'high'] as const;
/** As a range, whichever of its ends comes from which size. */
const spread = ([a, b, c]: readonly number[]): Range => ({ low: Math.min(a, b, c), likely: b, high: Math.max(a, b, c) });
/** How much it is, whichever way: colder strains as much as warmer. */
function amount({ low, likely, high }: Range): Range {
  const by = spread([low, likely, high].map(Math.abs));
  return low < 0 && high > 0 ? { ...by, low: 0 } : by;
}

/** The rows that have a solution, by id, for ways with these walls, fill and ratio of a material. */
export function solvedRows(solved: SolvedLoads, rows: readonly AskedRow[], like: LoadClass, material: Material): Map<string, SolvedOn> {
  const known = rows.flatMap((row) => {
    const one = solvedRow(solved, row.id, like);
    return one ? [{ row, one, worth: worthOf(row.kind, material) }] : [];
  });
  return new Map(known.map(({ row, one, worth }): [string, SolvedOn] => {
    const stays = known.filter((k) => k.row.lasting && k.row.id !== row.id);
    const share = (k: typeof known[number], level: keyof Range): Share => ({
      id: k.row.id,
      stress: k.row.size[level] * k.worth.stress,
      move: k.row.size[level] * k.worth.move,
    });
    const alone = together(solved, [share({ row, one, worth }, 'likely')], like)!;
    const all = stays.length ? LEVELS.map((level) => together(solved, [{ row, one, worth }, ...stays].map((k) => share(k, level)), like)!) : [];
    const size = amount(row.size);
    // What stays may be off for once: the row alone counts too.
    const stress = (pick: 'inPlane' | 'across'): Range => {
      const own = times(size, worth.stress * one[pick]);
      return all.length ? spread(all.map((t, i) => Math.max(t[pick], own[LEVELS[i]]))) : own;
    };
    const likely = all[1] ?? alone;
    return [row.id, {
      inPlane: stress('inPlane'),
      across: stress('across'),
      give: times(size, worth.move * one.give),
      faces: Object.entries(alone.moves).map(([face, move]) => ({ face, give: times(size, size.likely ? move / size.likely : 0) })),
      error: one.error,
      bricks: alone.bricks,
      patch_mm: alone.patch_mm,
      worst: likely.worst,
      inCorner: !!one.inCorner,
      corners: one.corners ?? [],
      backed: !!one.backed,
      with: stays.map((k) => k.row.name),
      holds: likely.holds,
      lifts: likely.lifts,
      area: one.area,
      ...(one.area > 0 && { presses: row.kind === 'pressure' ? size : times(size, 1 / one.area) }),
      ...(one.slender && { slender: { ...one.slender, stress: times(size, worth.stress * one.slender.stress) } }),
    }];
  }));
}
