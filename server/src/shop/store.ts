import { and, eq } from 'drizzle-orm';
import { DEFAULT_SHOP, type Shop } from '@cuadro/core/shelf/shop';
import type { ShopRecord } from '@cuadro/core/wire';
import type { Db } from '../db/open';
import { shops } from '../db/schema';
import { AppError } from '../errors';

const ONLY = 1;

/** The site's shop; the built-in one when nothing was ever saved (revision 0). */
export async function readShop(db: Db): Promise<ShopRecord> {
  const [row] = await db.select().from(shops).where(eq(shops.id, ONLY));
  return row ? { revision: row.revision, shop: row.shop } : { revision: 0, shop: DEFAULT_SHOP };
}

/** @throws AppError SHOP_CHANGED */
export async function saveShop(db: Db, shop: Shop, revision: number): Promise<ShopRecord> {
  const rows =
    revision === 0
      ? await db.insert(shops).values({ id: ONLY, shop }).onConflictDoNothing().returning({ revision: shops.revision })
      : await db
          .update(shops)
          .set({ shop, revision: revision + 1, updatedAt: new Date() })
          .where(and(eq(shops.id, ONLY), eq(shops.revision, revision)))
          .returning({ revision: shops.revision });
  if (!rows.length) throw new AppError('SHOP_CHANGED');
  return { revision: rows[0].revision, shop };
}
