import { asRange, type InputSpec, number, type Option, type Values } from '../inputs/spec';
import type { Entry, Range, Source } from '../worksheet/types';

interface Metal {
  label: string;
  /** Yield and tensile strength, MPa; stiffness, GPa; even stretch before it necks; natural inside radius, share of the opening. */
  yield: Range;
  tensile: Range;
  young: number;
  stretch: number;
  natural: number;
  /** Thickest sheet that plastic tools bend as a rule, mm. */
  plastic_mm: Range;
}
const range = (low: number, likely: number, high: number): Range => ({ low, likely, high });
/** Sheet as usually bought. */
export const METALS: Record<string, Metal> = {
  'soft-aluminium': {
    label: 'soft aluminium (5xxx, H32)',
    yield: range(150, 190, 220),
    tensile: range(210, 235, 260),
    young: 70,
    stretch: 0.12,
    natural: 0.15,
    plastic_mm: range(2, 2.5, 3),
  },
  'hard-aluminium': {
    label: 'hard aluminium (6xxx, T6)',
    yield: range(240, 275, 300),
    tensile: range(290, 310, 340),
    young: 69,
    stretch: 0.08,
    natural: 0.18,
    plastic_mm: range(1.5, 2, 2.5),
  },
  'soft-steel': {
    label: 'soft steel',
    yield: range(180, 240, 300),
    tensile: range(300, 370, 430),
    young: 205,
    stretch: 0.2,
    natural: 0.16,
    plastic_mm: range(1.2, 1.4, 1.6),
  },
  stainless: {
    label: 'stainless (304)',
    yield: range(230, 290, 350),
    tensile: range(540, 620, 720),
    young: 195,
    stretch: 0.4,
    natural: 0.21,
    plastic_mm: range(0.8, 1, 1.2),
  },
  brass: {
    label: 'brass or copper, half hard',
    yield: range(150, 220, 300),
    tensile: range(300, 350, 420),
    young: 110,
    stretch: 0.2,
    natural: 0.16,
    plastic_mm: range(1.5, 2, 2.5),
  },
};
const OWN = 'own';
const METAL_OPTIONS: readonly Option[] = [...Object.entries(METALS).map(([value, m]) => ({ value, label: m.label })), {
  value: OWN,
  label: 'another; give its figures',
}];
const isOwn = (v: Values): boolean => v['metal'] === OWN;

/** What is asked of the sheet: which it is, how thick; of another its figures. */
export const metalInputs = (group: string): InputSpec[] => [
  { kind: 'choice', id: 'metal', label: 'Sheet', group, options: METAL_OPTIONS, usual: 'soft-steel' },
  number('own_yield', 'Its yield strength', 'pressure', [5, 3000], undefined, { group, ranged: true, optional: true, asked: isOwn }),
  number('own_tensile', 'Its tensile strength', 'pressure', [10, 3500], undefined, { group, ranged: true, optional: true, asked: isOwn }),
  number('own_young', 'Its stiffness', 'stiffness', [1, 500], undefined, { group, optional: true, asked: isOwn }),
  number('own_stretch', 'Stretch before it necks, share', 'count', [0.005, 1], undefined, { group, optional: true, asked: isOwn }),
  number('gauge', 'Thickness of the sheet', 'length', [0.05, 20], 0.8, { group }),
];

/** The sheet that was chosen; soft steel until somebody says. */
export const metalOf = (values: Values): Metal => METALS[String(values['metal'] ?? 'soft-steel')] ?? METALS['soft-steel'];

/** Strengths, stiffness and stretch of the sheet, from the book or as given. @param planner id of the plan they belong to */
export function metalEntries(planner: string, values: Values): Entry[] {
  const metal = metalOf(values);
  const source: Source = isOwn(values)
    ? { kind: 'you', text: 'Given by you.' }
    : { kind: 'shelf', text: `${metal.label}: typical published range, confirm with the mill certificate.` };
  const given = (id: string, book: Range): Range => (isOwn(values) && values[id] !== undefined ? asRange(values[id] as number) : book);
  const entry = (name: string, label: string, unit: string, r: Range): Entry => ({ name, label, unit, ...r, source, key: `plan.${planner}.${name}` });
  return [
    entry('sigma_y', 'Yield strength of the sheet', 'MPa', given('own_yield', metal.yield)),
    entry('sigma_u', 'Tensile strength of the sheet', 'MPa', given('own_tensile', metal.tensile)),
    entry('young', 'Stiffness of the sheet', 'GPa', given('own_young', asRange(metal.young))),
    entry('stretch', 'Stretch before it necks', '', given('own_stretch', asRange(metal.stretch))),
  ];
}
