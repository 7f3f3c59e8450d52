import { type InputSpec, number } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import { MATERIALS } from '../../shelf/shelf';
import { completed, grouped } from '../group';
import type { RecordKind, RecordRow } from '../kind';
import { fitWeibull } from '../weibull';

/** An edge wears rather than breaks by chance, until enough of them have ended. */
const SHAPE = { median: 2.5, sigma: 0.35 };
/** An edge is changed when one in ten would have ended. */
const ENDED_BY_THEN = 0.1;

const labelOf = (id: unknown): string => MATERIALS.find((m) => m.id === id)?.label ?? String(id);
const minutes = (x: number): string => `${formatNumber(Number(x.toPrecision(2)))} min`;

/** Of one sort of cutter in one material: its life, when to change it, what a minute of it costs, and which one is due. */
function sayOf(rows: readonly RecordRow[], money: (x: number) => string): string {
  const [{ values: first }] = rows;
  const name = `${String(first['cutter'])} in ${labelOf(first['material'])}`;
  const lives = rows.map(({ values: v }) => ({ cycles: Number(v['minutes']), failed: v['ended'] === 'worn' || v['ended'] === 'broken' }));
  const ended = lives.filter((l) => l.failed).length;
  if (!ended) return `${name}: none worn in ${minutes(lives.reduce((s, l) => s + l.cycles, 0))}.`;
  const { shape, scale, median } = fitWeibull(lives, SHAPE);
  const change = scale * (-Math.log(1 - ENDED_BY_THEN)) ** (1 / shape);
  const price = rows.map(({ values: v }) => v['price']).filter((p): p is number => typeof p === 'number').at(0);
  const due = rows.filter(({ values: v }) => v['ended'] === 'in-use' && Number(v['minutes']) >= change).length;
  return `${name}: ${minutes(median)} in the middle (${ended} of ${rows.length} ended), change after ${minutes(change)}${
    price === undefined ? '' : `, ${money(price / change)} a minute of cutting`
  }${due ? `; ${due === 1 ? 'the one in use is' : `${due} in use are`} due` : ''}.`;
}

const INPUTS: readonly InputSpec[] = [
  { kind: 'text', id: 'cutter', label: 'Cutter', max: 80, least: 1, help: 'The same words for the same sort: size, what it is made of, coating.' },
  { kind: 'choice', id: 'material', label: 'Cuts', options: MATERIALS.map((m) => ({ value: m.id, label: m.label })) },
  number('minutes', 'Minutes in the cut', 'count', [0.1, 100_000], undefined),
  {
    kind: 'choice',
    id: 'ended',
    label: 'It is',
    options: [
      { value: 'in-use', label: 'still in use' },
      { value: 'worn', label: 'worn' },
      { value: 'broken', label: 'broken' },
      { value: 'changed', label: 'changed before it was worn' },
    ],
    usual: 'in-use',
  },
  number('price', 'Price of one', 'money', [0, 10_000], undefined, { optional: true }),
  { kind: 'text', id: 'remark', label: 'Remark', max: 300, optional: true },
];

/** What edges last in what they cut: fibre in a plastic wears a common one within the hour. */
export const cutter: RecordKind = {
  id: 'cutter',
  label: 'Cutter',
  plural: 'Cutters',
  about: 'site',
  what: 'How long an edge lasts in a material: minutes in the cut until it was worn or changed. When to change the next one follows.',
  inputs: INPUTS,
  title: (v) => `${String(v['cutter'] ?? '')} in ${labelOf(v['material'])}`,
  together: (rows, _, money) =>
    rows.length
      ? [...grouped(completed(INPUTS, rows), ({ values: v }) => `${String(v['cutter']).trim().toLowerCase()}|${String(v['material'])}`).values()].map((g) =>
        sayOf(g, money)
      ).join(
        ' ',
      )
      : undefined,
};
