import { BODY_KINDS } from '../shape/features/body-kind';
import { BORE_KINDS } from '../shape/features/bores';
import { type Standing, STANDING_WORDS } from '../shape/support';
import * as yup from 'yup';
import { type Decision, DOC_VERSION, FACE_DUTIES, MAX_PINS, type CaseDoc, type LineOverride, type PlanDoc, type ShapeRef } from '../case/types';
import { CORRECTIONS } from '../case/seen';
import { SIGNAL_IDS } from '../case/signals';
import { TODAY_FIGURES, TODAY_WAY_IDS, type TodayFigure } from '../case/today';
import { bounded, daySchema, hashSchema, inputSchema, named, numberSchema, rangeSchema, valuesSchema, vec3Schema } from '../inputs/schema';
import { FAMILY_IDS } from '../need/families';
import { type Form, FORMS } from '../need/family';
import { MAX_SPOTS } from '../mechanics';
import { HOLD_INPUTS, LOAD_INPUTS, MAX_ROWS } from '../need/loads';
import { REQUIREMENTS, type Need } from '../need/requirements';
import { PLANNERS } from '../plan/planners';
import { formatQuantity } from '../quantity/quantity';
import { boundsOf } from '../routes/bounds';
import { REMEDY_IDS } from '../screen/remedies';

/** Validation of everything a user may send; the same schemas on the page and on the server. */

const needSchema = yup
  .object(
    Object.fromEntries(
      REQUIREMENTS.map((spec) => [
        spec.id,
        yup
          .object({
            level: yup.string().oneOf(['must', 'want']).required(),
            value: inputSchema(spec),
            from: yup.string().max(200).defined(),
          })
          .default(undefined)
          .optional(),
      ]),
    ),
  )
  .noUnknown()
  .required() as unknown as yup.ObjectSchema<Need>;

export const MONEY_MAX = 100_000_000;

const measureSchema = yup
  .object({
    triangles: bounded('Triangles', 4, 5_000_000).integer('A mesh has whole triangles.'),
    volume_mm3: bounded('Volume', -1e13, 1e13),
    area_mm2: bounded('Area', 0, 1e11),
    box_mm: yup.array().of(bounded('Box', 1e-4, 20_000)).length(3).required(),
    watertight: yup.boolean().required(),
  })
  .test(
    'volume',
    'A mesh that is shut holds no more than its box: it has to be measured anew.',
    ({ watertight, volume_mm3, box_mm }) => !watertight || !box_mm || Math.abs(volume_mm3) <= 1.001 * box_mm.reduce((v, x) => v * (x ?? 0), 1),
  )
  .required();

const length = (label: string): yup.NumberSchema<number> => bounded(label, 0, 100_000);
const amount = (label: string): yup.NumberSchema<number> => bounded(label, 0, 1e13);
const list = (of: yup.Schema, most: number): yup.Schema => yup.array().of(of).max(most).required();

const holeSchema = yup.object({ diameter_mm: bounded('Diameter', 0.01, 20_000), depth_mm: bounded('Depth', 0, 20_000), through: yup.boolean().required() });

const mouldingSchema = yup.object({
  pull: vec3Schema('Pull', 1.001),
  undercut_mm2: amount('Undercut'),
  wall_mm2: amount('Walls'),
  undrafted_mm2: amount('Walls'),
  draft_deg: bounded('Draft', 0, 90).nullable().defined(),
  climbs_mm: length('Parting'),
});

const featureSchema = yup
  .object({
    bodies: list(
      yup.object({
        kind: yup.string().oneOf(Object.keys(BODY_KINDS)).required(),
        volume_mm3: amount('Body'),
        box_mm: vec3Schema('Body', 30_000),
        windows: bounded('Openings', 0, 1e6),
        count: bounded('Bodies', 1, 1e6),
      }),
      40,
    ),
    bores: list(holeSchema.shape({ kind: yup.string().oneOf(Object.keys(BORE_KINDS)).required() }), 120),
    pockets: list(yup.object({ depth_mm: length('Pocket'), floor_mm2: amount('Floor'), walled: bounded('Walls', 0, 1) }), 60),
    bosses: list(yup.object({ diameter_mm: length('Boss'), height_mm: length('Boss'), axis: vec3Schema('Boss', 1.001), count: bounded('Bosses', 1, 1e6) }), 60),
    ribs: list(
      yup.object({
        thickness_mm: length('Rib'),
        height_mm: length('Rib'),
        length_mm: length('Rib'),
        point: vec3Schema('Rib', 30_000),
        count: bounded('Ribs', 1, 1e6),
      }),
      60,
    ),
    cutters: yup.object({
      needs: list(yup.object({ diameter_mm: length('Cutter'), area_mm2: amount('Cutter'), long_mm2: amount('Cutter') }), 12),
      none_mm2: amount('Cutter'),
    }).required(),
    moulding: mouldingSchema.required(),
    datums: list(
      yup.object({ normal: vec3Schema('Datum', 1.001), point: vec3Schema('Datum', 30_000), area_mm2: amount('Datum'), spans_mm2: amount('Datum') }),
      3,
    ),
    mirrors: list(vec3Schema('Mirror', 1.001), 3),
    setUps: yup.object({
      three_axis: bounded('Set-ups', 0, 1000),
      four_axis: bounded('Set-ups', 0, 1000),
      five_axis: bounded('Set-ups', 0, 1000),
      unreachable: list(yup.object({ why: yup.string().max(200).required(), area_mm2: amount('Unreachable') }), 100),
    }).required(),
    cut: yup.object({
      length_mm: amount('Cut'),
      pierces: bounded('Pierces', 0, 1e6),
      thickness_mm: length('Thickness'),
      then: list(yup.object({ do: yup.string().required(), count: bounded('Times', 1, 1e5), text: yup.string().max(200).required() }), 100),
    }).nullable().defined(),
  })
  .required();

/** What the analyses found: checked for kind and size, because estimates are made of it. */
const studySchema = yup
  .object({
    version: yup.number().integer().min(1).required(),
    body: yup
      .object({
        box: yup.object({ size_mm: vec3Schema('Box', 30_000) }).required(),
        sections: yup
          .object({
            sides: yup.array().of(yup.object({ step_mm: length('Step'), area_mm2: list(amount('Section'), 200), perimeter_mm: list(amount('Outline'), 200) }))
              .length(3).required(),
          })
          .nullable()
          .default(undefined),
        thickness: yup.object({ min_mm: length('Wall'), p5_mm: length('Wall'), median_mm: length('Wall'), gap_mm: length('Gap').nullable().defined() })
          .required(),
        voids: list(yup.object({ volume_mm3: amount('Cavity') }), 50),
        holes: list(holeSchema, 500),
        reach: yup.object({
          directions: list(yup.object({ from: vec3Schema('Set-up', 1.001) }), 26),
          covered: bounded('Covered', 0, 1),
          unreachable_mm2: amount('Unreachable'),
          hidden_mm2: amount('Unreachable'),
        }).required(),
        features: featureSchema,
        block: yup.boolean().required(),
      })
      .required(),
    build: yup
      .object({
        up: vec3Schema('Direction', 1.001),
        height_mm: length('Height'),
        bed_mm: yup.array().of(length('Room on the bed')).length(2).required(),
        overhang_mm2: amount('Overhang'),
        buried_mm2: amount('Overhang that nobody reaches'),
        support_mm3: yup.object({ low: amount('Support'), likely: amount('Support'), high: amount('Support') }).required(),
        side_mm2: amount('Walls'),
        skin_mm2: amount('Level faces'),
        standing: yup.string().oneOf(Object.keys(STANDING_WORDS) as Standing[]).required(),
        raft_mm3: amount('Raft'),
        island_mm: amount('Islands'),
        profile: yup.object({
          bin_mm: length('Bin'),
          area_mm2: list(amount('Area'), 200),
          perimeter_mm: list(amount('Outline'), 200),
          islands: list(amount('Islands'), 200),
        }).required(),
      })
      .required(),
  })
  .default(undefined)
  .optional();

const faceMarkSchema = yup.object({
  duty: yup.string().oneOf([...FACE_DUTIES]).required(),
  point: vec3Schema('Face', 100_000),
  normal: vec3Schema('Face', 1.001),
  area_mm2: amount('Face'),
  tolerance_mm: bounded('Tolerance on the face', 0.001, 50, (x) => `${x} mm`).optional(),
  ra_um: bounded('Roughness', 0.01, 500, (x) => `${x} µm`).optional(),
  wear_mm: bounded('Wear of the face', 0.001, 20, (x) => `${x} mm`).optional(),
  slide_mm: bounded('Slide on the face', 0.01, 100_000, (x) => `${x} mm`).optional(),
  note: yup.string().max(200).defined(),
});

/** An object with any names, each of the same make. */
const mapOf = (of: yup.Schema, most: number, many: string, letters = 60): yup.Schema =>
  yup.lazy((value: unknown) =>
    yup
      .object(Object.fromEntries(Object.keys((value as object | undefined) ?? {}).map((id) => [id, of])))
      .test('many', many, (v) => Object.keys(v ?? {}).length <= most && Object.keys(v ?? {}).every((id) => id.length <= letters))
      .default(undefined)
      .optional()
  ) as unknown as yup.Schema;

/** What the solver found: checked for kind and size, because checks rest on it. */
const signed = (label: string) => bounded(label, -1e12, 1e12);
const triple = (label: string) => yup.array().of(signed(label).required()).length(3).required();
const solvedRowSchema = yup.object({
  inPlane: amount('Stress'),
  across: amount('Stress'),
  give: amount('Give'),
  error: amount('Error'),
  worst: vec3Schema('Place', 100_000),
  inCorner: yup.boolean().optional(),
  backed: yup.boolean().optional(),
  corners: yup.array().of(yup.object({ at: vec3Schema('Corner', 30_000), share: bounded('Share', 0, 1) })).max(8).optional(),
  area: amount('Area'),
  holds: list(triple('Reaction'), MAX_ROWS),
  pushes: list(list(signed('Push').required(), 9), MAX_ROWS),
  moves: mapOf(list(triple('Movement'), 8), 60, 'There are too many faces.'),
  slender: yup
    .object({
      stress: amount('Stress'),
      critical: amount('Critical stress'),
      wall_mm: length('Wall'),
      free_mm: length('Width'),
      held: yup.string().oneOf(['both', 'one', 'none']).required(),
      at: vec3Schema('Place', 100_000),
    })
    .noUnknown()
    .default(undefined)
    .optional(),
  stresses: list(yup.array().of(signed('Stress').required()).length(6).required(), MAX_SPOTS),
}).noUnknown().required();
const solvedSchema = yup
  .object({
    key: yup.string().max(80).required(),
    problem: yup.string().max(300).optional(),
    classes: list(
      yup.object({
        wall_mm: length('Wall'),
        share: bounded('Fill', 0, 1),
        solid_mm: length('Solid around loads').optional(),
        ratio: bounded('Ratio of stiffness', 1e-3, 1e3),
        deeper: yup.object({ way: vec3Schema('Depth', 1.001), by: bounded('Depth', 0.1, 10) }).noUnknown().default(undefined).optional(),
        rods: yup
          .object({ along: vec3Schema('Rods', 1.001), bends: vec3Schema('Rods', 1.001), stiffer: bounded('Rods', 0.001, 1e5) })
          .noUnknown()
          .default(undefined)
          .optional(),
        sleeves: yup.object({ stiffer: bounded('Sleeves', 0.001, 1e5) }).noUnknown().default(undefined).optional(),
        fibre: yup
          .object({
            ring_mm: length('Rings'),
            ring_share: bounded('Rings', 0, 1),
            sheet_mm: length('Sheets'),
            panel_mm: length('Panels'),
            outer_mm: length('Plastic outside of the fibre'),
            roof_mm: length('Plastic over the fibre'),
          })
          .noUnknown()
          .default(undefined)
          .optional(),
        bricks: bounded('Bricks', 0, 1e7),
        idle: bounded('Idle', 0, 1),
        rows: mapOf(solvedRowSchema, MAX_ROWS, 'There are too many rows.'),
        spots: list(vec3Schema('Place', 100_000), MAX_SPOTS),
        patches: list(list(bounded('Share', 0, 1.001).required(), 9), MAX_ROWS),
        seats: list(bounded('Area of a hold', 0, 1e8).required(), MAX_ROWS),
        patch_mm: length('Patch'),
      }).noUnknown(),
      60,
    ),
  })
  .noUnknown()
  .default(undefined)
  .optional();

const shapeSchema = yup
  .object({
    hash: hashSchema(),
    fileName: yup.string().max(255).required(),
    unit: yup.string().oneOf(['mm', 'inch']).required(),
    measure: measureSchema,
    up: yup.array().of(bounded('Direction', -1.001, 1.001)).length(3).optional(),
    load: yup.array().of(bounded('Direction', -1.001, 1.001)).length(3).optional(),
    study: studySchema,
    marks: yup.array().of(faceMarkSchema).max(60, 'At most 60 faces can be marked.').optional(),
    corrected: valuesSchema(CORRECTIONS, false).default(undefined).optional(),
    moulding: mouldingSchema.default(undefined).optional(),
    solved: yup.object({ printed: solvedSchema, solid: solvedSchema }).noUnknown().default(undefined).optional(),
    model: yup
      .object({ hash: hashSchema(), fileName: yup.string().max(255).required(), tolerance_mm: bounded('Tolerance of the tessellation', 0.001, 10) })
      .default(undefined)
      .optional(),
  })
  .default(undefined)
  .optional() as unknown as yup.ObjectSchema<ShapeRef | undefined>;

/** Inputs of planners, by planner. What was measured is checked for size alone: it is measured anew wherever it counts. */
const plansSchema = yup
  .object(
    Object.fromEntries(
      PLANNERS.map((p) => [
        p.id,
        yup
          .object({
            values: valuesSchema(p.inputs, false).required(),
            geometry: yup
              .object({
                key: yup.string().max(300).required(),
                result: yup.mixed().test('size', 'What was measured is too large.', (r) => JSON.stringify(r ?? null).length <= 200_000),
              })
              .noUnknown()
              .default(undefined)
              .optional(),
          })
          .noUnknown()
          .default(undefined)
          .optional(),
      ]),
    ),
  )
  .noUnknown('There is a plan that Cuadro does not know.')
  .default(undefined)
  .optional() as unknown as yup.ObjectSchema<Record<string, PlanDoc> | undefined>;

const agreedSchema = yup.object({
  who: yup.string().max(80, 'A name is at most 80 characters long.').defined(),
  by: yup.string().test('day', 'The day by which it is done is a date.', (d) => !d || daySchema().isValidSync(d)).defined(),
  done: yup.boolean().required(),
}).noUnknown();

/** Conditions are known by their text, which follows the figures: any may be there, not any number of them. */
const decisionSchema = yup
  .object({
    agreed: mapOf(agreedSchema, 100, 'At most 100 conditions of at most 600 characters are kept.', 600),
    overruled: yup
      .object({
        way: yup.string().max(120).required(),
        reason: yup.string().trim().min(10, 'Say why it is decided otherwise, in a sentence.').max(1000, 'The reason is at most 1000 characters long.')
          .required(),
        who: yup.string().max(80).defined(),
        on: daySchema().required(),
      })
      .noUnknown()
      .default(undefined)
      .optional(),
  })
  .noUnknown()
  .default(undefined)
  .optional() as unknown as yup.ObjectSchema<Decision | undefined>;

/** What is known of the tool of today: every figure may be open. */
const todayFigures = Object.fromEntries(TODAY_FIGURES.map((f) => [f.id, numberSchema(f).nullable().defined()])) as Record<
  TodayFigure,
  yup.NumberSchema<number | null, yup.AnyObject, undefined, ''>
>;

export const caseSchema: yup.ObjectSchema<CaseDoc> = yup
  .object({
    version: yup.number().required().oneOf(
      [DOC_VERSION],
      `The case was written by another version of Cuadro (form \${value}); this one reads form ${DOC_VERSION}.`,
    ),
    title: named('Give the tool a name.', 2).max(120, 'At most 120 letters.'),
    family: yup.string().oneOf(FAMILY_IDS, 'Choose a kind of tool.').required('Choose a kind of tool.'),
    place: yup.string().max(120).defined(),
    owner: yup.string().max(80, 'A name is at most 80 characters long.').optional(),
    signals: yup.array().of(yup.string().oneOf(SIGNAL_IDS, 'Cuadro knows no such sign.').required()).max(SIGNAL_IDS.length).optional() as unknown as yup.Schema<
      CaseDoc['signals']
    >,
    template: yup.boolean().oneOf([true]).optional() as yup.Schema<true | undefined>,
    trouble: yup.string().max(1000, 'At most 1000 letters.').defined(),
    form: yup.string().oneOf(Object.keys(FORMS) as Form[]).required(),
    size_mm: yup
      .array()
      .of(bounded('Size', 0.5, 20_000, (x) => formatQuantity(x, 'length', 'metric')))
      .length(3, 'Give three sizes.')
      .required() as unknown as yup.Schema<CaseDoc['size_mm']>,
    today: yup
      .object({
        way: yup.string().oneOf(TODAY_WAY_IDS).required(),
        material: yup.string().nullable().defined().test(
          'material',
          'Choose a material of the shelf.',
          (m) => m === null || (typeof m === 'string' && m.length > 0 && m.length <= 80),
        ),
        ...todayFigures,
        delay_per_day: bounded("Cost of a day's delay", 0, MONEY_MAX),
        waitingFree: yup.boolean().optional(),
      })
      .noUnknown()
      .required(),
    need: needSchema,
    shapes: yup.object({ machined: shapeSchema, printed: shapeSchema }).noUnknown().required(),
    pins: yup
      .array()
      .of(yup.object({ process: yup.string().max(60).required(), material: yup.string().max(60).required() }).noUnknown().required())
      .max(MAX_PINS, `At most ${MAX_PINS} routes can be pinned.`)
      .required(),
    overrides: yup
      .mixed<Record<string, Record<string, LineOverride>>>()
      .required()
      .test('overrides', 'An overridden line is not usable.', (all, ctx) => {
        for (const [route, lines] of Object.entries(all ?? {})) {
          for (const [line, o] of Object.entries((lines ?? {}) as Record<string, unknown>)) {
            try {
              overrideSchemaFor(route, line).validateSync(o, { strict: true });
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
      .test(
        'remedies',
        'A remedy is not one that Cuadro knows.',
        (all) =>
          all === undefined ||
          (typeof all === 'object' && all !== null &&
            Object.values(all).every((ids) => Array.isArray(ids) && ids.length <= REMEDY_IDS.length && ids.every((id) => REMEDY_IDS.includes(id)))),
      ),
    plans: plansSchema,
    loads: mapOf(valuesSchema(LOAD_INPUTS, false).required(), MAX_ROWS, `The load table takes ${MAX_ROWS} rows.`) as yup.Schema<CaseDoc['loads']>,
    holds: mapOf(valuesSchema(HOLD_INPUTS, false).required(), MAX_ROWS, `At most ${MAX_ROWS} places hold a tool.`) as yup.Schema<CaseDoc['holds']>,
    decision: decisionSchema,
    start: daySchema('Start'),
  })
  .noUnknown('Cuadro does not know the field ${unknown}.')
  .required();

/** A figure put over a line or entry of a route: within what that figure can be. */
export function overrideSchemaFor(route: string, name: string): yup.ObjectSchema<LineOverride> {
  const { min, max } = boundsOf(route, name);
  return rangeSchema('Value', min, max).concat(
    yup.object({ kind: yup.string().oneOf(['quote', 'you']).required(), note: named('Say where the figure comes from.', 1).max(400) }),
  ) as unknown as yup.ObjectSchema<LineOverride>;
}
