import { cpSync, existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import type { BackupRow } from '@cuadro/core/wire';
import { openDb, openServerDb, type OpenDb } from '../db/open';
import { BackupFault, putBack, readBackup } from './snapshot';

interface Journal {
  entries: unknown[];
}

/** The first so many steps of the tables, in a folder of their own; it is taken away by whoever asked. */
function firstMigrations({ entries, ...journal }: Journal, migrations: string, n: number): string {
  const part = mkdtempSync(join(tmpdir(), 'cuadro-steps-'));
  cpSync(migrations, part, { recursive: true });
  writeFileSync(join(part, 'meta/_journal.json'), JSON.stringify({ ...journal, entries: entries.slice(0, n) }));
  return part;
}

/** Where the tables come from. */
export interface Tables {
  migrations: string;
  /** An empty database of this version. */
  packed?: string;
  /** Of a PostgreSQL server. */
  url?: string;
}

/**
 * Restore a back-up into an empty data folder (or an empty database on a server), then bring it up to date.
 * @throws BackupFault when the folder is not empty, or the back-up is damaged or newer than this version
 */
export async function restore(backup: string, data: string, { migrations, packed, url }: Tables): Promise<BackupRow> {
  const from = resolve(backup);
  const used = existsSync(data) ? readdirSync(data).filter((f) => !['cuadro.lock', 'holder.json', 'log', 'backups'].includes(f)) : [];
  if (used.length) throw new BackupFault(`${data} is not empty (${used.slice(0, 3).join(', ')}): give the back-up a new folder with --data.`);
  const read = await readBackup(from);
  const journal = JSON.parse(readFileSync(join(migrations, 'meta/_journal.json'), 'utf8')) as Journal;
  const later = journal.entries.length - read.manifest.migrations;
  if (later < 0) throw new BackupFault('The back-up was made by a newer version of Cuadro: restore it with that one.');
  const then = later ? firstMigrations(journal, migrations, read.manifest.migrations) : migrations;
  const open = (steps: string): Promise<OpenDb> => url ? openServerDb(url, steps) : openDb(join(data, 'db'), steps, later ? undefined : packed);
  mkdirSync(data, { recursive: true });
  try {
    const db = await open(then);
    let row: BackupRow;
    try {
      row = await putBack(db.db, from, read, join(data, 'meshes'));
    } finally {
      await db.close();
    }
    if (later) await (await open(migrations)).close();
    return row;
  } catch (e) {
    // Half of a restored folder helps nobody.
    if (!url) { for (const part of ['db', 'meshes']) rmSync(join(data, part), { recursive: true, force: true }); }
    throw e;
  } finally {
    if (later) rmSync(then, { recursive: true, force: true });
  }
}
