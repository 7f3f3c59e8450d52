import { effect, inject, Injectable, signal, untracked } from '@angular/core';
import { distinctUntilChanged, EMPTY, firstValueFrom, from, map, type Observable, retry, Subject, switchMap, tap, timer } from 'rxjs';
import { CASE_CHANGES } from '@cuadro/core/document/case-fields';
import { caseSchema } from '@cuadro/core/document/case-schema';
import type { RouteOption } from '@cuadro/core/decide/options';
import { withPrices } from '@cuadro/core/decide/order';
import { RISK_SAMPLES, type CaseView } from '@cuadro/core/decide/evaluate-case';
import { routeKey, type CaseDoc } from '@cuadro/core/case/types';
import { VERDICTS } from '@cuadro/core/decide/verdict';
import type { FieldChange } from '@cuadro/core/document/changes';
import { upgrade } from '@cuadro/core/document/upgrade';
import { differences } from '@cuadro/core/document/difference';
import type { CaseRecord } from '@cuadro/core/wire';
import { ApiService } from './api.service';
import { ComputeService } from './compute.service';
import { Edited, type FieldWords } from './edited';
import { MarginService } from './margin.service';
import { ShopService } from './shop.service';

/** Few enough samples to answer within a frame or two while somebody types. */
const QUICK_SAMPLES = 800;
const FULL_AFTER_MS = 250;

const holds = (inner: readonly string[], outer: string): boolean =>
  `${inner.join('.')}.`.startsWith(`${outer}.`) || `${outer}.`.startsWith(`${inner.join('.')}.`);

/** Curves of one view can stand in for the other's only where they are of the same ways. */
const sameWays = (a: CaseView, b: CaseView): boolean => a.pins.map((p) => routeKey(p.option)).join() === b.pins.map((p) => routeKey(p.option)).join();

/** The open case, evaluated in a worker after every change. One instance per case page. */
@Injectable()
export class CaseStore extends Edited<CaseDoc, CaseRecord> {
  private readonly api = inject(ApiService);
  private readonly compute = inject(ComputeService);
  private readonly margin = inject(MarginService);
  private readonly shops = inject(ShopService);

  protected readonly fields = CASE_CHANGES;
  readonly view = signal<CaseView | undefined>(undefined);
  /** All routes as the document stands: screened again in a worker at every edit, their prices still those of the view until it follows. */
  readonly options = signal<readonly RouteOption[]>([]);
  readonly computing = signal(false);
  /** Set for a while when a change flipped the verdict: what it was. */
  readonly formerVerdict = signal<string | undefined>(undefined);
  private readonly evaluations = new Subject<void>();
  /** The document whose options came with a view: a screening that comes later has nothing to add. */
  private screened?: CaseDoc;

  constructor() {
    super();
    this.subscriptions.add(
      this.evaluations
        .pipe(
          map(() => ({ doc: this.doc(), site: this.shops.site() })),
          // A case and its shop arrive together: that is one question.
          distinctUntilChanged((a, b) => a.doc === b.doc && a.site === b.site),
          switchMap(({ doc, site }) => {
            if (!doc) return EMPTY;
            this.computing.set(true);
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
  }

  protected async fetch(id: string): Promise<CaseRecord> {
    const [record] = await Promise.all([firstValueFrom(this.api.case(id)), this.shops.load()]);
    return record;
  }
  protected send(id: string, changes: FieldChange[], who: string): Observable<CaseRecord> {
    return this.api.patch(id, { changes, who });
  }
  protected docOf(record: CaseRecord): CaseDoc {
    return record.doc;
  }
  protected titleOf(doc: CaseDoc): string {
    return doc.title;
  }
  protected kept(doc: unknown): CaseDoc {
    return upgrade(doc);
  }
  protected check(doc: CaseDoc): void {
    caseSchema.validateSync(doc, { strict: true });
  }
  protected words(before: CaseDoc, after: CaseDoc, path: readonly string[]): FieldWords {
    // The line of the document that the field belongs to, as a reader knows it.
    const line = differences(before, after).find((d) => holds(path, d.path));
    return line ?? { label: path.join(' ') };
  }
  protected changed(): void {
    void this.screenAgain();
    this.evaluations.next();
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
        ...(!view.curve.x.length && sameWays(view, before) && { curve: before.curve, copiesCurve: before.copiesCurve, sizeCurve: before.sizeCurve }),
      }
      : view;
    this.options.set(now.options);
    if (before && before.verdict.kind !== view.verdict.kind) this.formerVerdict.set(VERDICTS[before.verdict.kind]);
    this.view.set(now);
    void this.margin.refresh();
  }
}
