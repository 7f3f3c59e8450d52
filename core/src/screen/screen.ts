import type { Stressed } from '../life/fatigue';
import { type RequirementId, requirementSpec } from '../need/requirements';
import { inSentence, list } from '../quantity/words';
import { type Check, type CheckContext, type CheckResult, type Finding, type State, STATE_CHANCE, worse, worst } from './check';
import { batch } from './checks/batch';
import { colour } from './checks/colour';
import { contact } from './checks/contact';
import { creep } from './checks/creep';
import { cure } from './checks/cure';
import { drain } from './checks/drain';
import { duty } from './checks/duty';
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
import { slips } from './checks/slips';
import { strength } from './checks/strength';
import { tolerance } from './checks/tolerance';
import { supportAccess } from './checks/support-access';
import { unattended } from './checks/unattended';
import { uv } from './checks/uv';
import { vacuum } from './checks/vacuum';
import { bearing } from './checks/bearing';
import { joined } from './checks/bonded-joints';
import { buckling } from './checks/buckling';
import { moment } from './checks/moment';
import { pressed } from './checks/pressed';
import { seat } from './checks/seat';
import { joints } from './checks/joints';
import { hotWork } from './checks/hot-work';
import { touch } from './checks/touch';
import { openings } from './checks/openings';
import { vessel } from './checks/vessel';
import { rotor } from './checks/rotor';
import { walls } from './checks/walls';
import { wear } from './checks/wear';
import { weight } from './checks/weight';
import { priced, quarrels, REMEDIES, remedyKind } from './remedies';
import type { Remedy, RemedyKind } from './remedy';
import { stressOf } from './use';

/** Every check under its id, in the order of the matrix. */
const BY_ID = {
  duty,
  heat,
  'hot-work': hotWork,
  touch,
  cure,
  pressure,
  strength,
  creep,
  stiffness,
  pressed,
  buckling,
  seat,
  bearing,
  joints,
  'bonded-joints': joined,
  slips,
  vessel,
  rotor,
  openings,
  impact,
  fluids,
  moisture,
  uv,
  esd,
  colour,
  flame,
  contact,
  wear,
  tolerance,
  flatness,
  roughness,
  vacuum,
  marking,
  weight,
  moment,
  envelope,
  form,
  removal,
  reach,
  walls,
  holes,
  drain,
  'support-access': supportAccess,
  batch,
  'lead-time': leadTime,
  unattended,
  site,
  release,
};
export type CheckId = keyof typeof BY_ID;
export const CHECKS: readonly Check[] = Object.values(BY_ID);

export interface Screening {
  state: State;
  /** Chance that all of it holds, the checks taken as independent. */
  chance: number;
  checks: CheckResult[];
  /** Offers of all shortfalls, and what has been taken, each once. */
  offers: Remedy[];
  taken: Remedy[];
  /** What is wrong with the remedies taken together. */
  quarrels: string[];
  /** How hard the load works its body, with the remedies taken. */
  stress?: Stressed;
}

/** A bare route with some remedies taken; those that cannot be done on it are left out. */
export function withRemedies(bare: CheckContext, wanted: readonly string[]): { ctx: CheckContext; kinds: RemedyKind[] } {
  const kinds = wanted.length ? REMEDIES.filter((r) => wanted.includes(r.id) && r.fits(bare)) : [];
  if (!kinds.length) return { ctx: bare, kinds };
  let traits = bare.traits;
  for (const r of kinds) traits = { ...traits, ...r.effect?.(traits, bare) };
  return { ctx: { ...bare, traits, taken: new Set(kinds.map((r) => r.id)), extra_kg: kinds.reduce((s, r) => s + r.cost(bare).mass_kg.likely, 0) }, kinds };
}

/** The same checks with the dear ones last: where the first failure ends it, most routes never get there. */
const DEAR: readonly Check[] = [tolerance, wear, envelope, weight, leadTime, unattended];
const TELLING: readonly Check[] = [form, removal, batch, duty];
const QUICK_FIRST = [...TELLING, ...CHECKS.filter((c) => !DEAR.includes(c) && !TELLING.includes(c)), ...DEAR];

/** What a check finds; where the book leaves open what surroundings do to the very material that today's tool is of, that tool is the coupon. */
function foundBy(check: Check, ctx: CheckContext): Finding | undefined {
  const found = check.run(ctx);
  if (found?.state !== 'conditional' || !check.surroundings || !ctx.sameAsToday) return found;
  return { ...found, reason: `Look how the tool of today fares there, it is of ${ctx.material.label} too. By the book alone: ${found.reason}` };
}

/**
 * A check's finding as it counts. A limit that is only assumed never rules a way out: where what somebody said does not, the
 * failure becomes a question with what would follow. A want that is missed is trouble, not a failure.
 */
function put(check: Check, ctx: CheckContext): (Finding & { chance: number; want?: true }) | undefined {
  const found = foundBy(check, ctx);
  if (!found) return undefined;
  const { need } = ctx;
  const chance = found.chance ?? STATE_CHANCE[found.state];
  const unsaid = notSaid(check, ctx, found);
  if (unsaid) {
    const what = list(unsaid.map((id) => inSentence(requirementSpec(id).label)));
    return { ...found, state: 'conditional', chance, reason: `You have not said: ${what}. With what is usual for this kind of tool: ${found.reason}` };
  }
  const holds = found.state === 'fail' ? Math.min(chance, STATE_CHANCE.fail) : chance;
  const limits = (check.limits ?? []).filter((id) => need[id]);
  const want = limits.length > 0 && limits.every((id) => need[id]!.level === 'want');
  return want ? { ...found, chance: Math.max(holds, MISSED_WANT), want } : { ...found, chance: holds };
}

/** The assumed limits without which a failed check would not fail; none where it fails by what somebody said. */
function notSaid(check: Check, ctx: CheckContext, found: Finding): RequirementId[] | undefined {
  if (found.state !== 'fail') return undefined;
  const { need } = ctx;
  const assumed = (check.limits ?? []).filter((id) => need[id]?.assumed);
  if (!assumed.length) return undefined;
  const given = check.run({ ...ctx, need: { ...need, ...Object.fromEntries(assumed.map((id) => [id, undefined])) } });
  return given?.state === 'fail' ? undefined : assumed;
}

/** Nothing is so sure not to hold that no try would do. */
const LEAST = 0.01;

/** A want that is missed does not bring the tool back to the bench. */
const MISSED_WANT = 0.95;

/** State of a route alone: what `screen` says, without reasons, offers and prices; stops at the first check that fails. */
export function stateOf(bare: CheckContext, wanted: readonly string[] = []): State {
  const { ctx } = withRemedies(bare, wanted);
  let state: State = 'pass';
  for (const check of QUICK_FIRST) {
    const found = check.run(ctx);
    if (!found) continue;
    if (found.state === 'fail' && !notSaid(check, ctx, found)) return 'fail';
    state = worse(state, found.state === 'fail' ? 'conditional' : found.state);
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
    const found = put(check, ctx);
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
  return {
    state: worst(checks.map((c) => c.state)),
    chance: Math.max(LEAST, checks.reduce((p, c) => p * c.chance, 1)),
    checks,
    offers: [...offers.values()],
    taken,
    quarrels: quarrels(kinds.map((r) => r.id)),
    stress: stressOf(ctx),
  };
}

/** The usual remedies: the first offer of every conditional check. */
export const usualRemedies = (s: Screening): Remedy[] => {
  const out = new Map<string, Remedy>();
  for (const c of s.checks) {
    const [first] = c.state === 'conditional' ? c.offers : [];
    // Replacing before it is worn costs tools, somebody's word is nobody else's, and a want is not worth money unasked: the user decides.
    if (first && !c.want && !first.lifeUsed && first.id !== 'insist') out.set(first.id, first);
  }
  // Of two answers to one trouble the lesser is not needed beside the other.
  return [...out.values()].filter(({ id }) => !remedyKind(id).notBeside?.some((other) => out.has(other)));
};
