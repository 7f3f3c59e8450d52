import * as yup from 'yup';
import { FAMILY_IDS } from '../need/families';
import { REQUIREMENTS, type NumberSpec, type RequirementSpec } from '../need/requirements';
import { formatQuantity } from '../quantity/quantity';
import type { Range } from '../worksheet/types';
import { PROCESSES } from '../routes/processes';
import { REMEDY_IDS } from '../screen/remedies';
import { materialFaults } from '../shelf/properties';
import { FLUID_IDS, type Material } from '../shelf/types';
import { FACE_DUTIES, MAX_PINS } from './types';

/** Validation of everything a user may send; the same schemas on the page and on the server. */

const finite = (label: string): yup.NumberSchema<number> =>
  yup.number().typeError(`${label}: type a number.`).required(`${label} is missing.`).test('finite', `${label}: type a number.`, (x: number | null | undefined) => x === null || x === undefined || Number.isFinite(x));

/** A finite number within bounds; the messages are shown beside the field. */
export const bounded = (label: string, min: number, max: number, show: (x: number) => string = String): yup.NumberSchema<number> =>
  finite(label)
    .min(min, `${label} cannot be below ${show(min)}.`)
    .max(max, `${label} cannot be above ${show(max)}. Check the unit and the zeros.`);

/** A text with at least so many letters besides spaces. */
export const named = (message: string, least: number): yup.StringSchema<string> =>
  yup.string().required(message).test('named', message, (t) => t.trim().length >= least);

/** Bounds of a numeric requirement, with the message shown beside its field. */
export function requirementNumber(spec: NumberSpec): yup.NumberSchema<number> {
  const schema = bounded(spec.label, spec.min, spec.max, (x) => formatQuantity(x, spec.quantity, 'metric'));
  return spec.whole ? schema.integer(`${spec.label}: a whole number.`) : schema;
}

function requirementValue(spec: RequirementSpec): yup.Schema {
  switch (spec.kind) {
    case 'number': return requirementNumber(spec);
    case 'choice': return yup.string().oneOf(spec.options.map((o) => o.value)).required();
    case 'yes-no': return yup.boolean().required();
    case 'fluids': return yup.array().of(yup.string().oneOf([...FLUID_IDS]).required()).max(FLUID_IDS.length).required();
  }
}

const needSchema = yup
  .object(
    Object.fromEntries(
      REQUIREMENTS.map((spec) => [
        spec.id,
        yup
          .object({
            level: yup.string().oneOf(['must', 'want']).required(),
            value: requirementValue(spec),
            from: yup.string().max(200).defined(),
          })
          .default(undefined)
          .optional(),
      ]),
    ),
  )
  .noUnknown()
  .required();

/** low ≤ likely ≤ high, all finite and within bounds. */
export const rangeSchema = (label: string, min: number, max: number): yup.ObjectSchema<{ low: number; likely: number; high: number }> =>
  yup
    .object({ low: bounded(label, min, max), likely: bounded(label, min, max), high: bounded(label, min, max) })
    .test('order', `${label}: low, likely and high must rise in this order.`, (r?: Range) => !r || (r.low <= r.likely && r.likely <= r.high));

export const MONEY_MAX = 100_000_000;
const DAY = /^\d{4}-\d{2}-\d{2}$/;

const measureSchema = yup
  .object({
    triangles: bounded('Triangles', 4, 5_000_000),
    volume_mm3: bounded('Volume', -1e13, 1e13),
    area_mm2: bounded('Area', 0, 1e11),
    box_mm: yup.array().of(bounded('Box', 0, 20_000)).length(3).required(),
    watertight: yup.boolean().required(),
  })
  .required();

const vec3 = (label: string, most: number): yup.Schema => yup.array().of(bounded(label, -most, most)).length(3).required();
const length = (label: string): yup.NumberSchema<number> => bounded(label, 0, 100_000);
const amount = (label: string): yup.NumberSchema<number> => bounded(label, 0, 1e13);
const list = (of: yup.Schema, most: number): yup.Schema => yup.array().of(of).max(most).required();

const holeSchema = yup.object({ diameter_mm: bounded('Diameter', 0.01, 20_000), depth_mm: bounded('Depth', 0, 20_000), through: yup.boolean().required() });

/** What the analyses found: checked for kind and size, because estimates are made of it. */
const studySchema = yup
  .object({
    version: yup.number().integer().min(1).required(),
    body: yup
      .object({
        box: yup.object({ size_mm: vec3('Box', 30_000) }).required(),
        thickness: yup.object({ min_mm: length('Wall'), p5_mm: length('Wall'), median_mm: length('Wall'), gap_mm: length('Gap').nullable().defined() }).required(),
        voids: list(yup.object({ volume_mm3: amount('Cavity') }), 50),
        holes: list(holeSchema, 500),
        reach: yup.object({ directions: list(yup.object({ from: vec3('Set-up', 1.001) }), 26), covered: bounded('Covered', 0, 1), unreachable_mm2: amount('Unreachable'), hidden_mm2: amount('Unreachable') }).required(),
        cut: yup.object({ length_mm: amount('Cut'), pierces: bounded('Pierces', 0, 1e6), thickness_mm: length('Thickness') }).nullable().defined(),
        block: yup.boolean().required(),
      })
      .required(),
    build: yup
      .object({
        up: vec3('Direction', 1.001),
        height_mm: length('Height'),
        bed_mm: yup.array().of(length('Room on the bed')).length(2).required(),
        overhang_mm2: amount('Overhang'),
        support_mm3: yup.object({ low: amount('Support'), likely: amount('Support'), high: amount('Support') }).required(),
        side_mm2: amount('Walls'),
        skin_mm2: amount('Level faces'),
        island_mm: amount('Islands'),
        profile: yup.object({ bin_mm: length('Bin'), area_mm2: list(amount('Area'), 200), perimeter_mm: list(amount('Outline'), 200), islands: list(amount('Islands'), 200) }).required(),
      })
      .required(),
  })
  .default(undefined)
  .optional();

const faceMarkSchema = yup.object({
  duty: yup.string().oneOf([...FACE_DUTIES]).required(),
  point: vec3('Face', 100_000),
  normal: vec3('Face', 1.001),
  area_mm2: amount('Face'),
  tolerance_mm: bounded('Tolerance on the face', 0.001, 50, (x) => `${x} mm`).optional(),
  ra_um: bounded('Roughness', 0.01, 500, (x) => `${x} µm`).optional(),
  note: yup.string().max(200).defined(),
});

const shapeSchema = yup
  .object({
    hash: yup.string().matches(/^[0-9a-f]{64}$/).required(),
    fileName: yup.string().max(255).required(),
    unit: yup.string().oneOf(['mm', 'inch']).required(),
    measure: measureSchema,
    up: yup.array().of(bounded('Direction', -1.001, 1.001)).length(3).optional(),
    load: yup.array().of(bounded('Direction', -1.001, 1.001)).length(3).optional(),
    study: studySchema,
    marks: yup.array().of(faceMarkSchema).max(60, 'At most 60 faces can be marked.').optional(),
    holes: yup.array().of(holeSchema.shape({ note: yup.string().max(120).defined() })).max(500).optional(),
    model: yup
      .object({ hash: yup.string().matches(/^[0-9a-f]{64}$/).required(), fileName: yup.string().max(255).required(), tolerance_mm: bounded('Tolerance of the tessellation', 0.001, 10) })
      .default(undefined)
      .optional(),
  })
  .default(undefined)
  .optional();

export const caseSchema = yup
  .object({
    title: named('Give the tool a name.', 2).max(120, 'At most 120 letters.'),
    family: yup.string().oneOf(FAMILY_IDS, 'Choose a kind of tool.').required('Choose a kind of tool.'),
    place: yup.string().max(120).defined(),
    trouble: yup.string().max(1000, 'At most 1000 letters.').defined(),
    form: yup.string().oneOf(['flat', 'block', 'shaped']).required(),
    size_mm: yup
      .array()
      .of(bounded('Size', 0.5, 20_000, (x) => formatQuantity(x, 'length', 'metric')))
      .length(3, 'Give three sizes.')
      .required(),
    today: yup
      .object({
        way: yup.string().oneOf(['machined', 'hand-made', 'cut', 'bought', 'none']).required(),
        material: yup.string().nullable().defined().test('material', 'Choose a material of the shelf.', (m) => m === null || (typeof m === 'string' && m.length > 0 && m.length <= 80)),
        cost: bounded('Cost today', 0, MONEY_MAX).nullable().defined(),
        wait_days: bounded('Wait today', 0, 2000, (x) => `${x} days`).nullable().defined(),
        delay_per_day: bounded('Cost of a day\'s delay', 0, MONEY_MAX),
      })
      .required(),
    need: needSchema,
    shapes: yup.object({ machined: shapeSchema, printed: shapeSchema }).noUnknown().required(),
    pins: yup
      .array()
      .of(yup.object({ process: yup.string().max(60).required(), material: yup.string().max(60).required() }).noUnknown().required())
      .max(MAX_PINS, `At most ${MAX_PINS} routes can be pinned.`)
      .required(),
    overrides: yup
      .mixed<Record<string, Record<string, unknown>>>()
      .required()
      .test('overrides', 'An overridden line is not usable.', (all, ctx) => {
        for (const [route, lines] of Object.entries(all ?? {})) {
          for (const [line, o] of Object.entries((lines ?? {}) as Record<string, unknown>)) {
            try {
              overrideSchema.validateSync(o, { strict: true });
            } catch (e) {
              return ctx.createError({ message: `${route}, ${line}: ${(e as Error).message}` });
            }
          }
        }
        return true;
      }),
    remedies: yup
      .mixed<Record<string, string[]>>()
      .optional()
      .test('remedies', 'A remedy is not one that Cuadro knows.', (all) =>
        all === undefined || (typeof all === 'object' && all !== null && Object.values(all).every((ids) => Array.isArray(ids) && ids.length <= REMEDY_IDS.length && ids.every((id) => REMEDY_IDS.includes(id)))),
      ),
    start: yup.string().matches(DAY, 'Use a date.').test('real', 'Not a date of the calendar.', isRealDate).required(),
  })
  .noUnknown('There is a field that Cuadro does not know.')
  .required();

export const overrideSchema = rangeSchema('Value', -1e9, 1e12).concat(
  yup.object({ kind: yup.string().oneOf(['quote', 'you']).required(), note: named('Say where the figure comes from.', 1).max(400) }),
);

/** True for dates that exist: 2026-02-30 does not. */
function isRealDate(text: string | undefined): boolean {
  const time = Date.parse(`${text}T00:00:00Z`);
  return Number.isFinite(time) && new Date(time).toISOString().slice(0, 10) === text;
}

const calendarSchema = yup
  .object({
    shiftStart_min: bounded('Start of the shift', 0, 1439),
    shiftEnd_min: bounded('End of the shift', 1, 1440).when('shiftStart_min', ([start], s) => s.moreThan(start as number, 'The shift must end after it starts.')),
    workdays: yup.array().of(yup.number().integer().min(0).max(6).required()).min(1, 'At least one working day is needed.').max(7).required(),
    holidays: yup.array().of(yup.string().matches(DAY).test('real', 'A holiday is not a date of the calendar.', isRealDate).required()).max(400).required(),
    unattended: yup.boolean().required(),
  })
  .noUnknown()
  .required();

/** @param bounds smallest and largest accepted value per figure name */
export const shopSchema = (bounds: Readonly<Record<string, { label: string; bounds: readonly [number, number] }>>): yup.AnyObjectSchema =>
  yup
    .object({
      currency: yup.string().matches(/^[A-Z]{3}$/, 'Three capital letters, such as EUR.').required(),
      figures: yup
        .object(
          Object.fromEntries(
            Object.entries(bounds).map(([name, f]) => [
              name,
              rangeSchema(f.label, f.bounds[0], f.bounds[1])
                .concat(yup.object({ note: yup.string().max(400).defined() }))
                .default(undefined)
                .optional(),
            ]),
          ),
        )
        .noUnknown()
        .required(),
      calendar: calendarSchema,
      materials: yup
        .array()
        .of(
          yup.object({
            material: yup.mixed<Material>().required().test('material', 'A material is not usable.', (m, ctx) => {
              if (typeof m !== 'object' || m === null || !/^[a-z0-9][a-z0-9-]{0,59}$/.test((m as Material).id)) return false;
              try {
                const [fault] = materialFaults(m as Material);
                return !fault || ctx.createError({ message: `${(m as Material).label}: ${fault.message}` });
              } catch {
                return false;
              }
            }),
            history: yup.array().of(yup.object({ at: yup.string().max(40).required(), who: yup.string().max(120).required(), what: yup.string().max(4000).required() }).noUnknown().required()).max(50).required(),
          }).noUnknown().required(),
        )
        .max(5000)
        .optional(),
      absent: yup.array().of(yup.string().oneOf(PROCESSES.map((p) => p.id)).required()).optional(),
    })
    .noUnknown()
    .required();
