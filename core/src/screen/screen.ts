import type { Check, CheckContext, CheckResult, State } from './check';
import { worst } from './check';
import { batch } from './checks/batch';
import { contact } from './checks/contact';
import { creep } from './checks/creep';
import { cure } from './checks/cure';
import { drain } from './checks/drain';
import { envelope } from './checks/envelope';
import { esd } from './checks/esd';
import { flame } from './checks/flame';
import { flatness } from './checks/flatness';
import { fluids } from './checks/fluids';
import { form } from './checks/form';
import { heat } from './checks/heat';
import { holes } from './checks/holes';
import { impact } from './checks/impact';
import { leadTime } from './checks/lead-time';
import { marking } from './checks/marking';
import { moisture } from './checks/moisture';
import { pressure } from './checks/pressure';
import { reach } from './checks/reach';
import { release } from './checks/release';
import { removal } from './checks/removal';
import { roughness } from './checks/roughness';
import { site } from './checks/site';
import { stiffness } from './checks/stiffness';
import { strength } from './checks/strength';
import { tolerance } from './checks/tolerance';
import { uv } from './checks/uv';
import { vacuum } from './checks/vacuum';
import { walls } from './checks/walls';
import { wear } from './checks/wear';
import { weight } from './checks/weight';
import { priced, quarrels, REMEDIES, remedyKind } from './remedies';
import type { Remedy, RemedyKind } from './remedy';

/** Every check under its id, in the order of the matrix. */
const BY_ID = {
  heat,
  cure,
  pressure,
  strength,
  creep,
  stiffness,
  impact,
  fluids,
  moisture,
  uv,
  esd,
  flame,
  contact,
  wear,
  tolerance,
  flatness,
  roughness,
  vacuum,
  marking,
  weight,
  envelope,
  form,
  removal,
  reach,
  walls,
  holes,
  drain,
  batch,
  'lead-time': leadTime,
  site,
  release,
};
export type CheckId = keyof typeof BY_ID;
export const CHECKS: readonly Check[] = Object.values(BY_ID);

export interface Screening {
  state: State;
  checks: CheckResult[];
  /** Offers of all shortfalls, and what has been taken, each once. */
  offers: Remedy[];
  taken: Remedy[];
  /** What is wrong with the remedies taken together. */
  quarrels: string[];
}

/** A bare route with some remedies taken; those that cannot be done on it are left out. */
function withRemedies(bare: CheckContext, wanted: readonly string[]): { ctx: CheckContext; kinds: RemedyKind[] } {
  const kinds = wanted.length ? REMEDIES.filter((r) => wanted.includes(r.id) && r.fits(bare)) : [];
  if (!kinds.length) return { ctx: bare, kinds };
  let traits = bare.traits;
  for (const r of kinds) traits = { ...traits, ...r.effect?.(traits, bare) };
  return { ctx: { ...bare, traits, taken: new Set(kinds.map((r) => r.id)) }, kinds };
}

/** The same checks with the dear ones last: where the first failure ends it, most routes never get there. */
const DEAR: readonly Check[] = [tolerance, wear, envelope, weight, leadTime];
const TELLING: readonly Check[] = [form, removal, batch];
const QUICK_FIRST = [...TELLING, ...CHECKS.filter((c) => !DEAR.includes(c) && !TELLING.includes(c)), ...DEAR];

/** State of a route alone: what `screen` says, without reasons, offers and prices; stops at the first check that fails. */
export function stateOf(bare: CheckContext, wanted: readonly string[] = []): State {
  const { ctx } = withRemedies(bare, wanted);
  let state: State = 'pass';
  for (const check of QUICK_FIRST) {
    const found = check.run(ctx);
    if (found?.state === 'fail') return 'fail';
    if (found) state = worst([state, found.state]);
  }
  return state;
}

/** Put every check to one route, with some remedies taken. The route is as good as its worst check. */
export function screen(bare: CheckContext, wanted: readonly string[] = []): Screening {
  const { ctx, kinds } = withRemedies(bare, wanted);
  const taken = kinds.map((r) => priced(r, bare));
  const checks: CheckResult[] = [];
  const offers = new Map<string, Remedy>(taken.map((r) => [r.id, r]));
  for (const [id, check] of Object.entries(BY_ID) as [CheckId, Check][]) {
    const found = check.run(ctx);
    if (!found) continue;
    const own: Remedy[] = [];
    for (const id of found.offers ?? []) {
      if (ctx.taken.has(id)) continue;
      const kind = remedyKind(id);
      if (!kind.fits(bare)) continue;
      const offer = offers.get(id) ?? priced(kind, bare);
      offers.set(id, offer);
      own.push(offer);
    }
    checks.push({ ...found, id, label: check.label, offers: own });
  }
  return { state: worst(checks.map((c) => c.state)), checks, offers: [...offers.values()], taken, quarrels: quarrels(kinds.map((r) => r.id)) };
}

/** The usual remedies: the first offer of every conditional check. */
export const usualRemedies = (s: Screening): Remedy[] => {
  const out = new Map<string, Remedy>();
  for (const c of s.checks) if (c.state === 'conditional' && c.offers.length) out.set(c.offers[0].id, c.offers[0]);
  return [...out.values()];
};
