import type { OwnMaterial, Shop } from '../shelf/shop';
import { Fieldwise, matches } from './changes';

/** Changes of the shop, field by field: a figure is one field with its range and note, a material one element of its list. */
export const SHOP_CHANGES = new Fieldwise<Shop>({
  isWhole: (path) => matches(path, 'figures', '*'),
  nameIn: (path) => {
    if (matches(path, 'materials')) return (x) => (x as OwnMaterial).material.id;
    return matches(path, 'absent') ? String : undefined;
  },
});
