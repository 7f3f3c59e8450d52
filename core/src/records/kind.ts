import { inputFaults, type InputFault } from '../inputs/schema';
import type { InputSpec, Values } from '../inputs/spec';
import type { Duty } from '../need/family';
import type { Evidence } from './evidence';

/** One record as it is stored: what a kind's inputs were answered with, about a case or about the site. */
export interface RecordRow {
  id: string;
  kind: string;
  caseId: string | null;
  /** When it was entered, ISO. */
  at: string;
  who: string;
  /** Counts the changes; a write on an older one is refused. */
  revision: number;
  values: Values;
}

/**
 * A kind of record: what is asked, how a row is called, and what all of them together say. One file each in `kinds/`; store, list,
 * form, CSV and validation come from it.
 */
export interface RecordKind {
  id: string;
  /** "Quote", "Quotes". */
  label: string;
  plural: string;
  what: string;
  /** Kept with a case, with the site, or with the site and perhaps a case. */
  about: 'case' | 'site' | 'both';
  /** Kept on a page of its own, not in the Log or the Papers. */
  page?: 'shop' | 'payback' | 'proof' | 'board';
  /** Of tools that do this alone; of all where it is left out. */
  duties?: readonly Duty[];
  inputs: readonly InputSpec[];
  /** A row in a few words. */
  title(values: Values): string;
  /** What has to be known of a row today, such as that it has run out. @param today ISO date */
  notice?(values: Values, today: string): string | undefined;
  /** What all rows say together, in a sentence above them. @param money writes an amount in the site's currency */
  together?(rows: readonly RecordRow[], today: string, money: (x: number) => string): string | undefined;
  /** What is wrong between the answers, each of which is good by itself; said beside the input at `path`. */
  faults?(values: Values): InputFault[];
  /** Completes a new row with what stands at the time, as far as nobody said otherwise. */
  stamp?(values: Values, evidence: Evidence): Values;
  /** What the rows say, for estimates to come. */
  summarise?(rows: readonly RecordRow[]): Partial<Evidence>;
}

/** Everything that is wrong with a row: input by input, and between them. */
export const recordFaults = (kind: RecordKind, values: Values): InputFault[] => {
  const single = inputFaults(kind.inputs, values);
  return single.length ? single : (kind.faults?.(values) ?? []);
};
