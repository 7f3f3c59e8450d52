import type { Values } from '../inputs/spec';
import { inputText } from '../inputs/text';
import { formatQuantity, type UnitSystem } from '../quantity/quantity';
import { forceOf, kindOf, LOAD_INPUTS, type LoadKind } from './loads';

/** The input that says the size of a load of a kind. */
const SIZED_BY: Readonly<Record<LoadKind, string>> = {
  push: 'force',
  clamp: 'force',
  press: 'force',
  cutter: 'force',
  bolt: 'torque',
  carried: 'mass',
  pressure: 'pressure',
  own: 'acceleration',
  warming: 'warmer',
};

/** "800 N (400 N to 1 500 N)"; of a bolt and a mass also the force that it comes to. */
export function sizeText(row: Values, system: UnitSystem): string {
  const kind = kindOf(row);
  const spec = LOAD_INPUTS.find((s) => s.id === SIZED_BY[kind])!;
  const own = inputText(spec, row[spec.id] ?? ('usual' in spec ? spec.usual : undefined), system);
  const force = kind === 'bolt' || kind === 'carried' ? forceOf(row) : undefined;
  return force ? `${own}: ${formatQuantity(force.likely, 'force', system)}` : own;
}
