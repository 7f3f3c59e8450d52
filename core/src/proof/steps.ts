import type { PinView } from '../decide/evaluate-case';
import type { Values } from '../inputs/spec';
import type { ToRead } from '../process/process';
import { PROCESSES } from '../process/processes';
import { formatDate } from '../quantity/date';
import type { Evidence } from '../records/evidence';
import { beyond, readingText, undecided } from '../records/kinds/making';
import type { RecordRow } from '../records/kind';
import { remedyKind } from '../screen/remedies';
import type { Material } from '../shelf/types';

/** A step of making a piece, in the order of the route. */
export interface MakingStep {
  id: string;
  label: string;
  /** What to read at it, each with the limit where one is known. */
  readings: readonly ToRead[];
  hint?: string;
}

/** Stages in which nothing is made. */
const WAITS = /queue|wait|order|freight|release|find|quote/i;
/** What is worth reading at a stage that names nothing itself, by words in its name. */
const READ_AT: readonly [RegExp, ToRead][] = [
  [/print|build|bin|jet|fus/i, { what: 'hours' }],
  [/inspect|measure|check/i, { what: 'length' }],
  [/sand|smooth|polish|grind/i, { what: 'roughness' }],
  [/seal|coat/i, { what: 'leak' }],
];

/**
 * Steps of making a tool by the way that was decided for: the stages of its estimate, what waits left out; a reading of the water in the material before
 * the machine, against the most it may hold, where that is known; a stop test before machines that can hurt whoever is near.
 */
export function makingSteps({ lead, option }: Pick<PinView, 'lead' | 'option'>, material?: Material): MakingStep[] {
  const stages = lead.stages.filter((s) => !WAITS.test(s.id) && !WAITS.test(s.label));
  const limit = material?.moisture.limit_pct;
  const dry: MakingStep[] = limit === undefined || limit === null
    ? []
    : [{
      id: 'dry',
      label: 'Dry the material',
      readings: [{ what: 'moisture', most: limit }],
      hint: material?.moisture.dry ? `${material.moisture.dry}; read it before the machine.` : 'Read it before the machine.',
    }];
  const process = PROCESSES.find((p) => p.id === option.process);
  const beforeStart = process?.beforeStart;
  const safe: MakingStep[] = beforeStart
    ? [{
      id: 'safe',
      label: 'Stop test and round of the machine',
      readings: [{ what: 'stop-test', least: 1 }],
      hint: `${beforeStart.join('; ')}. The plant’s own rules go first.`,
    }]
    : [];
  const remedies: MakingStep[] = option.remedies.filter((r) => r.hours.likely > 0 && !r.habit).map((r): MakingStep => {
    const { read = [], look } = remedyKind(r.id);
    return { id: r.id, label: r.label, readings: read, ...(look && { hint: look }) };
  });
  return [
    ...dry,
    ...safe,
    ...stages.map((s): MakingStep => {
      const own = process?.stages.find((x) => x.id === s.id);
      const byWords = READ_AT.find(([words]) => words.test(s.label))?.[1];
      return { id: s.id, label: s.label, readings: own?.read ?? (byWords ? [byWords] : []), ...(own?.look && { hint: own.look }) };
    }),
    ...remedies,
    { id: 'mark', label: 'Mark it with its number', readings: [] },
  ];
}

/** What is asked first when a step is entered: what has a limit; where nothing has, the first that is read there. */
export function readFirst({ readings }: MakingStep): Values[] {
  const limited = readings.filter((r) => r.least !== undefined || r.most !== undefined);
  return (limited.length ? limited : readings.slice(0, 1)).map((r): Values => ({ ...r }));
}

export type StepState = 'open' | 'done' | 'blocked' | 'again' | 'scrap';
export const STEP_WORDS: Record<StepState, string> = { open: 'to do', done: 'done', blocked: 'to be decided', again: 'to be done again', scrap: 'scrap' };

export interface StepRow {
  step: MakingStep;
  state: StepState;
  /** What was entered last for it. */
  row?: RecordRow;
  why?: string;
}

const ofPiece = (rows: readonly RecordRow[], piece: string): RecordRow[] =>
  rows.filter((r) => r.kind === 'making' && r.values['piece'] === piece).sort((a, b) => a.at.localeCompare(b.at));

/** How far a piece has come, step by step. A piece that is scrap stays so. */
export function stepRows(steps: readonly MakingStep[], rows: readonly RecordRow[], piece: string): StepRow[] {
  const own = ofPiece(rows, piece);
  return steps.map((step): StepRow => {
    const row = own.filter((r) => r.values['step'] === step.label).at(-1);
    if (!row) return { step, state: 'open' };
    const why = beyond(row.values).map(readingText).join('; ');
    const decision = row.values['decision'];
    const state: StepState = undecided(row.values) ? 'blocked' : decision === 'again' ? 'again' : decision === 'scrap' ? 'scrap' : 'done';
    return { step, state, row, ...(why && { why }) };
  });
}

/** The step that a reading belongs to: of those not done, the first that asks for it; else the next to be done. */
export function stepReading(rows: readonly StepRow[], what: unknown): StepRow | undefined {
  const open = rows.filter((s) => s.state !== 'done');
  return open.find((s) => s.step.readings.some((r) => r.what === what)) ?? open[0];
}

/** Why a step may not be entered for a piece; nothing where it may. @param id of the row that is changed, which does not stand in its own way */
export function stepRefusal(values: Values, rows: readonly RecordRow[], id?: string): string | undefined {
  const own = ofPiece(rows, String(values['piece'])).filter((r) => r.id !== id);
  const scrap = own.find((r) => r.values['decision'] === 'scrap');
  if (scrap)
    return `Piece ${String(values['piece'])} was declared scrap at “${String(scrap.values['step'])}”: ${String(scrap.values['reason'])}. Make another piece.`;
  const stuck = own.find((r) => undecided(r.values) && r.values['step'] !== values['step']);
  if (stuck)
    return `Piece ${String(values['piece'])} waits at “${String(stuck.values['step'])}”: ${
      beyond(stuck.values).map(readingText).join('; ')
    }. Decide there what becomes of it, with the reason, before it is made on.`;
  const twice = id === undefined &&
    own.find((r) => ['step', 'on', 'readings', 'machine', 'lot'].every((k) => JSON.stringify(r.values[k]) === JSON.stringify(values[k])));
  return twice ? `“${String(values['step'])}” of piece ${String(values['piece'])} stands there already with the same readings of the same day.` : undefined;
}

/** Why a step is not made of the lot it names: it is barred, or no longer good on the day. */
export function lotRefusal(values: Values, { lots = [] }: Evidence): string | undefined {
  const name = String(values['lot'] ?? '').trim();
  const said = name && lots.find((l) => l.lot.trim().toLowerCase() === name.toLowerCase());
  if (!said) return undefined;
  if (said.barred) return `Nothing is made of lot ${name}: ${said.barred}. Take another lot, or free it in the Log.`;
  const on = String(values['on'] ?? '');
  return said.until && on > said.until
    ? `Lot ${name} was good until ${formatDate(said.until, false)}: take another, or prove it by a coupon and put its date on in the Log.`
    : undefined;
}
