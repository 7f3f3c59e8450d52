import { EMPTY_TODAY } from '@cuadro/core/case/today';
import type { FastifyInstance } from 'fastify';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { demoDoc } from '@cuadro/core/case/testing';
import { valuesSchema } from '@cuadro/core/inputs/schema';
import { NO_EVIDENCE } from '@cuadro/core/records/evidence';
import { RECORD_KINDS } from '@cuadro/core/records/kinds';
import { DEFAULT_SHOP } from '@cuadro/core/shelf/shop';
import { writeStl } from '@cuadro/core/shape/formats/stl';
import { readShape } from '@cuadro/core/shape/measure';
import type { FieldChange } from '@cuadro/core/document/changes';
import type {
  ApiError,
  CaseList,
  CaseRecord,
  DueRow,
  ManyEdited,
  ManyEditRequest,
  MeshRecord,
  ShopRecord,
  SignatureRecord,
  SignatureRow,
} from '@cuadro/core/wire';
import { buildApp } from './app';
import type { OpenDb } from './db/open';
import { openPool, type Pool } from './jobs/pool';
import { FolderMeshStore } from './meshes/store';
import { demoRecords } from '../../demo/records';
import { getCase, listCases } from './cases/store';
import { listRecords } from './records/store';
import { seedDemo } from './seed';
import { readShop } from './shop/store';
import { openTestDb } from './testing/db';

let folder: string;
let open: OpenDb;
let app: FastifyInstance;
const pool = openPool('none');

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'cuadro-server-'));
  open = await openTestDb();
  app = await buildApp({ db: open.db, meshes: new FolderMeshStore(folder), pool });
}, 180_000);
afterAll(async () => {
  await app.close();
  await open.close();
  rmSync(folder, { recursive: true });
});

const HOST = { host: '127.0.0.1:4300' };
async function call<T>(method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE', url: string, payload?: unknown, headers: Record<string, string> = {}) {
  const r = await app.inject({ method, url, headers: { ...HOST, ...headers }, ...(payload !== undefined && { payload: payload as never }) });
  const isJson = r.headers['content-type']?.toString().includes('json');
  return { status: r.statusCode, body: (isJson ? r.json() : r.rawPayload) as T, headers: r.headers };
}
/** Shop and records as they are now, as the page would say. */
const site = async (): Promise<string> => (await call<ShopRecord>('GET', '/api/shop')).body.siteKey;
const create = async (doc = demoDoc()): Promise<CaseRecord> => (await call<CaseRecord>('POST', '/api/cases', { doc, who: 'Ada' })).body;

const rename = (made: CaseRecord, title: string, who = 'x') =>
  call<CaseRecord & ApiError>('PATCH', `/api/cases/${made.id}`, { changes: [{ path: ['title'], was: made.doc.title, now: title }], who });

/** A tetrahedron of 10 mm legs: V = 1000/6. */
const TETRA = Buffer.from(writeStl([0, 0, 0, 10, 0, 0, 0, 10, 0, 0, 0, 10], [0, 2, 1, 0, 1, 3, 0, 3, 2, 1, 2, 3]));
const upload = (bytes: Buffer, query = 'name=t.stl&unit=mm') =>
  call<MeshRecord & { code: string; message: string }>('POST', `/api/meshes?${query}`, bytes, { 'content-type': 'application/octet-stream' });

describe('cases', () => {
  it('are created, read, changed by revision, listed, taken off and brought back', async () => {
    const made = await create();
    expect(made).toMatchObject({ revision: 1, updatedBy: 'Ada', signedRevision: null });
    const changed = await rename(made, 'Renamed', 'Bo');
    expect(changed).toMatchObject({ status: 200, body: { revision: 2, updatedBy: 'Bo', doc: { title: 'Renamed' } } });
    expect((await call<unknown[]>('GET', `/api/cases/${made.id}/revisions`)).body).toMatchObject([{ revision: 2, who: 'Bo' }, { revision: 1, who: 'Ada' }]);
    expect((await call('DELETE', `/api/cases/${made.id}`)).status).toBe(204);
    expect((await call('GET', `/api/cases/${made.id}`)).status).toBe(404);
    const off = async () => (await call<CaseList>('GET', '/api/cases?off=true&size=500')).body.rows.map((r) => r.id);
    expect(await off()).toContain(made.id);
    expect((await call('POST', `/api/cases/${made.id}/restore`)).body).toMatchObject({ revision: 2 });
    expect(await off()).not.toContain(made.id);
  });
  it('refuse a change of a field that was changed meanwhile, and show what is there', async () => {
    const made = await create();
    const [a, b] = await Promise.all([rename(made, 'first'), rename(made, 'second')]);
    expect([a.status, b.status].sort()).toEqual([200, 409]);
    const lost = a.status === 409 ? a : b;
    expect(lost.body).toMatchObject({ code: 'CLASH', current: { revision: 2, doc: { title: a.status === 409 ? 'second' : 'first' } } });
  });
  it('refuse absurd numbers beside the field, and change nothing', async () => {
    const made = await create();
    const bad = await call('PATCH', `/api/cases/${made.id}`, {
      changes: [{ path: ['need', 'massLimit'], was: made.doc.need.massLimit, now: { level: 'must', value: -5, from: '' } }],
      who: 'x',
    });
    expect(bad).toMatchObject({ status: 422, body: { code: 'CASE_INVALID', field: 'need.massLimit.value' } });
    expect((await call('GET', `/api/cases/${made.id}`)).body).toMatchObject({ revision: 1 });
  });
  it('are changed field by field: two people on one revision are merged, what both changed goes back with both values', async () => {
    const made = await create();
    const patch = (who: string, ...changes: FieldChange[]) => call<CaseRecord & ApiError>('PATCH', `/api/cases/${made.id}`, { changes, who });
    expect((await patch('Ada', { path: ['place'], was: made.doc.place, now: 'Cell 4' })).body).toMatchObject({ revision: 2, updatedBy: 'Ada' });
    const merged = await patch('Bo', { path: ['today', 'cost'], was: made.doc.today.cost, now: 77 });
    expect(merged).toMatchObject({ status: 200, body: { revision: 3, updatedBy: 'Bo', doc: { place: 'Cell 4', today: { cost: 77 } } } });
    const clash = await patch('Cy', { path: ['place'], was: made.doc.place, now: 'Cell 9' }, { path: ['title'], was: made.doc.title, now: 'New' });
    expect(clash).toMatchObject({
      status: 409,
      body: { code: 'CLASH', clashes: [{ path: ['place'], mine: 'Cell 9', theirs: 'Cell 4' }], current: { revision: 3, doc: { title: made.doc.title } } },
    });
    // The same again changes nothing, and is no revision.
    expect((await patch('Bo', { path: ['today', 'cost'], was: 1, now: 77 })).body.revision).toBe(3);
  });
  it('merge what many send at once', async () => {
    const made = await create();
    const needs = ['serviceTemp', 'load', 'years', 'massLimit'];
    const answers = await Promise.all(
      needs.map((id, k) =>
        call('PATCH', `/api/cases/${made.id}`, {
          changes: [{
            path: ['need', id],
            ...(made.doc.need[id as 'load'] && { was: made.doc.need[id as 'load'] }),
            now: { level: 'must', value: 5 + k, from: '' },
          }],
          who: 'x',
        })
      ),
    );
    expect(answers.map((a) => a.status)).toEqual([200, 200, 200, 200]);
    const { body } = await call<CaseRecord>('GET', `/api/cases/${made.id}`);
    expect(needs.map((id) => body.doc.need[id as 'load']?.value)).toEqual([5, 6, 7, 8]);
  });
  it('refuse changes that make no case of it, and fields that are none', async () => {
    const made = await create();
    const patch = (changes: unknown) => call<ApiError>('PATCH', `/api/cases/${made.id}`, { changes, who: 'x' });
    for (const bad of [[], 'x', [{ path: [] }], [{ path: 'title' }], [{ path: ['__proto__', 'polluted'], now: 1 }]])
      expect((await patch(bad)).status).toBe(422);
    expect(await patch([{ path: ['title'], was: made.doc.title, now: ' ' }])).toMatchObject({ status: 422, body: { code: 'CASE_INVALID' } });
    expect(await patch([{ path: ['nonsense'], now: 1 }])).toMatchObject({ status: 422, body: { code: 'CASE_INVALID' } });
    expect(await patch([{ path: ['title', 'deeper'], now: 1 }])).toMatchObject({ status: 409, body: { code: 'CLASH' } });
    expect(({} as { polluted?: number }).polluted).toBeUndefined();
    expect((await call('GET', `/api/cases/${made.id}`)).body).toMatchObject({ revision: 1 });
  });
  it('that fail inside have an id, which the log has as well, and nothing of what was sent', async () => {
    const lines: string[] = [];
    const broken = await buildApp({
      db: new Proxy(open.db, {
        get: () => () => {
          throw new Error('the disk is on fire');
        },
      }),
      meshes: new FolderMeshStore(folder),
      pool,
      log: { level: 'info', stream: { write: (line: string) => void lines.push(line) } },
    });
    const r = await broken.inject({ method: 'GET', url: '/api/cases/00000000-0000-4000-8000-000000000000?who=secret', headers: HOST });
    const body = r.json<{ id: string; message: string }>();
    expect(r.statusCode).toBe(500);
    expect(body.id).toMatch(/^[0-9a-f]{8}$/);
    expect(body.message).toContain(body.id);
    const logged = lines.map((l) => JSON.parse(l) as { reqId: string; err?: { message: string } }).find((l) => l.err)!;
    expect(logged).toMatchObject({ reqId: body.id, err: { message: 'the disk is on fire' } });
    await broken.close();
  });
  it('makes a case and a note once, however often they are sent with the id they were given', async () => {
    const id = '11111111-2222-4333-8444-555555555555', noteId = '11111111-2222-4333-8444-666666666666';
    const post = async (doc = demoDoc({ title: 'Captured' })) => call<CaseRecord>('POST', '/api/cases', { doc, who: 'Ada', id });
    expect([(await post()).status, (await post()).status, (await post(demoDoc({ title: 'Another' }))).body.doc.title]).toEqual([201, 200, 'Captured']);
    const note = async () => call<{ id: string }>('POST', `/api/records/note?case=${id}`, { values: { text: 'Seen' }, who: 'Ada', id: noteId });
    expect([(await note()).status, (await note()).body.id]).toEqual([201, noteId]);
    expect((await call<{ total: number }>('GET', `/api/records/note?case=${id}`)).body.total).toBe(1);
    const other = await create();
    expect(await call('POST', `/api/records/note?case=${other.id}`, { values: { text: 'Seen' }, id: noteId })).toMatchObject({
      status: 422,
      body: { message: 'This id is that of another record.' },
    });
    expect((await call('POST', '/api/cases', { doc: demoDoc(), id: 'x' })).status).toBe(422);
    await call('DELETE', `/api/cases/${id}`);
    // Taken off meanwhile: it does not come back by being sent again.
    expect((await post()).status).toBe(404);
  });
  it('gives the days by which something is to be done as a calendar, those that are done left out', async () => {
    const agreed = { 'Dry it first.': { who: 'Bo', by: '2027-02-28', done: false }, 'Try a coupon.': { who: '', by: '2027-03-01', done: true } };
    const made = await create(demoDoc({ title: 'Dated; jig', decision: { agreed } }));
    await call('POST', `/api/records/quote?case=${made.id}`, {
      values: { supplier: 'Shop', dated: '2026-11-01', valid_until: '2027-04-05', breaks: [{ from: 1, each: 9 }], once: 0 },
      who: 'Ada',
    });
    const { payload, headers } = await app.inject({ method: 'GET', url: `/api/calendar.ics?case=${made.id}` });
    expect(headers['content-type']).toContain('text/calendar');
    const lines = payload.replace(/\r\n[ \t]/g, '').split('\r\n');
    const of = (name: string): string[] => lines.filter((l) => l.startsWith(name)).map((l) => l.slice(l.indexOf(':') + 1));
    expect(of('SUMMARY')).toEqual(['Dated\\; jig: Dry it first.', expect.stringMatching(/^Dated\\; jig: Quote: valid until/)]);
    expect([of('DTSTART'), of('DTEND')]).toEqual([['20270228', '20270405'], ['20270301', '20270406']]);
    expect(of('DESCRIPTION')).toEqual(['Seen to by Bo.']);
    expect((await app.inject({ method: 'GET', url: `/api/calendar.ics?case=${(await create()).id}` })).payload).toContain('END:VCALENDAR');
    // The page has the same as a list, the nearest first.
    const due = (await call<DueRow[]>('GET', '/api/due')).body.filter((d) => d.caseId === made.id);
    expect(due.map((d) => [d.day, d.title, d.who])).toEqual([['2027-02-28', 'Dated; jig', 'Bo'], ['2027-04-05', 'Dated; jig', '']]);
  });
  it('makes the cases of a list at once, all or none, and takes them off again', async () => {
    const list = async (docs: unknown[]) => call<{ ids: string[] }>('POST', '/api/cases/list', { docs, who: 'Ada' });
    const count = async (): Promise<number> => (await call<{ total: number }>('GET', '/api/cases')).body.total;
    const before = await count();
    expect((await list([demoDoc({ title: 'One' }), { ...demoDoc(), title: 7 }])).status).toBe(422);
    expect(await count()).toBe(before);
    const { status, body } = await list([demoDoc({ title: 'One' }), demoDoc({ title: 'Two' })]);
    expect([status, await count()]).toEqual([201, before + 2]);
    expect((await call<CaseRecord>('GET', `/api/cases/${body.ids[1]}`)).body).toMatchObject({ revision: 1, updatedBy: 'Ada', doc: { title: 'Two' } });
    expect((await call('GET', `/api/cases/${body.ids[0]}/revisions`)).body).toHaveLength(1);
    expect((await call('POST', '/api/cases/list/remove', { ids: [...body.ids, body.ids[0]] })).body).toEqual({ removed: 2 });
    expect(await count()).toBe(before);
    expect((await list([])).status).toBe(422);
    expect((await call('POST', '/api/cases/list/remove', { ids: ['x'] })).status).toBe(422);
  });
  it('are changed many at once, each keeping all else; undone, what somebody changed since is left', async () => {
    const [a, b, c] = [await create(demoDoc({ place: 'Hall 1' })), await create(demoDoc({ place: 'Hall 1' })), await create(demoDoc({ place: 'Hall 9' }))];
    const many = (body: Omit<ManyEditRequest, 'who'> | object) => call<ManyEdited & ApiError>('PATCH', '/api/cases/list', { who: 'Bo', ...body });
    const places = async (): Promise<string[]> =>
      Promise.all([a, b, c].map(async ({ id }) => (await call<CaseRecord>('GET', `/api/cases/${id}`)).body.doc.place));
    const ids = [a.id, b.id, c.id];
    const { status, body } = await many({ ids, set: { place: 'Hall 9', wait_days: 12 } });
    expect([status, body.changed, await places()]).toEqual([200, 3, ['Hall 9', 'Hall 9', 'Hall 9']]);
    expect(body.undo.map((u) => [u.ids, u.set])).toEqual([[[a.id, b.id], { place: 'Hall 1', wait_days: null }], [[c.id], {
      place: 'Hall 9',
      wait_days: null,
    }]]);
    // Said again it is so already; somebody then moves the second one on.
    expect((await many({ ids, set: { place: 'Hall 9' } })).body.changed).toBe(0);
    await many({ ids: [b.id], set: { place: 'Hall 4' } });
    const undone = [];
    for (const u of body.undo) undone.push((await many(u)).body);
    expect([undone.map((u) => [u.changed, u.left]), await places()]).toEqual([[[1, 1], [1, 0]], ['Hall 1', 'Hall 4', 'Hall 9']]);
    // What a case cannot hold is refused with its field, and nothing of the kind is changed.
    expect((await many({ ids: [a.id], set: { family: 'teapot' } })).body).toMatchObject({ code: 'CASE_INVALID', field: 'family' });
    expect((await many({ ids: [a.id], set: {} })).body.message).toBe('Say what is to be changed.');
    expect((await many({ ids: [a.id], set: { title: 'x' } })).body.message).toContain('title is not changed');
  });
  it('may be patterns, which are on no list but their own; and lead to the next that are like them', async () => {
    const made = await create(demoDoc({ title: 'Pattern one', family: 'soft-jaws', template: true }));
    const [plate, jaws] = [
      await create(demoDoc({ title: 'Some plate', family: 'workholding-plate' })),
      await create(demoDoc({ title: 'Some jaws', family: 'soft-jaws' })),
    ];
    const titles = async (query: string) => (await call<CaseList>('GET', `/api/cases?size=500&${query}`)).body.rows.map((r) => r.title);
    expect(await titles('templates=true')).toEqual(['Pattern one']);
    expect(await titles('')).not.toContain('Pattern one');
    const gauge = await create(demoDoc({ title: 'Some gauge', family: 'gauge' }));
    // Those that clamp as well, then what turns up in the same part of the plant.
    expect((await titles(`like=${jaws.id}`)).slice(0, 2)).toEqual(['Some plate', expect.not.stringMatching('Some')]);
    expect(await titles(`like=${jaws.id}`)).toContain('Some gauge');
    expect(await titles(`like=${gauge.id}`)).toContain('Some jaws');
    expect((await call('GET', '/api/cases?like=00000000-0000-4000-8000-000000000000')).status).toBe(404);
    for (const { id } of [made, plate, jaws, gauge]) await call('DELETE', `/api/cases/${id}`);
  });
  it('refuse malformed requests without a stack trace', async () => {
    expect(await call('POST', '/api/cases', '{"doc":', { 'content-type': 'application/json' })).toMatchObject({ status: 400, body: { code: 'BAD_REQUEST' } });
    expect((await call('GET', '/api/cases/not-a-uuid')).status).toBe(400);
    expect(await call('GET', '/api/cases/00000000-0000-4000-8000-000000000000')).toMatchObject({ status: 404, body: { code: 'CASE_NOT_FOUND' } });
    expect(await call('GET', '/api/nothing')).toMatchObject({ status: 404, body: { code: 'NOT_FOUND' } });
    expect(JSON.stringify((await call('PUT', '/api/shop', { nonsense: 1 })).body)).not.toMatch(/node_modules|at .*\.ts/);
  });
});

describe('answers', () => {
  it('go compressed where that is asked of the service, and to a browser that takes it', async () => {
    const remote = await buildApp({ db: open.db, meshes: new FolderMeshStore(folder), pool, compress: true });
    const { id } = await create(demoDoc({ trouble: 'said again '.repeat(80) }));
    const get = (encoding: string) => remote.inject({ url: `/api/cases/${id}`, headers: { ...HOST, 'accept-encoding': encoding } });
    const [small, whole] = [await get('gzip'), await get('identity')];
    expect(small.headers['content-encoding']).toBe('gzip');
    expect(gunzipSync(small.rawPayload).toString()).toBe(whole.payload);
    expect(small.rawPayload.length).toBeLessThan(whole.rawPayload.length / 3);
    await remote.close();
  });
});

describe('meshes', () => {
  it('are measured, stored by content and given back to the byte', async () => {
    const first = await upload(TETRA);
    expect(first.status).toBe(200);
    expect(first.body.measure.volume_mm3).toBeCloseTo(1000 / 6, 6);
    expect((await upload(TETRA, 'name=other.stl&unit=mm')).body.hash).toBe(first.body.hash);
    expect((await call<Buffer>('GET', `/api/meshes/${first.body.hash}`)).body.equals(TETRA)).toBe(true);
    expect(readdirSync(join(folder, first.body.hash.slice(0, 2)))).toEqual([`${first.body.hash}.mesh`]);
  });
  it('that come again are not read again, but for another unit they are', async () => {
    const run = jest.spyOn(pool, 'run');
    const cube = Buffer.from(writeStl([0, 0, 0, 7, 0, 0, 0, 7, 0, 0, 0, 7], [0, 2, 1, 0, 1, 3, 0, 3, 2, 1, 2, 3]));
    const first = (await upload(cube)).body;
    expect((await upload(cube, 'name=again.stl&unit=mm')).body).toEqual({ ...first, fileName: 'again.stl' });
    expect(run).toHaveBeenCalledTimes(1);
    expect((await upload(cube, 'name=t.stl&unit=inch')).body.measure.volume_mm3).toBeCloseTo((343 / 6) * 25.4 ** 3, -1);
    expect(run).toHaveBeenCalledTimes(2);
    run.mockRestore();
  });
  it('that are broken are refused in words, and nothing is stored', async () => {
    const before = readdirSync(folder).length;
    const three = Buffer.from(writeStl([0, 0, 0, 10, 0, 0, 0, 10, 0, 0, 0, 10], [0, 2, 1, 0, 1, 3, 0, 3, 2]));
    const nan = Buffer.from(TETRA);
    nan.writeFloatLE(NaN, 84 + 20);
    for (
      const [bytes, text] of [[TETRA.subarray(0, 120), /cut short/], [Buffer.alloc(0), /empty/], [nan, /not a number/], [three, /only 3 triangles/], [
        Buffer.from('a letter'),
        /not an STL/,
      ]] as const
    ) {
      const r = await upload(bytes as Buffer);
      expect(r).toMatchObject({ status: 422, body: { code: 'MESH_UNREADABLE' } });
      expect(r.body.message).toMatch(text);
    }
    expect(readdirSync(folder).length).toBe(before);
  });
  it('never become a path: hashes and names are checked', async () => {
    for (const bad of ['..%2f..%2fetc%2fpasswd', 'x', 'A'.repeat(64)]) expect((await call('GET', `/api/meshes/${bad}`)).status).toBe(404);
    expect((await upload(TETRA, `name=${encodeURIComponent('../../evil\n.stl')}&unit=mm`)).body.fileName).toBe('.._.._evil_.stl');
  });
  it('must be there before a case may refer to them', async () => {
    const { body } = await upload(TETRA);
    const ref = { hash: body.hash, fileName: 't.stl', unit: 'mm' as const, measure: body.measure };
    expect((await call('POST', '/api/cases', { doc: demoDoc({ shapes: { printed: ref } }), who: 'x' })).status).toBe(201);
    expect(await call('POST', '/api/cases', { doc: demoDoc({ shapes: { printed: { ...ref, hash: '0'.repeat(64) } } }), who: 'x' })).toMatchObject({
      status: 422,
      body: { code: 'MESH_UNKNOWN_IN_CASE' },
    });
  });
});

describe('sign-off', () => {
  it('computes here, freezes the figures, and stays as it was when the case goes on', async () => {
    const made = await create(demoDoc({ today: { ...EMPTY_TODAY, way: 'machined', material: 'al-6061', cost: 900, wait_days: 30, delay_per_day: 20 } }));
    const seen = await site();
    const sign = (revision: number, who = 'Ada Moreno', of = seen) =>
      call<SignatureRecord & { code: string }>('POST', `/api/cases/${made.id}/signatures`, { revision, site: of, who, role: 'engineer', statement: 'agreed' });
    // Other figures than those on the screen are not signed.
    expect(await sign(1, 'Ada Moreno', 'another state')).toMatchObject({ status: 409, body: { code: 'SIGN_SITE' } });
    expect((await sign(1, ' ')).status).toBe(422);
    const signed = await sign(1);
    expect(signed).toMatchObject({ status: 201, body: { who: 'Ada Moreno', revision: 1, doc: { today: { cost: 900 } } } });
    expect(signed.body.view.samples).toBe(20_000);
    await rename(made, 'Later');
    expect(await sign(1)).toMatchObject({ status: 409, body: { code: 'SIGN_STALE' } });
    const [row] = (await call<SignatureRow[]>('GET', `/api/cases/${made.id}/signatures`)).body;
    expect(row).toMatchObject({ kind: signed.body.view.verdict.kind, headline: signed.body.view.verdict.headline });
    expect(row).not.toHaveProperty('view');
    const kept = (await call<SignatureRecord>('GET', `/api/cases/${made.id}/signatures/${row.id}`)).body;
    expect(kept.view).toEqual(JSON.parse(JSON.stringify(signed.body.view)));
    expect((await call('GET', `/api/cases/${made.id}`)).body).toMatchObject({ revision: 2, signedRevision: 1 });
  }, 180_000);
  it('is refused where the verdict refers away, with the reason', async () => {
    const made = await create(demoDoc({ family: 'lifting-aid', title: 'Hook' }));
    const signed = await call<{ code: string; message: string }>('POST', `/api/cases/${made.id}/signatures`, {
      site: await site(),
      revision: 1,
      who: 'Ada',
      role: '',
      statement: '',
    });
    expect(signed).toMatchObject({ status: 422, body: { code: 'SIGN_REFERRED' } });
    expect(JSON.stringify(signed.body)).toContain('certified supplier');
    expect((await call<SignatureRow[]>('GET', `/api/cases/${made.id}/signatures`)).body).toEqual([]);
  }, 60_000);
  it('waits for the approval of what needs one, and for its next inspection', async () => {
    const guard = demoDoc({ family: 'guard', title: 'Chain guard', today: { ...demoDoc().today, way: 'none', delay_per_day: 200 } });
    const said = { load: { level: 'must' as const, value: 300, from: '' }, opening: { level: 'must' as const, value: 0, from: '' } };
    const bare = await create(guard);
    const made = await create({ ...guard, need: { ...guard.need, ...said } });
    const sign = async (id = made.id) =>
      call<{ code: string; message: string }>('POST', `/api/cases/${id}/signatures`, {
        site: await site(),
        revision: 1,
        who: 'Ada',
        role: '',
        statement: '',
      });
    expect(await sign(bare.id)).toMatchObject({
      status: 422,
      body: { code: 'SIGN_REFERRED', message: expect.stringMatching(/^Nobody has said yet: .*widest opening of the guard\./) },
    });
    expect(await sign()).toMatchObject({ status: 422, body: { code: 'SIGN_REFERRED', message: expect.stringContaining('approval is not on file') } });
    const paper = (dated: string, inspect_by: string) =>
      call('POST', `/api/records/certificate?case=${made.id}`, {
        who: 'Ada',
        values: { by: 'Machine safety', number: '17', covers: 'chain guard', dated, inspect_by },
      });
    await paper('2024-01-01', '2025-01-01');
    expect(await sign()).toMatchObject({ status: 422, body: { message: expect.stringContaining('Inspection was due') } });
    await paper('2026-01-01', '2999-01-01');
    expect((await sign()).status).toBe(201);
  }, 60_000);
});

describe('the report', () => {
  it('is a PDF, of the case and of a signed verdict', async () => {
    const made = await create(demoDoc({ title: 'Jig "É" /../x' }));
    const signed = await call<SignatureRecord>('POST', `/api/cases/${made.id}/signatures`, {
      revision: 1,
      site: await site(),
      who: 'Ada',
      role: '',
      statement: '',
    });
    for (const query of ['', '?units=inch', `?signature=${signed.body.id}`]) {
      const r = await call<Buffer>('GET', `/api/cases/${made.id}/report.pdf${query}`);
      expect(r.status).toBe(200);
      expect(r.headers['content-type']).toBe('application/pdf');
      expect(r.headers['content-disposition']).toBe("inline; filename*=UTF-8''Jig-%C3%89-x.pdf");
      expect(r.body.subarray(0, 5).toString()).toBe('%PDF-');
      expect(r.body.subarray(-6).toString()).toContain('%%EOF');
    }
    expect((await call('GET', `/api/cases/${made.id}/report.pdf?signature=00000000-0000-4000-8000-000000000000`)).status).toBe(404);
  }, 180_000);
});

describe('the shop', () => {
  it('starts built in, is changed field by field, and refuses absurd rates', async () => {
    expect((await call('GET', '/api/shop')).body).toMatchObject({ revision: 0, shop: DEFAULT_SHOP, evidence: NO_EVIDENCE });
    const own = { ...DEFAULT_SHOP, figures: { mill_rate: { low: 60, likely: 80, high: 90, note: 'controller' } } };
    const patch = (...changes: FieldChange[]) => call<ShopRecord>('PATCH', '/api/shop', { changes, who: 'Ada' });
    const mill = ['figures', 'mill_rate'];
    expect((await patch({ path: mill, now: own.figures.mill_rate })).body).toMatchObject({ revision: 1, siteKey: await site() });
    const other = { low: 61, likely: 81, high: 91, note: '' };
    expect(await patch({ path: mill, now: other })).toMatchObject({
      status: 409,
      body: { code: 'CLASH', clashes: [{ path: mill, mine: other, theirs: own.figures.mill_rate }] },
    });
    expect(await patch({ path: mill, was: own.figures.mill_rate, now: { ...other, high: 9e9 } })).toMatchObject({
      status: 422,
      body: { code: 'SHOP_INVALID' },
    });
    expect((await patch({ path: ['figures'], was: own.figures })).status).toBe(422);
    // Two people at once, each with a figure of their own.
    const both = await Promise.all(['open_rate', 'vat_rate'].map((id) => patch({ path: ['figures', id], now: other })));
    expect(both.map((r) => r.status)).toEqual([200, 200]);
    await patch({ path: ['figures', 'open_rate'], was: other }, { path: ['figures', 'vat_rate'], was: other });
    expect((await call('GET', '/api/shop')).body).toMatchObject({ revision: 4, shop: own });
  });
});

describe('the door', () => {
  it('is shut to other sites, by name and by origin', async () => {
    for (
      const headers of [{ host: 'evil.example' }, { ...HOST, origin: 'http://evil.example' }, { ...HOST, origin: 'null' }, { host: '127.0.0.1.evil.example' }]
    ) {
      expect((await app.inject({ method: 'GET', url: '/api/cases', headers })).statusCode).toBe(403);
    }
    expect((await app.inject({ method: 'GET', url: '/api/health', headers: { ...HOST, origin: 'http://127.0.0.1:4300' } })).statusCode).toBe(200);
  });
  it('sends a policy under which no code can be made from text', async () => {
    const policy = String((await app.inject({ url: '/api/health', headers: HOST })).headers['content-security-policy']);
    expect(policy).toContain("default-src 'none'");
    expect(policy).toContain("script-src 'self' 'wasm-unsafe-eval';");
    expect(policy).not.toMatch(/ 'unsafe-eval'/);
  });
});

describe('the demo plant', () => {
  it('has a log that its own forms would take', () => {
    for (const { kind, values, at } of demoRecords(new Date('2026-11-25T08:00:00Z'))) {
      expect(valuesSchema(RECORD_KINDS.find((k) => k.id === kind)!.inputs).isValidSync(values)).toBe(true);
      expect(at.getTime()).toBeLessThan(Date.parse('2026-11-25'));
    }
  });
  it('is loaded once into an empty folder, meshes and all', async () => {
    const fresh = await openTestDb();
    // The analyses have their own tests; here they would take half a minute.
    const pool = {
      run: async (_name: string, { bytes }: { bytes: Uint8Array }) => ({ measure: readShape(bytes).measure }),
      close: async () => undefined,
    } as unknown as Pool;
    try {
      const store = new FolderMeshStore(mkdtempSync(join(folder, 'demo-')));
      await seedDemo(fresh.db, store, pool, { today: new Date('2026-11-25T08:00:00Z') });
      const cases = await Promise.all((await listCases(fresh.db, { size: 500 }, '')).rows.map((r) => getCase(fresh.db, r.id)));
      expect(cases.length).toBeGreaterThanOrEqual(6);
      for (const { doc } of cases)
        for (const shape of Object.values(doc.shapes)) {
          expect(await store.has(shape.hash)).toBe(true);
          expect(shape.measure.watertight).toBe(true);
        }
      expect((await readShop(fresh.db)).revision).toBe(1);
      const logged = (await listRecords(fresh.db, 'build', null, 0, 1)).total;
      expect(logged).toBeGreaterThan(20);
      await seedDemo(fresh.db, store, pool);
      expect((await listRecords(fresh.db, 'build', null, 0, 1)).total).toBe(logged);
      expect((await listCases(fresh.db, {}, '')).total).toBe(cases.length);
    } finally {
      await fresh.close();
    }
  }, 180_000);
});
