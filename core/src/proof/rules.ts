import type { CaseFacts } from '../case/facts';
import type { CaseView } from '../decide/evaluate-case';
import { unsignable, type Verdict } from '../decide/verdict';
import type { Values } from '../inputs/spec';
import { formatDate } from '../quantity/date';
import type { RecordRow } from '../records/kind';
import { checkPlan, checkRows, releaseRefusal } from './check-plan';
import { paperGap, unsaid } from './papers-asked';
import { lotRefusal, stepRefusal } from './steps';

/** A case as far as its proof asks: worked out only when a rule wants it. */
export interface Proved {
  rows: readonly RecordRow[];
  facts(): CaseFacts;
  view(): CaseView;
}

/** Kinds that a rule of proof guards. */
export const GUARDED: ReadonlySet<string> = new Set(['making', 'check', 'release']);

/**
 * Why a record may not be changed or taken away: it is of how a piece was made or measured, and the piece was released on it. What is entered later, as a
 * repair or an inspection, is not.
 * @param id of the row
 */
export function lockRefusal(rows: readonly RecordRow[], id: string): string | undefined {
  const row = rows.find((r) => r.id === id);
  if (!row || (row.kind !== 'making' && row.kind !== 'check')) return undefined;
  const release = rows.find((r) => r.kind === 'release' && r.values['piece'] === row.values['piece'] && r.at >= row.at);
  return release &&
    `Piece ${String(row.values['piece'])} was released as ${String(release.values['number'])} on ${
      formatDate(String(release.values['on']))
    }: what it was made by and measured stays as it is. Take that release back first.`;
}

/**
 * Why a record may not be entered or changed as a case stands: what a released piece rests on, a step while an earlier reading is undecided, a release before the check plan is met, or
 * before a paper that is asked is there with all that has to be in it. One place for
 * page and server.
 * @param id of the row that is changed; none for a new one
 */
export function refusal(kind: string, values: Values, { rows, facts, view }: Proved, id?: string): string | undefined {
  const locked = id && lockRefusal(rows, id);
  if (locked) return locked;
  if (kind === 'making') return stepRefusal(values, rows, id) ?? lotRefusal(values, facts().site.evidence);
  if (kind !== 'release') return undefined;
  const piece = String(values['piece']);
  const stuck = stepRefusal({ piece, step: '' }, rows);
  if (stuck) return stuck;
  const { verdict, pins } = view();
  // Whoever is competent releases it on their own paper; that paper has to say all that has to be known.
  const gap = paperGap(facts(), rows, typeof values['on'] === 'string' ? values['on'] : '');
  if (gap) return `Piece ${piece} is not released: ${gap}`;
  const refused = releaseRefusal(checkRows(checkPlan(facts(), pins.find((p) => p.letter === verdict.letter), verdict), rows, piece), piece);
  if (refused) return refused;
  const same = rows.find((r) => r.kind === 'release' && r.id !== id && r.values['number'] === values['number']);
  return same && `Number ${String(values['number'])} was given to piece ${String(same.values['piece'])} already.`;
}

/**
 * Why a verdict may not be signed as a case stands: it refers away, or what is to be made has to be approved and what the approval looks at
 * is not said, or the paper is not on file, does not say enough, or lapsed. One place for page and server.
 * @param rows records of the case. @param on ISO date
 */
export function signRefusal(verdict: Verdict, facts: CaseFacts, rows: readonly RecordRow[], on: string): string | undefined {
  const away = unsignable(verdict);
  if (away) return away;
  // What stays as it is today was approved when it was made.
  if (verdict.letter === 'T') return undefined;
  const gap = paperGap(facts, rows, on);
  return unsaid(facts) ?? (gap && `It is not signed yet: ${gap}`);
}
