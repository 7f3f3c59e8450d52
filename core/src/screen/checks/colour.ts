import { COLOURS } from '../../need/requirements';
import { byLevel, type Check } from '../check';

const BASIS = 'What comes in a colour has it all through; dye goes a few tenths of a millimetre deep, paint lies on top.';

export const colour: Check = {
  id: 'colour',
  label: 'Colour',
  limits: ['colour'],
  run({ need, traits, material, process }) {
    if (!need.colour || need.colour.value === 'none') return undefined;
    const { value, level } = need.colour;
    const sun = !!need.uv?.value;
    switch (traits.colour) {
      case 'any':
        return { state: 'pass', basis: BASIS, reason: `${material.label} comes in many colours: all through, so that scratches do not show.` };
      case 'dyed':
        return {
          state: sun ? 'conditional' : 'pass',
          basis: BASIS,
          reason: `Dyed: deep scratches show ${process.greys ? 'grey' : 'white'} beneath.${
            sun ? ' In sunlight a dye fades long before the plastic does: look at it every half year.' : ''
          }`,
        };
      case 'painted':
        return { state: 'pass', basis: BASIS, reason: 'Painted: it chips at edges and wears off where it rubs, and is renewed.' };
      case 'black':
        if (value === 'dark') return { state: 'pass', basis: BASIS, reason: `${material.label} is black by itself.` };
    }
    const as = { clear: 'is clear', light: 'comes white', grey: 'comes out grey', black: 'is black', own: 'comes in its own colour' }[traits.colour];
    const way = traits.colour === 'light' || (traits.colour === 'grey' && value === 'dark')
      ? 'it takes a dye'
      : 'paint away from its working faces, a ring or a label tells it';
    return {
      state: byLevel(level, 'conditional'),
      basis: BASIS,
      offers: ['dye', 'coating'],
      reason: `A colour is asked for, ${COLOURS[value]}; ${material.label} ${as}: ${way}.`,
    };
  },
};
