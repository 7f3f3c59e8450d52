import { number, type Option, type Values } from '../../inputs/spec';
import { DUTIES, type Duty } from '../../need/family';
import { MATERIALS } from '../../shelf/shelf';
import { type LifeEvidence, WEARING_ITEMS, type WearingItem } from '../evidence';
import type { RecordKind, RecordRow } from '../kind';
import { fitWeibull, type ShapePrior } from '../weibull';

/** Shape of the life of a wearing tool until enough have ended: it fails of wear, neither at once nor all on one day. */
const SHAPE: ShapePrior = { median: 2, sigma: 0.35 };

const options = (words: Readonly<Record<string, string>>): Option[] => Object.entries(words).map(([value, label]) => ({ value, label }));

/** Cycles so far: as counted, or as read last. */
export const cyclesOf = (v: Values): number =>
  Math.max(
    (v['cycles'] as number | undefined) ?? 1,
    ...((v['readings'] as readonly Values[] | undefined) ?? []).map((r) => (r['cycles'] as number | undefined) ?? 0),
  );

/** Records from before the question was asked tell of the tool itself. */
const itemOf = (r: RecordRow): WearingItem => (r.values['item'] === 'face' ? 'face' : 'body');

/**
 * Median life by duty, material and wearing item: the largest-likelihood Weibull life, tools still in use counted for what they have done, its
 * shape held near that of wear until enough have ended.
 */
function lives(rows: readonly RecordRow[]): LifeEvidence[] {
  const groups = new Map<string, RecordRow[]>();
  for (const r of rows) {
    const key = `${String(r.values['duty'])} ${String(r.values['material'])} ${itemOf(r)}`;
    groups.set(key, [...(groups.get(key) ?? []), r]);
  }
  return [...groups.values()].map((all) => {
    const seen = all.map((r) => ({ cycles: cyclesOf(r.values), failed: r.values['ended'] === 'worn' || r.values['ended'] === 'broken' }));
    const worn = seen.filter((l) => l.failed).length;
    // None worn yet: the life at which it is even odds that all would have come so far.
    const median = worn ? fitWeibull(seen, SHAPE).median : seen.reduce((sum, l) => sum + l.cycles ** SHAPE.median, 0) ** (1 / SHAPE.median);
    return {
      duty: all[0].values['duty'] as Duty,
      material: String(all[0].values['material']),
      item: itemOf(all[0]),
      n: all.length,
      worn,
      median,
    };
  });
}

export const toolLife: RecordKind = {
  id: 'tool-life',
  label: 'Tool in use',
  plural: 'Tools in use',
  about: 'both',
  what: 'How long tools really last: cycles made so far, and whether the tool is worn. Lives of later estimates follow.',
  inputs: [
    { kind: 'text', id: 'tool', label: 'Tool', max: 120, least: 1 },
    { kind: 'choice', id: 'duty', label: 'What it does', options: options(DUTIES) },
    { kind: 'choice', id: 'material', label: 'Made of', options: MATERIALS.map((m) => ({ value: m.id, label: m.label })) },
    { kind: 'choice', id: 'item', label: 'What wears', options: options(WEARING_ITEMS), usual: 'body' },
    { kind: 'text', id: 'number', label: 'Number on it', max: 40, optional: true },
    { kind: 'text', id: 'place', label: 'Where it is', max: 120, optional: true },
    { kind: 'text', id: 'revision', label: 'Revision of the design', max: 40, optional: true },
    number('cycles', 'Cycles made', 'count', [1, 1e9], undefined, {
      whole: true,
      help: 'As counted last; the readings below stand for it where they go further.',
    }),
    number('allowed', 'May wear off', 'length', [0.001, 50], undefined, { optional: true, help: 'At the place that is measured: beyond it the tool is worn.' }),
    {
      kind: 'table',
      id: 'readings',
      label: 'Readings',
      most: 500,
      optional: true,
      columns: [
        { kind: 'date', id: 'on', label: 'On' },
        number('cycles', 'Cycles so far', 'count', [0, 1e9], undefined, { whole: true }),
        number('wear', 'Worn off', 'length', [0, 100], undefined, { optional: true }),
        {
          kind: 'text',
          id: 'face',
          label: 'At face',
          max: 8,
          optional: true,
          help: 'As it is called under Shape → Faces, W1 for one; empty for the place that is always measured.',
        },
        {
          kind: 'choice',
          id: 'event',
          label: 'What',
          options: options({
            count: 'counted',
            wear: 'measured',
            cleaned: 'cleaned',
            inspected: 'inspected',
            repaired: 'repaired',
            stopped: 'stopped the line',
          }),
          usual: 'count',
        },
        { kind: 'text', id: 'remark', label: 'Remark', max: 160, optional: true },
      ],
    },
    {
      kind: 'choice',
      id: 'ended',
      label: 'It is',
      options: options({ 'in-use': 'still in use', worn: 'worn out', broken: 'broken', withdrawn: 'withdrawn, not worn' }),
      usual: 'in-use',
    },
    { kind: 'text', id: 'remark', label: 'Remark', max: 400, optional: true },
  ],
  title: (v) => [v['number'], v['tool']].filter(Boolean).join(' · '),
  faults: (v) => {
    const rows = (v['readings'] as readonly Values[] | undefined) ?? [];
    return rows.flatMap((r, i) => {
      const before = rows[i - 1];
      if (!before) return [];
      if (String(r['on']) < String(before['on']))
        return [{ path: `readings[${i}].on`, message: `Readings: ${String(r['on'])} comes after ${String(before['on'])}; put them in order of their days.` }];
      if ((r['cycles'] as number) < (before['cycles'] as number))
        return [{ path: `readings[${i}].cycles`, message: `Readings: ${String(r['cycles'])} cycles on ${String(r['on'])} are fewer than before.` }];
      if (JSON.stringify(r) === JSON.stringify(before))
        return [{ path: `readings[${i}].cycles`, message: `Readings: the one of ${String(r['on'])} stands there twice.` }];
      return [];
    });
  },
  summarise: (rows) => ({ life: lives(rows) }),
};
