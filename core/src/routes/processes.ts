import type { Process } from './process';
import { cncMill } from './processes/cnc-mill';
import { extrusionChamber } from './processes/extrusion-chamber';
import { extrusionFibre } from './processes/extrusion-fibre';
import { extrusionOpen } from './processes/extrusion-open';
import { manualMill } from './processes/manual-mill';
import { powderPolymer } from './processes/powder-polymer';
import { sheetCut } from './processes/sheet-cut';
import { vatResin } from './processes/vat-resin';

/** Every process, printing first, in the order in which they are shown. */
export const PROCESSES: readonly Process[] = [
  extrusionOpen, extrusionChamber, extrusionFibre, vatResin, powderPolymer, cncMill, manualMill, sheetCut,
];

const byId = new Map(PROCESSES.map((p) => [p.id, p]));

/** @throws Error for an unknown id */
export function process(id: string): Process {
  const p = byId.get(id);
  if (!p) throw new Error(`No process is called "${id}"`);
  return p;
}
