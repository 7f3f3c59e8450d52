import type { Family } from './family';
import { assemblyFixture } from './families/assembly-fixture';
import { beadDie } from './families/bead-die';
import { brakeTool } from './families/brake-tool';
import { colletPads } from './families/collet-pads';
import { core } from './families/core';
import { flexFormDie } from './families/flex-form-die';
import { gauge } from './families/gauge';
import { gripper } from './families/gripper';
import { guard } from './families/guard';
import { handJig } from './families/hand-jig';
import { handTool } from './families/hand-tool';
import { inspectionFixture } from './families/inspection-fixture';
import { investmentPattern } from './families/investment-pattern';
import { layupMould } from './families/layup-mould';
import { liftingAid } from './families/lifting-aid';
import { masking } from './families/masking';
import { mouldInsert } from './families/mould-insert';
import { pressNest } from './families/press-nest';
import { sandPattern } from './families/sand-pattern';
import { softJaws } from './families/soft-jaws';
import { sparePart } from './families/spare-part';
import { spinningMandrel } from './families/spinning-mandrel';
import { thermoformMould } from './families/thermoform-mould';
import { tray } from './families/tray';
import { trimFixture } from './families/trim-fixture';
import { tubeDie } from './families/tube-die';
import { weldFixture } from './families/weld-fixture';
import { workholdingPlate } from './families/workholding-plate';

/** Every tool family, in the order in which they are offered. */
export const FAMILIES: readonly Family[] = [
  handJig,
  assemblyFixture,
  pressNest,
  workholdingPlate,
  softJaws,
  colletPads,
  weldFixture,
  masking,
  inspectionFixture,
  gauge,
  trimFixture,
  tray,
  guard,
  gripper,
  handTool,
  liftingAid,
  sparePart,
  layupMould,
  core,
  thermoformMould,
  flexFormDie,
  tubeDie,
  brakeTool,
  beadDie,
  spinningMandrel,
  sandPattern,
  investmentPattern,
  mouldInsert,
];

const byId = new Map(FAMILIES.map((f) => [f.id, f]));
export const FAMILY_IDS = FAMILIES.map((f) => f.id);

/** @throws Error for an unknown id */
export function familyOf(id: string): Family {
  const f = byId.get(id);
  if (!f) throw new Error(`No tool family is called "${id}"`);
  return f;
}

/** Kinds for which what was learned on this one holds: those that do the same to the work, itself among them; then those that turn up in the same parts of a plant. */
export function familiesLike(id: string): { same: Family[]; near: Family[] } {
  const { duty, areas } = familyOf(id);
  return { same: FAMILIES.filter((f) => f.duty === duty), near: FAMILIES.filter((f) => f.duty !== duty && f.areas.some((a) => areas.includes(a))) };
}
