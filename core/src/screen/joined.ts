import { type BondedJoint, bondBears, bondedJoints, type Cut } from './bonded-joints';
import type { CheckContext, State } from './check';
import { jointFor, type JointKind } from './joint-kinds';
import { goesThroughHole, jointPlanes } from './joint-planes';
import { longestPiece } from './sections';
import { leftInService } from './service';
import { times } from './traits';
import { STRENGTH_FACTOR } from './under-load';
import type { Range } from '../worksheet/types';

/** A joint with what is said of it. */
export interface JudgedJoint extends BondedJoint {
  state: State;
  /** The plainest joint that bears it. */
  how: JointKind;
  /** A hole across the tool is cut through. */
  holed: boolean;
}
export interface Joined {
  planes: number[];
  /** Lengths of the pieces, mm. */
  pieces: number[];
  joints: JudgedJoint[];
  /** What the bond bears in service, MPa; and what it may be worked with. */
  bears: Range;
  allowed: number;
}

/** A tool in so many pieces on one way of making: where it is cut, what each bond is worked with, and whether it holds. */
export function joinedIn(tool: Cut & Pick<CheckContext, 'process' | 'material' | 'traits'>, count: number): Joined {
  const { need, traits, size } = tool;
  const bears = bondBears(tool, times(traits.strength_mpa.across, leftInService(need, traits)));
  const enough_mpa = bears.low / STRENGTH_FACTOR, allowed = bears.likely / STRENGTH_FACTOR;
  const planes = jointPlanes(tool, count, { most_mm: longestPiece(size, tool.process), enough_mpa });
  const pieces = [...planes, size.sorted[0]].map((x, k) => x - (planes[k - 1] ?? 0));
  const judge = (j: BondedJoint, k: number): JudgedJoint => ({
    ...j,
    state: j.stress.likely <= enough_mpa ? 'pass' : j.stress.likely <= bears.high / 2 ? 'conditional' : 'fail',
    how: jointFor(j, allowed, Math.min(pieces[k], pieces[k + 1])),
    holed: goesThroughHole(tool, j.along_mm),
  });
  return { planes, pieces, joints: bondedJoints(tool, planes).map(judge), bears, allowed };
}
