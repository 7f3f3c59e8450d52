import type { FastifyInstance } from 'fastify';
import Papa from 'papaparse';
import type { FileValue } from '@cuadro/core/inputs/spec';
import { factsOf } from '@cuadro/core/plan/facts';
import { toldInUse } from '@cuadro/core/plan/planners/hazards';
import { checkPlan, checkRows } from '@cuadro/core/proof/check-plan';
import { PAPER_WORDS, releaseFile } from '@cuadro/core/proof/release-file';
import type { UnitSystem } from '@cuadro/core/quantity/quantity';
import { recordKindOf } from '@cuadro/core/records/kinds';
import { getCase, listSignatures } from '../cases/store';
import type { Context } from '../context';
import { safeCell } from '../csv';
import { AppError } from '../errors';
import { cleanFileName, fileNameOf } from '../file-name';
import { ID } from '../http/params';
import { recordsCsv } from '../records/csv';
import { caseRecords, readSite } from '../records/store';
import { caseReports } from '../report/plugin';
import type { ReleasedPiece } from './papers';

/** Kinds of record that go along as tables. */
const KINDS = ['making', 'check', 'scan', 'release', 'certificate', 'tool-life'];

const idSchema = { params: { type: 'object', properties: { id: ID, release: ID } } };
const unitsSchema = { ...idSchema, querystring: { type: 'object', properties: { units: { enum: ['metric', 'inch'] } } } };

/** GET the papers of a released tool: its label, its certificate, and its release file with the list of what is there and what is missing. */
export function releaseRoutes(app: FastifyInstance, context: Context): void {
  const { db, meshes, pool } = context;
  const report = caseReports(context);

  /** A case with what its proof stands on. */
  async function proved(id: string) {
    const [{ doc, revision }, records, site] = await Promise.all([getCase(db, id), caseRecords(db, id), readSite(db)]);
    const view = await pool.run('evaluate', { doc, site });
    const pin = view.pins.find((p) => p.letter === view.verdict.letter);
    const checksOf = (piece: string) => checkRows(checkPlan(factsOf(doc, site), pin, view.verdict), records, piece);
    return { doc, revision, records, site, view, pin, checksOf };
  }

  async function released(id: string, release: string): Promise<ReleasedPiece> {
    const { doc, records, pin, checksOf } = await proved(id);
    const row = records.find((r) => r.id === release && r.kind === 'release');
    if (!row) throw new AppError('RECORD_NOT_FOUND');
    const piece = String(row.values['piece']);
    const shape = doc.shapes.printed ?? doc.shapes.machined;
    return {
      title: doc.title,
      place: doc.place,
      release: row.values,
      who: row.who,
      way: pin ? [pin.option.processLabel, pin.option.materialLabel].filter(Boolean).join(', ') : '',
      shape: shape ? `${shape.fileName}, ${shape.hash.slice(0, 8)}` : 'no mesh',
      checks: checksOf(piece),
      steps: records.filter((r) => r.kind === 'making' && r.values['piece'] === row.values['piece']).map((r) => r.values),
      told: toldInUse(doc.plans?.['hazards']?.values ?? {}),
      printedAt: new Date().toISOString().slice(0, 16),
    };
  }
  for (const [paper, task] of [['label', 'releaseLabel'], ['certificate', 'releaseCertificate']] as const) {
    app.get<{ Params: { id: string; release: string } }>(`/api/cases/:id/releases/:release/${paper}.pdf`, { schema: idSchema }, async ({ params }, reply) => {
      const piece = await released(params.id, params.release);
      const pdf = await pool.run(task, piece);
      const name = fileNameOf(`${paper} ${String(piece.release['number'])}`);
      return reply.type('application/pdf').header('content-disposition', `inline; filename*=UTF-8''${name}.pdf`).send(Buffer.from(pdf));
    });
  }

  app.get<{ Params: { id: string }; Querystring: { units?: UnitSystem } }>('/api/cases/:id/release.zip', { schema: unitsSchema }, async (request, reply) => {
    const { id } = request.params;
    const { doc, revision, records, site, view, pin, checksOf } = await proved(id);
    const [signature] = await listSignatures(db, id);
    const today = new Date().toISOString().slice(0, 10);
    const papers = releaseFile({ facts: factsOf(doc, site), revision, verdict: view.verdict, pin, signature, records, checksOf, today });

    const files: Record<string, Uint8Array> = {};
    const text = (name: string, content: string): void => void (files[name] = new TextEncoder().encode(content));
    text('contents.csv', Papa.unparse({ fields: ['paper', 'state', 'text'], data: papers.map((p) => [p.label, PAPER_WORDS[p.state], safeCell(p.text)]) }));
    files['report.pdf'] = (await report(id, request.query.units ?? 'metric', signature?.id)).pdf;
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
    for (const { id: release, kind } of records) {
      if (kind === 'release') files[`papers/release-${release.slice(0, 8)}.pdf`] = await pool.run('releaseCertificate', await released(id, release));
    }
    const zip = await pool.run('zip', files);
    return reply.type('application/zip').header('content-disposition', `attachment; filename*=UTF-8''${fileNameOf(doc.title)}-release.zip`).send(
      Buffer.from(zip),
    );
  });
}

const isFile = (v: unknown): v is FileValue => typeof v === 'object' && v !== null && 'hash' in v;
