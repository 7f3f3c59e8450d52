import type { Sheet } from './compile';
import type { Evaluation } from './evaluate';
import type { Entry, Override } from './types';
import { working, type Working } from './working';

/**
 * What can be opened, drawn and exported: a route, a plan, and whatever else has a worksheet of its own. Margin, workbook and
 * report know of a subject only this.
 */
export interface Figured {
  /** Unique within a case: `cnc-mill/al-6061`, `plan:grip`. */
  id: string;
  title: string;
  sheet: Sheet;
  entries: readonly Entry[];
  overrides: Readonly<Record<string, Override>>;
  /** At likely values. */
  point: Evaluation;
  /** Over many samples. */
  risk?: Evaluation;
}

/** Open one figure of a subject. @throws SheetError 'unknown-name' */
export const openFigure = (subject: Figured, name: string): Working =>
  working(name, subject.point, new Map(subject.entries.map((e) => [e.name, e])), subject.overrides, subject.risk);
