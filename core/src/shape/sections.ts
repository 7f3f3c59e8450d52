import type { Mesh } from './mesh';
import type { OrientedBox } from './oriented-box';
import { eachContour } from './slice';
import { crossOf, dot, inFrame, type Vec3 } from './turn';

/** Sections across one side of the part's box, evenly spaced, each in the middle of its step. */
export interface SideSections {
  step_mm: number;
  area_mm2: number[];
  /** Outline, inner contours included. */
  perimeter_mm: number[];
}

/** Sections across the long side, with what bending asks for. Two figures each: towards the middle side, towards the short side. */
export interface BeamSections extends SideSections {
  /**
   * Second moment of area, mm⁴, about the centroid. Islands that the section cuts apart bend each for itself: theirs are added.
   */
  i_mm4: [number[], number[]];
  /** Furthest fibre from the centroid of its island, mm. */
  c_mm: [number[], number[]];
  /** Centroid of all of it in the part's own axes, x y z of each section. */
  centre_mm: number[];
}

/** Sections of the part across the sides of its smallest box, long side first. */
export interface BodySections {
  sides: [BeamSections, SideSections, SideSections];
}

/** Enough that a neck of a fiftieth of the length is met. */
const STATIONS = 48;
const round = (x: number): number => Number(x.toPrecision(5));

/** @param box sides and their directions; sections are at right angles to them */
export function studySections(mesh: Mesh, { axes, size_mm }: OrientedBox): BodySections {
  const [long, middle, short] = [0, 1, 2].map((side) => across(mesh, axes, size_mm, side));
  const plain = ({ step_mm, area_mm2, perimeter_mm }: BeamSections): SideSections => ({ step_mm, area_mm2, perimeter_mm });
  return { sides: [long, plain(middle), plain(short)] };
}

/** Area, first and second moments of a polygon about the origin: Green's theorem. Anticlockwise is positive. */
interface Moments {
  a: number;
  x: number;
  y: number;
  xx: number;
  yy: number;
  length: number;
  box: [x0: number, y0: number, x1: number, y1: number];
}

function momentsOf(ring: Float64Array): Moments {
  const m: Moments = { a: 0, x: 0, y: 0, xx: 0, yy: 0, length: 0, box: [Infinity, Infinity, -Infinity, -Infinity] };
  for (let i = 0, p = ring.length - 2; i < ring.length; p = i, i += 2) {
    const x0 = ring[p], y0 = ring[p + 1], x1 = ring[i], y1 = ring[i + 1];
    const twice = x0 * y1 - x1 * y0;
    m.a += twice / 2;
    m.x += ((x0 + x1) * twice) / 6;
    m.y += ((y0 + y1) * twice) / 6;
    m.xx += ((x0 * x0 + x0 * x1 + x1 * x1) * twice) / 12;
    m.yy += ((y0 * y0 + y0 * y1 + y1 * y1) * twice) / 12;
    m.length += Math.hypot(x1 - x0, y1 - y0);
    m.box = [Math.min(m.box[0], x1), Math.min(m.box[1], y1), Math.max(m.box[2], x1), Math.max(m.box[3], y1)];
  }
  return m;
}

/** An outer contour with the holes in it. */
interface Island extends Moments {
  outer: Moments['box'];
}

/** Holes are counted to the smallest island whose box holds theirs. */
function islandsOf(rings: readonly Moments[]): Island[] {
  const islands: Island[] = rings.filter((m) => m.a > 0).map((m) => ({ ...m, outer: m.box }));
  const size = (b: Moments['box']): number => (b[2] - b[0]) * (b[3] - b[1]);
  islands.sort((p, q) => size(p.outer) - size(q.outer));
  for (const hole of rings) {
    if (hole.a >= 0) continue;
    const [x0, y0, x1, y1] = hole.box;
    const home = islands.find(({ outer: o }) => o[0] <= x0 && o[1] <= y0 && o[2] >= x1 && o[3] >= y1);
    if (!home) continue;
    for (const k of ['a', 'x', 'y', 'xx', 'yy', 'length'] as const) home[k] += hole[k];
  }
  return islands.filter((m) => m.a > 0);
}

function across(mesh: Mesh, axes: OrientedBox['axes'], size_mm: readonly number[], side: number): BeamSections {
  const [j, k] = [0, 1, 2].filter((i) => i !== side);
  const up = axes[side];
  const first = axes[j];
  // Contours keep their sense in a right-handed frame alone.
  const hand = dot(crossOf(first, axes[k]), up) < 0 ? -1 : 1;
  const second = axes[k].map((x) => x * hand) as Vec3;
  const turned = inFrame(mesh, [first, second, up]);
  let low = Infinity;
  for (let i = 2; i < turned.vertices.length; i += 3) low = Math.min(low, turned.vertices[i]);
  const step = size_mm[side] / STATIONS;
  const heights = Float64Array.from({ length: STATIONS }, (_, s) => low + (s + 0.5) * step);
  const rings: Moments[][] = Array.from({ length: STATIONS }, () => []);
  eachContour(turned, heights, (s, ring) => rings[s].push(momentsOf(ring)));

  const out: BeamSections = { step_mm: step, area_mm2: [], perimeter_mm: [], i_mm4: [[], []], c_mm: [[], []], centre_mm: [] };
  rings.forEach((found, s) => {
    const islands = islandsOf(found);
    let area = 0, length = 0, x = 0, y = 0;
    const inertia = [0, 0], fibre = [0, 0];
    for (const m of islands) {
      const cx = m.x / m.a, cy = m.y / m.a;
      area += m.a;
      length += m.length;
      x += m.x;
      y += m.y;
      inertia[0] += Math.max(0, m.xx - m.a * cx * cx);
      inertia[1] += Math.max(0, m.yy - m.a * cy * cy);
      fibre[0] = Math.max(fibre[0], m.outer[2] - cx, cx - m.outer[0]);
      fibre[1] = Math.max(fibre[1], m.outer[3] - cy, cy - m.outer[1]);
    }
    out.area_mm2.push(round(area));
    out.perimeter_mm.push(round(length));
    for (const d of [0, 1]) {
      out.i_mm4[d].push(round(inertia[d]));
      out.c_mm[d].push(round(fibre[d]));
    }
    const [cx, cy] = area > 0 ? [x / area, y / area] : [0, 0];
    for (let i = 0; i < 3; i++) out.centre_mm.push(round(first[i] * cx + second[i] * cy + up[i] * heights[s]));
  });
  return out;
}

/** How far from the end of its long side a place lies, mm. @param axis of the long side */
export const fromEnd = ({ sides: [beam] }: BodySections, axis: Vec3, place: readonly number[]): number =>
  dot(place, axis) - dot(beam.centre_mm.slice(0, 3), axis) + beam.step_mm / 2;
