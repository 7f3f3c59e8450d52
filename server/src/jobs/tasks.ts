import { evaluateCase, type CaseView } from '@cuadro/core/case/evaluate-case';
import type { CaseDoc } from '@cuadro/core/case/types';
import type { Shop } from '@cuadro/core/shelf/shop';
import { readShape, type Measure, unusable } from '@cuadro/core/shape/measure';
import { auditWorkbook } from '../workbook/workbook';
import { MeshError, type LengthUnit } from '@cuadro/core/shape/mesh';

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
  evaluate({ doc, shop }: { doc: CaseDoc; shop: Shop }): CaseView {
    return evaluateCase(doc, shop).view;
  },
  /** The audit workbook needs the point estimate alone. */
  workbook({ doc, shop }: { doc: CaseDoc; shop: Shop }): Promise<Uint8Array> {
    return auditWorkbook(doc, shop.currency, [...evaluateCase(doc, shop, 1).results]);
  },
};
export type Tasks = typeof TASKS;
