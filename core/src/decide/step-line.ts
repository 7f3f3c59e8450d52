import type { CaseFacts, ResolvedNeed } from '../case/facts';
import { requirementSpec, type RequirementId } from '../need/requirements';
import type { RouteOption } from './options';
import { screener } from './worth-knowing';

/** How many routes hold along the values that a number of the need may have. */
export interface StepLine {
  values: number[];
  holding: number[];
}

/** Points to each side of the value at hand. */
const EACH_SIDE = 6;
/** As far to each side as three times what it may be off by. */
const REACH = 3;

/**
 * Values around the one at hand: even steps to three times its usual doubt where that is a difference, equal ratios where it is a
 * factor; within what it may be. The one at hand is among them. None where a factor has nothing to go from.
 */
export function valuesAround(id: RequirementId, now: number): number[] {
  const spec = requirementSpec(id);
  if (spec.kind !== 'number') return [];
  const { doubt, min, max, whole } = spec;
  if ('times' in doubt && now <= 0) return [];
  const steps = Array.from({ length: 2 * EACH_SIDE + 1 }, (_, i) => ((i - EACH_SIDE) * REACH) / EACH_SIDE);
  const all = steps.map((k) => (k === 0 ? now : 'by' in doubt ? now + k * doubt.by : now * doubt.times ** k)).map((
    x,
  ) => (whole ? Math.max(1, Math.round(x)) : x));
  return [...new Set(all.map((x) => Math.min(max, Math.max(min, x))))].sort((a, b) => a - b);
}

/** The step line of a number of the need as it stands; nothing where it is not known, or no step could be made. */
export function stepLine(facts: CaseFacts, options: readonly RouteOption[], id: RequirementId): StepLine | undefined {
  const now = facts.need[id];
  if (typeof now?.value !== 'number') return undefined;
  const values = valuesAround(id, now.value);
  if (values.length < 2) return undefined;
  const hold = screener(facts, options);
  return {
    values,
    holding: values.map((value) =>
      hold(value === now.value ? facts.need : ({ ...facts.need, [id]: { ...now, value, assumed: false } } as ResolvedNeed)).length
    ),
  };
}
