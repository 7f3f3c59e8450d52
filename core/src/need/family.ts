import type { Removal } from '../shelf/types';
import type { Range } from '../worksheet/types';
import type { Need, RequirementId } from './requirements';

/** What the tool does to the work; starting lives are kept by duty. */
export type Duty = 'guide' | 'locate' | 'press' | 'clamp' | 'carry' | 'grip' | 'gauge' | 'weld' | 'mask' | 'form' | 'mould' | 'lift' | 'spare' | 'guard' | 'hand' | 'layup' | 'thermo' | 'core' | 'pattern' | 'bend' | 'pad';

/** What the tool looks like, as far as a quick look can tell. */
export type Form = 'flat' | 'block' | 'shaped';

export const PLANNERS = {
  grip: 'grip', hold: 'work-holding', jaws: 'soft jaws', nest: 'nest', laminate: 'fibre lay-up', form: 'forming pressure', brake: 'springback and bending',
  core: 'core cure', mould: 'mould expansion', thermo: 'thermoforming', pattern: 'casting shrinkage', gauge: 'gauge study', cmm: 'points reached', pellet: 'layer-time window', spare: 'spares and downtime',
} as const;
export type Planner = keyof typeof PLANNERS;

/** A kind of tool with its own defaults. One file each in `families/`. */
export interface Family {
  id: string;
  label: string;
  /** "moves with the work or guides the cutter" */
  what: string;
  duty: Duty;
  /** What it usually looks like. */
  form: Form;
  /** Part of the bounding box that is material. */
  fill: Range;
  /** How it is loaded, for the quick strength screen. */
  loadCase: 'bending' | 'compression' | 'none';
  /** Design changes expected over the programme. */
  revisions: Range;
  /** Assumed until the user says otherwise; each is shown as the family's assumption. */
  defaults: Need;
  /** Facts without which no verdict is given. */
  essential: RequirementId[];
  /** Questions worth asking beyond those with a default: what this kind of tool sometimes stands or falls by. */
  asks: RequirementId[];
  /** How it is usually made today. */
  today: string;
  usualTrouble: string;
  /** How a printed one usually ends. */
  failsBy: string;
  /** Where the money is, for a first look. */
  economics: string;
  /** The planner that works it out further. */
  planner?: Planner;
  cautions: string[];
  /** How the tool may leave what is made around it, where it has to; absent for tools that stay. */
  leaves?: readonly Exclude<Removal, 'stays'>[];
  /** Set when the tool may not be released on Cuadro's word; the sentence says who must release it. */
  licensed?: string;
  /** Set when somebody has to approve the tool before use, whichever way it is made; the sentence says who, and what they look at. */
  approval?: string;
}

const ASSUMED = 'usual for this kind of tool';
/** A family's assumption as a requirement. */
export const usual = <T>(value: T, level: 'must' | 'want' = 'must'): { level: 'must' | 'want'; value: T; from: string } => ({ level, value, from: ASSUMED });
