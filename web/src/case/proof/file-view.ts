import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { firstValueFrom } from 'rxjs';
import { checkRows } from '@cuadro/core/proof/check-plan';
import { factsOf } from '@cuadro/core/plan/facts';
import { fileSummary, PAPER_WORDS, releaseFile } from '@cuadro/core/proof/release-file';
import type { SignatureRow } from '@cuadro/core/wire';
import { ApiService } from '../../data/api.service';
import { CaseStore } from '../../data/case-store';
import { SettingsService } from '../../data/settings.service';
import { ShopService } from '../../data/shop.service';
import { today } from '../../shared/today';
import { ProofStore } from './proof-store';

/** All that has to lie together before a tool is used: what is there, what is missing, and all of it as one file. */
@Component({
  selector: 'cu-release-file',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  styles:
    `:host { display: block; } caption { text-align: left; } td { vertical-align: top; overflow-wrap: anywhere; } .missing, .old { color: var(--ochre); font-weight: 600; } .there { color: var(--petrol); font-weight: 600; }`,
  template: `
    @if (problem()) { <p class="notice" role="alert">{{ problem() }}</p> }
    @if (papers().length) {
      <table class="sheet">
        <caption>The release file: {{ summary() }}</caption>
        <thead><tr><th scope="col">Paper</th><th scope="col">Is</th><th scope="col">What is there, or missing</th></tr></thead>
        <tbody>
          @for (p of papers(); track p.id) {
            <tr><th scope="row"><a [routerLink]="['/case', store.caseId(), p.at]" [queryParams]="p.part ? { part: p.part } : {}">{{ p.label }}</a></th><td><span [class]="p.state">{{ words[p.state] }}</span></td><td>{{ p.text }}</td></tr>
          }
        </tbody>
      </table>
      <p><a [href]="zip()" download>All of it as one file (zip)</a>&ngsp;<span class="quiet">report, workbook, shape, certificates and the records of making and measuring, with this list.</span></p>
    } @else { <p class="quiet" role="status">Computing …</p> }
  `,
})
export class FileView {
  protected readonly store = inject(ProofStore);
  private readonly api = inject(ApiService);
  private readonly cases = inject(CaseStore);
  private readonly settings = inject(SettingsService);
  private readonly shops = inject(ShopService);
  private readonly signatures = signal<readonly SignatureRow[] | undefined>(undefined);
  protected readonly problem = signal('');
  protected readonly words = PAPER_WORDS;
  protected readonly papers = computed(() => {
    const [doc, view, record] = [this.cases.doc(), this.cases.view(), this.cases.record()];
    if (!doc || !view || !record || !this.store.loaded() || !this.signatures()) return [];
    return releaseFile({
      facts: factsOf(doc, this.shops.site()),
      revision: record.revision,
      verdict: view.verdict,
      pin: view.pins.find((p) => p.letter === view.verdict.letter),
      signature: this.signatures()![0],
      records: this.store.rows(),
      checksOf: (piece) => checkRows(this.store.plan(), this.store.rows(), piece),
      today: today(),
    });
  });
  protected readonly summary = computed(() => fileSummary(this.papers()));
  protected readonly zip = computed(() => `/api/cases/${this.store.caseId()}/release.zip?units=${this.settings.units()}`);

  constructor() {
    effect(() => {
      const id = this.store.caseId();
      if (id) untracked(() => void this.load(id));
    });
  }

  private async load(id: string): Promise<void> {
    try {
      this.signatures.set(await firstValueFrom(this.api.signatures(id)));
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }
}
