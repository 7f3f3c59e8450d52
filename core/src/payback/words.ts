import type { Values } from '../inputs/spec';
import { formatNumber } from '../quantity/quantity';
import type { PaybackView } from './scenario';

/** Months to three figures: "12.5 months", "at once", "not within 48 months". */
export function monthsText(x: number, within: number): string {
  if (x === 0) return 'at once';
  return Number.isFinite(x) ? `${formatNumber(x, 3)} months` : `not within ${within} months`;
}

/** "Paid back after 12.5 months". */
export const paidText = ({ payback: { p50 }, months }: Pick<PaybackView, 'payback' | 'months'>): string =>
  `Paid back ${p50 > 0 && Number.isFinite(p50) ? 'after ' : ''}${monthsText(p50, months)}`;

/** "20 to 33", "20, or not at all" */
export function spreadText({ p10, p90 }: { p10: number; p90: number }): string {
  if (p90 === 0) return 'at once';
  const one = (x: number): string => formatNumber(x, 2);
  return Number.isFinite(p90) ? `${one(p10)} to ${one(p90)}` : Number.isFinite(p10) ? `${one(p10)}, or not at all` : 'never in most samples';
}

/** Share of their hours from which jobs wait for long. */
const NEARLY_FULL = 0.85;
const percent = (x: number): string => `${formatNumber(Math.round(100 * x))} %`;

/** What has to be said before anybody relies on a scenario: nothing listed, overload, no return, a promise or a target beside what was worked out. */
export function warningsOf(view: PaybackView, values: Values): string[] {
  const f = (name: string): number => view.figures[name].p50;
  const claim = values['claim'] as number | undefined, target = values['target_down'] as number | undefined;
  const n = (x: number): string => formatNumber(x, 3);
  return [
    ...(f('tools') ? [] : ['No tools yet: list a kind, or take them from the cases.']),
    ...(f('wanted_hours') > f('capacity') && f('capacity') > 0
      ? [`Overloaded: ${n(f('wanted_hours'))} h a month are meant for ${n(f('capacity'))} h; what does not fit goes to the bureau.`]
      : f('utilisation') > NEARLY_FULL
      ? [`Nearly full: a job waits ${n(f('wait'))} h in front of it.`]
      : []),
    ...(view.irr.rate === null && view.irr.note ? [`Return: ${view.irr.note}.`] : []),
    ...(claim === undefined ? [] : [`The supplier promises ${claim} months; worked out here: ${monthsText(view.payback.p50, view.months)}.`]),
    ...(target === undefined
      ? []
      : [
        `Tools were to cost ${percent(target)} less over a year; over the first they cost ${percent(Math.abs(view.cheaper))} ${
          view.cheaper < 0 ? 'more' : 'less'
        }.`,
      ]),
  ];
}
