import { createHash } from 'node:crypto';
import { eq } from 'drizzle-orm';
import type { CaseDoc, ShapeRef } from '@cuadro/core/case/types';
import { UP } from '@cuadro/core/shape/turn';
import { DEFAULT_SHOP } from '@cuadro/core/shelf/shop';
import { DEMO_CASES, type DemoCase } from '../../demo/cases';
import { demoRecords, type DemoRecord } from '../../demo/records';
import { makeMeshes } from '../../demo/meshes';
import { countCases, createCase } from './cases/store';
import type { Seeding } from './context';
import type { Db } from './db/open';
import { cases, meshes as meshTable, records, siteFacts } from './db/schema';
import type { Pool } from './jobs/pool';
import type { MeshStore } from './meshes/store';
import { forgetEvidence } from './records/store';
import { readShop, saveShop } from './shop/store';

/** What is set up at the first start. */
export interface Plant {
  cases: readonly DemoCase[];
  records(today: Date): DemoRecord[];
  /** Meshes of these names as binary STL, one after the other. */
  meshes(names: ReadonlySet<string>): AsyncIterable<[name: string, stl: Uint8Array]>;
}
const DEMO: Plant = { cases: DEMO_CASES, records: demoRecords, meshes: makeMeshes };

/** How far it has come; kept in the folder from its first step on. */
interface Progress {
  begun: string;
  done?: true;
}
const KEY = 'demo';
/** Bricks on which a load table is solved: roughly, so that the first start is no longer than it must be. */
const BRICKS = 4000;

/** The same at every start: what is there already is not made again. */
function idOf(...of: string[]): string {
  const h = createHash('sha256').update(['cuadro demo', ...of].join('\n')).digest('hex');
  return `${h.slice(0, 8)}-${h.slice(8, 12)}-8${h.slice(13, 16)}-a${h.slice(17, 20)}-${h.slice(20, 32)}`;
}

/**
 * Set up the demo plant in a data folder that has never held anything, case by case: each is there as soon as its meshes are studied.
 * Cut off at any instant, the next start goes on with what is missing; once it is done, nothing that was removed comes back.
 * @param step hears of every step before it is taken; a fault it throws ends the work there, as a crash would
 */
export async function seedDemo(
  db: Db,
  store: MeshStore,
  pool: Pool,
  { today = new Date(), progress = { done: 0, of: 0 }, plant = DEMO, step = () => undefined }: {
    today?: Date;
    progress?: Seeding;
    plant?: Plant;
    step?: (what: string) => void;
  } = {},
): Promise<void> {
  const [fact] = await db.select().from(siteFacts).where(eq(siteFacts.key, KEY));
  let state = fact?.value as Progress | undefined;
  if (state?.done) return;
  if (!state) {
    if ((await readShop(db)).revision > 0 || (await countCases(db)) > 0) return;
    step('begin');
    state = { begun: today.toISOString() };
    await db.insert(siteFacts).values({ key: KEY, value: state });
  }
  const begun = new Date(state.begun);
  const there = new Set((await db.select({ id: cases.id }).from(cases)).map((c) => c.id));
  const missing = plant.cases.filter((c) => !there.has(idOf('case', c.doc.title)));
  progress.of = plant.cases.length;
  progress.done = plant.cases.length - missing.length;

  const shapes = new Map<string, ShapeRef>();
  const waiting = new Set(missing);
  /** Cases whose meshes have all been studied. */
  const ready = async (): Promise<void> => {
    for (const candidate of [...waiting]) {
      const { doc, machined, printed } = candidate;
      if ([machined, printed].some((name) => name && !shapes.has(name))) continue;
      waiting.delete(candidate);
      step(`case ${doc.title}`);
      const full: CaseDoc = {
        ...doc,
        start: state.begun.slice(0, 10),
        shapes: { ...(machined && { machined: shapes.get(machined)! }), ...(printed && { printed: shapes.get(printed)! }) },
      };
      const loaded = await solved(full);
      await createCase(db, loaded, 'demo plant', undefined, idOf('case', doc.title));
      progress.done++;
    }
  };
  /** With its load table solved on the mesh to print. */
  const solved = async (doc: CaseDoc): Promise<CaseDoc> => {
    const shape = doc.shapes.printed;
    const bytes = doc.loads && shape && (await store.get(shape.hash));
    return bytes ? pool.run('solve', { bytes, doc, shape, elements: BRICKS }) : doc;
  };
  const study = async (name: string, bytes: Uint8Array): Promise<void> => {
    const fileName = `${name}.stl`;
    step(`mesh ${name}`);
    const hash = await store.put(bytes);
    await db.insert(meshTable).values({ hash, size_bytes: bytes.length, fileName }).onConflictDoNothing();
    shapes.set(name, { hash, fileName, unit: 'mm', up: UP, ...(await pool.run('study', { bytes, unit: 'mm', fileName, up: UP })) });
  };
  // The first is studied while the next is made; cases are written one after the other.
  let turn = ready();
  const jobs: Promise<void>[] = [];
  for await (const [name, bytes] of plant.meshes(new Set(missing.flatMap((c) => [c.machined, c.printed]).filter((n) => n !== undefined)))) {
    const job = study(name, bytes).then(() => {
      turn = turn.then(ready);
      turn.catch(() => undefined);
    });
    job.catch(() => undefined);
    jobs.push(job);
  }
  // A fault of one is told when the others have come to rest, so that nothing is written after it.
  const faults = [...await Promise.allSettled(jobs), ...await Promise.allSettled([turn])].filter((r) => r.status === 'rejected');
  if (faults.length) throw faults[0].reason;

  step('records and shop');
  await db.transaction(async (tx) => {
    const rows = plant.records(begun).map(({ of, ...r }, k) => ({
      ...r,
      id: idOf('record', String(k)),
      who: 'demo plant',
      ...(of && { caseId: idOf('case', of) }),
    }));
    if (rows.length) await tx.insert(records).values(rows).onConflictDoNothing();
    // Somebody may have written shop figures meanwhile: those stay.
    if ((await readShop(tx)).revision === 0) await saveShop(tx, DEFAULT_SHOP, 0, 'demo plant');
    await tx.update(siteFacts).set({ value: { ...state, done: true } }).where(eq(siteFacts.key, KEY));
  });
  // Somebody may have asked for it meanwhile.
  forgetEvidence(db);
  progress.of = 0;
}
