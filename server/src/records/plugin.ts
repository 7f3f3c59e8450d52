import type { FastifyInstance } from 'fastify';
import * as yup from 'yup';
import { RECORD_CHANGES } from '@cuadro/core/document/record-fields';
import { valuesSchema } from '@cuadro/core/inputs/schema';
import type { FileValue, Values } from '@cuadro/core/inputs/spec';
import { factsOf } from '@cuadro/core/plan/facts';
import { GUARDED, lockRefusal, refusal } from '@cuadro/core/proof/rules';
import { recordKindOf, RECORD_KINDS } from '@cuadro/core/records/kinds';
import { type RecordKind, recordFaults, type RecordRow } from '@cuadro/core/records/kind';
import type { RecordList } from '@cuadro/core/wire';
import { getCase } from '../cases/store';
import type { Context } from '../context';
import { AppError } from '../errors';
import { whoOf } from '../people/guard';
import { merge, readPatch } from '../http/merge';
import { ID } from '../http/params';
import { readShop } from '../shop/store';
import { validate } from '../validate';
import { recordsCsv } from './csv';
import { addRecord, findRecord, caseRecords, getRecord, listRecords, readEvidence, readSite, removeRecord, restoreRecord, saveRecord } from './store';

const who = yup.string().max(80);
const bodyOf = (kind: RecordKind): yup.Schema =>
  yup.object({ values: valuesSchema(kind.inputs).required(), who, id: yup.string().uuid().optional() }).noUnknown().required();
const BODIES = new Map(RECORD_KINDS.map((k) => [k.id, bodyOf(k)]));

const KIND = { type: 'string', enum: RECORD_KINDS.map((k) => k.id) };
const listSchema = {
  params: { type: 'object', properties: { kind: KIND } },
  querystring: {
    type: 'object',
    properties: {
      case: ID,
      page: { type: 'integer', minimum: 0, maximum: 100_000, default: 0 },
      size: { type: 'integer', minimum: 1, maximum: 500, default: 50 },
    },
  },
};
const idSchema = { params: { type: 'object', properties: { kind: KIND, id: ID } } };

interface ListRequest {
  Params: { kind: string };
  Querystring: { case?: string; page: number; size: number };
}
interface IdRequest {
  Params: { kind: string; id: string };
  Body: unknown;
}
/** Most rows of a CSV. */
const CSV_ROWS = 50_000;

/** Records of every kind: listed, added, changed on the newest revision, removed and had back, and as CSV. */
export function recordRoutes(app: FastifyInstance, { db, meshes, pool }: Context): void {
  /** Rules of proof: a step while a reading is undecided, a release before the plan is met. @throws AppError RECORD_REFUSED */
  async function guarded(kind: string, values: Values, caseId: string | null, id?: string): Promise<void> {
    if (!GUARDED.has(kind) || !caseId) return;
    const [{ doc }, rows, site] = await Promise.all([getCase(db, caseId), caseRecords(db, caseId), readSite(db)]);
    // The estimate takes its time in a thread; only a release asks for it.
    const view = kind === 'release' ? await pool.run('evaluate', { doc, site }) : undefined;
    const why = refusal(kind, values, { rows, facts: () => factsOf(doc, site), view: () => view! }, id);
    if (why) throw new AppError('RECORD_REFUSED', why);
  }

  /** The values as sent, every field by its input; files have to be in the store. */
  async function checked(kind: string, body: unknown): Promise<{ values: Values; who?: string; id?: string }> {
    const found = validate<{ values: Values; who?: string; id?: string }>(BODIES.get(kind)!, body, 'RECORD_INVALID');
    const [fault] = recordFaults(recordKindOf(kind), found.values);
    if (fault) throw new AppError('RECORD_INVALID', fault.message, { field: `values.${fault.path}` });
    for (const spec of recordKindOf(kind).inputs) {
      const file = spec.kind === 'file' ? (found.values[spec.id] as FileValue | undefined) : undefined;
      if (file && !(await meshes.has(file.hash))) throw new AppError('FILE_NOT_FOUND');
    }
    return found;
  }
  /** Where a record of this kind belongs. @throws AppError when a case is missing, or not asked for */
  async function place(kind: string, caseId: string | undefined): Promise<string | null> {
    const { about } = recordKindOf(kind);
    if (about === 'site' || (about === 'both' && !caseId)) return null;
    if (!caseId) throw new AppError('RECORD_INVALID', 'Say which case it belongs to.');
    return (await getCase(db, caseId)).id;
  }

  async function ofKind(kind: string, id: string): Promise<RecordRow> {
    const row = await getRecord(db, id);
    if (row.kind !== kind) throw new AppError('RECORD_NOT_FOUND');
    return row;
  }

  app.get<ListRequest>(
    '/api/records/:kind',
    { schema: listSchema },
    async ({ params, query }): Promise<RecordList> => listRecords(db, params.kind, await place(params.kind, query.case), query.page, query.size),
  );

  app.get<ListRequest>('/api/records/:kind/csv', { schema: listSchema }, async ({ params, query }, reply) => {
    const kind = recordKindOf(params.kind);
    const { rows } = await listRecords(db, kind.id, await place(kind.id, query.case), 0, CSV_ROWS);
    const { shop } = await readShop(db);
    return reply.type('text/csv; charset=utf-8').header('content-disposition', `attachment; filename="${kind.id}.csv"`).send(
      recordsCsv(kind, rows, shop.currency),
    );
  });

  app.post<ListRequest & { Body: unknown }>('/api/records/:kind', { schema: listSchema }, async (request, reply): Promise<RecordRow> => {
    const { params, query, body } = request;
    const caseId = await place(params.kind, query.case);
    const { values, who: said, id } = await checked(params.kind, body);
    // Sent again because no answer came: it is there already.
    const before = id ? await findRecord(db, id) : undefined;
    if (before && before.kind === params.kind && before.caseId === caseId) return before;
    if (before) throw new AppError('RECORD_INVALID', 'This id is that of another record.');
    await guarded(params.kind, values, caseId);
    reply.status(201);
    const { stamp } = recordKindOf(params.kind);
    return addRecord(db, params.kind, caseId, stamp ? stamp(values, await readEvidence(db)) : values, whoOf(request, said), id);
  });

  app.get<IdRequest>('/api/records/:kind/:id', { schema: idSchema }, ({ params }): Promise<RecordRow> => ofKind(params.kind, params.id));

  app.patch<IdRequest>('/api/records/:kind/:id', { schema: idSchema }, (request): Promise<RecordRow> => {
    const { kind, id } = request.params;
    const { changes, who: said } = readPatch(request.body, 'RECORD_INVALID');
    return merge<Values, RecordRow>({
      fields: RECORD_CHANGES,
      read: () => ofKind(kind, id),
      docOf: (r) => r.values,
      async save(values, { revision, caseId }) {
        const found = await checked(kind, { values });
        await guarded(kind, found.values, caseId, id);
        return saveRecord(db, id, found.values, revision, whoOf(request, said));
      },
    }, changes);
  });

  app.delete<IdRequest>('/api/records/:kind/:id', { schema: idSchema }, async ({ params }, reply) => {
    const { kind, caseId } = await getRecord(db, params.id);
    const locked = GUARDED.has(kind) && caseId && lockRefusal(await caseRecords(db, caseId), params.id);
    if (locked) throw new AppError('RECORD_REFUSED', locked);
    await removeRecord(db, params.id);
    return reply.status(204).send();
  });

  app.post<IdRequest>('/api/records/:kind/:id/restore', { schema: idSchema }, ({ params }): Promise<RecordRow> => restoreRecord(db, params.id));
}
