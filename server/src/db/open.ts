import { PGlite } from '@electric-sql/pglite';
import { sql } from 'drizzle-orm';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import { drizzle } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { existsSync, renameSync, rmSync } from 'node:fs';
import { unpack } from './packed';
import * as schema from './schema';

/** Either database: the embedded one, or a PostgreSQL server. */
export type Db = PgDatabase<PgQueryResultHKT, typeof schema>;

export interface OpenDb {
  db: Db;
  close(): Promise<void>;
}

/**
 * A new database, in memory or in a folder. The folder has its name only when all of it is there: a process that is killed while
 * it is made leaves nothing that looks like one.
 */
async function create(folder: string | undefined, packed: string | undefined): Promise<PGlite> {
  const loadDataDir = packed === undefined ? undefined : await unpack(packed);
  if (folder === undefined) return PGlite.create({ loadDataDir });
  if (existsSync(folder)) return PGlite.create({ dataDir: folder });
  const part = `${folder}.new`;
  rmSync(part, { recursive: true, force: true });
  await (await PGlite.create({ dataDir: part, loadDataDir })).close();
  renameSync(part, folder);
  return PGlite.create({ dataDir: folder });
}

/**
 * Open (or create) the embedded database and bring its tables up to date.
 * @param folder data folder; undefined for one in memory
 * @param migrations folder with the generated SQL
 * @param packed an empty database in one file, which a new one starts from; without it the new one is made from nothing, which takes longer
 */
export async function openDb(folder: string | undefined, migrations: string, packed?: string): Promise<OpenDb> {
  const client = await create(folder, packed);
  const db = drizzle(client, { schema });
  try {
    await refuseNewer(db as unknown as Db, migrations);
    await migrate(db, { migrationsFolder: migrations });
  } catch (e) {
    await client.close();
    throw e;
  }
  const refresh = setInterval(() => void keepStatistics(db as unknown as Db).catch(() => undefined), STATISTICS_MS);
  refresh.unref();
  await keepStatistics(db as unknown as Db);
  return {
    db: db as unknown as Db,
    close() {
      clearInterval(refresh);
      return client.close();
    },
  };
}

/** The tables have come further than this version knows. */
export class DatabaseNewer extends Error {
  constructor() {
    super('The data were last used by a newer version of Cuadro, which has changed the tables: start that one, or restore a back-up made before.');
  }
}

/** @throws DatabaseNewer */
async function refuseNewer(db: Db, migrations: string): Promise<void> {
  const known = readMigrationFiles({ migrationsFolder: migrations });
  const { rows } = (await db.execute(sql`select to_regclass('drizzle.__drizzle_migrations') is not null as there`)) as unknown as {
    rows: { there: boolean }[];
  };
  if (!rows[0].there) return;
  const last = (await db.execute(sql`select max(created_at)::float8 as at from drizzle.__drizzle_migrations`)) as unknown as { rows: { at: number | null }[] };
  if ((last.rows[0].at ?? 0) > Math.max(...known.map((m) => m.folderMillis))) throw new DatabaseNewer();
}

/** How often the planner's statistics are taken anew. */
const STATISTICS_MS = 10 * 60_000;

/** A server takes its planner's statistics by itself; the embedded database does not, and without them long lists are slow. */
export const keepStatistics = async (db: Db): Promise<void> => void (await db.execute(sql`analyze`));

/** Somebody else serves from this database. */
export class DatabaseHeld extends Error {
  constructor() {
    super('Another Cuadro serves from the database in DATABASE_URL. Stop it first, or give this one a database of its own.');
  }
}

/** Any number will do, as long as it is always the same. */
const ADVISORY_LOCK = 4_281_977;

/**
 * Open a PostgreSQL server's database with the same tables and migrations. The lock belongs to a connection that stays open as
 * long as the service, so that it falls when the process dies.
 * @throws DatabaseHeld when another service holds it
 */
export async function openServerDb(url: string, migrations: string): Promise<OpenDb> {
  const { default: pg } = await import('pg');
  const { drizzle: drizzleServer } = await import('drizzle-orm/node-postgres');
  const { migrate: migrateServer } = await import('drizzle-orm/node-postgres/migrator');
  const holder = new pg.Client({ connectionString: url });
  await holder.connect();
  const { rows } = await holder.query<{ held: boolean }>('select pg_try_advisory_lock($1) as held', [ADVISORY_LOCK]);
  if (!rows[0].held) {
    await holder.end();
    throw new DatabaseHeld();
  }
  const pool = new pg.Pool({ connectionString: url, max: 10 });
  // A connection that the server drops while idle is replaced by the next query; without a listener it would end the process.
  pool.on('error', () => undefined);
  holder.on('error', () => undefined);
  const db = drizzleServer(pool, { schema });
  await refuseNewer(db as unknown as Db, migrations);
  await migrateServer(db, { migrationsFolder: migrations });
  return {
    db: db as unknown as Db,
    async close() {
      await pool.end();
      await holder.end();
    },
  };
}
