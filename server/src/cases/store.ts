import { and, desc, eq, isNull, sql } from 'drizzle-orm';
import type { CaseDoc } from '@cuadro/core/case/types';
import type { CaseRecord, RevisionRecord, SignatureRecord } from '@cuadro/core/wire';
import type { Db } from '../db/open';
import { caseRevisions, cases, signatures } from '../db/schema';
import { AppError } from '../errors';

// Written out: columns of an inner query would be named without their table, and `id` would be the signature's.
const signedRevision = sql<number | null>`(select max(s.revision) from signatures s where s.case_id = cases.id)`;
const columns = { id: cases.id, revision: cases.revision, doc: cases.doc, updatedAt: cases.updatedAt, updatedBy: cases.updatedBy, signedRevision };

type Row = Omit<CaseRecord, 'updatedAt'> & { updatedAt: Date };
const toRecord = (row: Row): CaseRecord => ({ ...row, updatedAt: row.updatedAt.toISOString() });

export async function listCases(db: Db): Promise<CaseRecord[]> {
  const rows = await db.select(columns).from(cases).where(isNull(cases.removedAt)).orderBy(cases.createdAt);
  return rows.map(toRecord);
}

/** @throws AppError CASE_NOT_FOUND */
export async function getCase(db: Db, id: string): Promise<CaseRecord> {
  const [row] = await db.select(columns).from(cases).where(and(eq(cases.id, id), isNull(cases.removedAt)));
  if (!row) throw new AppError('CASE_NOT_FOUND');
  return toRecord(row);
}

export async function createCase(db: Db, doc: CaseDoc, who: string): Promise<CaseRecord> {
  const id = await db.transaction(async (tx) => {
    const [row] = await tx.insert(cases).values({ doc, updatedBy: who }).returning({ id: cases.id });
    await tx.insert(caseRevisions).values({ caseId: row.id, revision: 1, doc, who });
    return row.id;
  });
  return getCase(db, id);
}

/**
 * Save a change made on a given revision. Changes on an older one are refused, so that two tabs cannot undo each other.
 * @throws AppError CASE_NOT_FOUND, CASE_CHANGED with what is stored
 */
export async function saveCase(db: Db, id: string, doc: CaseDoc, revision: number, who: string): Promise<CaseRecord> {
  const saved = await db.transaction(async (tx) => {
    const rows = await tx
      .update(cases)
      .set({ doc, revision: revision + 1, updatedAt: new Date(), updatedBy: who })
      .where(and(eq(cases.id, id), eq(cases.revision, revision), isNull(cases.removedAt)))
      .returning({ id: cases.id });
    if (!rows.length) return false;
    await tx.insert(caseRevisions).values({ caseId: id, revision: revision + 1, doc, who });
    return true;
  });
  const current = await getCase(db, id);
  if (!saved) throw new AppError('CASE_CHANGED', undefined, { current });
  return current;
}

/** Taken off the lists; the rows stay. */
export async function removeCase(db: Db, id: string): Promise<void> {
  const rows = await db.update(cases).set({ removedAt: new Date() }).where(and(eq(cases.id, id), isNull(cases.removedAt))).returning({ id: cases.id });
  if (!rows.length) throw new AppError('CASE_NOT_FOUND');
}

export async function restoreCase(db: Db, id: string): Promise<CaseRecord> {
  await db.update(cases).set({ removedAt: null }).where(eq(cases.id, id));
  return getCase(db, id);
}

export async function listRevisions(db: Db, id: string): Promise<RevisionRecord[]> {
  const rows = await db
    .select({ revision: caseRevisions.revision, at: caseRevisions.at, who: caseRevisions.who })
    .from(caseRevisions)
    .where(eq(caseRevisions.caseId, id))
    .orderBy(desc(caseRevisions.revision));
  return rows.map((r) => ({ ...r, at: r.at.toISOString() }));
}

export async function addSignature(db: Db, values: Omit<SignatureRecord, 'id' | 'at'>): Promise<SignatureRecord> {
  const [row] = await db.insert(signatures).values(values).returning();
  return { ...row, at: row.at.toISOString() };
}

export async function listSignatures(db: Db, caseId: string): Promise<SignatureRecord[]> {
  const rows = await db.select().from(signatures).where(eq(signatures.caseId, caseId)).orderBy(desc(signatures.at));
  return rows.map((r) => ({ ...r, at: r.at.toISOString() }));
}

/** @throws AppError SIGNATURE_NOT_FOUND */
export async function getSignature(db: Db, caseId: string, id: string): Promise<SignatureRecord> {
  const [row] = await db.select().from(signatures).where(and(eq(signatures.caseId, caseId), eq(signatures.id, id)));
  if (!row) throw new AppError('SIGNATURE_NOT_FOUND');
  return { ...row, at: row.at.toISOString() };
}
