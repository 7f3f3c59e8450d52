import { and, asc, desc, eq, inArray, isNotNull, isNull, type SQL, sql } from 'drizzle-orm';
import type { CaseDoc } from '@cuadro/core/case/types';
import { upgrade } from '@cuadro/core/document/upgrade';
import type { QuickLook } from '@cuadro/core/decide/quick-look';
import type { Family } from '@cuadro/core/need/family';
import { FAMILIES, familiesLike } from '@cuadro/core/need/families';
import type { CaseList, CaseListQuery, CaseRecord, CaseRow, RevisionRecord, SignatureRecord, SignatureRow } from '@cuadro/core/wire';
import type { Db } from '../db/open';
import { caseRevisions, cases, quickLooks, signatures } from '../db/schema';
import { AppError } from '../errors';
import { Overtaken } from '../http/merge';
import { withoutStudies, withStudies } from '../studies/store';

// Written out: columns of an inner query would be named without their table, and `id` would be the signature's.
const signedRevision = sql<number | null>`(select max(s.revision) from signatures s where s.case_id = cases.id)`;
const columns = {
  id: cases.id,
  revision: cases.revision,
  doc: cases.doc,
  updatedAt: cases.updatedAt,
  updatedBy: cases.updatedBy,
  area: cases.area,
  signedRevision,
};

type Row = Omit<CaseRecord, 'updatedAt'> & { updatedAt: Date };
async function toRecord(db: Db, row: Row): Promise<CaseRecord> {
  const [doc] = await withStudies(db, [upgrade(row.doc)]);
  return { ...row, doc, updatedAt: row.updatedAt.toISOString() };
}

/** Saves by one person within this time of the last are one state in the history. */
const QUIET_SPELL_S = 120;

/** The most rows of a page. */
export const MAX_PAGE = 2000;

const FAMILY_LABEL = new Map(FAMILIES.map((f) => [f.id, f.label]));
const titleText = sql<string>`${cases.doc}->>'title'`;
const placeText = sql<string>`${cases.doc}->>'place'`;
const ownerText = sql<string | null>`${cases.doc}->>'owner'`;
const familyText = sql<string>`${cases.doc}->>'family'`;
const ORDER: Record<NonNullable<CaseListQuery['sort']>, SQL> = {
  created: sql`${cases.createdAt}`,
  updated: sql`${cases.updatedAt}`,
  title: sql`lower(${titleText})`,
  place: sql`lower(${placeText})`,
  family: sql`${familyText}`,
  worth: sql`coalesce((${quickLooks.look}->>'worthPerHour')::double precision, 0)`,
};

/** A word as the beginning or a part of what is sought, its own wild cards taken as they are. */
const escaped = (w: string): string => w.replace(/[\\%_]/g, '\\$&');
/** Records of a case whose tool has a number like this. Written out, as above. */
const toolsLike = (like: string): SQL =>
  sql`from records r where r.case_id = cases.id and r.removed_at is null and r.kind in ('release', 'tool-life') and lower(r.data->>'number') like ${like}`;

/** Unsigned cases that are like this one, and which of them come first: those that do the same to the work. */
async function nextLike(db: Db, id: string): Promise<{ where: SQL; first: SQL }> {
  const [row] = await db.select({ family: familyText }).from(cases).where(eq(cases.id, id));
  if (!row) throw new AppError('CASE_NOT_FOUND');
  const { same, near } = familiesLike(row.family);
  const isOneOf = (families: readonly Family[]): SQL => sql`${familyText} in (${sql.join(families.map((f) => sql`${f.id}`), sql`, `)})`;
  return { where: sql`(cases.id <> ${id} and ${isOneOf([...same, ...near])} and ${signedRevision} is null)`, first: isOneOf(same) };
}

/**
 * Rows of the list, not documents: a page of them, searched and sorted here.
 * @param siteKey state of shop and records for which a kept quick look still holds
 * @param visible what is left out is not there for who asks
 */
export async function listCases(
  db: Db,
  { page = 0, size = 100, q = '', sort = 'created', down = false, templates = false, off = false, like }: CaseListQuery,
  siteKey: string,
  visible?: SQL,
): Promise<CaseList> {
  const words = q.trim().toLowerCase().split(/\s+/).filter(Boolean).slice(0, 8);
  const matches = words.map((w) => {
    const like = `%${escaped(w)}%`;
    const families = FAMILIES.filter((f) => f.label.toLowerCase().includes(w)).map((f) => f.id);
    const inFamily = families.length ? sql` or ${familyText} in (${sql.join(families.map((f) => sql`${f}`), sql`, `)})` : sql``;
    const onTool = sql` or exists (select 1 ${toolsLike(`${escaped(w)}%`)})`;
    return sql`(lower(${titleText}) like ${like} or lower(${placeText}) like ${like} or lower(${cases.doc}->>'trouble') like ${like} or lower(${ownerText}) like ${like}${inFamily}${onTool})`;
  });
  const alike = like === undefined ? undefined : await nextLike(db, like);
  const where = and(
    off ? isNotNull(cases.removedAt) : isNull(cases.removedAt),
    visible,
    off ? undefined : eq(cases.template, templates),
    alike?.where,
    ...matches,
  );
  const order = [...(alike ? [desc(alike.first)] : []), down ? desc(ORDER[sort]) : asc(ORDER[sort]), asc(cases.id)];
  // First which rows, then what is in them: else every document would be opened to show a hundred. A window would count them too, at twice the price.
  const pick = db.select({ id: cases.id }).from(cases).$dynamic();
  const picked = (sort === 'worth' ? pick.leftJoin(quickLooks, eq(quickLooks.caseId, cases.id)) : pick)
    .where(where)
    .orderBy(...order)
    .limit(Math.min(MAX_PAGE, size))
    .offset(page * size)
    .as('picked');
  const rows = await db
    .select({
      id: cases.id,
      revision: cases.revision,
      title: titleText,
      family: familyText,
      place: placeText,
      owner: ownerText,
      trouble: sql<string>`left(${cases.doc}->>'trouble', 300)`,
      createdAt: cases.createdAt,
      updatedAt: cases.updatedAt,
      updatedBy: cases.updatedBy,
      signedRevision,
      look: quickLooks.look,
      lookRevision: quickLooks.revision,
      lookSite: quickLooks.site,
      // Read off a tool, or by a scanner: which tool of the case it is.
      tools: words.length ? sql<string | null>`(select string_agg(distinct r.data->>'number', ', ') ${toolsLike(`${escaped(words[0])}%`)})` : sql<null>`null`,
    })
    .from(picked)
    .innerJoin(cases, eq(cases.id, picked.id))
    .leftJoin(quickLooks, eq(quickLooks.caseId, cases.id))
    .orderBy(...order);
  const total = await db.$count(cases, where);
  return {
    total,
    rows: rows.map(({ look, lookRevision, lookSite, createdAt, updatedAt, tools, ...r }): CaseRow => ({
      ...r,
      ...(tools && { tools }),
      familyLabel: FAMILY_LABEL.get(r.family) ?? r.family,
      createdAt: createdAt.toISOString(),
      updatedAt: updatedAt.toISOString(),
      ...(look && lookRevision === r.revision && lookSite === siteKey && { look }),
    })),
  };
}

/** Keep what a page worked out for the list, for the state of case and site it was worked out for. */
export async function keepLook(db: Db, caseId: string, revision: number, site: string, look: QuickLook): Promise<void> {
  await db.insert(quickLooks).values({ caseId, revision, site, look }).onConflictDoUpdate({ target: quickLooks.caseId, set: { revision, site, look } });
}

export async function countCases(db: Db): Promise<number> {
  const [{ n }] = await db.select({ n: sql<number>`count(*)::int` }).from(cases);
  return n;
}

/** @throws AppError CASE_NOT_FOUND */
export async function getCase(db: Db, id: string): Promise<CaseRecord> {
  const [row] = await db.select(columns).from(cases).where(and(eq(cases.id, id), isNull(cases.removedAt)));
  if (!row) throw new AppError('CASE_NOT_FOUND');
  return toRecord(db, row);
}

/** Has a case of this id ever been made? */
export const caseIsThere = async (db: Db, id: string): Promise<boolean> => (await db.$count(cases, eq(cases.id, id))) > 0;

const isPattern = (doc: CaseDoc): boolean => doc.template === true;

export async function createCase(db: Db, doc: CaseDoc, who: string, ownerId?: string, ownId?: string): Promise<CaseRecord> {
  const slim = await withoutStudies(db, doc);
  const id = await db.transaction(async (tx) => {
    const [row] = await tx.insert(cases).values({ ...(ownId && { id: ownId }), doc: slim, template: isPattern(doc), updatedBy: who, ownerId }).returning({
      id: cases.id,
    });
    await tx.insert(caseRevisions).values({ caseId: row.id, revision: 1, doc: slim, who });
    return row.id;
  });
  return getCase(db, id);
}

/** Several cases at once: all of them or none. @returns their ids, in order */
export async function createCases(db: Db, docs: readonly CaseDoc[], who: string, ownerId?: string): Promise<string[]> {
  return db.transaction(async (tx) => {
    const rows = await tx.insert(cases).values(docs.map((doc) => ({ doc, template: isPattern(doc), updatedBy: who, ownerId }))).returning({ id: cases.id });
    await tx.insert(caseRevisions).values(rows.map(({ id }, i) => ({ caseId: id, revision: 1, doc: docs[i], who })));
    return rows.map((r) => r.id);
  });
}

/** Take several off the list. @returns how many were on it */
export async function removeCases(db: Db, ids: readonly string[], visible?: SQL): Promise<number> {
  const rows = await db.update(cases).set({ removedAt: new Date() }).where(and(inArray(cases.id, [...ids]), isNull(cases.removedAt), visible)).returning({
    id: cases.id,
  });
  return rows.length;
}

/**
 * Save a change made on a given revision.
 * What the same person saved a moment before, and nobody signed, becomes one state of the history with it.
 * @throws AppError CASE_NOT_FOUND
 * @throws Overtaken when that revision is not the newest
 */
export async function saveCase(db: Db, id: string, doc: CaseDoc, revision: number, who: string): Promise<CaseRecord> {
  const slim = await withoutStudies(db, doc);
  const saved = await db.transaction(async (tx) => {
    const rows = await tx
      .update(cases)
      .set({ doc: slim, template: isPattern(doc), revision: revision + 1, updatedAt: new Date(), updatedBy: who })
      .where(and(eq(cases.id, id), eq(cases.revision, revision), isNull(cases.removedAt)))
      .returning({ id: cases.id });
    if (!rows.length) return false;
    const [merged] = await tx
      .update(caseRevisions)
      .set({ revision: revision + 1, doc: slim, at: new Date() })
      .where(and(
        eq(caseRevisions.caseId, id),
        eq(caseRevisions.revision, revision),
        eq(caseRevisions.who, who),
        sql`${caseRevisions.revision} > 1`,
        sql`${caseRevisions.at} > now() - make_interval(secs => ${QUIET_SPELL_S})`,
        sql`not exists (select 1 from signatures s where s.case_id = ${id} and s.revision = ${revision})`,
      ))
      .returning({ revision: caseRevisions.revision });
    if (!merged) await tx.insert(caseRevisions).values({ caseId: id, revision: revision + 1, doc: slim, who });
    return true;
  });
  const current = await getCase(db, id);
  if (!saved) throw new Overtaken();
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

/** A case as it was. @throws AppError REVISION_NOT_FOUND */
export async function getRevision(db: Db, id: string, revision: number): Promise<RevisionRecord & { doc: CaseDoc }> {
  const [row] = await db.select().from(caseRevisions).where(and(eq(caseRevisions.caseId, id), eq(caseRevisions.revision, revision)));
  if (!row) throw new AppError('REVISION_NOT_FOUND');
  const [doc] = await withStudies(db, [upgrade(row.doc)]);
  return { revision: row.revision, at: row.at.toISOString(), who: row.who, doc };
}

export async function addSignature(db: Db, values: Omit<SignatureRecord, 'id' | 'at'>): Promise<SignatureRecord> {
  const [row] = await db.insert(signatures).values(values).returning();
  return { ...row, at: row.at.toISOString() };
}

/** Who signed what and when; the frozen figures come with each signature alone. */
export async function listSignatures(db: Db, caseId: string): Promise<SignatureRow[]> {
  const rows = await db
    .select({
      id: signatures.id,
      caseId: signatures.caseId,
      revision: signatures.revision,
      who: signatures.who,
      role: signatures.role,
      statement: signatures.statement,
      at: signatures.at,
      kind: sql<SignatureRow['kind']>`${signatures.view}->'verdict'->>'kind'`,
      headline: sql<string>`${signatures.view}->'verdict'->>'headline'`,
      engine: signatures.engine,
      digest: signatures.digest,
    })
    .from(signatures)
    .where(eq(signatures.caseId, caseId))
    .orderBy(desc(signatures.at));
  return rows.map((r) => ({ ...r, at: r.at.toISOString() }));
}

/** @throws AppError SIGNATURE_NOT_FOUND */
export async function getSignature(db: Db, caseId: string, id: string): Promise<SignatureRecord> {
  const [row] = await db.select().from(signatures).where(and(eq(signatures.caseId, caseId), eq(signatures.id, id)));
  if (!row) throw new AppError('SIGNATURE_NOT_FOUND');
  return { ...row, at: row.at.toISOString() };
}
