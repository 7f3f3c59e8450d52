import type { Entry, Line, Range, Source } from '../worksheet/types';
import { fit } from '../shape/envelope';
import { exactly } from '../shelf/types';
import { SHOP_FIGURES } from '../shelf/shop';
import { namesIn, parseExpr } from '../worksheet/parse';
import { once, onceOfTwo } from '../worksheet/once';
import { OUTSIDE_END } from './blocks/outside';
import { fact, type Process, type Stage } from './process';

/** A machine of the shop's register, or one that a supplier runs for it. */
export interface Machine {
  name: string;
  process: string;
  /** Several of one kind share the queue, and the builds of an order. */
  count: number;
  /** Long to short, mm. */
  envelope_mm: [number, number, number];
  tolerance?: { a_mm: number; b_per_mm: number };
  layer_mm?: Range;
  /** In the unit of the process's own figure: cm³/h, kg/h. */
  throughput?: Range;
  /** Money an hour, without the hands that attend it. */
  rate?: Range;
  /** Working hours of backlog before it. */
  queue_h?: number;
  /** Ids of materials; all of the process where none is named. */
  materials: readonly string[];
  /** Axes of a mill; three where nobody said. */
  axes?: 3 | 4 | 5;
  /** May run on through nights and weekends. */
  alone: boolean;
  /** Who runs it, where it is not the house. */
  supplier?: string;
}

/** Under which names processes keep what a machine lays down, fuses or cuts in an hour. */
const THROUGHPUT = ['deposition', 'throughput', 'fuse_rate', 'turn_rate'];
const MACHINE_RATES = new Set(SHOP_FIGURES.filter((f) => f.group === 'Machines').map((f) => f.id));
const MM2_PER_CM2 = 100;
const MM3_PER_CM3 = 1000;

/** Name of the rate that a process pays for its machine: the first that its lines ask for. */
export const rateOf = once((process: Process): string | undefined =>
  process.lines.flatMap((l) => namesIn(parseExpr(l.name, l.expr))).find((n) => MACHINE_RATES.has(n))
);
/** Name of the queue before it. */
const queueOf = (process: Process): string | undefined => process.stages.find((s) => s.id === 'queue')?.hours;
/** What the register asks for a process's throughput in. */
export const throughputOf = (process: Process): { id: string; unit: string; label: string } | undefined => process.facts.find((f) => THROUGHPUT.includes(f.id));

/**
 * The machine that a tool of this size is made on: of those that take the material, the cheapest that has the room, else the one with most.
 * @param box sides of the part, any order, mm
 */
export function machineFor(process: Process, material: string, box: readonly number[], machines: readonly Machine[]): Machine | undefined {
  const mine = machines.filter((m) => m.process === process.id && (!m.materials.length || m.materials.includes(material)));
  if (mine.length < 2) return mine[0];
  const share = (m: Machine): number => fit(box, m.envelope_mm).share;
  const large = mine.filter((m) => share(m) <= 1 + 1e-9);
  const cheap = (m: Machine): number => m.rate?.likely ?? Infinity;
  return large.length ? large.reduce((b, m) => (cheap(m) < cheap(b) ? m : b)) : mine.reduce((b, m) => (share(m) < share(b) ? m : b));
}

/**
 * A process whose builds may not run alone: they wait for the shift, and part of somebody's hours is paid while they run. A process
 * that builds nothing on a printer of the house stays as it is.
 * @param shift_h hours that somebody is there at a stretch: no build may be longer
 */
export const watched = (process: Process, shift_h: number): Process => {
  let kept = watchedBy.get(process);
  if (!kept) watchedBy.set(process, kept = new Map());
  let found = kept.get(shift_h);
  if (!found) kept.set(shift_h, found = watchedFor(process, shift_h));
  return found;
};
const watchedBy = new WeakMap<Process, Map<number, Process>>();

function watchedFor(process: Process, shift_h: number): Process {
  const builds = process.stages.filter((s) => s.resource === 'printer' && s.mode === 'run');
  if (process.where !== 'house' || !builds.length) return process;
  const hours = builds.map((s) => (s.runs ? `${s.hours} * ${s.runs}` : s.hours)).join(' + ');
  return {
    ...process,
    watched: true,
    facts: [
      ...process.facts.filter((f) => f.id !== 'build_limit'),
      fact('build_limit', 'Longest build: a shift', 'h', shift_h, shift_h, shift_h),
      fact('watch', 'Part of an hour that somebody is by it while it runs', '', 0.1, 0.25, 0.5),
    ],
    lines: [...process.lines, {
      name: 'watch_cost',
      label: 'Somebody by it while it runs',
      unit: 'money',
      expr: `watch * (${hours}) / copies * labour_rate`,
      cost: 'labour',
    }],
    stages: process.stages.map((s) => (builds.includes(s) ? { ...s, mode: 'work' } : s)),
  };
}

const sourceOf = (m: Machine): Source => ({ kind: 'shop', text: `${m.name}, from the register of machines${m.supplier ? `, run by ${m.supplier}` : ''}.` });

/** A process as one machine runs it: its room, tolerance and figures; made in the house or at a supplier, as the machine stands. */
export const equipped = onceOfTwo((process: Process, m: Machine): Process => {
  const source = sourceOf(m);
  const own: Record<string, Range | undefined> = {
    layer_height: m.layer_mm,
    bed_area: exactly((m.envelope_mm[0] * m.envelope_mm[1]) / MM2_PER_CM2),
    bin_volume: exactly(m.envelope_mm.reduce((a, b) => a * b, 1) / MM3_PER_CM3),
    ...Object.fromEntries(THROUGHPUT.map((id) => [id, m.throughput])),
  };
  return sideBySide({
    ...process,
    envelope_mm: m.envelope_mm,
    tolerance: m.tolerance ?? process.tolerance,
    where: m.supplier ? 'bureau' : 'house',
    facts: process.facts.map((f) => (own[f.id] ? { ...f, usual: own[f.id]!, source } : f)),
    stages: stagesOn(process, m),
    machine: m,
  }, m);
});

/** Several machines of a kind build side by side: one after another are only as many builds as there are rounds. */
function sideBySide(process: Process, m: Machine): Process {
  const building = process.stages.filter((s) => s.runs && !s.id.startsWith('furnace'));
  if (m.count < 2 || !building.length) return process;
  const source = sourceOf(m);
  return {
    ...process,
    facts: [...process.facts, fact('machines', 'Machines of this kind', '', m.count, m.count, m.count, { whole: true, source })],
    lines: [
      ...process.lines,
      ...[...new Set(building.map((s) => s.runs!))].map((runs): Line => ({
        name: `${runs}_in_turn`,
        label: 'Rounds, the machines side by side',
        unit: '',
        expr: `ceil(${runs} / machines)`,
      })),
    ],
    stages: process.stages.map((s) => (building.includes(s) ? { ...s, runs: `${s.runs}_in_turn` } : s)),
  };
}

function stagesOn(process: Process, m: Machine): Stage[] {
  const inHouse = !m.supplier;
  const moved = process.stages.flatMap((s): Stage[] => {
    if (inHouse && s.resource === 'carrier') return [];
    // A furnace is another machine: it stays where it was.
    if (s.id.startsWith('furnace')) return [s];
    return [{
      ...s,
      // One's own machine has a queue of its own.
      ...(inHouse && s.hours === 'bureau_queue' && { hours: 'printer_queue' }),
      resource: inHouse && s.resource === 'supplier' ? 'printer' : !inHouse && s.resource === 'printer' ? 'supplier' : s.resource,
    }];
  });
  if (inHouse || moved.some((s) => s.resource === 'carrier')) return moved;
  return [...moved.filter((s) => s.resource !== 'metrology'), ...OUTSIDE_END];
}

/** Rate and queue of the machine, in the place of the shop's. */
export function machineEntries(process: Process, shop: readonly Entry[]): readonly Entry[] {
  const { machine: m } = process;
  if (!m) return shop;
  const rate = rateOf(process), queue = queueOf(process);
  const source = sourceOf(m);
  return shop.map((e) => {
    const key = `machine.${m.name}.${e.name}`;
    if (e.name === rate && m.rate) return { ...e, ...m.rate, source, key };
    if (e.name !== queue) return e;
    // Two machines of a kind halve the wait.
    const share = m.queue_h === undefined ? 1 / m.count : m.queue_h / m.count / e.likely;
    return share === 1 ? e : { ...e, low: e.low * share, likely: e.likely * share, high: e.high * share, source, key };
  });
}
