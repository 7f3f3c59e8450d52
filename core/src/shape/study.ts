import { type FeatureStudy, studyFeatures } from './features/study';
import { freeForm_mm2 } from './free-form';
import { findHoles, type Hole } from './holes';
import { inertia, type Inertia } from './inertia';
import type { Measure } from './measure';
import type { Mesh } from './mesh';
import { orientedBox, smallestRectangle, type OrientedBox } from './oriented-box';
import { centreOf } from './patch';
import { reach, type Reach } from './reach';
import { type BodySections, studySections } from './sections';
import { layerFaces, slice } from './slice';
import { columns, coverage, raftOf, type Standing } from './support';
import { buriedSupport } from './support-access';
import { thickness, type Thickness } from './thickness';
import { turned, type Vec3 } from './turn';
import { shells, type EnclosedVoid } from './voids';

/** Raised when a figure is computed in another way: kept results of an older version are computed anew. */
export const STUDY_VERSION = 10;

/** Layers of a build, gathered into bins so that they travel with the case. */
export interface BuildProfile {
  /** Height of a bin, mm. */
  bin_mm: number;
  /** Mean section area, outline length and islands in each bin. */
  area_mm2: number[];
  perimeter_mm: number[];
  islands: number[];
}

/** What a build direction asks for. */
export interface BuildStudy {
  up: Vec3;
  height_mm: number;
  /** Smallest rectangle around the shadow, long side first. */
  bed_mm: [number, number];
  bed_mm2: number;
  footprint_mm2: number;
  overhang_mm2: number;
  /** Support columns at self-supporting angles of 40°, 45° and 50° from horizontal: less, as usual, more. */
  support_mm3: { low: number; likely: number; high: number };
  /** Part of the columns that stands on the part itself. */
  onPart_mm3: number;
  /** Part of the overhang from whose support no straight way leads out. */
  buried_mm2: number;
  /** What it stands on, and the raft under what does not stand by itself. */
  standing: Standing;
  raft_mm3: number;
  /** Σ outline length × layer: surface that the walls make. */
  side_mm2: number;
  /** Plan area of nearly level faces, up and down. */
  skin_mm2: number;
  /** Σ islands × layer: how often the nozzle has to hop, per layer height. */
  island_mm: number;
  profile: BuildProfile;
}

/** What holds whichever way the part lies. */
export interface BodyStudy {
  box: OrientedBox;
  inertia: Inertia | null;
  /** Sections across the sides of the box; null where the mesh is open. */
  sections: BodySections | null;
  /** Without the marks, which only the drawing needs. */
  thickness: Omit<Thickness, 'thin' | 'narrow'>;
  voids: EnclosedVoid[];
  pieces: number;
  holes: Hole[];
  reach: Omit<Reach, 'spots'>;
  /** What a machinist sees in it. */
  features: FeatureStudy;
  /** Neither flat nor a round hole, mm². */
  freeForm_mm2: number;
  /** Little is taken off the stock and most of that is round holes: mill and drill it. */
  block: boolean;
}

export interface ShapeStudy {
  version: number;
  body: BodyStudy;
  build: BuildStudy;
}

/** Places to mark on the drawing. */
export interface ShapeMarks {
  thin: Thickness['thin'];
  narrow: Thickness['narrow'];
  /** xyz of places that no set-up reaches. */
  unreachable: Float32Array;
}

const BINS = 60;
const MAX_VOIDS = 20;
const MAX_HOLES = 80;
const SUPPORT_CELLS = 320;
const LAYERS = 600;

/** @param up build direction in the part's own axes */
export function studyBuild(mesh: Mesh, up: Vec3): BuildStudy {
  const plans = [40, 45, 50].map((angle) => columns(mesh, up, angle, SUPPORT_CELLS));
  const [low, likely, high] = plans.map((p) => p.support_mm3);
  const [, plan] = plans;
  const standing = turned(mesh, up);
  const layer = Math.max(0.1, plan.height_mm / LAYERS);
  const s = slice(standing, layer);
  const points = hullSample(standing);
  const { sides } = smallestRectangle(points);
  const per = Math.max(1, Math.ceil(s.layers / BINS));
  const profile: BuildProfile = { bin_mm: per * s.layer_mm, area_mm2: [], perimeter_mm: [], islands: [] };
  const sum = (a: ArrayLike<number>, from = 0, to = a.length): number => {
    let x = 0;
    for (let i = from; i < to; i++) x += a[i];
    return x;
  };
  const round = (x: number): number => Number(x.toPrecision(6));
  for (let k = 0; k < s.layers; k += per) {
    const end = Math.min(s.layers, k + per);
    profile.area_mm2.push(round(sum(s.area_mm2, k, end) / (end - k)));
    profile.perimeter_mm.push(round(sum(s.perimeter_mm, k, end) / (end - k)));
    profile.islands.push(round(sum(s.islands, k, end) / (end - k)));
  }
  return {
    up,
    height_mm: plan.height_mm,
    bed_mm: [Math.max(...sides), Math.min(...sides)],
    bed_mm2: plan.bed_mm2,
    footprint_mm2: coverage(plan),
    overhang_mm2: plan.overhang_mm2,
    support_mm3: { low, likely: Math.max(low, likely), high: Math.max(low, likely, high) },
    onPart_mm3: plan.onPart_mm3,
    buried_mm2: buriedSupport(mesh, plan.hanging).area_mm2,
    standing: plan.standing,
    raft_mm3: raftOf(plan),
    side_mm2: sum(s.perimeter_mm) * s.layer_mm,
    skin_mm2: sum(layerFaces(standing, layer).skin_mm2),
    island_mm: sum(s.islands) * s.layer_mm,
    profile,
  };
}

/** Places of faces that grow on support which nobody gets at, for marking, xyz in the part's own axes. */
export function buriedPlaces(mesh: Mesh, up: Vec3): Float32Array {
  return Float32Array.from(buriedSupport(mesh, columns(mesh, up, 45, SUPPORT_CELLS).hanging).triangles.flatMap((t) => centreOf(mesh, t)));
}

/** Corners in plan; the hull takes what it needs. Thinned where there are very many. */
function hullSample({ vertices: v }: Mesh): [number, number][] {
  // Furthest corner in each of 720 directions: all that a rectangle can touch, to a quarter of a degree.
  const n = 720;
  const best = new Float64Array(n).fill(-Infinity);
  const at = new Uint32Array(n);
  const c = Float64Array.from({ length: n }, (_, k) => Math.cos((2 * Math.PI * k) / n)),
    s = Float64Array.from({ length: n }, (_, k) => Math.sin((2 * Math.PI * k) / n));
  const stride = Math.max(1, Math.floor(v.length / 3 / 60_000)) * 3;
  for (let i = 0; i < v.length; i += stride)
    for (let k = 0; k < n; k += stride > 3 ? 2 : 1) {
      const d = c[k] * v[i] + s[k] * v[i + 1];
      if (d > best[k]) {
        best[k] = d;
        at[k] = i;
      }
    }
  return [...new Set(at)].map((i) => [v[i], v[i + 1]]);
}

/** @param onStage hears what is being worked on */
export function studyBody(mesh: Mesh, measure: Measure, onStage: (stage: string) => void = () => undefined): { body: BodyStudy; marks: ShapeMarks } {
  onStage('Measuring walls and gaps');
  const { thin, narrow, ...walls } = thickness(mesh);
  onStage('Looking from every side for set-ups');
  const { spots, ...reached } = reach(mesh);
  onStage('Finding holes and pockets');
  const holes = findHoles(mesh).slice(0, MAX_HOLES);
  onStage('Finding the smallest box');
  const box = orientedBox(mesh);
  const { voids, pieces } = shells(mesh);
  const solid = measure.watertight && measure.volume_mm3 > 0;
  return {
    body: {
      box,
      sections: solid ? studySections(mesh, box) : null,
      inertia: solid ? inertia(mesh, measure.centroid_mm) : null,
      thickness: walls,
      voids: voids.slice(0, MAX_VOIDS),
      pieces,
      holes,
      reach: reached,
      features: studyFeatures(mesh),
      freeForm_mm2: freeForm_mm2(mesh, holes),
      block: isBlock(measure, box, holes),
    },
    marks: { thin, narrow, unreachable: spots },
  };
}

/** Stock less part is at most 30 % of the stock, and at least 60 % of that is round holes. A plain block counts. */
function isBlock(m: Measure, box: OrientedBox, holes: readonly Hole[]): boolean {
  if (!m.watertight) return false;
  const stock = box.size_mm.reduce((a, b) => a * b, 1);
  const removed = stock - m.volume_mm3;
  const drilled = holes.reduce((s, h) => s + (Math.PI / 4) * h.diameter_mm ** 2 * h.depth_mm, 0);
  return removed < 0.005 * stock || (removed < 0.3 * stock && drilled > 0.6 * removed);
}

/** All of it, for one direction. */
export function studyShape(mesh: Mesh, measure: Measure, up: Vec3): ShapeStudy {
  return { version: STUDY_VERSION, body: studyBody(mesh, measure).body, build: studyBuild(mesh, up) };
}

/**
 * Hours that layers wait because they would be laid faster than they cool: Σ max(0, least − (walls + fill) · layer / rate).
 * @param rate_cm3_h deposition rate
 * @param least_s least time a layer needs
 */
export function coolingWait_h(
  profile: BuildProfile,
  height_mm: number,
  layer_mm: number,
  least_s: number,
  rate_cm3_h: number,
  wall_mm: number,
  infill: number,
): number {
  let wait = 0;
  let left = height_mm;
  for (let k = 0; k < profile.area_mm2.length; k++) {
    const bin = Math.min(profile.bin_mm, left);
    left -= bin;
    const area = profile.area_mm2[k];
    if (!(area > 0) || bin <= 0) continue;
    const walls = Math.min(area, profile.perimeter_mm[k] * wall_mm);
    const seconds = (((walls + (area - walls) * infill) * layer_mm) / 1000 / rate_cm3_h) * 3600;
    wait += Math.max(0, least_s - seconds) * (bin / layer_mm);
  }
  return wait / 3600;
}
