import { number, type Values } from '../../inputs/spec';
import type { FaceMark } from '../../case/types';
import { gridOf } from '../../mechanics/grid';
import { formatNumber } from '../../quantity/quantity';
import { bvhOf } from '../../shape/bvh';
import { measure } from '../../shape/measure';
import type { Mesh } from '../../shape/mesh';
import { patchFrom } from '../../shape/patch';
import type { Source } from '../../worksheet/types';
import { type Figures, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const MEASURED: Source = {
  kind: 'measured',
  text: 'The mesh in 20 000 bricks: what lies within the depth of a marked face stays solid, what lies within the wall of any face is skin, the rest is free.',
};
const PRACTICE: Source = { kind: 'standard', text: 'Practice: a printed body is held by its skin and a few ribs; solid only where it is loaded.' };

const BRICKS = 20_000;

/** Shares of a body's volume. */
interface Shares {
  volume_mm3: number;
  /** Near a face with a duty; skin elsewhere; free. They add up to one. */
  works: number;
  skin: number;
  free: number;
  faces: number;
}

/** Which part of a body lies near its working faces, in its skin, or is free. @param keep depth behind a working face, mm */
export function sharesOf(mesh: Mesh, marks: readonly FaceMark[], keep: number, wall: number, progress: (share: number) => void = () => undefined): Shares {
  const { volume_mm3 } = measure(mesh);
  const grid = gridOf(mesh, BRICKS, volume_mm3);
  const tree = bvhOf(mesh);
  // The faces that work, as a surface of their own.
  const seen = new Uint8Array(mesh.indices.length / 3);
  const triangles = marks.flatMap(({ point }) => {
    const { triangle } = tree.closest(...point);
    return triangle < 0 || seen[triangle] ? [] : [...patchFrom(mesh, triangle, 20, seen).list];
  });
  const worked = triangles.length
    ? bvhOf({ vertices: mesh.vertices, indices: Uint32Array.from(triangles.flatMap((t) => [...mesh.indices.subarray(3 * t, 3 * t + 3)])) })
    : undefined;
  let works = 0, skin = 0, all = 0;
  for (let b = 0; b < grid.bricks; b++) {
    if (b % 500 === 0) progress(b / grid.bricks);
    const [x, y, z] = [0, 1, 2].map((a) => grid.low[a] + (grid.brickPlace[3 * b + a] + 0.5) * grid.size[a]);
    const share = grid.share[b];
    all += share;
    if (worked && worked.closest(x, y, z, keep).triangle >= 0) works += share;
    else if (tree.closest(x, y, z, wall).triangle >= 0) skin += share;
  }
  return { volume_mm3, works: works / all, skin: skin / all, free: 1 - (works + skin) / all, faces: marks.length };
}

function findings(f: Figures, _: Values, __: PlanContext, found?: Shares): PlanFinding[] {
  const percent = (x: number): string => `${formatNumber(100 * x, 2)} %`;
  const kg = (x: number): string => `${formatNumber(Number(x.toPrecision(2)), 2)} kg`;
  const basis = MEASURED.text;
  if (!found)
    return [{
      id: 'free',
      label: 'Free to be hollowed',
      state: 'unknown',
      basis,
      reason: 'It is measured on the mesh: mark its working faces on the Shape step first, then measure here.',
    }];
  return [
    {
      id: 'free',
      label: 'Free to be hollowed',
      state: 'pass',
      value: f('free'),
      unit: '',
      basis,
      ofNew: true,
      reason: `${
        found.faces
          ? `${percent(f('works'))} of its volume lies within ${formatNumber(f('keep'))} mm of ${
            found.faces === 1 ? 'its marked face' : `its ${found.faces} marked faces`
          }, `
          : 'No face is marked yet, so that nothing is kept solid; '
      }${percent(f('skin'))} is skin of ${formatNumber(f('wall'))} mm, ${percent(f('free'))} does neither. Ribbed there it weighs ${
        kg(f('ribbed_mass'))
      } against ${kg(f('copied_mass'))} as a solid copy of the mesh.`,
    },
    {
      id: 'redesign',
      label: 'Copy or redesign',
      state: 'pass',
      value: f('saved_share'),
      unit: '',
      basis: PRACTICE.text,
      ofNew: true,
      reason: f('saved_share') > 0.25
        ? `${kg(f('saved_mass'))} and about ${
          formatNumber(f('saved_h'), 2)
        } h of printing a piece are in it: worth a redesign where it is kept, lifted or made often; copy it where it is wanted at once.`
        : f('free') < 0.01
        ? 'All of it is skin or works: there is nothing to take out of it, copy it as it is.'
        : `Only ${kg(f('saved_mass'))} and about ${formatNumber(f('saved_h'), 2)} h of printing a piece are in it: copy it as it is.`,
    },
  ];
}

/** From working faces to a lighter body: what share of it does work, and what a ribbed one weighs against the copy. */
export const lighten: Planner<Shares> = {
  id: 'lighten',
  about: 'build',
  label: 'Copy or redesign',
  what:
    'By the working faces marked on the mesh: which share of the body stays solid behind them, which is skin, which is free to be hollowed or ribbed, and what that saves in weight and hours.',
  basis: [MEASURED, PRACTICE],
  fits: ({ doc }) => Object.values(doc.shapes).some((s) => s),
  headline: ['free', 'works', 'skin', 'ribbed_mass', 'copied_mass', 'saved_h'],
  inputs: [
    number('keep', 'Stays solid behind a working face', 'length', [0, 500], 8),
    number('wall', 'Skin elsewhere', 'length', [0, 100], 3),
    number('ribs', 'Ribs or fill in what is free, as a share', 'count', [0, 1], [0.08, 0.15, 0.3], { ranged: true, source: PRACTICE }),
    number('density', 'Material, g/cm³', 'count', [0.2, 20], 1.15, { unit: 'g/cm^3' }),
    number('rate', 'Printed, cm³ an hour', 'count', [0.5, 20_000], [15, 30, 60], { unit: 'cm^3/h', ranged: true, source: PRACTICE }),
  ],
  geometry: {
    version: 1,
    says: 'Which part of the body lies near its working faces.',
    byMarks: true,
    run: (mesh, values, marks, progress) => sharesOf(mesh, marks, Number(values['keep'] ?? 8), Number(values['wall'] ?? 3), progress),
  },
  entries: (found) => {
    const share = (name: string, label: string, x: number) => takenAs('lighten', name, label, '', x, MEASURED);
    return [
      share('at_work', 'Near a working face', found?.works ?? 0),
      share('at_skin', 'Skin', found?.skin ?? 0),
      takenAs('lighten', 'volume', 'Volume of the mesh; 0 until it is measured', 'cm^3', (found?.volume_mm3 ?? 0) / 1000, MEASURED),
    ];
  },
  lines: [
    { name: 'works', label: 'Of it, solid behind working faces', unit: '', expr: 'at_work' },
    { name: 'skin', label: 'Of it, skin', unit: '', expr: 'at_skin' },
    { name: 'free', label: 'Of it, free', unit: '', expr: 'volume > 0 * volume ? 1 - at_work - at_skin : 0' },
    { name: 'copied_mass', label: 'As a solid copy', unit: 'kg', expr: 'volume * density / g_per_kg' },
    { name: 'ribbed_mass', label: 'With ribs in what is free', unit: 'kg', expr: 'copied_mass * (1 - free * (1 - ribs))' },
    { name: 'saved_mass', label: 'Saved', unit: 'kg', expr: 'copied_mass - ribbed_mass' },
    { name: 'saved_share', label: 'Saved, as a share', unit: '', expr: 'free * (1 - ribs)' },
    { name: 'saved_h', label: 'Printing saved a piece', unit: 'h', expr: 'volume * saved_share / rate' },
  ],
  findings,
  cautions: ['What is free of duty may still carry load: look at the load table on the Shape step before it is taken away.'],
};
