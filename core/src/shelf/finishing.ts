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
  /** Made ready, run in, dried and sorted: hours an order, however small the parts. */
  order_h: Range;
  note: string;
  source: Source;
  /** Largest part that goes in, mm; any where it is left out. */
  largest_mm?: number;
  /** What is handled: safety sheets are to be had of these. */
  chemicals?: readonly string[];
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
  order: [number, number, number],
  note: string,
  more: Pick<FinishingStep, 'largest_mm' | 'chemicals'> = {},
): FinishingStep => ({
  id,
  label,
  ra_um: { low: ra[0], likely: ra[1], high: ra[2] },
  h_per_m2: { low: h[0], likely: h[1], high: h[2] },
  money_per_m2: { low: money[0], likely: money[1], high: money[2] },
  order_h: { low: order[0], likely: order[1], high: order[2] },
  note,
  source: TYPICAL,
  ...more,
});

const FILLER = ['filler', 'primer'];

/** From the quickest to the finest. */
export const FINISHING: readonly FinishingStep[] = [
  step('blast', 'Blasting with beads', [4, 6, 8], [0.3, 0.6, 1.2], [2, 4, 8], [0.1, 0.2, 0.5], 'Evens the skin, takes support marks off.'),
  step('tumble', 'Tumbling in media', [2, 3, 5], [0.5, 1, 2], [3, 6, 12], [0.3, 0.5, 1], 'Batches of parts up to 250 mm; rounds edges.', { largest_mm: 250 }),
  step('sand', 'Sanding to grit 320', [2, 3.2, 4], [3, 5, 9], [5, 10, 20], [0.1, 0.15, 0.3], 'Flat and open faces.'),
  step(
    'fill',
    'Filling and sanding to grit 600',
    [1, 1.6, 2.2],
    [6, 10, 18],
    [20, 35, 60],
    [0.3, 0.5, 1],
    'Layers disappear; adds a tenth of a millimetre.',
    { chemicals: FILLER },
  ),
  step('mill', 'Milling the face', [0.8, 1.6, 2.5], [1.5, 3, 6], [30, 60, 120], [0.5, 1, 2], 'With allowance left on; flat as well.'),
  step('polish', 'Polishing', [0.1, 0.3, 0.5], [15, 25, 45], [30, 60, 100], [0.1, 0.2, 0.5], 'After filling or on metal; shows every void.', {
    chemicals: [...FILLER, 'the polish'],
  }),
];

/** Can a step be taken on it? Large parts go into no tumbler; what is soft or crumbles takes nothing that rubs, and all of these rub. */
const takes = ({ largest_mm = Infinity }: FinishingStep, piece: Workpiece): boolean =>
  piece.largest_mm <= largest_mm && piece.material.modulus_gpa.inPlane.likely >= SOFT_GPA &&
  piece.material.strength_mpa.inPlane.likely >= WEAK_MPA;

const quickest = (piece: Workpiece, reaches: (ra: Range) => boolean): FinishingStep | undefined =>
  [...FINISHING].sort((a, b) => a.h_per_m2.likely - b.h_per_m2.likely).find((s) => reaches(s.ra_um) && takes(s, piece));

/** The quickest step that likely reaches a roughness on it; none where the skin is fine already or nothing reaches it. */
export const finishTo = (wanted_um: number, now_um: number, piece: Workpiece): FinishingStep | undefined =>
  now_um <= wanted_um ? undefined : quickest(piece, (ra) => ra.likely <= wanted_um);

/** The quickest step that surely reaches it: what is done where a quicker one turned out too rough. */
export const finishSurely = (wanted_um: number, piece: Workpiece): FinishingStep | undefined => quickest(piece, (ra) => ra.high <= wanted_um);
