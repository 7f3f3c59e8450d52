import { coolingEntries, EXTRUSION_STAGES, extrusionFacts, extrusionLines } from '../blocks/extrusion';
import type { Process } from '../process';

const FACTS = extrusionFacts({ rate: [18, 30, 60], bed_cm2: 800, warm_h: 0.3 });

export const extrusionOpen: Process = {
  id: 'extrusion-open',
  label: 'Filament extrusion, open frame',
  kind: 'print',
  where: 'house',
  what: 'First jigs, trays and guards; weak across the layers, warps when large.',
  practice: 'Practice: open-frame machines of 250 to 350 mm with a nozzle of 0.4; filled nylon about 20 g an hour.',
  envelope_mm: [350, 300, 300],
  tolerance: { a_mm: 0.15, b_per_mm: 0.001 },
  roughness_um: { low: 8, likely: 13, high: 20 },
  tight: 'seal',
  limits: { wall_mm: 1.0, gap_mm: 0.4, hole_mm: 2 },
  facts: FACTS,
  lines: extrusionLines('open_rate'),
  stages: EXTRUSION_STAGES,
  profileEntries: coolingEntries(FACTS),
  cautions: ['Hot nozzle and bed: let them cool before reaching in.'],
};
