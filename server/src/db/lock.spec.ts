import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { demoDoc } from '@cuadro/core/case/testing';

const MAIN = resolve(__dirname, '../main.ts');
const TSX = resolve(__dirname, '../../../node_modules/tsx/dist/cli.mjs');
const folder = mkdtempSync(join(tmpdir(), 'cuadro-lock-'));
const running = new Set<ChildProcess>();

afterAll(() => {
  for (const c of running) c.kill('SIGKILL');
  rmSync(folder, { recursive: true, force: true });
});

/** A real server process on the shared folder. Resolves with its address, or with what it said before it ended. */
async function serve(): Promise<{ child: ChildProcess; address?: string; said: string; code?: number }> {
  const env = { ...process.env };
  delete env['NODE_OPTIONS'];
  // Without tsx's wrapper process, so that a kill hits the server itself.
  const child = spawn(process.execPath, ['--import', resolve(TSX, '../loader.mjs'), MAIN, '--empty', '--port', '0', '--data', folder], {
    env: { ...env, TSX_TSCONFIG_PATH: resolve(__dirname, '../../tsconfig.json') },
  });
  running.add(child);
  let said = '';
  return new Promise((done) => {
    const hear = (chunk: Buffer): void => {
      said += chunk.toString();
      const address = /ready at (http:\S+)/.exec(said)?.[1];
      if (address) done({ child, address, said });
    };
    child.stdout!.on('data', hear);
    child.stderr!.on('data', hear);
    child.on('exit', (code) => {
      running.delete(child);
      done({ child, said, code: code ?? -1 });
    });
  });
}

async function kill(child: ChildProcess, signal: NodeJS.Signals): Promise<void> {
  const gone = once(child, 'exit');
  child.kill(signal);
  await gone;
}

describe('one data folder', () => {
  it('serves one process at a time; a second one says who holds it and ends', async () => {
    const first = await serve();
    expect(first.address).toBeDefined();
    const second = await serve();
    expect(second.code).toBe(1);
    expect(second.said).toMatch(new RegExp(`in use by process ${first.child.pid} `));
    await kill(first.child, 'SIGTERM');
    const third = await serve();
    expect(third.address).toBeDefined();
    await kill(third.child, 'SIGTERM');
  }, 180_000);

  it('keeps every acknowledged write when the process is killed in the middle of a burst', async () => {
    const first = await serve();
    const acknowledged = new Set<string>();
    let stop = false;
    const writer = async (k: number): Promise<void> => {
      for (let i = 0; !stop; i++) {
        try {
          const r = await fetch(`${first.address}/api/cases`, {
            method: 'POST',
            headers: { 'content-type': 'application/json' },
            body: JSON.stringify({ doc: demoDoc({ title: `burst ${k}-${i}` }), who: 'test' }),
          });
          if (r.status === 201) acknowledged.add(((await r.json()) as { id: string }).id);
          if (acknowledged.size >= 60 && !stop) {
            stop = true;
            first.child.kill('SIGKILL');
          }
        } catch {
          return;
        }
      }
    };
    await Promise.all([0, 1, 2, 3].map(writer));
    expect(acknowledged.size).toBeGreaterThanOrEqual(60);
    const second = await serve();
    expect(second.address).toBeDefined();
    const found = new Set(((await (await fetch(`${second.address}/api/cases?size=500`)).json()) as { rows: { id: string }[] }).rows.map((c) => c.id));
    expect([...acknowledged].filter((id) => !found.has(id))).toEqual([]);
    await kill(second.child, 'SIGTERM');
  }, 180_000);
});
