import type { Process } from './process';
import { bindAndMill } from './processes/bind-and-mill';
import { binderMetal } from './processes/binder-metal';
import { binderSand } from './processes/binder-sand';
import { boardMill } from './processes/board-mill';
import { boundMetal } from './processes/bound-metal';
import { clampSet } from './processes/clamp-set';
import { cncMill } from './processes/cnc-mill';
import { extrusionChamber } from './processes/extrusion-chamber';
import { extrusionFibre } from './processes/extrusion-fibre';
import { extrusionOpen } from './processes/extrusion-open';
import { manualMill } from './processes/manual-mill';
import { materialJetting } from './processes/material-jetting';
import { metalPowder } from './processes/metal-powder';
import { pelletExtrusion } from './processes/pellet-extrusion';
import { powderPolymer } from './processes/powder-polymer';
import { sheetCut } from './processes/sheet-cut';
import { sheetFold } from './processes/sheet-fold';
import { vatResin } from './processes/vat-resin';
import { waxCore } from './processes/wax-core';

/** Every process, printing first, in the order in which they are shown. */
export const PROCESSES: readonly Process[] = [
  extrusionOpen,
  extrusionChamber,
  extrusionFibre,
  pelletExtrusion,
  vatResin,
  powderPolymer,
  materialJetting,
  binderMetal,
  bindAndMill,
  boundMetal,
  metalPowder,
  binderSand,
  cncMill,
  manualMill,
  sheetCut,
  sheetFold,
  boardMill,
  clampSet,
  waxCore,
];

const byId = new Map(PROCESSES.map((p) => [p.id, p]));

/** @throws Error for an unknown id */
export function processOf(id: string): Process {
  const p = byId.get(id);
  if (!p) throw new Error(`No process is called "${id}"`);
  return p;
}
