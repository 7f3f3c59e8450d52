import { DEFAULT_SHOP } from '@cuadro/core/shelf/shop';
import { UP } from '@cuadro/core/shape/turn';
import type { CaseDoc, ShapeRef } from '@cuadro/core/case/types';
import { DEMO_CASES } from '../../demo/cases';
import { demoRecords } from '../../demo/records';
import { makeMeshes } from '../../demo/meshes';
import { countCases, createCase } from './cases/store';
import type { Seeding } from './context';
import type { Db } from './db/open';
import { meshes as meshTable, records } from './db/schema';
import type { Pool } from './jobs/pool';
import type { MeshStore } from './meshes/store';
import { readShop, saveShop } from './shop/store';

/** Load the demo plant into a data folder that has never held anything. A second start finds the shop and leaves it alone. */
export async function seedDemo(db: Db, meshes: MeshStore, pool: Pool, today = new Date(), progress: Seeding = { done: 0, of: 0 }): Promise<void> {
  const { revision } = await readShop(db);
  if (revision > 0 || (await countCases(db)) > 0) return;
  progress.of = DEMO_CASES.length;
  const shapes = new Map<string, ShapeRef>();
  const store = async (name: string, bytes: Uint8Array): Promise<void> => {
    const fileName = `${name}.stl`;
    const hash = await meshes.put(bytes);
    await db.insert(meshTable).values({ hash, size_bytes: bytes.length, fileName }).onConflictDoNothing();
    progress.done = Math.min(progress.of - 1, progress.done + 1);
    shapes.set(name, { hash, fileName, unit: 'mm', up: UP, ...(await pool.run('study', { bytes, unit: 'mm', fileName, up: UP })) });
  };
  // The first is studied while the next is made.
  const jobs: Promise<void>[] = [];
  for await (const [name, bytes] of makeMeshes()) jobs.push(store(name, bytes));
  await Promise.all(jobs);
  const start = today.toISOString().slice(0, 10);
  // All of it or nothing: a start that is cut off seeds again.
  await db.transaction(async (tx) => {
    for (const { doc, machined, printed } of DEMO_CASES) {
      const full: CaseDoc = {
        ...doc,
        start,
        shapes: { ...(machined && { machined: shapes.get(machined)! }), ...(printed && { printed: shapes.get(printed)! }) },
      };
      await createCase(tx, full, 'demo plant');
    }
    await tx.insert(records).values(demoRecords(today).map((r) => ({ ...r, who: 'demo plant' })));
    // Somebody may have written shop figures meanwhile: those stay.
    if ((await readShop(tx)).revision === 0) await saveShop(tx, DEFAULT_SHOP, 0, 'demo plant');
  });
  progress.of = 0;
}
