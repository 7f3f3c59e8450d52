import { DOC_VERSION } from '@cuadro/core/case/types';
import { sql } from 'drizzle-orm';
import type { FastifyInstance } from 'fastify';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoDoc, studiedRef } from '@cuadro/core/case/testing';
import type { CaseDoc } from '@cuadro/core/case/types';
import { evaluateCase } from '@cuadro/core/decide/evaluate-case';
import { quickLook } from '@cuadro/core/decide/quick-look';
import type { FileValue } from '@cuadro/core/inputs/spec';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import type { RecordRow } from '@cuadro/core/records/kind';
import { box } from '@cuadro/core/shape/testing';
import { writeStl } from '@cuadro/core/shape/formats/stl';
import type { CaseList, CaseRecord, MeshRecord, RecordList, RevisionRecord, ShopRecord, SignatureRecord } from '@cuadro/core/wire';
import { buildApp } from '../app';
import type { OpenDb } from '../db/open';
import { caseRevisions, cases, studies } from '../db/schema';
import { openPool } from '../jobs/pool';
import { collectMeshes } from '../meshes/collect';
import { FolderMeshStore } from '../meshes/store';
import { openTestDb } from '../testing/db';

let folder: string;
let open: OpenDb;
let app: FastifyInstance;
let store: FolderMeshStore;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'cuadro-records-'));
  open = await openTestDb();
  store = new FolderMeshStore(folder);
  app = await buildApp({ db: open.db, meshes: store, pool: openPool('none') });
}, 180_000);
afterAll(async () => {
  await app.close();
  await open.close();
  rmSync(folder, { recursive: true });
});

async function call<T>(method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE', url: string, payload?: unknown, type?: string) {
  const r = await app.inject({
    method,
    url,
    headers: { host: '127.0.0.1:4300', ...(type && { 'content-type': type }) },
    ...(payload !== undefined && { payload: payload as never }),
  });
  const isJson = r.headers['content-type']?.toString().includes('json');
  return { status: r.statusCode, body: (isJson ? r.json() : r.rawPayload) as T, headers: r.headers };
}
const site = async (): Promise<string> => (await call<ShopRecord>('GET', '/api/shop')).body.siteKey;
const newCase = async (doc = demoDoc()): Promise<CaseRecord> => (await call<CaseRecord>('POST', '/api/cases', { doc, who: 'Ada' })).body;
/** As the page sends it: on the title as it stands. */
async function rename(id: string, title: string, who: string): Promise<void> {
  const { doc } = (await call<CaseRecord>('GET', `/api/cases/${id}`)).body;
  expect((await call('PATCH', `/api/cases/${id}`, { changes: [{ path: ['title'], was: doc.title, now: title }], who })).status).toBe(200);
}
async function setCurrency(currency: string, who: string) {
  const { shop } = (await call<ShopRecord>('GET', '/api/shop')).body;
  return call<ShopRecord>('PATCH', '/api/shop', { changes: [{ path: ['currency'], was: shop.currency, now: currency }], who });
}
const PNG = Buffer.concat([Buffer.from([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10]), Buffer.alloc(20)]);
const putFile = (bytes: Buffer, name = 'seen.png') => call<FileValue & { code: string }>('POST', `/api/files?name=${name}`, bytes, 'application/octet-stream');

describe('records', () => {
  const QUOTE = { supplier: 'Tornería Prueba', dated: '2026-11-25', breaks: [{ from: 1, each: 120 }], once: 0 };
  it('are added to a case, listed newest first, changed by revision, taken off and had back', async () => {
    const { id } = await newCase();
    const url = `/api/records/quote?case=${id}`;
    const first = (await call<RecordRow>('POST', url, { values: QUOTE, who: 'Bo' })).body;
    expect(first).toMatchObject({ kind: 'quote', caseId: id, revision: 1, who: 'Bo', values: QUOTE });
    await call('POST', url, { values: { ...QUOTE, supplier: 'Second' } });
    expect((await call<RecordList>('GET', url)).body).toMatchObject({
      total: 2,
      rows: [{ values: { supplier: 'Second' } }, { values: { supplier: 'Tornería Prueba' } }],
    });
    expect((await call<RecordList>('GET', `${url}&page=1&size=1`)).body).toMatchObject({ total: 2, rows: [{ values: { supplier: 'Tornería Prueba' } }] });
    const change = (id: string, now: unknown) =>
      call<RecordRow & { code: string }>('PATCH', `/api/records/quote/${first.id}`, {
        changes: [{ path: [id], was: QUOTE[id as 'once'], now }],
        who: 'Cy',
      });
    expect((await change('once', 40)).body).toMatchObject({ revision: 2, who: 'Cy', values: { once: 40 } });
    expect(await change('once', 50)).toMatchObject({ status: 409, body: { code: 'CLASH', clashes: [{ path: ['once'], mine: 50, theirs: 40 }] } });
    // What somebody else changed meanwhile stays.
    expect((await change('supplier', 'Other')).body).toMatchObject({ revision: 3, values: { once: 40, supplier: 'Other' } });
    expect(await change('supplier', QUOTE.supplier)).toMatchObject({ status: 409 });
    expect(await change('nonsense', 1)).toMatchObject({ status: 422, body: { code: 'RECORD_INVALID' } });
    expect((await call('DELETE', `/api/records/quote/${first.id}`)).status).toBe(204);
    expect((await call<RecordList>('GET', url)).body.total).toBe(1);
    expect((await call('POST', `/api/records/quote/${first.id}/restore`)).body).toMatchObject({ revision: 3 });
    expect((await call<RecordList>('GET', url)).body.total).toBe(2);
    // Another case has none of them.
    expect((await call<RecordList>('GET', `/api/records/quote?case=${(await newCase()).id}`)).body.total).toBe(0);
  });
  it('refuse what is incomplete, misplaced or of another kind, by the field', async () => {
    const { id } = await newCase();
    expect(await call('POST', `/api/records/quote?case=${id}`, { values: { ...QUOTE, supplier: ' ' } })).toMatchObject({
      status: 422,
      body: { field: 'values.supplier' },
    });
    expect(await call('POST', `/api/records/quote?case=${id}`, { values: { ...QUOTE, breaks: [{ from: 0, each: 1 }] } })).toMatchObject({
      status: 422,
      body: { field: 'values.breaks[0].from' },
    });
    expect(await call('POST', `/api/records/quote?case=${id}`, { values: { ...QUOTE, valid_until: '2026-11-24' } })).toMatchObject({
      status: 422,
      body: { field: 'values.valid_until', message: expect.stringContaining('before the day it is dated') },
    });
    expect((await call('POST', '/api/records/quote', { values: QUOTE })).status).toBe(422);
    expect((await call('POST', '/api/records/rumour', { values: {} })).status).toBe(400);
    expect((await call('POST', `/api/records/quote?case=${'0'.repeat(8)}-0000-4000-8000-000000000000`, { values: QUOTE })).status).toBe(404);
    expect(await call('POST', `/api/records/note?case=${id}`, { values: { text: 'x', picture: { hash: 'a'.repeat(64), name: 'x.png', size_bytes: 1 } } }))
      .toMatchObject({ status: 404, body: { code: 'FILE_NOT_FOUND' } });
    const { body: note } = await call<RecordRow>('POST', `/api/records/note?case=${id}`, { values: { text: 'x' } });
    expect((await call('PATCH', `/api/records/quote/${note.id}`, { changes: [{ path: ['text'], was: 'x', now: 'y' }] })).status).toBe(404);
  });
  it('of builds keep the factor that was on their estimate, so that it is not learned twice', async () => {
    const build = (more: object) => call<RecordRow>('POST', '/api/records/build', { values: { tool: 't', process: 'sheet-cut', outcome: 'good', ...more } });
    const rows = [await build({ money_estimated: 100, money_actual: 200 }), await build({ money_estimated: 100, money_actual: 200, money_factor: 1 })];
    expect(rows[0].body.values).toMatchObject({ money_factor: 1 });
    // Two builds at twice the estimate weigh 2 of 6: the next estimate carries 2^(1/3).
    const third = await build({ money_estimated: 126, money_actual: 200 });
    expect(third.body.values['money_factor']).toBeCloseTo(2 ** (1 / 3), 12);
    for (const r of [...rows, third]) await call('DELETE', `/api/records/build/${r.body.id}`);
  });
  it('go out as CSV that no spreadsheet takes for a formula', async () => {
    const { id } = await newCase();
    await call('POST', `/api/records/note?case=${id}`, { values: { text: '=HYPERLINK("x")' } });
    const { body, headers } = await call<Buffer>('GET', `/api/records/note/csv?case=${id}`);
    expect(headers['content-type']).toContain('text/csv');
    expect(body.toString()).toContain(`"'=HYPERLINK(""x"")"`);
  });
  it('of the site become evidence, which every estimate sees at once', async () => {
    const before = (await call<ShopRecord>('GET', '/api/shop')).body;
    const tool = { tool: 'nest 7', duty: 'locate', material: 'pa12-cf', cycles: 900, ended: 'worn' };
    const { body: row } = await call<RecordRow>('POST', '/api/records/tool-life', { values: tool });
    const after = (await call<ShopRecord>('GET', '/api/shop')).body;
    expect(after.evidence.life).toMatchObject([{ duty: 'locate', n: 1, worn: 1 }]);
    expect(after.siteKey).not.toBe(before.siteKey);
    await call('DELETE', `/api/records/tool-life/${row.id}`);
    expect((await call<ShopRecord>('GET', '/api/shop')).body).toMatchObject({ evidence: { life: [] }, siteKey: before.siteKey });
  });
});

describe('files', () => {
  it('are kept by content and served as what they are', async () => {
    const { body } = await putFile(PNG);
    expect(body).toMatchObject({ name: 'seen.png', size_bytes: PNG.length });
    const got = await call<Buffer>('GET', `/api/files/${body.hash}?name=seen.png`);
    expect([got.headers['content-type'], Buffer.compare(got.body, PNG)]).toEqual(['image/png', 0]);
    expect((await putFile(Buffer.from('%PDF-1.7 x'), 'q.pdf')).status).toBe(201);
  });
  it('of other kinds are refused, however they are called', async () => {
    expect(await putFile(Buffer.from('<html><script>'), 'page.png')).toMatchObject({ status: 422, body: { code: 'FILE_UNREADABLE' } });
    const mesh = await store.put(Buffer.from('solid x'));
    expect((await call('GET', `/api/files/${mesh}`)).status).toBe(404);
    expect((await call('GET', '/api/files/..%2f..%2fetc%2fpasswd')).status).toBe(404);
  });
});

describe('states of a case', () => {
  it('can be read, and typing of one person without a pause is one of them', async () => {
    const made = await newCase();
    for (const title of ['ab', 'abc', 'abcd']) await rename(made.id, title, 'Ada');
    await rename(made.id, 'by Bo', 'Bo');
    const list = async () => (await call<RevisionRecord[]>('GET', `/api/cases/${made.id}/revisions`)).body.map((r) => [r.revision, r.who]);
    expect(await list()).toEqual([[5, 'Bo'], [4, 'Ada'], [1, 'Ada']]);
    expect((await call<{ doc: { title: string } }>('GET', `/api/cases/${made.id}/revisions/4`)).body.doc.title).toBe('abcd');
    expect(await call('GET', `/api/cases/${made.id}/revisions/3`)).toMatchObject({ status: 404, body: { code: 'REVISION_NOT_FOUND' } });
    // After a pause it is another state.
    await open.db.update(caseRevisions).set({ at: new Date(Date.now() - 3_600_000) }).where(sql`revision = 5`);
    await rename(made.id, 'later', 'Bo');
    expect(await list()).toEqual([[6, 'Bo'], [5, 'Bo'], [4, 'Ada'], [1, 'Ada']]);
  });
  it('that were signed stay as they are, whoever goes on typing', async () => {
    const made = await newCase();
    await rename(made.id, 'signed one', 'Ada');
    const signed = await call<SignatureRecord>('POST', `/api/cases/${made.id}/signatures`, {
      revision: 2,
      site: await site(),
      who: 'Ada',
      role: '',
      statement: '',
    });
    expect(signed.body).toMatchObject({ engine: expect.any(String), digest: expect.stringMatching(/^[0-9a-f]{16}$/), evidence: { life: [] } });
    await rename(made.id, 'after', 'Ada');
    expect((await call<{ doc: { title: string } }>('GET', `/api/cases/${made.id}/revisions/2`)).body.doc.title).toBe('signed one');
  });
  it('of an older form are brought up to date as they are read', async () => {
    const old: Partial<CaseDoc> = demoDoc({ title: 'From before' });
    delete old.version;
    const [row] = await open.db.insert(cases).values({ doc: old as never, updatedBy: 'x' }).returning();
    expect((await call<CaseRecord>('GET', `/api/cases/${row.id}`)).body.doc).toMatchObject({ version: DOC_VERSION, title: 'From before' });
  });
  it('of the shop can be read too', async () => {
    const saved = (await setCurrency('CHF', 'Ada')).body;
    await setCurrency('EUR', 'Bo');
    expect((await call<RevisionRecord[]>('GET', '/api/shop/revisions')).body.map((r) => r.who)).toEqual(['Bo', 'Ada']);
    expect((await call<ShopRecord>('GET', `/api/shop/revisions/${saved.revision}`)).body.shop.currency).toBe('CHF');
  });
});

describe('studies of meshes', () => {
  it('lie apart, once for each mesh and direction, and come back with the case', async () => {
    const mesh = box(20, 10, 5);
    const bytes = Buffer.from(writeStl(mesh.vertices, mesh.indices));
    const { hash } = (await call<MeshRecord>('POST', '/api/meshes?name=a.stl', bytes, 'application/octet-stream')).body;
    const ref = { ...studiedRef(mesh), hash };
    const made = await newCase(demoDoc({ shapes: { printed: ref } }));
    await newCase(demoDoc({ shapes: { machined: ref } }));
    expect(made.doc.shapes.printed!.study).toEqual(JSON.parse(JSON.stringify(ref.study)));
    const rows = await open.db.select().from(studies);
    expect(rows.filter((r) => r.hash === hash)).toHaveLength(1);
    const [{ stored }] =
      (await open.db.execute<{ stored: string }>(sql`select doc::text as stored from cases where id = ${made.id}`) as unknown as { rows: { stored: string }[] })
        .rows;
    expect(stored).not.toContain('"study"');
    // Turned another way there is no study yet.
    const turned = (await call<CaseRecord>('PATCH', `/api/cases/${made.id}`, {
      changes: [{ path: ['shapes', 'printed', 'up'], was: ref.up, now: [1, 0, 0] }, { path: ['shapes', 'printed', 'study'], derived: true }],
      who: 'x',
    })).body;
    expect(turned.doc.shapes.printed!.study).toBeUndefined();
  });
});

describe('the list of cases', () => {
  it('sends rows, a page at a time, searched and sorted here', async () => {
    for (
      const [title, place, family] of [['Zebra nest', 'Hall 9 west', 'press-nest'], ['aardvark gauge', 'Hall 9 east', 'gauge'], [
        'Middle jig',
        'Hall 9 east',
        'hand-jig',
      ]] as const
    ) await newCase(demoDoc({ title, place, family }));
    const list = async (query: string) => (await call<CaseList>('GET', `/api/cases?q=${encodeURIComponent('hall 9')}&${query}`)).body;
    expect((await list('sort=title')).rows.map((r) => r.title)).toEqual(['aardvark gauge', 'Middle jig', 'Zebra nest']);
    expect((await list('sort=title&down=true')).rows[0].title).toBe('Zebra nest');
    expect(await list('sort=title&size=1&page=1')).toMatchObject({ total: 3, rows: [{ title: 'Middle jig' }] });
    expect((await list('sort=worth&down=true')).rows).toHaveLength(3);
    expect((await call<CaseList>('GET', '/api/cases?q=east%20nest%25')).body.total).toBe(0);
    // A kind of tool is found by its name, which is not in the document.
    expect((await call<CaseList>('GET', '/api/cases?q=hall%20gauge')).body.rows.map((r) => r.title)).toEqual(['aardvark gauge']);
    const [row] = (await list('sort=title')).rows;
    expect(row).toMatchObject({ place: 'Hall 9 east', family: 'gauge', revision: 1, signedRevision: null });
    expect(row).not.toHaveProperty('doc');
    expect((await call('GET', '/api/cases?sort=size')).status).toBe(400);
  });
  it('finds a case by the number on its tool, and says which tool; not by a part of it, nor once it is taken off', async () => {
    const { id } = await newCase(demoDoc({ title: 'Numbered nest' }));
    const tool = { tool: 'Nest', number: 'Q_7-014', duty: 'gauge', material: 'petg', item: 'body', cycles: 10, ended: 'in-use' };
    const { body: row } = await call<RecordRow>('POST', `/api/records/tool-life?case=${id}`, { values: tool });
    const found = async (q: string) => (await call<CaseList>('GET', `/api/cases?q=${encodeURIComponent(q)}`)).body.rows.map((r) => [r.title, r.tools]);
    expect(await found('q_7-0')).toEqual([['Numbered nest', 'Q_7-014']]);
    expect(await found('numbered')).toEqual([['Numbered nest', undefined]]);
    expect([await found('7-014'), await found('qx7')]).toEqual([[], []]);
    await call('DELETE', `/api/records/tool-life/${row.id}`);
    expect(await found('q_7-014')).toEqual([]);
  });
  it('refuses what is no order and no page', async () => {
    expect((await call('GET', '/api/cases?sort=size')).status).toBe(400);
    expect((await call('GET', '/api/cases?size=100000')).status).toBe(400);
  });
  it('keeps a quick look as long as case and site stay as they are', async () => {
    const made = await newCase(demoDoc({ title: 'Looked at' }));
    const { siteKey } = (await call<ShopRecord>('GET', '/api/shop')).body;
    const look = quickLook(made.doc, BUILT_IN_SITE);
    expect((await call('PUT', `/api/cases/${made.id}/look`, { revision: 1, site: siteKey, look })).status).toBe(204);
    const row = async () => (await call<CaseList>('GET', '/api/cases?q=looked')).body.rows[0];
    expect((await row()).look).toEqual(JSON.parse(JSON.stringify(look)));
    await setCurrency('USD', 'x');
    expect((await row()).look).toBeUndefined();
    await setCurrency('EUR', 'x');
    expect((await call('PUT', `/api/cases/${made.id}/look`, { revision: 1, site: siteKey, look: { verdict: 'print' } })).status).toBe(422);
  });
});

describe('what nothing refers to', () => {
  it('is collected after a week, and nothing else', async () => {
    const week = 8 * 86_400_000;
    const { body: picture } = await putFile(Buffer.concat([PNG, Buffer.from('kept')]));
    const { id } = await newCase();
    const { body: note } = await call<RecordRow>('POST', `/api/records/note?case=${id}`, { values: { text: 'x', picture } });
    await call('DELETE', `/api/records/note/${note.id}`);
    const { body: loose } = await putFile(Buffer.concat([PNG, Buffer.from('loose')]));
    expect(await collectMeshes(open.db, store)).toBe(0);
    expect(await store.has(loose.hash)).toBe(true);
    await collectMeshes(open.db, store, Date.now() + week);
    expect([await store.has(loose.hash), await store.has(picture.hash)]).toEqual([false, true]);
  });
});

describe('an evaluation on the server', () => {
  it('is what the page computes, plans and all', async () => {
    const doc = demoDoc({ family: 'brake-tool', plans: { brake: { values: { gauge: 0.8 } } } });
    const made = await newCase(doc);
    const signed =
      (await call<SignatureRecord>('POST', `/api/cases/${made.id}/signatures`, { revision: 1, site: await site(), who: 'Ada', role: '', statement: '' })).body;
    expect(signed.view.plans.map((p) => p.id)).toEqual(['brake']);
    expect(signed.view.verdict).toEqual(JSON.parse(JSON.stringify(evaluateCase(doc, BUILT_IN_SITE).view.verdict)));
    const pdf = await call<Buffer>('GET', `/api/cases/${made.id}/report.pdf`);
    expect([pdf.status, pdf.body.subarray(0, 4).toString()]).toEqual([200, '%PDF']);
  });
});
