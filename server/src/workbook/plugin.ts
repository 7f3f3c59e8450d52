import type { FastifyInstance } from 'fastify';
import { getCase } from '../cases/store';
import type { Context } from '../context';
import { fileNameOf } from '../file-name';
import { readSite } from '../records/store';
import { ID } from '../http/params';

/** GET the audit workbook of a case as it stands. */
export function workbookRoutes(app: FastifyInstance, { db, pool }: Context): void {
  app.get<{ Params: { id: string } }>('/api/cases/:id/sheet.xlsx', {
    schema: { params: { type: 'object', properties: { id: ID } } },
  }, async (request, reply) => {
    const { doc } = await getCase(db, request.params.id);
    const site = await readSite(db);
    const bytes = await pool.run('workbook', { doc, site });
    return reply
      .type('application/vnd.openxmlformats-officedocument.spreadsheetml.sheet')
      .header('content-disposition', `attachment; filename*=UTF-8''${fileNameOf(doc.title)}.xlsx`)
      .send(Buffer.from(bytes));
  });
}
