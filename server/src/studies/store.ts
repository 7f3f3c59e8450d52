import { inArray } from 'drizzle-orm';
import type { CaseDoc, ShapeRef } from '@cuadro/core/case/types';
import { STUDY_VERSION } from '@cuadro/core/shape/study';
import { UP } from '@cuadro/core/shape/turn';
import type { Db } from '../db/open';
import { studies } from '../db/schema';

/** Studies of meshes lie apart from the cases: one for each mesh, unit and build direction, however many revisions refer to it. */

const WAYS = ['machined', 'printed'] as const;
const placedOf = ({ unit, up = UP }: ShapeRef): string => `${unit} ${up.join(' ')}`;

/** The document without its studies, which are put into their own table first. */
export async function withoutStudies(db: Db, doc: CaseDoc): Promise<CaseDoc> {
  const shapes: CaseDoc['shapes'] = { ...doc.shapes };
  for (const way of WAYS) {
    const shape = shapes[way];
    if (!shape?.study) continue;
    const { study, ...rest } = shape;
    await db.insert(studies).values({ hash: shape.hash, version: study.version, placed: placedOf(shape), study }).onConflictDoNothing();
    shapes[way] = rest;
  }
  return { ...doc, shapes };
}

/** Documents with the studies of their meshes, as far as there are any of the present version. */
export async function withStudies(db: Db, docs: readonly CaseDoc[]): Promise<CaseDoc[]> {
  const hashes = [...new Set(docs.flatMap((d) => WAYS.flatMap((w) => (d.shapes[w] && !d.shapes[w].study ? [d.shapes[w].hash] : []))))];
  if (!hashes.length) return [...docs];
  const rows = await db.select().from(studies).where(inArray(studies.hash, hashes));
  const found = new Map(rows.filter((r) => r.version === STUDY_VERSION).map((r) => [`${r.hash} ${r.placed}`, r.study]));
  return docs.map((doc) => {
    const shapes: CaseDoc['shapes'] = { ...doc.shapes };
    for (const way of WAYS) {
      const shape = shapes[way];
      const study = shape && !shape.study && found.get(`${shape.hash} ${placedOf(shape)}`);
      if (shape && study) shapes[way] = { ...shape, study };
    }
    return { ...doc, shapes };
  });
}
