import type { Entry } from '../worksheet/types';

const constant = (name: string, label: string, unit: string, value: number): Entry =>
  ({ name, label, unit, low: value, likely: value, high: value, source: { kind: 'standard', text: 'Conversion.' } });

/** Conversions as entries with units, so that a unit check can follow every line. */
export const CONSTANTS: readonly Entry[] = [
  constant('mm_per_cm', 'mm per cm', 'mm/cm', 10),
  constant('cm_per_m', 'cm per m', 'cm/m', 100),
  constant('g_per_kg', 'g per kg', 'g/kg', 1000),
  constant('s_per_h', 's per h', 's/h', 3600),
  constant('min_per_h', 'min per h', 'minute/h', 60),
];
