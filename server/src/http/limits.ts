import type { FastifyInstance, FastifyRequest } from 'fastify';
import { AppError } from '../errors';
import { readJson, unstorable } from './json';

/** A body has so long to arrive, and its announced size over this rate on top: slower is a line nobody has. */
const BODY_START_MS = 15_000;
const BODY_RATE_PER_MS = 30;

/** Headers have to be there by then. */
export const HEADERS_MS = 15_000;
/** All of a request, its largest file over a slow line included. */
export const REQUEST_MS = 300_000;

const megabytes = (bytes: number): string => (bytes >= 1e6 ? `${Math.round(bytes / (1 << 20))} MB` : `${Math.round(bytes / 1024)} kB`);

/** In the words of the route: what was sent is larger than what may be sent there. */
export const tooLarge = (request: FastifyRequest): AppError =>
  new AppError('TOO_LARGE', `What was sent is larger than the ${megabytes(request.routeOptions.bodyLimit)} that may be sent here.`);

/** Bodies as JSON with its limits, texts in addresses that can be stored, and an end to bodies that dribble. */
export function requestLimits(app: FastifyInstance): void {
  app.removeContentTypeParser('application/json');
  app.addContentTypeParser('application/json', { parseAs: 'string' }, (_request, body, done) => {
    try {
      done(null, readJson(body as string));
    } catch (e) {
      done(e as Error);
    }
  });

  app.addHook('preParsing', (request, _reply, payload, done) => {
    const announced = Number(request.headers['content-length'] ?? 0);
    // Without a body there is nothing to wait for: the answer may take its time.
    if (!announced && request.headers['transfer-encoding'] === undefined) return done(null, payload);
    const late = setTimeout(() => request.raw.destroy(), BODY_START_MS + announced / BODY_RATE_PER_MS);
    late.unref();
    const over = (): void => clearTimeout(late);
    payload.once('end', over).once('close', over).once('error', over);
    done(null, payload);
  });

  app.addHook('preValidation', async ({ query, params }) => {
    for (const text of [...Object.values((query ?? {}) as object), ...Object.values((params ?? {}) as object)].flat())
      if (typeof text === 'string' && unstorable(text)) throw new AppError('BAD_TEXT');
  });
}

/** Answers 405, with what is allowed, to a method that an address does not know. Before any route is added. */
export function wrongMethods(app: FastifyInstance): (request: FastifyRequest) => string[] {
  const routes: { method: string; path: RegExp }[] = [];
  app.addHook('onRoute', ({ method, url }) => {
    if (!url.startsWith('/api/')) return;
    const path = new RegExp(`^${url.replace(/:\w+/g, '[^/]+')}/?$`);
    for (const m of [method].flat()) routes.push({ method: m, path });
  });
  return ({ url }) => [...new Set(routes.filter((r) => r.path.test(url.split('?')[0])).map((r) => r.method))];
}
