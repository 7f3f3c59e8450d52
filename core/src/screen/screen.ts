import type { CheckContext, Check, CheckResult, Remedy, State } from './check';
import { worst } from './check';
import { envelope } from './checks/envelope';
import { fluids } from './checks/fluids';
import { form } from './checks/form';
import { heat } from './checks/heat';
import { leadTime } from './checks/lead-time';
import { marking } from './checks/marking';
import { release } from './checks/release';
import { stiffness } from './checks/stiffness';
import { strength } from './checks/strength';
import { tolerance } from './checks/tolerance';
import { wear } from './checks/wear';
import { weight } from './checks/weight';

/** Every check, in the order of the matrix. */
export const CHECKS: readonly Check[] = [heat, strength, stiffness, fluids, wear, tolerance, weight, marking, envelope, form, leadTime, release];

export interface Screening {
  state: State;
  checks: CheckResult[];
  /** Remedies of the conditional checks, each once. */
  remedies: Remedy[];
}

/** Put every check to one route. The route is as good as its worst check. */
export function screen(ctx: CheckContext): Screening {
  const checks: CheckResult[] = [];
  for (const check of CHECKS) {
    const result = check.run(ctx);
    if (result) checks.push({ id: check.id, label: check.label, ...result });
  }
  const remedies = new Map<string, Remedy>();
  for (const c of checks) if (c.remedy && c.state === 'conditional') remedies.set(c.remedy.id, c.remedy);
  return { state: worst(checks.map((c) => c.state)), checks, remedies: [...remedies.values()] };
}
