/**
 * Answers of a worker that come again and again, almost the same: what is as it was sent before is not sent again. The page
 * gets the very objects that it had, so that what is drawn from them stays as well. Answers have to arrive in the order
 * in which they were given, and neither side may change what it holds.
 */
export type Delta<T> = { readonly of?: T } & object;

/** Stands for a part that both sides hold. No text of Cuadro is this. */
const KEPT = '\u0000';

const isPlain = (x: unknown): x is Record<string, unknown> => Object.prototype.toString.call(x) === '[object Object]';

function pack(next: unknown, before: unknown): unknown {
  if (Object.is(next, before)) return typeof next === 'object' || typeof next === 'string' ? KEPT : next;
  if (Array.isArray(next)) {
    const held: unknown[] = Array.isArray(before) ? before : [];
    const parts = next.map((x, i) => pack(x, held[i]));
    return held === before && held.length === next.length && next.every((x, i) => parts[i] === KEPT || Object.is(x, held[i])) ? KEPT : parts;
  }
  if (!isPlain(next)) return next;
  const held = isPlain(before) ? before : {};
  const keys = Object.keys(next);
  let same = held === before && Object.keys(held).length === keys.length;
  const parts: Record<string, unknown> = {};
  for (const key of keys) {
    parts[key] = pack(next[key], held[key]);
    same &&= key in held && (parts[key] === KEPT || Object.is(next[key], held[key]));
  }
  return same ? KEPT : parts;
}

function unpack(delta: unknown, before: unknown): unknown {
  if (delta === KEPT) return before;
  if (Array.isArray(delta)) return delta.map((x, i) => unpack(x, (before as unknown[] | undefined)?.[i]));
  if (!isPlain(delta)) return delta;
  return Object.fromEntries(Object.entries(delta).map(([key, x]) => [key, unpack(x, (before as Record<string, unknown> | undefined)?.[key])]));
}

/** The worker's side of one kind of answer. */
export class DeltaSender<T> {
  private held?: T;
  send(next: T): Delta<T> {
    const delta = { parts: pack(next, this.held) };
    this.held = next;
    return delta as Delta<T>;
  }
}

/** The page's side. */
export class DeltaReceiver<T> {
  private held?: T;
  take(delta: Delta<T>): T {
    this.held = unpack((delta as { parts: unknown }).parts, this.held) as T;
    return this.held;
  }
}
