import type { Mesh } from '../mesh';
import type { Vec3 } from '../turn';
import type { BodyKind } from './body-kind';
import type { Bore } from './bores';
import type { Boss } from './bosses';
import type { CutterReach } from './cutters';
import { type CutPlan, featuresOf } from './features';
import type { Datum } from './datums';
import type { Moulding } from './moulding';
import type { Pattern } from './patterns';
import type { Pocket } from './pockets';
import type { Rib } from './ribs';
import type { SetUps } from './set-ups';

export interface StudiedBody {
  kind: BodyKind;
  volume_mm3: number;
  /** Long to short. */
  box_mm: Vec3;
  /** Openings right through it that are no round holes. */
  windows: number;
  /** Bodies of this kind, size and volume. */
  count: number;
}

/** What a machinist sees in a part, as it is kept with it: without the triangles, and no more than a drawing can show. */
export interface FeatureStudy {
  /** Alike ones as one line, the largest first. */
  bodies: StudiedBody[];
  bores: (Omit<Bore, 'triangles' | 'pieces'> & { pattern?: Pattern })[];
  pockets: Omit<Pocket, 'triangles'>[];
  bosses: Boss[];
  /** Alike ones as one line, the most slender first. */
  ribs: (Rib & { count: number })[];
  setUps: SetUps;
  cutters: CutterReach;
  moulding: Moulding;
  datums: Datum[];
  /** Directions across which it is its own mirror image. */
  mirrors: Vec3[];
  /** Of a single plate. */
  cut: CutPlan | null;
}

const MOST_BORES = 120;
const MOST_POCKETS = 60;
const MOST_BODIES = 40;
const round = (x: number): number => Number(x.toPrecision(7));

export function studyFeatures(mesh: Mesh): FeatureStudy {
  const { bodies, setUps, cutters, moulding, datums, mirrors } = featuresOf(mesh);
  const lines: StudiedBody[] = [];
  const cut = bodies.length === 1 ? bodies[0].cut : undefined;
  for (const { volume_mm3, shape } of bodies) {
    const box_mm = shape.box.size_mm.map(round) as Vec3;
    const like = lines.find((l) =>
      l.kind === shape.kind && Math.abs(l.volume_mm3 / volume_mm3 - 1) < 1e-3 && l.box_mm.every((x, k) => Math.abs(x - box_mm[k]) < 1e-3 * box_mm[0])
    );
    if (like) like.count++;
    else lines.push({ kind: shape.kind, windows: shape.windows, volume_mm3: round(volume_mm3), box_mm, count: 1 });
  }
  return {
    bodies: lines.slice(0, MOST_BODIES),
    bores: bodies.flatMap(({ bores, patterns }) =>
      bores.map((b) => ({ ...without(b, 'triangles', 'pieces'), ...(patterns.has(b) && { pattern: patterns.get(b) }) }))
    ).slice(0, MOST_BORES),
    pockets: bodies.flatMap((b) => b.pockets.map((p) => without(p, 'triangles'))).slice(0, MOST_POCKETS),
    bosses: bodies.flatMap((b) => b.bosses).slice(0, MOST_POCKETS),
    ribs: alikeRibs(bodies.flatMap((b) => b.ribs)).slice(0, MOST_POCKETS),
    cutters,
    moulding,
    datums,
    mirrors,
    setUps: { ...setUps, from: setUps.from.slice(0, 26), unreachable: setUps.unreachable.slice(0, MOST_POCKETS) },
    cut: cut ? { ...cut, then: cut.then.slice(0, MOST_POCKETS) } : null,
  };
}

/** Ribs of one thickness, height and length as one line. */
function alikeRibs(ribs: readonly Rib[]): FeatureStudy['ribs'] {
  const lines: FeatureStudy['ribs'] = [];
  const near = (a: number, b: number): boolean => Math.abs(a - b) < 0.01 * a + 0.01;
  for (const r of ribs) {
    const like = lines.find((l) => near(l.thickness_mm, r.thickness_mm) && near(l.height_mm, r.height_mm) && near(l.length_mm, r.length_mm));
    if (like) like.count++;
    else lines.push({ ...r, count: 1 });
  }
  return lines;
}

function without<T extends object, K extends keyof T>(x: T, ...keys: K[]): Omit<T, K> {
  const out = { ...x };
  for (const k of keys) delete out[k];
  return out;
}
