import fastifyStatic from '@fastify/static';
import type { FastifyInstance, FastifyRequest } from 'fastify';
import { existsSync } from 'node:fs';
import { AppError } from '../errors';

/** The built page. Hashed files may be kept for ever; the page itself is asked for again each time. */
export async function pageRoutes(app: FastifyInstance, folder: string | undefined, methodsOf: (request: FastifyRequest) => string[]): Promise<void> {
  if (folder && existsSync(folder)) {
    await app.register(fastifyStatic, {
      root: folder,
      wildcard: false,
      index: false,
      cacheControl: false,
      setHeaders(reply, path) {
        reply.header('cache-control', /-[A-Z0-9]{8}\.\w+$/i.test(path) ? 'public, max-age=31536000, immutable' : 'no-cache');
      },
    });
  }
  app.setNotFoundHandler((request, reply) => {
    const wantsPage = request.method === 'GET' && !request.url.startsWith('/api/') && !/\.\w+$/.test(request.url.split('?')[0]);
    if (wantsPage && folder && existsSync(folder)) return reply.header('cache-control', 'no-cache').sendFile('index.html');
    const allowed = methodsOf(request);
    if (!allowed.length) throw new AppError('NOT_FOUND');
    reply.header('allow', allowed.join(', '));
    throw new AppError('WRONG_METHOD', `This address takes ${allowed.join(', ')}, not ${request.method}.`);
  });
}
