import { number, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import type { RecordKind, RecordRow } from '../kind';

/** What is seen after a step, worst last. */
const SEEN = {
  good: 'as wanted',
  short: 'not filled yet',
  back: 'springs back',
  mark: 'marked',
  wrinkle: 'wrinkled',
  thin: 'thin',
  crack: 'cracked or torn',
  tool: 'the tool gave way',
} as const;
type Seen = keyof typeof SEEN;
/** These are no reason to stop. */
const GOES_ON: ReadonlySet<unknown> = new Set<Seen>(['good', 'short', 'back']);

const pressure = (v: Values): number => (typeof v['pressure'] === 'number' ? v['pressure'] : 0);

/** What the steps of a tool say together: the highest that was well, the lowest that was not. */
function together(rows: readonly RecordRow[]): string | undefined {
  if (!rows.length) return undefined;
  const steps = rows.map((r) => r.values);
  const well = steps.filter((v) => GOES_ON.has(v['seen']));
  const bad = steps.filter((v) => !GOES_ON.has(v['seen']));
  const good = steps.filter((v) => v['seen'] === 'good');
  const mpa = (x: number): string => `${formatNumber(x)} MPa`;
  const parts = [`${steps.length} ${steps.length === 1 ? 'step' : 'steps'}`];
  if (well.length) parts.push(`without a fault up to ${mpa(Math.max(...well.map(pressure)))}`);
  if (good.length) parts.push(`as wanted from ${mpa(Math.min(...good.map(pressure)))}`);
  if (bad.length) {
    const first = bad.reduce((a, b) => (pressure(b) < pressure(a) ? b : a));
    parts.push(`${SEEN[first['seen'] as Seen]} at ${mpa(pressure(first))}`);
  }
  const worked = [...good.map(pressure)].sort((a, b) => a - b)[0];
  const stop = bad.length ? Math.min(...bad.map(pressure)) : Infinity;
  if (worked !== undefined && worked < stop) parts.push(`stay at ${mpa(worked)}`);
  return `${parts.join('; ')}.`;
}

/** Trial of a forming tool, step by step: what was pressed, what was seen, what is done next. */
export const formingStep: RecordKind = {
  id: 'forming-step',
  label: 'Forming step',
  plural: 'Forming log',
  about: 'case',
  duties: ['form', 'bend'],
  what: 'The trial of a forming tool step by step, up in pressure: what was seen, what was measured, what is done next.',
  inputs: [
    { kind: 'text', id: 'piece', label: 'Tool', max: 40, least: 1, usual: '1' },
    { kind: 'date', id: 'on', label: 'On' },
    number('pressure', 'Pressed with', 'pressure', [0, 2000], undefined),
    number('hold', 'Held for', 'seconds', [0, 100_000], undefined, { optional: true }),
    { kind: 'choice', id: 'seen', label: 'Seen', options: Object.entries(SEEN).map(([value, label]) => ({ value, label })), usual: 'short' },
    number('depth', 'Depth reached', 'length', [0, 2000], undefined, { optional: true }),
    number('angle', 'Angle, let go', 'angle', [0, 180], undefined, { optional: true }),
    number('thinnest', 'Thinnest place', 'length', [0.001, 50], undefined, { optional: true }),
    number('tool_set', 'The tool gave by', 'length', [0, 50], undefined, { optional: true, help: 'Measured on its face after the step.' }),
    { kind: 'text', id: 'next', label: 'Next', max: 300, optional: true },
  ],
  title: (v) => `Tool ${String(v['piece'] ?? '')}, ${formatNumber(pressure(v))} MPa`,
  notice: (v) =>
    v['seen'] === 'crack' || v['seen'] === 'tool'
      ? `${v['seen'] === 'tool' ? 'The tool gave way' : 'Torn'}: do not press on. Go back a step, and see which figure of the plan was wrong.`
      : undefined,
  together,
};
