import { createHash, randomBytes } from 'node:crypto';
import { and, desc, eq, gt, lt, sql } from 'drizzle-orm';
import { may, type Needed, type Role } from '@cuadro/core/people';
import type { AuditRow, PersonRow, SessionRow, TokenRow } from '@cuadro/core/wire';
import type { Db } from '../db/open';
import { audit, cases, people, sessions, tokens } from '../db/schema';
import { AppError } from '../errors';
import { hashPassword, passwordMatches } from './passwords';

/** Somebody who is known. */
export interface Person {
  id: string;
  login: string;
  name: string;
  role: Role;
  areas: string[];
}

/** Wrong passwords in a row until an account rests, and for how long. */
const MOST_FAILURES = 8;
const LOCK_MS = 15 * 60_000;
/** A session ends after so long without a request, and after so long in any case. */
const IDLE_MS = 12 * 3_600_000;
const LONGEST_MS = 7 * 24 * 3_600_000;
export const SESSION_S = LONGEST_MS / 1000;

const secret = (): string => randomBytes(32).toString('base64url');
const digestOf = (text: string): string => createHash('sha256').update(text).digest('hex');
const ago = (ms: number): Date => new Date(Date.now() - ms);

const columns = { id: people.id, login: people.login, name: people.name, role: people.role, areas: people.areas };
const toRow = ({ id, login, name, role, areas, disabled, createdAt, lockedUntil }: typeof people.$inferSelect): PersonRow => ({
  id,
  login,
  name,
  role,
  areas,
  disabled,
  locked: !!lockedUntil && lockedUntil > new Date(),
  createdAt: createdAt.toISOString(),
});

export const countPeople = (db: Db): Promise<number> => db.$count(people);

export async function listPeople(db: Db): Promise<PersonRow[]> {
  return (await db.select().from(people).orderBy(people.login)).map(toRow);
}

/** @throws AppError PERSON_TAKEN */
export async function addPerson(db: Db, p: Omit<Person, 'id'>, password: string): Promise<PersonRow> {
  const [row] = await db.insert(people).values({ ...p, password: await hashPassword(password) }).onConflictDoNothing().returning();
  if (!row) throw new AppError('PERSON_TAKEN');
  return toRow(row);
}

/**
 * Change an account. One that is shut, or whose role changes, is signed out everywhere.
 * @throws AppError PERSON_NOT_FOUND, PERSON_LAST when nobody would be left to manage accounts
 */
export async function changePerson(db: Db, id: string, change: Pick<PersonRow, 'name' | 'role' | 'areas' | 'disabled'>): Promise<PersonRow> {
  return db.transaction(async (tx) => {
    const [before] = await tx.select().from(people).where(eq(people.id, id));
    if (!before) throw new AppError('PERSON_NOT_FOUND');
    const [row] = await tx.update(people).set({ ...change, ...(!change.disabled && { failures: 0, lockedUntil: null }) }).where(eq(people.id, id)).returning();
    const left = await tx.$count(people, and(eq(people.role, 'administrator'), eq(people.disabled, false)));
    if (!left) throw new AppError('PERSON_LAST');
    if (change.disabled || change.role !== before.role) await tx.delete(sessions).where(eq(sessions.personId, id));
    return toRow(row);
  });
}

/** A new password ends every session of its owner but the one it is changed from. */
export async function setPassword(db: Db, id: string, password: string, keep?: string): Promise<void> {
  const rows = await db.update(people).set({ password: await hashPassword(password), failures: 0, lockedUntil: null }).where(eq(people.id, id)).returning({
    id: people.id,
  });
  if (!rows.length) throw new AppError('PERSON_NOT_FOUND');
  await db.delete(sessions).where(and(eq(sessions.personId, id), keep ? sql`${sessions.id} <> ${keep}` : undefined));
}

/**
 * Who has this name and password. An account that saw too many wrong ones rests.
 * @throws AppError SIGN_IN_WRONG, the same for an unknown name, a wrong password and an account that is shut; SIGN_IN_LOCKED
 */
export async function personBy(db: Db, login: string, password: string): Promise<Person> {
  const [row] = await db.select().from(people).where(eq(people.login, login.trim().toLowerCase()));
  const right = await passwordMatches(password, row?.password);
  if (!row) throw new AppError('SIGN_IN_WRONG');
  if (row.lockedUntil && row.lockedUntil > new Date()) throw new AppError('SIGN_IN_LOCKED');
  if (!right) {
    // Counted in the database: many at once count each.
    const [{ failures }] = await db.update(people).set({ failures: sql`${people.failures} + 1` }).where(eq(people.id, row.id)).returning({
      failures: people.failures,
    });
    if (failures >= MOST_FAILURES) await db.update(people).set({ failures: 0, lockedUntil: new Date(Date.now() + LOCK_MS) }).where(eq(people.id, row.id));
    throw new AppError('SIGN_IN_WRONG');
  }
  if (row.disabled) throw new AppError('SIGN_IN_WRONG');
  await db.update(people).set({ failures: 0, lockedUntil: null }).where(eq(people.id, row.id));
  return { id: row.id, login: row.login, name: row.name, role: row.role, areas: row.areas };
}

/** @returns what goes into the cookie; only its digest is kept */
export async function openSession(db: Db, personId: string, from: string, agent: string): Promise<string> {
  const key = secret();
  await db.delete(sessions).where(lt(sessions.createdAt, ago(LONGEST_MS)));
  await db.insert(sessions).values({ digest: digestOf(key), personId, from, agent: agent.slice(0, 200) });
  return key;
}

/** Who sits behind a cookie. */
export async function personOfSession(db: Db, key: string): Promise<{ person: Person; session: string } | undefined> {
  const [row] = await db.select({ ...columns, session: sessions.id, seenAt: sessions.seenAt }).from(sessions).innerJoin(
    people,
    eq(people.id, sessions.personId),
  )
    .where(and(eq(sessions.digest, digestOf(key)), eq(people.disabled, false), gt(sessions.seenAt, ago(IDLE_MS)), gt(sessions.createdAt, ago(LONGEST_MS))));
  if (!row) return undefined;
  const { session, seenAt, ...person } = row;
  // To the minute is enough.
  if (seenAt < ago(60_000)) await db.update(sessions).set({ seenAt: new Date() }).where(eq(sessions.id, session));
  return { person, session };
}

export async function listSessions(db: Db, personId: string): Promise<SessionRow[]> {
  const rows = await db.select().from(sessions).where(and(eq(sessions.personId, personId), gt(sessions.seenAt, ago(IDLE_MS)))).orderBy(desc(sessions.seenAt));
  return rows.map(({ id, from, agent, createdAt, seenAt }) => ({ id, from, agent, createdAt: createdAt.toISOString(), seenAt: seenAt.toISOString() }));
}

export const closeSession = async (db: Db, personId: string, id: string): Promise<void> =>
  void (await db.delete(sessions).where(and(eq(sessions.id, id), eq(sessions.personId, personId))));

/** @returns the row, and the key itself: shown once, never again */
export async function addToken(db: Db, personId: string, name: string, days: number): Promise<TokenRow & { key: string }> {
  const key = `cuadro_${secret()}`;
  const [row] = await db.insert(tokens).values({ digest: digestOf(key), personId, name, expiresAt: ago(-days * 86_400_000) }).returning();
  return { ...tokenRow(row), key };
}

const tokenRow = ({ id, name, createdAt, usedAt, expiresAt }: typeof tokens.$inferSelect): TokenRow => ({
  id,
  name,
  createdAt: createdAt.toISOString(),
  usedAt: usedAt?.toISOString() ?? null,
  expiresAt: expiresAt.toISOString(),
});

export async function listTokens(db: Db, personId: string): Promise<TokenRow[]> {
  return (await db.select().from(tokens).where(eq(tokens.personId, personId)).orderBy(desc(tokens.createdAt))).map(tokenRow);
}

export const removeToken = async (db: Db, personId: string, id: string): Promise<void> =>
  void (await db.delete(tokens).where(and(eq(tokens.id, id), eq(tokens.personId, personId))));

/** Whose key this is. */
export async function personOfToken(db: Db, key: string): Promise<Person | undefined> {
  const [row] = await db.select({ ...columns, token: tokens.id }).from(tokens).innerJoin(people, eq(people.id, tokens.personId)).where(
    and(eq(tokens.digest, digestOf(key)), eq(people.disabled, false), gt(tokens.expiresAt, new Date())),
  );
  if (!row) return undefined;
  const { token, ...person } = row;
  await db.update(tokens).set({ usedAt: new Date() }).where(eq(tokens.id, token));
  return person;
}

/** May somebody open a case? One without an area is everybody's; else its owner, whoever has the area, and who manages. */
export const seesCase = (person: Person) =>
  person.role === 'administrator' || !person.areas.length
    ? undefined
    : sql`(${cases.area} is null or ${cases.ownerId} = ${person.id} or ${cases.area} in (${sql.join(person.areas.map((a) => sql`${a}`), sql`, `)}))`;

/** @throws AppError CASE_NOT_FOUND: what one may not see is not there */
export async function checkCase(db: Db, person: Person, caseId: string): Promise<void> {
  const visible = seesCase(person);
  if (visible && !(await db.$count(cases, and(eq(cases.id, caseId), visible)))) throw new AppError('CASE_NOT_FOUND');
}

/** @param area the area it is kept to; everybody sees it where null */
export async function shareCase(db: Db, caseId: string, area: string | null): Promise<void> {
  const rows = await db.update(cases).set({ area }).where(eq(cases.id, caseId)).returning({ id: cases.id });
  if (!rows.length) throw new AppError('CASE_NOT_FOUND');
}

/** The same again within this time counts on the row that is there. */
const AGAIN_MS = 120_000;

export async function note(db: Db, row: Pick<AuditRow, 'who' | 'what' | 'target' | 'from'>): Promise<void> {
  const [last] = await db.select().from(audit).where(and(eq(audit.who, row.who), gt(audit.at, ago(AGAIN_MS)))).orderBy(desc(audit.at)).limit(1);
  if (last && last.what === row.what && last.target === row.target && last.from === row.from)
    await db.update(audit).set({ at: new Date(), times: last.times + 1 }).where(eq(audit.id, last.id));
  else await db.insert(audit).values(row);
}

export async function listAudit(db: Db, page: number, size: number): Promise<{ total: number; rows: AuditRow[] }> {
  const rows = await db.select().from(audit).orderBy(desc(audit.at), desc(audit.id)).limit(size).offset(page * size);
  return {
    total: await db.$count(audit),
    rows: rows.map(({ at, who, what, target, from, times }) => ({ at: at.toISOString(), who, what, target, from, times })),
  };
}

/** @throws AppError FORBIDDEN */
export function requireRole(person: Person, needed: Needed): void {
  if (!may(person.role, needed)) throw new AppError('FORBIDDEN', `An account with the role "${person.role}" may not do this.`);
}
