import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { formatFigure } from '@cuadro/core/case/words';
import { claimChecks } from '@cuadro/core/proof/claims';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import { type Kept, promiseKept, within } from '@cuadro/core/proof/promise';
import type { Values } from '@cuadro/core/inputs/spec';
import type { SignatureRecord } from '@cuadro/core/wire';
import { ApiService } from '../../data/api.service';
import { CaseStore } from '../../data/case-store';
import { SettingsService } from '../../data/settings.service';
import { ShopService } from '../../data/shop.service';
import { RecordsView } from '../../records/records-view';
import { ProofStore } from './proof-store';

/** What was promised against what came: as signed where it was signed, else as it stands now. Builds entered here move later estimates. */
@Component({
  selector: 'cu-promise',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RecordsView],
  styles: `
    .bar { position: relative; height: 18px; background: transparent; min-width: 160px; border-bottom: 1px solid var(--rule-strong); }
    .bar i { position: absolute; top: 4px; bottom: 4px; background: var(--petrol-soft); } .bar b { position: absolute; top: 1px; bottom: 1px; width: 3px; margin-left: -1px; background: var(--petrol); }
    .bar u { position: absolute; top: 4px; width: 10px; height: 10px; margin-left: -5px; border-radius: 50%; background: var(--ochre); } td { vertical-align: middle; } caption { text-align: left; }
  `,
  template: `
    @if (kept().length) {
      <table class="sheet">
        <caption class="visually-hidden">Promised and come</caption>
        <thead><tr><th scope="col">Figure</th><th scope="col" class="num">{{ signed() ? 'Signed' : 'Estimated now' }}</th><th scope="col" class="num">10 to 90 %</th><th scope="col"><span class="visually-hidden">Drawn</span></th><th scope="col" class="num">Came</th><th scope="col">From</th></tr></thead>
        <tbody>
          @for (k of kept(); track k.id) {
            <tr><th scope="row">{{ k.label }}</th><td class="num">{{ text(k, k.promised.p50) }}</td><td class="num quiet">{{ text(k, k.promised.p10) }} to {{ text(k, k.promised.p90) }}</td>
              <td><div class="bar" aria-hidden="true"><i [style.left.%]="at(k, k.promised.p10)" [style.right.%]="100 - at(k, k.promised.p90)"></i><b [style.left.%]="at(k, k.promised.p50)"></b>@if (k.came !== undefined) { <u [style.left.%]="at(k, k.came)"></u> }</div></td>
              <td class="num">{{ k.came === undefined ? '–' : text(k, k.came) }}</td><td class="quiet">{{ said(k) }}</td></tr>
          }
        </tbody>
      </table>
      <p class="quiet">{{ signed() ? 'As signed by ' + signed()!.who + ' on ' + signed()!.at.slice(0, 10) + '.' : 'Not signed: what stands is the estimate as it is now.' }} The bar is what was promised, its line the middle; the dot is what came.</p>
    }
    @if (pin() && claims().length) {
      <table class="sheet">
        <caption>What others claim, beside this tool’s own figures</caption>
        <thead><tr><th scope="col">Claim</th><th scope="col" class="num">Claimed</th><th scope="col" class="num">Computed here</th><th scope="col" class="num">Came</th><th scope="col">So</th></tr></thead>
        <tbody>@for (c of claims(); track c.id) { <tr><th scope="row">{{ c.label }} <small class="quiet">{{ c.by }}</small></th><td class="num">{{ gain(c.claimed, c.times) }}</td><td class="num">{{ gain(c.computed, c.times) }}</td><td class="num">{{ gain(c.came, c.times) }}</td><td class="quiet">{{ c.words }}</td></tr> }</tbody>
      </table>
      <p class="quiet">Against today’s tool, at the median. A claim moves no figure; it is entered under Papers.</p>
    }
    @if (store.caseId(); as id) { <cu-records kind="build" [caseId]="id" [usual]="usual()" (stored)="store.load()" /> }
  `,
})
export class PromiseView {
  protected readonly store = inject(ProofStore);
  private readonly api = inject(ApiService);
  private readonly cases = inject(CaseStore);
  private readonly settings = inject(SettingsService);
  private readonly shops = inject(ShopService);
  protected readonly signed = signal<SignatureRecord | undefined>(undefined);
  protected readonly pin = computed(() => {
    const view = this.signed()?.view;
    return (view && view.pins.find((p) => p.letter === view.verdict.letter)) ?? this.store.pin();
  });
  protected readonly kept = computed(() => (this.pin() ? promiseKept(this.pin()!, this.store.rows()) : []));

  private readonly today = computed(() => (this.signed()?.view ?? this.cases.view())?.pins.find((p) => p.letter === 'T'));
  protected readonly claims = computed(() => claimChecks(this.store.rows(), this.today(), this.pin(), this.kept()));

  constructor() {
    effect(() => {
      const id = this.store.caseId();
      if (id) untracked(() => void this.load(id));
    });
  }

  private async load(id: string): Promise<void> {
    try {
      const [last] = await firstValueFrom(this.api.signatures(id));
      if (last) this.signed.set(await firstValueFrom(this.api.signature(id, last.id)));
    } catch (e) {
      this.store.problem.set(e instanceof Error ? e.message : String(e));
    }
  }

  /** "60 % less", "3 times" */
  protected gain = (x: number | undefined, times: boolean): string =>
    x === undefined ? '–' : times ? `${formatNumber(x, 2)} times` : `${Math.round(100 * Math.abs(x))} % ${x < 0 ? 'more' : 'less'}`;
  protected text = (k: Kept, x: number): string => formatFigure(x, k.unit, this.shops.currency(), this.settings.units());
  protected at(k: Kept, x: number): number {
    const [low, high] = [Math.min(k.promised.p10, k.came ?? Infinity), Math.max(k.promised.p90, k.came ?? 0)];
    const room = (high - low || high || 1) * 0.15;
    return (100 * (x - low + room)) / (high - low + 2 * room);
  }
  protected said(k: Kept): string {
    if (k.came === undefined) return 'nothing entered yet';
    const n = `${k.n} ${
      k.id === 'life' ? (k.n === 1 ? 'tool' : 'tools') : k.id === 'mass' ? (k.n === 1 ? 'weighing' : 'weighings') : k.n === 1 ? 'build' : 'builds'
    }`;
    const in_ = within(k);
    return k.running ? `${n}, still running` : `${n}, ${in_ ? 'as promised' : 'outside what was promised'}`;
  }

  /** A new build of this case: its process and what was estimated, so that later estimates learn from it. */
  protected readonly usual = computed<Values>(() => {
    const pin = this.pin();
    const figure = (name: string): number | undefined => pin?.figures.find((f) => f.name === name)?.value;
    const round = (x: number | undefined): number | undefined => (x === undefined || !Number.isFinite(x) ? undefined : Number(x.toPrecision(4)));
    const values: Record<string, string | number | undefined> = {
      tool: this.cases.doc()!.title,
      process: pin?.option.process,
      money_estimated: round(figure('price_each')),
      money_low: round(pin?.figures.find((f) => f.name === 'price_each')?.range.p10),
      money_high: round(pin?.figures.find((f) => f.name === 'price_each')?.range.p90),
      days_estimated: round(pin?.lead.risk?.p50),
      days_low: round(pin?.lead.risk?.p10),
      days_high: round(pin?.lead.risk?.p90),
    };
    return Object.fromEntries(Object.entries(values).filter(([, v]) => v !== undefined)) as Values;
  });
}
