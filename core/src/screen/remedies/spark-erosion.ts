import { costs, range, type RemedyKind } from '../remedy';
import { times } from '../traits';

/** Sinking to size and finish, h for each cm² of face. */
const EROSION_H = range(0.3, 0.7, 1.5);
const MM2_PER_CM2 = 100;

export const sparkErosion: RemedyKind = {
  id: 'spark-erosion',
  label: 'spark erosion',
  how: 'spark erosion where no cutter gets to, with electrodes of its own',
  chemicals: ['the dielectric oil'],
  parts_h: range(16, 32, 80),
  fits: ({ process, material }) => process.kind === 'machine' && material.family === 'metal',
  cost: ({ study }) => {
    const faces = (study?.body.reach.unreachable_mm2 ?? 0) / MM2_PER_CM2;
    return costs({ hours: times(EROSION_H, faces), money: times(range(2, 4, 8), faces), once_hours: range(2, 4, 10) });
  },
};
