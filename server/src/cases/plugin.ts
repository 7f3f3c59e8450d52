import type { FastifyInstance } from 'fastify';
import * as yup from 'yup';
import { caseSchema } from '@cuadro/core/document/case-schema';
import { named } from '@cuadro/core/inputs/schema';
import type { CaseDoc, ShapeRef } from '@cuadro/core/case/types';
import { UP } from '@cuadro/core/shape/turn';
import { CASE_CHANGES } from '@cuadro/core/document/case-fields';
import type { FieldChange } from '@cuadro/core/document/changes';
import { asItWas, editedSo } from '@cuadro/core/document/many-edit';
import { factsOf } from '@cuadro/core/plan/facts';
import { signRefusal } from '@cuadro/core/proof/rules';
import { ENGINE_VERSION } from '@cuadro/core/decide/engine';
import type {
  CaseList,
  CaseListQuery,
  CaseRecord,
  LookWrite,
  ManyEdited,
  ManyEditRequest,
  RevisionRecord,
  SignatureRecord,
  SignatureRow,
  SignRequest,
} from '@cuadro/core/wire';
import { digestOfFigures } from './digest';
import { CasePictures } from './picture';
import type { Context } from '../context';
import { AppError } from '../errors';
import { ID, ID_PARAMS, MOST_REVISIONS, params, REVISION } from '../http/params';
import { merge, readPatch } from '../http/merge';
import { whoOf } from '../people/guard';
import { checkCase, seesCase } from '../people/store';
import { caseRecords, readSite, siteKey } from '../records/store';
import { validate } from '../validate';
import {
  addSignature,
  caseIsThere,
  createCase,
  createCases,
  getCase,
  getRevision,
  getSignature,
  keepLook,
  listCases,
  MAX_PAGE,
  listRevisions,
  listSignatures,
  removeCase,
  removeCases,
  restoreCase,
  saveCase,
} from './store';

const who = yup.string().max(80);
const createSchema = yup.object({ doc: yup.mixed().required(), who, id: yup.string().uuid('The id of a case is a UUID.').optional() }).required();
/** Most cases made, or taken off, by one request. */
const MOST_AT_ONCE = 250;
const createListSchema = yup.object({ docs: yup.array().of(yup.mixed().required()).min(1).max(MOST_AT_ONCE).required(), who }).required();
const idsSchema = yup.object({ ids: yup.array().of(yup.string().uuid().required()).min(1).max(MOST_AT_ONCE).required() }).required();
/** What the fields may hold is checked on each document that comes out. */
const manyFields = yup
  .object({
    place: yup.string(),
    owner: yup.string(),
    family: yup.string(),
    way: yup.string(),
    wait_days: yup.number().nullable(),
    delay_per_day: yup.number(),
  })
  .noUnknown('Of many cases at once, ${unknown} is not changed.');
const manySchema = idsSchema.concat(
  yup.object({
    set: manyFields.test('some', 'Say what is to be changed.', (set) => Object.values(set).some((x) => x !== undefined)).required(),
    over: manyFields.default(undefined).optional(),
    who,
  }),
);
const signSchema = yup
  .object({
    site: yup.string().max(80).required(),
    revision: yup.number().integer().min(1).max(MOST_REVISIONS).required(),
    who: named('Give your name.', 2).max(80),
    role: yup.string().max(80).defined(),
    statement: yup.string().max(1000).defined(),
  })
  .required();

const idParams = ID_PARAMS;
const revisionParams = params({ id: ID, revision: REVISION });
const signatureParams = params({ id: ID, signature: ID });
const listQuery = {
  schema: {
    querystring: {
      type: 'object',
      additionalProperties: false,
      properties: {
        page: { type: 'integer', minimum: 0, maximum: 1_000_000 },
        size: { type: 'integer', minimum: 1, maximum: MAX_PAGE },
        q: { type: 'string', maxLength: 200 },
        sort: { enum: ['created', 'updated', 'title', 'place', 'family', 'worth'] },
        down: { type: 'boolean' },
        templates: { type: 'boolean' },
        off: { type: 'boolean' },
        like: ID,
      },
    },
  },
};
/** Shown in lists only: checked for size and for the figures that are sorted by. */
const lookSchema = yup
  .object({
    revision: yup.number().integer().min(1).max(MOST_REVISIONS).required(),
    site: yup.string().max(80).required(),
    look: yup.object({
      verdict: yup.string().max(20).required(),
      verdictText: yup.string().max(200).required(),
      headline: yup.string().max(400).required(),
      saving: yup.number().required(),
      daysGained: yup.number().required(),
      confidence: yup.number().min(0).max(1).required(),
      effort_h: yup.number().required(),
      worthPerHour: yup.number().required(),
      factsKnown: yup.number().integer().min(0).required(),
      factsAsked: yup.number().integer().min(0).required(),
      working: yup.array().of(yup.object({ label: yup.string().max(200).required(), text: yup.string().max(2000).defined() })).max(40).required(),
    }).required(),
  })
  .required();

/** A list that is run through asks for one a row: counted apart, so that it holds up nothing else. */
const PICTURES = { rateLimit: { max: 6000, timeWindow: 60_000 } };

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

  const mergeCase = (id: string, changes: readonly FieldChange[], by: string): Promise<CaseRecord> =>
    merge<CaseDoc, CaseRecord>({
      fields: CASE_CHANGES,
      read: () => getCase(db, id),
      docOf: (r) => r.doc,
      save: async (doc, { revision }) => saveCase(db, id, await checkedDoc(doc), revision, by),
    }, changes);

  app.get<{ Querystring: CaseListQuery }>(
    '/api/cases',
    listQuery,
    async ({ query, person }): Promise<CaseList> => listCases(db, query, await siteKey(db), person && seesCase(person)),
  );

  app.put<IdParams & { Body: unknown }>('/api/cases/:id/look', { ...idParams, config: { needs: 'read', says: '' } }, async (request, reply) => {
    const { revision, site, look } = validate<LookWrite>(lookSchema, request.body, 'LOOK_INVALID');
    await getCase(db, request.params.id);
    await keepLook(db, request.params.id, revision, site, look);
    return reply.status(204).send();
  });

  app.post<{ Body: unknown }>('/api/cases', { config: { says: 'made a case' } }, async (request, reply): Promise<CaseRecord> => {
    const body = validate<{ doc: unknown; who?: string; id?: string }>(createSchema, request.body, 'CASE_INVALID');
    // Sent again because no answer came: it is there already.
    if (body.id && (await caseIsThere(db, body.id))) {
      if (request.person) await checkCase(db, request.person, body.id);
      return getCase(db, body.id);
    }
    const record = await createCase(db, await checkedDoc(body.doc), whoOf(request, body.who), request.person?.id, body.id);
    reply.status(201);
    return record;
  });

  /** A list brought in: without meshes, a few hundred at a time. */
  app.post<{ Body: unknown }>(
    '/api/cases/list',
    { config: { says: 'brought in a list of candidates' } },
    async (request, reply): Promise<{ ids: string[] }> => {
      const body = validate<{ docs: unknown[]; who?: string }>(createListSchema, request.body, 'CASE_INVALID');
      const docs = await Promise.all(body.docs.map(checkedDoc));
      reply.status(201);
      return { ids: await createCases(db, docs, whoOf(request, body.who), request.person?.id) };
    },
  );

  app.post<{ Body: unknown }>(
    '/api/cases/list/remove',
    { config: { says: 'took a list of candidates off again' } },
    async (request): Promise<{ removed: number }> => {
      const { ids } = validate<{ ids: string[] }>(idsSchema, request.body, 'CASE_INVALID');
      return { removed: await removeCases(db, ids, request.person && seesCase(request.person)) };
    },
  );

  /** One thing said of many: each case keeps all else, and its own history. */
  app.patch<{ Body: unknown }>('/api/cases/list', { config: { says: 'changed several cases' } }, async (request): Promise<ManyEdited> => {
    const { ids, set, over, who: by } = validate<ManyEditRequest>(manySchema, request.body, 'CASE_INVALID');
    const undo = new Map<string, ManyEdited['undo'][number]>();
    let changed = 0, left = 0;
    for (const id of new Set(ids)) {
      if (request.person) await checkCase(db, request.person, id);
      const before = await getCase(db, id);
      if (over && CASE_CHANGES.between(before.doc, editedSo(before.doc, over)).length) {
        left++;
        continue;
      }
      const changes = CASE_CHANGES.between(before.doc, editedSo(before.doc, set));
      if (!changes.length) continue;
      await mergeCase(id, changes, whoOf(request, by));
      changed++;
      const was = asItWas(before.doc, set);
      const key = JSON.stringify(was);
      undo.set(key, { ids: [...(undo.get(key)?.ids ?? []), id], set: was, over: set });
    }
    return { changed, left, undo: [...undo.values()] };
  });

  const pictures = new CasePictures({ meshes, pool });
  /** A small picture of the tool. The page asks again each time whether it is still that one. */
  app.get<IdParams>('/api/cases/:id/picture', { ...idParams, config: PICTURES }, async (request, reply) => {
    const { doc } = await getCase(db, request.params.id);
    const etag = `"${pictures.tagOf(doc)}"`;
    void reply.header('etag', etag).header('cache-control', 'private, no-cache');
    if (request.headers['if-none-match'] === etag) return reply.status(304).send();
    return reply.type('image/png').send(Buffer.from(await pictures.of(doc)));
  });

  app.get<IdParams>('/api/cases/:id', idParams, (request): Promise<CaseRecord> => getCase(db, request.params.id));

  app.patch<IdParams & { Body: unknown }>('/api/cases/:id', { ...idParams, config: { says: 'changed a case' } }, (request) => {
    const { changes, who: by } = readPatch(request.body, 'CASE_INVALID');
    return mergeCase(request.params.id, changes, whoOf(request, by));
  });

  app.delete<IdParams>('/api/cases/:id', { ...idParams, config: { says: 'removed a case' } }, async (request, reply) => {
    await removeCase(db, request.params.id);
    return reply.status(204).send();
  });

  app.post<IdParams>(
    '/api/cases/:id/restore',
    { ...idParams, config: { says: 'brought a case back' } },
    (request): Promise<CaseRecord> => restoreCase(db, request.params.id),
  );

  app.get<IdParams>('/api/cases/:id/revisions', idParams, (request): Promise<RevisionRecord[]> => listRevisions(db, request.params.id));

  app.get<{ Params: { id: string; revision: number } }>(
    '/api/cases/:id/revisions/:revision',
    revisionParams,
    ({ params: { id, revision } }) => getRevision(db, id, revision),
  );

  app.get<IdParams>('/api/cases/:id/signatures', idParams, (request): Promise<SignatureRow[]> => listSignatures(db, request.params.id));

  app.get<{ Params: { id: string; signature: string } }>(
    '/api/cases/:id/signatures/:signature',
    signatureParams,
    ({ params: { id, signature } }): Promise<SignatureRecord> => getSignature(db, id, signature),
  );

  /** Sign-off computes the figures anew, here: what is frozen never comes from the page. */
  app.post<IdParams & { Body: unknown }>(
    '/api/cases/:id/signatures',
    { ...idParams, config: { needs: 'sign', says: 'signed a verdict' } },
    async (request, reply): Promise<SignatureRecord> => {
      const body = validate<SignRequest>(signSchema, request.body, 'SIGN_INVALID');
      const record = await getCase(db, request.params.id);
      if (record.revision !== body.revision) throw new AppError('SIGN_STALE');
      if ((await siteKey(db)) !== body.site) throw new AppError('SIGN_SITE');
      const site = await readSite(db);
      const doc = await studiedAnew(record.doc);
      const view = await pool.run('evaluate', { doc, site });
      const referred = signRefusal(view.verdict, factsOf(doc, site), await caseRecords(db, record.id), new Date().toISOString().slice(0, 10));
      if (referred) throw new AppError('SIGN_REFERRED', referred);
      const { role, statement } = body;
      reply.status(201);
      return addSignature(db, {
        caseId: record.id,
        revision: record.revision,
        who: whoOf(request, body.who),
        role,
        statement,
        doc,
        shop: site.shop,
        evidence: site.evidence,
        view,
        engine: ENGINE_VERSION,
        digest: digestOfFigures(),
      });
    },
  );
}
