import type { Material } from '../shelf/types';
import type { Range } from '../worksheet/types';

/** How hard the largest load works the body of a tool, each cycle. */
export interface Stressed {
  /** Nominal stress over the strength in its direction, as warm as it is used. */
  ratio: Range;
  /** The load stays on for hours. */
  lasting: boolean;
  /** Used within 15 K of what the material stands for long. */
  warm: boolean;
  /** It cracks where pieces are joined: the ratio is that of the joints. */
  joined?: boolean;
}

/** Ratio of stress to strength and the decades of cycles that go with it, for plastics; straight lines between. */
const KNOTS: readonly (readonly [ratio: number, decades: number])[] = [[0.1, 7.5], [0.15, 6], [0.3, 5], [0.5, 4], [0.7, 3], [1, 0]];
/** Metals take about twice the share: half their strength, and half of that again for notches and skins as made. */
const METAL = 0.5;
/** Lives of like pieces at one stress differ by half a decade either way. */
const SCATTER = 0.5;

/** A body of which this many cycles are likely is not limited by fatigue. */
export const UNTIRED = 10 ** 7.5;

function decades(ratio: number, less: number): number {
  const k = KNOTS.findIndex(([r]) => ratio <= r);
  if (k === 0) return KNOTS[0][1];
  if (k < 0) return 0;
  const [r0, d0] = KNOTS[k - 1], [r1, d1] = KNOTS[k];
  return Math.max(0, d0 + ((ratio - r0) / (r1 - r0)) * (d1 - d0) - less);
}

/**
 * Cycles that a body bears before it cracks, by its ratio of stress to strength r. Plastics: r up to 0.1 is not limited by fatigue,
 * 0.15 … 0.3 gives 10⁶ … 10⁵, 0.5 gives 10⁴, above it 10³ and less; lasting load and heat near the limit of use take a decade off
 * each where there is a limit at all. Metals: the same at twice the ratio, without the decade for lasting load.
 * Practice of screening, not a test: half a decade of scatter either way, besides the range of the ratio.
 */
export function fatigueLife({ family }: Pick<Material, 'family'>, { ratio, lasting, warm }: Stressed): Range {
  const metal = family === 'metal';
  const share = metal ? METAL : 1;
  const less = (lasting && !metal ? 1 : 0) + (warm ? 1 : 0);
  const life = (r: number, scatter: number): number => 10 ** Math.max(0, decades(r * share, less) + scatter);
  return { low: life(ratio.high, -SCATTER), likely: life(ratio.likely, 0), high: life(ratio.low, SCATTER) };
}
