// Every part by its own compiler settings: core sees neither DOM nor Node, workers are not covered by the Angular build.
import { spawnSync } from 'node:child_process';

let failed = false;
for (const project of ['core', 'core/tsconfig.spec.json', 'server', 'web/tsconfig.worker.json', 'e2e']) {
  const { status } = spawnSync('npx', ['tsc', '-p', project, '--noEmit'], { stdio: 'inherit' });
  if (status !== 0) {
    console.error(`cuadro: type errors in ${project}`);
    failed = true;
  }
}
const { status } = spawnSync('npx', ['ngc', '-p', 'web/tsconfig.app.json', '--noEmit'], { stdio: 'inherit' });
process.exit(failed || status !== 0 ? 1 : 0);
