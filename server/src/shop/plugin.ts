import type { FastifyInstance } from 'fastify';
import { SHOP_CHANGES } from '@cuadro/core/document/shop-fields';
import { shopSchema } from '@cuadro/core/document/shop-schema';
import type { Shop } from '@cuadro/core/shelf/shop';
import type { RevisionRecord, ShopRecord } from '@cuadro/core/wire';
import type { Context } from '../context';
import { merge, readPatch } from '../http/merge';
import { params, REVISION } from '../http/params';
import { whoOf } from '../people/guard';
import { readEvidence, siteKey } from '../records/store';
import { validate } from '../validate';
import { getShopRevision, listShopRevisions, readShop, saveShop, type StoredShop } from './store';

/** Thousands of own materials fit. */
const SHOP_BYTES = 24 * 1024 * 1024;

/** The site's figures with what its records say, their earlier states, and a change on the newest. */
export function shopRoutes(app: FastifyInstance, { db }: Context): void {
  const withEvidence = async (stored: StoredShop): Promise<ShopRecord> => ({ ...stored, evidence: await readEvidence(db), siteKey: await siteKey(db) });

  app.get('/api/shop', async (): Promise<ShopRecord> => withEvidence(await readShop(db)));

  app.patch<{ Body: unknown }>('/api/shop', { bodyLimit: SHOP_BYTES, config: { says: 'changed the shop' } }, async (request): Promise<ShopRecord> => {
    const { changes, who } = readPatch(request.body, 'SHOP_INVALID');
    const saved = await merge<Shop, StoredShop>({
      fields: SHOP_CHANGES,
      read: () => readShop(db),
      docOf: (r) => r.shop,
      save: (shop, { revision }) => saveShop(db, validate<Shop>(shopSchema, shop, 'SHOP_INVALID'), revision, whoOf(request, who)),
    }, changes);
    return withEvidence(saved);
  });

  app.get('/api/shop/revisions', (): Promise<RevisionRecord[]> => listShopRevisions(db));

  app.get<{ Params: { revision: number } }>(
    '/api/shop/revisions/:revision',
    params({ revision: REVISION }),
    (request): Promise<StoredShop> => getShopRevision(db, request.params.revision),
  );
}
