import { demoDoc } from '@cuadro/core/case/testing';
import { type Needed, NEEDS, type Role, ROLES } from '@cuadro/core/people';
import type { AuditRow, CaseList, CaseRecord, Me, PersonRow, SessionRow, SignatureRecord, TokenRow } from '@cuadro/core/wire';
import { eq } from 'drizzle-orm';
import { people, sessions } from '../db/schema';
import { testApp } from '../testing/app';
import { COOKIE } from './guard';
import { hashPassword, passwordFault, passwordMatches } from './passwords';

const CODE = '7421-0935';
const server = testApp(() => ({ accounts: { secure: false, code: CODE } }));
const HOST = 'plant.example:4300';
const WORDS = 'quiet copper lathe ';
let address = 0;
/** Everybody asks from an address of their own, so that one test's tries do not count against another's. */
async function ask<T>(
  method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE',
  url: string,
  payload?: unknown,
  more: { cookie?: string; key?: string; origin?: string | null; from?: string } = {},
) {
  const { origin = `http://${HOST}` } = more;
  const r = await server.app.inject({
    method,
    url,
    remoteAddress: more.from ?? `10.0.${++address >> 8}.${address & 255}`,
    headers: {
      host: HOST,
      ...(origin && { origin }),
      ...(more.cookie && { cookie: `${COOKIE}=${more.cookie}` }),
      ...(more.key && { authorization: `Bearer ${more.key}` }),
    },
    ...(payload !== undefined && { payload: payload as never }),
  });
  const isJson = r.headers['content-type']?.toString().includes('json');
  return {
    status: r.statusCode,
    body: (isJson ? r.json() : r.body) as T & { code: string; message: string; field?: string },
    headers: r.headers,
    cookie: r.cookies[0],
  };
}
const signIn = (login: string, password = WORDS + login[0].repeat(2) + 'x9') => ask<Me>('POST', '/api/session', { login, password });
const in_ = new Map<Role, string>();

beforeAll(async () => {
  const first = await ask<Me>('POST', '/api/people/first', { code: CODE, login: 'Admin', name: 'Ada Orden', password: WORDS + 'aax9' });
  expect(first.status).toBe(200);
  in_.set('administrator', first.cookie.value);
  for (const role of ROLES.filter((r) => r !== 'administrator')) {
    const made = await ask<PersonRow>(
      'POST',
      '/api/people',
      { login: role, name: `The ${role}`, role, areas: [], password: WORDS + role[0].repeat(2) + 'x9' },
      {
        cookie: in_.get('administrator'),
      },
    );
    expect(made.status).toBe(201);
    in_.set(role, (await signIn(role)).cookie.value);
  }
}, 180_000);
const as = (role: Role) => ({ cookie: in_.get(role) });

describe('the first account', () => {
  it('is made once, with the code of the console', async () => {
    const more = { login: 'second', name: 'Second', password: WORDS + 'second' };
    expect((await ask('POST', '/api/people/first', { ...more, code: CODE })).body.code).toBe('CODE_WRONG');
    expect((await ask('POST', '/api/people/first', { ...more, code: '0000-0000' })).body.code).toBe('CODE_WRONG');
  });
});

describe('each route × each role', () => {
  /** What is not simply read with GET and edited with the rest, by hand. */
  const NEEDED: Readonly<Record<Exclude<Needed, 'edit'>, readonly string[]>> = {
    nobody: ['GET /api/me', 'POST /api/people/first', 'POST /api/session', 'GET /api/health'],
    read: [
      'DELETE /api/session',
      'DELETE /api/sessions/{id}',
      'PUT /api/me/password',
      'POST /api/tokens',
      'DELETE /api/tokens/{id}',
      'PUT /api/cases/{id}/look',
    ],
    sign: ['POST /api/cases/{id}/signatures'],
    manage: [
      'GET /api/people',
      'POST /api/people',
      'PUT /api/people/{id}',
      'PUT /api/people/{id}/password',
      'GET /api/audit',
      'GET /api/audit/csv',
      'GET /api/backups',
      'POST /api/backups',
    ],
  };
  const MAY: Readonly<Record<Role, readonly Needed[]>> = {
    viewer: ['nobody', 'read'],
    engineer: ['nobody', 'read', 'edit'],
    approver: ['nobody', 'read', 'edit', 'sign'],
    administrator: ['nobody', 'read', 'edit', 'manage'],
  };
  const neededBy = (route: string): Needed => (NEEDS.find((n) => n !== 'edit' && NEEDED[n].includes(route)) ?? (route.startsWith('GET') ? 'read' : 'edit'));

  it('is open to those it is for, and to nobody else', async () => {
    const { paths } = server.app.swagger() as { paths: Record<string, Record<string, unknown>> };
    const routes = Object.entries(paths).flatMap(([path, methods]) => Object.keys(methods).map((m) => `${m.toUpperCase()} ${path}`));
    expect(routes.length).toBeGreaterThan(40);
    const known = Object.values(NEEDED).flat();
    expect(known.filter((r) => !routes.includes(r))).toEqual([]);
    const wrong: string[] = [];
    for (const route of routes) {
      const [method, path] = route.split(' ');
      const url = path.replace('{kind}', 'quote').replace('{hash}', 'f'.repeat(64)).replace('{revision}', '1').replace(
        /\{\w+\}/g,
        '99999999-9999-4999-8999-999999999999',
      );
      // A body that no route takes, so that nothing is changed by asking.
      const payload = method === 'GET' || method === 'DELETE' ? undefined : { nothing: true };
      if (neededBy(route) === 'nobody') continue;
      const anybody = await ask(method as 'GET', url, payload);
      if (anybody.body.code !== 'SIGN_IN_NEEDED' || anybody.status !== 401) wrong.push(`${route} without signing in: ${anybody.status}`);
      if (route === 'DELETE /api/session') continue;
      for (const role of ROLES) {
        const { status, body } = await ask(method as 'GET', url, payload, as(role));
        const refused = status === 403 && body.code === 'FORBIDDEN';
        if (refused === MAY[role].includes(neededBy(route)) || status === 401 || status >= 500) wrong.push(`${route} as ${role}: ${status} ${body.code}`);
      }
    }
    expect(wrong).toEqual([]);
  }, 180_000);
});

describe('who did it', () => {
  it('is who is signed in, whatever the page says', async () => {
    const made = await ask<CaseRecord>('POST', '/api/cases', { doc: demoDoc(), who: 'Somebody else' }, as('engineer'));
    expect(made.body.updatedBy).toBe('The engineer');
    const shop = await ask<{ siteKey: string }>('GET', '/api/shop', undefined, as('approver'));
    const signed = await ask<SignatureRecord>(
      'POST',
      `/api/cases/${made.body.id}/signatures`,
      { revision: 1, site: shop.body.siteKey, who: 'Another', role: 'chief', statement: '' },
      as('approver'),
    );
    expect(signed.body.who).toBe('The approver');
    const trail = (await ask<{ rows: AuditRow[] }>('GET', '/api/audit', undefined, as('administrator'))).body.rows;
    expect(trail[0]).toMatchObject({ who: 'approver', what: 'signed a verdict', target: made.body.id, times: 1 });
    expect(trail.find((r) => r.what === 'made a case')).toMatchObject({ who: 'engineer' });
    const csv = await ask<string>('GET', '/api/audit/csv', undefined, as('administrator'));
    expect(csv.body as unknown as string).toContain(`approver,signed a verdict,${made.body.id}`);
  });
});

describe('a change from elsewhere', () => {
  it('is refused: from another site, or without saying where from', async () => {
    for (const origin of ['http://evil.example', 'https://plant.example:4300', 'null', null]) {
      const r = await ask('POST', '/api/cases', { doc: demoDoc() }, { ...as('engineer'), origin });
      expect([origin, r.status, r.body.code]).toEqual([origin, 403, 'FOREIGN_ORIGIN']);
    }
  });
  it('the cookie is not for scripts, nor for other sites', async () => {
    const { cookie } = await signIn('viewer');
    expect(cookie).toMatchObject({ name: COOKIE, httpOnly: true, sameSite: 'Strict', path: '/' });
    expect(cookie.value.length).toBeGreaterThanOrEqual(43);
  });
});

describe('passwords', () => {
  it.each([
    ['short1', /12 letters/],
    ['x'.repeat(201), /200/],
    ['my-name-is-marta', /name of its owner/],
    ['password1234', /common/],
    ['aaaaaaaaaaaaaaaa', /common/],
    ['cuadro-cuadro-1', /this program/],
  ])('%s is not taken', (text, why) => {
    expect(passwordFault(text, 'marta')).toMatch(why);
  });
  it('three words are taken, kept as salted digests, and told from others', async () => {
    expect(passwordFault('quiet copper lathe', 'marta')).toBeUndefined();
    const [a, b] = await Promise.all([hashPassword('quiet copper lathe'), hashPassword('quiet copper lathe')]);
    expect(a).not.toBe(b);
    expect(a).not.toContain('copper');
    expect(await passwordMatches('quiet copper lathe', a)).toBe(true);
    expect(await passwordMatches('quiet copper lathes', a)).toBe(false);
    expect(await passwordMatches('anything', undefined)).toBe(false);
  });
  it('an account rests after eight wrong ones, and is opened again by an administrator', async () => {
    const made = await ask<PersonRow>(
      'POST',
      '/api/people',
      { login: 'rest', name: 'Rest Less', role: 'viewer', areas: [], password: WORDS + 'rest-1' },
      as('administrator'),
    );
    expect(made.body.field).toBe('password');
    const good = WORDS + 'once more';
    const { body } = await ask<PersonRow>(
      'POST',
      '/api/people',
      { login: 'rest', name: 'Rest Less', role: 'viewer', areas: [], password: good },
      as('administrator'),
    );
    const codes: string[] = [];
    for (let k = 0; k < 9; k++) codes.push((await signIn('rest', 'wrong wrong wrong')).body.code);
    expect(codes).toEqual([...Array<string>(8).fill('SIGN_IN_WRONG'), 'SIGN_IN_LOCKED']);
    expect((await signIn('rest', good)).body.code).toBe('SIGN_IN_LOCKED');
    await ask('PUT', `/api/people/${body.id}`, { name: 'Rest Less', role: 'viewer', areas: [], disabled: false }, as('administrator'));
    expect((await signIn('rest', good)).status).toBe(200);
    // An unknown name is told the same as a wrong password.
    expect((await signIn('nobody-here', good)).body).toEqual((await signIn('rest', 'wrong wrong wrong')).body);
  });
  it('ten sign-ins a minute from one address, and no more', async () => {
    const codes: string[] = [];
    for (let k = 0; k < 11; k++) codes.push((await ask('POST', '/api/session', { login: 'x1', password: 'y' }, { from: '192.0.2.9' })).body.code);
    expect(codes.slice(0, 10)).toEqual(Array(10).fill('SIGN_IN_WRONG'));
    expect(codes[10]).toBe('TOO_MANY');
  });
  it('a new one ends the other sessions', async () => {
    const here = (await signIn('viewer')).cookie.value, there = (await signIn('viewer')).cookie.value;
    const old = WORDS + 'vvx9', fresh = 'slow brass shaper 3';
    expect((await ask('PUT', '/api/me/password', { old: 'wrong wrong', password: fresh }, { cookie: here })).body.code).toBe('SIGN_IN_WRONG');
    expect((await ask('PUT', '/api/me/password', { old, password: fresh }, { cookie: here })).status).toBe(204);
    expect((await ask('GET', '/api/cases', undefined, { cookie: here })).status).toBe(200);
    expect((await ask('GET', '/api/cases', undefined, { cookie: there })).status).toBe(401);
    await ask('PUT', '/api/me/password', { old: fresh, password: old }, { cookie: here });
    in_.set('viewer', here);
  });
});

describe('sessions', () => {
  it('are listed with the own one marked, ended one by one, and gone after half a day without a request', async () => {
    const a = (await signIn('engineer')).cookie.value, b = (await signIn('engineer')).cookie.value;
    const list = await ask<SessionRow[]>('GET', '/api/sessions', undefined, { cookie: a });
    expect((list.body as SessionRow[]).filter((s) => s.here).length).toBe(1);
    const own = (await ask<SessionRow[]>('GET', '/api/sessions', undefined, { cookie: b })).body.find((s) => s.here)!;
    await ask('DELETE', `/api/sessions/${own.id}`, undefined, { cookie: a });
    expect((await ask('GET', '/api/cases', undefined, { cookie: b })).status).toBe(401);
    const mine = (list.body as SessionRow[]).find((s) => s.here)!;
    await server.open.db.update(sessions).set({ seenAt: new Date(Date.now() - 13 * 3_600_000) }).where(eq(sessions.id, mine.id));
    expect((await ask('GET', '/api/cases', undefined, { cookie: a })).status).toBe(401);
  });
  it("end with a signing out; nobody ends another's", async () => {
    const a = (await signIn('engineer')).cookie.value;
    const others = (await ask<SessionRow[]>('GET', '/api/sessions', undefined, as('approver'))).body;
    await ask('DELETE', `/api/sessions/${others[0].id}`, undefined, { cookie: a });
    expect((await ask('GET', '/api/cases', undefined, as('approver'))).status).toBe(200);
    expect((await ask('DELETE', '/api/session', undefined, { cookie: a })).status).toBe(204);
    expect((await ask<Me>('GET', '/api/me', undefined, { cookie: a })).body).toEqual({ accounts: true, first: false });
  });
  it('of an account that is shut, or whose role changes, end at once; one administrator has to be left', async () => {
    const { body } = await ask<PersonRow>(
      'POST',
      '/api/people',
      { login: 'leaver', name: 'Leaver', role: 'engineer', areas: [], password: WORDS + 'goes' },
      as('administrator'),
    );
    const cookie = (await signIn('leaver', WORDS + 'goes')).cookie.value;
    await ask('PUT', `/api/people/${body.id}`, { name: 'Leaver', role: 'engineer', areas: [], disabled: true }, as('administrator'));
    expect((await ask('GET', '/api/cases', undefined, { cookie })).status).toBe(401);
    expect((await signIn('leaver', WORDS + 'goes')).body.code).toBe('SIGN_IN_WRONG');
    const [admin] = await server.open.db.select().from(people).where(eq(people.login, 'admin'));
    const last = await ask('PUT', `/api/people/${admin.id}`, { name: 'Ada', role: 'viewer', areas: [], disabled: false }, as('administrator'));
    expect(last.body.code).toBe('PERSON_LAST');
    expect((await ask('GET', '/api/people', undefined, as('administrator'))).status).toBe(200);
  });
});

describe('keys of programs', () => {
  it('do what their owner may, from anywhere, until they are taken back; they manage nothing', async () => {
    const made = await ask<TokenRow & { key: string }>('POST', '/api/tokens', { name: 'Scale at line 3', days: 30 }, as('engineer'));
    expect(made.status).toBe(201);
    const { key, id } = made.body;
    expect((await ask<CaseRecord>('POST', '/api/cases', { doc: demoDoc() }, { key, origin: null })).body.updatedBy).toBe('The engineer');
    expect((await ask('POST', '/api/tokens', { name: 'Another', days: 3 }, { key, origin: null })).body.code).toBe('FORBIDDEN');
    const admins = await ask<{ key: string }>('POST', '/api/tokens', { name: 'Nightly', days: 1 }, as('administrator'));
    expect((await ask('GET', '/api/people', undefined, { key: admins.body.key, origin: null })).body.code).toBe('FORBIDDEN');
    expect((await ask<TokenRow[]>('GET', '/api/tokens', undefined, as('engineer'))).body[0]).toMatchObject({
      name: 'Scale at line 3',
      usedAt: expect.any(String),
    });
    expect(JSON.stringify((await ask('GET', '/api/tokens', undefined, as('engineer'))).body)).not.toContain(key);
    await ask('DELETE', `/api/tokens/${id}`, undefined, as('engineer'));
    expect((await ask('GET', '/api/cases', undefined, { key, origin: null })).status).toBe(401);
  });
});

describe('areas of the plant', () => {
  it("keep a case from those of another area, but not from its owner; what is not kept is everybody's", async () => {
    const person = async (login: string, areas: string[]): Promise<string> => {
      await ask('POST', '/api/people', { login, name: `From ${login}`, role: 'engineer', areas, password: WORDS + 'of the plant' }, as('administrator'));
      return (await signIn(login, WORDS + 'of the plant')).cookie.value;
    };
    const press = await person('press', ['Press shop']), paint = await person('paint', ['Paint line']);
    const { body } = await ask<CaseRecord>('POST', '/api/cases', { doc: demoDoc({ title: 'Kept nest' }) }, { cookie: paint });
    const url = `/api/cases/${body.id}`;
    const sees = async (cookie: string | undefined): Promise<[number, number]> => [
      (await ask('GET', url, undefined, { cookie })).status,
      (await ask<CaseList>('GET', '/api/cases?q=kept', undefined, { cookie })).body.total,
    ];
    expect(await sees(press)).toEqual([200, 1]);
    await ask('PUT', `${url}/area`, { area: 'Assembly' }, { cookie: paint });
    expect(await sees(press)).toEqual([404, 0]);
    expect(await sees(paint)).toEqual([200, 1]);
    expect(await sees(in_.get('engineer'))).toEqual([200, 1]);
    // Nor by a side door.
    for (const door of [`${url}/revisions`, `${url}/report`, `${url}/workbook`, `/api/records/quote?case=${body.id}`])
      expect([door, (await ask('GET', door, undefined, { cookie: press })).status]).toEqual([door, 404]);
    expect((await ask('PATCH', url, { changes: [{ path: ['title'], before: 'Kept nest', after: 'Stolen' }] }, { cookie: press })).status).toBe(404);
    await ask('PUT', `${url}/area`, { area: 'Press shop' }, { cookie: paint });
    expect(await sees(press)).toEqual([200, 1]);
  });
});

describe('the description of the interface', () => {
  it('is there for programs and for readers', async () => {
    const html = await ask<string>('GET', '/api/docs', undefined, as('viewer'));
    expect(html.body as unknown as string).toContain('/api/cases/{id}/signatures');
    const { body } = await ask<{ openapi: string }>('GET', '/api/docs/openapi.json', undefined, as('viewer'));
    expect(body.openapi).toBe('3.1.0');
  });
});
