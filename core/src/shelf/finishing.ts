import type { Range, Source } from '../worksheet/types';
import { type Material, TYPICAL } from './types';

/** One way to make a face smoother: the roughness it reaches from a printed skin and what a square metre takes. */
export interface FinishingStep {
  id: string;
  label: string;
  /** Ra reached, µm. */
  ra_um: Range;
  h_per_m2: Range;
  money_per_m2: Range;
  note: string;
  source: Source;
  /** Largest part that goes in, mm; any where it is left out. */
  largest_mm?: number;
  /** It lays something on: what crumbles takes no other. */
  laidOn?: true;
}

/** What is to be finished. */
export interface Workpiece {
  largest_mm: number;
  material: Pick<Material, 'modulus_gpa' | 'strength_mpa'>;
}

/** Softer than this, GPa, a material gives way to grit and media; weaker than this, MPa, it crumbles under them. */
const SOFT_GPA = 0.2, WEAK_MPA = 5;

const step = (
  id: string,
  label: string,
  ra: [number, number, number],
  h: [number, number, number],
  money: [number, number, number],
  note: string,
  more: Pick<FinishingStep, 'largest_mm' | 'laidOn'> = {},
): FinishingStep => ({
  id,
  label,
  ra_um: { low: ra[0], likely: ra[1], high: ra[2] },
  h_per_m2: { low: h[0], likely: h[1], high: h[2] },
  money_per_m2: { low: money[0], likely: money[1], high: money[2] },
  note,
  source: TYPICAL,
  ...more,
});

/** From the quickest to the finest. */
export const FINISHING: readonly FinishingStep[] = [
  step('blast', 'Blasting with beads', [4, 6, 8], [0.3, 0.6, 1.2], [2, 4, 8], 'Evens the skin, takes support marks off.'),
  step('tumble', 'Tumbling in media', [2, 3, 5], [0.5, 1, 2], [3, 6, 12], 'Batches of parts up to 250 mm; rounds edges.', { largest_mm: 250 }),
  step('sand', 'Sanding to grit 320', [2, 3.2, 4], [3, 5, 9], [5, 10, 20], 'Flat and open faces.'),
  step('fill', 'Filling and sanding to grit 600', [1, 1.6, 2.2], [6, 10, 18], [20, 35, 60], 'Layers disappear; adds a tenth of a millimetre.', {
    laidOn: true,
  }),
  step('mill', 'Milling the face', [0.8, 1.6, 2.5], [1.5, 3, 6], [30, 60, 120], 'With allowance left on; flat as well.'),
  step('polish', 'Polishing', [0.1, 0.3, 0.5], [15, 25, 45], [30, 60, 100], 'After filling or on metal; shows every void.'),
];

/** Can a step be taken on it? Large parts go into no tumbler; what crumbles is only coated; what is soft takes none that rubs. */
function takes(step: FinishingStep, { largest_mm, material }: Workpiece): boolean {
  if (material.modulus_gpa.inPlane.likely < SOFT_GPA) return false;
  const crumbles = material.strength_mpa.inPlane.likely < WEAK_MPA;
  return largest_mm <= (step.largest_mm ?? Infinity) && (!crumbles || !!step.laidOn);
}

/** The quickest step that likely reaches a roughness on it; none where the skin is fine already or nothing reaches it. */
export const finishTo = (wanted_um: number, now_um: number, piece: Workpiece): FinishingStep | undefined =>
  now_um <= wanted_um
    ? undefined
    : [...FINISHING].sort((a, b) => a.h_per_m2.likely - b.h_per_m2.likely).find((s) => s.ra_um.likely <= wanted_um && takes(s, piece));
