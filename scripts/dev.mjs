// npm run dev: the server under tsx with reload on port 4310, the page under ng serve with a proxy to it.
import { spawn } from 'node:child_process';

const children = [
  spawn('npx', ['tsx', 'watch', '--tsconfig', 'server/tsconfig.json', 'server/src/main.ts', '--port', '4310'], { stdio: 'inherit' }),
  spawn('npx', ['ng', 'serve'], { stdio: 'inherit' }),
];
const stop = () => children.forEach((c) => c.kill());
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, stop);
children.forEach((c) => c.on('exit', stop));
