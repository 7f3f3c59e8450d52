import { boolean, index, integer, jsonb, pgTable, primaryKey, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import type { CaseDoc } from '@cuadro/core/case/types';
import type { CaseView } from '@cuadro/core/decide/evaluate-case';
import type { QuickLook } from '@cuadro/core/decide/quick-look';
import type { Values } from '@cuadro/core/inputs/spec';
import type { Evidence } from '@cuadro/core/records/evidence';
import type { Measure } from '@cuadro/core/shape/measure';
import type { ShapeStudy } from '@cuadro/core/shape/study';
import type { Shop } from '@cuadro/core/shelf/shop';
import type { Role } from '@cuadro/core/people';

const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });
const at = (name: string) => moment(name).notNull().defaultNow();

/** A candidate tool and everything said about it. `revision` counts the changes; they are kept below. Studies of meshes lie apart. */
export const cases = pgTable('cases', {
  id: uuid('id').primaryKey().defaultRandom(),
  revision: integer('revision').notNull().default(1),
  doc: jsonb('doc').$type<CaseDoc>().notNull(),
  createdAt: at('created_at'),
  updatedAt: at('updated_at'),
  updatedBy: text('updated_by').notNull(),
  removedAt: moment('removed_at'),
  /** Who made it; none where there are no accounts. */
  ownerId: uuid('owner_id'),
  /** Area of the plant it is kept to; everybody sees it where there is none. */
  area: text('area'),
  /** A pattern for cases to come, as its document says: so that a list does not open every document to leave it out. */
  template: boolean('template').notNull().default(false),
});

/** States of a case. One person's typing without a longer pause is one state. */
export const caseRevisions = pgTable(
  'case_revisions',
  {
    caseId: uuid('case_id').notNull().references(() => cases.id),
    revision: integer('revision').notNull(),
    doc: jsonb('doc').$type<CaseDoc>().notNull(),
    at: at('at'),
    who: text('who').notNull(),
  },
  (t) => [primaryKey({ columns: [t.caseId, t.revision] })],
);

/** What the list shows of a case, worked out by a page for one state of case and site. */
export const quickLooks = pgTable('quick_looks', {
  caseId: uuid('case_id').primaryKey().references(() => cases.id),
  revision: integer('revision').notNull(),
  site: text('site').notNull(),
  look: jsonb('look').$type<QuickLook>().notNull(),
});

/** Frozen verdicts. Never updated: a later change of the case asks for a new signature. */
export const signatures = pgTable('signatures', {
  id: uuid('id').primaryKey().defaultRandom(),
  caseId: uuid('case_id').notNull().references(() => cases.id),
  revision: integer('revision').notNull(),
  who: text('who').notNull(),
  role: text('role').notNull(),
  statement: text('statement').notNull(),
  at: at('at'),
  doc: jsonb('doc').$type<CaseDoc>().notNull(),
  shop: jsonb('shop').$type<Shop>().notNull(),
  view: jsonb('view').$type<CaseView>().notNull(),
  /** What the site's records said; none in signatures older than records. */
  evidence: jsonb('evidence').$type<Evidence>(),
  /** Version of the computation, and a digest of the built-in figures it was done with. */
  engine: text('engine'),
  digest: text('digest'),
});

/** Meshes by content; the bytes lie in the mesh store beside the database. */
export const meshes = pgTable('meshes', {
  hash: text('hash').primaryKey(),
  size_bytes: integer('size_bytes').notNull(),
  fileName: text('file_name').notNull(),
  /** As it was measured last, and how it was read: its unit, and the version of the measuring. */
  readAs: text('read_as'),
  measure: jsonb('measure').$type<Measure>(),
  at: at('at'),
});

/** What the analyses found on a mesh in one build direction. */
export const studies = pgTable(
  'studies',
  {
    hash: text('hash').notNull(),
    version: integer('version').notNull(),
    /** Unit and build direction: the same file in inches is another part. */
    placed: text('placed').notNull(),
    study: jsonb('study').$type<ShapeStudy>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.hash, t.version, t.placed] })],
);

/** Records of every kind: quotes, notes, builds, tools in use. */
export const records = pgTable(
  'records',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    kind: text('kind').notNull(),
    caseId: uuid('case_id').references(() => cases.id),
    at: at('at'),
    who: text('who').notNull(),
    revision: integer('revision').notNull().default(1),
    values: jsonb('data').$type<Values>().notNull(),
    removedAt: moment('removed_at'),
  },
  (t) => [index('records_case_kind_at').on(t.caseId, t.kind, t.at)],
);

/** One row: the site's own figures over the built-in ones. */
export const shops = pgTable('shops', {
  id: integer('id').primaryKey(),
  revision: integer('revision').notNull().default(1),
  shop: jsonb('shop').$type<Shop>().notNull(),
  updatedAt: at('updated_at'),
});

export const shopRevisions = pgTable('shop_revisions', {
  revision: integer('revision').primaryKey(),
  shop: jsonb('shop').$type<Shop>().notNull(),
  at: at('at'),
  who: text('who').notNull(),
});

/** What is known of the data folder itself: how far the demo plant has been set up. */
export const siteFacts = pgTable('site_facts', {
  key: text('key').primaryKey(),
  value: jsonb('value').$type<unknown>().notNull(),
});

/** People with an account; used only where the service listens to others. */
export const people = pgTable('people', {
  id: uuid('id').primaryKey().defaultRandom(),
  login: text('login').notNull().unique(),
  name: text('name').notNull(),
  role: text('role').$type<Role>().notNull(),
  /** Areas of the plant whose cases they see; all where empty. */
  areas: jsonb('areas').$type<string[]>().notNull(),
  password: text('password').notNull(),
  disabled: boolean('disabled').notNull().default(false),
  /** Wrong passwords in a row, and until when it is locked for them. */
  failures: integer('failures').notNull().default(0),
  lockedUntil: moment('locked_until'),
  createdAt: at('created_at'),
});

/** Signed-in browsers, by a digest of their cookie. */
export const sessions = pgTable('sessions', {
  id: uuid('id').primaryKey().defaultRandom(),
  digest: text('digest').notNull().unique(),
  personId: uuid('person_id').notNull().references(() => people.id),
  from: text('from_address').notNull(),
  agent: text('agent').notNull(),
  createdAt: at('created_at'),
  seenAt: at('seen_at'),
});

/** Keys of programs and devices, by a digest. They may do what their owner may, never more. */
export const tokens = pgTable('tokens', {
  id: uuid('id').primaryKey().defaultRandom(),
  digest: text('digest').notNull().unique(),
  personId: uuid('person_id').notNull().references(() => people.id),
  name: text('name').notNull(),
  createdAt: at('created_at'),
  usedAt: moment('used_at'),
  expiresAt: moment('expires_at').notNull(),
});

/** Who did what, when and from where. Rows are added and never changed, but for one that counts the same again. */
export const audit = pgTable(
  'audit',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    at: at('at'),
    who: text('who').notNull(),
    what: text('what').notNull(),
    target: text('target').notNull(),
    from: text('from_address').notNull(),
    times: integer('times').notNull().default(1),
  },
  (t) => [index('audit_at').on(t.at)],
);
