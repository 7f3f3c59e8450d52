import * as yup from 'yup';
import type { Applied, Fieldwise, FieldChange } from '@cuadro/core/document/changes';
import type { Patch } from '@cuadro/core/wire';
import { AppError } from '../errors';
import { validate } from '../validate';

/** A whole list of materials may come or go at once. */
const MOST_CHANGES = 12_000;

/** Fields by name; what they may hold is checked on the document that comes out. */
const patchSchema = yup
  .object({
    changes: yup
      .array()
      .of(
        yup.object({ path: yup.array().of(yup.string().max(400).notOneOf(['__proto__', 'constructor', 'prototype']).required()).min(1).max(12).required() })
          .required(),
      )
      .min(1)
      .max(MOST_CHANGES)
      .required(),
    who: yup.string().max(80),
  })
  .required();

/** What was sent as an edit. @throws AppError with this code */
export const readPatch = (body: unknown, code: 'CASE_INVALID' | 'SHOP_INVALID' | 'RECORD_INVALID'): Patch => validate<Patch>(patchSchema, body, code);

/** Somebody was quicker between reading and writing. */
export class Overtaken extends Error {}

/** A write that others overtake so often is given back. */
const MOST_TRIES = 5;

/** Anything that is edited field by field, and where it is stored. */
interface Merged<D, R> {
  fields: Fieldwise<D>;
  read(): Promise<R>;
  docOf(stored: R): D;
  /** Checks the whole of it and writes it over what was read. @throws Overtaken when that is no longer the newest */
  save(doc: D, over: R): Promise<R>;
}

/**
 * Merge an edit with what is stored: what nobody else touched is taken, what both changed goes back with both values.
 * @throws AppError CLASH
 */
export async function merge<D, R>({ fields, read, docOf, save }: Merged<D, R>, changes: readonly FieldChange[]): Promise<R> {
  for (let tries = 0;; tries++) {
    const current = await read();
    const { doc, clashes }: Applied<D> = fields.apply(docOf(current), changes);
    if (clashes.length) throw new AppError('CLASH', undefined, { current, clashes });
    if (doc === docOf(current)) return current;
    try {
      return await save(doc, current);
    } catch (e) {
      if (!(e instanceof Overtaken)) throw e;
      if (tries >= MOST_TRIES) throw new AppError('BUSY');
    }
  }
}
