import type { Size } from '../case/facts';
import type { Process } from '../process/process';
import type { Colour, Esd, Flame, FluidRating, Impact, Material, Moisture, Uv, WetWith } from '../shelf/types';
import { once } from '../worksheet/once';
import type { Range } from '../worksheet/types';

/**
 * What a route offers, as the checks see it: process and material at this size, changed by the remedies that are taken.
 * Checks read their figures here, so that a remedy never has to know which checks there are.
 */
export interface Traits {
  use_c: Range;
  strength_mpa: Material['strength_mpa'];
  modulus_gpa: Material['modulus_gpa'];
  /** Share of the strength under lasting load. */
  creep: number;
  compressive_mpa: Range;
  fluids: Record<WetWith, FluidRating>;
  uv: Uv;
  esd: Esd;
  flame: Flame;
  impact: Impact;
  moisture: Moisture['uptake'];
  marks: Material['marks'];
  /** ± everywhere, mm. */
  tolerance_mm: number;
  flatness_mm: number;
  /** ± where it matters, mm, and what holds it. */
  local?: { mm: number; by: string };
  /** Ra, µm. */
  ra_um: Range;
  tight: Process['tight'];
  /** As it comes out of its process, dyed at its skin, or painted over. */
  colour: Colour | 'grey' | 'dyed' | 'painted';
}

/** Wood moves across the grain from a dry winter to a damp summer by this share of its length. */
const SWELL = 0.002;
/** Prints warp: their flatness is worse than their size by this factor. */
const WARP = 1.5;

export function traitsOf(process: Process, material: Material, size: Size): Traits {
  const swells = process.kind !== 'print' && material.family === 'board' && material.moisture.uptake === 'much' ? SWELL : 0;
  const tolerance = process.tolerance.a_mm + (process.tolerance.b_per_mm + swells) * size.sorted[0];
  return {
    use_c: material.use_c,
    strength_mpa: material.strength_mpa,
    modulus_gpa: material.modulus_gpa,
    creep: material.creep,
    compressive_mpa: material.compressive_mpa,
    fluids: fluidsOf(material),
    uv: material.uv,
    esd: material.esd,
    flame: material.flame,
    impact: material.impact,
    moisture: material.moisture.uptake,
    marks: material.marks,
    tolerance_mm: tolerance,
    flatness_mm: tolerance * (process.kind === 'print' ? WARP : 1),
    ra_um: process.roughness_um,
    tight: process.tight,
    colour: process.greys && material.colour === 'light' ? 'grey' : material.colour ?? 'own',
  };
}

/** Plain water: what dissolves in a bath dissolves in it, what swells is to be tried, bare steel rusts. */
const fluidsOf = once((m: Material): Traits['fluids'] => ({ ...m.fluids, water: m.removal === 'dissolved' ? 'D' : m.moisture.uptake === 'much' ? 'C' : 'A' }));

export const times = (r: Range, x: number): Range => ({ low: r.low * x, likely: r.likely * x, high: r.high * x });
export const plus = (r: Range, x: number): Range => ({ low: r.low + x, likely: r.likely + x, high: r.high + x });
