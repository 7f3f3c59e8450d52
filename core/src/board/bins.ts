import { formatNumber } from '../quantity/quantity';
import type { Values } from '../inputs/spec';
import { PROCESSES, processOf } from '../process/processes';
import type { Process } from '../process/process';
import type { Site } from '../records/site';
import { routeOfBlock } from '../routes/of-a-block';
import { shelfOf } from '../shelf/shelf';
import { valueOf } from '../worksheet/evaluate';
import { once } from '../worksheet/once';
import type { Packing } from './pack';

/** A machine as far as filling it goes. */
export interface BinOf {
  id: string;
  label: string;
  room_mm: [number, number, number];
  /** Parts lie one above the other, as in powder; otherwise all stand on the plate. */
  stacked: boolean;
  /** Share of its room that is parts, as the process is priced. */
  usual_fill?: number;
  /** Machine time of a run that is full to the top, and its hours; where a share of a bin is what is priced. */
  full_run?: number;
  full_hours?: number;
  process: string;
  /** Of the house. */
  machine?: string;
}

const factOf = (p: Process, id: string): number | undefined => p.facts.find((f) => f.id === id)?.usual.likely;

/** What a full bin costs and how long it takes: what a part's share is of, by the sheet of any part. */
function fullRun(site: Site, process: Process): { full_run: number; full_hours: number } | undefined {
  const [material] = shelfOf(site.shop).materialsFor(process.id);
  if (!material || factOf(process, 'packing') === undefined) return undefined;
  const { point } = routeOfBlock(site, { process: process.id, material: material.id }, [50, 50, 50], 1);
  return { full_run: valueOf(point, 'machine_cost') / valueOf(point, 'bin_share'), full_hours: valueOf(point, 'bin_h') };
}

/** What parts are put into: the printers of the house first, then each way of printing with its usual room. */
export const binsOf = once((site: Site): readonly BinOf[] => {
  const bin = (id: string, label: string, process: Process, room: readonly number[], machine?: string): BinOf => {
    const usual_fill = factOf(process, 'packing');
    return {
      id,
      label,
      process: process.id,
      ...(machine && { machine }),
      room_mm: room as BinOf['room_mm'],
      stacked: usual_fill !== undefined,
      ...(usual_fill !== undefined && { usual_fill }),
      ...fullRun(site, process),
    };
  };
  return [
    ...(site.evidence.machines ?? []).filter((m) => !m.supplier && processOf(m.process).kind === 'print').map((m) =>
      bin(`machine ${m.name}`, m.name, processOf(m.process), m.envelope_mm, m.name)
    ),
    ...PROCESSES.filter((p) => p.kind === 'print').map((p) => bin(p.id, p.label, p, p.envelope_mm)),
  ];
});

export interface WaitOrGo {
  /** Of the run as it is filled now. */
  now: number;
  /** What the same parts share of a full one. */
  full: number;
  /** What going now costs more. */
  surcharge: number;
  /** What waiting until it is full costs. */
  waiting: number;
  go: boolean;
}

/**
 * Start a bin as it is, or wait for more. A run costs a part whatever it holds, and the rest by its height: now = run × (fixed + (1 − fixed) h/H).
 * In a full bin the same parts share run × V/(usual fill × room). It goes where what that costs more is no more than waiting: days × what a day costs.
 */
export function waitOrGo(
  { run, fixed, height_mm, parts_mm3, room_mm, usual_fill, days, day_costs }: {
    run: number;
    fixed: number;
    height_mm: number;
    parts_mm3: number;
    room_mm: readonly [number, number, number];
    usual_fill: number;
    days: number;
    day_costs: number;
  },
): WaitOrGo {
  const now = run * (fixed + (1 - fixed) * Math.min(1, height_mm / room_mm[2]));
  const full = Math.min(now, (run * parts_mm3) / (usual_fill * room_mm[0] * room_mm[1] * room_mm[2]));
  const surcharge = now - full, waiting = days * day_costs;
  return { now, full, surcharge, waiting, go: surcharge <= waiting };
}

const percent = (x: number): string => `${formatNumber(100 * x, 2)} %`;

/** What was put in, how full it is, and how good that is. @param length writes a length */
export function packedWords(
  { placed, left, height_mm, fill, least_height_mm, tries }: Packing,
  room_mm: readonly number[],
  length: (mm: number) => string,
): string {
  const of = placed.length + left.reduce((s, l) => s + l.count, 0);
  return `${placed.length} of ${of} parts lie in ${length(height_mm)} of ${length(room_mm[2])}; ${
    percent(fill)
  } of that room is parts. No packing of them is lower than ${length(least_height_mm)}; ${tries} ${
    tries === 1 ? 'order was' : 'orders were'
  } tried, parts turned about the vertical only.`;
}

/** Whether it goes or waits, in a sentence. @param money writes an amount */
export const goWords = (w: WaitOrGo, usual_fill: number, days: number, day_costs: number, money: (x: number) => string): string =>
  `${w.go ? 'Let it go.' : 'Wait for more.'} This run costs ${money(w.now)}; of a full one, ${percent(usual_fill)} parts, the same would share ${
    money(w.full)
  }: going now costs ${money(w.surcharge)} more. Waiting: ${formatNumber(days)} days × ${money(day_costs)} = ${money(w.waiting)}.`;

/** Hours of a run that is filled so high: a part of them whatever it holds, the rest by its height. Nothing where no share of a bin is known. */
export const runHours = ({ full_hours, room_mm }: Pick<BinOf, 'full_hours' | 'room_mm'>, fixed: number, height_mm: number): number | undefined =>
  full_hours === undefined ? undefined : full_hours * (fixed + (1 - fixed) * Math.min(1, height_mm / room_mm[2]));

/** Letters that a job’s name may have. */
const NAME = 120;
/** A filled bin as a job of the Board. @param parts that lie in it, with how many of each */
export function binJob(bin: BinOf, parts: readonly { title: string; placed: number }[], run_h: number, due?: string): Values {
  const what = parts.filter((p) => p.placed > 0).map((p) => `${p.placed} × ${p.title}`).join(', ');
  return {
    what: what.length > NAME ? `${what.slice(0, NAME - 1)}…` : what,
    process: bin.process,
    run: Math.min(1000, Math.max(0.1, Math.round(10 * run_h) / 10)),
    hands: 1,
    done: false,
    ...(bin.machine && { machine: bin.machine }),
    ...(due && { due }),
  };
}
