import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { routeKey, type CaseDoc, type LineOverride } from '@cuadro/core/case/types';
import { formatDate } from '@cuadro/core/quantity/date';
import { differences, type Difference } from '@cuadro/core/document/difference';
import { asRange, type Values } from '@cuadro/core/inputs/spec';
import { familyOf } from '@cuadro/core/need/families';
import { RECORD_KINDS } from '@cuadro/core/records/kinds';
import { expired, priceAt } from '@cuadro/core/records/kinds/quote';
import type { RecordRow } from '@cuadro/core/records/kind';
import { factsOf } from '@cuadro/core/plan/facts';
import type { RevisionRecord } from '@cuadro/core/wire';
import { ApiService } from '../../data/api.service';
import { newWays } from '@cuadro/core/decide/summary';
import { CaseStore } from '../../data/case-store';
import { SettingsService } from '../../data/settings.service';
import { ShopService } from '../../data/shop.service';
import { RecordsView } from '../../records/records-view';

/** Every kind of record about a case but those that estimates learn from, which are entered under Proof. */
const KINDS = RECORD_KINDS.filter((k) => k.about !== 'site' && !k.page && !k.summarise);

/** What is kept with a case: quotes, certificates, notes with pictures, and every state it was in. */
@Component({
  selector: 'cu-papers-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RecordsView],
  styles: `
    :host { display: block; } .history { display: grid; grid-template-columns: minmax(250px, 1fr) minmax(0, 2fr); gap: 16px; align-items: start; margin-top: 8px; }
    .history li { padding: 3px 0; border-bottom: 1px solid var(--rule); display: flex; gap: 8px; align-items: baseline; } .tab-row { margin-bottom: 8px; }
    li button { white-space: nowrap; } .framed { margin: 8px 8px 0 0; } td { vertical-align: top; overflow-wrap: anywhere; } s { color: var(--quiet); }
  `,
  template: `
    <h2 class="visually-hidden">Papers</h2>
    <nav class="tab-row" aria-label="Papers of the case">@for (t of tabs(); track t.id) { <button type="button" [attr.aria-pressed]="tab() === t.id" (click)="show(t.id)">{{ t.label }}</button> }</nav>
    @if (said()) { <p class="quiet" role="status">{{ said() }}</p> }
    @if (tab() === 'history') {
      @if (problem()) { <p class="notice" role="alert">{{ problem() }}</p> }
      <div class="history">
        <ul class="plain" aria-label="States of the case, newest first">
          @for (r of revisions(); track r.revision) {
            <li><button type="button" class="link" [attr.aria-pressed]="chosen()?.revision === r.revision" (click)="compare(r)">Revision {{ r.revision }}</button> <span class="quiet">{{ when(r) }}, {{ r.who }}</span></li>
          } @empty { <li class="quiet">Loading …</li> }
        </ul>
        @if (chosen(); as c) {
          <section aria-labelledby="then-title">
            <h3 id="then-title">Revision {{ c.revision }} against the case as it stands</h3>
            @if (lines().length) {
              <table class="sheet"><thead><tr><th scope="col">Line</th><th scope="col">Then</th><th scope="col">Now</th></tr></thead>
                <tbody>@for (d of lines(); track d.path) { <tr><th scope="row">{{ d.label }}</th><td>{{ d.before || '–' }}</td><td>{{ d.after || '–' }}</td></tr> }</tbody></table>
              <p><button type="button" class="framed" (click)="bringBack()">Bring this state back</button> <span class="quiet">It becomes the newest revision; nothing in between is lost.</span></p>
            } @else { <p class="quiet">Nothing differs.</p> }
          </section>
        } @else { <p class="quiet">Choose a state to compare it with the case as it stands, line by line.</p> }
      </div>
    } @else if (caseId(); as id) {
      <cu-records [kind]="tab()" [caseId]="id" [actions]="actions()" [mute]="hasRunOut" (acted)="acted($event.action, $event.row)" />
    }
  `,
})
export class PapersStep {
  private readonly api = inject(ApiService);
  private readonly store = inject(CaseStore);
  private readonly settings = inject(SettingsService);
  private readonly shops = inject(ShopService);

  /** Kinds that this tool may have, then its history. */
  protected readonly tabs = computed(() => {
    const duty = this.store.doc() && familyOf(this.store.doc()!.family).duty;
    return [...KINDS.filter((k) => !k.duties || (duty && k.duties.includes(duty))).map((k) => ({ id: k.id, label: k.plural })), {
      id: 'history',
      label: 'History',
    }];
  });
  protected readonly tab = signal('quote');
  protected readonly caseId = computed(() => this.store.record()?.id);
  protected readonly said = signal('');
  protected readonly problem = signal('');
  protected readonly revisions = signal<readonly RevisionRecord[]>([]);
  protected readonly chosen = signal<(RevisionRecord & { doc: CaseDoc }) | undefined>(undefined);
  protected readonly lines = computed<Difference[]>(
    () => (this.chosen() && this.store.doc() ? differences(this.chosen()!.doc, this.store.doc()!, this.settings.units()) : []),
  );
  /** A quote can go over today's price, or over a pinned way; work that was turned away can count in what the tool changes. */
  protected readonly actions = computed(
    () => (this.tab() === 'quote'
      ? [
        { id: 'today', label: 'put over today' },
        ...(this.store.view() ? newWays(this.store.view()!) : []).map((p) => ({ id: routeKey(p.option), label: `put over ${p.letter}` })),
      ]
      : this.tab() === 'refused-job'
      ? [{ id: 'count', label: 'count it in In use' }]
      : []),
  );
  private readonly today = new Date().toISOString().slice(0, 10);
  protected readonly hasRunOut = (values: Values): boolean => this.tab() === 'quote' && expired(values, this.today);

  protected when = (r: RevisionRecord): string => formatDate(r.at.slice(0, 16));

  protected show(tab: string): void {
    this.tab.set(tab);
    this.said.set('');
    if (tab === 'history') void this.load();
  }

  private async load(): Promise<void> {
    const id = this.caseId();
    if (!id) return;
    try {
      await this.store.settled();
      this.revisions.set(await firstValueFrom(this.api.revisions(id)));
      this.problem.set('');
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }

  protected async compare(r: RevisionRecord): Promise<void> {
    try {
      this.chosen.set(await firstValueFrom(this.api.revision(this.caseId()!, r.revision)));
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }

  protected bringBack(): void {
    const { doc, revision } = this.chosen()!;
    this.store.edit(() => doc);
    this.said.set(`The state of revision ${revision} is back, as the newest. "Undo" takes it back.`);
    this.chosen.set(undefined);
    void this.load();
  }

  protected acted(action: string, row: RecordRow): void {
    if (action === 'count') this.count(row);
    else this.over(action, row);
  }

  /** Work that this tool brings back goes into its plan In use, with what stays of it. */
  private count({ values }: RecordRow): void {
    const worth = values['worth'];
    if (typeof worth !== 'number') {
      this.said.set('This job has no worth yet: say what it is worth a year.');
      return;
    }
    const plan = this.store.doc()!.plans?.['in-use'];
    const was = plan?.values['won_after'];
    const won_after = (typeof was === 'number' ? was : 0) + worth;
    const stays = typeof values['stays'] === 'number' ? { stays: asRange(values['stays']) } : {};
    this.store.edit((doc) => ({ ...doc, plans: { ...doc.plans, 'in-use': { ...plan, values: { ...plan?.values, won_after, ...stays } } } }));
    this.said.set(
      `Plan, “In use”, counts ${
        this.settings.money(won_after, this.shops.currency())
      } of orders a year that hang on the tool, as soft money. "Undo" takes it out.`,
    );
  }

  /** Put a quote over today's figures or over a way: price at the copies asked, one-off charge, wait. */
  protected over(action: string, row: RecordRow): void {
    const copies = factsOf(this.store.doc()!, this.shops.site()).need.copies?.value ?? 1;
    const each = priceAt(row.values, copies);
    if (each === undefined) {
      this.said.set('This quote has no price yet: add a row of prices to it.');
      return;
    }
    const once = (row.values['once'] as number | undefined) ?? 0;
    const wait = row.values['wait'] as number | undefined;
    const name = `Quote of ${[row.values['supplier'], row.values['number']].filter(Boolean).join(', ')}, dated ${String(row.values['dated'])}`;
    if (action === 'today') {
      this.store.edit((doc) => ({ ...doc, today: { ...doc.today, cost: each, once, wait_days: wait ?? doc.today.wait_days } }));
      const [tool, order] = [each, once].map((x) => this.settings.money(x, this.shops.currency()));
      this.said.set(`Today now costs ${tool} a tool${once ? ` and ${order} an order` : ''}.`);
      return;
    }
    const exactly = (x: number): LineOverride => ({ low: x, likely: x, high: x, kind: 'quote', note: name });
    this.store.edit((doc) => ({
      ...doc,
      overrides: {
        ...doc.overrides,
        [action]: { ...doc.overrides[action], price_each: exactly(each), price_once: exactly(once), ...(wait !== undefined && { lead_days: exactly(wait) }) },
      },
    }));
    this.said.set(
      `${this.settings.money(each, this.shops.currency())} a tool for ${copies} ${
        copies === 1 ? 'copy stands' : 'copies stand'
      } over the computed price; the computed one is kept beside it.`,
    );
  }
}
