import { UNIT_LOADS_VERSION } from '../mechanics';
import { STUDY_VERSION } from '../shape/study';
import { EMPTY_TODAY } from '../case/today';
import { type CaseDoc, DOC_VERSION, type ShapeRef } from '../case/types';

/** A stored document that this version of Cuadro cannot read. */
export class DocumentVersionError extends Error {
  constructor(readonly found: unknown) {
    super(`The case was written by a newer version of Cuadro (form ${String(found)}); this one reads forms up to ${DOC_VERSION}. Update Cuadro to open it.`);
  }
}

type Stored = Record<string, unknown>;

/** From each form to the next. Nothing is thrown away: what a form does not know stays as it is. */
const STEPS: Readonly<Record<number, (doc: Stored) => Stored>> = {
  // Form 1 had no number. Plans came with form 2; a case without them has none.
  1: (doc) => ({ ...doc, version: 2 }),
  // Form 3 knows more of the tool of today; a case written before says nothing of it.
  2: (doc) => ({ ...doc, version: 3, today: { ...EMPTY_TODAY, ...(doc['today'] as object) } }),
  // Form 4 counts what holds it together.
  3: (doc) => ({ ...doc, version: 4, today: { ...EMPTY_TODAY, ...(doc['today'] as object) } }),
  // In form 5 the corrected holes are one of several tables; a note that says nothing is none.
  4: (doc) => ({
    ...doc,
    version: 5,
    shapes: Object.fromEntries(Object.entries((doc['shapes'] ?? {}) as Stored).map(([way, s]) => [way, correctedHoles(s as Stored)])),
  }),
};

function correctedHoles(shape: Stored): Stored {
  if (!shape?.['holes']) return shape;
  const { holes, ...rest } = shape;
  return { ...rest, corrected: { holes: (holes as Stored[]).map(({ note, ...h }) => ({ ...h, ...(note ? { note } : {}) })) } };
}

/**
 * Bring a stored document to the present form. A document of the present form comes back as it is.
 * @throws DocumentVersionError for one from a newer version
 */
export function upgrade(stored: unknown): CaseDoc {
  let doc = stored as Stored;
  let version = doc['version'] === undefined ? 1 : Number(doc['version']);
  if (!Number.isInteger(version) || version < 1 || version > DOC_VERSION) throw new DocumentVersionError(doc['version']);
  for (; version < DOC_VERSION; version++) doc = STEPS[version](doc);
  return withoutOldFindings(doc as unknown as CaseDoc);
}

/** What an earlier version of the analyses or of the solver found is found anew. */
function withoutOldFindings(doc: CaseDoc): CaseDoc {
  const shapes = Object.entries(doc.shapes ?? {}).map(([way, s]) => [way, s && current(s)] as const);
  return shapes.some(([way, s]) => s !== doc.shapes[way as keyof CaseDoc['shapes']]) ? { ...doc, shapes: Object.fromEntries(shapes) } : doc;
}

function current(s: ShapeRef): ShapeRef {
  const oldStudy = s.study && s.study.version !== STUDY_VERSION;
  const oldSolved = Object.values(s.solved ?? {}).some((found) => found && !found.key.startsWith(`${UNIT_LOADS_VERSION}|`));
  return oldStudy || oldSolved ? { ...s, ...(oldStudy && { study: undefined }), ...(oldSolved && { solved: undefined }) } : s;
}
