import secureJson from 'secure-json-parse';
import { AppError } from '../errors';

/** Deeper than any document. */
const MOST_DEPTH = 40;
/** A single text that is longer is a file in disguise. */
const LONGEST_TEXT = 1_000_000;

/** Depth of nesting without parsing: a body of brackets would overrun the stack of whoever walks it. */
function tooDeep(text: string): boolean {
  let depth = 0;
  let quoted = false;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (quoted) {
      if (c === 0x5c) i++;
      else if (c === 0x22) quoted = false;
    } else if (c === 0x22) quoted = true;
    else if (c === 0x7b || c === 0x5b) {
      if (++depth > MOST_DEPTH) return true;
    } else if (c === 0x7d || c === 0x5d) depth--;
  }
  return false;
}

/** What no column and no file can hold: NUL, and halves of a pair that make no letter. */
export const unstorable = (text: string): boolean => text.includes('\0') || !(text as string & { isWellFormed(): boolean }).isWellFormed();

/** @throws AppError naming the place of a text that cannot be stored or a number that is none */
function walk(value: unknown, path: string): void {
  if (typeof value === 'string') {
    if (unstorable(value)) throw new AppError('BAD_TEXT', undefined, { field: path });
    if (value.length > LONGEST_TEXT) throw new AppError('BAD_REQUEST', `The text at ${path || 'the top'} is longer than a text may be.`, { field: path });
  } else if (typeof value === 'number') {
    if (!Number.isFinite(value)) throw new AppError('BAD_REQUEST', `The number at ${path || 'the top'} is too large.`, { field: path });
  } else if (value && typeof value === 'object') {
    for (const [key, inner] of Object.entries(value)) {
      if (unstorable(key)) throw new AppError('BAD_TEXT', undefined, { field: path });
      walk(inner, path ? `${path}.${key}` : key);
    }
  }
}

/**
 * A JSON body, or a refusal in words: not JSON, nested too deeply, a text that cannot be stored, a number beyond all numbers, a key
 * that would reach into the language.
 * @throws AppError BAD_REQUEST or BAD_TEXT
 */
export function readJson(text: string): unknown {
  if (!text) throw new AppError('BAD_REQUEST', 'The request is empty.');
  if (tooDeep(text)) throw new AppError('BAD_REQUEST', `What was sent is nested more than ${MOST_DEPTH} deep.`);
  let value: unknown;
  try {
    value = secureJson.parse(text, undefined, { protoAction: 'error', constructorAction: 'error' });
  } catch {
    throw new AppError('BAD_REQUEST', 'What was sent is not JSON.');
  }
  walk(value, '');
  return value;
}
