// dprint-ignore-file: tables, a line each
import type { Range, Source } from '../worksheet/types';
import { TYPICAL } from './types';

/** Metal parts that go into printed tools. */
export interface Hardware {
  id: string;
  label: string;
  size: string;
  mass_g: Range;
  money: Range;
  hours: Range;
  note: string;
  source: Source;
}
const part = (id: string, label: string, size: string, g: [number, number, number], money: [number, number, number], h: [number, number, number], note: string): Hardware => ({
  id, label, size, mass_g: { low: g[0], likely: g[1], high: g[2] }, money: { low: money[0], likely: money[1], high: money[2] }, hours: { low: h[0], likely: h[1], high: h[2] }, note, source: TYPICAL,
});

export const HARDWARE: readonly Hardware[] = [
  part('heat-insert-m4', 'Heat-set insert', 'M4', [0.8, 1, 1.4], [0.2, 0.4, 0.8], [0.02, 0.04, 0.08], 'Brass, pressed in warm; wall of 2 mm around it; loosens when heated again.'),
  part('heat-insert-m6', 'Heat-set insert', 'M6', [2, 3, 4], [0.4, 0.7, 1.2], [0.02, 0.04, 0.08], 'Brass, pressed in warm; wall of 3 mm around it.'),
  part('drill-bushing-6', 'Drill bushing, headless', '6 mm bore', [8, 12, 18], [4, 7, 12], [0.1, 0.2, 0.4], 'Hardened; bond with a two-part adhesive on a jig that holds the pitch.'),
  part('drill-bushing-10', 'Drill bushing, headless', '10 mm bore', [15, 22, 30], [6, 10, 16], [0.1, 0.2, 0.4], 'Hardened; roughen and degrease before bonding.'),
  part('dowel-6', 'Dowel pin', '6 × 30 mm', [6, 6.6, 7], [0.3, 0.6, 1], [0.05, 0.1, 0.2], 'Ground; ream the hole, never press into plastic alone.'),
  part('dowel-8', 'Dowel pin', '8 × 40 mm', [15, 15.8, 16.5], [0.5, 0.9, 1.5], [0.05, 0.1, 0.2], 'Ground; as locating pins under wear.'),
  part('limiter-m8', 'Compression limiter', 'M8 × 15 mm', [7, 10, 14], [0.8, 1.5, 3], [0.05, 0.1, 0.2], 'Steel sleeve a little longer than the plastic: the screw clamps metal.'),
  part('magnet-10', 'Magnet', '10 × 5 mm', [2.7, 2.9, 3.1], [0.8, 1.5, 3], [0.03, 0.06, 0.1], 'Cover it in the print or bond it; loses strength above 80 °C.'),
  part('wear-plate', 'Steel wear plate', '60 × 40 × 4 mm', [70, 75, 80], [12, 25, 50], [0.2, 0.4, 0.8], 'Cut, hardened where it must be, screwed on.'),
  part('pad-pu', 'Soft pad, self-adhesive', '20 mm round', [0.5, 1, 2], [0.2, 0.5, 1], [0.02, 0.03, 0.05], 'Keeps metal off finished faces; renew with the shift log.'),
];
