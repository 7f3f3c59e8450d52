import { timingSafeEqual } from 'node:crypto';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import Papa from 'papaparse';
import * as yup from 'yup';
import { named } from '@cuadro/core/inputs/schema';
import { type Needed, ROLES } from '@cuadro/core/people';
import type { Me, PersonRow } from '@cuadro/core/wire';
import type { Context } from '../context';
import { AppError } from '../errors';
import { safeCell } from '../csv';
import { ID_PARAMS } from '../http/params';
import { validate } from '../validate';
import { COOKIE } from './guard';
import { passwordFault } from './passwords';
import {
  addPerson,
  addToken,
  changePerson,
  closeSession,
  countPeople,
  listAudit,
  listPeople,
  listSessions,
  listTokens,
  openSession,
  personBy,
  removeToken,
  SESSION_S,
  setPassword,
  shareCase,
} from './store';

const login = yup.string().matches(/^[a-z][a-z0-9._-]{1,39}$/, 'A sign-in name is 2 to 40 letters, figures, dots and dashes.').required();
const password = yup.string().max(200).required();
const name = named('Give the name that stands under verdicts.', 2).max(80);
const areas = yup.array().of(yup.string().min(1).max(60).required()).max(40).required();
const role = yup.string().oneOf([...ROLES]).required();
const firstSchema = yup.object({ code: yup.string().max(40).required(), login, name, password }).noUnknown().required();
const signInSchema = yup.object({ login: yup.string().max(80).required(), password }).noUnknown().required();
const addSchema = yup.object({ login, name, role, areas, password }).noUnknown().required();
const changeSchema = yup.object({ name, role, areas, disabled: yup.boolean().required() }).noUnknown().required();
const passwordSchema = yup.object({ old: password, password }).noUnknown().required();
const newPasswordSchema = yup.object({ password }).noUnknown().required();
const tokenSchema = yup.object({ name: named('Say what the key is for.', 2).max(80), days: yup.number().integer().min(1).max(730).required() }).noUnknown()
  .required();
const shareSchema = yup.object({ area: yup.string().max(60).nullable().defined() }).noUnknown().required();

/** Sign-ins from one address in a minute. */
const SIGN_INS = { rateLimit: { max: 10, timeWindow: 60_000 } };
const pageQuery = {
  querystring: {
    type: 'object',
    properties: { page: { type: 'integer', minimum: 0, maximum: 100_000, default: 0 }, size: { type: 'integer', minimum: 1, maximum: 500, default: 100 } },
  },
} as const;
const CSV_ROWS = 50_000;

interface IdRequest {
  Params: { id: string };
  Body: unknown;
}

/** Blanks at the ends are nobody's intention, and a sign-in name has no capitals. */
function tidied(body: unknown): unknown {
  if (!body || typeof body !== 'object') return body;
  const trimmed = (v: unknown): unknown => (typeof v === 'string' ? v.trim() : Array.isArray(v) ? v.map(trimmed) : v);
  return Object.fromEntries(
    Object.entries(body).map(([k, v]) => [k, k === 'password' || k === 'old' ? v : k === 'login' ? String(v).trim().toLowerCase() : trimmed(v)]),
  );
}
const read = <T>(schema: yup.Schema, body: unknown): T => validate<T>(schema, tidied(body), 'PERSON_INVALID');
const takePassword = (text: string, of: string): void => {
  const fault = passwordFault(text, of);
  if (fault) throw new AppError('PERSON_INVALID', fault, { field: 'password' });
};
const config = (needs: Needed, says?: string) => ({ needs, ...(says !== undefined && { says }) });

/** Accounts: who is there, signing in and out, keys of programs, and what everybody did. */
export function peopleRoutes(app: FastifyInstance, { db, accounts }: Context): void {
  if (!accounts) {
    app.get('/api/me', { config: config('nobody') }, async (): Promise<Me> => ({ accounts: false }));
    return;
  }
  const { secure, code } = accounts;
  /** Somebody is known here: the guard has seen to it. */
  const me = ({ person }: FastifyRequest) => {
    if (!person) throw new AppError('SIGN_IN_NEEDED');
    return person;
  };
  async function signIn(request: FastifyRequest, reply: FastifyReply, personId: string): Promise<void> {
    const key = await openSession(db, personId, request.ip, String(request.headers['user-agent'] ?? ''));
    reply.setCookie(COOKIE, key, { httpOnly: true, sameSite: 'strict', secure, path: '/', maxAge: SESSION_S });
  }

  app.get(
    '/api/me',
    { config: config('nobody') },
    async ({ person }): Promise<Me> => ({ accounts: true, ...(person ? { me: person } : { first: (await countPeople(db)) === 0 }) }),
  );

  /** The first account, by the code that only who reads the console knows. It works once. */
  app.post<{ Body: unknown }>(
    '/api/people/first',
    { config: { ...config('nobody', 'made the first account'), ...SIGN_INS } },
    async (request, reply): Promise<Me> => {
      const sent = read<yup.InferType<typeof firstSchema>>(firstSchema, request.body);
      const right = code !== undefined && sent.code.length === code.length && timingSafeEqual(Buffer.from(sent.code.padEnd(40)), Buffer.from(code.padEnd(40)));
      if (!right || (await countPeople(db)) > 0) throw new AppError('CODE_WRONG');
      takePassword(sent.password, sent.login);
      const person = await addPerson(db, { login: sent.login, name: sent.name, role: 'administrator', areas: [] }, sent.password);
      await signIn(request, reply, person.id);
      return { accounts: true, me: person };
    },
  );

  app.post<{ Body: unknown }>('/api/session', { config: { ...config('nobody', 'signed in'), ...SIGN_INS } }, async (request, reply): Promise<Me> => {
    const sent = read<{ login: string; password: string }>(signInSchema, request.body);
    const person = await personBy(db, sent.login, sent.password);
    await signIn(request, reply, person.id);
    return { accounts: true, me: person };
  });
  app.delete('/api/session', { config: config('read', 'signed out') }, async (request, reply) => {
    if (request.session) await closeSession(db, me(request).id, request.session);
    return reply.clearCookie(COOKIE, { path: '/' }).status(204).send();
  });
  app.get(
    '/api/sessions',
    async (request) => (await listSessions(db, me(request).id)).map((s) => ({ ...s, ...(s.id === request.session && { here: true }) })),
  );
  app.delete<IdRequest>('/api/sessions/:id', { ...ID_PARAMS, config: config('read', 'ended a session') }, async (request, reply) => {
    await closeSession(db, me(request).id, request.params.id);
    return reply.status(204).send();
  });
  app.put<{ Body: unknown }>('/api/me/password', { config: { ...config('read', 'changed the own password'), ...SIGN_INS } }, async (request, reply) => {
    const sent = read<{ old: string; password: string }>(passwordSchema, request.body);
    const person = me(request);
    await personBy(db, person.login, sent.old);
    takePassword(sent.password, person.login);
    await setPassword(db, person.id, sent.password, request.session);
    return reply.status(204).send();
  });

  app.get('/api/tokens', (request) => listTokens(db, me(request).id));
  app.post<{ Body: unknown }>('/api/tokens', { config: config('read', 'made a key') }, async (request, reply) => {
    if (!request.session) throw new AppError('FORBIDDEN', 'A key cannot make another.');
    const sent = read<{ name: string; days: number }>(tokenSchema, request.body);
    reply.status(201);
    return addToken(db, me(request).id, sent.name, sent.days);
  });
  app.delete<IdRequest>('/api/tokens/:id', { ...ID_PARAMS, config: config('read', 'took a key back') }, async (request, reply) => {
    await removeToken(db, me(request).id, request.params.id);
    return reply.status(204).send();
  });

  app.get('/api/people', { config: config('manage') }, () => listPeople(db));
  app.post<{ Body: unknown }>('/api/people', { config: config('manage', 'made an account') }, async (request, reply): Promise<PersonRow> => {
    const { password: first, ...person } = read<yup.InferType<typeof addSchema>>(addSchema, request.body);
    takePassword(first, person.login);
    reply.status(201);
    return addPerson(db, person, first);
  });
  app.put<IdRequest>(
    '/api/people/:id',
    { ...ID_PARAMS, config: config('manage', 'changed an account') },
    ({ params, body }): Promise<PersonRow> => changePerson(db, params.id, read(changeSchema, body)),
  );
  app.put<IdRequest>('/api/people/:id/password', { ...ID_PARAMS, config: config('manage', 'set a password') }, async ({ params, body }, reply) => {
    const { password: text } = read<{ password: string }>(newPasswordSchema, body);
    const whose = (await listPeople(db)).find((p) => p.id === params.id);
    if (!whose) throw new AppError('PERSON_NOT_FOUND');
    takePassword(text, whose.login);
    await setPassword(db, params.id, text);
    return reply.status(204).send();
  });

  /** Keep a case to an area of the plant, or open it to all. */
  app.put<IdRequest>('/api/cases/:id/area', { ...ID_PARAMS, config: config('edit', 'shared a case') }, async ({ params, body }, reply) => {
    const { area } = read<{ area: string | null }>(shareSchema, body);
    await shareCase(db, params.id, area || null);
    return reply.status(204).send();
  });

  app.get<{ Querystring: { page: number; size: number } }>(
    '/api/audit',
    { schema: pageQuery, config: config('manage') },
    ({ query }) => listAudit(db, query.page, query.size),
  );
  app.get('/api/audit/csv', { config: config('manage') }, async (_request, reply) => {
    const { rows } = await listAudit(db, 0, CSV_ROWS);
    const csv = Papa.unparse({
      fields: ['at', 'who', 'what', 'target', 'from', 'times'],
      data: rows.map((r) => [r.at, safeCell(r.who), safeCell(r.what), safeCell(r.target), r.from, r.times]),
    });
    return reply.type('text/csv; charset=utf-8').header('content-disposition', 'attachment; filename="audit.csv"').send(csv);
  });
}
