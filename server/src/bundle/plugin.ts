import { and, eq, isNull, sql } from 'drizzle-orm';
import type { FastifyInstance } from 'fastify';
import type { CaseDoc } from '@cuadro/core/case/types';
import { caseSchema } from '@cuadro/core/document/case-schema';
import { upgrade } from '@cuadro/core/document/upgrade';
import type { Values } from '@cuadro/core/inputs/spec';
import { RECORD_KINDS } from '@cuadro/core/records/kinds';
import { recordFaults } from '@cuadro/core/records/kind';
import type { BundlePreview, CaseRecord } from '@cuadro/core/wire';
import { createCase, getCase } from '../cases/store';
import type { Context } from '../context';
import { cases } from '../db/schema';
import { fileNameOf } from '../file-name';
import { ID } from '../http/params';
import { whoOf } from '../people/guard';
import { addRecord, caseRecords } from '../records/store';
import { validate } from '../validate';
import { filesOf, FORM, keepFiles, pack, shapesOf, unpack, unreadable } from './contents';
import type { BundleFiles } from './pack';

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

/** A case as one file, with its meshes, records and pictures; and back, here or at another site, as a new case: nothing is overwritten. */
export function bundleRoutes(app: FastifyInstance, context: Context): void {
  const { db, meshes } = context;
  app.get<{ Params: { id: string } }>(
    '/api/cases/:id/bundle.zip',
    { schema: { params: { type: 'object', properties: { id: ID } } } },
    async (request, reply) => {
      const { id, doc } = await getCase(db, request.params.id);
      const records = (await caseRecords(db, id)).map(({ kind, values }): BundledRecord => ({ kind, values }));
      const hashes = [...shapesOf(doc), ...records.flatMap((r) => filesOf(r.values))].map((f) => f.hash);
      const zip = await pack(context, 'case.json', { form: FORM, doc, records } satisfies Bundled, hashes);
      return reply.type('application/zip').header('content-disposition', `attachment; filename*=UTF-8''${fileNameOf(`${doc.title}.zip`)}`).send(zip);
    },
  );

  /** What came, checked: its case and records as this version keeps them. */
  async function read(body: unknown): Promise<{ doc: CaseDoc; records: BundledRecord[]; files: BundleFiles; left: number }> {
    const { content, files } = await unpack<Bundled>(context, body, 'case');
    const doc = validate<CaseDoc>(caseSchema, upgrade(content.doc), 'CASE_INVALID');
    for (const { hash, fileName } of shapesOf(doc))
      if (!files[`files/${hash}`] && !(await meshes.has(hash))) throw unreadable(`Its mesh ${fileName} is missing.`);
    const all = Array.isArray(content.records) ? content.records : [];
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
      await keepFiles(context, [doc], files);
      const who = whoOf(request, undefined);
      const title = same ? `${doc.title.slice(0, 100)} (${same + 1})` : doc.title;
      const record = await createCase(db, { ...doc, title }, who, request.person?.id);
      for (const r of records) await addRecord(db, r.kind, record.id, r.values, who);
      reply.status(201);
      return record;
    },
  );
}
