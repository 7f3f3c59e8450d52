import { PGlite } from '@electric-sql/pglite';
import { drizzle, type PgliteDatabase } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import * as schema from './schema';

export type Db = PgliteDatabase<typeof schema>;

export interface OpenDb {
  db: Db;
  close(): Promise<void>;
}

/**
 * Open (or create) the embedded database and bring its tables up to date.
 * @param folder data folder; undefined for one in memory
 * @param migrations folder with the generated SQL
 */
export async function openDb(folder: string | undefined, migrations: string): Promise<OpenDb> {
  const client = await PGlite.create(folder ? { dataDir: folder } : {});
  const db = drizzle(client, { schema });
  await migrate(db, { migrationsFolder: migrations });
  return { db, close: () => client.close() };
}
