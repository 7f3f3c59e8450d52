import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join, resolve } from 'node:path';

const ROOT = resolve(__dirname, '../../..');

/**
 * Programs bundled once for a whole spec file, as `npm run cuadro` does for each run; taken away when it is over.
 * In the cache, so that they find the project's root two folders up and its packages.
 * @param programs paths from the root
 * @param stay the list of packages that stay outside, by its name in scripts/bundle.mjs; all where it is left out
 * @returns where they lie, by base name with .js
 */
export function bundled(name: string, programs: readonly string[], stay?: 'STAY' | 'SERVICE_STAY'): string {
  const out = join(ROOT, '.cache', `${name}-${process.pid}`);
  const script = `import('./scripts/bundle.mjs').then(({ bundle, ...lists }) => bundle(${JSON.stringify(programs)}, ${JSON.stringify(out)}, ${
    stay ? `{ outside: lists.${stay} }` : '{}'
  }))`;
  const { status, stderr } = spawnSync(process.execPath, ['-e', script], { cwd: ROOT, encoding: 'utf8' });
  if (status !== 0) throw new Error(stderr);
  afterAll(() => rmSync(out, { recursive: true, force: true }));
  return out;
}
