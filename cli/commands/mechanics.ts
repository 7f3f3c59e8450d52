import { readFile } from 'node:fs/promises';
import { dirname, resolve } from 'node:path';
import { array, boolean, lazy, mixed, number, object, string } from 'yup';
import { type Elastic, type FibreLayout, MechanicsError, mechanics as solve, type MechanicsRow, REFINED } from '@cuadro/core/mechanics';
import { MAX_ELEMENTS } from '@cuadro/core/mechanics/grid';
import { elasticOf } from '@cuadro/core/screen/elastic';
import { MATERIALS, material as materialOf } from '@cuadro/core/shelf/shelf';
import type { Vec3 } from '@cuadro/core/shape/turn';
import { type Command, Fault, meshFaults, parse, print, shapeOf } from '../command';

const usage = 'mechanics FILE.json';

const vec = (label: string) => array(number().required()).length(3, `${label} has three numbers`);
const place = object({ point: vec('point').required(), normal: vec('normal'), within_mm: number().positive(), edge: boolean() }).noUnknown();
const FORM = object({
  mesh: string().required(),
  unit: string().oneOf(['mm', 'inch']).default('mm'),
  up: vec('up').default(undefined),
  material: string(),
  elastic: object({
    e_gpa: vec('e_gpa').required(),
    g_gpa: vec('g_gpa').default(undefined),
    nu: lazy((v) => (Array.isArray(v) ? vec('nu') : number().min(0).lessThan(0.5))) as unknown as ReturnType<typeof mixed>,
    density_g_cm3: number().positive(),
    expansion_um_m_k: number().min(0),
  }).noUnknown().default(undefined),
  fill: number().min(0.01).max(1).default(1),
  wall_mm: number().min(0).default(0),
  // Continuous fibre: the material is that of a solid of its sheets, and where none lies the plastic has what these have across.
  fibre: object({
    ring_mm: number().min(0),
    ring_share: number().min(0).max(1),
    sheet_mm: number().min(0),
    panel_mm: number().min(0),
    outer_mm: number().min(0),
    roof_mm: number().min(0),
  }).noUnknown().default(undefined),
  supports: array(object({ kind: string().oneOf(['fixed', 'rest', 'bolt']).required(), at: place.required() }).noUnknown()).min(1).required(),
  loads: array(
    object({
      id: string().required(),
      kind: string().oneOf(['force', 'pressure', 'gravity', 'thermal']).required(),
      at: place.default(undefined),
      force_n: vec('force_n').default(undefined),
      mpa: number(),
      g: lazy((v) => (Array.isArray(v) ? vec('g') : number())) as unknown as ReturnType<typeof mixed>,
      dt_k: number(),
    }).noUnknown(),
  ).min(1).required(),
  points: array(object({ id: string().required(), at: vec('at').required() }).noUnknown()).default([]),
  elements: number().integer().min(50).max(MAX_ELEMENTS).default(REFINED),
}).noUnknown();

const USUAL_NU = 0.35, USUAL_DENSITY = 1.2;
const NO_FIBRE: FibreLayout = { ring_mm: 0, ring_share: 1, sheet_mm: 0, panel_mm: 0, outer_mm: 0.8, roof_mm: 0.8 };

/** What loads do to a part on its own shape. Lengths in mm, forces in N, along the axes of the mesh. A place is a face, with `within_mm` a spot of it, with `edge` its nearest edge. */
export const mechanics: Command = {
  name: 'mechanics',
  usage,
  async run(args) {
    const { file } = parse(args, usage, {});
    const bad = (why: string): Fault => new Fault(`${file}: ${why}`, 2);
    const given = await readFile(file, 'utf8').then((text) => FORM.validateSync(JSON.parse(text), { strict: true, abortEarly: true })).catch(
      (e: NodeJS.ErrnoException) => {
        throw bad(e.code === 'ENOENT' ? 'no such file' : e.message);
      },
    );
    const elasticity = given.elastic as
      | { e_gpa: number[]; g_gpa?: number[]; nu?: number | number[]; density_g_cm3?: number; expansion_um_m_k?: number }
      | undefined;
    if (!given.material === !elasticity) throw bad('say either a material of the shelf or its elastic figures');
    if (given.material && !MATERIALS.some((m) => m.id === given.material)) throw bad(`no material is called "${given.material}"`);
    const material = given.material ? materialOf(given.material) : undefined;
    const { mesh } = await shapeOf(resolve(dirname(file), given.mesh), given.unit ?? 'mm', usage);
    const started = performance.now();
    const run = (): ReturnType<typeof solve> =>
      solve({
        mesh,
        elastic: material ? elasticOf(material) : fromFigures(elasticity!),
        density: (material?.density_g_cm3.likely ?? elasticity?.density_g_cm3 ?? USUAL_DENSITY) * 1e-6,
        expansion: three((material?.cte.likely ?? elasticity?.expansion_um_m_k ?? 0) * 1e-6),
        // Elastic figures are along the axes of the mesh; those of a material along its layers.
        up: material ? (given.up as Vec3 | undefined) : undefined,
        fill: given.fill,
        wall_mm: given.wall_mm,
        fibre: given.fibre && { ...NO_FIBRE, ...given.fibre },
        supports: given.supports as never,
        loads: given.loads as never,
        points: given.points as never,
        elements: given.elements,
      });
    try {
      const { elements, mass_kg, fibre_mm3, rows } = meshFaults(file, run);
      print({ elements, seconds: (performance.now() - started) / 1000, mass_kg, ...(given.fibre && { fibre_mm3 }), rows: rows.map(told) });
    } catch (e) {
      throw e instanceof MechanicsError ? bad(e.message) : e;
    }
  },
};

/** A row without what only serves to add it to others. */
const told = ({ stresses: _s, pushes: _p, moves: _m, ...row }: MechanicsRow): Partial<MechanicsRow> => row;

const three = (x: number): Vec3 => [x, x, x];

/** Shear moduli that are not given follow from E and ν of their plane. */
function fromFigures({ e_gpa, g_gpa, nu = USUAL_NU }: { e_gpa: number[]; g_gpa?: number[]; nu?: number | number[] }): Elastic {
  const e = e_gpa.map((x) => 1000 * x) as unknown as Vec3;
  const n = (Array.isArray(nu) ? nu : three(nu)) as Vec3;
  const g = (g_gpa?.map((x) => 1000 * x) ?? [0, 1, 2].map((k) => Math.sqrt(e[k] * e[(k + 1) % 3]) / (2 * (1 + n[k])))) as unknown as Vec3;
  return { e, g, nu: n };
}
