// npm run dev: the server under tsx with reload on port 4310, the page under ng serve with a proxy to it. Whatever ends one ends the other.
import { spawn, spawnSync } from 'node:child_process';

if (process.argv.includes('--help')) {
  console.log('npm run dev [-- --data DIR] [--empty]\n  server with reload on http://127.0.0.1:4310, page with reload on http://localhost:4200. Ctrl+C ends both.');
  process.exit(0);
}
const ensure = spawnSync(process.execPath, ['scripts/ensure.mjs'], { stdio: 'inherit' });
if (ensure.status !== 0) process.exit(1);

// Each in a process group of its own, so that what they start in turn ends with them.
const start = (...args) => spawn('npx', args, { stdio: 'inherit', detached: true });
const children = [
  start('tsx', 'watch', '--tsconfig', 'server/tsconfig.json', 'server/src/main.ts', '--port', '4310', ...process.argv.slice(2)),
  start('ng', 'serve', 'web'),
];
let stopping = false;
function stop(code = 0) {
  if (stopping) return;
  stopping = true;
  for (const { pid } of children) {
    try {
      process.kill(-pid, 'SIGTERM');
    } catch {
      // Gone already.
    }
  }
  process.exitCode = code;
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => stop());
for (const child of children) child.on('exit', (code) => stop(code ?? 0));
