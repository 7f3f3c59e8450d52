import compress from '@fastify/compress';
import cookie from '@fastify/cookie';
import helmet from '@fastify/helmet';
import rateLimit from '@fastify/rate-limit';
import Fastify, { type FastifyInstance } from 'fastify';
import { backupRoutes } from './backup/plugin';
import { bundleRoutes } from './bundle/plugin';
import { siteRoutes } from './bundle/site';
import { calendarRoutes } from './calendar/plugin';
import { caseRoutes } from './cases/plugin';
import type { Context } from './context';
import { AppError, diskFault } from './errors';
import { fileRoutes } from './files/plugin';
import { describeRoutes, docsRoutes } from './http/docs';
import { HEADERS_MS, REQUEST_MS, requestLimits, tooLarge, wrongMethods } from './http/limits';
import { requestId } from './log';
import { meshRoutes } from './meshes/plugin';
import { modelRoutes } from './models/plugin';
import { pageRoutes } from './page/plugin';
import { guardPeople } from './people/guard';
import { peopleRoutes } from './people/plugin';
import { recordRoutes } from './records/plugin';
import { paybackRoutes } from './payback/plugin';
import { releaseRoutes } from './release/plugin';
import { reportRoutes } from './report/plugin';
import { shopRoutes } from './shop/plugin';
import { workbookRoutes } from './workbook/plugin';

/** Requests from one address: a busy page with several people behind it stays far below. */
const MOST_A_MINUTE = 3000;
const BAD_ADDRESS = 'The address does not make sense';
const LOOPBACK = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/;

/** The whole service over a given context; not yet listening. */
export async function buildApp(context: Context): Promise<FastifyInstance> {
  const { accounts } = context;
  const app = Fastify({
    logger: context.log ?? false,
    genReqId: requestId,
    bodyLimit: 4 * 1024 * 1024,
    forceCloseConnections: true,
    requestTimeout: REQUEST_MS,
    http: { headersTimeout: HEADERS_MS, connectionsCheckingInterval: 5000 },
    ...(accounts?.proxy && { trustProxy: true }),
    ...(accounts?.tls && { https: { ...accounts.tls, minVersion: 'TLSv1.2' as const } as unknown as null }),
  });
  const methodsOf = wrongMethods(app);
  requestLimits(app);

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
    strictTransportSecurity: accounts?.secure ? { maxAge: 31_536_000 } : false,
  });

  // A page of another site must not be able to reach the service: a cross-site request shows in Origin. Without accounts it is heard
  // on the loopback address alone, and a name that was bent to it shows in Host.
  app.addHook('onRequest', async (request) => {
    const { origin } = request.headers;
    if (!accounts && !LOOPBACK.test(request.host)) throw new AppError('FOREIGN_ORIGIN');
    if (origin !== undefined && origin !== `${accounts?.secure ? 'https' : 'http'}://${request.host}`) throw new AppError('FOREIGN_ORIGIN');
  });
  if (accounts) {
    await app.register(cookie);
    await app.register(rateLimit, { max: MOST_A_MINUTE, timeWindow: 60_000, errorResponseBuilder: () => new AppError('TOO_MANY') });
    guardPeople(app, context.db);
  }

  app.setErrorHandler((error: Error & { statusCode?: number; code?: string }, request, reply) => {
    if (error instanceof AppError) return reply.status(error.status).send(error.body());
    if (error.name === 'AbortError') return reply.status(422).send(new AppError('TASK_TOO_LONG').body());
    if (error.code === 'ERR_WORKER_OUT_OF_MEMORY') return reply.status(422).send(new AppError('TASK_TOO_LARGE').body());
    if (error.code === 'FST_ERR_CTP_BODY_TOO_LARGE') return reply.status(413).send(tooLarge(request).body());
    if (error.code === 'FST_ERR_VALIDATION') return reply.status(400).send(new AppError('BAD_ADDRESS', `${BAD_ADDRESS}: ${error.message}.`).body());
    if (error.statusCode && error.statusCode < 500) return reply.status(error.statusCode).send(new AppError('BAD_REQUEST').body());
    const disk = diskFault(error);
    if (disk) {
      request.log.error(error);
      return reply.status(507).send(new AppError(disk).body());
    }
    request.log.error(error);
    return reply.status(500).send({
      ...new AppError('INTERNAL', `Something went wrong on the server. Nothing was changed; its log has the details under ${request.id}.`).body(),
      id: request.id,
    });
  });

  await describeRoutes(app);
  app.get('/api/health', { config: { needs: 'nobody' } }, async () => ({ ok: true, ...(context.seeding?.of && { seeding: context.seeding }) }));
  peopleRoutes(app, context);
  caseRoutes(app, context);
  meshRoutes(app, context);
  modelRoutes(app, context);
  shopRoutes(app, context);
  recordRoutes(app, context);
  fileRoutes(app, context);
  bundleRoutes(app, context);
  siteRoutes(app, context);
  calendarRoutes(app, context);
  reportRoutes(app, context);
  releaseRoutes(app, context);
  workbookRoutes(app, context);
  paybackRoutes(app, context);
  backupRoutes(app, context);
  docsRoutes(app);
  await pageRoutes(app, context.page, methodsOf);
  return app;
}
