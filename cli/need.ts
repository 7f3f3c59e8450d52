import { readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { withSolved } from '@cuadro/core/case/load-table';
import type { CaseDoc, ShapeRef } from '@cuadro/core/case/types';
import { caseSchema } from '@cuadro/core/document/case-schema';
import { readNeed } from '@cuadro/core/document/need-file';
import { upgrade } from '@cuadro/core/document/upgrade';
import type { Mesh } from '@cuadro/core/shape/mesh';
import { studyShape } from '@cuadro/core/shape/study';
import { UP } from '@cuadro/core/shape/turn';
import { Fault, shapeOf } from './command';

/** @throws Fault 2 for a file that is not there or holds no JSON */
async function json(file: string): Promise<unknown> {
  try {
    return JSON.parse(await readFile(file, 'utf8'));
  } catch (e) {
    const missing = (e as NodeJS.ErrnoException).code === 'ENOENT';
    throw new Fault(`${file}: ${e instanceof SyntaxError ? `not JSON: ${e.message}` : missing ? 'no such file' : (e as Error).message}`, 2);
  }
}

/** A mesh beside a need file, measured and studied. It is kept nowhere. */
async function meshOf(file: string, usage: string): Promise<{ mesh: Mesh; shape: ShapeRef }> {
  const { mesh, measure } = await shapeOf(file, 'mm', usage);
  return { mesh, shape: { hash: '0'.repeat(64), fileName: file.split('/').at(-1)!, unit: 'mm', measure, up: UP, study: studyShape(mesh, measure, UP) } };
}

/** Its load table solved on the mesh, where there is one. */
const solved = (
  doc: CaseDoc,
  part: Awaited<ReturnType<typeof meshOf>> | undefined,
): CaseDoc => (part && doc.loads ? withSolved(doc, part.shape, part.mesh) : doc);

/**
 * A case as saved, or a need file with what it names beside it.
 * @throws Fault 2 for a file that is not there or cannot be used
 */
export async function readCase(file: string, usage: string): Promise<CaseDoc> {
  const read = await json(file);
  const named = typeof read === 'object' && read !== null ? (read as Record<string, unknown>) : {};
  const part = typeof named['mesh'] === 'string' ? await meshOf(join(dirname(file), named['mesh']), usage) : undefined;
  try {
    const isCase = 'version' in named || ('today' in named && 'shapes' in named);
    return isCase ? caseSchema.validateSync(upgrade(read), { strict: true }) : solved(readNeed(read, part?.shape), part);
  } catch (e) {
    if (e instanceof Error) throw new Fault(`${file}: ${e.message}`, 2);
    throw e;
  }
}
