import type { CaseFacts } from '../case/facts';
import type { CaseView } from '../decide/evaluate-case';
import { unsignable, type Verdict } from '../decide/verdict';
import type { Values } from '../inputs/spec';
import type { Family } from '../need/family';
import type { RecordRow } from '../records/kind';
import { certificate } from '../records/kinds/certificate';
import { checkPlan, checkRows, releaseRefusal } from './check-plan';
import { stepRefusal } from './steps';

/** A case as far as its proof asks: worked out only when a rule wants it. */
export interface Proved {
  rows: readonly RecordRow[];
  facts(): CaseFacts;
  view(): CaseView;
}

/** Kinds that a rule of proof guards. */
export const GUARDED: ReadonlySet<string> = new Set(['making', 'release']);

/**
 * Why a record may not be entered as a case stands: a step while an earlier reading is undecided, a release before the check plan is met, or
 * where the verdict refers away. One place for
 * page and server.
 * @param id of the row that is changed; none for a new one
 */
export function refusal(kind: string, values: Values, { rows, facts, view }: Proved, id?: string): string | undefined {
  if (kind === 'making') return stepRefusal(values, rows, id);
  if (kind !== 'release') return undefined;
  const piece = String(values['piece']);
  const stuck = stepRefusal({ piece, step: '' }, rows);
  if (stuck) return stuck;
  const { verdict, pins } = view();
  const away = unsignable(verdict);
  if (away) return `Piece ${piece} is not released here: who has to is said in the verdict. ${away}`;
  const approval = approvalMissing(facts().family, rows, typeof values['on'] === 'string' ? values['on'] : '');
  if (approval) return `Piece ${piece} is not released: ${approval}`;
  const refused = releaseRefusal(checkRows(checkPlan(facts(), pins.find((p) => p.letter === verdict.letter), verdict), rows, piece), piece);
  if (refused) return refused;
  const same = rows.find((r) => r.kind === 'release' && r.id !== id && r.values['number'] === values['number']);
  return same && `Number ${String(values['number'])} was given to piece ${String(same.values['piece'])} already.`;
}

/**
 * Why a verdict may not be signed as a case stands: it refers away, or what is to be made has to be approved and the paper is not on file, or its inspection is overdue.
 * One place for page and server.
 * @param rows records of the case. @param on ISO date
 */
export function signRefusal(verdict: Verdict, family: Pick<Family, 'approval'>, rows: readonly RecordRow[], on: string): string | undefined {
  // What stays as it is today was approved when it was made.
  const approval = verdict.letter === 'T' ? undefined : approvalMissing(family, rows, on);
  return unsignable(verdict) ?? (approval && `It is not signed yet: ${approval}`);
}

/** What is missing where somebody has to approve a kind of tool before use; nothing where the paper is on file and its inspection is not overdue. @param on ISO date; empty while no day is said */
function approvalMissing(family: Pick<Family, 'approval'>, rows: readonly RecordRow[], on: string): string | undefined {
  if (!family.approval) return undefined;
  const papers = rows.filter((r) => r.kind === certificate.id);
  if (!papers.length) return `its approval is not on file. ${family.approval} Papers, under ${certificate.plural}, keeps it.`;
  return papers.every((r) => certificate.notice!(r.values, on)) ? papers.map((r) => certificate.notice!(r.values, on)).at(-1) : undefined;
}
