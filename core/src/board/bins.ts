import { PROCESSES, processOf } from '../process/processes';
import type { Process } from '../process/process';
import type { Site } from '../records/site';
import { routeOfBlock } from '../routes/of-a-block';
import { shelfOf } from '../shelf/shelf';
import { valueOf } from '../worksheet/evaluate';
import { once } from '../worksheet/once';

/** A machine as far as filling it goes. */
export interface BinOf {
  id: string;
  label: string;
  room_mm: [number, number, number];
  /** Parts lie one above the other, as in powder; otherwise all stand on the plate. */
  stacked: boolean;
  /** Share of its room that is parts, as the process is priced. */
  usual_fill?: number;
  /** Machine time of a run that is full to the top; where a share of a bin is what is priced. */
  full_run?: number;
}

const factOf = (p: Process, id: string): number | undefined => p.facts.find((f) => f.id === id)?.usual.likely;

/** What a full bin costs: what a part's share is of, by the sheet of any part. */
function fullRun(site: Site, process: Process): number | undefined {
  const [material] = shelfOf(site.shop).materialsFor(process.id);
  if (!material || factOf(process, 'packing') === undefined) return undefined;
  const { point } = routeOfBlock(site, { process: process.id, material: material.id }, [50, 50, 50], 1);
  return valueOf(point, 'machine_cost') / valueOf(point, 'bin_share');
}

/** What parts are put into: the printers of the house first, then each way of printing with its usual room. */
export const binsOf = once((site: Site): readonly BinOf[] => {
  const bin = (id: string, label: string, process: Process, room: readonly number[]): BinOf => {
    const usual_fill = factOf(process, 'packing'), full_run = fullRun(site, process);
    return {
      id,
      label,
      room_mm: room as BinOf['room_mm'],
      stacked: usual_fill !== undefined,
      ...(usual_fill !== undefined && { usual_fill }),
      ...(full_run !== undefined && { full_run }),
    };
  };
  return [
    ...(site.evidence.machines ?? []).filter((m) => !m.supplier && processOf(m.process).kind === 'print').map((m) =>
      bin(`machine ${m.name}`, m.name, processOf(m.process), m.envelope_mm)
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
