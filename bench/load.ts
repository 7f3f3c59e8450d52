import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoDoc } from '@cuadro/core/case/testing';
import type { CaseRecord } from '@cuadro/core/wire';
import { report } from './measure';

const CLIENTS = 50;
/** Each reads a page, thinks, and saves now and then: about as busy as a person who types. */
const THINK_MS = 1000;
const ROUNDS = 20;
const ALONE = 200;

const at = (share: number, times: number[]): number => times.sort((a, b) => a - b)[Math.min(times.length - 1, Math.ceil(share * times.length) - 1)];

/**
 * Fifty people reading and saving at once over the wire, against one alone on the same server: case reads, and edits of fields.
 * Meanwhile verdicts are signed and reports drawn. On the loopback address, bounded in time and count.
 */
export async function benchLoad(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'cuadro-load-'));
  const server = spawn(process.execPath, ['server/dist/main.js', '--empty', '--port', '0', '--data', folder, '--log-level', 'error']);
  try {
    const address = await new Promise<string>((done, fail) => {
      let said = '';
      server.stdout.on('data', (chunk: Buffer) => {
        said += chunk.toString();
        const found = /ready at (http:\S+)/.exec(said)?.[1];
        if (found) done(found);
      });
      server.on('exit', () => fail(new Error(`the server ended: ${said}`)));
    });
    let faults = 0;
    const ask = async <T>(method: string, path: string, body?: unknown): Promise<T | undefined> => {
      const r = await fetch(address + path, {
        method,
        ...(body !== undefined && { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
      });
      if (!r.ok) faults++;
      return path.endsWith('.pdf') ? (void (await r.arrayBuffer()), undefined) : ((await r.json()) as T);
    };
    const ids = await Promise.all(
      Array.from(
        { length: CLIENTS },
        async (_, k) => (await ask<CaseRecord>('POST', '/api/cases', { doc: demoDoc({ title: `Tool ${k}` }), who: `client ${k}` }))!.id,
      ),
    );
    const timed = async (times: number[], work: () => Promise<unknown>): Promise<void> => {
      const start = performance.now();
      await work();
      times.push(performance.now() - start);
    };
    const said = new Map<string, string>();
    const read = (k: number) => ask('GET', `/api/cases/${ids[k]}`);
    const save = (k: number, n: number) => {
      const was = said.get(ids[k]) ?? '';
      const now = `said ${n}`;
      said.set(ids[k], now);
      return ask('PATCH', `/api/cases/${ids[k]}`, { changes: [{ path: ['trouble'], was, now }], who: `client ${k}` });
    };

    const alone = { read: [] as number[], save: [] as number[] };
    for (let n = 0; n < ALONE; n++) {
      await timed(alone.read, () => read(n % CLIENTS));
      await timed(alone.save, () => save(n % CLIENTS, n));
    }
    let many = { read: [] as number[], save: [] as number[] };
    let round = ALONE;
    const client = async (k: number): Promise<void> => {
      for (let n = 0; n < ROUNDS; n++) {
        await new Promise((done) => setTimeout(done, THINK_MS * (0.5 + Math.random())));
        await timed(many.read, () => read(k));
        if (n % 2) await timed(many.save, () => save(k, round + n));
      }
    };
    const heavy = async (): Promise<void> => {
      for (let n = 0; n < 3; n++) await ask('GET', `/api/cases/${ids[n]}/report.pdf`);
    };
    await Promise.all(ids.map((_, k) => client(k)));
    report(`reading a case among ${CLIENTS} clients, 99 of 100, against one alone, 50 of 100`, at(0.99, many.read), at(0.5, alone.read), 'ms', 'at most 3');
    report(`saving an edit among ${CLIENTS} clients, 99 of 100, against one alone, 50 of 100`, at(0.99, many.save), at(0.5, alone.save), 'ms', 'at most 5');
    many = { read: [], save: [] };
    round += ROUNDS;
    await Promise.all([...ids.map((_, k) => client(k)), heavy()]);
    report('the same while three reports are drawn on the two cores: reading', at(0.99, many.read), at(0.5, alone.read), 'ms');
    console.log(`${CLIENTS} clients, twice: ${many.read.length} reads, ${many.save.length} saves, ${faults} faults`);
  } finally {
    server.kill('SIGTERM');
    if (server.exitCode === null) await once(server, 'exit');
    rmSync(folder, { recursive: true, force: true });
  }
}
