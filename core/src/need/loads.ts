import { asRange, type InputSpec, number, type Option, type Place, type Values } from '../inputs/spec';
import { HAND_DIMS, HAND_FORMULAS, type HandDim, handFormula } from '../mechanics/by-hand';
import { STANDARD_GRAVITY } from '../quantity/quantity';
import type { Vec3 } from '../shape/turn';
import type { Range } from '../worksheet/types';
import { BOLTS, preload } from './bolts';
import type { Duty } from './family';
import { requirementSpec, type BoltSize } from './requirements';

/** What may load a tool, row by row; the load table of a case holds rows of these inputs. */
export const LOAD_KINDS = {
  push: 'a push or pull',
  clamp: 'a clamp',
  press: 'a press',
  cutter: 'a cutter',
  bolt: 'a bolt drawn tight',
  carried: 'a mass it carries',
  pressure: 'pressure on a face',
  own: 'its own weight',
  warming: 'getting warmer',
} as const;
export type LoadKind = keyof typeof LOAD_KINDS;
export const HOLD_KINDS = { fixed: 'held all ways', bolt: 'bolted down', rest: 'resting on it', dowel: 'located by a dowel or bore' } as const;
export type HoldKind = keyof typeof HOLD_KINDS;

/** Which way it goes, in the part's own axes. */
const WAYS: Readonly<Record<string, Vec3 | undefined>> = {
  in: undefined,
  out: undefined,
  'x+': [1, 0, 0],
  'x-': [-1, 0, 0],
  'y+': [0, 1, 0],
  'y-': [0, -1, 0],
  'z+': [0, 0, 1],
  'z-': [0, 0, -1],
  xyz: undefined,
};
const WAY_WORDS: Readonly<Record<string, string>> = {
  in: 'into the face',
  out: 'out of the face',
  'x+': 'along +x',
  'x-': 'along −x',
  'y+': 'along +y',
  'y-': 'along −y',
  'z+': 'along +z',
  'z-': 'along −z',
  xyz: 'another way',
};
/** What of the face it stands on. */
export const AREAS = { face: 'the whole face', spot: 'a round spot of it', edge: 'its nearest edge' } as const;
export type Area = keyof typeof AREAS;
const options = (words: Readonly<Record<string, string>>): Option[] => Object.entries(words).map(([value, label]) => ({ value, label }));
const is = (...kinds: LoadKind[]) => (v: Values): boolean => kinds.includes(v['kind'] as LoadKind);
/** Its size is a force that somebody says. */
const FORCES: readonly LoadKind[] = ['push', 'clamp', 'press', 'cutter'];
const DIMS = Object.keys(HAND_DIMS) as HandDim[];

export const LOAD_INPUTS: readonly InputSpec[] = [
  { kind: 'text', id: 'name', label: 'What it is', max: 60, usual: '' },
  { kind: 'choice', id: 'kind', label: 'Kind', options: options(LOAD_KINDS), usual: 'push' },
  number('force', 'Force', 'force', [0.01, 5e6], [50, 100, 200], { ranged: true, asked: is(...FORCES) }),
  { ...(requirementSpec('boltSize') as InputSpec & { kind: 'choice' }), id: 'bolt', label: 'Bolt', group: undefined, usual: 'M6', asked: is('bolt') },
  number('torque', 'Drawn to', 'torque', [0.05, 1000], [6, 8, 10], {
    ranged: true,
    asked: is('bolt'),
    help: 'Preload is torque over 0.15 to 0.25 of the bolt’s diameter, by how dry the thread is.',
  }),
  number('mass', 'Mass', 'mass', [0.001, 20_000], [1, 2, 4], { ranged: true, asked: is('carried') }),
  number('acceleration', 'Accelerated by', 'acceleration', [0.1, 1000], [STANDARD_GRAVITY, STANDARD_GRAVITY, STANDARD_GRAVITY], {
    ranged: true,
    asked: is('carried', 'own'),
    help: 'Gravity alone is 9.8 m/s²; add what moving it adds.',
  }),
  number('pressure', 'Pressure', 'pressure', [1e-4, 2000], [0.1, 0.5, 1], { ranged: true, asked: is('pressure') }),
  number('warmer', 'Warmer by', 'count', [-200, 400], [20, 40, 60], {
    unit: 'K',
    ranged: true,
    asked: is('warming'),
    help: 'What is held all round cannot grow: that loads it.',
  }),
  { kind: 'place', id: 'at', label: 'Where', on: 'face', optional: true, asked: (v) => !is('own', 'warming')(v) },
  {
    kind: 'text',
    id: 'where',
    label: 'Where, in words',
    max: 60,
    usual: '',
    asked: (v) => !v['at'] && !is('own', 'warming')(v),
  },
  {
    kind: 'choice',
    id: 'area',
    label: 'On',
    options: options(AREAS),
    usual: 'face',
    asked: (v) => !!v['at'] && !is('own', 'warming', 'bolt')(v),
    help: 'A bolt stands on the ring under its head.',
  },
  number('across', 'Spot across', 'length', [0.2, 5000], 20, { asked: (v: Values) => !!v['at'] && v['area'] === 'spot' && !is('own', 'warming', 'bolt')(v) }),
  {
    kind: 'choice',
    id: 'way',
    label: 'Which way',
    options: options(WAY_WORDS),
    usual: 'in',
    asked: is('push', 'cutter', 'carried', 'press', 'clamp'),
  },
  { kind: 'choice', id: 'falls', label: 'Pulls', options: options(WAY_WORDS).slice(2), usual: 'z-', asked: is('own') },
  ...(['x', 'y', 'z'] as const).map((a) =>
    number(`to_${a}`, `Along ${a}`, 'count', [-1e6, 1e6], a === 'z' ? -1 : 0, {
      asked: (v: Values) => (is('own')(v) ? v['falls'] : is('push', 'cutter', 'carried', 'press', 'clamp')(v) ? v['way'] : '') === 'xyz',
      help: 'Only how the three stand to one another counts.',
    })
  ),
  { kind: 'yes-no', id: 'lasting', label: 'Stays for hours', usual: false },
  number('year', 'Times a year', 'count', [1, 1e9], undefined, { whole: true, optional: true }),
  {
    kind: 'choice',
    id: 'hand',
    label: 'By hand, as',
    options: [{ value: 'tool', label: 'this kind of tool usually is' }, ...HAND_FORMULAS.map((f) => ({ value: f.id, label: f.label }))],
    usual: 'tool',
    asked: is(...FORCES, 'bolt', 'carried'),
    help: 'Decides where there is no mesh; on a mesh it stands beside what was solved, as a check by a second path.',
  },
  ...DIMS.map((d) =>
    number(d, HAND_DIMS[d].label, 'length', [0.1, 20_000], HAND_DIMS[d].usual_mm, {
      asked: (v: Values) => is(...FORCES, 'bolt', 'carried')(v) && !!handFormula(v['hand'])?.dims.includes(d),
    })
  ),
];

export const HOLD_INPUTS: readonly InputSpec[] = [
  { kind: 'choice', id: 'kind', label: 'Held', options: options(HOLD_KINDS), usual: 'fixed' },
  { kind: 'place', id: 'at', label: 'Where', on: 'face' },
  { kind: 'choice', id: 'area', label: 'By', options: options({ face: AREAS.face, spot: AREAS.spot }), usual: 'face', asked: (v) => !!v['at'] },
  number('across', 'Spot across', 'length', [0.2, 5000], 20, { asked: (v: Values) => !!v['at'] && v['area'] === 'spot' }),
];
export const MAX_ROWS = 24;

export const kindOf = (row: Values): LoadKind => (row['kind'] as LoadKind | undefined) ?? 'push';
export const placeOf = (row: Values): Place | undefined => (['own', 'warming'].includes(kindOf(row)) ? undefined : (row['at'] as Place | undefined));
export const isLasting = (row: Values): boolean => row['lasting'] === true;
/** A row can be solved on a mesh: it has its place, or needs none. */
export const isPlaced = (row: Values): boolean => ['own', 'warming'].includes(kindOf(row)) || !!row['at'];
/** How much of its face a hold takes: nothing said is all of it. */
export function areaOfHold(row: Values): { within_mm?: number; edge?: true } {
  if (row['area'] === 'spot') return { within_mm: ((row['across'] as number | undefined) ?? 20) / 2 };
  return row['area'] === 'edge' ? { edge: true } : {};
}

/** Which bolt a row is. */
export const boltOf = (row: Values): BoltSize | undefined => (kindOf(row) === 'bolt' ? ((row['bolt'] as BoltSize | undefined) ?? 'M6') : undefined);

/** The same of a load: a bolt takes the ring under its head. */
export function areaOfLoad(row: Values): { within_mm?: number; edge?: true } {
  const bolt = boltOf(row);
  return bolt ? { within_mm: BOLTS[bolt].head_mm / 2 } : areaOfHold(row);
}

/** What a row is called: its own name, else its kind. */
export const loadName = (row: Values): string => (row['name'] as string | undefined)?.trim() || LOAD_KINDS[kindOf(row)];

function figure(row: Values, id: string): Range {
  const spec = LOAD_INPUTS.find((s) => s.id === id)!;
  return asRange((row[id] ?? (spec.kind === 'number' ? spec.usual : undefined)) as Range);
}

/** Force of a row, N; nothing where it is none: a pressure counts by its face, weight and warmth by the part. */
export function forceOf(row: Values): Range | undefined {
  const kind = kindOf(row);
  if (FORCES.includes(kind)) return figure(row, 'force');
  if (kind === 'bolt') {
    const torque = figure(row, 'torque'), size = (row['bolt'] as BoltSize | undefined) ?? 'M6';
    return { low: preload(size, torque.low).low, likely: preload(size, torque.likely).likely, high: preload(size, torque.high).high };
  }
  if (kind === 'carried') {
    const m = figure(row, 'mass'), a = figure(row, 'acceleration');
    return { low: m.low * a.low, likely: m.likely * a.likely, high: m.high * a.high };
  }
  return undefined;
}

/** Size of a row in the unit in which it is solved: N, MPa, m/s², K. */
export function sizeOfLoad(row: Values): Range {
  const kind = kindOf(row);
  return forceOf(row) ?? figure(row, kind === 'pressure' ? 'pressure' : kind === 'own' ? 'acceleration' : 'warmer');
}

/** Direction of a row, of length 1. @param inward into the face it stands on */
export function wayOf(row: Values, inward: Vec3): Vec3 {
  const kind = kindOf(row);
  const given = kind === 'own' ? ((row['falls'] as string | undefined) ?? 'z-') : kind === 'bolt' ? 'in' : ((row['way'] as string | undefined) ?? 'in');
  if (given === 'xyz') {
    const to = (['x', 'y', 'z'] as const).map((a) => (row[`to_${a}`] as number | undefined) ?? (a === 'z' ? -1 : 0));
    const l = Math.hypot(...to);
    return l > 0 ? (to.map((x) => x / l) as Vec3) : [0, 0, -1];
  }
  return WAYS[given] ?? (given === 'out' ? (inward.map((x) => -x) as Vec3) : inward);
}

/** Its size is a force on the tool; a pressure counts by its face, weight and warmth by the part. */
export const isForceKind = (kind: LoadKind): boolean => !['pressure', 'own', 'warming'].includes(kind);

/**
 * The force that is largest, as the requirement “largest load” sees it, and whether one of the rows stays for hours. A bolt drawn
 * tight is no work that the tool does: its pull closes under its own head.
 */
export function largestOf(table: readonly Values[]): { force?: Range; lasting: boolean } | undefined {
  const rows = table.filter((row) => kindOf(row) !== 'bolt');
  if (!rows.length) return undefined;
  const forces = rows.map(forceOf).filter((f) => f !== undefined).sort((a, b) => b.likely - a.likely);
  return { force: forces[0], lasting: rows.some(isLasting) };
}

/** Loads a kind of tool usually has, to begin with. */
export const USUAL_LOADS: Partial<Record<Duty, readonly Values[]>> = {
  guide: [{ name: 'Hand on the jig', kind: 'push', force: { low: 50, likely: 100, high: 200 } }, {
    name: 'Drill thrust',
    kind: 'cutter',
    force: { low: 100, likely: 300, high: 800 },
  }],
  locate: [{ name: 'Part set down', kind: 'push', force: { low: 20, likely: 60, high: 150 } }],
  press: [{ name: 'Press', kind: 'press', force: { low: 1000, likely: 3000, high: 8000 } }],
  clamp: [{ name: 'Toggle clamp', kind: 'clamp', force: { low: 400, likely: 800, high: 1500 }, lasting: true }],
  carry: [{ name: 'Parts carried', kind: 'carried', mass: { low: 1, likely: 3, high: 8 }, lasting: true }],
  grip: [{ name: 'Grip', kind: 'clamp', force: { low: 30, likely: 80, high: 200 } }, {
    name: 'Part, moved',
    kind: 'carried',
    mass: { low: 0.2, likely: 1, high: 3 },
    acceleration: { low: 15, likely: 20, high: 30 },
  }],
  weld: [{ name: 'Clamp', kind: 'clamp', force: { low: 400, likely: 800, high: 1500 } }],
  form: [{ name: 'Forming pressure', kind: 'pressure' }],
  mould: [{ name: 'Pressure in the mould', kind: 'pressure' }],
  bend: [{ name: 'Press', kind: 'press', force: { low: 5000, likely: 20_000, high: 60_000 } }],
};
