import { and, eq } from 'drizzle-orm';
import type { FastifyInstance } from 'fastify';
import { MAX_BYTES } from '@cuadro/core/shape/mesh';
import { STUDY_VERSION } from '@cuadro/core/shape/study';
import type { MeshRecord } from '@cuadro/core/wire';
import type { Context } from '../context';
import { meshes } from '../db/schema';
import { AppError } from '../errors';
import { cleanFileName } from '../file-name';
import { hashOf } from './store';

/** POST a mesh file, GET it back by hash. */
export function meshRoutes(app: FastifyInstance, { db, meshes: store, pool }: Context): void {
  app.addContentTypeParser('application/octet-stream', { parseAs: 'buffer', bodyLimit: MAX_BYTES }, (_req, body, done) => done(null, body));

  app.post<{ Querystring: { name?: string; unit?: string }; Body: Buffer }>(
    '/api/meshes',
    {
      bodyLimit: MAX_BYTES,
      schema: { querystring: { type: 'object', properties: { name: { type: 'string', maxLength: 255 }, unit: { enum: ['mm', 'inch'] } } } },
    },
    async (request): Promise<MeshRecord> => {
      const bytes = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
      return storeMesh({ db, meshes: store, pool }, bytes, request.query.unit === 'inch' ? 'inch' : 'mm', cleanFileName(request.query.name ?? 'part.stl'));
    },
  );

  app.get<{ Params: { hash: string } }>('/api/meshes/:hash', async (request, reply) => {
    const { hash } = request.params;
    const bytes = /^[0-9a-f]{64}$/.test(hash) ? await store.get(hash) : undefined;
    if (!bytes) throw new AppError('MESH_NOT_FOUND');
    return reply.type('application/octet-stream').header('cache-control', 'private, max-age=31536000, immutable').send(bytes);
  });
}

/**
 * Measure a mesh file and keep it.
 * @throws AppError MESH_UNREADABLE
 */
export async function storeMesh(
  { db, meshes: store, pool }: Pick<Context, 'db' | 'meshes' | 'pool'>,
  bytes: Uint8Array,
  unit: 'mm' | 'inch',
  fileName: string,
): Promise<MeshRecord> {
  const hash = hashOf(bytes);
  const readAs = `${unit}, version ${STUDY_VERSION}`;
  const [known] = await db.select({ measure: meshes.measure }).from(meshes).where(and(eq(meshes.hash, hash), eq(meshes.readAs, readAs)));
  let measure = known?.measure;
  if (!measure) {
    const result = await pool.run('measure', { bytes, unit, fileName });
    if ('problem' in result) throw new AppError('MESH_UNREADABLE', result.problem);
    measure = result.measure;
  }
  // What is there already is only made young again.
  await store.put(bytes);
  await db.insert(meshes).values({ hash, size_bytes: bytes.length, fileName, readAs, measure }).onConflictDoUpdate({
    target: meshes.hash,
    set: { readAs, measure },
  });
  return { hash, fileName, unit, measure };
}
