/** Reading of numbers and words straight from bytes: a mesh of a million triangles is no place for strings. */

export const isSpace = (c: number): boolean => c === 32 || (c >= 9 && c <= 13);

/** Text: no control characters but white space in the first kilobyte. */
export function looksLikeText(bytes: Uint8Array): boolean {
  const end = Math.min(bytes.length, 1024);
  for (let i = 0; i < end; i++) {
    const c = bytes[i];
    if (c < 9 || (c > 13 && c < 32)) return false;
  }
  return true;
}

const POWERS = Array.from({ length: 23 }, (_, e) => 10 ** e);

/**
 * A decimal number in ASCII. Up to 15 digits and powers of ten up to 22 are exact in doubles, so one multiplication or
 * division rounds correctly (Clinger 1990); anything longer goes the slow way. NaN for what is not a number.
 */
export function readDecimal(bytes: Uint8Array, start: number, end: number): number {
  let i = start;
  const negative = bytes[i] === 45;
  if (negative || bytes[i] === 43) i++;
  let mantissa = 0;
  let digits = 0;
  let shift = 0;
  let point = false;
  for (; i < end; i++) {
    const c = bytes[i];
    if (c >= 48 && c <= 57) {
      mantissa = mantissa * 10 + (c - 48);
      if (mantissa > 0) digits++;
      if (point) shift--;
    } else if (c === 46 && !point) point = true;
    else break;
  }
  if (i < end && (bytes[i] | 32) === 101) {
    i++;
    const down = bytes[i] === 45;
    if (down || bytes[i] === 43) i++;
    let e = 0;
    const from = i;
    for (; i < end && bytes[i] >= 48 && bytes[i] <= 57; i++) e = e * 10 + (bytes[i] - 48);
    if (i === from) return NaN;
    shift += down ? -e : e;
  }
  if (i === end && digits > 0 && digits <= 15 && shift >= -22 && shift <= 22) {
    const x = shift < 0 ? mantissa / POWERS[-shift] : mantissa * POWERS[shift];
    return negative ? -x : x;
  }
  const text = String.fromCharCode(...bytes.subarray(start, Math.min(end, start + 64)));
  return text === '' || !/^[+-]?[\d.]/.test(text) ? NaN : Number(text);
}

/** The first bytes as text, one character a byte. */
export const beginning = (bytes: Uint8Array, count: number): string => String.fromCharCode(...bytes.subarray(0, count));
