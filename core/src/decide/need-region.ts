import { familyOf } from '../need/families';
import { PRESSURE_FACTOR } from '../screen/under-load';
import { STRENGTH_FACTOR } from '../screen/under-load';
import { loadPath } from '../screen/load-path';
import { resolveNeed, shapeFor, sizeOf } from '../case/facts';
import type { CaseDoc } from '../case/types';

/** What a need asks of a material's properties, by property id. */
export type NeedRegion = Partial<Record<string, { least: number; says: string }>>;

/** The region in a plot of materials that a case's need leaves: heat, pressure and strength, with the factors of the checks. */
export function screenNeedOf(doc: CaseDoc): NeedRegion {
  const need = resolveNeed(doc);
  const out: NeedRegion = {};
  const hot = Math.max(...[need.serviceTemp, need.cureTemp].map((r) => r?.value ?? -Infinity));
  if (hot > 0) out['use'] = { least: hot, says: `${hot} °C or more` };
  if (need.pressure?.value)
    out['compressive'] = {
      least: PRESSURE_FACTOR * need.pressure.value,
      says: `${Number((PRESSURE_FACTOR * need.pressure.value).toPrecision(3))} MPa on a face`,
    };
  if (need.load?.value) {
    const shape = shapeFor(doc, true);
    const path = loadPath({ need, family: familyOf(doc.family), size: sizeOf(doc, true), study: shape?.study, loadMark: shape?.load });
    const { across } = path;
    const stress = path.stress_per_n * need.load.value;
    out[across ? 'strength_across' : 'strength'] = {
      least: STRENGTH_FACTOR * stress,
      says: `${(STRENGTH_FACTOR * stress).toPrecision(2)} MPa, factor ${STRENGTH_FACTOR}`,
    };
  }
  return out;
}
