import { BOLTS, PROOF_MPA } from '../need/bolts';
import type { BoltSize } from '../need/requirements';
import { formatNumber } from '../quantity/quantity';
import type { BondedJoint } from './bonded-joints';

/** How two pieces are put together. */
export type JointKind =
  /** Kept in line by dowels, or by a sleeve where its walls have no room for them. */
  | { kind: 'butt'; by: 'dowels' | 'sleeve' }
  /** Bonded on a slope of one in so many, so long in all. */
  | { kind: 'scarf'; slope: number; long_mm: number }
  /** Drawn together by rods right through, each so tight. */
  | { kind: 'rods'; count: number; size: BoltSize; each_n: number }
  /** None of these bears it. */
  | { kind: 'none' };

/** Flatter than one in this a scarf is a lap that nobody fits well. */
const FLATTEST = 8;
/** More than this of a piece is not cut aslant. */
const MOST_OF_PIECE = 0.5;
/** Pressed together this much more than the load pulls apart. */
const CLOSED = 1.5;
/** Drawn to this part of their proof load. */
const DRAWN = 0.7;
const MOST_RODS = 4;
/** Thinner walls have no room for a dowel of 2 mm with one and a half of its diameters around its middle. */
const DOWEL_WALL = 6;
const RODS = ['M5', 'M6', 'M8', 'M10', 'M12'] as const satisfies readonly BoltSize[];
/** A rod is no thicker than this part of the section. */
const ROD_SHARE = 1 / 4;

/**
 * The plainest joint that bears what works in it. On a slope of one in k a bond sees σ sin θ, sin θ = 1/√(1 + k²) (stress on an inclined plane), so that
 * k = √((σ/σ_allowed)² − 1). Rods press the section together by P = 1.5 σ A, of class 8.8 drawn to 70 % of their proof load.
 * @param allowed what the bond may be worked with, MPa
 * @param piece_mm the shorter of the pieces beside it
 */
export function jointFor(
  { stress, area_mm2, depth_mm, wall_mm }: Pick<BondedJoint, 'stress' | 'area_mm2' | 'depth_mm' | 'wall_mm'>,
  allowed: number,
  piece_mm: number,
): JointKind {
  const sigma = stress.likely;
  if (sigma <= allowed) return { kind: 'butt', by: wall_mm < DOWEL_WALL ? 'sleeve' : 'dowels' };
  const slope = Math.max(2, Math.ceil(Math.sqrt((sigma / allowed) ** 2 - 1) - 1e-9));
  const long_mm = slope * depth_mm;
  if (slope <= FLATTEST && long_mm <= MOST_OF_PIECE * piece_mm) return { kind: 'scarf', slope, long_mm };
  const force = CLOSED * sigma * area_mm2;
  for (const size of RODS) {
    const count = Math.max(2, Math.ceil(force / (DRAWN * PROOF_MPA * BOLTS[size].stress_mm2)));
    if (count <= MOST_RODS && BOLTS[size].d_mm <= ROD_SHARE * depth_mm) return { kind: 'rods', count, size, each_n: force / count };
  }
  return { kind: 'none' };
}

/** In words, after "it is": "scarfed 1 in 3, 90 mm long". */
export function jointText(joint: JointKind): string {
  switch (joint.kind) {
    case 'butt':
      return joint.by === 'dowels' ? 'bonded butt to butt with two dowels' : 'bonded butt to butt, kept in line by a sleeve: its walls have no room for dowels';
    case 'scarf':
      return `scarfed 1 in ${joint.slope}, ${formatNumber(Number(joint.long_mm.toPrecision(2)))} mm long, and bonded`;
    case 'rods':
      return `drawn together with ${joint.count} ${joint.size} rods (8.8) right through, ${
        formatNumber(Number((joint.each_n / 1000).toPrecision(2)))
      } kN each, on steel plates at both ends`;
    case 'none':
      return 'made in one piece, or of a stiffer section';
  }
}
