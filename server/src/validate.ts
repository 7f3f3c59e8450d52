import * as yup from 'yup';
import { AppError, type ErrorCode } from './errors';

/**
 * Validate with a Yup schema; the first fault becomes an error that points at its field.
 * @throws AppError with the given code
 */
export function validate<T>(schema: yup.Schema, value: unknown, code: ErrorCode): T {
  try {
    return schema.validateSync(value, { strict: true, abortEarly: true }) as T;
  } catch (e) {
    if (e instanceof yup.ValidationError) throw new AppError(code, e.message, { field: e.path });
    throw e;
  }
}
