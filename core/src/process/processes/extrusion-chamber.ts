import { coolingEntries, EXTRUSION_STAGES, extrusionFacts, extrusionLines } from '../blocks/extrusion';
import type { Process } from '../process';

const FACTS = extrusionFacts({ rate: [20, 35, 60], bed_cm2: 900, warm_h: 1 });

export const extrusionChamber: Process = {
  id: 'extrusion-chamber',
  label: 'Filament extrusion, heated chamber',
  kind: 'print',
  where: 'house',
  what: 'Engineering polymers up to 200 °C; dear material, support to remove.',
  practice: 'Practice: heated-chamber machines of some 300 mm with nozzles of 0.4 to 0.6; quick ones lay down twice as much in easy plastics.',
  envelope_mm: [330, 300, 300],
  tolerance: { a_mm: 0.08, b_per_mm: 0.0007 },
  roughness_um: { low: 7, likely: 12, high: 18 },
  tight: 'seal',
  limits: { wall_mm: 1.2, gap_mm: 0.5, hole_mm: 1.5 },
  facts: FACTS,
  lines: extrusionLines('chamber_rate'),
  stages: EXTRUSION_STAGES,
  profileEntries: coolingEntries(FACTS),
  cautions: ['Chamber and bed burn: gloves and cooling before the part is taken out.'],
};
