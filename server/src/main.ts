import { existsSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { buildApp } from './app';
import { daily } from './backup/plugin';
import { restore } from './backup/restore';
import { BackupFault } from './backup/snapshot';
import type { Context, Seeding } from './context';
import { folderFault, FolderFault } from './db/folder';
import { FolderHeld, lockFolder } from './db/lock';
import { openDb, openServerDb } from './db/open';
import { PACKED } from './db/packed';
import { openPool } from './jobs/pool';
import { openLog } from './log';
import { collectMeshes } from './meshes/collect';
import { FolderMeshStore } from './meshes/store';
import { type Options, readOptions, USAGE } from './options';
import { countPeople } from './people/store';
import { seedDemo } from './seed';

const here = dirname(fileURLToPath(import.meta.url));
const root = resolve(here, '../..');
const migrations = join(root, 'server/migrations');
const packed = join(here, PACKED);
const url = process.env['DATABASE_URL'];
const say = (line: string): void => void process.stdout.write(`${line}\n`);

/** Start the service. Prints one line with the address when it is ready. */
async function main(options: Options): Promise<void> {
  const { data, backups, accounts } = options;
  const openFolder = async () => {
    try {
      const release = await lockFolder(data);
      if (options.restore !== undefined) {
        const { cases, rows, files } = await restore(options.restore, data, { migrations, packed, url });
        say(`Restored into ${data}: ${cases} cases, ${rows} rows in all, ${files} files.`);
        release();
        process.exit(0);
      }
      if (!url && !existsSync(join(data, 'db'))) say('Setting up the data folder; this takes a few seconds.');
      return { ...(await (url ? openServerDb(url, migrations) : openDb(join(data, 'db'), migrations, packed))), release };
    } catch (e) {
      throw e instanceof BackupFault ? e : await folderFault(e, data, backups);
    }
  };
  const { db, close, release } = await openFolder();
  const log = openLog(join(data, 'log'), options.level);
  const seeding: Seeding = { done: 0, of: 0 };
  const context: Context & { backups: string } = {
    db,
    meshes: new FolderMeshStore(join(data, 'meshes')),
    pool: openPool(join(here, 'worker.js')),
    cad: openPool(join(here, 'worker.js'), { threads: 1, queue: 4 }),
    page: join(root, 'web/dist'),
    compress: options.compress,
    seeding,
    log: log.logger,
    backups,
    ...(accounts && { accounts }),
  };
  const app = await buildApp(context);
  const stopBackups = daily(context, (e) => app.log.error(e));

  let stopping = false;
  const stop = async (): Promise<void> => {
    if (stopping) return;
    stopping = true;
    stopBackups();
    await app.close();
    await context.pool.close();
    await context.cad?.close();
    await close();
    await log.close();
    release();
    process.exit(0);
  };
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => void stop());

  const address = await app.listen({ host: options.host, port: options.port });
  if (accounts && (await countPeople(db)) === 0)
    say(`Nobody has an account yet. Open ${address}/first and make the administrator's with this code, which works once: ${accounts.code}`);
  say(`Cuadro is ready at ${address}`);
  // In the background; what goes wrong here stops nothing.
  if (!options.empty)
    seedDemo(db, context.meshes, context.pool, { progress: seeding }).catch((e: unknown) => {
      Object.assign(seeding, { of: 0, fault: String(e) });
      app.log.error(e);
      process.stderr.write(`cuadro: the demo plant was not set up: ${String(e)}\n`);
    });
  collectMeshes(db, context.meshes).catch((e: unknown) => app.log.error(e));
}

/** Said in words already: nobody needs to know where in the code. */
const inWords = (e: Error): boolean => e instanceof FolderHeld || e instanceof FolderFault || e instanceof BackupFault;

if (process.argv.includes('--help')) say(USAGE);
else
  Promise.resolve().then(() => main(readOptions(process.argv.slice(2), process.env))).catch((e: unknown) => {
    const error = e instanceof Error ? e : new Error(String(e));
    process.stderr.write(`cuadro: ${error.message}\n`);
    if (!inWords(error) && process.env['CUADRO_DEBUG']) process.stderr.write(`${error.stack}\n`);
    process.exit(1);
  });
