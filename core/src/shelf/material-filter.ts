import { propertyOf } from './properties';
import type { Material } from './types';

/** What a material has to be in one property. A filter that asks nothing yet lets everything through. */
export interface MaterialFilter {
  property: string;
  /** For numbers: at least and at most, of the typical value. */
  least?: number;
  most?: number;
  /** For classes the value, for texts a part of it. */
  is?: string;
}

/** Does a material pass? One without the figure asked for does not. */
export function passes(m: Material, f: MaterialFilter): boolean {
  const p = propertyOf(f.property);
  if (!p) return true;
  if (p.kind === 'number') {
    const r = p.get(m);
    if (f.least === undefined && f.most === undefined) return true;
    return !!r && (f.least === undefined || r.likely >= f.least) && (f.most === undefined || r.likely <= f.most);
  }
  if (!f.is) return true;
  return p.kind === 'choice' ? p.get(m) === f.is : p.get(m).toLowerCase().includes(f.is.toLowerCase());
}
