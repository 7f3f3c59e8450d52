import type { Need, WearMode } from '../need/requirements';
import type { Material } from '../shelf/types';
import { exactly } from '../shelf/types';
import type { Range } from '../worksheet/types';

/** How the work rubs on the tool in one cycle, as far as somebody has said. */
export interface Rubbing {
  /** The contact face that it is of, where faces have their own. */
  face?: string;
  mode: WearMode;
  /** Way that the work slides, mm; without it nothing can be worked out. */
  slide_mm?: number;
  pressure_mpa: Range;
  /** Depth that may wear off, mm. */
  loss_mm: Range;
}

/** Pressed on by hand, or clamped: what is taken until somebody says. */
const PRESSED: Range = { low: 0.05, likely: 0.3, high: 2 };
const LOSS: Range = { low: 0.1, likely: 0.2, high: 0.5 };

type RubNeed = Pick<Need, 'wear' | 'slide' | 'rubPressure' | 'wearLoss' | 'tolerance'>;

/** A marked face, as far as its wear goes. */
export interface ContactFace {
  name: string;
  tolerance_mm?: number;
  wear_mm?: number;
  slide_mm?: number;
}

/** How the work rubs on each contact face: what is said of the face itself, else of the tool. Nothing where no face has its own. */
export function facesRubbed(need: RubNeed, faces: readonly ContactFace[]): Rubbing[] {
  if (faces.every((f) => f.wear_mm === undefined && f.slide_mm === undefined)) return [];
  const all = ofTool(need);
  return faces.map(({ name, tolerance_mm, wear_mm, slide_mm = all.slide_mm }): Rubbing => {
    const own = wear_mm ?? (need.wearLoss ? undefined : tolerance_mm);
    return { ...all, face: name, ...(slide_mm && { slide_mm }), ...(own && { loss_mm: exactly(own) }) };
  });
}

/** How the work rubs where it wears the tool out first: the same material everywhere, so the least depth for its way. */
export function rubbingOf(need: RubNeed, faces: readonly ContactFace[] = []): Rubbing {
  const lasts = ({ loss_mm, slide_mm }: Rubbing): number => (slide_mm ? loss_mm.likely / slide_mm : Infinity);
  const own = facesRubbed(need, faces);
  return own.length ? own.reduce((a, b) => (lasts(b) < lasts(a) ? b : a)) : ofTool(need);
}

function ofTool(need: RubNeed): Rubbing {
  const loss = need.wearLoss ?? need.tolerance;
  return {
    mode: need.wear?.value ?? 'none',
    ...(need.slide && { slide_mm: need.slide.value }),
    pressure_mpa: need.rubPressure ? exactly(need.rubPressure.value) : PRESSED,
    loss_mm: loss ? exactly(loss.value) : LOSS,
  };
}

/** Wear of short-fibre nylon, dry on steel, mm³ for each N·m; other materials by their wear figure. Known to a factor of three. */
const K_NYLON = 1e-5;
const K_SPREAD = 3;
/** k of a material by its wear figure, mm³/(N·m). */
export const wearRate = (wear: number): number => K_NYLON / wear;
/** Grit between the two: plastics lose this many times more, metals less. */
const GRIT: Record<'plastic' | 'metal', Range> = { plastic: { low: 10, likely: 20, high: 50 }, metal: { low: 3, likely: 5, high: 15 } };

/**
 * Cycles until the allowed depth is worn off: N = d / (k p s), with k in mm³/(N·m), p in N/mm² and the sliding way s in m (law of
 * Archard). Spreads of the factors are taken as independent: their logarithms add as squares.
 * @param wear the material's wear figure, short-fibre nylon = 1
 * @returns undefined where nobody said how far it slides
 */
export function rubbedAway(wear: number, of: Material['family'], { mode, slide_mm, pressure_mpa, loss_mm }: Rubbing): Range | undefined {
  if (!slide_mm) return undefined;
  const grit = mode === 'abrasive' ? GRIT[of === 'metal' ? 'metal' : 'plastic'] : exactly(1);
  const likely = loss_mm.likely / (wearRate(wear) * pressure_mpa.likely * (slide_mm / 1000) * grit.likely);
  const spread = (up: boolean): number => {
    const shares = [
      K_SPREAD,
      up ? pressure_mpa.likely / pressure_mpa.low : pressure_mpa.high / pressure_mpa.likely,
      up ? loss_mm.high / loss_mm.likely : loss_mm.likely / loss_mm.low,
      up ? grit.likely / grit.low : grit.high / grit.likely,
    ];
    return Math.exp(Math.hypot(...shares.map(Math.log)));
  };
  const within = (x: number): number => Math.min(1e12, Math.max(1, x));
  return { low: within(likely / spread(false)), likely: within(likely), high: within(likely * spread(true)) };
}
