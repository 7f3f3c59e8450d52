import { execFileSync, spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { demoDoc } from '@cuadro/core/case/testing';
import { createCase, getCase, listCases, listRevisions, saveCase } from '../cases/store';
import { collectMeshes } from '../meshes/collect';
import { FolderMeshStore } from '../meshes/store';
import { addRecord, listRecords, readSite } from '../records/store';
import { readShop, saveShop } from '../shop/store';
import { DEFAULT_SHOP } from '@cuadro/core/shelf/shop';
import { DatabaseHeld, openServerDb, type OpenDb } from './open';

const ROOT = '/usr/lib/postgresql';
const BIN = existsSync(ROOT) ? join(ROOT, readdirSync(ROOT).sort().at(-1)!, 'bin') : undefined;
const MIGRATIONS = resolve(__dirname, '../../migrations');
// The server refuses to run as root: it is started as Debian's own user. Without the package, or without the right to, there is nothing to test here.
const able = BIN !== undefined && process.getuid?.() === 0;

const freePort = (): Promise<number> =>
  new Promise((done) => {
    const s = createServer().listen(0, '127.0.0.1', () => {
      const { port } = s.address() as { port: number };
      s.close(() => done(port));
    });
  });

(able ? describe : describe.skip)('on a PostgreSQL server', () => {
  let folder: string;
  let url: string;
  let open: OpenDb;
  const asPostgres = (command: string): void => void execFileSync('su', ['postgres', '-s', '/bin/sh', '-c', command], { stdio: 'pipe', cwd: '/' });

  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'cuadro-pg-'));
    chmodSync(folder, 0o777);
    const port = await freePort();
    asPostgres(`${BIN}/initdb -D ${folder}/db -A trust -U postgres >/dev/null`);
    asPostgres(`${BIN}/pg_ctl -D ${folder}/db -w -l ${folder}/log -o "-p ${port} -c listen_addresses=127.0.0.1 -k ${folder}" start >/dev/null`);
    url = `postgres://postgres@127.0.0.1:${port}/postgres`;
    open = await openServerDb(url, MIGRATIONS);
  }, 120_000);
  afterAll(async () => {
    await open?.close();
    spawnSync('su', ['postgres', '-s', '/bin/sh', '-c', `${BIN}/pg_ctl -D ${folder}/db -m immediate stop`], { cwd: '/' });
    rmSync(folder, { recursive: true, force: true });
  });

  it('keeps cases, states, records and the shop by the same stores', async () => {
    const { db } = open;
    const made = await createCase(db, demoDoc({ title: 'On a server', place: 'Hall 1' }), 'Ada');
    expect((await saveCase(db, made.id, demoDoc({ title: 'Changed' }), 1, 'Bo')).revision).toBe(2);
    expect((await listRevisions(db, made.id)).map((r) => r.revision)).toEqual([2, 1]);
    expect(await listCases(db, { q: 'chang', sort: 'title' }, '')).toMatchObject({ total: 1, rows: [{ title: 'Changed' }] });
    await addRecord(db, 'tool-life', null, { tool: 't', duty: 'locate', material: 'pei', cycles: 100, ended: 'worn' }, 'Ada');
    expect((await listRecords(db, 'tool-life', null, 0, 10)).total).toBe(1);
    expect((await readSite(db)).evidence.life).toHaveLength(1);
    await saveShop(db, { ...DEFAULT_SHOP, currency: 'CHF' }, 0, 'Ada');
    expect((await readShop(db)).shop.currency).toBe('CHF');
    expect(await collectMeshes(db, new FolderMeshStore(join(folder, 'none')))).toBe(0);
  });
  it('lets one of many writers on the same revision through, and loses no acknowledged one', async () => {
    const { db } = open;
    const { id } = await createCase(db, demoDoc(), 'Ada');
    for (let revision = 1; revision <= 5; revision++) {
      const results = await Promise.allSettled(Array.from({ length: 8 }, (_, k) => saveCase(db, id, demoDoc({ title: `writer ${k}` }), revision, `w${k}`)));
      const through = results.filter((r) => r.status === 'fulfilled');
      expect(through).toHaveLength(1);
      expect((await getCase(db, id)).doc.title).toBe((through[0] as PromiseFulfilledResult<{ doc: { title: string } }>).value.doc.title);
    }
  });
  it('is refused to a second service, and given to it when the first has gone', async () => {
    await expect(openServerDb(url, MIGRATIONS)).rejects.toThrow(DatabaseHeld);
    await open.close();
    open = await openServerDb(url, MIGRATIONS);
    expect((await listCases(open.db, {}, '')).total).toBeGreaterThan(0);
  });
});
