// Build page and server when their sources are newer than the last build (or always, with --force).
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { bundle, SERVICE_STAY } from './bundle.mjs';

function* files(path) {
  if (statSync(path).isFile()) return yield path;
  for (const name of readdirSync(path).sort()) {
    if (!['node_modules', 'dist'].includes(name)) yield* files(join(path, name));
  }
}

/** Hash of everything that goes into a build. */
function fingerprint() {
  const hash = createHash('sha256');
  for (const root of ['core/src', 'server/src', 'server/migrations', 'demo', 'web/src', 'web/public', 'web/tsconfig.app.json', 'web/ngsw-config.json', 'angular.json', 'package-lock.json', 'scripts/build.mjs', 'scripts/bundle.mjs']) {
    for (const file of files(root)) if (!file.endsWith('.spec.ts')) hash.update(file).update(readFileSync(file));
  }
  return hash.digest('hex');
}

const stamp = '.cache/built';
const now = fingerprint();
const fresh = existsSync(stamp) && readFileSync(stamp, 'utf8') === now && existsSync('web/dist/index.html') && existsSync('server/dist/main.js');
if (!fresh || process.argv.includes('--force')) {
  const run = (command, ...args) => {
    const { status } = spawnSync(command, args, { stdio: ['ignore', 2, 2], env: { ...process.env, NG_CLI_ANALYTICS: 'false' } });
    if (status !== 0) process.exit(1);
  };
  run('npx', 'ng', 'build', 'web');
  bundle(['server/src/main.ts', 'server/src/jobs/worker.ts', 'server/src/db/pack.ts'], 'server/dist', { extension: '.js', outside: SERVICE_STAY });
  // A first start unpacks its database instead of making one.
  run(process.execPath, 'server/dist/pack.js', 'server/migrations', 'server/dist/empty-db.tar.gz');
  mkdirSync('.cache', { recursive: true });
  writeFileSync(stamp, now);
}
