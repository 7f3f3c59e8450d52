import { cpSync, existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import type { BackupRow } from '@cuadro/core/wire';
import { openDb, openServerDb, type OpenDb } from '../db/open';
import { BackupFault, migrationsOf, putBack } from './snapshot';

interface Journal {
  entries: unknown[];
}

/** The first so many steps of the tables, in a folder of their own; it is taken away by whoever asked. */
export function firstMigrations(migrations: string, n: number): string {
  const part = mkdtempSync(join(tmpdir(), 'cuadro-steps-'));
  cpSync(migrations, part, { recursive: true });
  const journal = JSON.parse(readFileSync(join(migrations, 'meta/_journal.json'), 'utf8')) as Journal;
  if (n > journal.entries.length) throw new BackupFault('The back-up was made by a newer version of Cuadro: restore it with that one.');
  writeFileSync(join(part, 'meta/_journal.json'), JSON.stringify({ ...journal, entries: journal.entries.slice(0, n) }));
  return part;
}

/**
 * Restore a back-up into an empty data folder (or an empty database on a server), then bring it up to date.
 * @throws BackupFault when the folder is not empty, or the back-up is damaged or newer than this version
 */
export async function restore(backup: string, data: string, migrations: string, url?: string): Promise<BackupRow> {
  const from = resolve(backup);
  const used = existsSync(data) ? readdirSync(data).filter((f) => !['cuadro.lock', 'holder.json', 'log', 'backups'].includes(f)) : [];
  if (used.length) throw new BackupFault(`${data} is not empty (${used.slice(0, 3).join(', ')}): give the back-up a new folder with --data.`);
  const open = (steps: string): Promise<OpenDb> => (url ? openServerDb(url, steps) : openDb(join(data, 'db'), steps));
  mkdirSync(data, { recursive: true });
  const then = firstMigrations(migrations, await migrationsOf(from));
  try {
    const old = await open(then);
    let row: BackupRow;
    try {
      row = await putBack(old.db, from, join(data, 'meshes'));
    } finally {
      await old.close();
    }
    await (await open(migrations)).close();
    return row;
  } catch (e) {
    // Half of a restored folder helps nobody.
    if (!url) { for (const part of ['db', 'meshes']) rmSync(join(data, part), { recursive: true, force: true }); }
    throw e;
  } finally {
    rmSync(then, { recursive: true, force: true });
  }
}
