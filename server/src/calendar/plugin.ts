import { and, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { FastifyInstance } from 'fastify';
import { createEvents, type EventAttributes } from 'ics';
import { dueInCase } from '@cuadro/core/case/due';
import type { CaseDoc } from '@cuadro/core/case/types';
import { DUE_KINDS, dueInRecords } from '@cuadro/core/records/due';
import type { DueRow } from '@cuadro/core/wire';
import type { Context } from '../context';
import { cases, records } from '../db/schema';
import { ID } from '../http/params';
import { seesCase } from '../people/store';

const schema = { querystring: { type: 'object', additionalProperties: false, properties: { case: ID } } };

/** Days by which something is to be done, the nearest first: conditions, inspections, quotes, lots, runs of the Board. @param caseId of that case alone */
async function dueRows(db: Context['db'], person: Parameters<typeof seesCase>[0] | undefined, caseId?: string): Promise<DueRow[]> {
  const shown = and(isNull(cases.removedAt), person && seesCase(person), caseId ? eq(cases.id, caseId) : undefined);
  // Documents are read of the cases that agreed on something; of all others the title is enough.
  const [agreed, kept] = await Promise.all([
    db.select({ id: cases.id, title: sql<string>`${cases.doc} ->> 'title'`, decision: sql<CaseDoc['decision']>`${cases.doc} -> 'decision'` }).from(cases).where(
      and(shown, sql`${cases.doc} -> 'decision' -> 'agreed' is not null`),
    ),
    db.select({ id: records.id, kind: records.kind, caseId: records.caseId, values: records.values, title: sql<string | null>`${cases.doc} ->> 'title'` }).from(
      records,
    )
      .leftJoin(cases, and(eq(cases.id, records.caseId), shown))
      .where(and(isNull(records.removedAt), inArray(records.kind, [...DUE_KINDS]))),
  ]);
  const told = kept.filter((r) => (r.caseId === null ? !caseId : r.title !== null));
  return [
    ...agreed.flatMap(({ id, title, decision }) => dueInCase({ decision }).map((d) => ({ ...d, caseId: id, kind: 'condition', title, key: `${id}-${d.key}` }))),
    ...dueInRecords(told).map(({ row, ...d }) => ({ ...d, kind: row.kind, caseId: row.caseId, title: row.title ?? 'House' })),
  ].sort((a, b) => a.day.localeCompare(b.day));
}

/** The same as a list for the page, and as a calendar that others subscribe to or bring in. */
export function calendarRoutes(app: FastifyInstance, { db }: Context): void {
  app.get('/api/due', async ({ person }): Promise<DueRow[]> => dueRows(db, person));
  app.get<{ Querystring: { case?: string } }>('/api/calendar.ics', { schema }, async ({ query, person, protocol, host }, reply) => {
    const dates = await dueRows(db, person, query.case);
    const { value = EMPTY, error } = dates.length
      ? createEvents(dates.map((d) => event(d, d.title, `${protocol}://${host}/${d.caseId === null ? 'due' : `case/${d.caseId}`}`)))
      : {};
    if (error) throw error;
    return reply.type('text/calendar; charset=utf-8').header('content-disposition', 'attachment; filename="cuadro.ics"').send(value);
  });
}

const EMPTY = 'BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:Cuadro\r\nEND:VCALENDAR\r\n';

/** A whole day: its end is the day after. */
function event(d: { key: string; day: string; what: string; who: string }, title: string, url: string): EventAttributes {
  const [y, m, day] = d.day.split('-').map(Number);
  const next = new Date(Date.UTC(y, m - 1, day + 1));
  return {
    uid: `${d.key}@cuadro`,
    productId: 'Cuadro',
    title: `${title}: ${d.what}`,
    ...(d.who && { description: `Seen to by ${d.who}.` }),
    start: [y, m, day],
    end: [next.getUTCFullYear(), next.getUTCMonth() + 1, next.getUTCDate()],
    url,
  };
}
