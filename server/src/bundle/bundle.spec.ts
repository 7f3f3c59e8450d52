import type { FastifyInstance } from 'fastify';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoDoc, studiedRef } from '@cuadro/core/case/testing';
import { box } from '@cuadro/core/shape/testing';
import { writeStl } from '@cuadro/core/shape/formats/stl';
import type { ApiError, BundlePreview, CaseRecord, MeshRecord, RecordList } from '@cuadro/core/wire';
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

async function call<T>({ app }: Site, method: 'GET' | 'POST', url: string, payload?: unknown, type?: string): Promise<{ status: number; body: T }> {
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
