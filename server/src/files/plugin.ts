import type { FastifyInstance } from 'fastify';
import { looksLikeText } from '@cuadro/core/shape/formats/text';
import type { FileValue } from '@cuadro/core/inputs/spec';
import type { Context } from '../context';
import { AppError } from '../errors';
import { cleanFileName, fileNameOf } from '../file-name';

/** Pictures and papers up to this size, scans up to the other. */
const MAX_FILE_BYTES = 20_000_000, MAX_SCAN_BYTES = 120 * 1024 * 1024;
/** A binary STL: a heading, a count, then so much for each triangle. */
const STL_HEAD = 84, STL_TRIANGLE = 50;

/** What a file is by its first bytes; a name is never believed. */
function typeOf(bytes: Uint8Array): string | undefined {
  const starts = (...head: number[]): boolean => head.every((b, i) => bytes[i] === b);
  if (starts(0x89, 0x50, 0x4e, 0x47)) return 'image/png';
  if (starts(0xff, 0xd8, 0xff)) return 'image/jpeg';
  if (starts(0x52, 0x49, 0x46, 0x46) && bytes[8] === 0x57 && bytes[9] === 0x45) return 'image/webp';
  if (starts(0x25, 0x50, 0x44, 0x46)) return 'application/pdf';
  return undefined;
}

/** Points or a mesh: text, a PLY, or a binary STL of the length it says. */
function isScan(bytes: Buffer): boolean {
  if (bytes.length < STL_HEAD) return false;
  if (bytes.toString('latin1', 0, 3) === 'ply' || looksLikeText(bytes)) return true;
  return bytes.length === STL_HEAD + STL_TRIANGLE * bytes.readUInt32LE(STL_HEAD - 4);
}

/** Pictures and papers that records refer to, by their content. Nothing else is taken, and nothing is ever served as a page. */
export function fileRoutes(app: FastifyInstance, { meshes: store }: Context): void {
  app.post<{ Querystring: { name?: string }; Body: Buffer }>(
    '/api/files',
    { bodyLimit: MAX_FILE_BYTES, schema: { querystring: { type: 'object', properties: { name: { type: 'string', maxLength: 255 } } } } },
    async (request, reply): Promise<FileValue> => {
      const bytes = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
      if (!typeOf(bytes)) throw new AppError('FILE_UNREADABLE');
      reply.status(201);
      return { hash: await store.put(bytes), name: cleanFileName(request.query.name ?? 'file'), size_bytes: bytes.length };
    },
  );

  app.post<{ Querystring: { name?: string }; Body: Buffer }>(
    '/api/files/scans',
    { bodyLimit: MAX_SCAN_BYTES, schema: { querystring: { type: 'object', properties: { name: { type: 'string', maxLength: 255 } } } } },
    async (request, reply): Promise<FileValue> => {
      const bytes = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
      if (!isScan(bytes)) throw new AppError('SCAN_UNREADABLE');
      reply.status(201);
      return { hash: await store.put(bytes), name: cleanFileName(request.query.name ?? 'scan'), size_bytes: bytes.length };
    },
  );

  app.get<{ Params: { hash: string }; Querystring: { name?: string } }>('/api/files/:hash', async (request, reply) => {
    const { hash } = request.params;
    const bytes = /^[0-9a-f]{64}$/.test(hash) ? await store.get(hash) : undefined;
    const type = bytes && (typeOf(bytes) ?? (isScan(bytes) ? 'application/octet-stream' : undefined));
    if (!bytes || !type) throw new AppError('FILE_NOT_FOUND');
    const shown = type.startsWith('image/') ? 'inline' : 'attachment';
    return reply.type(type).header('content-disposition', `${shown}; filename*=UTF-8''${fileNameOf(request.query.name ?? 'file')}`).header(
      'cache-control',
      'private, max-age=31536000, immutable',
    ).send(bytes);
  });
}
