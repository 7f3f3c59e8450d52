import type { PinView } from '../decide/evaluate-case';
import type { RecordRow } from '../records/kind';
import { cyclesOf } from '../records/kinds/tool-life';

/** A figure that was promised, with its range, and what came of it. */
export interface Kept {
  id: 'money' | 'days' | 'mass' | 'life';
  label: string;
  unit: string;
  promised: { p10: number; p50: number; p90: number };
  /** Mean of what came; nothing where nothing was entered. */
  came?: number;
  n: number;
  /** Still running: what came so far is a least. */
  running?: boolean;
}

const mean = (xs: readonly number[]): number | undefined => (xs.length ? xs.reduce((a, b) => a + b, 0) / xs.length : undefined);
const numbers = (rows: readonly RecordRow[], id: string): number[] =>
  rows.flatMap((r) => (typeof r.values[id] === 'number' && r.values[id] > 0 ? [r.values[id]] : []));

/** What was signed (or stands now) against what came out: price and days of the builds, weight as checked, life of the tools. */
export function promiseKept(pin: PinView, rows: readonly RecordRow[]): Kept[] {
  const figure = (name: string) => pin.figures.find((f) => f.name === name);
  const builds = rows.filter((r) => r.kind === 'build');
  const weights = rows.filter((r) => r.kind === 'check' && r.values['item'] === 'mass');
  const tools = rows.filter((r) => r.kind === 'tool-life');
  const ended = tools.filter((r) => r.values['ended'] === 'worn' || r.values['ended'] === 'broken');
  const lives = (ended.length ? ended : tools).map((r) => cyclesOf(r.values));
  const out: Kept[] = [];
  const put = (
    id: Kept['id'],
    label: string,
    unit: string,
    promised: { p10: number; p50: number; p90: number } | undefined,
    came: readonly number[],
    running = false,
  ): void => {
    if (!promised || !Number.isFinite(promised.p50)) return;
    const value = mean(came);
    out.push({
      id,
      label,
      unit,
      promised: { p10: promised.p10, p50: promised.p50, p90: promised.p90 },
      n: came.length,
      ...(value !== undefined && { came: value }),
      ...(running && value !== undefined && { running }),
    });
  };
  put('money', 'Price of one', 'money', figure('price_each')?.range, numbers(builds, 'money_actual'));
  put('days', 'Days until ready', 'day', pin.lead.risk, numbers(builds, 'days_actual'));
  put('mass', 'Weight', 'kg', figure('mass_tool')?.range, numbers(weights, 'value'));
  put('life', 'Life of one', 'cycle', figure('life')?.range, lives, !ended.length);
  return out;
}

/** Did what came lie in what was promised; a life that still runs only once it is beyond. */
export function within({ promised, came, running }: Kept): boolean | undefined {
  if (came === undefined || (running && came < promised.p10)) return undefined;
  return running ? true : came >= promised.p10 && came <= promised.p90;
}
