import type { FastifyInstance } from 'fastify';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoDoc, studiedRef } from '@cuadro/core/case/testing';
import { box } from '@cuadro/core/shape/testing';
import { writeStl } from '@cuadro/core/shape/formats/stl';
import type { ApiError, BundlePreview, CaseList, CaseRecord, MeshRecord, RecordList, ShopRecord, SiteBrought, SitePreview } from '@cuadro/core/wire';
import { buildApp } from '../app';
import type { OpenDb } from '../db/open';
import { openPool } from '../jobs/pool';
import { FolderMeshStore } from '../meshes/store';
import { openTestDb } from '../testing/db';

interface Site {
  app: FastifyInstance;
  open: OpenDb;
  folder: string;
}
const sites: Site[] = [];
async function newSite(): Promise<Site> {
  const folder = mkdtempSync(join(tmpdir(), 'cuadro-bundle-'));
  const open = await openTestDb();
  const site = { app: await buildApp({ db: open.db, meshes: new FolderMeshStore(folder), pool: openPool('none') }), open, folder };
  sites.push(site);
  return site;
}
let here: Site, there: Site;
beforeAll(async () => {
  [here, there] = [await newSite(), await newSite()];
}, 180_000);
afterAll(async () => {
  for (const { app, open, folder } of sites) {
    await app.close();
    await open.close();
    rmSync(folder, { recursive: true });
  }
});

async function call<T>(
  { app }: Site,
  method: 'GET' | 'POST' | 'PATCH' | 'DELETE',
  url: string,
  payload?: unknown,
  type?: string,
): Promise<{ status: number; body: T }> {
  const r = await app.inject({
    method,
    url,
    headers: { host: '127.0.0.1:4300', ...(type && { 'content-type': type }) },
    ...(payload !== undefined && { payload: payload as never }),
  });
  return { status: r.statusCode, body: (r.headers['content-type']?.toString().includes('json') ? r.json() : r.rawPayload) as T };
}
const bring = <T>(site: Site, zip: Uint8Array, query = '') =>
  call<T & ApiError>(site, 'POST', `/api/bundles${query}`, Buffer.from(zip), 'application/octet-stream');

describe('a case as one file', () => {
  let zip: Buffer;
  let made: CaseRecord;
  beforeAll(async () => {
    const cube = box(30, 20, 10);
    const { body: mesh } = await call<MeshRecord>(
      here,
      'POST',
      '/api/meshes?name=cube.stl',
      Buffer.from(writeStl(cube.vertices, cube.indices)),
      'application/octet-stream',
    );
    const doc = demoDoc({ title: 'Travelling jig', shapes: { printed: { ...studiedRef(cube, 'cube.stl'), hash: mesh.hash, measure: mesh.measure } } });
    made = (await call<CaseRecord>(here, 'POST', '/api/cases', { doc, who: 'Ada' })).body;
    expect((await call(here, 'POST', `/api/records/making?case=${made.id}`, { values: { piece: '1', step: 'Print', on: '2026-03-02' }, who: 'Ada' })).status)
      .toBe(201);
    zip = (await call<Buffer>(here, 'GET', `/api/cases/${made.id}/bundle.zip`)).body;
  });
  it('is the same case at another site: document, mesh, records', async () => {
    expect((await bring<BundlePreview>(there, zip, '?preview=true')).body).toEqual({ title: 'Travelling jig', meshes: 1, records: 1, left: 0, same: 0 });
    // Looking changed nothing.
    expect((await call<{ total: number }>(there, 'GET', '/api/cases')).body.total).toBe(0);
    const { status, body } = await bring<CaseRecord>(there, zip);
    expect(status).toBe(201);
    const before = (await call<CaseRecord>(here, 'GET', `/api/cases/${made.id}`)).body;
    const after = (await call<CaseRecord>(there, 'GET', `/api/cases/${body.id}`)).body;
    expect(after.doc).toEqual(before.doc);
    expect((await call<Buffer>(there, 'GET', `/api/meshes/${before.doc.shapes.printed!.hash}`)).body).toEqual(
      (await call<Buffer>(here, 'GET', `/api/meshes/${before.doc.shapes.printed!.hash}`)).body,
    );
    expect((await call<RecordList>(there, 'GET', `/api/records/making?case=${body.id}`)).body.rows[0].values).toEqual({
      piece: '1',
      step: 'Print',
      on: '2026-03-02',
    });
  });
  it('of a name that is there already becomes another case, and overwrites none', async () => {
    expect((await bring<BundlePreview>(here, zip, '?preview=true')).body.same).toBe(1);
    const { body } = await bring<CaseRecord>(here, zip);
    expect([body.doc.title, body.id === made.id]).toEqual(['Travelling jig (2)', false]);
    expect((await call<CaseRecord>(here, 'GET', `/api/cases/${made.id}`)).body.doc.title).toBe('Travelling jig');
  });
  it('that was changed, is damaged or is none is refused with a sentence, and nothing is kept of it', async () => {
    const files = unzipSync(zip);
    const without = (name: RegExp): Uint8Array => zipSync(Object.fromEntries(Object.entries(files).filter(([n]) => !name.test(n))));
    const content = JSON.parse(new TextDecoder().decode(files['case.json'])) as { doc: object; form: number };
    const withCase = (json: unknown): Uint8Array => zipSync({ ...files, 'case.json': strToU8(JSON.stringify(json)) });
    const meshName = Object.keys(files).find((n) => n.startsWith('files/'))!;
    const bad: [Uint8Array, RegExp][] = [
      [strToU8('hello'), /not a zip file/],
      [zip.subarray(0, zip.length - 40), /not a zip file|damaged/],
      [zipSync({ 'notes.txt': strToU8('x') }), /it holds "notes.txt"/],
      [without(/case\.json/), /no case in it/],
      [zipSync({ ...files, [meshName]: strToU8('other') }), /changed or is damaged/],
      [withCase({ ...content, form: 9 }), /newer version/],
      [withCase({ ...content, doc: { ...content.doc, title: '' } }), /.+/],
      [zipSync({ 'case.json': strToU8('{') }), /damaged/],
    ];
    const empty = await newSite();
    for (const [bytes, says] of bad) {
      const { status, body } = await bring<BundlePreview>(empty, bytes);
      expect([status, body.message]).toEqual([422, expect.stringMatching(says)]);
    }
    // A mesh that is not there at all.
    expect((await bring(empty, without(/^files/))).body.message).toMatch(/cube\.stl is missing/);
    expect((await call<{ total: number }>(empty, 'GET', '/api/cases')).body.total).toBe(0);
  });
  it('leaves out records that would teach this site, or of a kind that is not known here, and says how many', async () => {
    const files = unzipSync(zip);
    const content = JSON.parse(new TextDecoder().decode(files['case.json'])) as { records: object[] };
    const more = zipSync({
      ...files,
      'case.json': strToU8(
        JSON.stringify({
          ...content,
          records: [...content.records, { kind: 'prophecy', values: {} }, { kind: 'making', values: { piece: 7 } }, {
            kind: 'build',
            values: { tool: 'x', process: 'vat-resin', outcome: 'good' },
          }],
        }),
      ),
    });
    expect((await bring<BundlePreview>(there, more, '?preview=true')).body).toMatchObject({ records: 1, left: 3 });
  });
});

describe('a whole site as one file', () => {
  const look = (site: Site, zip: Uint8Array) =>
    call<SitePreview & ApiError>(site, 'POST', '/api/sites?preview=true', Buffer.from(zip), 'application/octet-stream');
  const take = (site: Site, zip: Uint8Array, query = '') =>
    call<SiteBrought & ApiError>(site, 'POST', `/api/sites?${query}`, Buffer.from(zip), 'application/octet-stream');
  const titles = async (site: Site) => (await call<CaseList>(site, 'GET', '/api/cases?sort=title')).body.rows.map((r) => r.title);
  const RATE = { low: 48, likely: 52, high: 60, note: 'controller' };
  const MACHINE = { name: 'Large', process: 'extrusion-open', count: 1, x: 600, y: 500, z: 500, alone: true };
  const rate = async (site: Site) => (await call<ShopRecord>(site, 'GET', '/api/shop')).body.shop.figures['labour_rate'];
  let from: Site, to: Site, zip: Buffer, made: CaseRecord;
  const patch = (site: Site, now: string) =>
    call(site, 'PATCH', `/api/cases/${made.id}`, { changes: [{ path: ['place'], was: made.doc.place, now }], who: 'Bo' });
  beforeAll(async () => {
    [from, to] = [await newSite(), await newSite()];
    const cube = box(12, 10, 8);
    const bytes = Buffer.from(writeStl(cube.vertices, cube.indices));
    const { body: mesh } = await call<MeshRecord>(from, 'POST', '/api/meshes?name=cube.stl', bytes, 'application/octet-stream');
    const doc = demoDoc({ title: 'One', shapes: { printed: { ...studiedRef(cube, 'cube.stl'), hash: mesh.hash, measure: mesh.measure } } });
    made = (await call<CaseRecord>(from, 'POST', '/api/cases', { doc, who: 'Ada' })).body;
    await call(from, 'POST', '/api/cases', { doc: demoDoc({ title: 'Two' }), who: 'Ada' });
    await call(from, 'POST', `/api/records/note?case=${made.id}`, { values: { text: 'seen' }, who: 'Ada' });
    await call(from, 'POST', '/api/records/refused-job', { values: { job: 'Bracket', on: '2026-03-02', why: 'price' }, who: 'Ada' });
    await call(from, 'POST', '/api/records/machine', { values: MACHINE, who: 'Ada' });
    await call(from, 'PATCH', '/api/shop', { changes: [{ path: ['figures', 'labour_rate'], now: RATE }], who: 'Ada' });
    zip = (await call<Buffer>(from, 'GET', '/api/site.zip')).body;
  });
  it('is looked over, changes nothing by that, and comes in with meshes and records but without rates, unless they are asked for', async () => {
    const { body } = await look(to, zip);
    expect(body.cases.map((c) => [c.title, c.state])).toEqual(expect.arrayContaining([['One', 'fresh'], ['Two', 'fresh']]));
    expect(body.records.map((r) => [r.kind, r.fresh, r.teaches])).toEqual([['note', 1, false], ['machine', 1, true], ['refused-job', 1, false]]);
    expect([body.shop.length > 0, body.left, await titles(to)]).toEqual([true, [], []]);
    const brought = await take(to, zip);
    expect([brought.status, brought.body]).toEqual([201, { cases: 2, beside: 0, records: 2, shop: false }]);
    expect(await titles(to)).toEqual(['One', 'Two']);
    const there = (await call<CaseRecord>(to, 'GET', `/api/cases/${made.id}`)).body;
    expect(there.doc).toEqual(made.doc);
    const hash = made.doc.shapes.printed!.hash;
    expect((await call<Buffer>(to, 'GET', `/api/meshes/${hash}`)).body).toEqual((await call<Buffer>(from, 'GET', `/api/meshes/${hash}`)).body);
    expect(await rate(to)).toBeUndefined();
  });
  it('that comes again finds all of it there; what differs stays as it is, or is put beside, and rates come when they are wanted', async () => {
    expect((await take(to, zip)).body).toEqual({ cases: 0, beside: 0, records: 0, shop: false });
    await patch(to, 'Hall 7');
    const { body } = await look(to, zip);
    expect(body.cases.filter((c) => c.state === 'differs').map((c) => [c.title, c.lines])).toEqual([['One', 1]]);
    expect((await take(to, zip)).body.beside).toBe(0);
    expect((await call<CaseRecord>(to, 'GET', `/api/cases/${made.id}`)).body.doc.place).toBe('Hall 7');
    expect((await take(to, zip, 'differing=beside&shop=true&learned=true')).body).toEqual({ cases: 0, beside: 1, records: 2, shop: true });
    expect(await titles(to)).toEqual(['One', 'One (other)', 'Two']);
    expect((await call<CaseRecord>(to, 'GET', `/api/cases/${made.id}`)).body.doc.place).toBe('Hall 7');
    const other = (await call<CaseList>(to, 'GET', '/api/cases?q=other')).body.rows[0];
    expect((await call<RecordList>(to, 'GET', `/api/records/note?case=${other.id}`)).body.total).toBe(1);
    expect(await rate(to)).toEqual(RATE);
    expect((await look(to, zip)).body.shop).toEqual([]);
  });
  it('comes back where a case was taken off, under another id', async () => {
    await call(from, 'DELETE', `/api/cases/${made.id}`);
    expect((await take(from, zip)).body.cases).toBe(1);
    expect(await titles(from)).toEqual(['One', 'Two']);
    expect((await call(from, 'GET', `/api/cases/${made.id}`)).status).toBe(404);
  });
  it('names what it cannot read and takes the rest; what is no site is refused, and nothing is kept', async () => {
    const files = unzipSync(zip);
    const content = JSON.parse(new TextDecoder().decode(files['site.json'])) as { cases: { id: string; doc: object }[]; records: object[] };
    const bad = {
      ...content,
      cases: [...content.cases, { id: 'x', doc: content.cases[0].doc }, {
        id: '00000000-0000-4000-8000-000000000001',
        doc: { ...content.cases[0].doc, title: '' },
      }],
      records: [...content.records, { id: '00000000-0000-4000-8000-000000000002', kind: 'prophecy', caseId: null, values: {} }],
    };
    const empty = await newSite();
    const { body } = await look(empty, zipSync({ ...files, 'site.json': strToU8(JSON.stringify(bad)) }));
    expect([body.cases.length, body.left.length]).toEqual([2, 3]);
    expect(body.left.join(' ')).toMatch(/its id is none.*Give the tool a name.*a kind that is not known here/s);
    const aCase = (await call<Buffer>(to, 'GET', `/api/cases/${made.id}/bundle.zip`)).body;
    for (
      const [bytes, says] of [[aCase, /This is a case of Cuadro, not a site/], [strToU8('x'), /not a zip file/], [
        zipSync({ 'site.json': strToU8('{"form":9}') }),
        /newer version/,
      ]] as const
    ) {
      const { status, body: refused } = await take(empty, bytes);
      expect([status, refused.message]).toEqual([422, expect.stringMatching(says)]);
    }
    expect((await bring(empty, zip)).body.message).toMatch(/This is a site of Cuadro, not a case/);
    expect(await titles(empty)).toEqual([]);
  });
});
