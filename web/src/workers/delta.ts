/**
 * Answers of a worker that come again and again, almost the same: what is as it was sent before is not sent again. The page
 * gets the very objects that it had, so that what is drawn from them stays as well. Answers have to arrive in the order
 * in which they were given, and neither side may change what it holds.
 */
export type Delta<T> = { readonly of?: T } & object;

/** Stands for a part that both sides hold. No text of Cuadro is this. */
const KEPT = '\u0000';
/** Begins what stands for a sentence that was sent before, whatever for: its number follows. */
const SAID = '\u0001';
/** Shorter texts are sent as they are. */
const SENTENCE = 24;
/** Sentences held before both sides begin a new list. */
const MOST = 20_000;

/** Sentences sent so far, and those that go with the next answer. */
interface Said {
  numbers: Map<string, number>;
  fresh: string[];
}
function refer(text: string, said: Said): string {
  if (text.length < SENTENCE) return text;
  let n = said.numbers.get(text);
  if (n === undefined) {
    said.numbers.set(text, n = said.numbers.size);
    said.fresh.push(text);
  }
  return SAID + n;
}

const isPlain = (x: unknown): x is Record<string, unknown> => Object.prototype.toString.call(x) === '[object Object]';

function pack(next: unknown, before: unknown, said: Said): unknown {
  if (Object.is(next, before)) return typeof next === 'object' || typeof next === 'string' ? KEPT : next;
  if (typeof next === 'string') return refer(next, said);
  if (Array.isArray(next)) {
    const held: unknown[] = Array.isArray(before) ? before : [];
    const parts = next.map((x, i) => pack(x, held[i], said));
    return held === before && held.length === next.length && next.every((x, i) => parts[i] === KEPT || Object.is(x, held[i])) ? KEPT : parts;
  }
  if (!isPlain(next)) return next;
  const held = isPlain(before) ? before : {};
  const keys = Object.keys(next);
  let same = held === before && Object.keys(held).length === keys.length;
  const parts: Record<string, unknown> = {};
  for (const key of keys) {
    parts[key] = pack(next[key], held[key], said);
    same &&= key in held && (parts[key] === KEPT || Object.is(next[key], held[key]));
  }
  return same ? KEPT : parts;
}

function unpack(delta: unknown, before: unknown, said: readonly string[]): unknown {
  if (delta === KEPT) return before;
  if (typeof delta === 'string') return delta.startsWith(SAID) ? said[Number(delta.slice(1))] : delta;
  if (Array.isArray(delta)) return delta.map((x, i) => unpack(x, (before as unknown[] | undefined)?.[i], said));
  if (!isPlain(delta)) return delta;
  return Object.fromEntries(Object.entries(delta).map(([key, x]) => [key, unpack(x, (before as Record<string, unknown> | undefined)?.[key], said)]));
}

interface Message {
  parts: unknown;
  /** Sentences said for the first time, and how many were known before; none says that the list begins anew. */
  fresh: string[];
  known: number;
}

/** The worker's side of one kind of answer. */
export class DeltaSender<T> {
  private held?: T;
  private numbers = new Map<string, number>();
  send(next: T): Delta<T> {
    if (this.numbers.size > MOST) this.numbers = new Map();
    const known = this.numbers.size;
    const fresh: string[] = [];
    const delta: Message = { parts: pack(next, this.held, { numbers: this.numbers, fresh }), fresh, known };
    this.held = next;
    return delta as Delta<T>;
  }
}

/** The page's side. */
export class DeltaReceiver<T> {
  private held?: T;
  private said: string[] = [];
  take(delta: Delta<T>): T {
    const { parts, fresh, known } = delta as Message;
    this.said = [...this.said.slice(0, known), ...fresh];
    this.held = unpack(parts, this.held, this.said) as T;
    return this.held;
  }
}
