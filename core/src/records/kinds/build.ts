import { number, type Values } from '../../inputs/spec';
import { PROCESSES } from '../../process/processes';
import { type Evidence, ownFactor, type RatioEvidence } from '../evidence';
import type { RecordKind, RecordRow } from '../kind';

/** What is compared; the factor is what one's own builds had put on that estimate, which is taken off again. */
const PAIRS = [['hours', 'hours_estimated', 'hours_actual', ''], ['money', 'money_estimated', 'money_actual', 'money_factor'], [
  'days',
  'days_estimated',
  'days_actual',
  'days_factor',
]] as const;
const positive = (v: Values, id: string): number | undefined => (typeof v[id] === 'number' && v[id] > 0 ? v[id] : undefined);

/**
 * Geometric mean of actual over estimated of the builds that came out, and the share of builds that failed, by process: what a
 * failed build took again is in that share already.
 */
function ratios(rows: readonly RecordRow[]): RatioEvidence[] {
  return [...new Set(rows.map((r) => String(r.values['process'])))].flatMap((process) => {
    const own = rows.filter((r) => r.values['process'] === process);
    const out: RatioEvidence[] = PAIRS.flatMap(([of, estimated, actual, factor]) => {
      const logs = own.filter((r) => r.values['outcome'] !== 'failed').flatMap((r) => {
        const [e, a] = [positive(r.values, estimated), positive(r.values, actual)];
        return e && a ? [Math.log((a * (positive(r.values, factor) ?? 1)) / e)] : [];
      });
      const log = mean(logs);
      return logs.length ? [{ process, of, n: logs.length, mean: Math.exp(log), ...ranged(own, of, log) }] : [];
    });
    return [...out, { process, of: 'scrap' as const, n: own.length, mean: own.filter((r) => r.values['outcome'] === 'failed').length / own.length }];
  });
}

const mean = (xs: readonly number[]): number => xs.reduce((s, x) => s + x, 0) / xs.length;
/** P10 and P90 of a normal distribution lie so many standard deviations from its middle. */
const TEN = 1.2816;
/** Ranges of fewer builds say nothing of the next one; and that of the estimates themselves weighs as much as four. */
const LEAST = 5, PRIOR = 4;

/**
 * How the builds lay in the ranges of their estimates. Their scatter about one's own mean is blended with that of the ranges, ((n − 1) s² + 4 m²)/(n + 3);
 * what is beyond m², the mean square of the ranges, is scatter that the estimates did not know of.
 * @param log mean of ln(actual/estimated), by the book
 */
function ranged(rows: readonly RecordRow[], of: RatioEvidence['of'], log: number): Pick<RatioEvidence, 'fell' | 'scatter'> {
  const fell: [number, number, number, number] = [0, 0, 0, 0];
  const off: number[] = [], own: number[] = [];
  for (const { values: v } of rows) {
    const [e, a, low, high] = [`${of}_estimated`, `${of}_actual`, `${of}_low`, `${of}_high`].map((id) => positive(v, id));
    if (v['outcome'] === 'failed' || !e || !a || !low || !high || !(high > low)) continue;
    fell[a < low ? 0 : a < e ? 1 : a <= high ? 2 : 3]++;
    off.push((Math.log((a * (positive(v, `${of}_factor`) ?? 1)) / e) - log) ** 2);
    own.push((Math.log(high / low) / (2 * TEN)) ** 2);
  }
  const n = off.length;
  if (!n) return {};
  const m = mean(own);
  const scatter = n < LEAST ? 0 : Math.sqrt(Math.max(0, (off.reduce((s, x) => s + x, 0) + PRIOR * m) / (n - 1 + PRIOR) - m));
  return { fell, ...(scatter > 0 && { scatter }) };
}

/** Factors that an estimate made today carries, for those that were not said. */
function factorsInForce(v: Values, evidence: Evidence): Values {
  const process = String(v['process']);
  return Object.fromEntries(
    (['money', 'days'] as const).flatMap((of) =>
      v[`${of}_estimated`] === undefined || v[`${of}_factor`] !== undefined ? [] : [[`${of}_factor`, ownFactor(evidence, process, of).likely]]
    ),
  );
}

export const build: RecordKind = {
  id: 'build',
  label: 'Build',
  plural: 'Builds',
  about: 'both',
  what: 'What a build took against what was estimated, and whether it came out. Later estimates follow.',
  inputs: [
    { kind: 'text', id: 'tool', label: 'Tool', max: 120, least: 1 },
    { kind: 'choice', id: 'process', label: 'Process', options: PROCESSES.map((p) => ({ value: p.id, label: p.label })) },
    {
      kind: 'choice',
      id: 'outcome',
      label: 'It',
      options: [{ value: 'good', label: 'came out' }, { value: 'failed', label: 'failed and was made again' }],
      usual: 'good',
    },
    number('hours_estimated', 'Hours, estimated', 'time', [0, 100_000], undefined, { optional: true }),
    number('hours_actual', 'Hours, taken', 'time', [0, 100_000], undefined, { optional: true }),
    number('money_estimated', 'Price, estimated', 'money', [0, 1e8], undefined, { optional: true }),
    number('money_actual', 'Price, paid', 'money', [0, 1e8], undefined, { optional: true }),
    number('money_low', 'Its 10 % point', 'money', [0, 1e8], undefined, {
      optional: true,
      help: 'Of the estimate, as it was made: with the 90 % point it tells how often ranges hold.',
    }),
    number('money_high', 'Its 90 % point', 'money', [0, 1e8], undefined, { optional: true }),
    number('days_estimated', 'Days, estimated', 'days', [0, 5000], undefined, { optional: true }),
    number('days_actual', 'Days, taken', 'days', [0, 5000], undefined, { optional: true }),
    number('days_low', 'Days, 10 % point', 'days', [0, 5000], undefined, { optional: true }),
    number('days_high', 'Days, 90 % point', 'days', [0, 5000], undefined, { optional: true }),
    number('money_factor', 'Own factor in that price', 'count', [0.05, 20], undefined, {
      optional: true,
      help: 'What your own builds had put on the estimate. Filled in as it stands when the build is entered; 1 for an estimate made without.',
    }),
    number('days_factor', 'Own factor in those days', 'count', [0.05, 20], undefined, { optional: true }),
    { kind: 'text', id: 'remark', label: 'Remark', max: 400, optional: true },
  ],
  faults: (v) =>
    (['money', 'days'] as const).flatMap((of) => {
      const [low, high] = [positive(v, `${of}_low`), positive(v, `${of}_high`)];
      return low && high && high < low ? [{ path: `${of}_high`, message: 'The 90 % point lies below the 10 % point.' }] : [];
    }),
  title: (v) => String(v['tool'] ?? ''),
  stamp: (v, evidence) => ({ ...v, ...factorsInForce(v, evidence) }),
  summarise: (rows) => ({ ratios: ratios(rows) }),
};
