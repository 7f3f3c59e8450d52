import { RULES } from './rules';
import type { CaseDoc, Letter } from '../case/types';
import type { RouteOption } from './options';
import type { Family } from '../need/family';
import type { RequirementId } from '../need/requirements';
import type { PlanFinding } from '../plan/planner';
import type { RouteResult } from '../routes/evaluate-route';

export type VerdictKind = 'print' | 'hybrid' | 'bridge' | 'simple' | 'keep' | 'licensed' | 'facts';

export const VERDICTS: Record<VerdictKind, string> = {
  print: 'Print',
  hybrid: 'Print as hybrid',
  bridge: 'Print as a bridge',
  simple: 'Cut or mill simply',
  keep: 'Keep machined',
  licensed: 'Needs a licensed engineer or certified supplier',
  facts: 'Need more facts',
};

/** A pinned route with everything a rule may weigh. */
export interface Contender {
  letter: Letter;
  option: RouteOption;
  result: RouteResult;
  /** Median over the samples, cost of waiting included. */
  cost: number;
  chanceCheapest: number;
}

export interface VerdictContext {
  doc: CaseDoc;
  family: Family;
  contenders: Contender[];
  missing: RequirementId[];
  /** What the plans in use found, whichever way the tool is made. */
  findings: (PlanFinding & { plan: string })[];
  /** Share of samples in which one contender's programme with waiting is below another's. */
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
}

/** The first rule that applies decides; the last one always does. */
export function decide(ctx: VerdictContext): Verdict {
  for (const rule of RULES) {
    const found = rule.apply(ctx);
    if (found) {
      const chosen = ctx.contenders.find((c) => c.letter === found.letter);
      return {
        ...found,
        rule: rule.says,
        conditions: [
          ...(found.conditions ?? []),
          ...(chosen?.option.checks.filter((c) => c.state === 'conditional').map((c) => c.reason) ?? []),
          ...ctx.findings.filter((f) => f.state === 'fail' || f.state === 'conditional').map((f) => `${f.plan}: ${f.reason}`),
        ],
        cautions: [...ctx.family.cautions, ...(chosen?.result.route.process.cautions ?? [])],
      };
    }
  }
  throw new Error('No verdict rule applied');
}
