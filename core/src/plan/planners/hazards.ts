import type { Option, Values } from '../../inputs/spec';
import { DUTIES, type Duty } from '../../need/family';
import { list } from '../../quantity/words';
import type { Source } from '../../worksheet/types';
import { type Figures, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const PRACTICE: Source = {
  kind: 'standard',
  text:
    'Usual estimate of risk at machines: how bad, how often somebody is near, whether it can be avoided; what is high is designed out or guarded, words come last.',
};

interface Hazard extends Option {
  /** Duties of which it is usual. */
  duties: readonly Duty[];
  /** What to do about it first. */
  first: string;
}
const HAZARDS: readonly Hazard[] = [
  {
    value: 'pinch',
    label: 'a finger between moving parts',
    duties: ['grip', 'clamp', 'press'],
    first: 'gaps too small for a finger or wider than one, little force, a short stroke',
  },
  {
    value: 'crush',
    label: 'a hand in the press or mould',
    duties: ['press', 'form', 'mould', 'bend'],
    first: 'a guard, or both hands on the switch at the distance that the stopping time asks',
  },
  {
    value: 'drop',
    label: 'what is held falls when air or power fails',
    duties: ['grip', 'lift', 'clamp'],
    first: 'closed by a spring, or a check valve and a signal before the vacuum is gone',
  },
  {
    value: 'throw',
    label: 'it breaks or lets go, and pieces fly',
    duties: ['form', 'bend', 'press', 'mould', 'clamp'],
    first: 'first runs behind a shield, load put on in steps, a stop at the limit',
  },
  {
    value: 'stored',
    label: 'springs, air or weight let loose at service',
    duties: ['grip', 'press', 'mould'],
    first: 'shut off, vented and locked before anybody reaches in',
  },
  {
    value: 'lines',
    label: 'a hose or cable is caught, chafed, or whips',
    duties: ['grip', 'press', 'mould'],
    first: 'led inside the tool or in a sleeve and fixed every hand’s width; shut off and vented before it is undone',
  },
  {
    value: 'hot',
    label: 'hot faces, hot work or spatter',
    duties: ['mould', 'weld', 'thermo', 'layup'],
    first: 'a cool grip, a cover, a sign where it stays hot',
  },
  {
    value: 'sharp',
    label: 'sharp edges, burrs, broken fibres',
    duties: ['guide', 'locate', 'gauge', 'hand', 'carry', 'spare', 'guard'],
    first: 'edges broken, supports and loose fibres sanded off',
  },
  { value: 'weight', label: 'too heavy, or held badly', duties: ['hand', 'carry', 'lift'], first: 'lighter, two grips, or hung up' },
  {
    value: 'reach',
    label: 'somebody reaches through or past it',
    duties: ['guard'],
    first: 'openings and distances by the standard table, screws that stay in it',
  },
  {
    value: 'charge',
    label: 'static charge, or a live part',
    duties: ['carry', 'mask'],
    first: 'the grade that leads off, or that insulates, and each piece measured before use',
  },
  { value: 'dust', label: 'dust, fumes or fluid from its use', duties: ['guide', 'mask', 'weld', 'core', 'pattern'], first: 'extraction at the place' },
  {
    value: 'moves',
    label: 'movement that nobody expects',
    duties: ['grip', 'press'],
    first: 'speed and force limited while a door is open, a stop within reach',
  },
  { value: 'other', label: 'something else', duties: [], first: 'a feature that takes it away' },
];
const HARM: readonly Option[] = [
  { value: 'slight', label: 'heals in days' },
  { value: 'lasting', label: 'stays, or takes long' },
  { value: 'death', label: 'may kill' },
];
/** What stands against it, the surest first; `says` is what whoever uses the tool is told. */
const MEASURES: readonly (Option & { strength: 0 | 1 | 2 | 3; says?: string })[] = [
  { value: 'none', label: 'nothing yet', strength: 0 },
  { value: 'gone', label: 'designed out', strength: 3 },
  { value: 'guard', label: 'a guard that is fixed or locked', strength: 3, says: 'only with the guard shut' },
  { value: 'hands', label: 'both hands on the switch, or a light curtain', strength: 2, says: 'only with both hands on the switch, or the light curtain on' },
  { value: 'holds', label: 'it holds or stops by itself', strength: 2, says: 'it holds or stops by itself: try that at the start of the shift' },
  { value: 'limit', label: 'force, speed or pressure is limited', strength: 2, says: 'within the limits set; nobody raises them' },
  { value: 'isolate', label: 'shut off, vented and locked', strength: 2, says: 'shut off, vented and locked before anybody reaches in' },
  { value: 'wear', label: 'gloves, glasses, a mask', strength: 1, says: 'with gloves, glasses or mask as the place asks' },
  { value: 'told', label: 'an instruction or sign', strength: 1, says: 'shown to whoever uses it' },
];

interface Row {
  hazard: Hazard;
  where: string;
  harm: string;
  often: boolean;
  avoided: boolean;
  measure: (typeof MEASURES)[number];
}
const rowsOf = (values: Values): Row[] =>
  ((values['hazards'] as readonly Values[] | undefined) ?? []).map((r) => ({
    hazard: HAZARDS.find((h) => h.value === r['hazard']) ?? HAZARDS[0],
    where: String(r['where'] ?? ''),
    harm: String(r['harm'] ?? 'lasting'),
    often: r['often'] !== 'seldom',
    avoided: r['avoid'] === 'yes',
    measure: MEASURES.find((m) => m.value === r['measure']) ?? MEASURES[0],
  }));

const POINTS: Readonly<Record<string, number>> = { slight: 0, lasting: 2, death: 4 };
type Risk = 'low' | 'some' | 'high';
/** Harm 0, 2 or 4; one more where somebody is near often, one more where it can hardly be avoided: low to 1, some to 3, high from 4. */
export function riskOf(harm: string, often: boolean, avoided: boolean): Risk {
  const points = POINTS[harm] + Number(often) + Number(!avoided);
  return points <= 1 ? 'low' : points <= 3 ? 'some' : 'high';
}
/** What a measure has to be at least: a word, something that acts by itself, or none of it left. */
const ASKED: Readonly<Record<Risk, number>> = { low: 1, some: 2, high: 3 };

/** Enough, a step short, or not to be used so: what may maim or kill is never a step short. */
function stateOf({ harm, often, avoided, measure }: Row): 'pass' | 'conditional' | 'fail' {
  const short = ASKED[riskOf(harm, often, avoided)] - measure.strength;
  return short <= 0 ? 'pass' : short === 1 && riskOf(harm, often, avoided) !== 'high' ? 'conditional' : 'fail';
}

function findings(_: Figures, values: Values, { facts: { family } }: PlanContext): PlanFinding[] {
  const rows = rowsOf(values);
  const left = HAZARDS.filter((h) => h.duties.includes(family.duty) && !rows.some((r) => r.hazard === h));
  return [
    ...rows.map((r, i): PlanFinding => {
      const state = stateOf(r);
      const risk = riskOf(r.harm, r.often, r.avoided);
      const what = `${r.hazard.label[0].toUpperCase()}${r.hazard.label.slice(1)}${r.where ? `, ${r.where}` : ''}`;
      const by = r.measure.value === 'none' ? 'nothing stands against it' : `against it: ${r.measure.label}`;
      return {
        id: `hazard-${i}`,
        label: `Hazard ${i + 1}`,
        state,
        basis: PRACTICE.text,
        reason: `${what}: risk ${risk}, ${by}.${
          state === 'pass'
            ? ''
            : ` That is not enough${state === 'fail' ? ', and the tool is not used so' : ''}. First: ${r.hazard.first}.`
        }`,
      };
    }),
    ...(left.length
      ? [{
        id: 'left',
        label: 'Not judged yet',
        state: 'conditional' as const,
        basis: PRACTICE.text,
        reason: `Usual of a tool that ${DUTIES[family.duty]}, and not judged yet: ${list(left.map((h) => `${h.label} (${h.first})`))}.`,
      }]
      : []),
  ];
}

/** What whoever uses the tool has to be told: each hazard that is not designed out, with what stands against it. */
export const toldInUse = (values: Values): string[] =>
  rowsOf(values).filter((r) => r.measure.says).map((r) =>
    `${r.hazard.label[0].toUpperCase()}${r.hazard.label.slice(1)}${r.where ? `, ${r.where}` : ''}: ${r.measure.says!}.`
  );

const count = (values: Values, test: (r: Row) => boolean): number => rowsOf(values).filter(test).length;

/** What can hurt somebody with a tool, how large that risk is, and whether what stands against it is enough. */
export const hazards: Planner = {
  id: 'hazards',
  about: 'use',
  label: 'What can hurt',
  what:
    'Each way in which the tool can hurt somebody, how large the risk is, and whether what stands against it is enough; the usual ones of its kind are asked for.',
  basis: [PRACTICE],
  fits: () => true,
  headline: ['hurts_all', 'hurts_high', 'hurts_open'],
  inputs: [{
    kind: 'table',
    id: 'hazards',
    label: 'Hazards',
    group: 'What can hurt somebody',
    most: 40,
    help: 'With the people who will use it, and whoever is responsible for the machine.',
    columns: [
      { kind: 'choice', id: 'hazard', label: 'What', options: HAZARDS.map(({ value, label }) => ({ value, label })), usual: 'pinch' },
      { kind: 'text', id: 'where', label: 'Where', max: 80, optional: true },
      { kind: 'choice', id: 'harm', label: 'The harm', options: HARM, usual: 'lasting' },
      {
        kind: 'choice',
        id: 'often',
        label: 'Somebody is near',
        options: [{ value: 'often', label: 'each shift' }, { value: 'seldom', label: 'seldom' }],
        usual: 'often',
      },
      {
        kind: 'choice',
        id: 'avoid',
        label: 'Seen in time',
        options: [{ value: 'no', label: 'hardly' }, { value: 'yes', label: 'yes' }],
        usual: 'no',
      },
      { kind: 'choice', id: 'measure', label: 'Against it', options: MEASURES.map(({ value, label }) => ({ value, label })), usual: 'none' },
    ],
  }],
  entries: (_, { values }: PlanContext) => {
    const one = (name: string, label: string, x: number) => takenAs('hazards', name, label, '', x, { kind: 'you', text: 'Counted from the rows.' });
    return [
      one('low', 'Low', count(values, (r) => riskOf(r.harm, r.often, r.avoided) === 'low')),
      one('some', 'Some', count(values, (r) => riskOf(r.harm, r.often, r.avoided) === 'some')),
      one('high', 'High', count(values, (r) => riskOf(r.harm, r.often, r.avoided) === 'high')),
      one('short', 'Of them, with too little against it', count(values, (r) => stateOf(r) !== 'pass')),
    ];
  },
  lines: [
    { name: 'hurts_all', label: 'Hazards judged', unit: '', expr: 'low + some + high' },
    { name: 'hurts_high', label: 'Of high risk', unit: '', expr: '1 * high' },
    { name: 'hurts_open', label: 'With too little against it', unit: '', expr: '1 * short' },
  ],
  findings,
  cautions: [
    'This list helps to brief people; it is no risk assessment in law. Whoever is responsible for the machine makes that, by the rules of the place.',
  ],
};
