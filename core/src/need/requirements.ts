import type { Quantity } from '../quantity/quantity';
import { FLUID_IDS, type FluidId } from '../shelf/types';

/** must: a route that misses it is out. want: a miss makes the route conditional. */
export type Level = 'must' | 'want';
export type LoadDirection = 'unknown' | 'compression' | 'in-plane' | 'across';
export type WearMode = 'none' | 'rubbing' | 'abrasive' | 'impact';

/** One requirement of a case. Absent means "not known yet"; "none needed" is a value of its own. */
export interface Requirement<T = number> {
  level: Level;
  value: T;
  /** Where the figure came from: "oven log, March", "operator". */
  from: string;
}

export interface Need {
  serviceTemp?: Requirement;
  peakTemp?: Requirement;
  load?: Requirement;
  loadDirection?: Requirement<LoadDirection>;
  fluids?: Requirement<FluidId[]>;
  wear?: Requirement<WearMode>;
  tolerance?: Requirement;
  nonMarring?: Requirement<boolean>;
  massLimit?: Requirement;
  copies?: Requirement;
  cyclesPerYear?: Requirement;
  years?: Requirement;
  leadLimit?: Requirement;
}

export type RequirementId = keyof Need;

interface SpecBase {
  id: RequirementId;
  label: string;
  why: string;
}
export interface NumberSpec extends SpecBase {
  kind: 'number';
  quantity: Quantity;
  min: number;
  max: number;
  whole?: boolean;
}
export interface ChoiceSpec extends SpecBase {
  kind: 'choice';
  options: { value: string; label: string }[];
}
export interface YesNoSpec extends SpecBase {
  kind: 'yes-no';
}
export interface FluidsSpec extends SpecBase {
  kind: 'fluids';
  options: readonly FluidId[];
}
export type RequirementSpec = NumberSpec | ChoiceSpec | YesNoSpec | FluidsSpec;

/** Every requirement the need may hold: what it is called, why it is asked, and the range beyond which it is a slip of the pen. */
export const REQUIREMENTS: readonly RequirementSpec[] = [
  { id: 'serviceTemp', kind: 'number', label: 'Temperature in service', quantity: 'temperature', min: -80, max: 1400, why: 'Lasting heat rules out most plastics first.' },
  { id: 'peakTemp', kind: 'number', label: 'Peak temperature', quantity: 'temperature', min: -80, max: 1600, why: 'Short peaks count too: a hot casting, a weld, a hot insert.' },
  { id: 'load', kind: 'number', label: 'Largest load', quantity: 'force', min: 0, max: 5_000_000, why: 'Clamp, press, cutting or carried load at the most loaded place.' },
  {
    id: 'loadDirection', kind: 'choice', label: 'Load runs', why: 'Prints are weakest when pulled apart across their layers.',
    options: [
      { value: 'unknown', label: 'not known' },
      { value: 'compression', label: 'as pressure on a face' },
      { value: 'in-plane', label: 'as bending in the layer plane' },
      { value: 'across', label: 'as pull or bending across layers' },
    ],
  },
  { id: 'fluids', kind: 'fluids', label: 'Fluids', options: FLUID_IDS, why: 'Coolant, oil and cleaners attack some plastics slowly and some at once.' },
  {
    id: 'wear', kind: 'choice', label: 'Wear', why: 'Wear decides how long the tool lasts and where metal belongs.',
    options: [
      { value: 'none', label: 'light contact' },
      { value: 'rubbing', label: 'rubbing or sliding' },
      { value: 'abrasive', label: 'grit, scale, rough castings' },
      { value: 'impact', label: 'knocks and drops' },
    ],
  },
  { id: 'tolerance', kind: 'number', label: 'Tightest tolerance ±', quantity: 'length', min: 0.001, max: 20, why: 'Only where it matters: bushings and machined datum faces can hold it locally.' },
  { id: 'nonMarring', kind: 'yes-no', label: 'Must not mark the work', why: 'Bare metal marks finished faces.' },
  { id: 'massLimit', kind: 'number', label: 'Weight limit', quantity: 'mass', min: 0.001, max: 20_000, why: 'For a hand, or for a robot\'s payload.' },
  { id: 'copies', kind: 'number', label: 'Copies in use', quantity: 'count', min: 1, max: 100_000, whole: true, why: 'One-off costs are shared by the copies.' },
  { id: 'cyclesPerYear', kind: 'number', label: 'Cycles a year, all copies', quantity: 'count', min: 1, max: 100_000_000, why: 'Parts made, shots, bends: what wears the tool.' },
  { id: 'years', kind: 'number', label: 'Years of the programme', quantity: 'years', min: 0.05, max: 40, why: 'How long the product will be made.' },
  { id: 'leadLimit', kind: 'number', label: 'Needed within', quantity: 'days', min: 0.1, max: 2000, why: 'Calendar days from now.' },
];

const specs = new Map(REQUIREMENTS.map((r) => [r.id, r]));
export const requirementSpec = (id: RequirementId): RequirementSpec => specs.get(id)!;
