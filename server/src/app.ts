import compress from '@fastify/compress';
import helmet from '@fastify/helmet';
import Fastify, { type FastifyInstance } from 'fastify';
import { caseRoutes } from './cases/plugin';
import type { Context } from './context';
import { AppError } from './errors';
import { fileRoutes } from './files/plugin';
import { requestId } from './log';
import { meshRoutes } from './meshes/plugin';
import { modelRoutes } from './models/plugin';
import { pageRoutes } from './page/plugin';
import { recordRoutes } from './records/plugin';
import { reportRoutes } from './report/plugin';
import { shopRoutes } from './shop/plugin';
import { workbookRoutes } from './workbook/plugin';

const LOOPBACK = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/;

/** The whole service over a given context; not yet listening. */
export async function buildApp(context: Context): Promise<FastifyInstance> {
  const app = Fastify({ logger: context.log ?? false, genReqId: requestId, bodyLimit: 4 * 1024 * 1024, forceCloseConnections: true });

  if (context.compress) await app.register(compress, { threshold: 1024 });
  await app.register(helmet, {
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        // WebAssembly (booleans on meshes) may be compiled; no text becomes script.
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        // Components and charts set styles from script; no style can run code.
        styleSrc: ["'self'", "'unsafe-inline'"],
        fontSrc: ["'self'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        baseUri: ["'self'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    strictTransportSecurity: false,
  });

  // The service listens on the loopback address without accounts: a page of another site must not be able to reach it,
  // neither by name (DNS rebinding shows in Host) nor by a cross-site request (shows in Origin).
  app.addHook('onRequest', async (request) => {
    const host = request.headers.host ?? '';
    const origin = request.headers.origin;
    if (!LOOPBACK.test(host) || (origin !== undefined && origin !== `http://${host}`)) throw new AppError('FOREIGN_ORIGIN');
  });

  app.setErrorHandler((error: Error & { statusCode?: number; code?: string }, request, reply) => {
    if (error instanceof AppError) return reply.status(error.status).send(error.body());
    if (error.name === 'AbortError') return reply.status(422).send(new AppError('TASK_TOO_LONG').body());
    if (error.code === 'ERR_WORKER_OUT_OF_MEMORY') return reply.status(422).send(new AppError('TASK_TOO_LARGE').body());
    if (error.code === 'FST_ERR_CTP_BODY_TOO_LARGE') return reply.status(413).send(new AppError('TOO_LARGE').body());
    if (error.statusCode && error.statusCode < 500) return reply.status(error.statusCode).send(new AppError('BAD_REQUEST').body());
    request.log.error(error);
    return reply.status(500).send({
      ...new AppError('INTERNAL', `Something went wrong on the server. Nothing was changed; its log has the details under ${request.id}.`).body(),
      id: request.id,
    });
  });

  app.get('/api/health', async () => ({ ok: true, ...(context.seeding?.of && { seeding: context.seeding }) }));
  caseRoutes(app, context);
  meshRoutes(app, context);
  modelRoutes(app, context);
  shopRoutes(app, context);
  recordRoutes(app, context);
  fileRoutes(app, context);
  reportRoutes(app, context);
  workbookRoutes(app, context);
  await pageRoutes(app, context.page);
  return app;
}
