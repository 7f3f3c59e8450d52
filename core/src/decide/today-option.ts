import type { CaseFacts } from '../case/facts';
import { TODAY_PIN } from '../case/types';
import { NO_DOUBT, type RouteResult } from '../routes/evaluate-route';
import { todayOf } from '../routes/today';
import type { CheckResult } from '../screen/check';
import { screen } from '../screen/screen';
import { figuresOf, routeContext, type RouteOption } from './options';

/** The line that suggestion, chances, decision and sentences go by: the same for all. Without waiting, where that is left out, its days cost nothing. */
export const DECISION_LINE = 'expected_cost';

/** Is doing as today what the new ways are measured by? With nothing there, only where somebody said what a day without costs, or a plan what it costs in use. */
export const contending = ({ doc, today }: CaseFacts): boolean =>
  doc.today.way !== 'none' || doc.today.delay_per_day > 0 || (today['today.use_cost']?.likely ?? 0) > 0;

/** What a book says of a tool that stands there and works: worth knowing, but it rules nothing out. */
const inUse = (c: CheckResult): CheckResult =>
  c.state === 'pass' ? c : { ...c, state: 'pass', chance: 1, offers: [], reason: `In use, above the book figure: ${c.reason}` };

/** Way T as a row: never screened out, never renamed. The book's view of it is kept where its material is known. */
export function todayOption(facts: CaseFacts, result: RouteResult): RouteOption {
  const today = todayOf(facts);
  const { near } = today;
  // Shape, envelope, quantity and release are questions put to new tools.
  const checks = near && !near.guessed
    ? screen(routeContext(facts, near.process, near.material)).checks.filter((c) => ASKED_OF_TODAY.has(c.id)).map(inUse)
    : [];
  return {
    ...TODAY_PIN,
    processLabel: today.label,
    materialLabel: today.made,
    kind: 'today',
    state: 'pass',
    doubt: NO_DOUBT,
    checks,
    open: [],
    offers: [],
    remedies: [],
    decided: true,
    quarrels: [],
    bridge: false,
    ...figuresOf(result),
  };
}

const ASKED_OF_TODAY: ReadonlySet<string> = new Set([
  'heat',
  'cure',
  'pressure',
  'strength',
  'creep',
  'stiffness',
  'impact',
  'fluids',
  'moisture',
  'uv',
  'esd',
  'flame',
  'contact',
  'marking',
  'weight',
]);
