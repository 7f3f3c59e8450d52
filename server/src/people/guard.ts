import type { FastifyInstance, FastifyRequest } from 'fastify';
import type { Needed } from '@cuadro/core/people';
import { eq } from 'drizzle-orm';
import type { Db } from '../db/open';
import { records } from '../db/schema';
import { AppError } from '../errors';
import { checkCase, note, type Person, personOfSession, personOfToken, requireRole } from './store';

export const COOKIE = 'cuadro_session';

declare module 'fastify' {
  interface FastifyContextConfig {
    /** What the route needs; reading for GET, editing for everything else where it is left out. */
    needs?: Needed;
    /** How the audit trail calls it; not written down where it is ''. */
    says?: string;
  }
  interface FastifyRequest {
    person?: Person;
    session?: string;
  }
}

const READS = ['GET', 'HEAD', 'OPTIONS'];
export const neededFor = (method: string, config: { needs?: Needed }): Needed => config.needs ?? (READS.includes(method) ? 'read' : 'edit');

/** The name that stands under a change: of who is signed in, where people sign in; else as the page says. */
export const whoOf = ({ person }: FastifyRequest, said?: string): string => person?.name ?? (said?.trim() || 'local user');

/** Addresses of the case a request is about. */
async function caseOf(db: Db, { params, query, routeOptions }: FastifyRequest): Promise<string | undefined> {
  const { id } = (params ?? {}) as { id?: string };
  const url = routeOptions.url ?? '';
  if (id && url.startsWith('/api/cases/')) return id;
  if (id && url.startsWith('/api/records/')) {
    const [row] = await db.select({ caseId: records.caseId }).from(records).where(eq(records.id, id));
    return row?.caseId ?? undefined;
  }
  return (query as { case?: string } | undefined)?.case;
}

/**
 * Every request to the interface is somebody's: a session's by its cookie, or a program's by its key. Checked before the body is
 * read: who it is, whether a page of this very site sent it, and whether the role may; after that, whether the case is theirs.
 */
export function guardPeople(app: FastifyInstance, db: Db): void {
  app.addHook('onRequest', async (request) => {
    const { url } = request;
    if (!url.startsWith('/api/') || !request.routeOptions.url) return;
    const needed = neededFor(request.method, request.routeOptions.config);
    const key = /^Bearer (cuadro_[\w-]{20,100})$/.exec(request.headers.authorization ?? '')?.[1];
    if (key) request.person = await personOfToken(db, key);
    else {
      const cookie = request.cookies[COOKIE];
      const found = cookie ? await personOfSession(db, cookie) : undefined;
      request.person = found?.person;
      request.session = found?.session;
      // A browser says where a change comes from. Without that it is not a page of this site that asks.
      if (!READS.includes(request.method) && request.headers.origin === undefined) throw new AppError('FOREIGN_ORIGIN');
    }
    if (needed === 'nobody') return;
    if (!request.person) throw new AppError('SIGN_IN_NEEDED');
    if (key && needed === 'manage') throw new AppError('FORBIDDEN', 'Accounts and back-ups are managed by people, not with a key.');
    requireRole(request.person, needed);
  });

  app.addHook('preHandler', async (request) => {
    const { person } = request;
    const caseId = person && (await caseOf(db, request));
    if (caseId) await checkCase(db, person, caseId);
  });

  app.addHook('onResponse', async (request, reply) => {
    const { says } = request.routeOptions.config;
    const failed = reply.statusCode >= 400;
    if (READS.includes(request.method) || says === '' || (failed && !says) || !request.url.startsWith('/api/')) return;
    const { id, kind } = (request.params ?? {}) as { id?: string; kind?: string };
    await note(db, {
      who: request.person?.login ?? String((request.body as { login?: unknown } | null)?.login ?? '').slice(0, 80),
      what: `${says ?? `${request.method} ${request.routeOptions.url ?? ''}`}${failed ? ': refused' : ''}`,
      target: [kind, id].filter(Boolean).join(' '),
      from: request.ip,
    });
  });
}
