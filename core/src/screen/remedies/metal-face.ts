import { wearClassOf } from '../../life/life';
import type { Duty } from '../../need/family';
import type { Material } from '../../shelf/types';
import { costs, range, type RemedyKind } from '../remedy';
import { times } from '../traits';

/** A working face covers about this part of the largest side, mm² a mm²: low, likely, high. */
const SHARE = { low: 0.12, likely: 0.2, high: 0.35 };
/** Ground steel plate, screwed on. */
const PLATE_MM = 3;
const STEEL_KG_MM3 = 7.85e-6;

/** Hardening and grinding make an insert dearer by this. */
const HARDENED = 1.8;
const isPlainSteel = (m: Material): boolean => wearClassOf(m) === 'steel';

/** What wears, by what the tool does. */
const ITEM: Partial<Record<Duty, string>> = {
  clamp: 'jaw faces',
  grip: 'finger tips',
  press: 'anvil and nose',
  bend: 'nose',
  guide: 'guide faces',
  gauge: 'gauging faces',
};

export const metalFace: RemedyKind = {
  id: 'metal-face',
  label: 'steel on the working faces',
  how: 'steel on the working faces',
  metalFace: true,
  parts_h: range(8, 20, 60),
  onRoute: ({ family, material }) => {
    const item = ITEM[family.duty];
    return isPlainSteel(material)
      ? { label: 'hardened inserts on the working faces', how: `hardened inserts as ${item ?? 'working faces'}` }
      : { how: item ? `steel ${item}, screwed on` : 'steel on the working faces' };
  },
  // Aluminium is faced like plastic; plain steel with hardened inserts; hardened steel is its own face.
  fits: ({ family, material }) =>
    wearClassOf(material) !== 'hard-steel' &&
    !['mould', 'form', 'mask', 'weld', 'core', 'layup', 'thermo', 'pattern', 'guard'].includes(family.duty),
  cost: ({ size, material }) => {
    const area = times(SHARE, size.sorted[0] * size.sorted[1]);
    // Hardened and ground after it.
    const hard = isPlainSteel(material) ? HARDENED : 1;
    // A blank, its cutting and holes; then grinding and screwing on, by its size.
    return costs({
      money: times({ low: 10 + 0.002 * area.low, likely: 20 + 0.004 * area.likely, high: 40 + 0.008 * area.high }, hard),
      hours: times({ low: 0.3 + area.low / 30_000, likely: 0.6 + area.likely / 20_000, high: 1.2 + area.high / 12_000 }, hard),
      // In steel they take the place of as much steel.
      mass_kg: isPlainSteel(material) ? range(0, 0, 0) : times(area, PLATE_MM * STEEL_KG_MM3),
      once_hours: { low: 0.3, likely: 0.6, high: 1.2 },
    });
  },
  effect: () => ({ marks: 'yes' }),
  quarrels: { 'soft-pads': 'A pad over the steel face takes the wear that the steel was put there for: keep steel and pads on different faces.' },
};
