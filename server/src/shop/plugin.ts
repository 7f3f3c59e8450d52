import type { FastifyInstance } from 'fastify';
import * as yup from 'yup';
import { shopSchema } from '@cuadro/core/case/schema';
import { SHOP_FIGURES, type Shop } from '@cuadro/core/shelf/shop';
import type { ShopRecord } from '@cuadro/core/wire';
import type { Context } from '../context';
import { validate } from '../validate';
import { readShop, saveShop } from './store';

const figures = shopSchema(Object.fromEntries(SHOP_FIGURES.map((f) => [f.name, f])));
const writeSchema = yup.object({ shop: figures, revision: yup.number().integer().min(0).required() }).required();

/** Thousands of own materials fit. */
const SHOP_BYTES = 24 * 1024 * 1024;

export function shopRoutes(app: FastifyInstance, { db }: Context): void {
  app.get('/api/shop', (): Promise<ShopRecord> => readShop(db));

  app.put<{ Body: unknown }>('/api/shop', { bodyLimit: SHOP_BYTES }, (request): Promise<ShopRecord> => {
    const { shop, revision } = validate<{ shop: Shop; revision: number }>(writeSchema, request.body, 'SHOP_INVALID');
    return saveShop(db, shop, revision);
  });
}
