import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { factsOf } from '@cuadro/core/plan/facts';
import { routeContext, type RouteOption } from '@cuadro/core/decide/options';
import { whyRoute } from '@cuadro/core/decide/summary';
import { routeKey, type CaseDoc } from '@cuadro/core/case/types';
import { STATE_WORDS } from '@cuadro/core/screen/check';
import { list } from '@cuadro/core/quantity/words';
import { disagreementAt } from '@cuadro/core/need/disagreements';
import { processOf } from '@cuadro/core/process/processes';
import { STATE_ORDER, type CheckResult, type Remedy } from '@cuadro/core/screen/check';
import { screen } from '@cuadro/core/screen/screen';
import { shelfOf } from '@cuadro/core/shelf/shelf';
import { CaseStore } from '../data/case-store';
import { SettingsService } from '../data/settings.service';
import { ShopService } from '../data/shop.service';
import { StateGlyph } from './state-glyph';

interface Offer {
  remedy: Remedy;
  taken: boolean;
  cost: string;
  /** What is paid once an order; empty where nothing is. */
  once: string;
  /** What it would change, before it is taken: "Life: fails → on condition". */
  changes: string[];
}

/** Why a route holds or not, check by check, and the remedies that can be taken, each with its price and what it would change. */
@Component({
  selector: 'cu-route-note',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [StateGlyph],
  styles: `
    .offer { display: grid; grid-template-columns: auto minmax(0, 1fr); gap: 2px 8px; margin: 0 0 8px; }
    .offer p { margin: 0; grid-column: 2; font-size: 13px; }
    .offer label { grid-column: 1 / -1; display: flex; gap: 8px; align-items: baseline; cursor: pointer; }
    .checks { margin: 0; padding: 0; list-style: none; }
    .checks li { margin: 0 0 6px; }
  `,
  template: `
    @if (option(); as o) {
      @if (checkId()) {
        @if (result(); as c) {
          <p><cu-state [state]="c.state" /></p>
          <p>{{ c.reason }}</p>
          @if (c.value !== undefined && c.limit !== undefined) {
            <table class="mini"><tbody>
              <tr><th scope="row">this route</th><td class="num">{{ figure(c.value, c.unit ?? '') }}</td></tr>
              <tr><th scope="row">limit</th><td class="num">{{ figure(c.limit, c.unit ?? '') }}</td></tr>
              @if (c.margin !== undefined) { <tr><th scope="row">margin</th><td class="num">{{ percent(c.margin) }}</td></tr> }
            </tbody></table>
          }
          <p class="caption">Based on</p>
          <p class="quiet">{{ c.basis }}</p>
          @if (differ(); as d) { <p class="caption">Practitioners differ</p><p class="quiet">{{ d.question }} {{ d.schools }} <b>Here:</b> {{ d.stand }}</p> }
        } @else { <p class="quiet">The need does not ask this any more.</p> }
      } @else {
        <p><cu-state [state]="o.state" /></p>
        <p>{{ why() }}</p>
      }
      @if (offers().length) {
        <p class="caption">Remedies</p>
        @if (!o.decided && o.remedies.length) {
          <p class="quiet">Counted into the price until you choose: {{ usual() }}. The state is that of the bare route. <button type="button" class="link" (click)="put(usualIds())">Take these</button></p>
        }
        @for (f of offers(); track f.remedy.id) {
          <div class="offer">
            <label><input type="checkbox" [checked]="f.taken" (change)="take(f.remedy.id, $any($event.target).checked)" /><span>{{ f.remedy.how }}</span></label>
            <p class="num-line">{{ f.cost }} a tool@if (f.once) {; once an order {{ f.once }}}</p>
            @for (c of f.changes; track c) { <p class="quiet">{{ c }}</p> }
          </div>
        }
        @for (q of o.quarrels; track q) { <p class="notice" role="status">{{ q }}</p> }
        @if (o.decided) { <p><button type="button" class="link" (click)="back()">Count the usual ones in again</button></p> }
      }
      @if (!checkId()) {
        <p class="caption">Checks, worst first</p>
        <ul class="checks">
          @for (c of sorted(); track c.id) { <li><cu-state [state]="c.state" [word]="false" />&ngsp;<b>{{ c.label }}</b> {{ c.reason }}</li> }
        </ul>
      }
    } @else { <p class="quiet">This route is no longer there.</p> }
  `,
})
export class RouteNote {
  private readonly store = inject(CaseStore);
  private readonly settings = inject(SettingsService);
  private readonly shops = inject(ShopService);
  readonly route = input.required<string>();
  readonly checkId = input<string>();

  protected readonly option = computed<RouteOption | undefined>(() =>
    [...this.store.options(), ...(this.store.view()?.pins ?? []).map((p) => p.option)].find((o) => routeKey(o) === this.route())
  );
  protected readonly result = computed<CheckResult | undefined>(() => this.option()?.checks.find((c) => c.id === this.checkId()));
  protected readonly differ = computed(() => disagreementAt(this.checkId() ?? ''));
  protected readonly why = computed(() => whyRoute(this.option()!));
  protected readonly sorted = computed(() => [...this.option()!.checks].sort((a, b) => STATE_ORDER.indexOf(b.state) - STATE_ORDER.indexOf(a.state)));

  /** Under one check, the remedies that answer it and those already taken; under a route, all. */
  protected readonly offers = computed<Offer[]>(() => {
    const o = this.option();
    const doc = this.store.doc();
    if (!o?.offers.length || !doc) return [];
    const check = this.result();
    const counted = new Set(o.remedies.map((r) => r.id));
    const shown = this.checkId() ? o.offers.filter((r) => check?.offers.some((x) => x.id === r.id) || (o.decided && counted.has(r.id))) : o.offers;
    const context = routeContext(factsOf(doc, this.shops.site()), processOf(o.process), shelfOf(this.shops.shop()).material(o.material));
    const taken = o.decided ? [...counted] : [];
    const states = new Map(o.checks.map((c) => [c.id, c.state]));
    return shown.map((remedy) => {
      const { checks } = screen(context, [...new Set([...taken, remedy.id])]);
      const changes = o.decided && counted.has(remedy.id)
        ? []
        : checks.filter((c) => c.state !== states.get(c.id)).map((c) =>
          `${c.label}: ${states.has(c.id) ? STATE_WORDS[states.get(c.id)!] : 'not asked'} → ${STATE_WORDS[c.state]}`
        );
      return { remedy, taken: taken.includes(remedy.id), cost: this.cost(remedy), once: this.onceOf(remedy), changes };
    });
  });

  private onceOf({ once_hours, extraPieces }: Remedy): string {
    return [...(once_hours.likely > 0 ? [this.figure(once_hours.likely, 'h')] : []), ...(extraPieces ? ['one piece more, to be measured'] : [])].join(' and ');
  }

  protected figure(value: number, unit: string): string {
    return this.settings.figure(value, unit, this.shops.currency());
  }

  protected percent(x: number): string {
    return `${Math.round(100 * x)} %`;
  }

  private cost(r: Remedy): string {
    const parts = ([[r.money, 'money'], [r.hours, 'h'], [r.mass_kg, 'kg']] as const).filter(([x]) => x.likely !== 0).map(([x, unit]) =>
      this.figure(x.likely, unit)
    );
    return parts.join(', ') || 'Costs nothing';
  }

  protected readonly usual = computed(() => list(this.option()!.remedies.map((r) => r.label)));
  protected readonly usualIds = computed(() => this.option()!.remedies.map((r) => r.id));

  /** Taking or leaving one remedy makes the choice of this route the user's: what is ticked is what is taken. */
  protected take(id: string, on: boolean): void {
    const o = this.option()!;
    const now = o.decided ? this.usualIds().filter((x) => x !== id) : [];
    this.put(on ? [...now, id] : now);
  }

  protected back(): void {
    this.put(undefined);
  }

  protected put(ids: string[] | undefined): void {
    const key = this.route();
    this.store.edit((doc) => {
      const remedies = { ...doc.remedies };
      if (ids) remedies[key] = ids;
      else delete remedies[key];
      const next = { ...doc, remedies };
      if (!Object.keys(remedies).length) delete (next as Partial<CaseDoc>).remedies;
      return next;
    });
  }
}
