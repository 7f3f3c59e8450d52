import { scaleLinear, scaleLog } from 'd3-scale';
import type { Letter } from '@cuadro/core/case/types';
import type { PinView, SheetFigure } from '@cuadro/core/decide/evaluate-case';

/** One way on the axis of a figure: where its band of 10 to 90 % lies, and its median, in per cent of the axis. */
export interface Strip {
  letter: Letter;
  pin: PinView;
  figure?: SheetFigure;
  value: number;
  low: number;
  high: number;
  from: number;
  to: number;
  at: number;
}

/** A figure of all pinned ways on one axis. `name` of a line, or `lead`. */
export interface StripGroup {
  name: string;
  label: string;
  unit: string;
  /** Powers of ten: where the ways lie so far apart that nothing could be seen otherwise. */
  log: boolean;
  strips: Strip[];
}

/** Ends of the axis that lie further apart than this go by powers of ten; money, days and weight never do: twice as long is twice as much. */
const FAR_APART = 20;
const BY_TENS: ReadonlySet<string> = new Set(['life']);

function group(name: string, label: string, unit: string, rows: readonly Omit<Strip, 'from' | 'to' | 'at'>[]): StripGroup {
  const drawn = rows.filter((r) => Number.isFinite(r.value));
  const least = Math.min(...drawn.map((r) => r.low).filter((x) => x > 0)), most = Math.max(...drawn.map((r) => r.high), 0);
  const log = BY_TENS.has(name) && most > FAR_APART * least;
  const axis = log ? scaleLog().domain([least / 1.3, most * 1.1]).clamp(true) : scaleLinear().domain([0, most > 0 ? most * 1.02 : 1]);
  axis.range([0, 100]);
  return { name, label, unit, log, strips: drawn.map((r) => ({ ...r, from: axis(r.low), to: axis(r.high), at: axis(r.value) })) };
}

/** Names of lines that no way of a case has a value for are left out. */
export function stripGroups(pins: readonly PinView[], names: readonly string[]): StripGroup[] {
  return names.flatMap((name): StripGroup[] => {
    if (name === 'lead')
      return [group(
        name,
        'Ready',
        'days',
        pins.map((pin) => ({
          letter: pin.letter,
          pin,
          value: pin.lead.risk?.p50 ?? pin.lead.days,
          low: pin.lead.risk?.p10 ?? pin.lead.days,
          high: pin.lead.risk?.p90 ?? pin.lead.days,
        })),
      )];
    const first = pins[0]?.figures.find((f) => f.name === name);
    if (!first) return [];
    const rows = pins.flatMap((pin) => {
      const figure = pin.figures.find((f) => f.name === name)!;
      const { p10, p90 } = figure.range;
      return [{ letter: pin.letter, pin, figure, value: figure.value, low: p90 > p10 ? p10 : figure.value, high: p90 > p10 ? p90 : figure.value }];
    });
    return rows.some((r) => Number.isFinite(r.value) && r.value !== 0) ? [group(name, first.label, first.unit, rows)] : [];
  });
}
