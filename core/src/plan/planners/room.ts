import { number, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import { bvhOf } from '../../shape/bvh';
import { facets, samplesByArea } from '../../shape/facets';
import type { Mesh } from '../../shape/mesh';
import { dot, type Vec3 } from '../../shape/turn';
import type { Source } from '../../worksheet/types';
import { type Figures, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const MEASURED: Source = {
  kind: 'measured',
  text: 'All corners of the mesh, 20 000 places spread over its surface and 343 places in each volume: a thing thinner than their spacing may be missed.',
};

/** A box in the part's own axes that the tool keeps out of, or stays inside. */
interface Volume {
  what: string;
  kind: 'out' | 'in';
  low: Vec3;
  high: Vec3;
}
/** How far a volume is overstepped, and where most: 0 where it is kept. */
interface Overstep {
  by_mm: number;
  at: Vec3;
}

const MOST = 12;
const SAMPLES = 20_000, GRID = 7;
const AXES = ['x', 'y', 'z'] as const;

function volumesOf(values: Values): Volume[] {
  return ((values['volumes'] as readonly Values[] | undefined) ?? []).map((row, i) => {
    const end = (side: 'from' | 'to', a: string): number => Number(row[`${side}_${a}`] ?? (side === 'from' ? 0 : 10));
    const pairs = AXES.map((a) => [end('from', a), end('to', a)].sort((p, q) => p - q));
    return {
      what: String(row['what'] ?? '').trim() || `Volume ${i + 1}`,
      kind: row['kind'] === 'in' ? 'in' : 'out',
      low: pairs.map(([l]) => l) as Vec3,
      high: pairs.map(([, h]) => h) as Vec3,
    };
  });
}

/** Is a place within the material? The first face that a ray meets is then left, not entered. */
function isWithin(mesh: Mesh, p: Vec3): boolean {
  // Off the axes, so that it runs along no face of a part that stands square.
  const way: Vec3 = [0.5773, 0.5751, 0.5797];
  const { triangle } = bvhOf(mesh).ray(p[0], p[1], p[2], way[0], way[1], way[2]);
  const { normals } = facets(mesh);
  return triangle >= 0 && dot([normals[3 * triangle], normals[3 * triangle + 1], normals[3 * triangle + 2]], way) > 0;
}

/** How far a part oversteps each volume. */
export function oversteps(mesh: Mesh, volumes: readonly Volume[]): Overstep[] {
  const { points } = samplesByArea(mesh, SAMPLES);
  const v = mesh.vertices;
  return volumes.map(({ kind, low, high }) => {
    let by_mm = 0, at: Vec3 = [0, 0, 0];
    const look = (x: number, y: number, z: number): void => {
      const inwards = Math.min(x - low[0], high[0] - x, y - low[1], high[1] - y, z - low[2], high[2] - z);
      const by = kind === 'out' ? inwards : -inwards;
      if (by <= by_mm) return;
      by_mm = by;
      at = [x, y, z];
    };
    for (let i = 0; i < v.length; i += 3) look(v[i], v[i + 1], v[i + 2]);
    for (let i = 0; i < points.length; i += 3) look(points[i], points[i + 1], points[i + 2]);
    if (kind === 'out') {
      // It may lie wholly within the material, where there is no surface to be seen.
      for (let i = 0; i < GRID ** 3; i++) {
        const p = [i % GRID, Math.floor(i / GRID) % GRID, Math.floor(i / GRID ** 2)].map((k, a) => low[a] + ((k + 0.5) / GRID) * (high[a] - low[a])) as Vec3;
        if (isWithin(mesh, p)) look(...p);
      }
    }
    return { by_mm, at };
  });
}

const point = (side: 'from' | 'to', usual: number) =>
  AXES.map((a) => number(`${side}_${a}`, `${side === 'from' ? 'From' : 'To'} ${a}`, 'length', [-20_000, 20_000], usual));

function findings(f: Figures, values: Values): PlanFinding[] {
  return volumesOf(values).map(({ what, kind }, i): PlanFinding => {
    const by = f(`by_${i}`);
    const common = { id: `volume-${i}`, label: what, unit: 'mm', basis: MEASURED.text };
    if (!f('looked')) return { ...common, state: 'unknown', reason: `“${what}” is looked at once the mesh on the Shape step has been measured for this plan.` };
    const place = AXES.map((a) => formatNumber(f(`${a}_${i}`), 4)).join(' / ');
    return by <= 0.01
      ? { ...common, state: 'pass', value: 0, limit: 0, reason: kind === 'out' ? `The tool keeps out of “${what}”.` : `The tool stays inside “${what}”.` }
      : {
        ...common,
        state: 'fail',
        value: by,
        limit: 0,
        reason: kind === 'out'
          ? `The tool reaches ${formatNumber(by, 3)} mm into “${what}”, deepest at ${place} mm: cut it back there, or move what needs the room.`
          : `The tool stands ${formatNumber(by, 3)} mm out of “${what}”, furthest at ${place} mm.`,
      };
  });
}

/** Volumes that have to stay free (a spindle's way, a weld gun, a hand), and those that the tool has to fit into, against its mesh. */
export const room: Planner<Overstep[]> = {
  id: 'room',
  about: 'build',
  label: 'Room to keep',
  what: 'Whether the tool keeps out of what has to stay free (the way of a spindle, a probe, a weld gun, a hand) and inside the room that it has.',
  basis: [MEASURED],
  fits: ({ doc }) => Object.values(doc.shapes).some((s) => s),
  headline: ['overstepped'],
  inputs: [
    {
      kind: 'table',
      id: 'volumes',
      label: 'Volumes',
      help: 'Boxes in the axes of the mesh, by two opposite corners.',
      most: MOST,
      optional: true,
      columns: [
        { kind: 'text', id: 'what', label: 'What', max: 60, optional: true },
        {
          kind: 'choice',
          id: 'kind',
          label: 'The tool',
          options: [{ value: 'out', label: 'keeps out' }, { value: 'in', label: 'stays inside' }],
          usual: 'out',
        },
        ...point('from', 0),
        ...point('to', 10),
      ],
    },
  ],
  geometry: {
    version: 1,
    says: 'How far the mesh reaches into volumes that have to stay free, or out of those it has to fit.',
    run: (mesh, values) => oversteps(mesh, volumesOf(values)),
  },
  entries: (found, { values }: PlanContext) => {
    const one = (name: string, label: string, x: number) => takenAs('room', name, label, 'mm', x, MEASURED);
    const rows = volumesOf(values);
    return [
      ...rows.flatMap(({ what }, i) => {
        const o = found?.[i] ?? { by_mm: 0, at: [0, 0, 0] };
        return [one(`by_${i}`, `Overstepped: ${what}`, o.by_mm), ...AXES.map((a, k) => one(`${a}_${i}`, `Most at ${a}: ${what}`, o.at[k]))];
      }),
      takenAs('room', 'looked', 'Looked at: 1 once the mesh was', '', found ? 1 : 0, MEASURED),
      one('most', 'Overstepped most', Math.max(0, ...(found ?? []).map((o) => o.by_mm))),
    ];
  },
  lines: [{ name: 'overstepped', label: 'Overstepped by, at most; 0 until it is measured', unit: 'mm', expr: 'most' }],
  findings,
  cautions: ['Boxes do not move: what swings or travels needs the whole of its way as a volume, with what it may be off.'],
};
