import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoDoc } from '@cuadro/core/case/testing';
import { serverProcesses } from '../testing/process';

const { serve: start, kill } = serverProcesses();
const folder = mkdtempSync(join(tmpdir(), 'cuadro-lock-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const serve = () => start(folder, '--empty');

describe('one data folder', () => {
  it('serves one process at a time; a second one says who holds it and ends', async () => {
    const first = await serve();
    expect(first.address).toBeDefined();
    const second = await serve();
    expect(second.code).toBe(1);
    expect(second.said()).toMatch(new RegExp(`in use by process ${first.child.pid} `));
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
