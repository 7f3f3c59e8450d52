// npm test: type-check, lint, unit tests, build, browser tests. Ends with one line: "N passed, N failed".
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';

const ensure = spawnSync(process.execPath, ['scripts/ensure.mjs', '--chromium'], { stdio: 'inherit' });
if (ensure.status !== 0) process.exit(1);
mkdirSync('.cache', { recursive: true });
const JEST = '.cache/jest.json';
const E2E = '.cache/e2e.json';
for (const f of [JEST, E2E]) rmSync(f, { force: true });

let passed = 0;
let failed = 0;
/** A step without a count of its own counts as one test. */
function step(name, command, args, count) {
  console.log(`\n== ${name}`);
  const started = Date.now();
  const { status } = spawnSync(command, args, { stdio: 'inherit' });
  const [p, f] = count?.() ?? [status === 0 ? 1 : 0, status === 0 ? 0 : 1];
  passed += p;
  failed += f || (status === 0 ? 0 : 1);
  console.log(`== ${name}: ${p} passed, ${f} failed, ${Math.round((Date.now() - started) / 1000)} s`);
}
const read = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : undefined);

step('types', process.execPath, ['scripts/typecheck.mjs']);
step('lint', 'npx', ['eslint', '.', '--max-warnings', '0']);
step('formulas', process.execPath, ['scripts/run.mjs', 'scripts/formulas.ts', '--check']);
step('unit tests', process.execPath, ['scripts/jest.mjs', '--json', `--outputFile=${JEST}`, '--silent=false'], () => {
  const r = read(JEST);
  return r ? [r.numPassedTests, r.numFailedTests + r.numRuntimeErrorTestSuites] : [0, 1];
});
step('build', process.execPath, ['scripts/build.mjs']);
step('browser tests', 'npx', ['playwright', 'test', '-c', 'e2e/playwright.config.ts'], () => {
  const r = read(E2E);
  return r ? [r.stats.expected + r.stats.flaky, r.stats.unexpected] : [0, 1];
});
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed ? 1 : 0);
