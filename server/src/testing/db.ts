import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { type OpenDb, openDb } from '../db/open';
import { pack } from '../db/packed';

const ROOT = resolve(__dirname, '../../..');
export const MIGRATIONS = join(ROOT, 'server/migrations');

/** The packed database of these migrations; made by the first test that asks. */
export async function packed(): Promise<string> {
  const hash = createHash('sha256').update(readFileSync(join(ROOT, 'node_modules/@electric-sql/pglite/package.json')));
  for (const name of readdirSync(MIGRATIONS).filter((n) => n.endsWith('.sql')).sort()) hash.update(readFileSync(join(MIGRATIONS, name)));
  const cache = join(ROOT, '.cache');
  mkdirSync(cache, { recursive: true });
  const file = join(cache, `empty-db-${hash.digest('hex').slice(0, 16)}.tar.gz`);
  if (!existsSync(file)) await pack(MIGRATIONS, file);
  return file;
}

/** A database for a test, in memory where no folder is given. */
export const openTestDb = async (folder?: string): Promise<OpenDb> => openDb(folder, MIGRATIONS, await packed());
