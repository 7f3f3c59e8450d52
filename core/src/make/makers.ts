import { filled } from '../inputs/spec';
import { type InputFault, inputFaults } from '../inputs/schema';
import { MeshError } from '../shape/mesh';
import type { MakeContext, Made, Maker } from './maker';
import { brakeDie } from './makers/brake-die';
import { brakePunch } from './makers/brake-punch';
import { datumBores } from './makers/datum-bores';
import { drains } from './makers/drains';
import { jaws } from './makers/jaws';
import { label } from './makers/label';
import { mandrel } from './makers/mandrel';
import { nest } from './makers/nest';
import { pieces } from './makers/pieces';
import { relief } from './makers/relief';
import { tray } from './makers/tray';
import { witness } from './makers/witness';

/** Every maker, in the order in which they are offered. */
export const MAKERS: readonly Maker[] = [jaws, nest, tray, pieces, drains, datumBores, label, mandrel, relief, brakePunch, brakeDie, witness];

/** @throws Error for an unknown id */
export function makerOf(id: string): Maker {
  const m = MAKERS.find((x) => x.id === id);
  if (!m) throw new Error(`No maker is called "${id}"; there are ${MAKERS.map((x) => x.id).join(', ')}.`);
  return m;
}

/** What is wrong with the answers to a maker's inputs. */
export const makeFaults = (maker: Maker, values: unknown): InputFault[] => inputFaults(maker.inputs, values);

/**
 * Make it: answers checked, gaps filled.
 * @throws MeshError with the first fault, or with what does not go together
 */
export async function make(maker: Maker, ctx: MakeContext): Promise<Made> {
  const [fault] = makeFaults(maker, ctx.values);
  if (fault) throw new MeshError(fault.message);
  if (maker.needsPart && !ctx.part) throw new MeshError('There is no part yet.');
  return maker.make({ ...ctx, values: filled(maker.inputs, ctx.values) });
}
