import { EXTRUDED } from './materials/extruded';
import { POWDER_AND_RESIN } from './materials/powder-and-resin';
import { STOCK } from './materials/stock';
import type { Material } from './types';

/** Every built-in material, printing first. */
export const MATERIALS: readonly Material[] = [...EXTRUDED, ...POWDER_AND_RESIN, ...STOCK];

const byId = new Map(MATERIALS.map((m) => [m.id, m]));

/** @throws Error for an unknown id */
export function material(id: string): Material {
  const m = byId.get(id);
  if (!m) throw new Error(`No material is called "${id}"`);
  return m;
}

export const materialsFor = (process: string): Material[] => MATERIALS.filter((m) => m.processes.includes(process));
