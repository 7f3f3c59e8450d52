import { and, inArray, isNull, type SQL } from 'drizzle-orm';
import type { FastifyInstance } from 'fastify';
import { createEvents, type EventAttributes } from 'ics';
import { dueInCase } from '@cuadro/core/case/due';
import type { CaseDoc } from '@cuadro/core/case/types';
import { dueInRecords } from '@cuadro/core/records/due';
import type { Context } from '../context';
import { cases, records } from '../db/schema';
import { ID } from '../http/params';
import { seesCase } from '../people/store';

const schema = { querystring: { type: 'object', additionalProperties: false, properties: { case: ID } } };

/** Days by which something is to be done, as a calendar that others subscribe to or bring in: conditions, inspections, quotes. */
export function calendarRoutes(app: FastifyInstance, { db }: Context): void {
  app.get<{ Querystring: { case?: string } }>('/api/calendar.ics', { schema }, async ({ query, person, protocol, host }, reply) => {
    const visible: SQL | undefined = person && seesCase(person);
    const rows = await db.select({ id: cases.id, doc: cases.doc }).from(cases).where(
      and(isNull(cases.removedAt), visible, query.case ? inArray(cases.id, [query.case]) : undefined),
    );
    const titles = new Map(rows.map((r) => [r.id, (r.doc as CaseDoc).title]));
    const kept = (await db.select().from(records).where(isNull(records.removedAt))).filter((
      r,
    ) => (r.caseId === null ? !query.case && !r.values['done'] : titles.has(r.caseId)));
    const dates = [
      ...rows.flatMap(({ id, doc }) => dueInCase(doc as CaseDoc).map((d) => ({ ...d, id, key: `${id}-${d.key}` }))),
      ...kept.flatMap((r) => dueInRecords([r]).map((d) => ({ ...d, id: r.caseId }))),
    ].sort((a, b) => a.day.localeCompare(b.day));
    const { value = EMPTY, error } = dates.length
      ? createEvents(
        dates.map((d) => event(d, d.id === null ? 'Board' : titles.get(d.id)!, `${protocol}://${host}/${d.id === null ? 'board' : `case/${d.id}`}`)),
      )
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
