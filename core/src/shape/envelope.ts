import type { Vec3 } from './turn';

/** Room of a machine, mm, sorted long to short. */
export type Envelope = readonly [number, number, number];

/** How much of the room a part takes when it lies as well as it can: 1 fills it, more is too big. */
export interface Fit {
  /** Largest share of a side. */
  share: number;
  /** The part's side (mm) and the room's, where it is tightest. */
  side_mm: number;
  room_mm: number;
  /** Turned in the plane of its two longer sides, degrees; 0 when square. */
  turnDeg: number;
}

const STEP_DEG = 0.25;
/** Cosines of 0 to 90°; read backwards they are the sines. */
const COS = Float64Array.from({ length: 90 / STEP_DEG + 1 }, (_, k) => Math.cos((k * STEP_DEG * Math.PI) / 180));

/**
 * A box in a room, by all orders of its sides, and turned in the plane where square does not fit: a rectangle a × b (a ≥ b)
 * lies in A × B at the angle φ when a cos φ + b sin φ ≤ A and a sin φ + b cos φ ≤ B (Carver 1957 gives the closed form; a
 * scan by quarter degrees serves here).
 * @param box sides of the part's smallest box, any order, mm
 */
export function fit(box: readonly number[], room: Envelope): Fit {
  const part = [...box].sort((a, b) => b - a), space = [...room].sort((a, b) => b - a);
  const shares = part.map((s, i) => s / space[i]);
  const tight = shares.indexOf(Math.max(...shares));
  let best: Fit = { share: shares[tight], side_mm: part[tight], room_mm: space[tight], turnDeg: 0 };
  if (best.share <= 1) return best;
  // Each pair of sides may be turned in each pair of the room's, the third side standing along the third.
  for (let up = 0; up < 3; up++) {
    for (let tall = 0; tall < 3; tall++) {
      const [a, b] = part.filter((_, i) => i !== up), [A, B] = space.filter((_, i) => i !== tall);
      const standing = part[up] / space[tall];
      // Turning makes room for a longer side, never for a shorter one.
      if (standing > 1 || Math.min(a, b) > Math.min(A, B) || Math.max(a, b) > Math.hypot(A, B)) continue;
      for (let k = 0; k < COS.length; k++) {
        const c = COS[k], s = COS[COS.length - 1 - k];
        const share = Math.max((a * c + b * s) / A, (a * s + b * c) / B, standing);
        if (share <= 1 && share < best.share) best = { share, side_mm: part[0], room_mm: space[0], turnDeg: k * STEP_DEG };
      }
    }
  }
  return best;
}

export interface Sectioning {
  /** Pieces along the long, middle and short side. */
  pieces: Vec3;
  count: number;
}

/** Fewest equal pieces, by planes square to the sides of the box, that each fit the room, turned in it where that helps (`fit`). */
export function sectioning(box: readonly number[], room: Envelope): Sectioning {
  const part = [...box].sort((a, b) => b - a), space = [...room].sort((a, b) => b - a);
  const most = part.map((s) => Math.min(40, Math.ceil(s / space[2])));
  let best: Sectioning = { pieces: [Infinity, 1, 1], count: Infinity };
  // Turned is looked at last: it takes long, and only for fewer pieces than square ones come to.
  for (const goesIn of [(piece: number[]) => piece.every((s, n) => s <= space[n] + 1e-9), (piece: number[]) => fit(piece, room).share <= 1 + 1e-9])
    for (let i = 1; i <= most[0]; i++)
      for (let j = 1; j <= most[1]; j++)
        for (let k = 1; k <= most[2] && i * j * k < best.count; k++) {
          const piece = [part[0] / i, part[1] / j, part[2] / k].sort((a, b) => b - a);
          if (goesIn(piece)) best = { pieces: [i, j, k], count: i * j * k };
        }
  return best;
}
