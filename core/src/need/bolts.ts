import type { BoltSize } from './requirements';

/** Metric bolts: nominal diameter, head of a socket cap screw, clearance hole (medium), outer diameter of a wide washer, mm; stress area of the coarse thread, mm². Standard tables. */
// dprint-ignore
export const BOLTS: Readonly<Record<BoltSize, { d_mm: number; head_mm: number; hole_mm: number; washer_mm: number; stress_mm2: number }>> = {
  M3: { d_mm: 3, head_mm: 5.5, hole_mm: 3.4, washer_mm: 9, stress_mm2: 5.03 },
  M4: { d_mm: 4, head_mm: 7, hole_mm: 4.5, washer_mm: 12, stress_mm2: 8.78 },
  M5: { d_mm: 5, head_mm: 8.5, hole_mm: 5.5, washer_mm: 15, stress_mm2: 14.2 },
  M6: { d_mm: 6, head_mm: 10, hole_mm: 6.6, washer_mm: 18, stress_mm2: 20.1 },
  M8: { d_mm: 8, head_mm: 13, hole_mm: 9, washer_mm: 24, stress_mm2: 36.6 },
  M10: { d_mm: 10, head_mm: 16, hole_mm: 11, washer_mm: 30, stress_mm2: 58 },
  M12: { d_mm: 12, head_mm: 18, hole_mm: 13.5, washer_mm: 37, stress_mm2: 84.3 },
  M16: { d_mm: 16, head_mm: 24, hole_mm: 17.5, washer_mm: 50, stress_mm2: 157 },
  M20: { d_mm: 20, head_mm: 30, hole_mm: 22, washer_mm: 60, stress_mm2: 245 },
};
/** Proof stress of property class 8.8, MPa. */
export const PROOF_MPA = 580;
const SIZES = Object.keys(BOLTS) as BoltSize[];

/** Torque over preload and diameter: dry and oily threads lie to either side of 0.2. */
const NUT_FACTOR = { low: 0.15, likely: 0.2, high: 0.25 };

/** The largest bolt that goes through a hole no wider than a coarse clearance hole of it; none for what is no bolt hole. */
export const boltFor = (diameter_mm: number): BoltSize | undefined =>
  [...SIZES].reverse().find((s) => diameter_mm > BOLTS[s].d_mm && diameter_mm <= 1.06 * BOLTS[s].hole_mm);

/** Preload by torque, N: F = T/(k d), k from 0.25 to 0.15. @param torque_nm N·m */
export function preload(size: BoltSize, torque_nm: number): { low: number; likely: number; high: number } {
  const at = (k: number): number => (1000 * torque_nm) / (k * BOLTS[size].d_mm);
  return { low: at(NUT_FACTOR.high), likely: at(NUT_FACTOR.likely), high: at(NUT_FACTOR.low) };
}

/** Ring under the head, or under a wide washer, mm². */
export function bearingArea(size: BoltSize, washer: boolean): number {
  const { head_mm, hole_mm, washer_mm } = BOLTS[size];
  return (Math.PI / 4) * ((washer ? washer_mm : head_mm) ** 2 - hole_mm ** 2);
}
