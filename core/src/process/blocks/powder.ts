import { fact, type Process } from '../process';
import { BIN_LAYER_LINE, binFacts, binLayerFacts, binLines } from './bin';
import { INSPECTION_LINES } from './inspection';
import { OUTSIDE_END } from './outside';

type Three = readonly [number, number, number];

/** A bed of polymer powder, fused layer by layer: the same bin, breaking out and blasting, whatever fuses it. */
export function powderBed(
  own: Pick<Process, 'id' | 'label' | 'what' | 'practice' | 'envelope_mm' | 'tolerance' | 'roughness_um' | 'limits' | 'greys'> & {
    bin_cm3: Three;
    packing: Three;
    layers: Three;
    recoat_s: Three;
    cooling: Three;
    powder_use: Three;
  },
): Process {
  const { bin_cm3, packing, layers, recoat_s, cooling, powder_use, ...process } = own;
  return {
    ...process,
    kind: 'print',
    where: 'bureau',
    tight: 'seal',
    traps: 'powder',
    facts: [
      ...binFacts(bin_cm3, packing),
      ...binLayerFacts(layers, recoat_s),
      fact('cooling', 'Cooling, share of building time', '', ...cooling),
      fact('powder_use', 'Powder bought per powder fused (refresh, aged powder)', '', ...powder_use),
      fact('depowder', 'Blasting', 'h/cm^2', 0.0001, 0.0002, 0.0005),
      fact('handle_h', 'Handling one piece', 'h', 0.008, 0.015, 0.03),
      fact('bin_hands_h', 'Hands for a whole bin', 'h', 1.5, 2.5, 4),
      fact('prep_h', 'Preparing and ordering', 'h', 0.3, 0.5, 1),
      fact('inspect_h', 'Inspection', 'h', 0.2, 0.4, 0.8),
      fact('scrap', 'Share of parts that fail', '', 0.01, 0.03, 0.08),
      fact('revision_share', 'One-off work repeated at a change', '', 0.25, 0.4, 0.6),
    ],
    lines: [
      { name: 'mass_part', label: 'Weight as printed', unit: 'kg', expr: 'volume * density / g_per_kg', note: 'Printed solid, as designed.' },
      { name: 'material_cost', label: 'Powder', unit: 'money', expr: 'mass_part * powder_use * price_per_kg', cost: 'material' },
      BIN_LAYER_LINE,
      { name: 'bin_cycle_h', label: 'Building and cooling a bin', unit: 'h', expr: 'bin_h * (1 + cooling)' },
      ...binLines('volume', 'bin_cycle_h', 'powder_rate'),
      {
        name: 'labour_cost',
        label: 'Breaking out, blasting',
        unit: 'money',
        expr: '(handle_h + area * depowder + bin_hands_h * bin_share) * labour_rate',
        cost: 'labour',
      },
      ...INSPECTION_LINES,
      { name: 'prep_cost', label: 'Preparing and ordering', unit: 'money', expr: 'prep_h * engineer_rate', cost: 'engineering', once: true, own: true },
      {
        name: 'finish_order_h',
        label: 'Breaking out the order, inserts',
        unit: 'h',
        expr: '(handle_h + area * depowder + bin_hands_h * bin_share + remedy_hours) * copies',
      },
    ],
    stages: [
      { id: 'prepare', label: 'Prepare and order', resource: 'engineer', mode: 'work', hours: 'prep_h' },
      { id: 'queue', label: 'Wait until a bin fills', resource: 'supplier', mode: 'work', hours: 'bureau_queue' },
      {
        id: 'build',
        label: 'Build and cool',
        resource: 'supplier',
        mode: 'run',
        hours: 'bin_cycle_h',
        runs: 'bins',
        read: [{ what: 'hours' }, { what: 'opened-at', most: 60 }],
        look: 'It cools about as long as it was built; opened hot it warps',
      },
      {
        id: 'break-out',
        label: 'Break out, blast, inserts',
        resource: 'supplier',
        mode: 'work',
        hours: 'finish_order_h',
        read: [{ what: 'hours' }],
        look: 'No loose powder in channels and hollows',
      },
      ...OUTSIDE_END,
    ],
    chemicals: ['the polymer powder'],
    cautions: [
      'Fine polymer powder can explode as dust and irritates: break out under extraction, away from sparks; loose powder left in channels comes out in use.',
    ],
  };
}
