import type { Check } from '../check';

const BASIS = 'Faces square or parallel to one axis, measured on the mesh; without a mesh, the form you chose.';

export const form: Check = {
  id: 'form',
  label: 'Shape',
  run({ process, form: is, size }) {
    if (!process.forms) return undefined;
    const from = size.measured ? 'measured' : 'as you say';
    if (process.forms.includes(is)) {
      return { state: 'pass', basis: BASIS, reason: is === 'flat' ? `A plate with cut-outs (${from}): the simple way works.` : `A block with holes (${from}): the simple way works.` };
    }
    return { state: 'fail', basis: BASIS, reason: process.kind === 'cut' ? `Not a flat plate (${from}): it cannot be cut from sheet in one piece.` : `A shaped tool (${from}) is not made on a manual mill.` };
  },
};
