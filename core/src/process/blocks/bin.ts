import type { Line } from '../../worksheet/types';
import { fact, type Fact } from '../process';

/** A machine that fuses or binds a whole bin of powder: the tool pays for the share of the bin that it takes up. */
export const binFacts = (volume_cm3: readonly [number, number, number], packing: readonly [number, number, number]): Fact[] => [
  fact('bin_volume', 'Bin', 'cm^3', ...volume_cm3),
  fact('packing', 'Share of the bin that is parts', '', ...packing),
];
/** Layers of a full bin and the time each takes, for machines whose hours follow from them. */
export const binLayerFacts = (layers: readonly [number, number, number], recoat_s: readonly [number, number, number]): Fact[] => [
  fact('bin_layers', 'Layers of a full bin', '', ...layers),
  fact('recoat', 'Time per layer', 's', ...recoat_s),
];
export const BIN_LAYER_LINE: Line = { name: 'bin_h', label: 'Building a full bin', unit: 'h', expr: 'bin_layers * recoat / s_per_h' };

/**
 * Share of a bin, bins for the order, and the machine's hours in proportion.
 * @param volume line with the volume of one tool as it lies in the bin
 * @param hours line with the hours of a full bin
 * @param rate shop figure of the machine
 */
export const binLines = (volume: string, hours: string, rate: string): Line[] => [
  { name: 'bin_share', label: 'Share of a bin, one tool', unit: '', expr: `${volume} / (bin_volume * packing)` },
  { name: 'bins', label: 'Bins for the order', unit: '', expr: 'max(1, ceil(bin_share * copies))' },
  { name: 'machine_cost', label: 'Share of machine hours', unit: 'money', expr: `${hours} * bin_share * ${rate}`, cost: 'machine' },
];
