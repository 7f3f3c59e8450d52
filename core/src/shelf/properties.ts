import { capital } from '../quantity/words';
import { PROCESSES } from '../routes/processes';
import type { Range } from '../worksheet/types';
import { ESD_WORDS, exactly, FLAME_WORDS, FLUIDS, FLUID_IDS, IMPACT_WORDS, type Material, REMOVAL_WORDS, UV_WORDS } from './types';

/**
 * Every property of a material, once: what it is called, how it is read and written, and the range beyond which a figure is a
 * slip of the pen. Filter, comparison, plot, CSV and validation all go through this table.
 */
interface Base {
  /** Name of the CSV column. */
  id: string;
  label: string;
}
export interface NumberProperty extends Base {
  kind: 'number';
  unit: string;
  min: number;
  max: number;
  /** One figure without a range. */
  single?: boolean;
  optional?: boolean;
  get(m: Material): Range | undefined;
  set(m: Material, r: Range): Material;
}
export interface ClassProperty extends Base {
  kind: 'class';
  options: readonly { value: string; label: string }[];
  get(m: Material): string;
  set(m: Material, value: string): Material;
}
export interface TextProperty extends Base {
  kind: 'text';
  max: number;
  required?: boolean;
  get(m: Material): string;
  set(m: Material, value: string): Material;
}
export type Property = NumberProperty | ClassProperty | TextProperty;

const words = (w: Readonly<Record<string, string>>): { value: string; label: string }[] => Object.entries(w).map(([value, label]) => ({ value, label }));
const number = (id: string, label: string, unit: string, min: number, max: number, get: NumberProperty['get'], set: NumberProperty['set'], more: Partial<NumberProperty> = {}): NumberProperty =>
  ({ kind: 'number', id, label, unit, min, max, get, set, ...more });
const one = (x: number | undefined): Range | undefined => (x === undefined ? undefined : exactly(x));

export const MATERIAL_FAMILIES = { polymer: 'plastic', fibre: 'filled or fibre-reinforced plastic', metal: 'metal', board: 'board, wood, sand' };
export const MARKS = { no: 'does not mark finished faces', 'with-pad': 'may mark finished faces: use pads', yes: 'marks finished faces' };
const RATINGS = { A: 'A no effect', B: 'B slight', C: 'C soak test needed', D: 'D attacked' };
const UPTAKE = { none: 'takes up no water', some: 'takes up a little water', much: 'swells in damp' };

export const PROPERTIES: readonly Property[] = [
  { kind: 'text', id: 'label', label: 'Name', max: 80, required: true, get: (m) => m.label, set: (m, label) => ({ ...m, label }) },
  { kind: 'class', id: 'family', label: 'Kind', options: words(MATERIAL_FAMILIES), get: (m) => m.family, set: (m, v) => ({ ...m, family: v as Material['family'] }) },
  { kind: 'text', id: 'processes', label: 'Processes', max: 400, required: true, get: (m) => m.processes.join(' '), set: (m, v) => ({ ...m, processes: v.split(/[\s,;]+/).filter(Boolean) }) },
  number('density', 'Density', 'g/cm³', 0.05, 25, (m) => m.density_g_cm3, (m, r) => ({ ...m, density_g_cm3: r })),
  number('modulus', 'Stiffness in plane', 'GPa', 0.0001, 1000, (m) => m.modulus_gpa.inPlane, (m, r) => ({ ...m, modulus_gpa: { ...m.modulus_gpa, inPlane: r } })),
  number('modulus_across', 'Stiffness across', 'GPa', 0.0001, 1000, (m) => m.modulus_gpa.across, (m, r) => ({ ...m, modulus_gpa: { ...m.modulus_gpa, across: r } })),
  number('strength', 'Strength in plane', 'MPa', 0.01, 5000, (m) => m.strength_mpa.inPlane, (m, r) => ({ ...m, strength_mpa: { ...m.strength_mpa, inPlane: r } })),
  number('strength_across', 'Strength across', 'MPa', 0.01, 5000, (m) => m.strength_mpa.across, (m, r) => ({ ...m, strength_mpa: { ...m.strength_mpa, across: r } })),
  number('use', 'Lasting heat', '°C', -50, 2000, (m) => m.use_c, (m, r) => ({ ...m, use_c: r })),
  number('price', 'Price', 'money/kg', 0, 100_000, (m) => m.price_per_kg, (m, r) => ({ ...m, price_per_kg: r })),
  number('cte', 'Expansion', 'µm/(m·K)', -10, 500, (m) => m.cte, (m, r) => ({ ...m, cte: r })),
  number('compressive', 'Pressure on a face', 'MPa', 0.001, 10_000, (m) => m.compressive_mpa, (m, r) => ({ ...m, compressive_mpa: r })),
  number('wear', 'Wear life, short-fibre nylon = 1', '', 0.001, 10_000, (m) => one(m.wear), (m, r) => ({ ...m, wear: r.likely }), { single: true }),
  number('creep', 'Lasting load, share of strength', '', 0.01, 1, (m) => one(m.creep), (m, r) => ({ ...m, creep: r.likely }), { single: true }),
  number('cutting', 'Cutting effort, aluminium = 1', '', 0.01, 100, (m) => one(m.cutting), (m, r) => ({ ...m, cutting: r.likely }), { single: true, optional: true }),
  number('fibre_price', 'Continuous fibre', 'money/cm³', 0, 1000, (m) => m.fibre_per_cm3, (m, r) => ({ ...m, fibre_per_cm3: r }), { optional: true }),
  number('moisture_limit', 'Most water before the machine', '%', 0, 100, (m) => one(m.moisture.limit_pct), (m, r) => ({ ...m, moisture: { ...m.moisture, limit_pct: r.likely } }), { single: true, optional: true }),
  { kind: 'class', id: 'moisture', label: 'Damp', options: words(UPTAKE), get: (m) => m.moisture.uptake, set: (m, v) => ({ ...m, moisture: { ...m.moisture, uptake: v as Material['moisture']['uptake'] } }) },
  { kind: 'text', id: 'drying', label: 'Drying', max: 120, get: (m) => m.moisture.dry ?? '', set: (m, v) => ({ ...m, moisture: { ...m.moisture, dry: v } }) },
  { kind: 'text', id: 'hardness', label: 'Hardness', max: 60, get: (m) => m.hardness, set: (m, hardness) => ({ ...m, hardness }) },
  { kind: 'class', id: 'impact', label: 'Knocks', options: words(IMPACT_WORDS), get: (m) => m.impact, set: (m, v) => ({ ...m, impact: v as Material['impact'] }) },
  { kind: 'class', id: 'uv', label: 'Sunlight', options: words(UV_WORDS), get: (m) => m.uv, set: (m, v) => ({ ...m, uv: v as Material['uv'] }) },
  { kind: 'class', id: 'esd', label: 'Static', options: words(ESD_WORDS), get: (m) => m.esd, set: (m, v) => ({ ...m, esd: v as Material['esd'] }) },
  { kind: 'class', id: 'flame', label: 'Fire', options: words(FLAME_WORDS), get: (m) => m.flame, set: (m, v) => ({ ...m, flame: v as Material['flame'] }) },
  { kind: 'class', id: 'contact', label: 'Food, medical', options: [{ value: 'ask', label: 'ask who must confirm' }, { value: 'never', label: 'not sold for it' }], get: (m) => m.contact, set: (m, v) => ({ ...m, contact: v as Material['contact'] }) },
  { kind: 'class', id: 'removal', label: 'Getting it out', options: words(REMOVAL_WORDS), get: (m) => m.removal, set: (m, v) => ({ ...m, removal: v as Material['removal'] }) },
  { kind: 'class', id: 'marks', label: 'Marks', options: words(MARKS), get: (m) => m.marks, set: (m, v) => ({ ...m, marks: v as Material['marks'] }) },
  ...FLUID_IDS.map((f): ClassProperty => ({ kind: 'class', id: `fluid_${f.replace('-', '_')}`, label: capital(FLUIDS[f]), options: words(RATINGS), get: (m) => m.fluids[f], set: (m, v) => ({ ...m, fluids: { ...m.fluids, [f]: v } as Material['fluids'] }) })),
  { kind: 'text', id: 'note', label: 'Note', max: 400, get: (m) => m.note, set: (m, note) => ({ ...m, note }) },
  { kind: 'text', id: 'source', label: 'Where the figures come from', max: 400, required: true, get: (m) => m.source.text, set: (m, text) => ({ ...m, source: { kind: 'you', text } }) },
];

export const NUMBERS = PROPERTIES.filter((p): p is NumberProperty => p.kind === 'number');
export const propertyOf = (id: string): Property | undefined => PROPERTIES.find((p) => p.id === id);

/** What is wrong with a material, property by property; empty when it can be used. */
export function materialFaults(m: Material): { property: string; message: string }[] {
  const out: { property: string; message: string }[] = [];
  const fault = (p: Base, message: string): void => void out.push({ property: p.id, message });
  for (const p of PROPERTIES) {
    if (p.kind === 'text') {
      const t = p.get(m);
      if (typeof t !== 'string' || t.length > p.max) fault(p, `${p.label}: at most ${p.max} letters.`);
      else if (p.required && !t.trim()) fault(p, `${p.label} is missing.`);
    } else if (p.kind === 'class') {
      if (!p.options.some((o) => o.value === p.get(m))) fault(p, `${p.label}: one of ${p.options.map((o) => o.value).join(', ')}.`);
    } else {
      const r = p.get(m);
      if (r === undefined) {
        if (!p.optional) fault(p, `${p.label} is missing.`);
      } else if (![r.low, r.likely, r.high].every((x) => typeof x === 'number' && Number.isFinite(x))) fault(p, `${p.label}: numbers.`);
      else if (!(r.low <= r.likely && r.likely <= r.high)) fault(p, `${p.label}: low, likely and high must rise.`);
      else if (r.low < p.min || r.high > p.max) fault(p, `${p.label} must lie between ${p.min} and ${p.max}${p.unit ? ` ${p.unit}` : ''}. Check the unit and the zeros.`);
    }
  }
  const unknown = m.processes.filter((id) => !PROCESSES.some((p) => p.id === id));
  if (unknown.length) fault({ id: 'processes', label: '' }, `No process is called ${unknown.join(', ')}; there are ${PROCESSES.map((p) => p.id).join(', ')}.`);
  if (PROCESSES.some((p) => p.kind !== 'print' && m.processes.includes(p.id)) && m.cutting === undefined) fault({ id: 'cutting', label: '' }, 'Stock that is cut needs a cutting effort.');
  return out;
}
