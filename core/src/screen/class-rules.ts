import { isSacrificial } from '../life/life';
import type { Duty } from '../need/family';
import type { ProcessId } from '../shelf/types';
import type { CheckContext, State } from './check';

/** Which kinds of material a duty does not take, whatever the figures say: one row each, with its reason. */
export interface ClassRule {
  id: string;
  /** Duties it is about; all, when left out. */
  duties?: readonly Duty[];
  bars(ctx: CheckContext): boolean;
  state: Extract<State, 'fail' | 'conditional'>;
  /** Completes "Flexible resin …". */
  says: string;
}

/** Softer than this is rubber, GPa. */
const RUBBER_GPA = 0.2;
/** A plastic that softens below this is low-heat, °C: a warm hall, coolant and a lasting load are enough to move it. */
const LOW_HEAT_C = 65;

/** What holds, bears or leads something: it has to stay where it is. */
const HOLDING: readonly Duty[] = [
  'guide',
  'locate',
  'press',
  'clamp',
  'grip',
  'gauge',
  'weld',
  'form',
  'mould',
  'lift',
  'layup',
  'thermo',
  'core',
  'pattern',
  'bend',
  'guard',
  'carry',
];
/** What is hit, squeezed or cut beside. */
const STRUCK: readonly Duty[] = ['guide', 'locate', 'press', 'clamp', 'grip', 'form', 'bend', 'lift', 'weld', 'hand', 'spare', 'guard'];
/** Processes that harden a resin with light. */
const PHOTOPOLYMER: readonly ProcessId[] = ['vat-resin', 'material-jetting'];
/** What squeezes. */
const SQUEEZING: readonly Duty[] = ['clamp', 'press', 'form', 'bend', 'lift'];

export const CLASS_RULES: readonly ClassRule[] = [
  {
    id: 'sacrificial',
    bars: ({ family, material }) => isSacrificial(material) && !family.leaves && family.duty !== 'pattern',
    state: 'fail',
    says: 'is made to be got rid of (dissolved, melted or broken out): for cores and patterns alone.',
  },
  {
    id: 'rubber',
    duties: HOLDING,
    bars: ({ traits, material }) => traits.modulus_gpa.inPlane.likely < RUBBER_GPA && material.removal !== 'withdrawn',
    state: 'fail',
    says: 'is rubber; this tool has to keep its shape and hold its place. Use it for pads on a stiff body.',
  },
  {
    id: 'brittle-resin',
    duties: STRUCK,
    bars: ({ material, traits }) => traits.impact === 'brittle' && material.processes.some((p) => PHOTOPOLYMER.includes(p)),
    state: 'fail',
    says: 'breaks like glass: not for what clamps, locates, grips, presses, guides or forms.',
  },
  {
    id: 'brittle-press',
    duties: ['press', 'bend'],
    bars: ({ material, traits }) => material.family === 'polymer' && traits.impact === 'brittle',
    state: 'fail',
    says: 'splinters in a closing press.',
  },
  {
    id: 'solid-plastic-mould',
    duties: ['layup', 'thermo'],
    bars: ({ material, process }) => material.family === 'polymer' && process.kind === 'machine',
    state: 'fail',
    says: 'in solid stock grows ten times as much as what is formed on it and moves when it is milled: no mould of any size is made of it.',
  },
  {
    id: 'low-heat',
    bars: ({ material, traits, need, family, taken }) =>
      !taken.has('insist') && material.family !== 'metal' && !isSacrificial(material) && traits.use_c.likely < LOW_HEAT_C &&
      (SQUEEZING.includes(family.duty) || (!!need.lasting?.value && (need.load?.value ?? 0) > 0) || !!need.fluids?.value.includes('coolant')),
    state: 'fail',
    says: `softens below ${LOW_HEAT_C} °C: not under a clamp, a lasting load or warm coolant, unless you insist.`,
  },
];

/** The rules that bar this route. */
export const barredBy = (ctx: CheckContext): ClassRule[] => CLASS_RULES.filter((r) => (!r.duties || r.duties.includes(ctx.family.duty)) && r.bars(ctx));
