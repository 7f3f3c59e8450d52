import type { CaseDoc } from '../case/types';

/** Where the weight saved against the tool of today comes from, kg; a part that takes weight back is below nought. */
export interface WeightSplit {
  /** The shape of today in the new material, solid. */
  material: number;
  /** The new shape instead of it, solid. */
  shape: number;
  /** Walls and fill instead of solid, less what is fitted. */
  inside: number;
}

const MM3_PER_CM3 = 1000, G_PER_KG = 1000;

/**
 * m(today) − m(new) as three steps: ρ·V of the shape that is machined, then of the one that is printed, then as it is built. Where one mesh stands for
 * both ways its shape saves nothing.
 * @param density of the new material, g/cm³
 * @returns nothing without a closed mesh
 */
export function weightSplit(shapes: CaseDoc['shapes'], printed: boolean, density: number, today_kg: number, new_kg: number): WeightSplit | undefined {
  const [before, after] = [shapes.machined ?? shapes.printed, printed ? (shapes.printed ?? shapes.machined) : (shapes.machined ?? shapes.printed)];
  if (!before?.measure.watertight || !after?.measure.watertight || !(density > 0)) return undefined;
  const solid = (mm3: number): number => (mm3 / MM3_PER_CM3) * (density / G_PER_KG);
  const same = solid(before.measure.volume_mm3), lean = solid(after.measure.volume_mm3);
  return { material: today_kg - same, shape: same - lean, inside: lean - new_kg };
}
