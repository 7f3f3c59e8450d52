import { and, eq, isNull, sql } from 'drizzle-orm';
import type { FastifyInstance } from 'fastify';
import type { CaseDoc, ShapeRef } from '@cuadro/core/case/types';
import { caseSchema } from '@cuadro/core/document/case-schema';
import { upgrade } from '@cuadro/core/document/upgrade';
import type { FileValue, Values } from '@cuadro/core/inputs/spec';
import { RECORD_KINDS } from '@cuadro/core/records/kinds';
import { recordFaults } from '@cuadro/core/records/kind';
import type { BundlePreview, CaseRecord } from '@cuadro/core/wire';
import { createCase, getCase } from '../cases/store';
import type { Context } from '../context';
import { cases } from '../db/schema';
import { AppError } from '../errors';
import { fileNameOf } from '../file-name';
import { ID } from '../http/params';
import { storeMesh } from '../meshes/plugin';
import { hashOf } from '../meshes/store';
import { whoOf } from '../people/guard';
import { addRecord, caseRecords } from '../records/store';
import { validate } from '../validate';
import type { BundleFiles } from './pack';

/** Form of what lies in a bundle. */
const FORM = 1;
const MAX_BUNDLE_BYTES = 300 * 1024 * 1024;

interface BundledRecord {
  kind: string;
  values: Values;
}
interface Bundled {
  form: number;
  doc: CaseDoc;
  records: BundledRecord[];
}

const shapesOf = (doc: CaseDoc): ShapeRef[] => Object.values(doc.shapes).filter((s) => s !== undefined);
const filesOf = (values: Values): FileValue[] =>
  Object.values(values).filter((v): v is FileValue => typeof v === 'object' && v !== null && 'hash' in v && 'size_bytes' in v);

/** A case as one file, with its meshes, records and pictures; and back, here or at another site, as a new case: nothing is overwritten. */
export function bundleRoutes(app: FastifyInstance, { db, meshes, pool }: Context): void {
  app.get<{ Params: { id: string } }>(
    '/api/cases/:id/bundle.zip',
    { schema: { params: { type: 'object', properties: { id: ID } } } },
    async (request, reply) => {
      const { id, doc } = await getCase(db, request.params.id);
      const records = (await caseRecords(db, id)).map(({ kind, values }): BundledRecord => ({ kind, values }));
      const files: BundleFiles = {};
      for (const { hash } of [...shapesOf(doc), ...records.flatMap((r) => filesOf(r.values))]) {
        const bytes = await meshes.get(hash);
        if (bytes) files[`files/${hash}`] = new Uint8Array(bytes);
      }
      files['case.json'] = new TextEncoder().encode(JSON.stringify({ form: FORM, doc, records } satisfies Bundled));
      const zip = await pool.run('zip', files);
      return reply.type('application/zip').header('content-disposition', `attachment; filename*=UTF-8''${fileNameOf(`${doc.title}.zip`)}`).send(
        Buffer.from(zip),
      );
    },
  );

  /** What came, checked: its case and records as this version keeps them, every file the one it is called by. */
  async function read(body: unknown): Promise<{ doc: CaseDoc; records: BundledRecord[]; files: BundleFiles; left: number }> {
    const bytes = Buffer.isBuffer(body) ? body : Buffer.alloc(0);
    const result = await pool.run('unzip', bytes);
    const bad = (why: string): AppError => new AppError('BUNDLE_UNREADABLE', why);
    if ('problem' in result) throw bad(result.problem);
    const { files } = result;
    let given: Partial<Bundled>;
    try {
      given = JSON.parse(new TextDecoder().decode(files['case.json'])) as Partial<Bundled>;
    } catch {
      throw bad('The case in it is damaged.');
    }
    if (given?.form !== FORM) throw bad('It was made by a newer version of Cuadro.');
    const doc = validate<CaseDoc>(caseSchema, upgrade(given.doc), 'CASE_INVALID');
    for (const [name, content] of Object.entries(files))
      if (name !== 'case.json' && name !== `files/${hashOf(content)}`)
        throw bad('A file in it is not what it is called by: the bundle was changed or is damaged.');
    for (const { hash, fileName } of shapesOf(doc)) if (!files[`files/${hash}`] && !(await meshes.has(hash))) throw bad(`Its mesh ${fileName} is missing.`);
    const all = Array.isArray(given.records) ? given.records : [];
    // What teaches estimates stays where it was learned: brought in, it would count twice, or for another plant.
    const records = all.filter(({ kind, values }) => {
      const known = RECORD_KINDS.find((k) => k.id === kind && k.about !== 'site' && !k.summarise);
      return known && !recordFaults(known, values).length && filesOf(values).every((f) => files[`files/${f.hash}`]);
    });
    return { doc, records, files, left: all.length - records.length };
  }

  /** How many cases are called that already. */
  const named = async (title: string): Promise<number> =>
    (await db.select({ n: sql<number>`count(*)::int` }).from(cases).where(and(isNull(cases.removedAt), eq(sql`${cases.doc}->>'title'`, title))))[0].n;

  app.post<{ Querystring: { preview?: boolean }; Body: unknown }>(
    '/api/bundles',
    {
      bodyLimit: MAX_BUNDLE_BYTES,
      schema: { querystring: { type: 'object', properties: { preview: { type: 'boolean' } } } },
      config: { says: 'brought a case in' },
    },
    async (request, reply): Promise<BundlePreview | CaseRecord> => {
      const { doc, records, files, left } = await read(request.body);
      const same = await named(doc.title);
      if (request.query.preview) return { title: doc.title, meshes: shapesOf(doc).length, records: records.length, left, same };
      for (const shape of shapesOf(doc)) {
        const bytes = files[`files/${shape.hash}`];
        if (bytes) await storeMesh({ db, meshes, pool }, bytes, shape.unit, shape.fileName);
      }
      for (const [name, bytes] of Object.entries(files)) if (name !== 'case.json') await meshes.put(bytes);
      const who = whoOf(request, undefined);
      const title = same ? `${doc.title.slice(0, 100)} (${same + 1})` : doc.title;
      const record = await createCase(db, { ...doc, title }, who, request.person?.id);
      for (const r of records) await addRecord(db, r.kind, record.id, r.values, who);
      reply.status(201);
      return record;
    },
  );
}
