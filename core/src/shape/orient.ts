import { facets } from './facets';
import type { Mesh } from './mesh';
import { columns, coverage, HANGS, LIES, raftOf, type Standing, type SupportPlan } from './support';
import { buriedSupport } from './support-access';
import { dot, unit, type Vec3 } from './turn';

/** One way to lay the part on the bed. */
export interface Orientation {
  /** Direction of the part that points up on the bed. */
  up: Vec3;
  /** What it stands on: on a line or a point, or where it would tip, it is laid on a raft. */
  standing: Standing;
  raft_mm3: number;
  /** Columns from overhanging faces down to whatever lies below, full. */
  support_mm3: number;
  height_mm: number;
  /** Faces that look down flatter than the self-supporting angle, without those on the bed. */
  overhang_mm2: number;
  /** Of them, those from whose support no straight way leads out of the part. */
  buried_mm2: number;
  /** Shadow of the part on the bed. */
  footprint_mm2: number;
  /** Faces lying on the bed. */
  bed_mm2: number;
  /** Share of the critical faces, by area, that grows on support: scarred. What lies on the bed itself comes out flat. 0 when none are marked. */
  scarred: number;
  /** Share of the critical faces that looks up (within 45°), or lies on the bed. */
  criticalUp: number;
  /** Pull across the layers: |cos| between load and build direction, 1 is the worst. 0 when no load is given. */
  acrossLayers: number;
}

export interface StudyOptions {
  /** Self-supporting angle from horizontal. */
  angleDeg?: number;
  /** Triangles marked as critical. */
  critical?: Uint8Array;
  /** Direction of the main load in the part's own axes. */
  load?: Vec3;
  /** Cells along the longer side of the height field. */
  cells?: number;
  /** Directions of the even spread. */
  spread?: number;
}

/** Directions even over the sphere by the golden angle (Fibonacci lattice). */
export function fibonacciSphere(count: number): Vec3[] {
  const golden = Math.PI * (3 - Math.sqrt(5));
  return Array.from({ length: count }, (_, i) => {
    const z = 1 - (2 * i + 1) / count;
    const r = Math.sqrt(1 - z * z);
    return [r * Math.cos(i * golden), r * Math.sin(i * golden), z];
  });
}

/** The 26 directions to faces, edges and corners of a box. */
export const BOX_DIRECTIONS: readonly Vec3[] = [-1, 0, 1].flatMap((x) => [-1, 0, 1].flatMap((y) => [-1, 0, 1].map((z): Vec3 => [x, y, z]))).filter((d) =>
  dot(d, d) > 0
).map(unit);

/** cos 5°: directions closer than this are one. */
const SAME = Math.cos((5 * Math.PI) / 180);
/** Largest face groups that are tried lying on the bed. */
const MAX_FACES = 48;

/**
 * Outward normals in which the part has much face, largest first: area gathered in bins of about 3°, then neighbours within
 * 5° taken together and averaged.
 */
export function faceDirections(mesh: Mesh, most = MAX_FACES): { normal: Vec3; area_mm2: number }[] {
  const { normals, areas, total_mm2 } = facets(mesh);
  const bins = new Map<number, [number, number, number, number]>();
  const q = (x: number): number => Math.round(x * 20) + 20;
  for (let t = 0; t < areas.length; t++) {
    if (!areas[t]) continue;
    const [x, y, z] = [normals[t * 3], normals[t * 3 + 1], normals[t * 3 + 2]];
    const key = (q(x) * 64 + q(y)) * 64 + q(z);
    const bin = bins.get(key) ?? [0, 0, 0, 0];
    bin[0] += x * areas[t];
    bin[1] += y * areas[t];
    bin[2] += z * areas[t];
    bin[3] += areas[t];
    bins.set(key, bin);
  }
  const groups: { normal: Vec3; area_mm2: number }[] = [];
  for (const [x, y, z, area] of [...bins.values()].sort((a, b) => b[3] - a[3])) {
    const normal = unit([x, y, z]);
    const near = groups.find((g) => dot(g.normal, normal) > SAME);
    if (near) near.area_mm2 += area;
    else if (area > 0.002 * total_mm2) groups.push({ normal, area_mm2: area });
    if (groups.length >= most) break;
  }
  return groups.sort((a, b) => b.area_mm2 - a.area_mm2);
}

/** Directions to try: each large face on the bed or on top, the box directions, and an even spread; duplicates dropped. */
export function candidates(mesh: Mesh, spread = 200): Vec3[] {
  const faces = faceDirections(mesh).flatMap(({ normal: [x, y, z] }): Vec3[] => [[-x, -y, -z], [x, y, z]]);
  const out: Vec3[] = [];
  // Sorted so that exact directions win over those averaged from facets.
  for (
    const d of [
      ...BOX_DIRECTIONS.filter(([x, y, z]) => Math.abs(x) + Math.abs(y) + Math.abs(z) < 1.01),
      ...faces,
      ...BOX_DIRECTIONS,
      ...fibonacciSphere(spread),
    ]
  ) {
    if (!out.some((o) => dot(o, d) > DUPLICATE)) out.push(d.map((x) => x + 0) as Vec3);
  }
  return out;
}

/** cos 1° */
const DUPLICATE = Math.cos(Math.PI / 180);

/** Cells of the height field while many directions are compared; the choice is then measured more finely. */
const STUDY_CELLS = 96;
const FINE_CELLS = 384;
/** Triangles from which a way out is looked for, while many directions are compared. */
const STUDY_PLACES = 300;

/** Measure one direction. */
export function orientation(mesh: Mesh, up: Vec3, options: StudyOptions = {}): Orientation {
  const { angleDeg = 45, critical, load, cells = FINE_CELLS } = options;
  const plan: SupportPlan = columns(mesh, up, angleDeg, cells);
  let marked = 0, scarred = 0, upward = 0;
  if (critical) {
    const { normals, areas } = facets(mesh);
    for (let t = 0; t < areas.length; t++) {
      if (!critical[t]) continue;
      marked += areas[t];
      if (plan.hanging[t] === HANGS) scarred += areas[t];
      if (plan.hanging[t] === LIES) upward += areas[t];
      else if (normals[t * 3] * up[0] + normals[t * 3 + 1] * up[1] + normals[t * 3 + 2] * up[2] > Math.SQRT1_2) upward += areas[t];
    }
  }
  return {
    up,
    standing: plan.standing,
    raft_mm3: raftOf(plan),
    support_mm3: plan.support_mm3,
    height_mm: plan.height_mm,
    overhang_mm2: plan.overhang_mm2,
    buried_mm2: buriedSupport(mesh, plan.hanging, STUDY_PLACES).area_mm2,
    footprint_mm2: coverage(plan),
    bed_mm2: plan.bed_mm2,
    scarred: marked ? scarred / marked : 0,
    criticalUp: marked ? upward / marked : 0,
    acrossLayers: load ? Math.abs(dot(unit(load), up)) : 0,
  };
}

/** Measure directions one after another; `onProgress` hears after every tenth. */
export function study(mesh: Mesh, directions: readonly Vec3[], options: StudyOptions = {}, onProgress?: (done: number) => void): Orientation[] {
  return directions.map((up, i) => {
    if (i % 10 === 0) onProgress?.(i);
    return orientation(mesh, up, { cells: STUDY_CELLS, ...options });
  });
}

/** What matters, 0 not at all to 1 fully. */
export interface Weights {
  support: number;
  height: number;
  critical: number;
  strength: number;
  overhang: number;
  access: number;
}

export const DEFAULT_WEIGHTS: Weights = { support: 0.8, height: 0.4, critical: 1, strength: 0.8, overhang: 0.3, access: 0.8 };

export interface Ranked extends Orientation {
  /** 0 is best in everything that matters, 1 worst. */
  penalty: number;
  /** No other direction is at least as good in everything and better in something. */
  pareto: boolean;
}

const GOALS: readonly { id: keyof Weights; of: (o: Orientation) => number; word: string }[] = [
  { id: 'support', of: (o) => o.support_mm3 + o.raft_mm3, word: 'least support' },
  { id: 'height', of: (o) => o.height_mm, word: 'lowest' },
  { id: 'critical', of: (o) => o.scarred + 0.25 * (1 - o.criticalUp), word: 'critical faces clean' },
  { id: 'strength', of: (o) => o.acrossLayers, word: 'load along the layers' },
  { id: 'overhang', of: (o) => o.overhang_mm2, word: 'least overhang' },
  { id: 'access', of: (o) => o.buried_mm2, word: 'supports that can be got at' },
];

/**
 * Best first: what stands by itself before what needs a raft; then every goal is scaled from its best to its worst among the directions and weighed. Pareto by all goals with a
 * weight above zero; differences under 2 % of the range count as none, so that noise does not crowd the set.
 */
export function rank(list: readonly Orientation[], weights: Weights): Ranked[] {
  const goals = GOALS.filter((g) => weights[g.id] > 0);
  const scaled = list.map(() => new Float64Array(goals.length));
  goals.forEach((g, j) => {
    const values = list.map(g.of);
    const low = Math.min(...values), high = Math.max(...values);
    values.forEach((x, i) => (scaled[i][j] = high > low ? (x - low) / (high - low) : 0));
  });
  const sum = goals.reduce((s, g) => s + weights[g.id], 0) || 1;
  const dominated = (i: number): boolean =>
    scaled.some((other, k) => k !== i && other.every((x, j) => x <= scaled[i][j] + 1e-12) && other.some((x, j) => x < scaled[i][j] - 0.02));
  return list
    .map((o, i) => ({ ...o, penalty: goals.reduce((s, g, j) => s + weights[g.id] * scaled[i][j], 0) / sum, pareto: !dominated(i) }))
    .sort((a, b) => Number(a.raft_mm3 > 0) - Number(b.raft_mm3 > 0) || a.penalty - b.penalty || a.height_mm - b.height_mm);
}

/** Differences smaller than this share of the larger are none. */
const ALIKE = 0.01;
const alike = (a: number, b: number): boolean => Math.abs(a - b) <= ALIKE * Math.max(Math.abs(a), Math.abs(b), 1e-6);
/** Support of less than this is none, mm³. */
const NO_SUPPORT_MM3 = 50;

/**
 * Directions that ask for the same are one row: the first of them, or the one in use, with the others that are like it. The order stays.
 * @param keep the direction to stand for its row wherever it is among them
 */
export function foldAlike<T extends Orientation>(ranked: readonly T[], keep: (o: T) => boolean = () => false): { of: T; others: T[] }[] {
  const rows: { of: T; others: T[] }[] = [];
  for (const o of ranked) {
    const row = rows.find(({ of: r }) =>
      alike(r.height_mm, o.height_mm) && alike(Math.max(r.support_mm3, NO_SUPPORT_MM3), Math.max(o.support_mm3, NO_SUPPORT_MM3)) &&
      r.standing === o.standing && alike(r.buried_mm2, o.buried_mm2) && alike(1 + r.scarred, 1 + o.scarred) && alike(1 + r.acrossLayers, 1 + o.acrossLayers)
    );
    if (!row) rows.push({ of: o, others: [] });
    else if (keep(o)) {
      row.others.unshift(row.of);
      row.of = o;
    } else row.others.push(o);
  }
  return rows;
}

/** Why the first is the first, in words: what it is best at, what it gives up. */
export function whyBest(ranked: readonly Ranked[], weights: Weights): string {
  const [best] = ranked;
  if (!best) return '';
  const good: string[] = [];
  const poor: string[] = [];
  for (const g of GOALS) {
    if (weights[g.id] <= 0) continue;
    const values = ranked.map(g.of);
    const low = Math.min(...values), high = Math.max(...values);
    if (high - low < 1e-9) continue;
    const x = (g.of(best) - low) / (high - low);
    if (x < 0.1) good.push(g.word);
    else if (x > 0.4) poor.push(g.word);
  }
  const first = good.length ? `Near the best of ${ranked.length} directions at: ${good.join(', ')}.` : `A compromise among ${ranked.length} directions.`;
  return `${first}${poor.length ? ` It gives up: ${poor.join(', ')}.` : ''}`;
}
