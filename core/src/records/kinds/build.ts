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
      return logs.length ? [{ process, of, n: logs.length, mean: Math.exp(logs.reduce((s, x) => s + x, 0) / logs.length) }] : [];
    });
    return [...out, { process, of: 'scrap' as const, n: own.length, mean: own.filter((r) => r.values['outcome'] === 'failed').length / own.length }];
  });
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
    number('days_estimated', 'Days, estimated', 'days', [0, 5000], undefined, { optional: true }),
    number('days_actual', 'Days, taken', 'days', [0, 5000], undefined, { optional: true }),
    number('money_factor', 'Own factor in that price', 'count', [0.05, 20], undefined, {
      optional: true,
      help: 'What your own builds had put on the estimate. Filled in as it stands when the build is entered; 1 for an estimate made without.',
    }),
    number('days_factor', 'Own factor in those days', 'count', [0.05, 20], undefined, { optional: true }),
    { kind: 'text', id: 'remark', label: 'Remark', max: 400, optional: true },
  ],
  title: (v) => String(v['tool'] ?? ''),
  stamp: (v, evidence) => ({ ...v, ...factorsInForce(v, evidence) }),
  summarise: (rows) => ({ ratios: ratios(rows) }),
};
