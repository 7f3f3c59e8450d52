import { number, type Option } from '../../inputs/spec';
import { DUTIES, type Duty } from '../../need/family';
import { MATERIALS } from '../../shelf/shelf';
import { type LifeEvidence, WEARING_ITEMS, type WearingItem } from '../evidence';
import type { RecordKind, RecordRow } from '../kind';

/** Shape taken for the life of a wearing tool: it fails of wear, neither at once nor all on one day. */
const SHAPE = 2;

const options = (words: Readonly<Record<string, string>>): Option[] => Object.entries(words).map(([value, label]) => ({ value, label }));

/** Records from before the question was asked tell of the tool itself. */
const itemOf = (r: RecordRow): WearingItem => (r.values['item'] === 'face' ? 'face' : 'body');

/**
 * Median life by duty, material and wearing item, tools still in use counted for what they have done: the largest-likelihood scale of a
 * Weibull life with a fixed shape, η = (Σ tᵝ / failures)^(1/β), median η (ln 2)^(1/β). Where none has failed yet, one is taken
 * to be about to.
 */
function lives(rows: readonly RecordRow[]): LifeEvidence[] {
  const groups = new Map<string, RecordRow[]>();
  for (const r of rows) {
    const key = `${String(r.values['duty'])} ${String(r.values['material'])} ${itemOf(r)}`;
    groups.set(key, [...(groups.get(key) ?? []), r]);
  }
  return [...groups.values()].map((all) => {
    const worn = all.filter((r) => r.values['ended'] === 'worn' || r.values['ended'] === 'broken').length;
    const sum = all.reduce((s, r) => s + (r.values['cycles'] as number) ** SHAPE, 0);
    const scale = (sum / Math.max(1, worn)) ** (1 / SHAPE);
    return {
      duty: all[0].values['duty'] as Duty,
      material: String(all[0].values['material']),
      item: itemOf(all[0]),
      n: all.length,
      worn,
      median: scale * Math.LN2 ** (1 / SHAPE),
    };
  });
}

export const toolLife: RecordKind = {
  id: 'tool-life',
  label: 'Tool in use',
  plural: 'Tools in use',
  about: 'site',
  what: 'How long tools really last: cycles made so far, and whether the tool is worn. Lives of later estimates follow.',
  inputs: [
    { kind: 'text', id: 'tool', label: 'Tool', max: 120, least: 1 },
    { kind: 'choice', id: 'duty', label: 'What it does', options: options(DUTIES) },
    { kind: 'choice', id: 'material', label: 'Made of', options: MATERIALS.map((m) => ({ value: m.id, label: m.label })) },
    { kind: 'choice', id: 'item', label: 'What wears', options: options(WEARING_ITEMS), usual: 'body' },
    number('cycles', 'Cycles made', 'count', [1, 1e9], undefined, { whole: true }),
    {
      kind: 'choice',
      id: 'ended',
      label: 'It is',
      options: options({ 'in-use': 'still in use', worn: 'worn out', broken: 'broken', withdrawn: 'withdrawn, not worn' }),
      usual: 'in-use',
    },
    { kind: 'text', id: 'remark', label: 'Remark', max: 400, optional: true },
  ],
  title: (v) => String(v['tool'] ?? ''),
  summarise: (rows) => ({ life: lives(rows) }),
};
