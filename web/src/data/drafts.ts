import { InjectionToken } from '@angular/core';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { CaseDoc } from '@cuadro/core/case/types';
import type { FieldChange } from '@cuadro/core/document/changes';
import { kept } from './kept';

/** What edits of the shop are kept by, where those of a case are kept by its id. */
export const SHOP = 'shop';

/** What edits of a record are kept by. */
export const recordRef = (kind: string, id: string): string => `record/${kind}/${id}`;
export function recordOf(of: string): { kind: string; id: string } | undefined {
  const [first, kind, id] = of.split('/');
  return first === 'record' ? { kind, id } : undefined;
}

/** A candidate that the server does not know yet, with what was seen of it. */
export interface NewCandidate {
  doc: CaseDoc;
  pictures: { id: string; name: string; bytes: Blob }[];
}
/** What a new candidate is kept by: the id it is going to have. */
export const newRef = (id: string): string => `new/${id}`;
export const newOf = (of: string): string | undefined => (of.startsWith('new/') ? of.slice('new/'.length) : undefined);

/** Edits of a case, of the shop or of a record, made in one tab, that the server has not yet acknowledged. */
export interface Draft {
  /** Id of the case, SHOP, or the reference of a record. */
  of: string;
  title: string;
  tab: string;
  /** Whose they are: where people sign in, nobody else sends them. */
  who: string;
  /** Field by field, from what the server acknowledged last. */
  changes: FieldChange[];
  /** The document with them, for a page without the server. */
  doc: unknown;
  at: number;
  /** Its page went with it: nobody else sends it, even while the browser still counts that tab as open. */
  left?: boolean;
  /** Why the server did not take them. They are kept until somebody opens the case, or throws them away. */
  refused?: string;
}

/** Where unsent edits are kept: by case and tab, so that no tab overwrites another's. */
export interface Drafts {
  /** @returns whether it is kept: a browser may be full, or may keep nothing at all */
  keep(draft: Draft): Promise<boolean>;
  drop(of: string, tab: string): Promise<void>;
  /** All there are, the oldest first. */
  all(): Promise<Draft[]>;
  /** The page is being left this very moment: what is written now has to be there at once. */
  leave(draft: Draft): void;
}
export const DRAFTS = new InjectionToken<Drafts>('drafts', { providedIn: 'root', factory: () => new BrowserDrafts() });

interface Shelf extends DBSchema {
  drafts: { key: [of: string, tab: string]; value: Draft };
}

const LEFT = 'cuadro.left.';

/** In the browser's own database; what was written while a page was left lies beside it until it is read. */
export class BrowserDrafts implements Drafts {
  private opened?: Promise<IDBPDatabase<Shelf>>;

  private open(): Promise<IDBPDatabase<Shelf>> {
    // It may throw at once where site data are blocked.
    this.opened ??= Promise.resolve().then(() =>
      openDB<Shelf>('cuadro', 2, { upgrade: (db) => db.objectStoreNames.contains('drafts') || void db.createObjectStore('drafts', { keyPath: ['of', 'tab'] }) })
    );
    // A browser that keeps nothing now may do so later.
    this.opened.catch(() => (this.opened = undefined));
    return this.opened;
  }

  async keep(draft: Draft): Promise<boolean> {
    try {
      await (await this.open()).put('drafts', draft);
      kept.drop(LEFT + draft.of + draft.tab);
      return true;
    } catch {
      return false;
    }
  }

  async drop(of: string, tab: string): Promise<void> {
    kept.drop(LEFT + of + tab);
    await this.open().then((db) => db.delete('drafts', [of, tab])).catch(() => undefined);
  }

  async all(): Promise<Draft[]> {
    try {
      const db = await this.open();
      for (const draft of left()) await this.keep(draft);
      return (await db.getAll('drafts')).sort((a, b) => a.at - b.at);
    } catch {
      return left();
    }
  }

  leave(draft: Draft): void {
    kept.write(LEFT + draft.of + draft.tab, JSON.stringify({ ...draft, left: true } satisfies Draft));
  }
}

/** What pages wrote while they were left. */
function left(): Draft[] {
  return kept.keys().filter((k) => k.startsWith(LEFT)).flatMap((k) => {
    try {
      return [JSON.parse(kept.read(k) ?? '') as Draft];
    } catch {
      return [];
    }
  });
}

/** Edits of several tabs as one: of a field changed twice, from what stood there first to what stood there last. */
export function together(drafts: readonly Draft[]): FieldChange[] {
  const all = new Map<string, FieldChange>();
  for (const change of drafts.flatMap((d) => d.changes)) {
    const key = JSON.stringify(change.path);
    all.set(key, { ...change, ...(all.has(key) && { was: all.get(key)!.was }) });
  }
  return [...all.values()];
}
