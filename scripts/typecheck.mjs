// Every part by its own compiler settings: core sees neither DOM nor Node, workers are not covered by the Angular build. The templates and
// their components are checked by the build itself. The native compiler does it in a tenth of the time; Angular, lint and Jest still call the
// other one as a library.
import { spawnSync } from 'node:child_process';

let failed = false;
for (const project of ['core', 'server', 'web/tsconfig.worker.json', 'web/tsconfig.spec.json', 'e2e']) {
  const { status } = spawnSync('node_modules/typescript-native/bin/tsc', ['-p', project, '--noEmit'], { stdio: 'inherit' });
  if (status !== 0) {
    console.error(`cuadro: type errors in ${project}`);
    failed = true;
  }
}
process.exit(failed ? 1 : 0);
