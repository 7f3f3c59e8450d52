import { capital } from '../quantity/words';
import type { ChoiceInput, NumberInput, TextInput } from '../inputs/spec';
import type { Range } from '../worksheet/types';
import { ESD_WORDS, exactly, FLAME_WORDS, FLUIDS, FLUID_IDS, IMPACT_WORDS, type Material, COLOUR_WORDS, REMOVAL_WORDS, UV_WORDS } from './types';

/**
 * Every property of a material, once: what it is called, how it is read and written, and the range beyond which a figure is a
 * slip of the pen. Filter, comparison, plot, CSV and validation all go through this table.
 */
interface Of<T> {
  get(m: Material): T;
  set(m: Material, value: NonNullable<T>): Material;
}
/** Its id is the name of the CSV column. */
export type NumberProperty = NumberInput & { unit: string } & Of<Range | undefined>;
export type ClassProperty = ChoiceInput & Of<string>;
export type TextProperty = TextInput & Of<string>;
export type Property = NumberProperty | ClassProperty | TextProperty;

const words = (w: Readonly<Record<string, string>>): { value: string; label: string }[] => Object.entries(w).map(([value, label]) => ({ value, label }));
const number = (
  id: string,
  label: string,
  unit: string,
  min: number,
  max: number,
  get: NumberProperty['get'],
  set: NumberProperty['set'],
  more: Partial<NumberProperty> = {},
): NumberProperty => ({ kind: 'number', quantity: 'count', ranged: true, id, label, unit, min, max, get, set, ...more });
const one = (x: number | undefined): Range | undefined => (x === undefined ? undefined : exactly(x));

export const MATERIAL_FAMILIES = { polymer: 'plastic', fibre: 'filled or fibre-reinforced plastic', metal: 'metal', board: 'board, wood, sand' };
const MARKS = { no: 'does not mark finished faces', 'with-pad': 'may mark finished faces: use pads', yes: 'marks finished faces' };
const RATINGS = { A: 'A no effect', B: 'B slight', C: 'C soak test needed', D: 'D attacked' };
const UPTAKE = { none: 'takes up no water', some: 'takes up a little water', much: 'swells in damp' };

// dprint-ignore
export const PROPERTIES: readonly Property[] = [
  { kind: 'text', id: 'label', label: 'Name', max: 80, least: 1, get: (m) => m.label, set: (m, label) => ({ ...m, label }) },
  { kind: 'choice', id: 'family', label: 'Kind', options: words(MATERIAL_FAMILIES), get: (m) => m.family, set: (m, v) => ({ ...m, family: v as Material['family'] }) },
  { kind: 'text', id: 'processes', label: 'Processes', max: 400, least: 1, get: (m) => m.processes.join(' '), set: (m, v) => ({ ...m, processes: v.split(/[\s,;]+/).filter(Boolean) }) },
  number('density', 'Density', 'g/cm³', 0.05, 25, (m) => m.density_g_cm3, (m, r) => ({ ...m, density_g_cm3: r })),
  number('modulus', 'Stiffness in plane', 'GPa', 0.0001, 1000, (m) => m.modulus_gpa.inPlane, (m, r) => ({ ...m, modulus_gpa: { ...m.modulus_gpa, inPlane: r } })),
  number('modulus_across', 'Stiffness across', 'GPa', 0.0001, 1000, (m) => m.modulus_gpa.across, (m, r) => ({ ...m, modulus_gpa: { ...m.modulus_gpa, across: r } })),
  number('strength', 'Strength in plane', 'MPa', 0.01, 5000, (m) => m.strength_mpa.inPlane, (m, r) => ({ ...m, strength_mpa: { ...m.strength_mpa, inPlane: r } })),
  number('strength_across', 'Strength across', 'MPa', 0.01, 5000, (m) => m.strength_mpa.across, (m, r) => ({ ...m, strength_mpa: { ...m.strength_mpa, across: r } })),
  number('use', 'Lasting heat', '°C', -50, 2000, (m) => m.use_c, (m, r) => ({ ...m, use_c: r })),
  number('use_wet', 'Lasting heat in water', '°C', -50, 2000, (m) => m.water_c, (m, r) => ({ ...m, water_c: r }), { optional: true }),
  number('price', 'Price', 'money/kg', 0, 100_000, (m) => m.price_per_kg, (m, r) => ({ ...m, price_per_kg: r })),
  number('cte', 'Expansion', 'µm/(m·K)', -10, 500, (m) => m.cte, (m, r) => ({ ...m, cte: r })),
  number('compressive', 'Pressure on a face', 'MPa', 0.001, 10_000, (m) => m.compressive_mpa, (m, r) => ({ ...m, compressive_mpa: r })),
  number('wear', 'Wear life, short-fibre nylon = 1', '', 0.001, 10_000, (m) => one(m.wear), (m, r) => ({ ...m, wear: r.likely }), { ranged: false }),
  number('creep', 'Lasting load, share of strength', '', 0.01, 1, (m) => one(m.creep), (m, r) => ({ ...m, creep: r.likely }), { ranged: false }),
  number('cutting', 'Cutting effort, aluminium = 1', '', 0.01, 100, (m) => one(m.cutting), (m, r) => ({ ...m, cutting: r.likely }), { ranged: false, optional: true }),
  number('flow', 'Speed on its machine, the easiest of its kind = 1', '', 0.05, 2, (m) => one(m.flow), (m, r) => ({ ...m, flow: r.likely }), { ranged: false, optional: true }),
  number('fibre_price', 'Continuous fibre', 'money/cm³', 0, 1000, (m) => m.fibre_per_cm3, (m, r) => ({ ...m, fibre_per_cm3: r }), { optional: true }),
  number('moisture_limit', 'Most water before the machine', '%', 0, 100, (m) => one(m.moisture.limit_pct), (m, r) => ({ ...m, moisture: { ...m.moisture, limit_pct: r.likely } }), { ranged: false, optional: true }),
  { kind: 'choice', id: 'moisture', label: 'Damp', options: words(UPTAKE), get: (m) => m.moisture.uptake, set: (m, v) => ({ ...m, moisture: { ...m.moisture, uptake: v as Material['moisture']['uptake'] } }) },
  { kind: 'text', id: 'drying', label: 'Drying', max: 120, optional: true, get: (m) => m.moisture.dry ?? '', set: (m, v) => ({ ...m, moisture: { ...m.moisture, dry: v } }) },
  { kind: 'text', id: 'hardness', label: 'Hardness', max: 60, optional: true, get: (m) => m.hardness, set: (m, hardness) => ({ ...m, hardness }) },
  { kind: 'choice', id: 'impact', label: 'Knocks', options: words(IMPACT_WORDS), get: (m) => m.impact, set: (m, v) => ({ ...m, impact: v as Material['impact'] }) },
  { kind: 'choice', id: 'uv', label: 'Sunlight', options: words(UV_WORDS), get: (m) => m.uv, set: (m, v) => ({ ...m, uv: v as Material['uv'] }) },
  { kind: 'choice', id: 'esd', label: 'Static', options: words(ESD_WORDS), get: (m) => m.esd, set: (m, v) => ({ ...m, esd: v as Material['esd'] }) },
  { kind: 'choice', id: 'flame', label: 'Fire', options: words(FLAME_WORDS), get: (m) => m.flame, set: (m, v) => ({ ...m, flame: v as Material['flame'] }) },
  { kind: 'choice', id: 'contact', label: 'Food, medical', options: [{ value: 'ask', label: 'ask who must confirm' }, { value: 'never', label: 'not sold for it' }], get: (m) => m.contact, set: (m, v) => ({ ...m, contact: v as Material['contact'] }) },
  { kind: 'choice', id: 'removal', label: 'Getting it out', options: words(REMOVAL_WORDS), get: (m) => m.removal, set: (m, v) => ({ ...m, removal: v as Material['removal'] }) },
  { kind: 'choice', id: 'colour', label: 'Colour', options: words(COLOUR_WORDS), get: (m) => m.colour ?? 'own', set: (m, v) => ({ ...m, colour: v as Material['colour'] }) },
  { kind: 'choice', id: 'marks', label: 'Marks', options: words(MARKS), get: (m) => m.marks, set: (m, v) => ({ ...m, marks: v as Material['marks'] }) },
  ...FLUID_IDS.map((f): ClassProperty => ({ kind: 'choice', id: `fluid_${f.replace('-', '_')}`, label: capital(FLUIDS[f]), options: words(RATINGS), get: (m) => m.fluids[f], set: (m, v) => ({ ...m, fluids: { ...m.fluids, [f]: v } as Material['fluids'] }) })),
  { kind: 'text', id: 'note', label: 'Note', max: 400, optional: true, get: (m) => m.note, set: (m, note) => ({ ...m, note }) },
  { kind: 'text', id: 'source', label: 'Where the figures come from', max: 400, least: 1, get: (m) => m.source.text, set: (m, text) => ({ ...m, source: { kind: 'you', text } }) },
];

export const NUMBERS = PROPERTIES.filter((p): p is NumberProperty => p.kind === 'number');
export const propertyOf = (id: string): Property | undefined => PROPERTIES.find((p) => p.id === id);
