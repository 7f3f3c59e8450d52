import type { FastifyInstance } from 'fastify';
import { siteOf } from '@cuadro/core/records/site';
import type { UnitSystem } from '@cuadro/core/quantity/quantity';
import type { Context } from '../context';
import type { CaseDoc } from '@cuadro/core/case/types';
import { CasePictures } from '../cases/picture';
import type { ReportInput } from './report';
import { getCase, getSignature } from '../cases/store';
import { fileNameOf } from '../file-name';
import { readSite } from '../records/store';
import { ID } from '../http/params';

/** Size of the picture on paper, px: at 288 to the inch. */
const PRINTED = { width: 600, height: 400, most: 20 };

interface ReportRequest {
  Params: { id: string };
  Querystring: { signature?: string; units?: UnitSystem };
}

/** Makes the report of a case as it stands, or of a signed verdict as it was. */
export function caseReports({ db, meshes, pool }: Context) {
  const pictures = new CasePictures({ meshes, pool }, PRINTED);
  return async (id: string, system: UnitSystem, signatureId?: string): Promise<{ pdf: Uint8Array; title: string }> => {
    if (signatureId) {
      const signature = await getSignature(db, id, signatureId);
      const { doc, shop, view, revision } = signature;
      const drawn = await drawnOf(pictures, doc);
      const input = { doc, site: siteOf(shop), view, revision, printedAt: signature.at.slice(0, 16), system, signature, ...drawn };
      return { pdf: await pool.run('report', input), title: doc.title };
    }
    const { doc, revision } = await getCase(db, id);
    const printedAt = new Date().toISOString().slice(0, 16);
    const input = { doc, site: await readSite(db), revision, printedAt, system, ...await drawnOf(pictures, doc) };
    return { pdf: await pool.run('report', input), title: doc.title };
  };
}

/** GET the case report as PDF: of the case as it stands, or of a signed verdict as it was. */
export function reportRoutes(app: FastifyInstance, context: Context): void {
  const report = caseReports(context);
  app.get<ReportRequest>(
    '/api/cases/:id/report.pdf',
    {
      schema: {
        params: { type: 'object', properties: { id: ID } },
        querystring: { type: 'object', properties: { signature: ID, units: { enum: ['metric', 'inch'] } } },
      },
    },
    async (request, reply) => {
      const { params, query } = request;
      const { pdf, title } = await report(params.id, query.units ?? 'metric', query.signature);
      return reply.type('application/pdf').header('content-disposition', `inline; filename*=UTF-8''${fileNameOf(title)}.pdf`).send(Buffer.from(pdf));
    },
  );
}

/** The tool as it is drawn; with a load table also where its rows act on the drawing. */
async function drawnOf(pictures: CasePictures, doc: CaseDoc): Promise<Pick<ReportInput, 'picture' | 'drawn'>> {
  const picture = await pictures.of(doc).catch(() => undefined);
  const projection = picture && doc.loads ? await pictures.projectionOf(doc).catch(() => undefined) : undefined;
  return { picture, ...(projection && { drawn: { ...PRINTED, projection } }) };
}
