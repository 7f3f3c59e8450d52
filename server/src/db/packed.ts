import { PGlite } from '@electric-sql/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { existsSync, renameSync } from 'node:fs';
import { readFile, writeFile } from 'node:fs/promises';

/** Name of the packed database beside the built programs. */
export const PACKED = 'empty-db.tar.gz';

/**
 * Write an empty database with the tables of this version into one file. Setting one up from nothing takes several seconds of
 * computing, which need be spent only once.
 */
export async function pack(migrations: string, file: string): Promise<void> {
  const client = await PGlite.create();
  try {
    await migrate(drizzle(client), { migrationsFolder: migrations });
    const part = `${file}.${process.pid}`;
    await writeFile(part, Buffer.from(await (await client.dumpDataDir('gzip')).arrayBuffer()));
    renameSync(part, file);
  } finally {
    await client.close();
  }
}

/** The packed database; nothing where there is none. */
export async function unpack(file: string): Promise<Blob | undefined> {
  return existsSync(file) ? new Blob([await readFile(file)], { type: 'application/gzip' }) : undefined;
}
