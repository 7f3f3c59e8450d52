import type { Removal } from '../shelf/types';
import type { Range } from '../worksheet/types';
import type { Need, RequirementId } from './requirements';

/** What the tool does to the work, in words; starting lives are kept by duty. */
export const DUTIES = {
  guide: 'guides a cutter',
  locate: 'locates the work',
  press: 'is pressed against',
  clamp: 'clamps',
  carry: 'carries parts',
  grip: 'grips',
  gauge: 'gauges',
  weld: 'holds for welding',
  mask: 'masks',
  form: 'forms sheet',
  mould: 'moulds',
  lift: 'lifts',
  spare: 'is part of a machine',
  guard: 'guards',
  hand: 'is used by hand',
  layup: 'is laid up on',
  thermo: 'thermoforms',
  core: 'is a core',
  pattern: 'is a pattern',
  bend: 'bends sheet',
  pad: 'is a wearing pad',
} as const;
export type Duty = keyof typeof DUTIES;

/** Parts of a plant; what is asked there is in `areas.ts`. */
export type AreaId =
  | 'machining'
  | 'sheet'
  | 'welding'
  | 'assembly'
  | 'robots'
  | 'coating'
  | 'composites'
  | 'moulding'
  | 'foundry'
  | 'inspection'
  | 'logistics'
  | 'maintenance';

/** What the tool looks like, as far as a quick look can tell. */
export const FORMS = { flat: 'a plate with cut-outs', block: 'a block with holes', turned: 'round, as turned', shaped: 'shaped' } as const;
export type Form = keyof typeof FORMS;

/** A kind of tool with its own defaults. One file each in `families/`. */
export interface Family {
  id: string;
  label: string;
  /** "moves with the work or guides the cutter" */
  what: string;
  duty: Duty;
  /** Where in the plant it turns up. */
  areas: readonly AreaId[];
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
  /** People are protected by it: doing without is no choice. */
  neverWithout?: true;
  /** How it is usually made today. */
  today: string;
  usualTrouble: string;
  /** How a printed one usually ends. */
  failsBy: string;
  /** Where the money is, for a first look. */
  economics: string;
  cautions: string[];
  /** What is tried, step by step and behind what, before a piece of it is released: it can hurt somebody. */
  firstUse?: readonly string[];
  /** How the tool may leave what is made around it, where it has to; absent for tools that stay. */
  leaves?: readonly Exclude<Removal, 'stays'>[];
  /** Set when the tool may not be released on Cuadro's word; the sentence says who must release it. */
  licensed?: string;
  /** Set when somebody has to approve the tool before use, whichever way it is made; the sentence says who, and what they look at. */
  approval?: string;
  /** What somebody has to have said of it before its verdict is signed: what the approval looks at. */
  beforeSigning?: (need: Need) => readonly RequirementId[];
}

const ASSUMED = 'usual for this kind of tool';
/** A family's assumption as a requirement. */
export const usual = <T>(value: T, level: 'must' | 'want' = 'must'): { level: 'must' | 'want'; value: T; from: string } => ({ level, value, from: ASSUMED });
