import { headlineOf, RULES } from './rules';
import { list } from '../quantity/words';
import { handlingOf } from '../process/chemicals';
import { proofCondition } from '../case/proof-loads';
import { type CaseDoc, type Letter, routeKey } from '../case/types';
import type { RouteOption } from './options';
import type { Family } from '../need/family';
import type { RequirementId } from '../need/requirements';
import type { PlanFinding } from '../plan/planner';
import type { RouteResult } from '../routes/evaluate-route';

export type VerdictKind = 'print' | 'hybrid' | 'bridge' | 'simple' | 'machine' | 'keep' | 'even' | 'licensed' | 'facts';

export const VERDICTS: Record<VerdictKind, string> = {
  print: 'Print',
  hybrid: 'Print as hybrid',
  bridge: 'Print as a bridge',
  simple: 'Cut or mill simply',
  machine: 'Have it machined',
  keep: 'Keep as today',
  even: 'Even: your choice',
  licensed: 'Needs a licensed engineer or certified supplier',
  facts: 'Need more facts',
};

/** A pinned route with everything a rule may weigh. */
export interface Contender {
  letter: Letter;
  option: RouteOption;
  result: RouteResult;
  /** Expected cost, median over the samples. */
  cost: number;
  /** Until it is ready, median. */
  days: number;
  chanceCheapest: number;
}

export interface VerdictContext {
  doc: CaseDoc;
  family: Family;
  /** Who has to release it, where no engineer may on a calculation made here. */
  licensed?: string;
  contenders: Contender[];
  /** The tool of today, where doing as today is a choice. */
  today?: Contender;
  /** What it costs is known, or worked out of its steps. */
  todayPriced: boolean;
  /** Of what using it costs, by the plans: which new tool is rid of it. */
  useGainedBy?: string;
  missing: RequirementId[];
  /** Where facts are missing: what the cheapest of all ways comes to with waiting, if everything held. */
  leastIfHeld?: number;
  /** What the plans in use found, whichever way the tool is made. */
  findings: (PlanFinding & { plan: string })[];
  /** Share of samples in which one contender's expected cost is below another's. */
  chanceBelow(a: Contender, b: Contender): number;
  money(x: number): string;
}

/** One decision with its reasons, never a bare score. */
export interface Verdict {
  kind: VerdictKind;
  /** Short imperative: "Print it with steel on the working faces". */
  headline: string;
  /** The rule that decided, in words. */
  rule: string;
  reasons: string[];
  /** What has to be done or shown first. */
  conditions: string[];
  cautions: string[];
  /** Route the verdict stands on. */
  letter?: Letter;
  /** The way that takes over from it: of a bridge the lasting one. */
  then?: Letter;
  /** What the rules say, where somebody decided otherwise. */
  instead?: Pick<Verdict, 'kind' | 'headline' | 'letter'>;
}

const FIBRE_DUST = 'Its dust holds fibres that irritate and, if carbon, conduct: sand and drill under extraction, with mask and gloves.';

/** What is to be minded with a way: its process, the fibres of its material, and whatever has a safety sheet. */
function cautionsOf({ option, result: { route: { process, material } } }: Contender): string[] {
  const sheets = [...new Set([...(process.chemicals ?? []), ...option.remedies.flatMap((r) => r.chemicals ?? [])])];
  return [
    ...process.cautions,
    ...(material.family === 'fibre' ? [FIBRE_DUST] : []),
    ...(sheets.length ? [`Get the safety sheets of ${list(sheets)}: they and your local rules go first.`, ...handlingOf(sheets)] : []),
  ];
}

/** Why nobody may sign this verdict here; nothing where an engineer may. */
export const unsignable = ({ kind, reasons }: Verdict): string | undefined =>
  kind === 'licensed' ? `This verdict refers away, so that it is not signed here. ${reasons[0]}` : undefined;

const isWay = (c: Contender, way: string): boolean => routeKey(c.option) === way;

/** The first rule that applies decides; the last one always does. Where somebody decided otherwise, with a reason, that stands, and what the rules say beside it. */
export function decide(ctx: VerdictContext): Verdict {
  for (const rule of RULES) {
    const found = rule.apply(ctx);
    if (found) return overruled(ctx, { ...found, rule: rule.says, ...whatFollows(ctx, found.letter, found.conditions) });
  }
  throw new Error('No verdict rule applied');
}

/** Conditions and cautions of taking a way. */
function whatFollows(ctx: VerdictContext, letter: Letter | undefined, own: readonly string[] = []): Pick<Verdict, 'conditions' | 'cautions'> {
  const chosen = [...ctx.contenders, ctx.today].find((c) => c?.letter === letter);
  return {
    conditions: [
      ...own,
      ...(chosen?.option.remedies.map((r) => `Counted in: ${r.how}.`) ?? []),
      ...(chosen?.option.open.map((c) => c.reason) ?? []),
      ...(chosen && chosen !== ctx.today ? [proofCondition(ctx.doc) ?? []].flat() : []),
      ...ctx.findings.filter((f) => (f.state === 'fail' || f.state === 'conditional') && !(f.ofNew && chosen === ctx.today)).map((f) =>
        `${f.plan}: ${f.reason}`
      ),
    ],
    cautions: [...ctx.family.cautions, ...(chosen && chosen !== ctx.today ? cautionsOf(chosen) : [])],
  };
}

/** What is referred away stays so: nobody overrules a licence. */
function overruled(ctx: VerdictContext, verdict: Verdict): Verdict {
  const over = ctx.doc.decision?.overruled;
  if (!over || verdict.kind === 'licensed') return verdict;
  const way = [...ctx.contenders, ...(ctx.today ? [ctx.today] : [])].find((c) => isWay(c, over.way));
  if (!way) {
    return {
      ...verdict,
      cautions: [
        `The way that ${over.who || 'somebody'} chose over the rules on ${over.on} is no longer compared: pin it again, or go by the rules.`,
        ...verdict.cautions,
      ],
    };
  }
  if (way.letter === verdict.letter) return verdict;
  const { kind, headline, letter } = verdict;
  const fails = way.option.checks.filter((c) => c.state === 'fail').map((c) => c.reason);
  const follows = whatFollows(ctx, way.letter);
  return {
    ...verdict,
    ...headlineOf(ctx, way),
    letter: way.letter,
    instead: { kind, headline, letter },
    reasons: [
      `${over.who || 'Somebody'} decided so on ${over.on}, against the rules: ${over.reason}`,
      `By the rules: ${headline}${letter ? ` (${letter})` : ''}. ${verdict.reasons[0] ?? ''}`.trim(),
    ],
    conditions: follows.conditions,
    cautions: [...fails.map((f) => `It does not hold by the checks: ${f}`), ...follows.cautions],
  };
}
