import { existsSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { buildApp } from './app';
import { FolderHeld, lockFolder } from './db/lock';
import { openDb, openServerDb } from './db/open';
import { openPool } from './jobs/pool';
import { isLogLevel, LOG_LEVELS, openLog } from './log';
import { collectMeshes } from './meshes/collect';
import { FolderMeshStore } from './meshes/store';
import type { Seeding } from './context';
import { seedDemo } from './seed';

/** Start the service. Prints one line with the address when it is ready. */
async function main(): Promise<void> {
  const { values } = parseArgs({
    options: {
      port: { type: 'string', default: process.env['PORT'] ?? '4300' },
      data: { type: 'string', default: './data' },
      empty: { type: 'boolean', default: false },
      'log-level': { type: 'string', default: process.env['CUADRO_LOG_LEVEL'] ?? 'info' },
      compress: { type: 'boolean', default: process.env['CUADRO_COMPRESS'] === '1' },
    },
  });
  const port = Number(values.port);
  if (!Number.isInteger(port) || port < 0 || port > 65_535) throw new Error(`--port ${values.port} is not a port`);
  const level = values['log-level'];
  if (!isLogLevel(level)) throw new Error(`--log-level ${level} is none of ${LOG_LEVELS.join(', ')}`);
  const here = dirname(fileURLToPath(import.meta.url));
  const root = resolve(here, '../..');
  const data = resolve(values.data);

  const release = await lockFolder(data);
  const say = (line: string): void => void process.stdout.write(`${line}\n`);
  if (!process.env['DATABASE_URL'] && !existsSync(join(data, 'db'))) say('Setting up the data folder; this takes about half a minute.');
  const migrations = join(root, 'server/migrations');
  const url = process.env['DATABASE_URL'];
  const { db, close } = url ? await openServerDb(url, migrations) : await openDb(join(data, 'db'), migrations);
  const meshes = new FolderMeshStore(join(data, 'meshes'));
  const pool = openPool(join(here, 'worker.js'));
  const cad = openPool(join(here, 'worker.js'), { threads: 1, queue: 4 });
  const log = openLog(join(data, 'log'), level);
  const seeding: Seeding = { done: 0, of: 0 };
  const app = await buildApp({ db, meshes, pool, cad, page: join(root, 'web/dist'), compress: values.compress, seeding, log: log.logger });

  let stopping = false;
  const stop = async (): Promise<void> => {
    if (stopping) return;
    stopping = true;
    await app.close();
    await pool.close();
    await cad.close();
    await close();
    await log.close();
    release();
    process.exit(0);
  };
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => void stop());

  const address = await app.listen({ host: '127.0.0.1', port });
  say(`Cuadro is ready at ${address}`);
  // In the background; what goes wrong here stops nothing.
  if (!values.empty)
    seedDemo(db, meshes, pool, new Date(), seeding).catch((e: unknown) => {
      Object.assign(seeding, { of: 0, fault: String(e) });
      app.log.error(e);
      process.stderr.write(`cuadro: the demo plant was not set up: ${String(e)}\n`);
    });
  collectMeshes(db, meshes).catch((e: unknown) => app.log.error(e));
}

main().catch((e: unknown) => {
  const message = e instanceof Error ? e.message : String(e);
  process.stderr.write(`cuadro: ${message}\n`);
  if (!(e instanceof FolderHeld) && e instanceof Error && process.env['CUADRO_DEBUG']) process.stderr.write(`${e.stack}\n`);
  process.exit(1);
});
