import { EXTRUDED } from './materials/extruded';
import { POWDER_AND_RESIN } from './materials/powder-and-resin';
import { METAL_AND_SAND } from './materials/metal-and-sand';
import { STOCK } from './materials/stock';
import { once } from '../worksheet/once';
import type { OwnMaterial, Shop } from './shop';
import type { Material } from './types';

/** Every built-in material, printing first. */
export const MATERIALS: readonly Material[] = [...EXTRUDED, ...POWDER_AND_RESIN, ...METAL_AND_SAND, ...STOCK];

/** The materials of a site: the built-in ones, replaced where the site says otherwise, and its own. */
export interface Shelf {
  materials: readonly Material[];
  /** @throws Error for an unknown id */
  material(id: string): Material;
  has(id: string): boolean;
  materialsFor(process: string): readonly Material[];
}

function shelf(own: readonly OwnMaterial[]): Shelf {
  // Rows that are older than the colour have that of the row they replace.
  const colours = new Map(MATERIALS.map((m) => [m.id, m.colour]));
  const replaced = new Map(own.map(({ material: m }) => [m.id, m.colour ? m : { ...m, colour: colours.get(m.id) }]));
  const builtIn = new Set(MATERIALS.map((m) => m.id));
  const materials = [...MATERIALS.map((m) => replaced.get(m.id) ?? m), ...own.map((o) => o.material).filter((m) => !builtIn.has(m.id))];
  const byId = new Map(materials.map((m) => [m.id, m]));
  const byProcess = new Map<string, Material[]>();
  for (const m of materials) for (const p of m.processes) (byProcess.get(p) ?? byProcess.set(p, []).get(p)!).push(m);
  return {
    materials,
    material(id) {
      const m = byId.get(id);
      if (!m) throw new Error(`No material is called "${id}"`);
      return m;
    },
    has: (id) => byId.has(id),
    materialsFor: (process) => byProcess.get(process) ?? [],
  };
}

/** The shelf of a site; nothing built in is lost, it is only stood before. */
export const shelfOf = once((shop: Shop) => shelf(shop.materials ?? []));

const BUILT_IN = shelf([]);
/** A built-in material. @throws Error for an unknown id */
export const material = BUILT_IN.material;
export const materialsFor = BUILT_IN.materialsFor;
