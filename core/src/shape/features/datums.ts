import { convexHull } from '../convex-hull';
import { facets } from '../facets';
import type { Mesh } from '../mesh';
import { centreOf } from '../patch';
import { dot, frameFor, type Vec3 } from '../turn';
import { outlineOf } from './outline';
import { surfacesOf } from './surfaces';

/** A flat that a part may be set down on and measured from. */
export interface Datum {
  /** Out of the part. */
  normal: Vec3;
  /** On it, in the middle of its largest triangle. */
  point: Vec3;
  area_mm2: number;
  /** What it spans: the convex outline of all that lies in its plane, mm². A face with a pocket in it carries by its rim. */
  spans_mm2: number;
}

/** Two normals are one, or square to each other, to within half a degree. */
const ANGLE = Math.sin((0.5 * Math.PI) / 180);
/** A plane that spans less than this share of the largest carries nothing. */
const LEAST_SHARE = 0.02;

/**
 * First, second and third datum (3-2-1): of the outermost planes, those that nothing of the part lies beyond, the one that spans most; then the one
 * square to it that spans most; then the one square to both. Fewer where the part has no more: of round work the end faces only.
 */
export function datumsOf(mesh: Mesh): Datum[] {
  const planes = outermost(mesh);
  const out: Datum[] = [];
  for (const p of planes) {
    if (out.length === 3) break;
    if (out.every((d) => Math.abs(dot(d.normal, p.normal)) < ANGLE)) out.push(p);
  }
  return out;
}

/** Planes of flats beyond which nothing lies, the widest first. */
function outermost(mesh: Mesh): Datum[] {
  const { vertices: v } = mesh;
  const { areas, total_mm2 } = facets(mesh);
  const { flats } = surfacesOf(mesh);
  const near = 1e-4 * Math.sqrt(total_mm2);
  const { rimOf, corner } = outlineOf(mesh);
  const planes: { normal: Vec3; level: number; flats: number[] }[] = [];
  const furthest = (n: Vec3): number => {
    let most = -Infinity;
    for (let i = 0; i < v.length; i += 3) most = Math.max(most, n[0] * v[i] + n[1] * v[i + 1] + n[2] * v[i + 2]);
    return most;
  };
  for (const [f, { normal, triangles, round, area_mm2 }] of flats.entries()) {
    if (round >= 0 || area_mm2 < 1e-3 * total_mm2) continue;
    const level = dot(normal, centreOf(mesh, triangles[0]));
    const same = planes.find((p) => dot(p.normal, normal) > 1 - ANGLE * ANGLE && Math.abs(p.level - level) < near);
    if (same) same.flats.push(f);
    else if (furthest(normal) - level < near) planes.push({ normal, level, flats: [f] });
  }
  const all = planes.map(({ normal, flats: of }): Datum => {
    const [right, back] = frameFor(normal);
    const rim = of.flatMap((f) => rimOf(f).map(corner)).map((p): [number, number] => [dot(right, p), dot(back, p)]);
    const widest = of.reduce((a, b) => (flats[b].area_mm2 > flats[a].area_mm2 ? b : a));
    return {
      normal: normal.map((x) => (Math.abs(x) < 1e-6 ? 0 : x)) as Vec3,
      point: centreOf(mesh, flats[widest].triangles.reduce((a, b) => (areas[b] > areas[a] ? b : a))),
      area_mm2: of.reduce((s, f) => s + flats[f].area_mm2, 0),
      spans_mm2: areaOf(convexHull(rim)),
    };
  }).sort((a, b) => b.spans_mm2 - a.spans_mm2);
  return all.filter((d) => d.spans_mm2 >= LEAST_SHARE * all[0].spans_mm2);
}

const areaOf = (ring: readonly (readonly [number, number])[]): number =>
  Math.abs(ring.reduce((s, [x, y], i) => {
    const [px, py] = ring[(i || ring.length) - 1];
    return s + (px * y - x * py) / 2;
  }, 0));
