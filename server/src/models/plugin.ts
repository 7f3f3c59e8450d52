import type { FastifyInstance } from 'fastify';
import { CAD_TOLERANCE, isCadName, MAX_CAD_BYTES } from '@cuadro/core/shape/formats/cad';
import type { ModelRecord } from '@cuadro/core/wire';
import type { Context } from '../context';
import { AppError } from '../errors';
import { cleanFileName } from '../file-name';
import { storeMesh } from '../meshes/plugin';

/** A model that takes longer than this is given up: its thread is stopped. */
const LONGEST_MS = 120_000;

interface Query {
  Querystring: { name: string; tolerance?: number };
}
const schema = {
  querystring: {
    type: 'object',
    required: ['name'],
    properties: { name: { type: 'string', maxLength: 255 }, tolerance: { type: 'number', minimum: CAD_TOLERANCE.least, maximum: CAD_TOLERANCE.most } },
  },
} as const;

/** STEP and IGES files: kept as they came, and tessellated into a mesh that is stored like any other. */
export function modelRoutes(app: FastifyInstance, { db, meshes: store, pool, cad = pool }: Context): void {
  async function tessellated(bytes: Uint8Array, fileName: string, tolerance_mm?: number): Promise<ModelRecord> {
    let result;
    try {
      result = await cad.run('tessellate', { bytes, fileName, tolerance_mm }, LONGEST_MS);
    } catch (e) {
      if (e instanceof Error && e.name === 'AbortError') throw new AppError('MODEL_TOO_SLOW');
      if (e instanceof Error && /queue is at limit/i.test(e.message)) throw new AppError('MODELS_BUSY');
      throw e;
    }
    if ('problem' in result) throw new AppError('MESH_UNREADABLE', result.problem);
    const mesh = await storeMesh({ db, meshes: store, pool }, result.stl, 'mm', `${fileName.replace(/\.\w+$/, '')}.stl`);
    return { ...mesh, model: { hash: await store.put(bytes), fileName, tolerance_mm: result.tolerance_mm } };
  }

  app.post<Query & { Body: Buffer }>('/api/models', { bodyLimit: MAX_CAD_BYTES, schema }, async (request) => {
    const fileName = cleanFileName(request.query.name);
    if (!isCadName(fileName)) throw new AppError('MESH_UNREADABLE', 'A model file is called .step, .stp, .iges or .igs.');
    return tessellated(Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0), fileName, request.query.tolerance);
  });

  /** The same model in another tolerance. */
  app.post<Query & { Params: { hash: string } }>('/api/models/:hash/tessellate', { schema }, async (request) => {
    const { hash } = request.params;
    const bytes = /^[0-9a-f]{64}$/.test(hash) ? await store.get(hash) : undefined;
    if (!bytes) throw new AppError('MESH_NOT_FOUND');
    return tessellated(bytes, cleanFileName(request.query.name), request.query.tolerance);
  });
}
