import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { hostname } from 'node:os';
import { join } from 'node:path';
import { lock, unlockSync } from 'proper-lockfile';

/** Who holds a data folder. */
interface Holder {
  pid: number;
  /** Kernel start time of the process: a number reused after a reboot is told apart. */
  started: string;
  host: string;
  since: string;
}

/** A lock that nobody has renewed for this long is dead. */
const STALE_MS = 5000;

export class FolderHeld extends Error {}

/**
 * Take the data folder for this process alone. Two servers on one folder would lose each other's rows without an error.
 * After a crash the old lock lapses within five seconds; this waits for it.
 * @throws FolderHeld saying who holds it
 * @returns releases the lock
 */
export async function lockFolder(folder: string): Promise<() => void> {
  mkdirSync(folder, { recursive: true });
  const holderFile = join(folder, 'holder.json');
  const holder = readHolder(holderFile);
  if (holder && holder.host === hostname() && holder.pid !== process.pid && isRunning(holder)) throw held(folder, holder);
  const lockfilePath = join(folder, 'cuadro.lock');
  try {
    await lock(folder, {
      lockfilePath,
      stale: STALE_MS,
      update: 1500,
      // Enough tries for a dead lock to lapse; a live one has been met above.
      retries: { retries: 30, minTimeout: 250, maxTimeout: 250, factor: 1 },
      onCompromised: (e) => {
        process.stderr.write(`cuadro: lost the lock on ${folder} (${e.message}); stopping so that no rows are lost\n`);
        process.exit(1);
      },
    });
  } catch {
    throw held(folder, readHolder(holderFile));
  }
  const mine: Holder = { pid: process.pid, started: startTime(process.pid), host: hostname(), since: new Date().toISOString() };
  writeFileSync(holderFile, JSON.stringify(mine));
  return () => {
    try {
      unlockSync(folder, { lockfilePath });
    } catch {
      // Already gone: nothing left to release.
    }
  };
}

function held(folder: string, holder: Holder | undefined): FolderHeld {
  const who = holder ? `process ${holder.pid} on ${holder.host}, since ${holder.since}` : 'another process';
  return new FolderHeld(`The data folder ${folder} is in use by ${who}. Stop that server first, or choose another folder with --data.`);
}

function readHolder(file: string): Holder | undefined {
  if (!existsSync(file)) return undefined;
  try {
    return JSON.parse(readFileSync(file, 'utf8')) as Holder;
  } catch {
    return undefined;
  }
}

function isRunning(holder: Holder): boolean {
  try {
    process.kill(holder.pid, 0);
  } catch (e) {
    return (e as NodeJS.ErrnoException).code === 'EPERM';
  }
  return startTime(holder.pid) === holder.started;
}

/** Field 22 of /proc/PID/stat; empty where there is no /proc. */
function startTime(pid: number): string {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19];
  } catch {
    return '';
  }
}
