/** A change of one field: where, what stood there, what stands there now; left out where there is nothing. */
export interface FieldChange {
  /** Keys from the top; an element of a list whose elements have names is `@name`. */
  path: string[];
  was?: unknown;
  now?: unknown;
  /** Follows from other fields: taken over as it is, whatever stands there. */
  derived?: true;
}

/** A field that both sides changed, each in its own way. */
export interface Clash {
  path: string[];
  mine?: unknown;
  theirs?: unknown;
}

export type Tree = Record<string, unknown>;
const isTree = (x: unknown): x is Tree => typeof x === 'object' && x !== null && !Array.isArray(x);
/** Equal as JSON, whatever the order of keys; nothing is nothing. */
export function same(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((x, i) => same(x, b[i]));
  if (!isTree(a) || !isTree(b)) return false;
  const keys = new Set([...Object.keys(a), ...Object.keys(b)]);
  return [...keys].every((k) => same(a[k], b[k]));
}

/** How the documents of a kind fall into fields. Paths are keys from the top. */
export interface Fields {
  /** Parts that only make sense as a whole: a range, a cell, what was measured. */
  isWhole?(path: readonly string[]): boolean;
  /** Maps in which nothing is the same as an empty one. */
  isOpen?(path: readonly string[]): boolean;
  /** What follows from other fields. */
  isDerived?(path: readonly string[]): boolean;
  /** Names of the elements of a list that merges element by element; none where a list is one field. */
  nameIn?(path: readonly string[]): ((x: unknown) => string) | undefined;
  /** Two states of a part that are not the same thing are exchanged whole. */
  isSame?(path: readonly string[], a: Tree, b: Tree): boolean;
  /** Keys of a part that follow from its others, and need not travel with it. */
  follows?(path: readonly string[]): readonly string[];
}

/** Does a path follow a pattern? `*` stands for any one key. */
export const matches = (path: readonly string[], ...pattern: string[]): boolean =>
  path.length === pattern.length && pattern.every((p, i) => p === '*' || p === path[i]);

/** What is taken back by undoing changes. */
export const inverse = (changes: readonly FieldChange[]): FieldChange[] =>
  changes.map(({ path, was, now, derived }) => ({
    path,
    ...(now !== undefined && { was: now }),
    ...(was !== undefined && { now: was }),
    ...(derived && { derived }),
  })).reverse();

const GONE = Symbol('the field around it is gone');

export interface Applied<D> {
  doc: D;
  clashes: Clash[];
}

/** Changes of one kind of document, field by field. */
export class Fieldwise<D> {
  constructor(private readonly fields: Fields = {}) {}

  private readonly isOpen = (path: readonly string[]): boolean => this.fields.isOpen?.(path) ?? false;
  private readonly nameIn = (path: readonly string[]): ((x: unknown) => string) | undefined => this.fields.nameIn?.(path);

  /** A part without what follows from it. */
  private bare(path: readonly string[], x: unknown): unknown {
    const follows = this.fields.follows?.(path) ?? [];
    return follows.length && isTree(x) ? Object.fromEntries(Object.entries(x).filter(([k]) => !follows.includes(k))) : x;
  }

  /** All fields in which two states differ, so that applying them to the first gives the second. */
  between(before: D, after: D): FieldChange[] {
    const out: FieldChange[] = [];
    const { fields } = this;
    const walk = (path: string[], a: unknown, b: unknown): void => {
      if (same(a, b)) return;
      const [x, y] = this.isOpen(path) ? [a ?? {}, b ?? {}] : [a, b];
      if (isTree(x) && isTree(y) && !fields.isWhole?.(path) && (fields.isSame?.(path, x, y) ?? true)) {
        for (const k of new Set([...Object.keys(x), ...Object.keys(y)])) walk([...path, k], x[k], y[k]);
        return;
      }
      const name = this.nameIn(path);
      if (name && Array.isArray(a) && Array.isArray(b)) {
        const [was, now] = [a, b].map((l) => new Map(l.map((e) => [name(e), e])));
        const kept = (l: unknown[], other: Map<string, unknown>): string => l.map(name).filter((n) => other.has(n)).join('|');
        // In another order it is another list.
        if (was.size === a.length && now.size === b.length && kept(a, now) === kept(b, was)) {
          for (const n of new Set([...was.keys(), ...now.keys()])) walk([...path, `@${n}`], was.get(n), now.get(n));
          return;
        }
      }
      out.push({ path, ...(a !== undefined && { was: a }), ...(b !== undefined && { now: b }), ...(fields.isDerived?.(path) && { derived: true }) });
    };
    walk([], before, after);
    return out;
  }

  /** Changes as they travel: of what goes, what follows from it is left out. */
  toSend(changes: readonly FieldChange[]): FieldChange[] {
    return changes.map((c) => ('was' in c ? { ...c, was: this.bare(c.path, c.was) } : c));
  }

  private read(doc: unknown, path: readonly string[]): unknown {
    let here = doc;
    for (const [i, key] of path.entries()) {
      const around = path.slice(0, i);
      const name = key.startsWith('@') ? this.nameIn(around) : undefined;
      if (name) {
        if (!Array.isArray(here)) return GONE;
        here = here.find((x) => name(x) === key.slice(1));
      } else {
        const open = isTree(here) ? here : here === undefined && this.isOpen(around) ? {} : undefined;
        if (!open) return GONE;
        here = open[key];
      }
    }
    return here;
  }

  /** A copy with one field set; only what lies on the way is copied. */
  private put(here: unknown, path: readonly string[], now: unknown, around: readonly string[] = []): unknown {
    const [key, ...rest] = path;
    if (key === undefined) return now;
    const name = key.startsWith('@') ? this.nameIn(around) : undefined;
    if (name) {
      const list = here as unknown[];
      const i = list.findIndex((x) => name(x) === key.slice(1));
      if (now === undefined && !rest.length) return list.filter((_, k) => k !== i);
      const next = this.put(list[i], rest, now, [...around, key]);
      return i < 0 ? [...list, next] : list.map((x, k) => (k === i ? next : x));
    }
    const tree: Tree = { ...((here ?? {}) as Tree) };
    const next = this.put(tree[key], rest, now, [...around, key]);
    if (next === undefined) delete tree[key];
    else tree[key] = next;
    return this.isOpen(around) && !Object.keys(tree).length ? undefined : tree;
  }

  /**
   * Changes made on an older state, put on a newer one: what nobody touched since is set, what stands there already is left, and what
   * was changed to something else since is a clash and stays as it is.
   */
  apply(doc: D, changes: readonly FieldChange[]): Applied<D> {
    let out: unknown = doc;
    const clashes: Clash[] = [];
    for (const { path, was, now, derived } of changes) {
      const there = this.read(out, path);
      if (there !== GONE && same(there, now)) continue;
      if (there === GONE || !(derived || same(this.bare(path, there), this.bare(path, was)))) {
        clashes.push({ path, ...(now !== undefined && { mine: now }), ...(there !== GONE && there !== undefined && { theirs: there }) });
        continue;
      }
      out = this.put(out, path, now);
    }
    return { doc: out as D, clashes };
  }
}

/** Changes as they have to be sent so that mine goes over theirs in some of the clashes, and theirs stays in the others. */
export function settled(changes: readonly FieldChange[], clashes: readonly Clash[], mine: (c: Clash) => boolean): FieldChange[] {
  const by = new Map(clashes.map((c) => [c.path.join('\n'), c]));
  return changes.flatMap((change) => {
    const clash = by.get(change.path.join('\n'));
    if (!clash) return [change];
    if (!mine(clash)) return [];
    const { path, now, derived } = change;
    return [{ path, ...(clash.theirs !== undefined && { was: clash.theirs }), ...(now !== undefined && { now }), ...(derived && { derived }) }];
  });
}
