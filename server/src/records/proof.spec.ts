import type { FastifyInstance } from 'fastify';
import { unzipSync } from 'fflate';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoDoc } from '@cuadro/core/case/testing';
import { evaluateCase } from '@cuadro/core/decide/evaluate-case';
import { factsOf } from '@cuadro/core/plan/facts';
import { checkPlan } from '@cuadro/core/proof/check-plan';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import type { RecordRow } from '@cuadro/core/records/kind';
import { box } from '@cuadro/core/shape/testing';
import { writeStl } from '@cuadro/core/shape/formats/stl';
import type { ApiError, CaseRecord, RecordList } from '@cuadro/core/wire';
import { buildApp } from '../app';
import type { OpenDb } from '../db/open';
import { openPool } from '../jobs/pool';
import { FolderMeshStore } from '../meshes/store';
import { openTestDb } from '../testing/db';

let folder: string;
let open: OpenDb;
let app: FastifyInstance;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'cuadro-proof-'));
  open = await openTestDb();
  app = await buildApp({ db: open.db, meshes: new FolderMeshStore(folder), pool: openPool('none') });
}, 180_000);
afterAll(async () => {
  await app.close();
  await open.close();
  rmSync(folder, { recursive: true });
});

async function call<T>(method: 'DELETE' | 'GET' | 'PATCH' | 'POST', url: string, payload?: unknown, type?: string): Promise<{ status: number; body: T }> {
  const r = await app.inject({
    method,
    url,
    headers: { host: '127.0.0.1:4300', ...(type && { 'content-type': type }) },
    ...(payload !== undefined && { payload: payload as never }),
  });
  return { status: r.statusCode, body: (r.headers['content-type']?.toString().includes('json') ? r.json() : r.rawPayload) as T };
}
const add = (kind: string, id: string, values: object) => call<RecordRow & ApiError>('POST', `/api/records/${kind}?case=${id}`, { values, who: 'Ada' });

describe('proof of a case', () => {
  it('holds a piece at a reading beyond its limit until somebody decides, by whatever way it is entered', async () => {
    const { body: { id } } = await call<CaseRecord>('POST', '/api/cases', { doc: demoDoc(), who: 'Ada' });
    const wet = await add('making', id, { piece: '1', step: 'Dry the material', on: '2026-03-02', readings: [{ what: 'moisture', value: 0.3, most: 0.1 }] });
    expect(wet.status).toBe(201);
    const print = { piece: '1', step: 'Print', on: '2026-03-03' };
    expect(await add('making', id, print)).toMatchObject({
      status: 409,
      body: { code: 'RECORD_REFUSED', message: expect.stringContaining('waits at “Dry the material”') as string },
    });
    expect((await add('making', id, { ...print, piece: '2' })).status).toBe(201);
    // A decision without its reason is none.
    const decide = (changes: object[]) => call('PATCH', `/api/records/making/${wet.body.id}`, { changes, who: 'Bo' });
    expect((await decide([{ path: ['decision'], now: 'go-on' }])).status).toBe(422);
    expect((await decide([{ path: ['decision'], now: 'go-on' }, { path: ['reason'], now: 'a jig for one week' }])).status).toBe(200);
    expect((await add('making', id, print)).status).toBe(201);
    expect((await add('making', id, print)).body.message).toContain('stands there already');
  });
  it('releases a piece when its plan is met, and not before', async () => {
    const doc = demoDoc();
    const { body: { id } } = await call<CaseRecord>('POST', '/api/cases', { doc, who: 'Ada' });
    const { view } = evaluateCase(doc, BUILT_IN_SITE);
    const plan = checkPlan(factsOf(doc, BUILT_IN_SITE), view.pins.find((p) => p.letter === view.verdict.letter), view.verdict);
    const release = { piece: '1', number: 'J-1', on: '2026-03-09', statement: 'measured' };
    const early = await add('release', id, release);
    expect([early.status, early.body.message]).toEqual([409, expect.stringContaining('Not yet looked at')]);
    for (const i of plan)
      expect(
        (await add('check', id, {
          piece: '1',
          item: i.id,
          what: i.what.slice(0, 160),
          on: '2026-03-08',
          ...(i.kind === 'yes-no' ? { held: true } : { value: i.nominal ?? i.most }),
        })).status,
      ).toBe(201);
    const given = await add('release', id, { ...release, design: 1, again: '2027-03-09', place: 'cell 4' });
    expect(given.status).toBe(201);
    expect((await add('release', id, release)).body.message).toContain('was given to piece 1');
    // What it was released on is kept, until the release is taken back.
    const { rows: [looked] } = (await call<RecordList>('GET', `/api/records/check?case=${id}`)).body;
    const change = () =>
      call<{ message: string }>('PATCH', `/api/records/check/${looked.id}`, { changes: [{ path: ['instrument'], now: 'another' }], who: 'Cy' });
    expect(await change()).toMatchObject({ status: 409, body: { message: expect.stringContaining('was released as J-1') } });
    expect((await call('DELETE', `/api/records/check/${looked.id}`)).status).toBe(409);
    // On paper: the label with its number as a code, and the certificate with every line of its check plan.
    const paper = async (of: string, release = given.body.id) => call<Buffer>('GET', `/api/cases/${id}/releases/${release}/${of}.pdf`);
    expect([(await paper('label')).status, (await paper('label', id)).status]).toEqual([200, 404]);
    for (const kind of ['label', 'certificate']) expect((await paper(kind)).body.subarray(0, 5).toString()).toBe('%PDF-');
    // Its papers as one file: the list of them, the report, the workbook, the records as tables.
    const zip = await call<Buffer>('GET', `/api/cases/${id}/release.zip`);
    const files = unzipSync(zip.body);
    const read = (name: string): string => new TextDecoder().decode(files[name]);
    expect(Object.keys(files).sort()).toEqual([
      'contents.csv',
      `papers/release-${given.body.id.slice(0, 8)}.pdf`,
      'records/check.csv',
      'records/release.csv',
      'report.pdf',
      'sheet.xlsx',
    ]);
    expect(read('report.pdf').slice(0, 5)).toBe('%PDF-');
    expect(read('contents.csv')).toContain('"Number on the tool, released",there,"J-1, cell 4"');
    expect(read('contents.csv')).toContain(`Measured against its check plan,there,${plan.length} lines met`);
    expect(read('contents.csv')).toMatch(/Shape that is made,missing/);
    expect(read('records/check.csv').trim().split('\n')).toHaveLength(plan.length + 1);
  }, 60_000);
  it('keeps tools with their case and with the site, and learns from both', async () => {
    const { body: { id } } = await call<CaseRecord>('POST', '/api/cases', { doc: demoDoc(), who: 'Ada' });
    const tool = {
      tool: 'Nest',
      duty: 'locate',
      material: 'petg',
      item: 'body',
      cycles: 100,
      ended: 'worn',
      readings: [{ on: '2026-01-01', cycles: 900, event: 'count' }],
    };
    expect((await add('tool-life', id, tool)).status).toBe(201);
    expect((await call('POST', '/api/records/tool-life', { values: { ...tool, readings: [] }, who: 'Ada' })).status).toBe(201);
    const count = async (query: string): Promise<number> => (await call<RecordList>('GET', `/api/records/tool-life${query}`)).body.total;
    expect([await count(`?case=${id}`), await count('')]).toEqual([1, 2]);
    const shop = (await call<{ evidence: { life: { n: number; median: number }[] } }>('GET', '/api/shop')).body;
    expect(shop.evidence.life[0].n).toBe(2);
    // The readings go further than the count: 900 and 100, not twice 100.
    expect(shop.evidence.life[0].median).toBeGreaterThan(150);
  });
  it('keeps scans that are scans, and hands them out as nothing else', async () => {
    const cube = box(10, 10, 10);
    const stl = Buffer.from(writeStl(cube.vertices, cube.indices));
    const kept = await call<{ hash: string }>('POST', '/api/files/scans?name=part.stl', stl, 'application/octet-stream');
    expect(kept.status).toBe(201);
    const got = await app.inject({ method: 'GET', url: `/api/files/${kept.body.hash}?name=part.stl`, headers: { host: '127.0.0.1:4300' } });
    expect([got.headers['content-type'], got.headers['content-disposition']]).toEqual(['application/octet-stream', expect.stringContaining('attachment')]);
    expect(got.rawPayload.equals(stl)).toBe(true);
    for (const bad of [Buffer.alloc(200, 1), Buffer.from('short'), stl.subarray(0, stl.length - 3)])
      expect(await call('POST', '/api/files/scans?name=x', bad, 'application/octet-stream')).toMatchObject({ status: 422, body: { code: 'SCAN_UNREADABLE' } });
    const row = { piece: '1', on: '2026-01-01', unit: 'mm', laid: 'fit', tolerance: 0.2, mesh: '', points: 24, share: 1, rms: 0, p95: 0, mean: 0 };
    const { body: { id } } = await call<CaseRecord>('POST', '/api/cases', { doc: demoDoc(), who: 'Ada' });
    expect((await add('scan', id, { ...row, file: { hash: kept.body.hash, name: 'part.stl', size_bytes: stl.length } })).status).toBe(201);
    expect((await add('scan', id, { ...row, file: { hash: 'a'.repeat(64), name: 'part.stl', size_bytes: 1 } })).body.code).toBe('FILE_NOT_FOUND');
  });
});
