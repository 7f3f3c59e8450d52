import { DEFAULT_SHOP, type Shop } from '../shelf/shop';
import { once } from '../worksheet/once';
import { NO_EVIDENCE, type Evidence } from './evidence';

/** A site: what it says of itself, and what its records say. */
export interface Site {
  shop: Shop;
  evidence: Evidence;
}

/** A site without records yet. */
export const siteOf = once((shop: Shop): Site => ({ shop, evidence: NO_EVIDENCE }));
export const BUILT_IN_SITE = siteOf(DEFAULT_SHOP);
