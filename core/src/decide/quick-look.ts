import { familyOf } from '../need/families';
import { signalsOf } from '../case/signals';
import { formatMoney } from '../case/words';
import { inSentence } from '../quantity/words';
import { VERDICTS, type VerdictKind } from './verdict';
import { at, valueOf } from '../worksheet/evaluate';
import { evaluateCase } from './evaluate-case';
import { contending, DECISION_LINE } from './today-option';
import { factsOf } from '../plan/facts';
import type { Site } from '../records/site';
import type { CaseDoc } from '../case/types';

/** Samples of a quick look: enough to tell 60 % from 75 %. */
const SAMPLES = 400;

/** One candidate on the Walk: what it may be worth, how sure that is, and the work to find out. */
export interface QuickLook {
  verdict: VerdictKind;
  verdictText: string;
  headline: string;
  /** Against the way it is made today (or would be machined), over the programme with waiting. */
  saving: number;
  daysGained: number;
  /** Share of samples in which there is a saving at all. */
  confidence: number;
  /** Engineer's hours to a made tool: preparation, tests, drawing. */
  effort_h: number;
  /** saving × confidence ÷ effort: what the list is ranked by. */
  worthPerHour: number;
  /** Facts of the need that somebody gave, of all that count; the rest are the family's usual ones. */
  factsKnown: number;
  factsAsked: number;
  working: { label: string; text: string }[];
}

/** Hours to test one condition. */
const HOURS_PER_CONDITION = 1.5;

/**
 * Quick economics of a candidate. Verdicts that change nothing (keep, licensed, facts) save nothing.
 */
export function quickLook(doc: CaseDoc, site: Site): QuickLook {
  const { view, results } = evaluateCase(doc, site, SAMPLES, undefined, 'decision');
  const { verdict, pins } = view;
  const chosen = pins.find((p) => p.letter === verdict.letter);
  const facts = factsOf(doc, site);
  const { need } = facts;
  // Against the tool of today, or doing without where somebody said what that costs; else against having it machined.
  const reference = (contending(facts) ? pins.find((p) => p.letter === 'T') : undefined) ?? pins.find((p) => p.option.kind === 'machine' && p !== chosen);
  const asked = Object.values(need);
  const factsKnown = asked.filter((r) => !r.assumed).length;
  const money = (x: number): string => formatMoney(x, site.shop.currency);
  const working: QuickLook['working'] = [];

  let saving = 0;
  let confidence = 0;
  let daysGained = 0;
  const changes = verdict.kind === 'print' || verdict.kind === 'hybrid' || verdict.kind === 'simple' || verdict.kind === 'machine' || verdict.kind === 'bridge';
  if (changes && chosen && reference) {
    const a = results.get(chosen.letter)!;
    const b = results.get(reference.letter)!;
    // Nobody waits for what nobody orders.
    daysGained = reference.letter === 'T' && doc.today.way === 'none' ? 0 : b.lead.risk!.p50 - a.lead.risk!.p50;
    const gain = (i: number): number =>
      verdict.kind === 'bridge'
        ? (at(b.risk!.columns.get('lead_days')!, i) - at(a.risk!.columns.get('lead_days')!, i)) * doc.today.delay_per_day -
          at(a.risk!.columns.get('price_order')!, i)
        : at(b.risk!.columns.get(DECISION_LINE)!, i) - at(a.risk!.columns.get(DECISION_LINE)!, i);
    const gains = Float64Array.from({ length: SAMPLES }, (_, i) => gain(i));
    confidence = gains.filter((g) => g > 0).length / SAMPLES;
    saving = gains.sort()[SAMPLES >> 1];
    working.push(
      verdict.kind === 'bridge'
        ? {
          label: 'Saving',
          text: `${daysGained.toFixed(0)} days sooner × ${money(doc.today.delay_per_day)} a day − ${money(valueOf(a.point, 'price_order'))} for the print`,
        }
        : {
          label: 'Saving',
          text: `median of ${SAMPLES} samples of ${inSentence(reference.option.processLabel)} less ${
            inSentence(chosen.option.processLabel)
          } in ${chosen.option.materialLabel}, over the programme with waiting and risk; at likely values ${money(valueOf(b.point, DECISION_LINE))} − ${
            money(valueOf(a.point, DECISION_LINE))
          }`,
        },
      { label: 'Confidence', text: `${Math.round(confidence * SAMPLES)} of ${SAMPLES} samples show a saving` },
    );
  } else {
    working.push({
      label: 'Saving',
      text: changes
        ? 'Nothing to compare with: nothing is there today, nobody said what a day without costs, and no machined route holds.'
        : `None: the verdict is "${VERDICTS[verdict.kind]}".`,
    });
  }
  const conditions = chosen?.option.doubt.trials ?? 0;
  const first = Math.max(
    0.5,
    (chosen?.lead.stages ?? []).filter((s) => s.resource === 'engineer' || s.resource === 'programmer').reduce((h, s) => h + s.hours, 0),
  );
  const further = (need.designs?.value ?? 1) - 1;
  const prepare = first * (1 + (chosen && further ? further * valueOf(results.get(chosen.letter)!.point, 'revision_share') : 0));
  const effort_h = prepare + conditions * HOURS_PER_CONDITION;
  working.push({
    label: 'Effort',
    text: `${prepare.toFixed(1)} h to model and prepare${further ? `, all ${further + 1} sizes` : ''}${
      conditions ? ` + ${conditions} × ${HOURS_PER_CONDITION} h to settle conditions` : ''
    }`,
  });
  const worthPerHour = (Math.max(0, saving) * confidence) / effort_h;
  working.push(
    { label: 'Ranked by', text: `saving × confidence ÷ effort = ${money(worthPerHour)} per hour of work` },
    { label: 'Facts known', text: `${factsKnown} of ${asked.length}; the rest is usual for ${inSentence(familyOf(doc.family).label)}` },
  );
  const signals = signalsOf(doc, site.shop.currency);
  if (signals.for.length) working.push({ label: 'Speaks for it', text: signals.for.join('; ') });
  if (signals.against.length) working.push({ label: 'Speaks against', text: signals.against.join('; ') });
  return {
    verdict: verdict.kind,
    verdictText: VERDICTS[verdict.kind],
    headline: verdict.headline,
    saving: changes ? saving : 0,
    daysGained,
    confidence,
    effort_h,
    worthPerHour,
    factsKnown,
    factsAsked: asked.length,
    working,
  };
}
