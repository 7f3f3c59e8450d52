import { evaluateCase, type CaseView } from '@cuadro/core/decide/evaluate-case';
import { withSolved } from '@cuadro/core/case/load-table';
import type { CaseDoc, ShapeRef } from '@cuadro/core/case/types';
import type { Values } from '@cuadro/core/inputs/spec';
import { evaluateScenario } from '@cuadro/core/payback/scenario';
import type { Shop } from '@cuadro/core/shelf/shop';
import type { Site } from '@cuadro/core/records/site';
import { readShape, type Measure, unusable } from '@cuadro/core/shape/measure';
import { readCad } from '@cuadro/core/shape/formats/cad';
import { writeStl } from '@cuadro/core/shape/formats/stl';
import { pictureOf, type Projection, projectionOf } from '@cuadro/core/shape/picture';
import { studyShape, type ShapeStudy } from '@cuadro/core/shape/study';
import type { Vec3 } from '@cuadro/core/shape/turn';
import { packed, unpacked } from '../bundle/pack';
import { cadKernel } from '../models/kernel';
import { certificateDefinition, labelDefinition, type ReleasedPiece } from '../release/papers';
import { renderPdf, type ReportInput, reportDefinition } from '../report/report';
import { paybackDefinition, type ReportedScenario } from '../payback/report';
import { paybackWorkbook } from '../payback/workbook';
import { auditWorkbook } from '../workbook/workbook';
import { MeshError, type LengthUnit } from '@cuadro/core/shape/mesh';

interface AskedScenario {
  id: string;
  values: Values;
}
interface Asked {
  chosen: AskedScenario;
  others: readonly AskedScenario[];
}

/** Work that takes too long for the event loop. Plain data in and out. */
export const TASKS = {
  measure({ bytes, unit, fileName }: { bytes: Uint8Array; unit: LengthUnit; fileName: string }): { measure: Measure } | { problem: string } {
    try {
      const { measure } = readShape(bytes, unit, fileName);
      const problem = unusable(measure);
      return problem ? { problem } : { measure };
    } catch (e) {
      if (e instanceof MeshError) return { problem: e.message };
      throw e;
    }
  },
  /** Measure and analyse a stored mesh in its build direction. */
  study({ bytes, unit, fileName, up }: { bytes: Uint8Array; unit: LengthUnit; fileName: string; up: Vec3 }): { measure: Measure; study: ShapeStudy } {
    const { mesh, measure } = readShape(bytes, unit, fileName);
    return { measure, study: studyShape(mesh, measure, up) };
  },
  /** The load table of a case solved on a mesh that stands for it. */
  solve({ bytes, doc, shape, elements }: { bytes: Uint8Array; doc: CaseDoc; shape: ShapeRef; elements: number }): CaseDoc {
    return withSolved(doc, shape, readShape(bytes, shape.unit, shape.fileName).mesh, elements);
  },
  /** A small picture of a stored mesh as it is built, PNG. */
  picture(
    { bytes, unit, fileName, up, width, height }: { bytes: Uint8Array; unit: LengthUnit; fileName: string; up: Vec3; width: number; height: number },
  ): Uint8Array {
    return pictureOf(readShape(bytes, unit, fileName).mesh, width, height, up);
  },
  /** How the part lies on such a picture. */
  projection(
    { bytes, unit, fileName, up, width, height }: { bytes: Uint8Array; unit: LengthUnit; fileName: string; up: Vec3; width: number; height: number },
  ): Projection {
    return projectionOf(readShape(bytes, unit, fileName).mesh, width, height, up);
  },
  /** A STEP or IGES file as a binary STL in millimetres. */
  async tessellate(
    { bytes, fileName, tolerance_mm }: { bytes: Uint8Array; fileName: string; tolerance_mm?: number },
  ): Promise<{ stl: Uint8Array; tolerance_mm: number } | { problem: string }> {
    try {
      const { mesh, tolerance_mm: held } = readCad(await cadKernel(), bytes, fileName, tolerance_mm);
      return { stl: writeStl(mesh.vertices, mesh.indices), tolerance_mm: held };
    } catch (e) {
      if (e instanceof MeshError) return { problem: e.message };
      throw e;
    }
  },
  zip: packed,
  unzip: unpacked,
  evaluate({ doc, site }: { doc: CaseDoc; site: Site }): CaseView {
    return evaluateCase(doc, site).view;
  },
  /** The report as PDF: of a view that was frozen, or of the case worked out now. */
  report({ site, ...input }: Omit<ReportInput, 'view' | 'shop'> & { site: Site; view?: CaseView }): Promise<Uint8Array> {
    const view = input.view ?? evaluateCase(input.doc, site).view;
    return renderPdf(reportDefinition({ ...input, shop: site.shop, view }));
  },
  releaseLabel: (piece: ReleasedPiece): Promise<Uint8Array> => renderPdf(labelDefinition(piece)),
  releaseCertificate: (piece: ReleasedPiece): Promise<Uint8Array> => renderPdf(certificateDefinition(piece)),
  /** A scenario of Payback on paper, with the others beside it. */
  paybackReport({ shop, printedAt, ...asked }: Asked & { shop: Shop; printedAt: string }): Promise<Uint8Array> {
    const of = ({ id, values }: AskedScenario): ReportedScenario => evaluateScenario(id, values, shop);
    return renderPdf(paybackDefinition({ shop, printedAt, chosen: of(asked.chosen), others: asked.others.map(of) }));
  },
  paybackWorkbook({ shop, chosen: { id, values } }: Pick<Asked, 'chosen'> & { shop: Shop }): Promise<Uint8Array> {
    return paybackWorkbook(evaluateScenario(id, values, shop, 1), shop.currency);
  },
  /** The audit workbook needs the point estimate alone. */
  workbook({ doc, site }: { doc: CaseDoc; site: Site }): Promise<Uint8Array> {
    const { results, plans } = evaluateCase(doc, site, 1);
    return auditWorkbook(doc, site.shop.currency, [...results], plans);
  },
};
export type Tasks = typeof TASKS;
