import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import { DUTIES } from '@cuadro/core/need/family';
import { processOf } from '@cuadro/core/process/processes';
import { ownLog } from '@cuadro/core/records/evidence';
import { RECORD_KINDS } from '@cuadro/core/records/kinds';
import { shelfOf } from '@cuadro/core/shelf/shelf';
import { MarginService } from '../data/margin.service';
import { ShopService } from '../data/shop.service';
import { RecordsView } from '../records/records-view';
import { WorkingMargin } from '../shared/working-margin';

const OF_WORDS = { hours: 'hours', money: 'price', days: 'days', scrap: 'share that failed' } as const;

/** Records of the site: tools in use, builds; and what they say together. */
@Component({
  selector: 'cu-log-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RecordsView, WorkingMargin],
  styleUrl: './log-page.scss',
  template: `
    <div class="page">
      <section class="sheet-side" aria-labelledby="log-title">
        <header class="top"><h1 id="log-title">Log</h1><p class="quiet">What tools and builds really did. Estimates learn from it.</p></header>
        <nav class="tab-row" aria-label="Kinds of record">@for (k of kinds; track k.id) { <button type="button" [attr.aria-pressed]="kind() === k.id" (click)="kind.set(k.id)">{{ k.plural }}</button> }</nav>
        <div class="scroll" tabindex="0" role="region" aria-label="Records"><cu-records [kind]="kind()" /></div>
      </section>
      <cu-margin>
        <h2>What the log says</h2>
        @for (l of lives(); track l) { <p>{{ l }}</p> }
        @for (r of ratios(); track r) { <p>{{ r }}</p> }
        @if (!lives().length && !ratios().length) { <p>Nothing yet. A tool with its cycles, or a build with its hours, is enough to begin.</p> }
        <p class="quiet">Lives and the share that fails are moved towards your own figures by the number of records: built-in figures weigh as much as four of them.</p>
      </cu-margin>
    </div>
  `,
})
export class LogPage {
  private readonly shops = inject(ShopService);
  protected readonly kinds = RECORD_KINDS.filter((k) => k.about === 'site');
  protected readonly kind = signal(this.kinds[0].id);

  protected readonly lives = computed(() => {
    const { evidence, shop } = this.shops.site();
    const shelf = shelfOf(shop);
    return evidence.life.map((l) =>
      `What ${DUTIES[l.duty]}, of ${shelf.has(l.material) ? shelf.material(l.material).label : l.material}: median life ${
        formatNumber(Math.round(l.median))
      } cycles, from ${ownLog(l.n)}, ${l.worn} worn out.`
    );
  });
  protected readonly ratios = computed(() =>
    this.shops.site().evidence.ratios.map((
      r,
    ) => (r.of === 'scrap'
      ? `${processOf(r.process).label}: ${Math.round(100 * r.mean)} % of ${ownLog(r.n, 'build')} failed.`
      : `${processOf(r.process).label}: ${OF_WORDS[r.of]} came out at ${formatNumber(r.mean, 2)} times the estimate, ${ownLog(r.n, 'build')}.`)
    )
  );

  constructor() {
    inject(MarginService).clear();
    void this.shops.load().catch(() => undefined);
  }
}
