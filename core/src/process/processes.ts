import type { Process } from './process';
import { bindAndMill } from './processes/bind-and-mill';
import { binderMetal } from './processes/binder-metal';
import { binderSand } from './processes/binder-sand';
import { boardMill } from './processes/board-mill';
import { boundMetal } from './processes/bound-metal';
import { castTool } from './processes/cast-tool';
import { clampSet } from './processes/clamp-set';
import { cncMill } from './processes/cnc-mill';
import { extrusionChamber } from './processes/extrusion-chamber';
import { extrusionFibre } from './processes/extrusion-fibre';
import { extrusionOpen } from './processes/extrusion-open';
import { fabrication } from './processes/fabrication';
import { flexibleCore } from './processes/flexible-core';
import { injection } from './processes/injection';
import { laidUp } from './processes/laid-up';
import { manualMill } from './processes/manual-mill';
import { materialJetting } from './processes/material-jetting';
import { metalInjection } from './processes/metal-injection';
import { metalPowder } from './processes/metal-powder';
import { pelletExtrusion } from './processes/pellet-extrusion';
import { powderFusing } from './processes/powder-fusing';
import { powderPolymer } from './processes/powder-polymer';
import { sheetCut } from './processes/sheet-cut';
import { sheetFold } from './processes/sheet-fold';
import { turning } from './processes/turning';
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
  powderFusing,
  materialJetting,
  binderMetal,
  bindAndMill,
  boundMetal,
  metalPowder,
  binderSand,
  cncMill,
  turning,
  fabrication,
  manualMill,
  sheetCut,
  sheetFold,
  boardMill,
  laidUp,
  castTool,
  clampSet,
  injection,
  metalInjection,
  waxCore,
  flexibleCore,
];

const byId = new Map(PROCESSES.map((p) => [p.id, p]));

/** @throws Error for an unknown id */
export function processOf(id: string): Process {
  const p = byId.get(id);
  if (!p) throw new Error(`No process is called "${id}"`);
  return p;
}
