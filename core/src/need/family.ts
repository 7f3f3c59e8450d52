import type { Range } from '../worksheet/types';
import type { Need, RequirementId } from './requirements';

/** What the tool does to the work; starting lives are kept by duty. */
export type Duty = 'guide' | 'locate' | 'press' | 'clamp' | 'carry' | 'grip' | 'gauge' | 'weld' | 'mask' | 'form' | 'mould' | 'lift' | 'spare' | 'guard';

/** What the tool looks like, as far as a quick look can tell. */
export type Form = 'flat' | 'block' | 'shaped';

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
  usualTrouble: string;
  cautions: string[];
  /** Set when the tool may not be released on Cuadro's word; the sentence says who must release it. */
  licensed?: string;
}

const ASSUMED = 'usual for this kind of tool';
/** A family's assumption as a requirement. */
export const usual = <T>(value: T, level: 'must' | 'want' = 'must'): { level: 'must' | 'want'; value: T; from: string } => ({ level, value, from: ASSUMED });
