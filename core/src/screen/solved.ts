import type { ResolvedNeed } from '../case/facts';
import type { MechanicsRow } from '../mechanics';
import type { Material } from '../shelf/types';
import type { State } from './check';
import { STRENGTH_FACTOR } from './checks/strength';
import { leftInService } from './service';

/** Half of the tolerance is left for bending, where nobody said how much it may give. */
const OF_TOLERANCE = 0.5;

/** What a solved load says of one way: stress against what its material bears within and across the layers, give against what it may. */
export interface Solved {
  state: State;
  /** The lower of the two safeties against breaking. */
  safety: number;
  across: boolean;
  stress_mpa: number;
  allowed_mpa: number;
  give_mm: number;
  may_give_mm?: number;
  reason: string;
}

/**
 * A row of mechanics judged for a material in service: warm, and soaked where it works wet; safety factor 3 on the likely strength, a condition down to
 * one and a half. What is between is proved by a load.
 */
export function judged(
  row: Pick<MechanicsRow, 'peak_in_plane_mpa' | 'peak_across_mpa' | 'max_deflection_mm' | 'error'>,
  material: Material,
  need: ResolvedNeed,
): Solved {
  const left = leftInService(need, { use_c: material.use_c, moisture: material.moisture.uptake });
  const [inPlane, across] = [material.strength_mpa.inPlane.likely * left, material.strength_mpa.across.likely * left];
  const safeties = [inPlane / Math.max(row.peak_in_plane_mpa, 1e-9), across / Math.max(row.peak_across_mpa, 1e-9)];
  const isAcross = safeties[1] < safeties[0];
  const safety = Math.min(...safeties);
  const mayGive = need.deflection?.value ?? (need.tolerance ? OF_TOLERANCE * need.tolerance.value : undefined);
  const give = row.max_deflection_mm;
  const strong: State = safety >= STRENGTH_FACTOR ? 'pass' : safety >= STRENGTH_FACTOR / 2 ? 'conditional' : 'fail';
  const stiff: State = mayGive === undefined || give * (1 + row.error) <= mayGive ? 'pass' : give * (1 - row.error) <= 1.5 * mayGive ? 'conditional' : 'fail';
  const order: State[] = ['fail', 'unknown', 'conditional', 'pass'];
  const state = order[Math.min(order.indexOf(strong), order.indexOf(stiff))];
  const two = (x: number): string => String(Number(x.toPrecision(2)));
  const stress = isAcross ? row.peak_across_mpa : row.peak_in_plane_mpa;
  const says = [
    `${two(stress)} MPa ${isAcross ? 'across the layers' : 'within the layers'} against ${two(isAcross ? across : inPlane)} MPa: ${two(safety)} times`,
    `gives ${two(give)} mm${mayGive === undefined ? '' : `, may ${two(mayGive)} mm`}`,
  ];
  return {
    state,
    safety,
    across: isAcross,
    stress_mpa: stress,
    allowed_mpa: (isAcross ? across : inPlane) / STRENGTH_FACTOR,
    give_mm: give,
    ...(mayGive !== undefined && { may_give_mm: mayGive }),
    reason: `${says.join('; ')}.${strong === 'conditional' ? ' Prove it with one and a half times the load.' : ''}`,
  };
}
