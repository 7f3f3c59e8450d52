import { readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { CaseDoc, ShapeRef } from '@cuadro/core/case/types';
import { caseSchema } from '@cuadro/core/document/case-schema';
import { readNeed } from '@cuadro/core/document/need-file';
import { upgrade } from '@cuadro/core/document/upgrade';
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
async function meshOf(file: string, usage: string): Promise<ShapeRef> {
  const { mesh, measure } = await shapeOf(file, 'mm', usage);
  return { hash: '0'.repeat(64), fileName: file.split('/').at(-1)!, unit: 'mm', measure, up: UP, study: studyShape(mesh, measure, UP) };
}

/**
 * A case as saved, or a need file with what it names beside it.
 * @throws Fault 2 for a file that is not there or cannot be used
 */
export async function readCase(file: string, usage: string): Promise<CaseDoc> {
  const read = await json(file);
  const named = typeof read === 'object' && read !== null ? (read as Record<string, unknown>) : {};
  const shape = typeof named['mesh'] === 'string' ? await meshOf(join(dirname(file), named['mesh']), usage) : undefined;
  try {
    const isCase = 'version' in named || ('today' in named && 'shapes' in named);
    return isCase ? caseSchema.validateSync(upgrade(read), { strict: true }) : readNeed(read, shape);
  } catch (e) {
    if (e instanceof Error) throw new Fault(`${file}: ${e.message}`, 2);
    throw e;
  }
}
