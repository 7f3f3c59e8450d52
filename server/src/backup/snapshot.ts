import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { copyFile, link, mkdir, readdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { promisify } from 'node:util';
import { gunzip, gzip } from 'node:zlib';
import { getTableName, sql } from 'drizzle-orm';
import type { BackupRow } from '@cuadro/core/wire';
import type { Db } from '../db/open';
import * as schema from '../db/schema';
import { hashOf, type MeshStore } from '../meshes/store';

const pack = promisify(gzip), unpack = promisify(gunzip);

/** What goes into a back-up, in the order in which it can be put back. */
const TABLES = [
  schema.siteFacts,
  schema.cases,
  schema.caseRevisions,
  schema.quickLooks,
  schema.signatures,
  schema.meshes,
  schema.studies,
  schema.records,
  schema.shops,
  schema.shopRevisions,
  schema.people,
  schema.tokens,
  schema.audit,
].map(getTableName);
/** Whoever was signed in signs in again. */
export const LEFT_OUT: readonly string[] = [getTableName(schema.sessions)];
export const BACKED_UP: readonly string[] = TABLES;

/** What is in a back-up, and by what it is checked. */
interface Manifest {
  form: 1;
  at: string;
  /** How many steps the tables had come by. */
  migrations: number;
  tables: Record<string, { rows: number; sha256: string }>;
  meshes: string[];
}

export class BackupFault extends Error {}

const MANIFEST = 'manifest.json';
const rowsOf = (result: unknown): { text: string }[] => (result as { rows: { text: string }[] }).rows;
const meshPath = (folder: string, hash: string): string => join(folder, 'meshes', hash.slice(0, 2), `${hash}.mesh`);
const tablePath = (folder: string, table: string): string => join(folder, `${table}.ndjson.gz`);

/** A line for each row of a table, as JSON by the database itself, so that nothing is lost on the way. */
async function linesOf(db: Pick<Db, 'execute'>, table: string): Promise<string[]> {
  return rowsOf(await db.execute(sql`select row_to_json(t)::text as text from ${sql.identifier(table)} t order by 1`)).map((r) => r.text);
}

export async function countMigrations(db: Pick<Db, 'execute'>): Promise<number> {
  const { rows } = (await db.execute(sql`select count(*)::int as n from drizzle.__drizzle_migrations`)) as unknown as { rows: { n: number }[] };
  return rows[0].n;
}

/**
 * A consistent state of database and meshes while the service runs: all tables in one transaction, then the files they mention. It is
 * read back and checked before it gets its name. Meshes are shared between back-ups.
 * @param folder of all back-ups
 */
export async function takeBackup(db: Db, store: MeshStore, folder: string, now = new Date()): Promise<BackupRow> {
  const at = now.toISOString();
  const name = at.replace(/\.\d+Z$/, 'Z').replaceAll(':', '-');
  const aside = join(folder, `.under-way-${name}`);
  await rm(aside, { recursive: true, force: true });
  await mkdir(aside, { recursive: true });
  try {
    const manifest: Manifest = { form: 1, at, migrations: 0, tables: {}, meshes: [] };
    const texts = await db.transaction(async (tx) => {
      manifest.migrations = await countMigrations(tx);
      const all = new Map<string, string[]>();
      for (const table of TABLES) all.set(table, await linesOf(tx, table));
      return all;
    }, { isolationLevel: 'repeatable read', accessMode: 'read only' });
    for (const [table, lines] of texts) {
      const text = lines.join('\n');
      await writeFile(tablePath(aside, table), await pack(text));
      manifest.tables[table] = { rows: lines.length, sha256: hashOf(Buffer.from(text)) };
    }
    for await (const { hash } of store.list()) {
      if (!existsSync(meshPath(folder, hash))) {
        const bytes = await store.get(hash);
        // Collected in this very moment: nothing refers to it.
        if (!bytes) continue;
        if (hashOf(bytes) !== hash) throw new BackupFault(`The file ${hash} in the data folder is damaged: it is not what it was when it was put there.`);
        await mkdir(dirname(meshPath(folder, hash)), { recursive: true });
        const part = `${meshPath(folder, hash)}.part`;
        await writeFile(part, bytes);
        await rename(part, meshPath(folder, hash));
      }
      manifest.meshes.push(hash);
    }
    await writeFile(join(aside, MANIFEST), JSON.stringify(manifest));
    await readBackup(aside, folder);
    await rename(aside, join(folder, name));
    return rowOf(name, manifest, await sizeOf(join(folder, name)));
  } catch (e) {
    await rm(aside, { recursive: true, force: true });
    throw e;
  }
}

/** What a back-up holds: its manifest, and the rows of each table as JSON. */
export interface Backup {
  manifest: Manifest;
  lines: Map<string, string[]>;
}

/**
 * Everything in a back-up, checked against its manifest.
 * @param meshes folder of back-ups that its meshes lie in
 * @throws BackupFault saying what is wrong
 */
export async function readBackup(backup: string, meshes = dirname(backup)): Promise<Backup> {
  const manifest = await manifestOf(backup);
  if (!manifest) throw new BackupFault(`${backup} holds no back-up of Cuadro.`);
  const lines = new Map<string, string[]>();
  for (const [table, { rows, sha256 }] of Object.entries(manifest.tables)) {
    const text = await readFile(tablePath(backup, table)).then(unpack).then(String, () => undefined);
    const found = text ? text.split('\n') : [];
    if (text === undefined || createHash('sha256').update(text).digest('hex') !== sha256 || found.length !== rows)
      throw new BackupFault(`The back-up ${backup} is damaged: "${table}" is not as it was written.`);
    lines.set(table, found);
  }
  for (const hash of manifest.meshes)
    if (!existsSync(meshPath(meshes, hash))) throw new BackupFault(`The back-up ${backup} is damaged: the file ${hash} is missing.`);
  return { manifest, lines };
}

async function manifestOf(backup: string): Promise<Manifest | undefined> {
  const text = await readFile(join(backup, MANIFEST), 'utf8').catch(() => undefined);
  try {
    const manifest = JSON.parse(text ?? '') as Manifest;
    return manifest.form === 1 ? manifest : undefined;
  } catch {
    return undefined;
  }
}

async function sizeOf(backup: string): Promise<number> {
  let size = 0;
  for (const file of await readdir(backup)) size += (await stat(join(backup, file))).size;
  return size;
}

const rowOf = (name: string, { at, tables, meshes }: Manifest, size_bytes: number): BackupRow => ({
  name,
  at,
  cases: tables['cases']?.rows ?? 0,
  rows: Object.values(tables).reduce((n, t) => n + t.rows, 0),
  files: meshes.length,
  size_bytes,
});

/** Back-ups there are, the newest first. */
export async function listBackups(folder: string): Promise<BackupRow[]> {
  const rows: BackupRow[] = [];
  for (const name of (await readdir(folder).catch(() => [])).sort().reverse()) {
    const manifest = name.startsWith('.') ? undefined : await manifestOf(join(folder, name));
    if (manifest) rows.push(rowOf(name, manifest, await sizeOf(join(folder, name))));
  }
  return rows;
}

/** Kept whatever their age. */
const NEWEST = 3;
const DAY_MS = 86_400_000;

/** Of each of the last 7 days, the last 5 weeks and the last 12 months the newest; and the newest three in any case. */
export function kept(times: readonly string[], now: Date): Set<string> {
  const newestFirst = [...times].sort().reverse();
  const keep = new Set(newestFirst.slice(0, NEWEST));
  const spans: [days: number, key: (t: Date) => string][] = [
    [7, (t) => t.toISOString().slice(0, 10)],
    // Days since a Monday.
    [35, (t) => String(Math.floor((t.getTime() / DAY_MS + 3) / 7))],
    [366, (t) => t.toISOString().slice(0, 7)],
  ];
  for (const [days, key] of spans) {
    const seen = new Set<string>();
    for (const at of newestFirst) {
      const t = new Date(at);
      if (now.getTime() - t.getTime() > days * DAY_MS || seen.has(key(t))) continue;
      seen.add(key(t));
      keep.add(at);
    }
  }
  return keep;
}

/** Take away what the rule does not keep, and files that no back-up mentions any more. @returns names of those taken away */
export async function pruneBackups(folder: string, now = new Date()): Promise<string[]> {
  const all = await listBackups(folder);
  const keep = kept(all.map((b) => b.at), now);
  const gone = all.filter((b) => !keep.has(b.at)).map((b) => b.name);
  for (const name of gone) await rm(join(folder, name), { recursive: true });
  if (!gone.length) return [];
  const needed = new Set<string>();
  for (const b of all) if (keep.has(b.at)) { for (const hash of (await manifestOf(join(folder, b.name)))?.meshes ?? []) needed.add(hash); }
  for (const shard of await readdir(join(folder, 'meshes')).catch(() => []))
    for (const file of await readdir(join(folder, 'meshes', shard))) if (!needed.has(file.split('.')[0])) await rm(join(folder, 'meshes', shard, file));
  return gone;
}

/** Most rows put back by one statement. */
const CHUNK = 200;

/**
 * Put a back-up into empty tables that have come by as many steps as it had.
 * @throws BackupFault when the tables are not empty
 */
export async function putBack(db: Db, backup: string, { manifest, lines }: Backup, target: string): Promise<BackupRow> {
  const folder = dirname(backup);
  await db.transaction(async (tx) => {
    for (const [table, rows] of lines) {
      if (rowsOf(await tx.execute(sql`select 1 as text from ${sql.identifier(table)} limit 1`)).length)
        throw new BackupFault('A back-up is only put into an empty folder or database.');
      for (let k = 0; k < rows.length; k += CHUNK) {
        const some = `[${rows.slice(k, k + CHUNK).join(',')}]`;
        await tx.execute(sql`insert into ${sql.identifier(table)} select * from json_populate_recordset(null::${sql.identifier(table)}, ${some}::json)`);
      }
    }
  });
  for (const hash of manifest.meshes) {
    const to = join(target, hash.slice(0, 2), `${hash}.mesh`);
    await mkdir(dirname(to), { recursive: true });
    await link(meshPath(folder, hash), to).catch(() => copyFile(meshPath(folder, hash), to));
  }
  return rowOf(backup, manifest, 0);
}
