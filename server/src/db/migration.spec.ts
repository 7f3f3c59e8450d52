import { DOC_VERSION } from '@cuadro/core/case/types';
import { PGlite } from '@electric-sql/pglite';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, watch, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { demoDoc, studiedRef } from '@cuadro/core/case/testing';
import type { CaseDoc } from '@cuadro/core/case/types';
import { box } from '@cuadro/core/shape/testing';
import { DEFAULT_SHOP } from '@cuadro/core/shelf/shop';
import { getCase, getRevision, getSignature, listCases, listSignatures, saveCase } from '../cases/store';
import { readShop } from '../shop/store';
import { openDb } from './open';

const ROOT = resolve(__dirname, '../../..');
const MIGRATIONS = join(ROOT, 'server/migrations');
const folder = mkdtempSync(join(tmpdir(), 'cuadro-migration-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** The migrations as they were when only the first of them had been written. */
function firstOnly(): string {
  const old = join(folder, 'migrations');
  mkdirSync(join(old, 'meta'), { recursive: true });
  cpSync(join(MIGRATIONS, '0000_start.sql'), join(old, '0000_start.sql'));
  const journal = JSON.parse(readFileSync(join(MIGRATIONS, 'meta/_journal.json'), 'utf8')) as { entries: unknown[] };
  writeFileSync(join(old, 'meta/_journal.json'), JSON.stringify({ ...journal, entries: journal.entries.slice(0, 1) }));
  return old;
}

const ID = '11111111-1111-4111-8111-111111111111';
const SIGNATURE = '22222222-2222-4222-8222-222222222222';
/** A document as the first version wrote it: no form, its study inside. */
function oldDoc(title: string): CaseDoc {
  const doc: Partial<CaseDoc> = demoDoc({
    title,
    shapes: { printed: studiedRef(box(20, 10, 5)) },
    need: { load: { level: 'must', value: 40, from: 'scale' } },
  });
  delete doc.version;
  return doc as CaseDoc;
}

/** A folder as the first version left it: a case with two states, one of them signed, and a shop of one's own. */
async function makeOldFolder(dataDir: string): Promise<void> {
  const client = await PGlite.create({ dataDir });
  await migrate(drizzle(client), { migrationsFolder: firstOnly() });
  const put = (query: string, ...values: unknown[]): Promise<unknown> => client.query(query, values);
  await put('insert into cases (id, revision, doc, updated_by) values ($1, 2, $2, $3)', ID, JSON.stringify(oldDoc('Second')), 'Ada');
  for (const [revision, title] of [[1, 'First'], [2, 'Second']] as const)
    await put('insert into case_revisions (case_id, revision, doc, who) values ($1, $2, $3, $4)', ID, revision, JSON.stringify(oldDoc(title)), 'Ada');
  await put(
    'insert into signatures (id, case_id, revision, who, role, statement, doc, shop, view) values ($1, $2, 2, $3, $4, $5, $6, $7, $8)',
    SIGNATURE,
    ID,
    'Bo',
    'chief',
    'go',
    JSON.stringify(oldDoc('Second')),
    JSON.stringify(DEFAULT_SHOP),
    JSON.stringify({ verdict: { kind: 'print', headline: 'Print it' } }),
  );
  await put('insert into shops (id, revision, shop) values (1, 4, $1)', JSON.stringify({ ...DEFAULT_SHOP, currency: 'CHF' }));
  await client.close();
}
const template = join(folder, 'template');
/** A copy of it: setting up a database takes far longer than copying one. */
function oldFolder(name: string): string {
  cpSync(template, join(folder, name), { recursive: true });
  return join(folder, name);
}
beforeAll(() => makeOldFolder(template));

describe('a folder of the first version', () => {
  it('is brought up to date with everything that was in it', async () => {
    const { db, close } = await openDb(oldFolder('whole'), MIGRATIONS);
    try {
      const record = await getCase(db, ID);
      expect(record).toMatchObject({
        revision: 2,
        signedRevision: 2,
        updatedBy: 'Ada',
        doc: { version: DOC_VERSION, title: 'Second', need: { load: { value: 40, from: 'scale' } } },
      });
      // Its study is still in it, and moves to its own table with the next save.
      expect(record.doc.shapes.printed!.study).toBeDefined();
      expect((await getRevision(db, ID, 1)).doc).toMatchObject({ version: DOC_VERSION, title: 'First' });
      expect(await listSignatures(db, ID)).toMatchObject([{ who: 'Bo', kind: 'print', headline: 'Print it', engine: null }]);
      expect((await getSignature(db, ID, SIGNATURE)).doc).toEqual(JSON.parse(JSON.stringify(oldDoc('Second'))));
      expect(await readShop(db)).toMatchObject({ revision: 4, shop: { currency: 'CHF' } });
      expect(await listCases(db, {}, '')).toMatchObject({ total: 1, rows: [{ title: 'Second' }] });
      const saved = await saveCase(db, ID, { ...record.doc, title: 'Third' }, 2, 'Cy');
      expect(saved.doc.shapes.printed!.study).toEqual(record.doc.shapes.printed!.study);
      expect((await db.execute(sql`select count(*)::int as n from studies`) as unknown as { rows: { n: number }[] }).rows[0].n).toBe(1);
    } finally {
      await close();
    }
  });
  it('is opened a second time without another word', async () => {
    const dataDir = oldFolder('twice');
    for (let k = 0; k < 2; k++) {
      const { db, close } = await openDb(dataDir, MIGRATIONS);
      expect((await listCases(db, {}, '')).total).toBe(1);
      await close();
    }
  });
  it('whose bringing up is broken off stays as it was: all of it or nothing', async () => {
    const dataDir = oldFolder('broken');
    const torn = join(folder, 'torn');
    cpSync(MIGRATIONS, torn, { recursive: true });
    const file = join(torn, '0001_records_studies_revisions.sql');
    writeFileSync(file, `${readFileSync(file, 'utf8')}--> statement-breakpoint\nselect 1 / 0;`);
    await expect(openDb(dataDir, torn)).rejects.toThrow();
    const client = await PGlite.create({ dataDir });
    const tables = (await client.query<{ t: string }>("select table_name as t from information_schema.tables where table_schema = 'public'")).rows.map((r) =>
      r.t
    );
    expect(tables.sort()).toEqual(['case_revisions', 'cases', 'meshes', 'shops', 'signatures']);
    await client.close();
    const { db, close } = await openDb(dataDir, MIGRATIONS);
    expect((await getCase(db, ID)).doc.title).toBe('Second');
    await close();
  });
  // The first write is always seen in time; whether a later one is depends on the machine, and nothing may be lost either way.
  it.each([1, 25])('loses nothing when its process is killed at its %i. write', async (write) => {
    const dataDir = oldFolder(`killed-${write}`);
    const child = spawn(process.execPath, ['scripts/run.mjs', 'server/src/db/testing/upgrade.ts', dataDir, MIGRATIONS], { cwd: ROOT, stdio: 'ignore' });
    let seen = 0;
    const watcher = watch(join(dataDir, 'base'), { recursive: true }, () => ++seen === write && child.kill('SIGKILL'));
    const [, signal] = (await once(child, 'exit')) as [number | null, string | null];
    watcher.close();
    rmSync(join(ROOT, '.cache/run', String(child.pid)), { recursive: true, force: true });
    expect(seen).toBeGreaterThan(0);
    if (write === 1) expect(signal).toBe('SIGKILL');
    const { db, close } = await openDb(dataDir, MIGRATIONS);
    try {
      expect(await getCase(db, ID)).toMatchObject({
        revision: 2,
        updatedBy: 'Ada',
        doc: { version: DOC_VERSION, title: 'Second', need: { load: { value: 40 } } },
      });
      expect((await getRevision(db, ID, 1)).doc.title).toBe('First');
      expect(await listSignatures(db, ID)).toMatchObject([{ who: 'Bo', kind: 'print' }]);
      expect(await readShop(db)).toMatchObject({ revision: 4, shop: { currency: 'CHF' } });
      expect((await saveCase(db, ID, (await getCase(db, ID)).doc, 2, 'Cy')).revision).toBeGreaterThanOrEqual(2);
    } finally {
      await close();
    }
  });
});
