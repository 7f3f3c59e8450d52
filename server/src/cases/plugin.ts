import type { FastifyInstance } from 'fastify';
import * as yup from 'yup';
import { caseSchema, named } from '@cuadro/core/case/schema';
import type { CaseDoc, ShapeRef } from '@cuadro/core/case/types';
import { UP } from '@cuadro/core/shape/turn';
import type { CaseRecord, CaseWrite, RevisionRecord, SignatureRecord, SignRequest } from '@cuadro/core/wire';
import type { Context } from '../context';
import { AppError } from '../errors';
import { readShop } from '../shop/store';
import { validate } from '../validate';
import { addSignature, createCase, getCase, listCases, listRevisions, listSignatures, removeCase, restoreCase, saveCase } from './store';

const who = yup.string().max(80).default('local user');
const writeSchema = yup.object({ doc: yup.mixed().required(), revision: yup.number().integer().min(1).required(), who }).required();
const createSchema = yup.object({ doc: yup.mixed().required(), who }).required();
const signSchema = yup
  .object({
    revision: yup.number().integer().min(1).required(),
    who: named('Give your name.', 2).max(80),
    role: yup.string().max(80).defined(),
    statement: yup.string().max(1000).defined(),
  })
  .required();

const idParams = { schema: { params: { type: 'object', properties: { id: { type: 'string', format: 'uuid' } } } } };

interface IdParams {
  Params: { id: string };
}

/** Cases, their revisions and their signed verdicts. */
export function caseRoutes(app: FastifyInstance, { db, meshes, pool }: Context): void {
  /** The document as sent, checked field by field, its meshes known. */
  async function checkedDoc(doc: unknown): Promise<CaseDoc> {
    const checked = validate<CaseDoc>(caseSchema, doc, 'CASE_INVALID');
    for (const shape of Object.values(checked.shapes)) {
      if (shape && !(await meshes.has(shape.hash))) throw new AppError('MESH_UNKNOWN_IN_CASE');
    }
    return checked;
  }

  /** The document with every mesh measured and studied here, in its build direction. */
  async function studiedAnew(doc: CaseDoc): Promise<CaseDoc> {
    const shapes: CaseDoc['shapes'] = {};
    for (const [way, shape] of Object.entries(doc.shapes) as [keyof CaseDoc['shapes'], ShapeRef | undefined][]) {
      if (!shape) continue;
      const bytes = await meshes.get(shape.hash);
      if (!bytes) throw new AppError('MESH_UNKNOWN_IN_CASE');
      const { unit, fileName, up = UP } = shape;
      shapes[way] = { ...shape, ...(await pool.run('study', { bytes, unit, fileName, up })) };
    }
    return { ...doc, shapes };
  }

  app.get('/api/cases', (): Promise<CaseRecord[]> => listCases(db));

  app.post<{ Body: unknown }>('/api/cases', async (request, reply): Promise<CaseRecord> => {
    const body = validate<{ doc: unknown; who?: string }>(createSchema, request.body, 'CASE_INVALID');
    const record = await createCase(db, await checkedDoc(body.doc), body.who ?? 'local user');
    reply.status(201);
    return record;
  });

  app.get<IdParams>('/api/cases/:id', idParams, (request): Promise<CaseRecord> => getCase(db, request.params.id));

  app.put<IdParams & { Body: unknown }>('/api/cases/:id', idParams, async (request): Promise<CaseRecord> => {
    const body = validate<CaseWrite>(writeSchema, request.body, 'CASE_INVALID');
    return saveCase(db, request.params.id, await checkedDoc(body.doc), body.revision, body.who ?? 'local user');
  });

  app.delete<IdParams>('/api/cases/:id', idParams, async (request, reply) => {
    await removeCase(db, request.params.id);
    return reply.status(204).send();
  });

  app.post<IdParams>('/api/cases/:id/restore', idParams, (request): Promise<CaseRecord> => restoreCase(db, request.params.id));

  app.get<IdParams>('/api/cases/:id/revisions', idParams, (request): Promise<RevisionRecord[]> => listRevisions(db, request.params.id));

  app.get<IdParams>('/api/cases/:id/signatures', idParams, (request): Promise<SignatureRecord[]> => listSignatures(db, request.params.id));

  /** Sign-off computes the figures anew, here: what is frozen never comes from the page. */
  app.post<IdParams & { Body: unknown }>('/api/cases/:id/signatures', idParams, async (request, reply): Promise<SignatureRecord> => {
    const body = validate<SignRequest>(signSchema, request.body, 'SIGN_INVALID');
    const record = await getCase(db, request.params.id);
    if (record.revision !== body.revision) throw new AppError('SIGN_STALE');
    const { shop } = await readShop(db);
    const doc = await studiedAnew(record.doc);
    const view = await pool.run('evaluate', { doc, shop });
    const { who: name, role, statement } = body;
    reply.status(201);
    return addSignature(db, { caseId: record.id, revision: record.revision, who: name.trim(), role, statement, doc, shop, view });
  });
}
