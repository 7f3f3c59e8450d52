import { unit, type Vec3 } from './turn';

/** Sides nearer than this to the same length are called the same. */
const SAME_SIDE = 1.03;
/** Nearer than this to an axis is along it, °. */
const STRAIGHT_DEG = 1;
/** A lean that adds this much of the height is worth naming. */
const LEANS = 0.15;
/** The side that looks along each axis, and against it, as on the drawing's views. */
const SIDES: readonly (readonly [string, string])[] = [['right side', 'left side'], ['back', 'front'], ['top', 'bottom']];

/**
 * How a part lies on the bed, as one would say it across the machine: "lying flat, top up", "on its long edge, front up",
 * "standing on end, right side up", "lying flat, top up, tilted 45°, right side higher".
 * @param up direction of the part that points up
 * @param box_mm extents of the part along its own axes
 */
export function lieWords(up: Vec3, box_mm: readonly number[]): string {
  const d = unit(up);
  const axis = [0, 1, 2].reduce((best, k) => (Math.abs(d[k]) > Math.abs(d[best]) + 1e-9 ? k : best), 2);
  const side = (k: number): string => SIDES[k][d[k] > 0 ? 0 : 1];
  const lies = `${restsOn(axis, box_mm)}, ${side(axis)} up`;
  const tilt = (180 / Math.PI) * Math.acos(Math.min(1, Math.abs(d[axis])));
  if (tilt < STRAIGHT_DEG) return lies;
  const higher = [0, 1, 2].filter((k) => k !== axis && Math.abs(d[k]) >= LEANS).sort((a, b) => Math.abs(d[b]) - Math.abs(d[a]));
  return `${lies}, tilted ${Math.round(tilt)}°${higher.length ? `, ${higher.map(side).join(' and ')} higher` : ''}`;
}

/** By the extent that stands upright: the shortest lies flat, the longest stands on end. */
function restsOn(axis: number, box_mm: readonly number[]): string {
  const [short, middle, long] = [...box_mm].sort((a, b) => a - b);
  const upright = box_mm[axis];
  const same = (a: number, b: number): boolean => a <= b * SAME_SIDE && b <= a * SAME_SIDE;
  if (same(short, long)) return 'standing as a cube';
  if (same(upright, long) && !same(long, middle)) return 'standing on end';
  if (same(upright, short)) return same(short, middle) ? 'lying along' : 'lying flat';
  return same(middle, long) ? 'on its edge' : 'on its long edge';
}
