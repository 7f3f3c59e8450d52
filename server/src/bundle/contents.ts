import type { CaseDoc, ShapeRef } from '@cuadro/core/case/types';
import type { FileValue, Values } from '@cuadro/core/inputs/spec';
import type { Context } from '../context';
import { AppError } from '../errors';
import { storeMesh } from '../meshes/plugin';
import { hashOf } from '../meshes/store';
import type { BundleFiles, BundleKind } from './pack';

/** Form of what lies in a bundle. */
export const FORM = 1;

export const shapesOf = (doc: CaseDoc): ShapeRef[] => Object.values(doc.shapes).filter((s) => s !== undefined);
export const filesOf = (values: Values): FileValue[] =>
  Object.values(values).filter((v): v is FileValue => typeof v === 'object' && v !== null && 'hash' in v && 'size_bytes' in v);
export const unreadable = (why: string): AppError => new AppError('BUNDLE_UNREADABLE', why);

/** A bundle as bytes: what it is about, and every file that this refers to, as far as it is there. */
export async function pack({ meshes, pool }: Context, main: `${BundleKind}.json`, content: object, hashes: Iterable<string>): Promise<Buffer> {
  const files: BundleFiles = {};
  for (const hash of new Set(hashes)) {
    const bytes = await meshes.get(hash);
    if (bytes) files[`files/${hash}`] = new Uint8Array(bytes);
  }
  files[main] = new TextEncoder().encode(JSON.stringify(content));
  return Buffer.from(await pool.run('zip', files));
}

/** What came: its JSON, of the form that is known here, and its files, each the one it is called by. @throws AppError BUNDLE_UNREADABLE */
export async function unpack<T extends { form: number }>(
  { pool }: Context,
  body: unknown,
  kind: BundleKind,
): Promise<{ content: Partial<T>; files: BundleFiles }> {
  const bytes = Buffer.isBuffer(body) ? body : Buffer.alloc(0);
  const result = await pool.run('unzip', { bytes, kind });
  if ('problem' in result) throw unreadable(result.problem);
  const { [`${kind}.json`]: main, ...files } = result.files;
  let content: Partial<T>;
  try {
    content = JSON.parse(new TextDecoder().decode(main)) as Partial<T>;
  } catch {
    throw unreadable(`The ${kind} in it is damaged.`);
  }
  if (content?.form !== FORM) throw unreadable('It was made by a newer version of Cuadro.');
  for (const [name, file] of Object.entries(files))
    if (name !== `files/${hashOf(file)}`) throw unreadable('A file in it is not what it is called by: the bundle was changed or is damaged.');
  return { content, files };
}

/** Keep the files of a bundle; meshes are measured as they are when somebody loads them. */
export async function keepFiles(context: Context, docs: readonly CaseDoc[], files: BundleFiles): Promise<void> {
  for (const shape of docs.flatMap(shapesOf)) {
    const bytes = files[`files/${shape.hash}`];
    if (bytes) await storeMesh(context, bytes, shape.unit, shape.fileName);
  }
  for (const bytes of Object.values(files)) await context.meshes.put(bytes);
}
