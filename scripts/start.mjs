// npm start: install what is missing, build if stale, then serve on 127.0.0.1. Arguments go to the server (--empty, --port N, --data DIR).
import { spawn, spawnSync } from 'node:child_process';

for (const step of [['scripts/ensure.mjs'], ['scripts/build.mjs']]) {
  const { status } = spawnSync(process.execPath, step, { stdio: 'inherit' });
  if (status !== 0) process.exit(1);
}
const server = spawn(process.execPath, ['server/dist/main.js', ...process.argv.slice(2)], { stdio: 'inherit' });
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code, signal) => process.exit(code ?? (signal ? 0 : 1)));
