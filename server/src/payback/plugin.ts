import type { FastifyInstance } from 'fastify';
import type { RecordRow } from '@cuadro/core/records/kind';
import { scenario as KIND } from '@cuadro/core/records/kinds/scenario';
import type { Context } from '../context';
import { AppError } from '../errors';
import { fileNameOf } from '../file-name';
import { ID } from '../http/params';
import { getRecord, listRecords, readSite } from '../records/store';

/** Scenarios that stand beside the one on paper, at most. */
const BESIDE = 12;
interface ScenarioRequest {
  Params: { id: string };
}

/** GET a scenario of Payback as a report or as an audit workbook. */
export function paybackRoutes(app: FastifyInstance, { db, pool }: Context): void {
  const schema = { params: { type: 'object', properties: { id: ID } } };
  const scenario = async (id: string): Promise<RecordRow> => {
    const row = await getRecord(db, id);
    if (row.kind !== KIND.id) throw new AppError('RECORD_NOT_FOUND');
    return row;
  };
  const named = (row: RecordRow): string => fileNameOf(KIND.title(row.values));

  app.get<ScenarioRequest>('/api/scenarios/:id/report.pdf', { schema }, async (request, reply) => {
    const chosen = await scenario(request.params.id);
    const { rows } = await listRecords(db, KIND.id, null, 0, BESIDE);
    const { shop } = await readSite(db);
    const pdf = await pool.run('paybackReport', {
      chosen,
      others: rows.filter((r) => r.id !== chosen.id),
      shop,
      printedAt: new Date().toISOString().slice(0, 16),
    });
    return reply.type('application/pdf').header('content-disposition', `inline; filename*=UTF-8''${named(chosen)}.pdf`).send(Buffer.from(pdf));
  });
  app.get<ScenarioRequest>('/api/scenarios/:id/sheet.xlsx', { schema }, async (request, reply) => {
    const chosen = await scenario(request.params.id);
    const { shop } = await readSite(db);
    const bytes = await pool.run('paybackWorkbook', { chosen, shop });
    return reply
      .type('application/vnd.openxmlformats-officedocument.spreadsheetml.sheet')
      .header('content-disposition', `attachment; filename*=UTF-8''${named(chosen)}.xlsx`)
      .send(Buffer.from(bytes));
  });
}
