import { and, desc, eq } from 'drizzle-orm';
import { DEFAULT_SHOP, type Shop } from '@cuadro/core/shelf/shop';
import type { RevisionRecord } from '@cuadro/core/wire';
import type { Db } from '../db/open';
import { shopRevisions, shops } from '../db/schema';
import { AppError } from '../errors';
import { Overtaken } from '../http/merge';

const ONLY = 1;

export interface StoredShop {
  revision: number;
  shop: Shop;
}

/** The site's shop; the built-in one when nothing was ever saved (revision 0). */
export async function readShop(db: Db): Promise<StoredShop> {
  const [row] = await db.select().from(shops).where(eq(shops.id, ONLY));
  return row ? { revision: row.revision, shop: row.shop } : { revision: 0, shop: DEFAULT_SHOP };
}

/** @throws Overtaken when that revision is not the newest */
export async function saveShop(db: Db, shop: Shop, revision: number, who: string): Promise<StoredShop> {
  const rows = revision === 0
    ? await db.insert(shops).values({ id: ONLY, shop }).onConflictDoNothing().returning({ revision: shops.revision })
    : await db
      .update(shops)
      .set({ shop, revision: revision + 1, updatedAt: new Date() })
      .where(and(eq(shops.id, ONLY), eq(shops.revision, revision)))
      .returning({ revision: shops.revision });
  if (!rows.length) throw new Overtaken();
  await db.insert(shopRevisions).values({ revision: rows[0].revision, shop, who });
  return { revision: rows[0].revision, shop };
}

export async function listShopRevisions(db: Db): Promise<RevisionRecord[]> {
  const rows = await db.select({ revision: shopRevisions.revision, at: shopRevisions.at, who: shopRevisions.who }).from(shopRevisions).orderBy(
    desc(shopRevisions.revision),
  );
  return rows.map((r) => ({ ...r, at: r.at.toISOString() }));
}

/** The shop as it was. @throws AppError REVISION_NOT_FOUND */
export async function getShopRevision(db: Db, revision: number): Promise<StoredShop> {
  const [row] = await db.select().from(shopRevisions).where(eq(shopRevisions.revision, revision));
  if (!row) throw new AppError('REVISION_NOT_FOUND', 'This state of the shop is not kept.');
  return { revision: row.revision, shop: row.shop };
}
