import type { Point } from '../../inputs/spec';
import type { Maker } from '../maker';
import { revolve } from '../solids';

/** Flats of the turned shape. */
const SEGMENTS = 192;

export const mandrel: Maker = {
  id: 'mandrel',
  label: 'a mandrel from a half profile',
  needsPart: false,
  inputs: [
    {
      kind: 'points',
      id: 'profile',
      label: 'Half profile',
      axes: ['radius', 'height'],
      least: 3,
      most: 2000,
      usual: [[0, 0], [30, 0], [30, 10], [18, 60], [0, 60]],
      help: 'Radius and height in mm, one point a line; begin and end on the axis (radius 0) for a full body.',
    },
  ],
  make: async ({ values }) => ({ solids: [{ name: 'mandrel', mesh: revolve(values['profile'] as readonly Point[], SEGMENTS) }], warnings: [], notes: [] }),
};
