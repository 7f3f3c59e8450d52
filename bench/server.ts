import { sql } from 'drizzle-orm';
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { demoDoc } from '@cuadro/core/case/testing';
import type { CaseRecord } from '@cuadro/core/wire';
import { buildApp } from '../server/src/app';
import { keepStatistics, openDb } from '../server/src/db/open';
import { cases } from '../server/src/db/schema';
import { openPool } from '../server/src/jobs/pool';
import { FolderMeshStore } from '../server/src/meshes/store';
import { report } from './measure';

const CASES = 5000;
const RUNS = 400;
const HOST = { host: '127.0.0.1:4300' };

/** The times that only one in a hundred runs exceeds, ms; what is compared takes turns, so that both meet the same machine. */
async function p99(runs: number, ...all: ((i: number) => Promise<unknown>)[]): Promise<number[]> {
  const times = all.map((): number[] => []);
  for (let i = 0; i < runs; i++) {
    for (const [k, f] of all.entries()) {
      const start = performance.now();
      await f(i);
      times[k].push(performance.now() - start);
    }
  }
  return times.map((t) => t.sort((a, b) => a - b)[Math.ceil(0.99 * runs) - 1]);
}

/** The list of 5 000 cases and the saving of one, beside the bare queries on the same database. */
export async function benchServer(): Promise<void> {
  const { db, close } = await openDb(undefined, resolve('server/migrations'));
  const app = await buildApp({ db, meshes: new FolderMeshStore('.cache/bench-meshes'), pool: openPool('none') });
  for (let i = 0; i < CASES; i += 500)
    await db.insert(cases).values(
      Array.from({ length: 500 }, (_, k) => ({ doc: demoDoc({ title: `Tool ${i + k}`, place: `Cell ${k % 40}` }), updatedBy: 'bench' })),
    );
  // As the service does of itself now and then.
  await keepStatistics(db);
  const page = () => app.inject({ url: '/api/cases?size=100&sort=created', headers: HOST });
  // The bare queries for the same answer: a hundred rows, and how many there are.
  const bare = async (): Promise<void> => {
    await db.execute(
      sql`select id, revision, doc->>'title' as title, doc->>'family' as family, doc->>'place' as place, created_at, updated_at, updated_by from cases where removed_at is null order by created_at, id limit 100`,
    );
    await db.execute(sql`select count(*) from cases where removed_at is null`);
  };
  await page();
  await bare();
  const [listed, asked] = await p99(RUNS, page, bare);
  report(`a page of the list of ${CASES} cases, 99 of 100, against the bare queries`, listed, asked, 'ms', 'at most 1.5');

  const { id } = (await app.inject({ method: 'POST', url: '/api/cases', headers: HOST, payload: { doc: demoDoc() } })).json() as CaseRecord;
  const [save, update] = await p99(
    RUNS,
    (i) =>
      app.inject({
        method: 'PATCH',
        url: `/api/cases/${id}`,
        headers: HOST,
        payload: { changes: [{ path: ['title'], was: i ? `Change ${i - 1}` : demoDoc().title, now: `Change ${i}` }] },
      }),
    (i) => db.execute(sql`update cases set doc = ${JSON.stringify(demoDoc({ title: `Bare ${i}` }))}::jsonb where id = ${id}`),
  );
  report('saving a case with its history, 99 of 100, against the bare update', save, update, 'ms');
  await app.close();
  await close();
}

/** Bytes that a built page loads before it shows anything. */
function firstLoad(folder: string): number {
  const html = readFileSync(join(folder, 'index.html'), 'utf8');
  const files = new Set([...html.matchAll(/(?:src|href)="([^"]+\.(?:js|css))"/g)].map((m) => m[1]));
  // What those import at once comes with them.
  for (const f of files)
    if (f.endsWith('.js')) { for (const m of readFileSync(join(folder, f), 'utf8').matchAll(/(?:import|from)\s*"\.\/([\w-]+\.js)"/g)) files.add(m[1]); }
  return [...files].reduce((s, f) => s + statSync(join(folder, f)).size, 0) / 1000;
}

/** The first load against the limit, and against an empty application of the same framework. */
export function benchFirstLoad(): void {
  if (!existsSync('web/dist/index.html')) return console.log('first load: build the page first (npm run build)');
  const { status, stderr } = spawnSync('npx', ['ng', 'build', 'empty'], { encoding: 'utf8', env: { ...process.env, NG_CLI_ANALYTICS: 'false' } });
  if (status !== 0) throw new Error(`The empty application was not built.\n${stderr}`);
  const own = firstLoad('web/dist');
  report('first load, raw, against the limit', own, 450, 'kB', 'below 1');
  report('first load, raw, against an empty application of the framework', own, firstLoad('.cache/empty-app'), 'kB', 'towards 1.3');
}
