import { alongFibre } from '../mechanics';
import type { BeamSections, BodySections, SideSections } from '../shape/sections';
import { dot, unit } from '../shape/turn';
import { formatNumber } from '../quantity/quantity';
import type { Size } from '../case/facts';
import type { CheckContext } from './check';

/** How a force runs through the tool, for one newton. */
export interface LoadPath {
  bending: boolean;
  /** It pulls the layers apart. */
  across: boolean;
  /** Largest nominal stress, MPa for each newton. */
  stress_per_n: number;
  /** Give is this many times force over modulus: mm for each N/MPa. */
  give_per_n: number;
  /** On the part's own sections, not on its box. */
  measured: boolean;
  /** The weakest section. */
  weakest?: Weakest;
}

export interface Weakest {
  area_mm2: number;
  /** From the nearer end of the side it lies across, mm. */
  from_end_mm: number;
  /** Number of the section. */
  k: number;
}

type Seen = Pick<CheckContext, 'need' | 'family' | 'size'> & Partial<Pick<CheckContext, 'study' | 'loadMark' | 'fill' | 'material'>>;

/** Part of the length between what it rests on. */
export const SPAN = 0.8;
/** Without a mesh: what cut-outs leave of width and depth. */
const WIDTH_LEFT = 0.5;
const DEPTH_LEFT = 0.7;
/** Part of its face that the load stands on. */
const FACE = 0.25;
/** Shear of a rectangle: form factor 1.2, E/G = 2(1 + 0.3). */
const SHEAR = 1.2 * 2.6;
/** The stiffness of a sparse fill goes with about this power of its share (Gibson and Ashby: 1 stretched, 2 bent cells). */
const CELLS = 1.5;
/** Fibre stress counts as across the layers where their normal lies within 60° of it. */
const ACROSS = 0.5;

/**
 * A beam on two ends, loaded in the middle over 80 % of the length; or pressure on a quarter of a face. On the part's own
 * sections where it has been studied, with walls and fill as priced; else on half the width and 70 % of the depth of its box.
 * A load marked on the shape says where it pulls; unmarked, the weaker way counts.
 */
export function loadPath(seen: Seen): LoadPath {
  const { need, family, study } = seen;
  const direction = need.loadDirection?.value ?? 'unknown';
  const bending = family.loadCase === 'bending' && direction !== 'compression';
  const sections = study?.body.sections;
  const across = direction === 'across' || direction === 'unknown';
  if (!sections) return { bending, across, measured: false, ...(bending ? boxBeam(seen, insideOf(seen, across)) : boxFace(seen)) };
  const { axes } = study.body.box;
  const mark = seen.loadMark && unit(seen.loadMark);
  // Parts of the marked load along the three sides.
  const along = mark && axes.map((a) => Math.abs(dot(a, mark)));
  const pulls = along && along[0] > Math.max(along[1], along[2]);
  if (bending && !pulls) {
    const apart = layersApart(seen, mark && axes[0], across);
    return { bending, measured: true, across: apart, ...beam(sections.sides[0], along && [along[1], along[2]], insideOf(seen, apart)) };
  }
  const side = along ? along.indexOf(Math.max(...along)) : 2;
  const apart = layersApart(seen, bending ? mark : undefined, across);
  return { bending: false, measured: true, across: apart, ...column(sections, side, seen, insideOf(seen, apart)) };
}

/** The weakest section of the solid part under the load, and a point in it in the part's own axes. */
export function weakestPlace(seen: Seen): { at: Weakest; point: [number, number, number] } | undefined {
  const sections = seen.study?.body.sections;
  const path = loadPath({ ...seen, fill: undefined });
  if (!sections || !path.bending || !path.weakest) return undefined;
  const { centre_mm } = sections.sides[0];
  const i = 3 * path.weakest.k;
  return { at: path.weakest, point: [centre_mm[i], centre_mm[i + 1], centre_mm[i + 2]] };
}

/** "weakest 42 mm from its end, on 210 mm²" */
export const weakestWords = ({ weakest }: LoadPath): string =>
  weakest ? `, weakest ${formatNumber(weakest.from_end_mm)} mm from its end on ${formatNumber(weakest.area_mm2)} mm²` : '';

function layersApart({ study }: Seen, fibre: readonly number[] | undefined, said: boolean): boolean {
  return fibre && study ? Math.abs(dot(unit(fibre), unit(study.build.up))) > ACROSS : said;
}

type Figures = Pick<LoadPath, 'stress_per_n' | 'give_per_n' | 'weakest'>;

/** What a section is made of, beside the modulus in the direction of its stress: its walls, how thick, and what is inside. */
interface Inside {
  wall_mm: number;
  walls: number;
  core: number;
}

/** @param across the stress is across the layers, where fibre does nothing: the plastic between is what bears */
function insideOf({ fill, material }: Seen, across: boolean): Inside | undefined {
  if (!fill) return undefined;
  const { wall_mm, share, fibre } = fill;
  const core = share ** CELLS;
  if (!fibre || !material || across) return { wall_mm, walls: 1, core };
  const { inPlane, across: between } = material.modulus_gpa;
  const soft = between.likely / inPlane.likely;
  const layer = (own: number, laid_mm: number, of: number): number => (laid_mm * of + (own - laid_mm) * soft) / own;
  const ringed = Math.max(wall_mm, fibre.outer_mm + fibre.ring_mm), sheeted = Math.max(wall_mm, fibre.roof_mm + fibre.sheet_mm);
  // Walls along the beam have their rings along it, level faces their sheets: which of them bends it is not known here.
  const walls = (layer(ringed, fibre.ring_mm * fibre.ring_share, alongFibre(1, soft)) + layer(sheeted, fibre.sheet_mm, 1)) / 2;
  return { wall_mm: (ringed + sheeted) / 2, walls, core: core * soft };
}

/** The section of a tool that nothing is known of but its box: what cut-outs leave of width and depth, mm. */
export const solidBox = ({ sorted: [, w, t] }: Size): { b: number; d: number } => ({ b: WIDTH_LEFT * w, d: DEPTH_LEFT * t });

function boxBeam({ size, fill }: Seen, inside: Inside | undefined): Figures {
  const { b, d } = solidBox(size);
  const span = SPAN * size.sorted[0];
  // Without a mesh fill is left to the wide guess; where fibre lies is not, it is most of what bears.
  const i = stiffened((b * d ** 3) / 12, b * d, 2 * (b + d), d / 2, fill?.fibre && inside);
  return { stress_per_n: (span * d) / (8 * i), give_per_n: span ** 3 / (48 * i) };
}

function boxFace({ size }: Seen): Figures {
  const [l, w, t] = size.sorted;
  return { stress_per_n: 1 / (FACE * l * w), give_per_n: t / (FACE * l * w) };
}

/** Area that bears: walls in full, what is filled sparsely by its share. */
function bearing(s: SideSections, k: number, inside: Inside | undefined): number {
  const area = s.area_mm2[k];
  if (!inside) return area;
  const core = Math.max(0, area - s.perimeter_mm[k] * inside.wall_mm);
  return inside.walls * (area - core) + inside.core * core;
}

const secondMoment = (s: BeamSections, k: number, towards: 0 | 1, inside: Inside | undefined): number =>
  stiffened(s.i_mm4[towards][k], s.area_mm2[k], s.perimeter_mm[k], s.c_mm[towards][k], inside);

/** The core is as the section, smaller by the walls: Aᵢ/A of the area and ((c − w)/c)² of its distance, exact for a rectangle. */
function stiffened(i: number, area: number, perimeter: number, c: number, inside: Inside | undefined): number {
  if (!inside) return i;
  const within = Math.max(0, area - perimeter * inside.wall_mm);
  const core = i * (within / area) * (Math.max(0, c - inside.wall_mm) / c) ** 2;
  return inside.walls * (i - core) + inside.core * core;
}

/** Steps that fill the span from its end, the last one in part. */
function beam(s: BeamSections, load: readonly [number, number] | undefined, inside: Inside | undefined): Figures {
  const n = s.area_mm2.length;
  const length = n * s.step_mm;
  const start = ((1 - SPAN) / 2) * length, end = length - start;
  const ways: readonly (readonly [number, number])[] = load ? [share(load)] : [[1, 0], [0, 1]];
  let worst: Figures = { stress_per_n: 0, give_per_n: 0 };
  for (const way of ways) {
    const found: Figures = { stress_per_n: 0, give_per_n: 0 };
    for (let k = 0; k < n; k++) {
      const from = Math.max(start, k * s.step_mm), to = Math.min(end, (k + 1) * s.step_mm);
      if (to <= from || !(s.area_mm2[k] > 0)) continue;
      const x = (from + to) / 2;
      const moment = Math.min(x - start, end - x) / 2;
      let stress = 0, bends = 0;
      for (const d of [0, 1] as const) {
        if (!way[d]) continue;
        const i = secondMoment(s, k, d, inside);
        stress += (way[d] * moment * s.c_mm[d][k]) / i;
        bends += way[d] ** 2 / i;
      }
      // Unit load: ∫ m²/(E I) dx, and in shear ∫ V²·1.2/(G A) dx with V = ½.
      found.give_per_n += (moment ** 2 * bends + SHEAR / 4 / bearing(s, k, inside)) * (to - from);
      if (stress > found.stress_per_n) {
        found.stress_per_n = stress;
        const middle = (k + 0.5) * s.step_mm;
        found.weakest = { k, area_mm2: s.area_mm2[k], from_end_mm: Math.min(middle, length - middle) };
      }
    }
    if (found.stress_per_n > worst.stress_per_n) worst = { ...found, give_per_n: Math.max(found.give_per_n, worst.give_per_n) };
    else worst.give_per_n = Math.max(worst.give_per_n, found.give_per_n);
  }
  return worst;
}

/** What lies along the beam does not bend it. */
function share([a, b]: readonly [number, number]): readonly [number, number] {
  const all = Math.hypot(a, b) || 1;
  return [a / all, b / all];
}

/** Ends taper, and are not where it breaks. */
const ENDS = 0.1;

/** Straight through along one side: the least section, but no more than a quarter of the face it stands on. */
function column(sections: BodySections, side: number, { study }: Seen, inside: Inside | undefined): Figures {
  const s: SideSections = sections.sides[side];
  const [a, b] = study!.body.box.size_mm.filter((_, k) => k !== side);
  const face = FACE * a * b;
  const n = s.area_mm2.length;
  let least = face, k0 = -1, give = 0;
  for (let k = 0; k < n; k++) {
    const area = Math.min(face, bearing(s, k, inside));
    if (!(area > 0)) continue;
    give += s.step_mm / area;
    const along = (k + 0.5) / n;
    if (along > ENDS && along < 1 - ENDS && area < least) {
      least = area;
      k0 = k;
    }
  }
  const middle = (k0 + 0.5) * s.step_mm;
  return {
    stress_per_n: 1 / least,
    give_per_n: give,
    ...(k0 >= 0 && { weakest: { k: k0, area_mm2: least, from_end_mm: Math.min(middle, n * s.step_mm - middle) } }),
  };
}
