// npm test: types, lint, format, documents, unit tests, build, browser tests. Two lanes side by side, because most machines have two cores:
// what needs the built page, and the rest. Each step's words come out in one piece when it ends. The last line is "N passed, N failed".
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';

const ensure = spawnSync(process.execPath, ['scripts/ensure.mjs', '--tests'], { stdio: 'inherit' });
if (ensure.status !== 0) process.exit(1);
mkdirSync('.cache', { recursive: true });
const JEST = { core: '.cache/jest-core.json', server: '.cache/jest-server.json', web: '.cache/jest-web.json' };
const E2E = '.cache/e2e.json';
for (const f of [...Object.values(JEST), E2E]) rmSync(f, { force: true });

let passed = 0;
let failed = 0;
const read = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : undefined);
const ofJest = (file) => () => {
  const r = read(file);
  return r ? [r.numPassedTests, r.numFailedTests + r.numRuntimeErrorTestSuites] : [0, 1];
};
const ofBrowser = () => {
  const r = read(E2E);
  return r ? [r.stats.expected + r.stats.flaky, r.stats.unexpected] : [0, 1];
};

/** A step without a count of its own counts as one test. */
function step(name, command, args, count) {
  const started = Date.now();
  return new Promise((done) => {
    const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'] });
    const said = [];
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => said.push(chunk));
    child.on('close', (status) => {
      const [p, f] = count?.() ?? [status === 0 ? 1 : 0, status === 0 ? 0 : 1];
      passed += p;
      failed += f || (status === 0 ? 0 : 1);
      console.log(`\n== ${name}\n${Buffer.concat(said).toString()}== ${name}: ${p} passed, ${f} failed, ${Math.round((Date.now() - started) / 1000)} s`);
      done(status === 0);
    });
  });
}
const node = (name, script, ...args) => step(name, process.execPath, [script, ...args]);
const jest = (project, workers = 1) => step(`unit tests, ${project}`, process.execPath, ['scripts/jest.mjs', '--selectProjects', project, `--maxWorkers=${workers}`, '--json', `--outputFile=${JEST[project]}`], ofJest(JEST[project]));

/** The lane that is done first takes it, with a second worker for when the other is done as well; the other waits for it. */
let parts;
const web = () => (parts ??= jest('web', 2));

/** What the built page is for. */
async function page() {
  if (await node('build', 'scripts/build.mjs')) await step('browser tests', 'npx', ['playwright', 'test', '-c', 'e2e/playwright.config.ts'], ofBrowser);
  else failed++;
  await web();
}
async function rest() {
  await node('types', 'scripts/typecheck.mjs');
  await step('lint', 'npx', ['eslint', '.', '--max-warnings', '0']);
  await node('format', 'scripts/format.mjs', '--check');
  await node('documents', 'scripts/run.mjs', 'scripts/docs.ts', '--check');
  await jest('core');
  await jest('server');
  await web();
}
await Promise.all([page(), rest()]);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed ? 1 : 0);
