import type { Clash } from '@cuadro/core/document/changes';

/** Every error the server can send: code, HTTP status and the text a person reads. */
const ERRORS = {
  CASE_NOT_FOUND: [404, 'This case does not exist, or was removed.'],
  CLASH: [409, 'Some fields were changed by somebody else, or in another tab, in the meantime.'],
  BUSY: [503, 'Others write the same thing again and again. Try once more; nothing was changed.'],
  CASE_INVALID: [422, 'The case was not saved.'],
  REVISION_NOT_FOUND: [404, 'This state of the case is not kept.'],
  RECORD_NOT_FOUND: [404, 'This record does not exist, or was removed.'],
  RECORD_INVALID: [422, 'The record was not saved.'],
  FILE_NOT_FOUND: [404, 'This file is not in the store.'],
  FILE_UNREADABLE: [422, 'Only PNG, JPEG and WebP pictures and PDF files can be kept.'],
  BUNDLE_UNREADABLE: [422, 'This bundle cannot be brought in.'],
  SCAN_UNREADABLE: [422, 'Only a mesh or a list of points can be kept as a scan: PLY, STL, OBJ, XYZ, ASC or CSV.'],
  RECORD_REFUSED: [409, 'The record was not saved.'],
  LOOK_INVALID: [422, 'The quick look was not kept.'],
  MESH_NOT_FOUND: [404, 'This mesh is not in the store.'],
  MESH_UNREADABLE: [422, 'The file cannot be used.'],
  MODEL_TOO_SLOW: [422, 'The model took longer than two minutes and was given up. Export the tool alone, or choose a coarser tolerance.'],
  MODELS_BUSY: [503, 'Other models are being converted. Try again in a minute; nothing was changed.'],
  MESH_UNKNOWN_IN_CASE: [422, 'The case refers to a mesh that is not in the store. Drop the file again.'],
  TOO_LARGE: [413, 'What was sent is larger than what may be sent here.'],
  SHOP_INVALID: [422, "The shop's figures were not saved."],
  SIGN_INVALID: [422, 'The verdict was not signed.'],
  SIGN_STALE: [409, 'The case was changed since you looked at it. Look again, then sign.'],
  SIGN_SITE: [409, "The shop's figures, or its log, were changed since you looked at this verdict: load the page again, look, then sign."],
  SIGN_REFERRED: [422, 'The verdict was not signed.'],
  SIGNATURE_NOT_FOUND: [404, 'This signature does not exist.'],
  PERSON_INVALID: [422, 'The account was not changed.'],
  PERSON_TAKEN: [409, 'This sign-in name is taken.'],
  PERSON_NOT_FOUND: [404, 'This account does not exist.'],
  PERSON_LAST: [422, 'Somebody has to be left who manages accounts.'],
  SIGN_IN_NEEDED: [401, 'Sign in first.'],
  SIGN_IN_WRONG: [401, 'Name or password are wrong.'],
  SIGN_IN_LOCKED: [429, 'Too many wrong passwords: this account rests for a quarter of an hour. An administrator can open it.'],
  CODE_WRONG: [403, 'The code is not the one on the console, or accounts are there already.'],
  TOO_MANY: [429, 'Too many requests from this address: wait a minute.'],
  FORBIDDEN: [403, 'Your account may not do this.'],
  NOT_FOUND: [404, 'There is nothing at this address.'],
  FOREIGN_ORIGIN: [403, 'Requests from other sites are refused.'],
  BAD_REQUEST: [400, 'The request could not be read.'],
  BAD_TEXT: [400, 'There is a character in it that cannot be stored: a NUL, or half of a pair. Type that text anew.'],
  BAD_ADDRESS: [400, 'The address does not make sense.'],
  WRONG_METHOD: [405, 'This address does not take that.'],
  DISK_FULL: [507, 'The disk of the server is full: nothing was changed. Free some room (old back-ups, other files) and try again.'],
  DISK_READ_ONLY: [507, 'The data folder of the server cannot be written: nothing was changed. Whoever runs it has to make it writable.'],
  TASK_TOO_LONG: [422, 'This took longer than two minutes and was given up. Nothing was changed; try with a simpler file.'],
  TASK_TOO_LARGE: [422, 'This needed more memory than a task may have, and was given up. Nothing was changed; try with a simpler file.'],
  INTERNAL: [500, 'Something went wrong on the server. Nothing was changed; the details are in its log.'],
} as const satisfies Record<string, readonly [number, string]>;

export type ErrorCode = keyof typeof ERRORS;

/** An error meant for the person at the other end. */
export class AppError extends Error {
  readonly status: number;

  constructor(
    readonly code: ErrorCode,
    detail?: string,
    readonly extra: { field?: string; current?: unknown; clashes?: Clash[] } = {},
  ) {
    super(detail ?? ERRORS[code][1]);
    this.status = ERRORS[code][0];
  }

  body(): Record<string, unknown> {
    return { code: this.code, message: this.message, ...this.extra };
  }
}

/** Is it the disk? Looked for down the causes: a database wraps what its files said. */
export function diskFault(error: unknown): 'DISK_FULL' | 'DISK_READ_ONLY' | undefined {
  for (let e = error as { code?: string; message?: string; cause?: unknown } | undefined; e; e = e.cause as typeof e) {
    if (e.code === 'ENOSPC' || e.code === '53100' || /no space left/i.test(e.message ?? '')) return 'DISK_FULL';
    if (e.code === 'EROFS' || e.code === 'EACCES' || e.code === 'EPERM' || /read-only file system/i.test(e.message ?? '')) return 'DISK_READ_ONLY';
  }
  return undefined;
}
