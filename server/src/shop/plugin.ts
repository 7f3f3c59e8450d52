import type { FastifyInstance } from 'fastify';
import * as yup from 'yup';
import { shopSchema } from '@cuadro/core/document/shop-schema';
import type { Shop } from '@cuadro/core/shelf/shop';
import type { RevisionRecord, ShopRecord } from '@cuadro/core/wire';
import type { Context } from '../context';
import { readEvidence, siteKey } from '../records/store';
import { validate } from '../validate';
import { getShopRevision, listShopRevisions, readShop, saveShop, type StoredShop } from './store';

const writeSchema = yup.object({ shop: shopSchema, revision: yup.number().integer().min(0).required(), who: yup.string().max(80).default('local user') })
  .required();

/** Thousands of own materials fit. */
const SHOP_BYTES = 24 * 1024 * 1024;

/** The site's figures with what its records say, their earlier states, and a change on the newest. */
export function shopRoutes(app: FastifyInstance, { db }: Context): void {
  const withEvidence = async (stored: StoredShop): Promise<ShopRecord> => ({ ...stored, evidence: await readEvidence(db), siteKey: await siteKey(db) });

  app.get('/api/shop', async (): Promise<ShopRecord> => withEvidence(await readShop(db)));

  app.put<{ Body: unknown }>('/api/shop', { bodyLimit: SHOP_BYTES }, async (request): Promise<ShopRecord> => {
    const { shop, revision, who } = validate<{ shop: Shop; revision: number; who?: string }>(writeSchema, request.body, 'SHOP_INVALID');
    return withEvidence(await saveShop(db, shop, revision, who ?? 'local user'));
  });

  app.get('/api/shop/revisions', (): Promise<RevisionRecord[]> => listShopRevisions(db));

  app.get<{ Params: { revision: number } }>('/api/shop/revisions/:revision', {
    schema: { params: { type: 'object', properties: { revision: { type: 'integer', minimum: 1 } } } },
  }, ({ params }): Promise<StoredShop> => getShopRevision(db, params.revision));
}
