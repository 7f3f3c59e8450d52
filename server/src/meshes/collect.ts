import { inArray, sql } from 'drizzle-orm';
import type { Db } from '../db/open';
import { meshes as meshTable } from '../db/schema';
import type { MeshStore } from './store';

/** What nothing refers to is left alone for so long: it may belong to an edit that is not yet saved. */
const GRACE_MS = 7 * 86_400_000;

/** Every hash that a case, one of its states, a signature or a record mentions. */
async function referred(db: Db): Promise<Set<string>> {
  const result = await db.execute<{ hash: string }>(sql`
    select distinct found[1] as hash from (
      select regexp_matches(doc::text, '[0-9a-f]{64}', 'g') as found from cases
      union all select regexp_matches(doc::text, '[0-9a-f]{64}', 'g') from case_revisions
      union all select regexp_matches(doc::text, '[0-9a-f]{64}', 'g') from signatures
      union all select regexp_matches(data::text, '[0-9a-f]{64}', 'g') from records
    ) as all_found`);
  return new Set((result as unknown as { rows: { hash: string }[] }).rows.map((r) => r.hash));
}

/**
 * Remove meshes, models and pictures that nothing has referred to for a week. Removed cases and records still count: they can be
 * had back.
 * @returns how many were removed
 */
export async function collectMeshes(db: Db, store: MeshStore, now = Date.now()): Promise<number> {
  const kept = await referred(db);
  const gone: string[] = [];
  for await (const { hash, at } of store.list()) if (!kept.has(hash) && now - at > GRACE_MS) gone.push(hash);
  for (const hash of gone) await store.remove(hash);
  if (gone.length) {
    await db.delete(meshTable).where(inArray(meshTable.hash, gone));
    await db.execute(sql`delete from studies where hash in (${sql.join(gone.map((h) => sql`${h}`), sql`, `)})`);
  }
  return gone.length;
}
