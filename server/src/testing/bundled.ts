import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join, resolve } from 'node:path';

const ROOT = resolve(__dirname, '../../..');

/**
 * Programs bundled once for a whole spec file, as `npm run cuadro` does for each run; taken away when it is over.
 * In the cache, so that they find the project's root two folders up and its packages.
 * @param programs paths from the root
 * @param whole packages go in as well
 * @returns where they lie, by base name with .js
 */
export function bundled(name: string, programs: readonly string[], whole = false): string {
  const out = join(ROOT, '.cache', `${name}-${process.pid}`);
  const script = `import('./scripts/bundle.mjs').then(({ bundle, STAY }) => bundle(${JSON.stringify(programs)}, ${JSON.stringify(out)}, ${
    whole ? '{ outside: STAY }' : '{}'
  }))`;
  const { status, stderr } = spawnSync(process.execPath, ['-e', script], { cwd: ROOT, encoding: 'utf8' });
  if (status !== 0) throw new Error(stderr);
  afterAll(() => rmSync(out, { recursive: true, force: true }));
  return out;
}
