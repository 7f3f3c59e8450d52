import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { getTableName, isTable, sql } from 'drizzle-orm';
import { demoDoc, studiedRef } from '@cuadro/core/case/testing';
import { box } from '@cuadro/core/shape/testing';
import { writeStl } from '@cuadro/core/shape/formats/stl';
import type { BackupList, BackupRow, CaseRecord, MeshRecord, ShopRecord } from '@cuadro/core/wire';
import * as schema from '../db/schema';
import { FolderMeshStore } from '../meshes/store';
import { testApp } from '../testing/app';
import { MIGRATIONS, openTestDb, packed } from '../testing/db';
import { addPerson, addToken } from '../people/store';
import { restore } from './restore';
import { BACKED_UP, kept, LEFT_OUT, listBackups, pruneBackups, takeBackup } from './snapshot';

const server = testApp((_, folder) => ({ backups: join(folder, 'backups') }));
const at = (name: string): string => join(server.folder, name);
const current = async () => ({ migrations: MIGRATIONS, packed: await packed() });
const meshes = () => new FolderMeshStore(at('meshes-of-its-own'));

/** Every row of every table that is backed up. */
async function everything(db: typeof server.open.db): Promise<Record<string, string[]>> {
  const all: Record<string, string[]> = {};
  for (const table of BACKED_UP) {
    const { rows } = (await db.execute(sql`select row_to_json(t)::text as text from ${sql.identifier(table)} t order by 1`)) as unknown as {
      rows: { text: string }[];
    };
    all[table] = rows.map((r) => r.text);
  }
  return all;
}

let taken: BackupRow;
beforeAll(async () => {
  const mesh = box(20, 10, 5);
  const { body: stored } = await server.call<MeshRecord>('POST', '/api/meshes?name=a.stl&unit=mm', Buffer.from(writeStl(mesh.vertices, mesh.indices)), {
    'content-type': 'application/octet-stream',
  });
  const shape = { ...studiedRef(mesh), hash: stored.hash };
  const { body: made } = await server.call<CaseRecord>('POST', '/api/cases', {
    doc: demoDoc({ title: 'Ünïcode ✓ "quoted"\nline', shapes: { printed: shape } }),
  });
  await server.call('PATCH', `/api/cases/${made.id}`, { changes: [{ path: ['title'], was: made.doc.title, now: 'Second' }], who: 'Bo' });
  const { body: shop } = await server.call<ShopRecord>('GET', '/api/shop');
  await server.call('POST', `/api/cases/${made.id}/signatures`, { revision: 2, site: shop.siteKey, who: 'Cy', role: '', statement: '' });
  await server.call('PATCH', '/api/shop', { changes: [{ path: ['currency'], was: shop.shop.currency, now: 'CHF' }], who: 'Bo' });
  await server.call('POST', `/api/records/note?case=${made.id}`, { values: { text: 'A note' } });
  const person = await addPerson(server.open.db, { login: 'ada', name: 'Ada', role: 'administrator', areas: ['Press shop'] }, 'quiet copper lathe');
  await addToken(server.open.db, person.id, 'Scale', 3);
  taken = (await server.call<BackupRow>('POST', '/api/backups')).body;
}, 180_000);

describe('a back-up', () => {
  it('takes every table but the sessions', () => {
    const all = Object.values(schema).filter((t) => isTable(t)).map((t) => getTableName(t));
    expect([...BACKED_UP, ...LEFT_OUT].sort()).toEqual(all.sort());
  });
  it('is listed with what is in it', async () => {
    expect(taken).toMatchObject({ cases: 1, files: 1 });
    const { body } = await server.call<BackupList>('GET', '/api/backups');
    expect(body.rows.map((r) => r.name)).toEqual([taken.name]);
    expect(body.rows[0]).toMatchObject({ cases: 1, rows: taken.rows });
  });
  it('is restored into an empty folder row by row and file by file', async () => {
    const before = await everything(server.open.db);
    expect(
      Object.values(before).every((rows) => rows.length > 0 || rows === before['quick_looks'] || rows === before['site_facts'] || rows === before['audit']),
    ).toBe(true);
    await restore(at(`backups/${taken.name}`), at('restored'), await current());
    const again = await openTestDb(at('restored/db'));
    try {
      expect(await everything(again.db)).toEqual(before);
    } finally {
      await again.close();
    }
    const hash = readdirSync(at('restored/meshes')).flatMap((s) => readdirSync(join(at('restored/meshes'), s)))[0].split('.')[0];
    expect(await new FolderMeshStore(at('restored/meshes')).get(hash)).toEqual(await server.store.get(hash));
  });
  it('is one state, whatever is written meanwhile', async () => {
    const writing = (async () => {
      for (let k = 0; k < 30; k++) await server.call('POST', '/api/cases', { doc: demoDoc({ title: `meanwhile ${k}` }) });
    })();
    const row = await takeBackup(server.open.db, server.store, at('busy'));
    await writing;
    await restore(at(`busy/${row.name}`), at('busy-restored'), await current());
    const again = await openTestDb(at('busy-restored/db'));
    try {
      // A case and its first state are written together: neither is there without the other.
      const { rows } = (await again.db.execute(
        sql`select (select count(*)::int from cases) as cases, (select count(distinct case_id)::int from case_revisions) as first`,
      )) as unknown as { rows: { cases: number; first: number }[] };
      expect(rows[0].cases).toBe(rows[0].first);
      expect(rows[0].cases).toBe(row.cases);
    } finally {
      await again.close();
    }
  }, 120_000);
  it('that is damaged, newer, or meant for a folder in use is refused in words, and leaves nothing behind', async () => {
    const copy = (name: string): string => {
      cpSync(at('backups'), at(name), { recursive: true });
      return at(`${name}/${taken.name}`);
    };
    const torn = copy('torn');
    writeFileSync(join(torn, 'cases.ndjson.gz'), readFileSync(join(torn, 'cases.ndjson.gz')).subarray(0, 40));
    await expect(restore(torn, at('x1'), await current())).rejects.toThrow(/damaged: "cases"/);
    expect(existsSync(at('x1/db'))).toBe(false);
    const bare = copy('bare');
    rmSync(at('bare/meshes'), { recursive: true });
    await expect(restore(bare, at('x2'), await current())).rejects.toThrow(/file [0-9a-f]{64} is missing/);
    const newer = copy('newer');
    const manifest = JSON.parse(readFileSync(join(newer, 'manifest.json'), 'utf8')) as { migrations: number; tables: Record<string, unknown> };
    writeFileSync(join(newer, 'manifest.json'), JSON.stringify({ ...manifest, migrations: manifest.migrations + 1 }));
    await expect(restore(newer, at('x3'), await current())).rejects.toThrow(/newer version/);
    mkdirSync(at('x4/db'), { recursive: true });
    await expect(restore(at(`backups/${taken.name}`), at('x4'), await current())).rejects.toThrow(/not empty \(db\)/);
    await expect(restore(at('nowhere'), at('x5'), await current())).rejects.toThrow(/holds no back-up/);
  });
  it('of an earlier version is brought up to date', async () => {
    cpSync(at('backups'), at('earlier'), { recursive: true });
    const file = at(`earlier/${taken.name}/manifest.json`);
    const manifest = JSON.parse(readFileSync(file, 'utf8')) as { tables: Record<string, unknown> };
    // Before there were accounts.
    const later = ['people', 'tokens', 'audit', 'site_facts'];
    const tables = Object.fromEntries(Object.entries(manifest.tables).filter(([name]) => !later.includes(name)));
    writeFileSync(file, JSON.stringify({ ...manifest, migrations: 3, tables }));
    await restore(at(`earlier/${taken.name}`), at('up-to-date'), await current());
    const again = await openTestDb(at('up-to-date/db'));
    try {
      expect(await again.db.$count(schema.cases)).toBe(1);
      expect(await again.db.$count(schema.people)).toBe(0);
    } finally {
      await again.close();
    }
  });
  it('that breaks off leaves no name behind, and a damaged mesh is not passed on', async () => {
    const store = meshes();
    const hash = await store.put(Buffer.from('a mesh'));
    writeFileSync(join(at('meshes-of-its-own'), hash.slice(0, 2), `${hash}.mesh`), 'not any more');
    await expect(takeBackup(server.open.db, store, at('broken'))).rejects.toThrow(/damaged/);
    expect(await listBackups(at('broken'))).toEqual([]);
    expect(readdirSync(at('broken')).filter((n) => n !== 'meshes')).toEqual([]);
  });
});

describe('old back-ups', () => {
  const now = new Date('2026-11-26T12:00:00Z');
  const daysAgo = (n: number, hour = 6): string => new Date(Date.UTC(2026, 10, 26 - n, hour)).toISOString();
  it('are kept by day, week and month, the newest of each', () => {
    // Two a day for 500 days.
    const times = Array.from({ length: 500 }, (_, n) => [daysAgo(n, 6), daysAgo(n, 5)]).flat();
    const keep = [...kept(times, now)].sort().reverse();
    // The newest three: today twice and yesterday; then the newest of each of seven days.
    expect(keep.slice(0, 8)).toEqual([daysAgo(0), daysAgo(0, 5), ...[1, 2, 3, 4, 5, 6].map((n) => daysAgo(n))]);
    // Sundays before: the 26th of November 2026 is a Thursday.
    expect(keep).toEqual(expect.arrayContaining([daysAgo(11), daysAgo(18), daysAgo(25)]));
    expect(keep).not.toContain(daysAgo(10));
    // Ends of months, back for a year.
    expect(keep).toEqual(expect.arrayContaining(['2026-10-31T06:00:00.000Z', '2026-02-28T06:00:00.000Z', '2025-12-31T06:00:00.000Z']));
    expect(keep.at(-1)! > '2025-11-01').toBe(true);
  });
  it('that were taken once and long ago are kept all the same', () => {
    expect(kept([daysAgo(900), daysAgo(901)], now).size).toBe(2);
  });
  it('go with the files that only they mention', async () => {
    const store = new FolderMeshStore(at('shifting'));
    const first = await store.put(Buffer.from('first'));
    await takeBackup(server.open.db, store, at('pruned'), new Date('2024-01-01T00:00:00Z'));
    await store.remove(first);
    const second = await store.put(Buffer.from('second'));
    for (const day of [20, 21, 22]) await takeBackup(server.open.db, store, at('pruned'), new Date(`2026-11-${day}T00:00:00Z`));
    expect(await pruneBackups(at('pruned'), now)).toEqual(['2024-01-01T00-00-00Z']);
    const left = readdirSync(at('pruned/meshes')).flatMap((s) => readdirSync(join(at('pruned/meshes'), s))).map((f) => f.split('.')[0]);
    expect(left).toEqual([second]);
  });
});
