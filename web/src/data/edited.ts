import { inject, Injectable, type OnDestroy, signal } from '@angular/core';
import { concatMap, debounceTime, firstValueFrom, from, type Observable, Subject, Subscription } from 'rxjs';
import { type Clash, type FieldChange, type Fieldwise, inverse, settled } from '@cuadro/core/document/changes';
import { RequestFault } from './api.service';
import { type Draft, DRAFTS } from './drafts';
import { OutboxService } from './outbox.service';
import { SettingsService } from './settings.service';
import { THIS_TAB } from './tabs';
import { UndoStack } from './undo-stack';

export type SaveState = 'saved' | 'saving' | 'unsaved' | 'offline' | 'refused' | 'conflict';

export const SAVE_WORDS: Record<SaveState, string> = {
  saved: 'saved',
  saving: 'saving …',
  unsaved: 'not yet saved',
  offline: 'kept in this browser',
  refused: 'not saved',
  conflict: 'changed elsewhere',
};
/** States in which somebody has to know that it is not on the server. */
export const NOT_STORED: ReadonlySet<SaveState> = new Set(['refused', 'offline', 'conflict']);

const SAVE_AFTER_MS = 350;
const RETRY_MS = 3000;
const NOT_KEPT = 'This browser keeps nothing for this site (its storage is full or shut): do not close the page before it says "saved".';

/** What a field is called, and how its values before and after a change read. */
export interface FieldWords {
  label: string;
  before?: string;
  after?: string;
}

/** A field that both sides changed, in words. */
export interface FieldClash extends Clash {
  label: string;
  mineText: string;
  theirsText: string;
}

/** Messages between tabs of this browser. */
type TabMessage = { kind: 'here' | 'hello' | 'bye'; id: string; tab: string } | { kind: 'saved'; id: string; tab: string; revision: number };

/**
 * Something stored that is edited here: its document with undo and redo, saved by itself as changes of fields, merged with what others
 * save, kept in the browser until the server has acknowledged it. A case and the shop are edited by the same rules.
 */
@Injectable()
export abstract class Edited<D extends object, R extends { revision: number }> implements OnDestroy {
  protected readonly settings = inject(SettingsService);
  private readonly drafts = inject(DRAFTS);
  private readonly outbox = inject(OutboxService);

  readonly record = signal<R | undefined>(undefined);
  readonly doc = signal<D | undefined>(undefined);
  readonly saveState = signal<SaveState>('saved');
  /** What the server or the schema said last, for beside the saved state. */
  readonly fault = signal('');
  readonly missing = signal(false);
  /** What somebody else saved while there were edits here, where both changed the same fields. */
  readonly theirs = signal<R | undefined>(undefined);
  readonly clashes = signal<readonly FieldClash[]>([]);
  /** Fields that an undo left alone, because they were changed since. */
  readonly untouched = signal<readonly string[]>([]);
  readonly otherTabs = signal<ReadonlySet<string>>(new Set());

  private readonly own = new UndoStack();
  readonly canUndo = this.own.canUndo;
  readonly canRedo = this.own.canRedo;

  private readonly edits = new Subject<void>();
  protected readonly subscriptions = new Subscription();
  private readonly tab = THIS_TAB;
  private readonly channel = new BroadcastChannel('cuadro.edits');
  protected id = '';
  /** What is to be open: fetched, then shown. */
  private asked = '';
  /** What the server had when these edits were made, where it does not answer and only the edits are here. */
  private unfetched?: D;

  /** How its documents fall into fields. */
  protected abstract readonly fields: Fieldwise<D>;
  protected abstract fetch(id: string): Promise<R>;
  protected abstract send(id: string, changes: FieldChange[], who: string): Observable<R>;
  protected abstract docOf(record: R): D;
  /** Name of a document, for where it waits. */
  protected abstract titleOf(doc: D): string;
  /** A document as it was kept in the browser, perhaps by an earlier version. */
  protected abstract kept(doc: unknown): D;
  /** @throws Error saying why a document cannot be saved */
  protected abstract check(doc: D): void;
  protected abstract words(before: D, after: D, path: readonly string[]): FieldWords;
  /** The document is another one: whatever follows from it has to follow. */
  protected abstract changed(): void;

  constructor() {
    this.subscriptions.add(this.edits.pipe(debounceTime(SAVE_AFTER_MS), concatMap(() => from(this.save()))).subscribe());
    this.channel.onmessage = (m: MessageEvent<TabMessage>) => this.heard(m.data);
    addEventListener('pagehide', this.left);
  }

  /** Load it; edits that were not acknowledged before a reload are taken up again. What was open until now counts until then. */
  async open(id: string): Promise<void> {
    this.asked = id;
    const waiting = await this.outbox.take(id);
    const answer = await this.fetch(id).catch((e: unknown) => e instanceof Error ? e : new Error(String(e)));
    if (this.asked === id && this.id && this.id !== id) await this.finish();
    if (this.asked !== id) {
      // Another was asked for meanwhile.
      if (this.id !== id) this.outbox.leave(id);
      return;
    }
    if (this.id !== id) {
      this.id = id;
      this.own.open(id);
      this.saveState.set('saved');
      this.unfetched = undefined;
    }
    if (answer instanceof Error) return this.without(answer, waiting);
    // What was typed while the server did not answer counts as well.
    const changes = this.unfetched ? this.fields.between(this.unfetched, this.doc()!) : waiting?.changes;
    this.unfetched = undefined;
    this.missing.set(false);
    this.record.set(answer);
    this.doc.set(this.docOf(answer));
    if (changes?.length) this.takeUp(answer, changes);
    this.fault.set('');
    this.changed();
    this.tell({ kind: 'hello', id, tab: this.tab });
  }

  /** What was typed a moment ago belongs to what is left; what cannot be sent now is sent by the outbox. */
  private async finish(): Promise<void> {
    while (this.saveState() === 'unsaved') await this.save();
    this.outbox.leave(this.id);
  }

  /** It could not be fetched: without the server, what waits here is shown and goes on; else it is not there. */
  private without(fault: Error, waiting: Draft | undefined): void {
    const { id } = this;
    this.fault.set(fault.message);
    if (!this.unfetched) {
      this.record.set(undefined);
      this.doc.set(undefined);
    }
    if (!(fault instanceof RequestFault && fault.offline)) return this.missing.set(true);
    if (waiting && !this.unfetched) {
      const doc = this.kept(waiting.doc);
      this.doc.set(doc);
      this.unfetched = this.fields.apply(doc, inverse(waiting.changes)).doc;
    }
    this.saveState.set('offline');
    setTimeout(() => this.id === id && !this.record() && void this.open(id), RETRY_MS);
  }

  /** Change the document. The change is shown, computed and saved; undo takes it back. */
  edit(change: (doc: D) => D): void {
    const doc = this.doc();
    if (!doc) return;
    const next = change(doc);
    if (JSON.stringify(next) === JSON.stringify(doc)) return;
    this.own.push(this.fields.between(doc, next));
    this.untouched.set([]);
    this.put(next);
  }

  /** Take in what was measured: shown, computed and saved like an edit, but not something to undo. */
  amend(change: (doc: D) => D): void {
    const doc = this.doc();
    if (!doc) return;
    const next = change(doc);
    if (JSON.stringify(next) !== JSON.stringify(doc)) this.put(next);
  }

  undo(): void {
    const last = this.own.back();
    if (last) this.replay(inverse(last));
  }

  redo(): void {
    const next = this.own.forth();
    if (next) this.replay(next);
  }

  /** Put own changes on the document as it stands now; what somebody else has changed since is left, and named. */
  private replay(changes: readonly FieldChange[]): void {
    const doc = this.doc();
    if (!doc) return;
    const { doc: next, clashes } = this.fields.apply(doc, changes);
    const asked = clashes.length ? this.fields.apply(doc, settled(changes, clashes, () => true)).doc : doc;
    this.untouched.set(clashes.map((c) => this.words(doc, asked, c.path).label));
    if (next !== doc) this.put(next);
  }

  /** Settle a clash field by field: mine goes over theirs, or theirs stays. Everything else is merged. */
  settle(keep: (field: string) => 'mine' | 'theirs'): void {
    const theirs = this.theirs();
    if (!theirs) return;
    const given = new Set(this.clashes().map((c) => c.path.join('.')).filter((field) => keep(field) === 'theirs'));
    // What was typed while this was open counts as well.
    const mine = this.fields.between(this.docOf(theirs), this.doc()!).filter((c) => !given.has(c.path.join('.')));
    this.theirs.set(undefined);
    this.clashes.set([]);
    this.record.set(theirs);
    this.saveState.set('unsaved');
    this.put(this.fields.apply(this.docOf(theirs), mine).doc);
  }

  /** Resolves when nothing is waiting to be saved. @returns whether all is saved */
  async settled(): Promise<boolean> {
    if (this.saveState() !== 'saved') await this.save();
    return this.saveState() === 'saved';
  }

  ngOnDestroy(): void {
    this.tell({ kind: 'bye', id: this.id, tab: this.tab });
    removeEventListener('pagehide', this.left);
    const { id } = this;
    // What cannot be sent now is sent by the outbox; what can is told to the other tabs.
    void (this.saveState() === 'unsaved' ? this.save() : Promise.resolve()).finally(() => {
      this.channel.close();
      if (id) this.outbox.leave(id);
    });
    this.subscriptions.unsubscribe();
    this.id = this.asked = '';
  }

  protected put(doc: D): void {
    this.doc.set(doc);
    this.changed();
    void this.keepDraft();
    if (this.theirs()) return;
    this.saveState.set('unsaved');
    this.edits.next();
  }

  private async save(): Promise<void> {
    const doc = this.doc();
    const record = this.record();
    if (!doc || !record || this.theirs() || this.saveState() === 'saved') return;
    try {
      this.check(doc);
    } catch (e) {
      this.fault.set((e as Error).message);
      this.saveState.set('refused');
      return;
    }
    const { id } = this;
    const changes = this.fields.between(this.docOf(record), doc);
    if (!changes.length) {
      void this.drafts.drop(id, this.tab);
      this.saveState.set('saved');
      return;
    }
    this.saveState.set('saving');
    try {
      const saved = await firstValueFrom(this.send(id, this.fields.toSend(changes), this.settings.who() || 'local user'));
      this.fault.set('');
      this.tell({ kind: 'saved', id, tab: this.tab, revision: saved.revision });
      this.acknowledged(id, saved, doc);
    } catch (e) {
      if (!(e instanceof RequestFault)) throw e;
      this.fault.set(e.message);
      if (e.offline) {
        this.saveState.set('offline');
        setTimeout(() => this.id && this.saveState() === 'offline' && this.edits.next(), RETRY_MS);
      } else if (e.current) {
        // What was typed while this was on its way counts as well.
        this.takeUp(e.current as R, this.fields.between(this.docOf(record), this.doc()!));
      } else this.saveState.set('refused');
    }
  }

  /** What was sent is stored, merged with what others changed; what was typed meanwhile goes on top. */
  private acknowledged(id: string, saved: R, sent: D): void {
    const now = this.doc()!;
    this.record.set(saved);
    const rest = this.fields.between(sent, now);
    const merged = this.fields.apply(this.docOf(saved), rest).doc;
    if (this.fields.between(now, merged).length) {
      this.doc.set(merged);
      this.changed();
    }
    if (rest.length) {
      void this.keepDraft();
      this.saveState.set('unsaved');
      this.edits.next();
    } else {
      void this.drafts.drop(id, this.tab);
      this.saveState.set('saved');
    }
  }

  /** Own changes on what is stored: merged and sent, or, where both changed a field, shown to be chosen from. */
  private takeUp(record: R, changes: FieldChange[]): void {
    const theirs = this.docOf(record);
    const { doc, clashes } = this.fields.apply(theirs, changes);
    if (!clashes.length) {
      this.record.set(record);
      this.saveState.set('unsaved');
      this.put(doc);
      return;
    }
    const mine = this.fields.apply(theirs, settled(changes, clashes, () => true)).doc;
    this.doc.set(mine);
    this.clashes.set(clashes.map((c) => {
      const { label, before, after } = this.words(theirs, mine, c.path);
      return { ...c, label, mineText: after ?? plain(c.mine), theirsText: before ?? plain(c.theirs) };
    }));
    this.theirs.set(record);
    this.saveState.set('conflict');
    this.changed();
  }

  private draft(): Draft | undefined {
    const doc = this.doc(), record = this.record();
    const before = record ? this.docOf(record) : this.unfetched;
    return doc && before && {
      of: this.id,
      title: this.titleOf(doc),
      tab: this.tab,
      who: this.settings.who(),
      doc,
      changes: this.fields.between(before, doc),
      at: Date.now(),
    };
  }

  private async keepDraft(): Promise<boolean> {
    const draft = this.draft();
    if (!draft) return false;
    const done = await this.drafts.keep(draft);
    // Acknowledged while it was being kept: it waits for nothing any more.
    if (this.saveState() === 'saved') await this.drafts.drop(draft.of, this.tab);
    else if (!done) this.fault.set(NOT_KEPT);
    return done;
  }

  /** The page goes this very moment, with what is not yet acknowledged. */
  private readonly left = (): void => {
    const draft = this.saveState() === 'saved' ? undefined : this.draft();
    if (draft) this.drafts.leave(draft);
  };

  private tell(message: TabMessage): void {
    this.channel.postMessage(message);
  }

  private heard(m: TabMessage): void {
    if (m.id !== this.id || m.tab === this.tab) return;
    if (m.kind === 'bye') this.otherTabs.update((t) => new Set([...t].filter((x) => x !== m.tab)));
    else this.otherTabs.update((t) => new Set([...t, m.tab]));
    if (m.kind === 'hello') this.tell({ kind: 'here', id: this.id, tab: this.tab });
    if (m.kind === 'saved' && m.revision > (this.record()?.revision ?? 0)) void this.follow();
  }

  /** Take over what is stored, if nothing is unsaved here; with edits here, the next save finds what clashes, and asks. */
  async follow(): Promise<void> {
    if (this.saveState() !== 'saved') return;
    const record = await this.fetch(this.id);
    if (this.saveState() !== 'saved') return;
    this.record.set(record);
    this.doc.set(this.docOf(record));
    this.changed();
  }
}

/** A value that no line of words stands for. */
const plain = (v: unknown): string => (v === undefined ? '' : typeof v === 'string' ? v : JSON.stringify(v).slice(0, 200));
