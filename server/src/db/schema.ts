import { integer, jsonb, pgTable, primaryKey, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import type { CaseDoc } from '@cuadro/core/case/types';
import type { CaseView } from '@cuadro/core/case/evaluate-case';
import type { Shop } from '@cuadro/core/shelf/shop';

const at = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' }).notNull().defaultNow();

/** A candidate tool and everything said about it. `revision` counts the changes; every one is kept below. */
export const cases = pgTable('cases', {
  id: uuid('id').primaryKey().defaultRandom(),
  revision: integer('revision').notNull().default(1),
  doc: jsonb('doc').$type<CaseDoc>().notNull(),
  createdAt: at('created_at'),
  updatedAt: at('updated_at'),
  updatedBy: text('updated_by').notNull(),
  removedAt: timestamp('removed_at', { withTimezone: true, mode: 'date' }),
});

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
});

/** Meshes by content; the bytes lie in the mesh store beside the database. */
export const meshes = pgTable('meshes', {
  hash: text('hash').primaryKey(),
  size_bytes: integer('size_bytes').notNull(),
  fileName: text('file_name').notNull(),
  at: at('at'),
});

/** One row: the site's own figures over the built-in ones. */
export const shops = pgTable('shops', {
  id: integer('id').primaryKey(),
  revision: integer('revision').notNull().default(1),
  shop: jsonb('shop').$type<Shop>().notNull(),
  updatedAt: at('updated_at'),
});
