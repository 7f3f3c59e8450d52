import { computed, effect, inject, Injectable, type OnDestroy, signal, untracked } from '@angular/core';
import { concatMap, debounceTime, EMPTY, firstValueFrom, from, retry, Subject, Subscription, switchMap, tap, timer } from 'rxjs';
import { caseSchema } from '@cuadro/core/document/case-schema';
import type { RouteOption } from '@cuadro/core/decide/options';
import { withPrices } from '@cuadro/core/decide/order';
import { RISK_SAMPLES, type CaseView } from '@cuadro/core/decide/evaluate-case';
import { routeKey, type CaseDoc } from '@cuadro/core/case/types';
import { VERDICTS } from '@cuadro/core/decide/verdict';
import type { CaseRecord } from '@cuadro/core/wire';
import { ApiService, RequestFault } from './api.service';
import { ComputeService } from './compute.service';
import { drafts } from './drafts';
import { MarginService } from './margin.service';
import { SettingsService } from './settings.service';
import { ShopService } from './shop.service';

export type SaveState = 'saved' | 'saving' | 'unsaved' | 'offline' | 'refused' | 'conflict';

/** Few enough samples to answer within a frame or two while somebody types. */
const QUICK_SAMPLES = 800;
const SAVE_AFTER_MS = 350;
const FULL_AFTER_MS = 250;
const RETRY_MS = 3000;
const UNDO_DEPTH = 200;

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
  /** What somebody else saved while there were edits here. */
  readonly theirs = signal<CaseRecord | undefined>(undefined);
  readonly otherTabs = signal<ReadonlySet<string>>(new Set());
  /** Set for a while when a change flipped the verdict: what it was. */
  readonly formerVerdict = signal<string | undefined>(undefined);

  private readonly past = signal<CaseDoc[]>([]);
  private readonly future = signal<CaseDoc[]>([]);
  readonly canUndo = computed(() => this.past().length > 0);
  readonly canRedo = computed(() => this.future().length > 0);

  private readonly edits = new Subject<void>();
  private readonly evaluations = new Subject<void>();
  private readonly subscriptions = new Subscription();
  private readonly tab = Math.random().toString(36).slice(2);
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
  }

  /** Load a case; edits that were not acknowledged before a reload are taken up again. */
  async open(id: string): Promise<void> {
    this.id = id;
    try {
      const [record] = await Promise.all([firstValueFrom(this.api.case(id)), this.shops.load()]);
      const draft = drafts.read(id);
      this.record.set(record);
      this.doc.set(draft?.doc ?? record.doc);
      if (draft && draft.revision === record.revision) {
        this.saveState.set('unsaved');
        this.edits.next();
      } else if (draft) this.conflict(record);
    } catch (e) {
      if (e instanceof RequestFault && e.offline) {
        this.fault.set(e.message);
        this.saveState.set('offline');
        const draft = drafts.read(id);
        if (draft) this.doc.set(draft.doc);
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
    this.past.update((p) => [...p.slice(-UNDO_DEPTH + 1), doc]);
    this.future.set([]);
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
    const doc = this.doc();
    const last = this.past().at(-1);
    if (!doc || !last) return;
    this.past.update((p) => p.slice(0, -1));
    this.future.update((f) => [...f, doc]);
    this.put(last);
  }

  redo(): void {
    const doc = this.doc();
    const next = this.future().at(-1);
    if (!doc || !next) return;
    this.future.update((f) => f.slice(0, -1));
    this.past.update((p) => [...p, doc]);
    this.put(next);
  }

  /** Settle a conflict: go on with what is here (on top of theirs), or take theirs. */
  settle(keep: 'mine' | 'theirs'): void {
    const theirs = this.theirs();
    if (!theirs) return;
    this.theirs.set(undefined);
    this.record.set(theirs);
    if (keep === 'theirs') {
      drafts.drop(this.id);
      this.past.update((p) => [...p, this.doc()!]);
      this.doc.set(theirs.doc);
      this.saveState.set('saved');
      this.evaluations.next();
    } else this.put(this.doc()!);
  }

  /** Resolves when nothing is waiting to be saved. @returns whether all is saved */
  async settled(): Promise<boolean> {
    if (this.saveState() !== 'saved') await this.save();
    return this.saveState() === 'saved';
  }

  ngOnDestroy(): void {
    this.tell({ kind: 'bye', id: this.id, tab: this.tab });
    this.channel.close();
    if (this.saveState() === 'unsaved') void this.save();
    this.subscriptions.unsubscribe();
    this.id = '';
  }

  private put(doc: CaseDoc): void {
    this.doc.set(doc);
    void this.screenAgain();
    this.evaluations.next();
    const revision = this.record()?.revision;
    if (revision !== undefined) drafts.write(this.id, { revision, doc });
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
    this.saveState.set('saving');
    try {
      const saved = await firstValueFrom(this.api.save(record.id, { doc, revision: record.revision, who: this.settings.who() || 'local user' }));
      this.record.set(saved);
      this.fault.set('');
      this.tell({ kind: 'saved', id: saved.id, tab: this.tab, revision: saved.revision });
      if (this.doc() === doc) {
        drafts.drop(record.id);
        this.saveState.set('saved');
      } else {
        drafts.write(record.id, { revision: saved.revision, doc: this.doc()! });
        this.saveState.set('unsaved');
        this.edits.next();
      }
    } catch (e) {
      if (!(e instanceof RequestFault)) throw e;
      this.fault.set(e.message);
      if (e.offline) {
        this.saveState.set('offline');
        setTimeout(() => this.id && this.saveState() === 'offline' && this.edits.next(), RETRY_MS);
      } else if (e.current) this.conflict(e.current);
      else this.saveState.set('refused');
    }
  }

  private conflict(theirs: CaseRecord): void {
    if (JSON.stringify(theirs.doc) === JSON.stringify(this.doc())) {
      this.record.set(theirs);
      drafts.drop(this.id);
      this.saveState.set('saved');
      return;
    }
    this.theirs.set(theirs);
    this.saveState.set('conflict');
  }

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
