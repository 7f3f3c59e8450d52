import type { CheckResult, State } from '../screen/check';
import { inSentence, list } from '../quantity/words';
import type { PinView } from './evaluate-case';
import type { RouteOption } from './options';

export const routeHolds = (o: { state: State }): boolean => o.state === 'pass' || o.state === 'conditional';
/** Less likely than this to hold, and nobody would call it a way that might do. */
const LIKELY_ENOUGH = 0.2;
export const mightDo = (o: Pick<RouteOption, 'doubt'>): boolean => o.doubt.chance >= LIKELY_ENOUGH;
const NUMBERS = ['None', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine', 'Ten', 'Eleven', 'Twelve'];
const count = (n: number): string => NUMBERS[n] ?? String(n);

/** "Eleven of 82 ways hold as they are, nine on condition." */
export function howManyHold(options: readonly RouteOption[]): string {
  const of = (s: State): number => options.filter((o) => o.state === s).length;
  const [as, on, open] = [of('pass'), of('conditional'), of('unknown')];
  return `${count(as)} of ${options.length} ways ${as <= 1 ? 'holds as it is' : 'hold as they are'}, ${inSentence(count(on))} on condition.${
    open ? ` ${count(open)} cannot be told yet.` : ''
  }`;
}

/** Reasons named in the summary; more would be a table. */
const REASONS = 3;
/** Processes named to each. */
const NAMED = 2;

/**
 * The matrix in a few sentences: how many ways hold, and what rules out the others, named by whole processes where it can be.
 * "Eleven of 82 ways hold as they are, nine on condition. Heat rules out 30, among them all of “Vat resin” and “Material jetting”."
 */
export function routesSummary(options: readonly RouteOption[]): string {
  if (!options.length) return '';
  const out = [howManyHold(options)];
  const failed = new Map<string, { label: string; routes: RouteOption[] }>();
  for (const o of options)
    for (const c of o.checks) if (c.state === 'fail') (failed.get(c.id) ?? failed.set(c.id, { label: c.label, routes: [] }).get(c.id)!).routes.push(o);
  const blamed = [...failed.values()].sort((a, b) => b.routes.length - a.routes.length).slice(0, REASONS);
  for (const { label, routes } of blamed) {
    const whole = [...new Set(routes.map((r) => r.processLabel))].filter((p) => options.filter((o) => o.processLabel === p).every((o) => routes.includes(o)));
    // In quotes: some names have commas, and none is made to stand in the middle of a sentence.
    const named = whole.slice(0, NAMED).map((p) => `“${p}”`);
    out.push(`${label} rules out ${routes.length}${named.length ? `, among them all of ${list(named)}` : ''}.`);
  }
  return out.join(' ');
}

/** Why, or why not, one route: the reasons that decide, the worst first. */
export function whyRoute(o: RouteOption): string {
  const say = (s: State): string => o.checks.filter((c: CheckResult) => c.state === s).map((c) => c.reason).join(' ');
  if (o.kind === 'today') {
    const beyond = o.checks.filter((c) => c.reason.startsWith('In use')).map((c) => c.reason);
    return `What is there today, by which the new ways are measured. ${beyond.join(' ') || 'Nothing rules it out.'}`;
  }
  if (o.state === 'fail') return `Ruled out. ${say('fail')}`;
  if (o.state === 'unknown') return `Cannot be told yet. ${say('unknown')}`;
  if (o.state === 'conditional') return `Holds on condition. ${say('conditional')}`;
  return `Holds as it is${o.remedies.length ? `, with ${list(o.remedies.map((r) => r.label))}` : ''}.`;
}

/** The way that is ahead most often, and in how many of 100 samples. */
export function ahead(pins: readonly PinView[], by: 'chanceCheapest' | 'chanceEarliest'): { pin: PinView; of100: number } {
  const pin = pins.reduce((b, p) => (p[by] > b[by] ? p : b));
  return { pin, of100: Math.round(100 * pin[by]) };
}

/** The pinned routes without the tool of today. */
export const newWays = (view: { pins: readonly PinView[] }): PinView[] => view.pins.filter((p) => p.letter !== 'T');
