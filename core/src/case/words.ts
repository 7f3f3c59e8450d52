import { TODAY_FIGURES, TODAY_WAYS } from './today';
import type { CaseDoc, FaceDuty, FaceMark } from './types';
import type { InputValue } from '../inputs/spec';
import { inputText } from '../inputs/text';
import { type RequirementId, requirementSpec } from '../need/requirements';
import { formatNumber, formatQuantity, QUANTITIES, type Quantity, type UnitSystem, unitText } from '../quantity/quantity';
import type { CostGroup } from '../worksheet/types';

/** Words and numbers for people, shared by page and report. */

/** Letters of marked faces on drawings. */
export const FACE_LETTERS: Record<FaceDuty, string> = { working: 'W', datum: 'D', 'no-marks': 'N' };
/** "W2": by its letter and its place in the list. */
export const faceName = ({ duty }: Pick<FaceMark, 'duty'>, i: number): string => `${FACE_LETTERS[duty]}${i + 1}`;
/** Marked faces that the work touches, by name. */
export const contactFaces = (marks: readonly FaceMark[] = []): (FaceMark & { name: string })[] =>
  marks.flatMap((m, i) => (m.duty === 'working' || m.wear_mm !== undefined || m.slide_mm !== undefined ? [{ ...m, name: faceName(m, i) }] : []));

export const GROUP_WORDS: Record<CostGroup | 'quoted', string> = {
  engineering: 'Engineering',
  material: 'Material',
  machine: 'Machine',
  labour: 'Hands',
  finishing: 'Finishing',
  hardware: 'Metal parts',
  outside: 'Freight, minimum',
  overhead: 'Scrap and overhead',
  quoted: 'Quoted',
};

/** Money: two decimals below 10, one below 100, whole above; never rounded in computation. */
export function formatMoney(x: number, currency: string): string {
  const size = Math.abs(x);
  const text = size === 0 ? '0' : size < 0.1 ? x.toPrecision(2) : size < 10 ? x.toFixed(2) : size < 100 ? x.toFixed(1) : formatNumber(Math.round(x), 9);
  return `${text.replace('-', '−')}\u00a0${currency}`;
}

/** What is known of the tool of today, in sentences for a document. */
export function todayText(today: CaseDoc['today'], currency: string, system: UnitSystem): string {
  const said = TODAY_FIGURES.filter((f) => today[f.id] !== null).map((f) => `${f.label.toLowerCase()}: ${inputText(f, today[f.id]!, system, currency)}`);
  return [
    `Today it is ${TODAY_WAYS[today.way].label}.`,
    said.length ? `Known of it: ${said.join('; ')}.` : 'Nothing more is known of it: its figures are estimated from the nearest process.',
    `A day without it costs ${formatMoney(today.delay_per_day, currency)}${today.waitingFree ? '; waiting is left out of the comparison' : ''}.`,
  ].join(' ');
}

/** Worksheet units that people of the other system write otherwise. */
const QUANTITY_OF = new Map<string, Quantity>([
  ...(Object.entries(QUANTITIES) as [Quantity, (typeof QUANTITIES)[Quantity]][]).filter(([, q]) => (q.show.metric as string) !== q.show.inch).map((
    [name, q],
  ): [string, Quantity] => [q.store, name]),
  ['°C', 'temperature'],
]);

/** A worksheet figure with its unit, in the units the user works in. */
export function formatFigure(value: number, unit: string, currency: string, system: UnitSystem): string {
  if (!Number.isFinite(value)) return '–';
  switch (unit) {
    case 'money':
      return formatMoney(value, currency);
    case 'h':
      return `${value < 10 ? value.toFixed(value < 0.1 ? 3 : 1) : formatNumber(value)}\u00a0h`;
    case '':
      return formatNumber(value);
  }
  const quantity = QUANTITY_OF.get(unit);
  if (quantity) return formatQuantity(value, quantity, system);
  const words = unitText(unit, currency).replace(/^cycle$/, 'cycles').replace(/^day$/, 'days');
  // An estimate is known to two or three figures; what was counted or typed is whole.
  const shown = unit === 'cycle' && !Number.isInteger(value) ? Number(value.toPrecision(3)) : value;
  const number = unit.startsWith('money') && Math.abs(value) < 10 ? Number(value.toPrecision(3)).toString() : formatNumber(shown);
  return `${number}\u00a0${words}`;
}

/** The value of a requirement in words. */
export const requirementText = (id: RequirementId, value: unknown, system: UnitSystem): string => inputText(requirementSpec(id), value as InputValue, system);
