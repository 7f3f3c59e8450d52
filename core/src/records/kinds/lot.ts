import { type InputSpec, number, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import { formatDate } from '../../quantity/date';
import { MATERIALS } from '../../shelf/shelf';
import type { LotEvidence } from '../evidence';
import { completed, grouped } from '../group';
import type { RecordKind, RecordRow } from '../kind';
import { beyondLimits, limitText } from '../readings';

const tests = (v: Values): readonly Values[] => (v['tests'] as readonly Values[] | undefined) ?? [];
const heats = (v: Values): readonly Values[] => (v['heats'] as readonly Values[] | undefined) ?? [];
const isSound = (h: Values): boolean => (h['result'] ?? 'sound') === 'sound';
const labelOf = (id: unknown): string => MATERIALS.find((m) => m.id === id)?.label ?? String(id);

/**
 * Builds that the powder of a vat, tank or bed has been through, in the mean: each build keeps the share (1 − f) of what was there and adds the
 * share f of fresh; after n builds Σ (1 − f)ᵏ, k from 1 to n, and (1 − f)/f in the long run.
 */
export function meanAge(builds: number, fresh: number): number {
  const kept = 1 - fresh;
  return fresh > 0 ? (kept * (1 - kept ** builds)) / fresh : builds;
}
const ageOf = (v: Values): number | undefined => (typeof v['builds'] === 'number' ? meanAge(v['builds'], Number(v['fresh'] ?? 0) / 100) : undefined);

/** Why nothing is made of a lot; nothing where it is good. Its date is judged on the day. */
function barred(v: Values): string | undefined {
  const failed = tests(v).filter(beyondLimits);
  if (failed.length) return failed.map((t) => `${String(t['what'])} ${limitText(t)}`).join('; ');
  const age = ageOf(v);
  if (age !== undefined && typeof v['oldest'] === 'number' && age > v['oldest'])
    return `used ${formatNumber(Number(age.toPrecision(2)))} times in the mean, ${formatNumber(v['oldest'])} at most`;
  return v['state'] === 'barred' ? 'barred by hand' : undefined;
}

/** Of one material: its lots, what they read, and how many heats their tools came through. */
function sayOf(rows: readonly RecordRow[]): string {
  const bad = rows.filter((r) => barred(r.values)).length;
  const parts = [`${labelOf(rows[0].values['material'])}: ${rows.length} ${rows.length === 1 ? 'lot' : 'lots'}${bad ? `, ${bad} barred` : ''}`];
  const read = grouped(rows.flatMap((r) => tests(r.values).map((t): RecordRow => ({ ...r, values: t }))), (r) => String(r.values['what']).trim().toLowerCase());
  for (const same of read.values()) {
    const xs = same.map((r) => Number(r.values['value']));
    parts.push(
      `${String(same[0].values['what'])} ${formatNumber(Number((xs.reduce((s, x) => s + x, 0) / xs.length).toPrecision(3)))}${
        xs.length > 1 ? ` (${formatNumber(Math.min(...xs))} to ${formatNumber(Math.max(...xs))})` : ''
      }`,
    );
  }
  const all = rows.flatMap((r) => heats(r.values));
  const sound = all.filter((h) => isSound(h));
  if (all.length) {
    const failed = all.length - sound.length;
    parts.push(
      sound.length ? `proven to ${formatNumber(Math.max(...sound.map((h) => Number(h['cycles']))))} heats` : 'not proven hot',
      ...(failed
        ? [
          `${failed} of ${all.length} gave way, the first after ${
            formatNumber(Math.min(
              ...all.filter((h) => !isSound(h)).map((h) => Number(h['cycles'])),
            ))
          }`,
        ]
        : []),
    );
  }
  return `${parts.join('; ')}.`;
}

const INPUTS: readonly InputSpec[] = [
  { kind: 'text', id: 'lot', label: 'Lot', max: 80, least: 1, help: 'As it is given under Proof → Making.' },
  { kind: 'choice', id: 'material', label: 'Material', options: MATERIALS.map((m) => ({ value: m.id, label: m.label })) },
  { kind: 'text', id: 'recipe', label: 'Mixed from', max: 400, optional: true, long: true, help: 'Of one’s own: what and how much, by weight, and how.' },
  { kind: 'date', id: 'from', label: 'Come in or mixed on' },
  { kind: 'date', id: 'until', label: 'Good until', optional: true, due: true },
  {
    kind: 'choice',
    id: 'state',
    label: 'It is',
    options: [{ value: 'free', label: 'free to use' }, { value: 'barred', label: 'barred' }],
    usual: 'free',
    help: 'A coupon beyond its limit bars it by itself.',
  },
  {
    kind: 'table',
    id: 'tests',
    label: 'Coupons',
    most: 60,
    optional: true,
    columns: [
      { kind: 'text', id: 'what', label: 'What, with its unit', max: 80, least: 1 },
      number('value', 'Read', 'count', [-1e6, 1e6], undefined),
      number('least', 'At least', 'count', [-1e6, 1e6], undefined, { optional: true }),
      number('most', 'At most', 'count', [-1e6, 1e6], undefined, { optional: true }),
    ],
  },
  number('builds', 'Builds it was in', 'count', [0, 10_000], undefined, { optional: true, whole: true, help: 'Powder or resin that is used again.' }),
  number('fresh', 'Fresh added for each, %', 'count', [0, 100], undefined, { optional: true, open: 'none' }),
  number('oldest', 'Used again at most, in the mean', 'count', [0, 1000], undefined, {
    optional: true,
    help: 'Of its maker; a batch that is never freshened serves a few builds.',
  }),
  {
    kind: 'table',
    id: 'heats',
    label: 'What its tools came through',
    most: 200,
    optional: true,
    columns: [
      { kind: 'text', id: 'tool', label: 'Tool', max: 60, optional: true },
      number('temp', 'Heated to', 'temperature', [0, 1500], undefined, { optional: true }),
      number('cycles', 'Heats', 'count', [1, 1e7], undefined, { whole: true }),
      {
        kind: 'choice',
        id: 'result',
        label: 'It is',
        options: [{ value: 'sound', label: 'sound' }, { value: 'distorted', label: 'out of shape' }, { value: 'cracked', label: 'cracked' }, {
          value: 'leaks',
          label: 'leaking',
        }],
        usual: 'sound',
      },
    ],
  },
  { kind: 'text', id: 'remark', label: 'Remark', max: 400, optional: true },
];

/** A lot of a material, bought or mixed in the house: from what, what its coupons read, how often it was used, what its tools came through. */
export const lot: RecordKind = {
  id: 'lot',
  label: 'Lot of material',
  plural: 'Lots of material',
  about: 'site',
  what:
    'A lot, bought or mixed in the house: what coupons of it read against their limits, until when it is good, how often it was used. Nothing is made of a barred one.',
  inputs: INPUTS,
  title: (v) => `${String(v['lot'] ?? '')}, ${labelOf(v['material'])}`,
  notice: (v, today) => {
    const why = barred(v) ?? (typeof v['until'] === 'string' && v['until'] < today ? `good until ${formatDate(v['until'], false)}` : undefined);
    return why && `Barred: ${why}.`;
  },
  together: (rows) => (rows.length ? [...grouped(completed(INPUTS, rows), (r) => String(r.values['material'])).values()].map(sayOf).join(' ') : undefined),
  summarise: (rows) => ({
    lots: rows.flatMap(({ values: v }): LotEvidence[] => {
      const why = barred(v), until = v['until'];
      return why || typeof until === 'string' ? [{ lot: String(v['lot']), ...(why && { barred: why }), ...(typeof until === 'string' && { until }) }] : [];
    }),
  }),
};
