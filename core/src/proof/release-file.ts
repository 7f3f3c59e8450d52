import type { CaseFacts } from '../case/facts';
import type { PinView } from '../decide/evaluate-case';
import { unsignable, type Verdict } from '../decide/verdict';
import type { Values } from '../inputs/spec';
import { formatDate } from '../quantity/date';
import type { RecordRow } from '../records/kind';
import { certificate } from '../records/kinds/certificate';
import { beyond } from '../records/kinds/making';
import type { CheckRow } from './check-plan';
import { paperAsked, paperGap } from './papers-asked';

/** Where a paper of a tool stands: in hand; older than what it is about, or overdue; not there; not asked of this tool. */
export type PaperState = 'there' | 'old' | 'missing' | 'not-asked';
export const PAPER_WORDS: Readonly<Record<PaperState, string>> = { there: 'there', old: 'to be renewed', missing: 'missing', 'not-asked': 'not asked' };

/** One line of what has to lie together before a tool is used. */
export interface Paper {
  id: 'signature' | 'mesh' | 'model' | 'recipe' | 'check' | 'release' | 'certificate' | 'inspection' | 'conditions';
  label: string;
  state: PaperState;
  text: string;
  /** Step of the case on which it is seen to, and the part of it. */
  at: string;
  part?: string;
}

interface Asked {
  facts: CaseFacts;
  revision: number;
  verdict: Verdict;
  /** The way that the verdict takes. */
  pin: PinView | undefined;
  /** Signed last. */
  signature?: { who: string; role: string; at: string; revision: number };
  records: readonly RecordRow[];
  /** The check plan of a piece. */
  checksOf(piece: string): readonly CheckRow[];
  /** ISO date. */
  today: string;
}

const text = (v: Values, ...ids: string[]): string => ids.map((id) => v[id]).filter(Boolean).join(', ');
/** Steps with what they were done on, of and by; a step that was done again counts as it was done last. */
const recipeText = (steps: readonly RecordRow[]): string =>
  [...new Map(steps.map(({ values }) => [values['step'], `${text(values, 'step')}: ${text(values, 'machine', 'lot', 'recipe')}`])).values()].join('; ');
const ofKind = (rows: readonly RecordRow[], kind: string): RecordRow[] => rows.filter((r) => r.kind === kind).sort((a, b) => a.at.localeCompare(b.at));

/** The release file of a tool: signature, drawing, mesh, recipe, measured piece, certificate, inspection, conditions; what is there, and what is missing. */
export function releaseFile({ facts, revision, verdict, pin, signature, records, checksOf, today }: Asked): Paper[] {
  const { doc } = facts;
  const isToday = pin?.letter === 'T';
  const shape = pin?.option.kind === 'print' ? (doc.shapes.printed ?? doc.shapes.machined) : (doc.shapes.machined ?? doc.shapes.printed);
  const steps = ofKind(records, 'making'), releases = ofKind(records, 'release'), papers = ofKind(records, certificate.id);
  // The piece released last; the first one where none is.
  const checks = checksOf(String(releases.at(-1)?.values['piece'] ?? '1'));
  const open = checks.filter((c) => c.state !== 'pass' && c.state !== 'conditional');
  const recipes = steps.filter((s) => s.values['recipe'] || s.values['machine']);
  const undecided = steps.filter((s) => beyond(s.values).length && !s.values['decision']);
  const dates = [...papers.map((p) => p.values['inspect_by']), ...releases.map((r) => r.values['again'])].filter((d): d is string => typeof d === 'string')
    .sort();
  const conditions = verdict.conditions.map((c) => ({ c, agreed: doc.decision?.agreed?.[c] }));
  const undone = conditions.filter(({ agreed }) => !agreed?.done);
  const asked = paperAsked(facts);
  const gap = paperGap(facts, records, today);
  const lapsed = papers.filter((p) => certificate.notice!(p.values, today));

  const signed = (): [PaperState, string] => {
    if (unsignable(verdict)) return ['not-asked', 'The verdict refers away: whoever releases it signs on their own paper.'];
    if (!signature) return ['missing', 'Nobody has signed the verdict.'];
    const by = `${signature.who}${signature.role ? `, ${signature.role}` : ''}, on ${formatDate(signature.at.slice(0, 10), false)}`;
    return signature.revision === revision ? ['there', by] : ['old', `${by}; the case has changed since.`];
  };
  const line = (id: Paper['id'], label: string, [state, said]: [PaperState, string], at: string, part?: string): Paper => ({
    id,
    label,
    state,
    text: said,
    at,
    ...(part && { part }),
  });
  return [
    line('signature', 'Signed verdict, report with drawing', signed(), 'verdict'),
    line(
      'mesh',
      'Shape that is made',
      isToday
        ? ['not-asked', 'It stays as it is today.']
        : shape
        ? ['there', `${shape.fileName}, ${shape.hash.slice(0, 8)}`]
        : ['missing', 'No mesh: the figures stand on a box, and nothing can be made from it.'],
      'shape',
    ),
    line(
      'model',
      'Model it comes from',
      shape?.model ? ['there', `${shape.model.fileName}, ${shape.model.hash.slice(0, 8)}`] : ['not-asked', 'Only a mesh was given.'],
      'shape',
    ),
    line(
      'recipe',
      'Machine, lot and recipe',
      isToday
        ? ['not-asked', 'Nothing is made anew.']
        : undecided.length
        ? ['missing', `${text(undecided[0].values, 'step')}: a reading beyond its limit waits for a decision.`]
        : recipes.length
        ? ['there', recipeText(recipes)]
        : ['missing', steps.length ? 'Steps are entered, without machine or recipe.' : 'No step of making is entered.'],
      'proof',
      'making',
    ),
    line(
      'check',
      'Measured against its check plan',
      isToday
        ? ['not-asked', 'Nothing is made anew.']
        : open.length || !checks.length
        ? [
          'missing',
          checks.length
            ? `${open.length} of ${checks.length} lines are open: ${open.slice(0, 2).map((c) => c.item.what).join('; ')}${open.length > 2 ? ' …' : ''}`
            : 'There is no check plan yet.',
        ]
        : ['there', `${checks.length} lines met`],
      'proof',
      'check',
    ),
    line(
      'release',
      'Number on the tool, released',
      isToday
        ? ['not-asked', 'Nothing is made anew.']
        : releases.length
        ? ['there', releases.map((r) => text(r.values, 'number', 'place')).join('; ')]
        : ['missing', 'No piece is released.'],
      'proof',
      'check',
    ),
    line(
      'certificate',
      'Certificate or approval',
      !papers.length
        ? (asked ? ['missing', asked] : ['not-asked', 'None is asked of this kind of tool.'])
        : lapsed.length === papers.length
        ? ['old', certificate.notice!(lapsed.at(-1)!.values, today)!]
        : gap
        ? ['missing', gap]
        : ['there', papers.filter((p) => !lapsed.includes(p)).map((p) => text(p.values, 'by', 'number')).join('; ')],
      'papers',
    ),
    line(
      'inspection',
      'Next inspection',
      dates.length
        ? (dates[0] < today ? ['old', `Was due on ${formatDate(dates[0], false)}.`] : ['there', formatDate(dates[0], false)])
        : asked || releases.length
        ? ['missing', 'No day is set on which it is looked at again.']
        : ['not-asked', 'Set when it is released.'],
      'proof',
      'check',
    ),
    line(
      'conditions',
      'Conditions of the verdict',
      !conditions.length
        ? ['not-asked', 'The verdict makes none.']
        : undone.length
        ? ['missing', `${undone.length} of ${conditions.length} are open: ${undone[0].c}`]
        : ['there', `All ${conditions.length} are done.`],
      'verdict',
    ),
  ];
}

/** "7 of 8 there": what is not asked does not count. */
export function fileSummary(papers: readonly Paper[]): string {
  const asked = papers.filter((p) => p.state !== 'not-asked');
  return `${asked.filter((p) => p.state === 'there').length} of ${asked.length} there`;
}
