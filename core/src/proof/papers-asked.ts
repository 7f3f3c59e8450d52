import type { CaseFacts } from '../case/facts';
import { type Licence, licenceOf } from '../case/safety';
import type { Values } from '../inputs/spec';
import { requirementSpec } from '../need/requirements';
import { formatNumber, STANDARD_GRAVITY } from '../quantity/quantity';
import { inSentence, list } from '../quantity/words';
import type { RecordRow } from '../records/kind';
import { certificate } from '../records/kinds/certificate';

type Asking = Pick<CaseFacts, 'family' | 'need' | 'doc'>;

/** Is a paper of somebody else asked before this tool is used, whatever is calculated here? The sentence says whose. */
export const paperAsked = (facts: Asking): string | undefined => licenceOf(facts)?.says ?? facts.family.approval;

/**
 * What keeps a tool from being used as far as papers go: none on file, one that does not say enough, one that lapsed. Nothing where one
 * paper has all of it, or none is asked. What has to be in it: a number, the paper itself, the day of the next inspection, and what it was
 * proved with, no less than the need asks for; of an approval, a number or the paper.
 * @param rows records of the case. @param on ISO date; empty while no day is said
 */
export function paperGap(facts: Asking, rows: readonly RecordRow[], on: string): string | undefined {
  const asked = paperAsked(facts);
  if (!asked) return undefined;
  const licence = licenceOf(facts);
  const papers = rows.filter((r) => r.kind === certificate.id);
  if (!papers.length) return `its ${licence ? 'certificate' : 'approval'} is not on file. ${asked} Papers, under ${certificate.plural}, keeps it.`;
  const gaps = papers.map((r) => gapOf(r.values, licence, facts, on));
  return gaps.every((g) => g !== undefined) ? gaps.at(-1) : undefined;
}

/** Why one paper does not do. */
function gapOf(v: Values, licence: Licence | undefined, { need }: Asking, on: string): string | undefined {
  const by = `The ${licence ? 'certificate' : 'approval'} by ${String(v['by'])}`;
  if (on && String(v['dated']) > on) return `${by} is dated later than ${on}.`;
  const lapsed = certificate.notice!(v, on);
  if (lapsed) return `${by}: ${lapsed}`;
  if (!licence) return v['number'] || v['paper'] ? undefined : `${by} has neither a number nor the paper itself.`;
  const [least, unit] = leastProved(licence, need);
  const label = (id: string): string => inSentence(certificate.inputs.find((i) => i.id === id)!.label);
  const missing = ['number', ...PROVED[licence.proof], 'inspect_by', 'paper'].filter((id) => v[id] === undefined || v[id] === null || v[id] === '');
  if (missing.length) return `${by} does not say all that has to be known before use: ${list(missing.map(label))}.`;
  const rated = Number(v[PROVED[licence.proof][0]]);
  return rated < least ? `${by} is for ${formatNumber(rated)}${unit}, and the need asks for ${formatNumber(least)}${unit}.` : undefined;
}

/** Fields of the paper that say what it is good for, the first of them against the need. */
const PROVED: Readonly<Record<Licence['proof'], readonly string[]>> = { load: ['rated', 'proved'], pressure: ['pressure'], spin: ['spun'] };

function leastProved({ proof }: Licence, need: Asking['need']): [number, string] {
  if (proof === 'pressure') return [need.heldPressure?.value ?? 0, ' MPa'];
  if (proof === 'spin') return [need.rotation?.value ?? 0, ' turns a minute'];
  return [(need.load?.value ?? 0) / STANDARD_GRAVITY, ' kg'];
}

/** What somebody has to have said before such a tool is signed for. */
export function unsaid({ family, doc }: Asking): string | undefined {
  const open = (family.beforeSigning?.(doc.need) ?? []).filter((id) => doc.need[id] === undefined);
  return open.length ? `Nobody has said yet: ${list(open.map((id) => inSentence(requirementSpec(id).label)))}. ${family.approval ?? ''}`.trim() : undefined;
}
