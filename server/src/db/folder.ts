import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { listBackups } from '../backup/snapshot';
import { diskFault } from '../errors';
import { FolderHeld } from './lock';
import { DatabaseHeld, DatabaseNewer } from './open';

/** The data folder cannot be used, and what to do about it. */
export class FolderFault extends Error {}

/**
 * What went wrong with a data folder, told apart: in use, not writable, disk full, newer than this version, damaged.
 * @param backups folder of the back-ups; the newest is offered where the data are damaged
 */
export async function folderFault(error: unknown, folder: string, backups: string): Promise<Error> {
  if (error instanceof FolderHeld || error instanceof DatabaseHeld || error instanceof DatabaseNewer) return error;
  const disk = diskFault(error);
  if (disk === 'DISK_FULL')
    return new FolderFault(`The disk that holds ${folder} is full. Free some room (old back-ups are in ${backups}), then start again; nothing was changed.`);
  if (disk === 'DISK_READ_ONLY' || ['ENOENT', 'ENOTDIR', 'EISDIR'].includes((error as NodeJS.ErrnoException).code ?? ''))
    return new FolderFault(`The data folder ${folder} cannot be written: make it writable for who runs Cuadro, or choose another with --data.`);
  if (!existsSync(join(folder, 'db'))) return error as Error;
  const [newest] = await listBackups(backups);
  const why = error instanceof Error ? error.message.split('\n')[0] : String(error);
  return new FolderFault(
    `The database in ${folder} is damaged and cannot be opened (${why}). ${
      newest
        ? `The newest back-up is of ${newest.at.slice(0, 16).replace('T', ' ')} UTC with ${newest.cases} cases: start once with --restore ${
          join(backups, newest.name)
        } --data NEWFOLDER, then use that folder. Keep the damaged one until you have looked.`
        : `There is no back-up in ${backups}. Keep the folder as it is, and start with another one by --data.`
    }`,
  );
}
