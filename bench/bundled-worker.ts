import { buildSync } from 'esbuild';
import { resolve } from 'node:path';
import { Worker } from 'node:worker_threads';

/** A worker thread does not run TypeScript: bundled as the page's workers are. @returns starts another one of it */
export function bundledWorker(entry: string): (workerData?: unknown) => Worker {
  const { outputFiles } = buildSync({
    entryPoints: [entry],
    bundle: true,
    write: false,
    platform: 'node',
    format: 'cjs',
    alias: { '@cuadro/core': resolve('core/src') },
  });
  return (workerData) => new Worker(outputFiles[0].text, { eval: true, workerData });
}
