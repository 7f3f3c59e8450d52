import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import type { BackupRow } from '@cuadro/core/wire';
import { demoDoc } from '@cuadro/core/case/testing';
import { readOptions } from '../options';
import { MIGRATIONS, openTestDb } from '../testing/db';
import { serverProcesses } from '../testing/process';
import { folderFault } from './folder';
import { DatabaseNewer, openDb } from './open';

const { serve, kill } = serverProcesses();
const top = mkdtempSync(join(tmpdir(), 'cuadro-folder-'));
afterAll(() => rmSync(top, { recursive: true, force: true }));
const coded = (code: string): Error => Object.assign(new Error(code), { code });

describe('a data folder that cannot be used', () => {
  it('is told apart: full, not writable', async () => {
    expect((await folderFault(coded('ENOSPC'), '/plant/data', '/plant/backups')).message).toMatch(/full.*\/plant\/backups/);
    for (const code of ['EROFS', 'EACCES', 'ENOTDIR']) expect((await folderFault(coded(code), '/plant/data', '')).message).toMatch(/cannot be written.*--data/);
  });
  it('below a file says so at the start, and ends', async () => {
    writeFileSync(join(top, 'a-file'), '');
    const { code, said } = await serve(join(top, 'a-file', 'data'), '--empty');
    expect([code, said()]).toEqual([1, expect.stringMatching(/cuadro: The data folder .* cannot be written/)]);
  });
  it('of a newer version is left alone', async () => {
    const folder = join(top, 'newer');
    mkdirSync(folder);
    const { db, close } = await openTestDb(join(folder, 'db'));
    await db.execute(sql`insert into drizzle.__drizzle_migrations (hash, created_at) values ('later', 99999999999999)`);
    await close();
    await expect(openDb(join(folder, 'db'), MIGRATIONS)).rejects.toThrow(DatabaseNewer);
  });
  it('that is damaged names the newest back-up, which is restored by one command', async () => {
    const folder = join(top, 'hurt');
    const first = await serve(folder, '--empty');
    const post = (path: string, body: object) =>
      fetch(`${first.address}${path}`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
    await post('/api/cases', { doc: demoDoc({ title: 'Kept by the back-up' }), who: 'Ada' });
    const { name } = (await (await post('/api/backups', {})).json()) as BackupRow;
    await kill(first.child, 'SIGTERM');
    // What a dying disk leaves: zeros in place of tables.
    for (const file of readdirSync(join(folder, 'db/base'), { recursive: true }) as string[]) {
      const path = join(folder, 'db/base', file);
      if (statSync(path).isFile()) writeFileSync(path, Buffer.alloc(8192));
    }
    const second = await serve(folder, '--empty');
    expect(second.code).toBe(1);
    expect(second.said()).toMatch(new RegExp(`is damaged.*newest back-up is of .* with 1 cases: start once with --restore \\S+${name} --data`));
    const third = await serve(join(top, 'mended'), '--restore', join(folder, 'backups', name));
    expect([third.code, third.said()]).toEqual([0, expect.stringContaining('1 cases')]);
    const fourth = await serve(join(top, 'mended'), '--empty');
    const { rows } = (await (await fetch(`${fourth.address}/api/cases`)).json()) as { rows: { title: string }[] };
    expect(rows.map((r) => r.title)).toEqual(['Kept by the back-up']);
    await kill(fourth.child, 'SIGTERM');
  }, 180_000);
});

describe('options of the service', () => {
  it.each([
    [['--port', '70000'], /not a port/],
    [['--log-level', 'loud'], /none of/],
    [['--listen', '0.0.0.0'], /encrypted line/],
    [['--listen', '0.0.0.0', '--tls-cert', 'x'], /go together/],
    [['--tls-cert', 'x', '--tls-key', 'y'], /go with --listen/],
    [['--listen', '0.0.0.0', '--tls-cert', '/nowhere', '--tls-key', '/nowhere'], /cannot be read/],
    [['--wish'], /--wish/],
  ])('%j is refused', (args, why) => {
    expect(() => readOptions(args, {})).toThrow(why);
  });
  it('without --listen has no accounts; with it, a code that nobody guesses', () => {
    expect(readOptions([], {})).toMatchObject({ port: 4300, host: '127.0.0.1' });
    expect(readOptions([], {}).accounts).toBeUndefined();
    const codes = new Set(Array.from({ length: 20 }, () => readOptions(['--listen', '0.0.0.0', '--behind-proxy'], {}).accounts!.code));
    expect(codes.size).toBe(20);
    expect([...codes].every((c) => /^\d{4}-\d{4}$/.test(c!))).toBe(true);
    expect(existsSync(readOptions(['--data', 'x'], {}).data)).toBe(false);
  });
});
