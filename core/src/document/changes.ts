import { type CaseDoc, type FaceMark, type Pin, routeKey } from '../case/types';

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

type Tree = Record<string, unknown>;
const isTree = (x: unknown): x is Tree => typeof x === 'object' && x !== null && !Array.isArray(x);
/** Equal as JSON, whatever the order of keys; nothing is nothing. */
export function same(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((x, i) => same(x, b[i]));
  if (!isTree(a) || !isTree(b)) return false;
  const keys = new Set([...Object.keys(a), ...Object.keys(b)]);
  return [...keys].every((k) => same(a[k], b[k]));
}

const at = (path: readonly string[], ...pattern: string[]): boolean => path.length === pattern.length && pattern.every((p, i) => p === '*' || p === path[i]);

/** Parts that only make sense as a whole: a range, a cell, what was measured. */
const isWhole = (path: readonly string[]): boolean =>
  at(path, 'overrides', '*', '*') || at(path, 'plans', '*', 'geometry') || at(path, 'plans', '*', 'values', '*') || (path[0] === 'shapes' && path.length > 2);
/** Maps in which nothing is the same as an empty one. */
const isOpen = (path: readonly string[]): boolean => at(path, 'remedies') || at(path, 'plans') || at(path, 'overrides', '*');
/** What the analyses say follows from the mesh and its direction. */
const isDerived = (path: readonly string[]): boolean => at(path, 'shapes', '*', 'study') || at(path, 'shapes', '*', 'measure');

/** Names of the elements of a list that merges element by element; none where a list is one field. */
function nameIn(path: readonly string[]): ((x: unknown) => string) | undefined {
  if (at(path, 'pins')) return (x) => routeKey(x as Pin);
  if (at(path, 'remedies', '*')) return (x) => String(x);
  if (at(path, 'shapes', '*', 'marks')) return (x) => (x as FaceMark).point.map((c) => c.toFixed(3)).join();
  return undefined;
}

/** Are they the same mesh? Another one is another thing, with everything that was marked on it. */
const sameMesh = (path: readonly string[], a: Tree, b: Tree): boolean => !at(path, 'shapes', '*') || (a['hash'] === b['hash'] && a['unit'] === b['unit']);

/** A mesh without what follows from it. */
function bare(path: readonly string[], x: unknown): unknown {
  if (!at(path, 'shapes', '*') || !isTree(x)) return x;
  return Object.fromEntries(Object.entries(x).filter(([k]) => k !== 'study' && k !== 'measure'));
}

/** All fields in which two states of a case differ, so that applying them to the first gives the second. */
export function changesBetween(before: CaseDoc, after: CaseDoc): FieldChange[] {
  const out: FieldChange[] = [];
  const walk = (path: string[], a: unknown, b: unknown): void => {
    if (same(a, b)) return;
    const [x, y] = isOpen(path) ? [a ?? {}, b ?? {}] : [a, b];
    if (isTree(x) && isTree(y) && !isWhole(path) && sameMesh(path, x, y)) {
      for (const k of new Set([...Object.keys(x), ...Object.keys(y)])) walk([...path, k], x[k], y[k]);
      return;
    }
    const name = nameIn(path);
    if (name && Array.isArray(a) && Array.isArray(b)) {
      const [was, now] = [a, b].map((l) => new Map(l.map((e) => [name(e), e])));
      const kept = (l: unknown[], other: Map<string, unknown>): string => l.map(name).filter((n) => other.has(n)).join('|');
      // In another order it is another list.
      if (was.size === a.length && now.size === b.length && kept(a, now) === kept(b, was)) {
        for (const n of new Set([...was.keys(), ...now.keys()])) walk([...path, `@${n}`], was.get(n), now.get(n));
        return;
      }
    }
    out.push({ path, ...(a !== undefined && { was: a }), ...(b !== undefined && { now: b }), ...(isDerived(path) && { derived: true }) });
  };
  walk([], before, after);
  return out;
}

/** Changes as they travel: of a mesh that goes, its name is enough. */
export const toSend = (changes: readonly FieldChange[]): FieldChange[] => changes.map((c) => ('was' in c ? { ...c, was: bare(c.path, c.was) } : c));

/** What is taken back by undoing changes. */
export const inverse = (changes: readonly FieldChange[]): FieldChange[] =>
  changes.map(({ path, was, now, derived }) => ({
    path,
    ...(now !== undefined && { was: now }),
    ...(was !== undefined && { now: was }),
    ...(derived && { derived }),
  })).reverse();

const GONE = Symbol('the field around it is gone');

function read(doc: unknown, path: readonly string[]): unknown {
  let here = doc;
  for (const [i, key] of path.entries()) {
    const around = path.slice(0, i);
    if (key.startsWith('@') && nameIn(around)) {
      if (!Array.isArray(here)) return GONE;
      const name = nameIn(around)!;
      here = here.find((x) => name(x) === key.slice(1));
    } else {
      const open = isTree(here) ? here : here === undefined && isOpen(around) ? {} : undefined;
      if (!open) return GONE;
      here = open[key];
    }
  }
  return here;
}

/** A copy with one field set; only what lies on the way is copied. */
function put(here: unknown, path: readonly string[], now: unknown, around: readonly string[] = []): unknown {
  const [key, ...rest] = path;
  if (key === undefined) return now;
  const name = key.startsWith('@') ? nameIn(around) : undefined;
  if (name) {
    const list = here as unknown[];
    const i = list.findIndex((x) => name(x) === key.slice(1));
    if (now === undefined && !rest.length) return list.filter((_, k) => k !== i);
    const next = put(list[i], rest, now, [...around, key]);
    return i < 0 ? [...list, next] : list.map((x, k) => (k === i ? next : x));
  }
  const tree: Tree = { ...((here ?? {}) as Tree) };
  const next = put(tree[key], rest, now, [...around, key]);
  if (next === undefined) delete tree[key];
  else tree[key] = next;
  return isOpen(around) && !Object.keys(tree).length ? undefined : tree;
}

export interface Applied {
  doc: CaseDoc;
  clashes: Clash[];
}

/**
 * Changes made on an older state, put on a newer one: what nobody touched since is set, what stands there already is left, and what
 * was changed to something else since is a clash and stays as it is.
 */
export function applyChanges(doc: CaseDoc, changes: readonly FieldChange[]): Applied {
  let out: unknown = doc;
  const clashes: Clash[] = [];
  for (const { path, was, now, derived } of changes) {
    const there = read(out, path);
    if (there !== GONE && same(there, now)) continue;
    if (there === GONE || !(derived || same(bare(path, there), bare(path, was)))) {
      clashes.push({ path, ...(now !== undefined && { mine: now }), ...(there !== GONE && there !== undefined && { theirs: there }) });
      continue;
    }
    out = put(out, path, now);
  }
  return { doc: out as CaseDoc, clashes };
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
