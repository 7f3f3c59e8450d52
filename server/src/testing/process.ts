import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { copyFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { PACKED } from '../db/packed';
import { bundled } from './bundled';
import { packed } from './db';

export interface Served {
  child: ChildProcess;
  /** Where it listens; absent when it ended before it did. */
  address?: string;
  /** All it has said so far. */
  said(): string;
  code?: number;
}

/** Real server processes for a spec file; those still running when it ends are killed. */
export function serverProcesses(): {
  serve(folder: string, ...args: string[]): Promise<Served>;
  kill(child: ChildProcess, signal: NodeJS.Signals): Promise<void>;
} {
  const main = join(bundled('serve', ['server/src/main.ts', 'server/src/jobs/worker.ts'], 'SERVICE_STAY'), 'main.mjs');
  beforeAll(async () => copyFileSync(await packed(), join(dirname(main), PACKED)), 60_000);
  const running = new Set<ChildProcess>();
  afterAll(() => {
    for (const c of running) c.kill('SIGKILL');
  });
  return {
    serve(folder, ...args) {
      const env = { ...process.env };
      delete env['NODE_OPTIONS'];
      const child = spawn(process.execPath, [main, '--port', '0', '--data', folder, ...args], { env });
      running.add(child);
      let said = '';
      return new Promise((done) => {
        const hear = (chunk: Buffer): void => {
          said += chunk.toString();
          const address = /ready at (http:\S+)/.exec(said)?.[1];
          if (address) done({ child, address, said: () => said });
        };
        child.stdout.on('data', hear);
        child.stderr.on('data', hear);
        child.on('exit', (code) => {
          running.delete(child);
          done({ child, said: () => said, code: code ?? -1 });
        });
      });
    },
    async kill(child, signal) {
      const gone = once(child, 'exit');
      child.kill(signal);
      await gone;
    },
  };
}
