import { coolingEntries, EXTRUSION_STAGES, extrusionFacts, extrusionLines } from '../blocks/extrusion';
import { fact, type Process } from '../process';

const FACTS = extrusionFacts({ rate: [14, 24, 34], bed_cm2: 600, warm_h: 0.2 });

export const extrusionFibre: Process = {
  id: 'extrusion-fibre',
  label: 'Extrusion with continuous fibre',
  kind: 'print',
  where: 'house',
  what: 'Stiff fixtures, fingers and jaws; fibre lies in the layer planes only.',
  practice: 'Practice: machines that lay continuous fibre, with a nozzle of 0.4; slow and close.',
  envelope_mm: [300, 240, 190],
  tolerance: { a_mm: 0.04, b_per_mm: 0.0004 },
  roughness_um: { low: 6, likely: 10, high: 15 },
  tight: 'seal',
  limits: { wall_mm: 1.2, gap_mm: 0.4, hole_mm: 2 },
  facts: [
    ...FACTS,
    fact('outer', 'Plastic outside of the fibre', 'mm', 0.4, 0.8, 1.2),
    fact('rings', 'Rings of fibre in a layer, mean over the layers', '', 0.5, 1, 2),
    fact('ring_width', 'Width of a ring', 'mm', 0.8, 0.9, 1),
    fact('sheets', 'Sheets of fibre under each level face', '', 1, 2, 4),
    fact('panels', 'More sheets under level faces that a load stands on', '', 0, 2, 4),
    fact('fibre_rate_laid', 'Fibre laid', 'cm^3/h', 2, 3.5, 5),
  ],
  lines: extrusionLines('fibre_rate', true),
  stages: EXTRUSION_STAGES,
  profileEntries: coolingEntries(FACTS),
  cautions: [],
};
