import { STANDARD_GRAVITY } from '../quantity/quantity';
import type { Entry } from '../worksheet/types';

const constant = (name: string, label: string, unit: string, value: number, text = 'Conversion.'): Entry => ({
  name,
  label,
  unit,
  low: value,
  likely: value,
  high: value,
  source: { kind: 'standard', text },
});

/** Conversions as entries with units, so that a unit check can follow every line. */
export const CONSTANTS: readonly Entry[] = [
  constant('mm_per_cm', 'mm per cm', 'mm/cm', 10),
  constant('cm_per_m', 'cm per m', 'cm/m', 100),
  constant('mm_per_m', 'mm per m', 'mm/m', 1000),
  constant('g_per_kg', 'g per kg', 'g/kg', 1000),
  constant('s_per_h', 's per h', 's/h', 3600),
  constant('s_per_min', 's per minute', 's/minute', 60),
  constant('min_per_h', 'min per h', 'minute/h', 60),
  constant('mpa_per_gpa', 'MPa per GPa', 'MPa/GPa', 1000),
  constant('kpa_per_mpa', 'kPa per MPa', 'kPa/MPa', 1000),
  constant('pa_per_kpa', 'Pa per kPa', 'Pa/kPa', 1000),
  constant('mm3_per_l', 'mm³ per litre', 'mm^3/L', 1e6),
  constant('rad_per_deg', 'rad per degree', 'rad/deg', Math.PI / 180),
  constant('gravity', 'Gravity', 'm/s^2', STANDARD_GRAVITY, 'Standard gravity.'),
];
