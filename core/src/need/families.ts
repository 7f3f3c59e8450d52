import type { Family } from './family';
import { assemblyFixture } from './families/assembly-fixture';
import { gauge } from './families/gauge';
import { gripper } from './families/gripper';
import { guard } from './families/guard';
import { handJig } from './families/hand-jig';
import { inspectionFixture } from './families/inspection-fixture';
import { liftingAid } from './families/lifting-aid';
import { masking } from './families/masking';
import { mouldInsert } from './families/mould-insert';
import { pressNest } from './families/press-nest';
import { softJaws } from './families/soft-jaws';
import { sparePart } from './families/spare-part';
import { tray } from './families/tray';
import { weldFixture } from './families/weld-fixture';
import { workholdingPlate } from './families/workholding-plate';

/** Every tool family, in the order in which they are offered. */
export const FAMILIES: readonly Family[] = [
  handJig, assemblyFixture, pressNest, workholdingPlate, softJaws, weldFixture, masking, inspectionFixture, gauge,
  tray, guard, gripper, liftingAid, sparePart, mouldInsert,
];

const byId = new Map(FAMILIES.map((f) => [f.id, f]));
export const FAMILY_IDS = FAMILIES.map((f) => f.id);

/** @throws Error for an unknown id */
export function family(id: string): Family {
  const f = byId.get(id);
  if (!f) throw new Error(`No tool family is called "${id}"`);
  return f;
}
