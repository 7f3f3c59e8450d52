import { shapeFor } from '../case/facts';
import type { CaseDoc, Pin } from '../case/types';
import { factsOf } from '../plan/facts';
import type { Site } from '../records/site';
import type { Orientation } from '../shape/orient';
import { buildHours } from '../routes/evaluate-route';

/**
 * Hours that one tool takes on its machine for each way of laying it on the bed: height, support and face on the bed are those
 * of the direction; walls, fill and the room that copies take are those of the part as it lies now. Coarse, as the directions are.
 * Nothing where the part has not been studied, or the way is not built on a machine of the house.
 */
export function hoursLying(doc: CaseDoc, site: Site, pin: Pin, ways: readonly Orientation[]): number[] | undefined {
  const shape = shapeFor(doc, true);
  if (!shape?.study) return undefined;
  const { study } = shape;
  const { build } = study;
  const hours = ways.map(({ up, height_mm, support_mm3: likely, overhang_mm2, footprint_mm2, bed_mm2 }) => {
    const { low, high } = build.support_mm3;
    const support_mm3 = { low: Math.min(low, likely), likely, high: Math.max(high, likely) };
    const printed = { ...shape, up, study: { ...study, build: { ...build, up, height_mm, support_mm3, overhang_mm2, footprint_mm2, bed_mm2 } } };
    const one = { ...doc.need, copies: { level: 'must' as const, value: 1, from: '' } };
    return buildHours(factsOf({ ...doc, need: one, shapes: { ...doc.shapes, printed } }, site), pin);
  });
  return hours.some((h) => h > 0) ? hours : undefined;
}
