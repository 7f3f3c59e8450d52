import type { Check } from '../check';

const BASIS = 'Closed shells turned inwards, counted on the mesh. Drain holes: two a cavity, bigger rather than smaller, so that what is inside comes out.';

/** Closed cavities in which powder or resin would stay. */
export const drain: Check = {
  id: 'drain',
  label: 'Cavities',
  run({ process: { traps }, study, taken }) {
    if (!traps || !study) return undefined;
    const { voids } = study.body;
    if (!voids.length) return { state: 'pass', basis: BASIS, reason: 'No closed cavity.' };
    const cm3 = voids.reduce((s, v) => s + v.volume_mm3, 0) / 1000;
    const what = voids.length === 1 ? `A closed cavity of ${cm3.toPrecision(2)} cm³` : `${voids.length} closed cavities of ${cm3.toPrecision(2)} cm³ together`;
    if (taken.has('drain-holes'))
      return { state: 'pass', basis: BASIS, value: cm3, unit: 'cm³', reason: `${what}: two drain holes each let the ${traps} out.` };
    return {
      state: 'conditional',
      basis: BASIS,
      offers: ['drain-holes'],
      value: cm3,
      unit: 'cm³',
      reason: `${what} would keep ${traps} inside: open ${voids.length === 1 ? 'it' : 'them'}.`,
    };
  },
};
