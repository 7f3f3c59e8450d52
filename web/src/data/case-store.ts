import { effect, inject, Injectable, type OnDestroy, signal, untracked } from '@angular/core';
import { concatMap, debounceTime, EMPTY, firstValueFrom, from, retry, Subject, Subscription, switchMap, tap, timer } from 'rxjs';
import { caseSchema } from '@cuadro/core/document/case-schema';
import type { RouteOption } from '@cuadro/core/decide/options';
import { withPrices } from '@cuadro/core/decide/order';
import { RISK_SAMPLES, type CaseView } from '@cuadro/core/decide/evaluate-case';
import { routeKey, type CaseDoc } from '@cuadro/core/case/types';
import { VERDICTS } from '@cuadro/core/decide/verdict';
import { applyChanges, changesBetween, type Clash, type FieldChange, inverse, settled, toSend } from '@cuadro/core/document/changes';
import { upgrade } from '@cuadro/core/document/upgrade';
import { type Difference, differences } from '@cuadro/core/document/difference';
import type { CaseRecord } from '@cuadro/core/wire';
import { ApiService, RequestFault } from './api.service';
import { ComputeService } from './compute.service';
import { type Draft, DRAFTS, together } from './drafts';
import { MarginService } from './margin.service';
import { OutboxService } from './outbox.service';
import { SettingsService } from './settings.service';
import { ShopService } from './shop.service';
import { THIS_TAB } from './tabs';
import { UndoStack } from './undo-stack';

export type SaveState = 'saved' | 'saving' | 'unsaved' | 'offline' | 'refused' | 'conflict';

/** Few enough samples to answer within a frame or two while somebody types. */
const QUICK_SAMPLES = 800;
const SAVE_AFTER_MS = 350;
const FULL_AFTER_MS = 250;
const RETRY_MS = 3000;
const NOT_KEPT = 'This browser keeps nothing for this site (its storage is full or shut): do not close the page before it says "saved".';

/** A field that both sides changed, in words. */
export interface FieldClash extends Clash {
  label: string;
  mineText: string;
  theirsText: string;
}

const holds = (inner: readonly string[], outer: string): boolean =>
  `${inner.join('.')}.`.startsWith(`${outer}.`) || `${outer}.`.startsWith(`${inner.join('.')}.`);
/** The line of the document that a field belongs to, as a reader knows it. */
const lineOf = (before: CaseDoc, after: CaseDoc, path: readonly string[]): Difference | undefined =>
  differences(before, after).find((d) => holds(path, d.path));
const fieldLabel = (before: CaseDoc, after: CaseDoc, path: readonly string[]): string => lineOf(before, after, path)?.label ?? path.join(' ');
function fieldWords(theirs: CaseDoc, mine: CaseDoc, { path, mine: x, theirs: y }: Clash): Pick<FieldClash, 'label' | 'mineText' | 'theirsText'> {
  const line = lineOf(theirs, mine, path);
  const text = (v: unknown): string => (v === undefined ? '' : typeof v === 'string' ? v : JSON.stringify(v).slice(0, 200));
  return { label: line?.label ?? path.join(' '), mineText: line?.after ?? text(x), theirsText: line?.before ?? text(y) };
}

/** Messages between tabs of this browser. */
type TabMessage = { kind: 'here' | 'hello' | 'bye'; id: string; tab: string } | { kind: 'saved'; id: string; tab: string; revision: number };

/**
 * The open case: its document with undo and redo, saved by itself, evaluated in a worker after every change.
 * One instance per case page.
 */
/** Curves of one view can stand in for the other's only where they are of the same ways. */
const sameWays = (a: CaseView, b: CaseView): boolean => a.pins.map((p) => routeKey(p.option)).join() === b.pins.map((p) => routeKey(p.option)).join();

@Injectable()
export class CaseStore implements OnDestroy {
  private readonly api = inject(ApiService);
  private readonly compute = inject(ComputeService);
  private readonly margin = inject(MarginService);
  private readonly settings = inject(SettingsService);
  private readonly shops = inject(ShopService);
  private readonly drafts = inject(DRAFTS);
  private readonly outbox = inject(OutboxService);

  readonly record = signal<CaseRecord | undefined>(undefined);
  readonly doc = signal<CaseDoc | undefined>(undefined);
  readonly view = signal<CaseView | undefined>(undefined);
  /** All routes as the document stands: screened again in a worker at every edit, their prices still those of the view until it follows. */
  readonly options = signal<readonly RouteOption[]>([]);
  readonly computing = signal(false);
  readonly saveState = signal<SaveState>('saved');
  /** What the server or the schema said last, for beside the saved state. */
  readonly fault = signal('');
  readonly missing = signal(false);
  /** What somebody else saved while there were edits here, where both changed the same fields. */
  readonly theirs = signal<CaseRecord | undefined>(undefined);
  readonly clashes = signal<readonly FieldClash[]>([]);
  /** Fields that an undo left alone, because they were changed since. */
  readonly untouched = signal<readonly string[]>([]);
  readonly otherTabs = signal<ReadonlySet<string>>(new Set());
  /** Set for a while when a change flipped the verdict: what it was. */
  readonly formerVerdict = signal<string | undefined>(undefined);

  private readonly own = new UndoStack();
  readonly canUndo = this.own.canUndo;
  readonly canRedo = this.own.canRedo;

  private readonly edits = new Subject<void>();
  private readonly evaluations = new Subject<void>();
  private readonly subscriptions = new Subscription();
  private readonly tab = THIS_TAB;
  private readonly channel = new BroadcastChannel('cuadro.cases');
  private id = '';
  /** The document whose options came with a view: a screening that comes later has nothing to add. */
  private screened?: CaseDoc;

  constructor() {
    this.subscriptions.add(this.edits.pipe(debounceTime(SAVE_AFTER_MS), concatMap(() => from(this.save()))).subscribe());
    this.subscriptions.add(
      this.evaluations
        .pipe(
          switchMap(() => {
            const doc = this.doc();
            if (!doc) return EMPTY;
            this.computing.set(true);
            const site = this.shops.site();
            return from(this.compute.evaluate(doc, site, QUICK_SAMPLES)).pipe(
              tap((view) => this.took(view)),
              switchMap(() => timer(FULL_AFTER_MS)),
              switchMap(() => from(this.compute.evaluate(doc, site, RISK_SAMPLES))),
              tap((view) => {
                this.took(view);
                this.computing.set(false);
              }),
            );
          }),
          // A fault of one evaluation must not end all later ones.
          retry({
            delay: (e: unknown) => {
              this.computing.set(false);
              this.fault.set(e instanceof Error ? e.message : String(e));
              return timer(0);
            },
          }),
        )
        .subscribe(),
    );
    effect(() => {
      this.shops.site();
      untracked(() => this.evaluations.next());
    });
    this.channel.onmessage = (m: MessageEvent<TabMessage>) => this.heard(m.data);
    addEventListener('pagehide', this.left);
  }

  /** Load a case; edits that were not acknowledged before a reload are taken up again. */
  async open(id: string): Promise<void> {
    this.id = id;
    this.own.open(id);
    try {
      const [record] = await Promise.all([firstValueFrom(this.api.case(id)), this.shops.load()]);
      const waiting = await this.outbox.take(id);
      this.record.set(record);
      this.doc.set(record.doc);
      if (waiting.length) {
        this.takeUp(record, together(waiting));
        // They are this tab's now.
        if (await this.keepDraft()) { for (const d of waiting) if (d.tab !== this.tab) await this.drafts.drop(id, d.tab); }
      }
    } catch (e) {
      if (e instanceof RequestFault && e.offline) {
        this.fault.set(e.message);
        this.saveState.set('offline');
        const draft = (await this.outbox.take(id)).at(-1);
        if (draft) this.doc.set(upgrade(draft.doc));
        setTimeout(() => this.id === id && !this.record() && void this.open(id), RETRY_MS);
      } else this.missing.set(true);
      return;
    }
    this.fault.set('');
    this.evaluations.next();
    this.tell({ kind: 'hello', id, tab: this.tab });
  }

  /** Change the document. The change is shown, computed and saved; undo takes it back. */
  edit(change: (doc: CaseDoc) => CaseDoc): void {
    const doc = this.doc();
    if (!doc) return;
    const next = change(doc);
    if (JSON.stringify(next) === JSON.stringify(doc)) return;
    this.own.push(changesBetween(doc, next));
    this.untouched.set([]);
    this.put(next);
  }

  /** Take in what was measured: shown, computed and saved like an edit, but not something to undo. */
  amend(change: (doc: CaseDoc) => CaseDoc): void {
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
    const { doc: next, clashes } = applyChanges(doc, changes);
    this.untouched.set(clashes.map((c) => fieldLabel(doc, applyChanges(doc, settled(changes, clashes, () => true)).doc, c.path)));
    if (next !== doc) this.put(next);
  }

  /** Settle a clash field by field: mine goes over theirs, or theirs stays. Everything else is merged. */
  settle(keep: (field: string) => 'mine' | 'theirs'): void {
    const theirs = this.theirs();
    if (!theirs) return;
    const given = new Set(this.clashes().map((c) => c.path.join('.')).filter((field) => keep(field) === 'theirs'));
    // What was typed while this was open counts as well.
    const mine = changesBetween(theirs.doc, this.doc()!).filter((c) => !given.has(c.path.join('.')));
    this.theirs.set(undefined);
    this.clashes.set([]);
    this.record.set(theirs);
    this.saveState.set('unsaved');
    this.put(applyChanges(theirs.doc, mine).doc);
  }

  /** Keep the case to an area of the plant, or open it to everybody. */
  async keepTo(area: string): Promise<void> {
    const kept = area.trim() || null;
    try {
      await firstValueFrom(this.api.share(this.id, kept));
      this.fault.set('');
      this.record.update((r) => r && { ...r, area: kept });
    } catch (e) {
      this.fault.set(e instanceof Error ? e.message : String(e));
    }
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
    this.id = '';
  }

  private put(doc: CaseDoc): void {
    this.doc.set(doc);
    void this.screenAgain();
    this.evaluations.next();
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
      caseSchema.validateSync(doc, { strict: true });
    } catch (e) {
      this.fault.set((e as Error).message);
      this.saveState.set('refused');
      return;
    }
    const changes = changesBetween(record.doc, doc);
    if (!changes.length) {
      void this.drafts.drop(record.id, this.tab);
      this.saveState.set('saved');
      return;
    }
    this.saveState.set('saving');
    try {
      const saved = await firstValueFrom(this.api.patch(record.id, { changes: toSend(changes), who: this.settings.who() || 'local user' }));
      this.fault.set('');
      this.tell({ kind: 'saved', id: saved.id, tab: this.tab, revision: saved.revision });
      this.acknowledged(saved, doc);
    } catch (e) {
      if (!(e instanceof RequestFault)) throw e;
      this.fault.set(e.message);
      if (e.offline) {
        this.saveState.set('offline');
        setTimeout(() => this.id && this.saveState() === 'offline' && this.edits.next(), RETRY_MS);
      } else if (e.current) this.takeUp(e.current, changes);
      else this.saveState.set('refused');
    }
  }

  /** What was sent is stored, merged with what others changed; what was typed meanwhile goes on top. */
  private acknowledged(saved: CaseRecord, sent: CaseDoc): void {
    const now = this.doc()!;
    this.record.set(saved);
    const rest = changesBetween(sent, now);
    const merged = applyChanges(saved.doc, rest).doc;
    if (changesBetween(now, merged).length) {
      this.doc.set(merged);
      this.evaluations.next();
    }
    if (rest.length) {
      void this.keepDraft();
      this.saveState.set('unsaved');
      this.edits.next();
    } else {
      void this.drafts.drop(saved.id, this.tab);
      this.saveState.set('saved');
    }
  }

  /** Own changes on what is stored: merged and sent, or, where both changed a field, shown to be chosen from. */
  private takeUp(record: CaseRecord, changes: FieldChange[]): void {
    const { doc, clashes } = applyChanges(record.doc, changes);
    if (!clashes.length) {
      this.record.set(record);
      this.saveState.set('unsaved');
      this.put(doc);
      return;
    }
    const mine = applyChanges(record.doc, settled(changes, clashes, () => true)).doc;
    this.doc.set(mine);
    this.clashes.set(clashes.map((c) => ({ ...c, ...fieldWords(record.doc, mine, c) })));
    this.theirs.set(record);
    this.saveState.set('conflict');
    this.evaluations.next();
  }

  private draft(): Draft | undefined {
    const doc = this.doc(), record = this.record();
    return doc && record && { caseId: record.id, tab: this.tab, who: this.settings.who(), doc, changes: changesBetween(record.doc, doc), at: Date.now() };
  }

  private async keepDraft(): Promise<boolean> {
    const draft = this.draft();
    if (!draft) return false;
    const done = await this.drafts.keep(draft);
    // Acknowledged while it was being kept: it waits for nothing any more.
    if (this.saveState() === 'saved') await this.drafts.drop(draft.caseId, this.tab);
    else if (!done) this.fault.set(NOT_KEPT);
    return done;
  }

  /** The page goes this very moment, with what is not yet acknowledged. */
  private readonly left = (): void => {
    const draft = this.saveState() === 'saved' ? undefined : this.draft();
    if (draft) this.drafts.leave(draft);
  };

  /** Screens the document as it stands; an answer that a later edit has overtaken is dropped. */
  private async screenAgain(): Promise<void> {
    const doc = this.doc();
    const view = this.view();
    if (!doc || !view) return;
    // Back where the view was worked out, as after an undo.
    if (doc === this.screened) return this.options.set(view.options);
    try {
      const now = await this.compute.rescreen(doc, this.shops.site());
      if (this.doc() === doc && this.screened !== doc) this.options.set(withPrices(now, view.options));
    } catch {
      // The evaluation that follows says what is wrong.
    }
  }

  private took(view: CaseView): void {
    this.screened = this.doc();
    const before = this.view();
    // While somebody types, what is ruled out is not priced again, and curves are not drawn anew.
    const now = before
      ? {
        ...view,
        options: withPrices(view.options, before.options),
        ...(!view.curve.x.length && sameWays(view, before) && { curve: before.curve, copiesCurve: before.copiesCurve }),
      }
      : view;
    this.options.set(now.options);
    if (before && before.verdict.kind !== view.verdict.kind) this.formerVerdict.set(VERDICTS[before.verdict.kind]);
    this.view.set(now);
    void this.margin.refresh();
  }

  private tell(message: TabMessage): void {
    this.channel.postMessage(message);
  }

  private heard(m: TabMessage): void {
    if (m.id !== this.id || m.tab === this.tab) return;
    if (m.kind === 'bye') this.otherTabs.update((t) => new Set([...t].filter((x) => x !== m.tab)));
    else this.otherTabs.update((t) => new Set([...t, m.tab]));
    if (m.kind === 'hello') this.tell({ kind: 'here', id: this.id, tab: this.tab });
    // Nothing unsaved here: follow the other tab. With edits here, the next save finds the conflict and asks.
    if (m.kind === 'saved' && this.saveState() === 'saved' && m.revision > (this.record()?.revision ?? 0)) {
      void firstValueFrom(this.api.case(this.id)).then((record) => {
        if (this.saveState() !== 'saved') return;
        this.record.set(record);
        this.doc.set(record.doc);
        this.evaluations.next();
      });
    }
  }
}
