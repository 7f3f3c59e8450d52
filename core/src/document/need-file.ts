import type * as yup from 'yup';
import { FAMILY_IDS, familyOf } from '../need/families';
import { asRange, type InputSpec } from '../inputs/spec';
import { MATERIALS } from '../shelf/shelf';
import { HOLD_INPUTS, LOAD_INPUTS } from '../need/loads';
import { REQUIREMENTS } from '../need/requirements';
import { newCase } from '../case/new-case';
import { caseSchema } from './case-schema';
import { TODAY_WAY_IDS } from '../case/today';
import type { CaseDoc, ShapeRef } from '../case/types';

/** A need file that cannot be used: one sentence a fault, each naming its field. */
export class NeedFileError extends Error {
  constructor(readonly faults: readonly string[]) {
    super(faults.join(' '));
  }
}

const FIELDS = [
  'title',
  'family',
  'form',
  'size_mm',
  'need',
  'remedies',
  'plans',
  'start',
  'today',
  'copies',
  'delay_per_day',
  'mesh',
  'loads',
  'holds',
] as const;

/** Fields of `today`, and what each is called in the document. */
const TODAY = {
  way: 'way',
  material: 'material',
  price: 'cost',
  once: 'once',
  wait_days: 'wait_days',
  weight_kg: 'weight_kg',
  life_cycles: 'life_cycles',
  pieces: 'pieces',
  fasteners: 'fasteners',
  hoses: 'hoses',
} as const;

/** `{ grip: { cups: 4 } }` → the plans of a document. */
const plansFrom = (plans: unknown): unknown =>
  typeof plans === 'object' && plans !== null && !Array.isArray(plans)
    ? Object.fromEntries(Object.entries(plans).map(([id, values]) => [id, { values }]))
    : plans;

/** `[{ kind: "clamp", force: 800 }]` → rows by id, a bare figure standing for a range that is one. */
function rowsFrom(rows: unknown, specs: readonly InputSpec[], letter: string): unknown {
  if (!Array.isArray(rows)) return rows;
  const ranged = new Set(specs.filter((s) => s.kind === 'number' && s.ranged).map((s) => s.id));
  const whole = (row: unknown): unknown =>
    typeof row === 'object' && row !== null
      ? Object.fromEntries(Object.entries(row).map(([k, v]) => [k, ranged.has(k) && typeof v === 'number' ? asRange(v) : (v as unknown)]))
      : row;
  return Object.fromEntries(rows.map((row, i) => [`${letter}${String(i + 1).padStart(2, '0')}`, whole(row)]));
}

/**
 * A need on its own, as a file: `{ family, size_mm, form?, title?, start?, copies?, delay_per_day?, mesh?, remedies?, plans?: { grip: { cups: 4 } },
 * today?: { way: "machined", price: 620, wait_days: 26 }, need: { serviceTemp: 80, load: { value: 300, level: "want" } } }`.
 * A load table is `loads: [{ name: "Clamp", kind: "clamp", force: 800, at: { point, normal } }]` and `holds: [{ at: { point, normal } }]`.
 * A bare value is a must. What is left out is the family's usual; without `today` nothing is there. Units are those stored: mm, N,
 * kg, °C, MPa, µm, days. A mesh is a path beside the file: whoever opened the file hands over what it holds.
 * @param shape the mesh that the file names, read and studied
 * @throws NeedFileError
 */
export function readNeed(json: unknown, shape?: ShapeRef): CaseDoc {
  if (typeof json !== 'object' || json === null || Array.isArray(json)) throw new NeedFileError(['The file must hold one object.']);
  const given = json as Record<string, unknown>;
  const faults = Object.keys(given).filter((k) => !(FIELDS as readonly string[]).includes(k)).map((k) =>
    `"${k}" is not a field of a need; there are ${FIELDS.join(', ')}.`
  );
  const family = given['family'];
  if (typeof family !== 'string' || !FAMILY_IDS.includes(family)) throw new NeedFileError([...faults, `family: one of ${FAMILY_IDS.join(', ')}.`]);
  const need = given['need'] ?? {};
  if (typeof need !== 'object' || need === null || Array.isArray(need)) throw new NeedFileError([...faults, 'need: an object of requirements.']);
  const known = new Set<string>(REQUIREMENTS.map((r) => r.id));
  faults.push(...Object.keys(need).filter((k) => !known.has(k)).map((k) => `need.${k} is not a requirement; there are ${[...known].join(', ')}.`));
  const now = given['today'] ?? {};
  if (typeof now !== 'object' || now === null || Array.isArray(now)) throw new NeedFileError([...faults, 'today: an object with a way.']);
  faults.push(...Object.keys(now).filter((k) => !(k in TODAY)).map((k) => `today.${k} is not a field; there are ${Object.keys(TODAY).join(', ')}.`));
  if (given['today'] !== undefined && !('way' in now)) faults.push(`today.way: one of ${TODAY_WAY_IDS.join(', ')}.`);
  const made = (now as Record<string, unknown>)['material'];
  if (typeof made === 'string' && !MATERIALS.some((m) => m.id === made))
    faults.push(`today.material: "${made}" is not on the shelf; there are ${MATERIALS.map((m) => m.id).join(', ')}.`);
  if (given['mesh'] !== undefined && typeof given['mesh'] !== 'string') faults.push('mesh: the path of a file.');
  faults.push(...(['loads', 'holds'] as const).filter((k) => given[k] !== undefined && !Array.isArray(given[k])).map((k) => `${k}: a list of rows.`));
  if (faults.length) throw new NeedFileError(faults);
  const base = newCase({
    title: 'Need from a file',
    family,
    size_mm: [100, 80, 40],
    copies: 1,
    todayWay: 'none',
    todayCost: null,
    todayWait_days: null,
    trouble: '',
  }, '2026-01-05');
  const whole = (v: unknown): unknown =>
    typeof v === 'object' && v !== null && !Array.isArray(v) ? { level: 'must', from: 'file', ...v } : { level: 'must', from: 'file', value: v };
  const doc = {
    ...base,
    ...(given['title'] !== undefined && { title: given['title'] }),
    ...(given['size_mm'] !== undefined && { size_mm: given['size_mm'] }),
    ...(given['start'] !== undefined && { start: given['start'] }),
    ...(given['remedies'] !== undefined && { remedies: given['remedies'] }),
    ...(given['plans'] !== undefined && { plans: plansFrom(given['plans']) }),
    ...(given['loads'] !== undefined && { loads: rowsFrom(given['loads'], LOAD_INPUTS, 'L') }),
    ...(given['holds'] !== undefined && { holds: rowsFrom(given['holds'], HOLD_INPUTS, 'H') }),
    form: given['form'] ?? familyOf(family).form,
    today: {
      ...base.today,
      ...Object.fromEntries(Object.entries(now).map(([k, v]) => [TODAY[k as keyof typeof TODAY], v as unknown])),
      ...(given['delay_per_day'] !== undefined && { delay_per_day: given['delay_per_day'] }),
    },
    ...(shape && { shapes: { printed: shape } }),
    need: {
      ...(given['copies'] !== undefined && { copies: whole(given['copies']) }),
      ...Object.fromEntries(Object.entries(need).map(([k, v]) => [k, whole(v)])),
    },
  };
  try {
    return caseSchema.validateSync(doc, { strict: true, abortEarly: false }) as unknown as CaseDoc;
  } catch (e) {
    throw new NeedFileError((e as yup.ValidationError).inner?.map((f) => `${f.path}: ${f.message}`) ?? [(e as Error).message]);
  }
}
