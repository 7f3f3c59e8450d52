import { ENGINE_VERSION } from '@cuadro/core/decide/engine';
import { and, asc, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { Values } from '@cuadro/core/inputs/spec';
import { evidenceOf, RECORD_KINDS } from '@cuadro/core/records/kinds';
import type { Evidence } from '@cuadro/core/records/evidence';
import type { RecordRow } from '@cuadro/core/records/kind';
import type { Site } from '@cuadro/core/records/site';
import type { RecordList } from '@cuadro/core/wire';
import { createHash } from 'node:crypto';
import type { Db } from '../db/open';
import { records } from '../db/schema';
import { AppError } from '../errors';
import { Overtaken } from '../http/merge';
import { readShop } from '../shop/store';

type Row = typeof records.$inferSelect;
const toRecord = ({ removedAt: _, ...row }: Row): RecordRow => ({ ...row, at: row.at.toISOString() });

/** A page of the records of a kind, newest first: those of a case, or where none is named, all. */
export async function listRecords(db: Db, kind: string, caseId: string | null, page: number, size: number): Promise<RecordList> {
  const where = and(eq(records.kind, kind), ...(caseId === null ? [] : [eq(records.caseId, caseId)]), isNull(records.removedAt));
  const rows = await db.select().from(records).where(where).orderBy(desc(records.at), asc(records.id)).limit(size).offset(page * size);
  const [{ total }] = await db.select({ total: sql<number>`count(*)::int` }).from(records).where(where);
  return { total, rows: rows.map(toRecord) };
}

/** Every record of a case, the oldest first. */
export async function caseRecords(db: Db, caseId: string): Promise<RecordRow[]> {
  const rows = await db.select().from(records).where(and(eq(records.caseId, caseId), isNull(records.removedAt))).orderBy(asc(records.at), asc(records.id));
  return rows.map(toRecord);
}

/** @throws AppError RECORD_NOT_FOUND */
export async function getRecord(db: Db, id: string): Promise<RecordRow> {
  const [row] = await db.select().from(records).where(and(eq(records.id, id), isNull(records.removedAt)));
  if (!row) throw new AppError('RECORD_NOT_FOUND');
  return toRecord(row);
}

export async function findRecord(db: Db, id: string): Promise<RecordRow | undefined> {
  const [row] = await db.select().from(records).where(eq(records.id, id));
  return row && toRecord(row);
}

/** @param ownId made by whoever sends it, so that it may be sent twice */
export async function addRecord(db: Db, kind: string, caseId: string | null, values: Values, who: string, ownId?: string): Promise<RecordRow> {
  const [row] = await db.insert(records).values({ ...(ownId && { id: ownId }), kind, caseId, values, who }).returning();
  evidence.delete(db);
  return toRecord(row);
}

/**
 * @throws AppError RECORD_NOT_FOUND
 * @throws Overtaken when that revision is not the newest
 */
export async function saveRecord(db: Db, id: string, values: Values, revision: number, who: string): Promise<RecordRow> {
  const [row] = await db.update(records).set({ values, who, revision: revision + 1 }).where(
    and(eq(records.id, id), eq(records.revision, revision), isNull(records.removedAt)),
  ).returning();
  if (!row) {
    await getRecord(db, id);
    throw new Overtaken();
  }
  evidence.delete(db);
  return toRecord(row);
}

/** Taken off the lists; the row stays and can be had back. */
export async function removeRecord(db: Db, id: string): Promise<void> {
  const rows = await db.update(records).set({ removedAt: new Date() }).where(and(eq(records.id, id), isNull(records.removedAt))).returning({ id: records.id });
  if (!rows.length) throw new AppError('RECORD_NOT_FOUND');
  evidence.delete(db);
}

export async function restoreRecord(db: Db, id: string): Promise<RecordRow> {
  await db.update(records).set({ removedAt: null }).where(eq(records.id, id));
  evidence.delete(db);
  return getRecord(db, id);
}

/** What the records say, kept until one of them changes. */
const evidence = new WeakMap<Db, Promise<Evidence>>();
export function readEvidence(db: Db): Promise<Evidence> {
  let kept = evidence.get(db);
  if (!kept) {
    const telling = RECORD_KINDS.filter((k) => k.summarise).map((k) => k.id);
    kept = db.select().from(records).where(and(inArray(records.kind, telling), isNull(records.removedAt))).orderBy(asc(records.at), asc(records.id)).then((
      rows,
    ) => evidenceOf(rows.map(toRecord)));
    evidence.set(db, kept);
    kept.catch(() => evidence.delete(db));
  }
  return kept;
}

/** Records were written past this store. */
export const forgetEvidence = (db: Db): void => void evidence.delete(db);

/** The site as estimates see it. */
export async function readSite(db: Db): Promise<Site> {
  const [{ shop }, found] = await Promise.all([readShop(db), readEvidence(db)]);
  return { shop, evidence: found };
}

/** Tells one state of shop, records and computation from another: quick looks are kept by it. */
export async function siteKey(db: Db): Promise<string> {
  const [{ revision }, found] = await Promise.all([readShop(db), readEvidence(db)]);
  return `${ENGINE_VERSION}.${revision}-${createHash('sha256').update(JSON.stringify(found)).digest('hex').slice(0, 12)}`;
}
