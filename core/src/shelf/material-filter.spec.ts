import { passes, type MaterialFilter } from './material-filter';
import { MATERIALS } from './shelf';
import { exactly, type Material } from './types';

const pei: Material = {
  ...MATERIALS.find((m) => m.id === 'pei')!,
  use_c: { low: 170, likely: 190, high: 200 },
  flame: 'self-extinguishing',
  note: 'Ovens and autoclaves',
};

describe('a filter on materials', () => {
  it.each<[what: string, filter: MaterialFilter, want: boolean]>([
    ['nothing asked yet', { property: 'use' }, true],
    ['at least its typical value', { property: 'use', least: 190 }, true],
    ['a degree more', { property: 'use', least: 191 }, false],
    ['its high end does not count', { property: 'use', least: 195 }, false],
    ['at most', { property: 'use', most: 189 }, false],
    ['between', { property: 'use', least: 180, most: 200 }, true],
    ['a figure it does not have', { property: 'fibre_price', least: 0 }, false],
    ['its class', { property: 'flame', is: 'self-extinguishing' }, true],
    ['another class', { property: 'flame', is: 'burns' }, false],
    ['any class', { property: 'flame', is: '' }, true],
    ['a word of its note, in capitals', { property: 'note', is: 'AUTOCLAVE' }, true],
    ['a word that is not there', { property: 'note', is: 'kitchen' }, false],
    ['a property nobody knows', { property: 'smell', is: 'sweet' }, true],
  ])('%s', (_what, filter, want) => expect(passes(pei, filter)).toBe(want));

  it('reads a figure of nought as a figure', () => {
    expect(passes({ ...pei, price_per_kg: exactly(0) }, { property: 'price', most: 0 })).toBe(true);
  });
});
