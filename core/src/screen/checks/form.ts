import { inSentence } from '../../quantity/words';
import type { Check } from '../check';

const BASIS = 'Faces square or parallel to one axis, measured on the mesh; without a mesh, the form you chose.';

export const form: Check = {
  id: 'form',
  label: 'Shape',
  run({ process, form: is, size, family, study }) {
    if (process.duties && !process.duties.includes(family.duty))
      return {
        state: 'fail',
        basis: 'What the process is used for.',
        reason: `${process.label}: not a way to make ${/^[aeiou]/i.test(family.label) ? 'an' : 'a'} ${inSentence(family.label)}.`,
      };
    if (process.smallest_mm && size.sorted[0] < process.smallest_mm)
      return {
        state: 'fail',
        value: size.sorted[0],
        limit: process.smallest_mm,
        unit: 'mm',
        basis: 'Bead and machine are made for large work.',
        reason: `${Math.round(size.sorted[0])} mm is too small for it: it begins at ${process.smallest_mm} mm.`,
      };
    if (!process.forms) return undefined;
    const from = size.measured ? 'measured' : 'as you say';
    if (process.forms.includes(is)) {
      const then = is === 'flat' && process.kind === 'cut' ? (study?.body.features.cut?.then ?? []) : [];
      return {
        state: 'pass',
        basis: BASIS,
        reason: then.length
          ? `A plate (${from}): cut it, then ${then.map((t) => t.text).join('; ')}.`
          : `${is === 'flat' ? 'A plate with cut-outs' : is === 'turned' ? 'A round tool' : 'A block with holes and steps'} (${from}): the simple way works.`,
      };
    }
    return {
      state: 'fail',
      basis: BASIS,
      reason: process.kind === 'cut'
        ? `Not a flat plate (${from}): it cannot be cut from sheet in one piece.`
        : process.forms.includes('turned')
        ? `Not a round tool (${from}): it is not turned.`
        : `A ${is === 'turned' ? 'round' : 'shaped'} tool (${from}) is not made on a manual mill.`,
    };
  },
};
