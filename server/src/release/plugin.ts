import type { FastifyInstance } from 'fastify';
import Papa from 'papaparse';
import type { FileValue } from '@cuadro/core/inputs/spec';
import { factsOf } from '@cuadro/core/plan/facts';
import { checkPlan, checkRows } from '@cuadro/core/proof/check-plan';
import { PAPER_WORDS, releaseFile } from '@cuadro/core/proof/release-file';
import type { UnitSystem } from '@cuadro/core/quantity/quantity';
import { recordKindOf } from '@cuadro/core/records/kinds';
import { getCase, listSignatures } from '../cases/store';
import type { Context } from '../context';
import { safeCell } from '../csv';
import { cleanFileName, fileNameOf } from '../file-name';
import { ID } from '../http/params';
import { recordsCsv } from '../records/csv';
import { caseRecords, readSite } from '../records/store';
import { caseReports } from '../report/plugin';

/** Kinds of record that go along as tables. */
const KINDS = ['making', 'check', 'scan', 'release', 'certificate', 'tool-life'];

/** GET the release file of a case: its papers in one zip, with the list of what is there and what is missing. */
export function releaseRoutes(app: FastifyInstance, context: Context): void {
  const { db, meshes, pool } = context;
  const report = caseReports(context);
  app.get<{ Params: { id: string }; Querystring: { units?: UnitSystem } }>(
    '/api/cases/:id/release.zip',
    { schema: { params: { type: 'object', properties: { id: ID } }, querystring: { type: 'object', properties: { units: { enum: ['metric', 'inch'] } } } } },
    async (request, reply) => {
      const { id } = request.params;
      const system = request.query.units ?? 'metric';
      const [{ doc, revision }, records, site, [signature]] = await Promise.all([getCase(db, id), caseRecords(db, id), readSite(db), listSignatures(db, id)]);
      const view = await pool.run('evaluate', { doc, site });
      const pin = view.pins.find((p) => p.letter === view.verdict.letter);
      const piece = String(records.filter((r) => r.kind === 'release').at(-1)?.values['piece'] ?? '1');
      const checks = checkRows(checkPlan(factsOf(doc, site), pin, view.verdict), records, piece);
      const papers = releaseFile({ doc, revision, verdict: view.verdict, pin, signature, records, checks, today: new Date().toISOString().slice(0, 10) });

      const files: Record<string, Uint8Array> = {};
      const text = (name: string, content: string): void => void (files[name] = new TextEncoder().encode(content));
      text('contents.csv', Papa.unparse({ fields: ['paper', 'state', 'text'], data: papers.map((p) => [p.label, PAPER_WORDS[p.state], safeCell(p.text)]) }));
      files['report.pdf'] = (await report(id, system, signature?.id)).pdf;
      files['sheet.xlsx'] = await pool.run('workbook', { doc, site });
      const put = async (folder: string, hash: string, name: string): Promise<void> => {
        const bytes = await meshes.get(hash);
        if (bytes) files[`${folder}/${hash.slice(0, 8)}-${cleanFileName(name)}`] = new Uint8Array(bytes);
      };
      for (const shape of Object.values(doc.shapes)) {
        if (!shape) continue;
        await put('shape', shape.hash, shape.fileName);
        if (shape.model) await put('shape', shape.model.hash, shape.model.fileName);
      }
      for (const kind of KINDS) {
        const rows = records.filter((r) => r.kind === kind);
        if (rows.length) text(`records/${kind}.csv`, recordsCsv(recordKindOf(kind), rows, site.shop.currency));
        for (const { values } of rows) for (const f of Object.values(values).filter(isFile)) await put('papers', f.hash, f.name);
      }
      const zip = await pool.run('zip', files);
      return reply.type('application/zip').header('content-disposition', `attachment; filename*=UTF-8''${fileNameOf(doc.title)}-release.zip`).send(
        Buffer.from(zip),
      );
    },
  );
}

const isFile = (v: unknown): v is FileValue => typeof v === 'object' && v !== null && 'hash' in v;
