import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import { DUTIES } from '@cuadro/core/need/family';
import { processOf } from '@cuadro/core/process/processes';
import { counted, ownFactor, ownLog } from '@cuadro/core/records/evidence';
import { ORDERED_WAYS } from '@cuadro/core/records/kinds/past-order';
import { RECORD_KINDS } from '@cuadro/core/records/kinds';
import { fittedPrice } from '@cuadro/core/records/price-fit';
import { shelfOf } from '@cuadro/core/shelf/shelf';
import { MarginService } from '../data/margin.service';
import { ShopService } from '../data/shop.service';
import { RecordsView } from '../records/records-view';
import { WorkingMargin } from '../shared/working-margin';

const OF_WORDS = { hours: 'hours', money: 'price', days: 'days' } as const;

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
        @for (b of builds(); track b) { <p>{{ b }}</p> }
        @for (p of prices(); track p) { <p>{{ p }}</p> }
        @for (h of held(); track h.label) {
          <figure class="held"><svg viewBox="0 0 100 34" role="img" [attr.aria-label]="h.words">
            @for (b of h.bars; track $index; let i = $index) { <rect [class.out]="i === 0 || i === 3" [attr.x]="25 * i + 2" [attr.y]="32 - b" width="21" [attr.height]="b" /><line [attr.x1]="25 * i" [attr.x2]="25 * i + 25" [attr.y1]="32 - h.expected[i]" [attr.y2]="32 - h.expected[i]" /> }
          </svg><figcaption>{{ h.words }}</figcaption></figure>
        }
        @if (!lives().length && !builds().length) { <p>Nothing yet. A tool with its cycles, or a build with its hours, is enough to begin.</p> }
        <p class="quiet">Lives, prices and times of later estimates move towards your own, the built-in figure weighing as much as four tools or builds; the share that fails moves too, the built-in one weighing more the narrower its range. A build that failed counts in that share alone. Where no days are logged, hours stand for them.</p>
      </cu-margin>
    </div>
  `,
})
export class LogPage {
  private readonly shops = inject(ShopService);
  protected readonly kinds = RECORD_KINDS.filter((k) => k.about !== 'case' && !k.page);
  protected readonly kind = signal(this.kinds[0].id);

  protected readonly lives = computed(() => {
    const { evidence, shop } = this.shops.site();
    const shelf = shelfOf(shop);
    return evidence.life.map((l) =>
      `${l.item === 'face' ? 'Metal faces of what' : 'What'} ${DUTIES[l.duty]}, of ${
        shelf.has(l.material) ? shelf.material(l.material).label : l.material
      }: median life ${formatNumber(Math.round(l.median))} cycles, from ${ownLog(l.n)}, ${l.worn} worn out.`
    );
  });
  /** A sentence for each process: how far off its estimates were, and how much failed. */
  protected readonly builds = computed(() => {
    const { ratios } = this.shops.site().evidence;
    return [...new Set(ratios.map((r) => r.process))].map((process) => {
      const own = ratios.filter((r) => r.process === process);
      const off = own.flatMap((r) => (r.of === 'scrap' ? [] : [`${OF_WORDS[r.of]} ${r.mean.toFixed(2)} (${counted(r.n, 'build')})`]));
      const factor = (of: 'money' | 'days'): number => ownFactor(this.shops.site().evidence, process, of).likely;
      const [money, days] = [factor('money'), factor('days')];
      const now = money === 1 && days === 1 ? '' : ` Estimates now: price × ${money.toFixed(2)}, time × ${days.toFixed(2)}.`;
      const failed = own.find((r) => r.of === 'scrap')!;
      const ratio = off.length ? `taken over estimated: ${off.join(', ')}; ` : '';
      return `${processOf(process).label}: ${ratio}${Math.round(100 * failed.mean)} % of ${ownLog(failed.n, 'build')} failed.${now}`;
    });
  });

  /** What past orders say: the price at two sizes, and how it grows. */
  protected readonly prices = computed(() =>
    (this.shops.site().evidence.prices ?? []).map((fit) => {
      const at = (box_mm3: number): string => `${formatNumber(Number(fittedPrice(fit, { box_mm3 }).likely.toPrecision(2)))} ${this.shops.currency()}`;
      return `Ordered ${ORDERED_WAYS.find((w) => w.value === fit.way)?.label ?? fit.way}: ${at(1e5)} for a box of 100 cm³ and ${
        at(1e6)
      } for a litre, in the mean; with twice the features to cut ${Math.round(100 * (2 ** fit.mean[2] - 1))} % more. From ${
        counted(fit.n, 'order')
      }; one order lies within a factor of ${Math.exp(1.2816 * Math.sqrt(fit.scatter)).toFixed(2)} eight times of ten.`;
    })
  );
  /** How often the ranges of estimates held: builds below the 10 % point, below and above the middle, above the 90 % point, against 10, 40, 40 and 10 of a hundred. */
  protected readonly held = computed(() =>
    this.shops.site().evidence.ratios.flatMap(({ process, of, fell }) => {
      if (!fell || of === 'scrap') return [];
      const n = fell.reduce((a, b) => a + b, 0);
      const most = Math.max(0.4, ...fell.map((x) => x / n));
      const label = `${processOf(process).label}, ${OF_WORDS[of]}`;
      return [{
        label,
        bars: fell.map((x) => (30 * x) / n / most),
        expected: [0.1, 0.4, 0.4, 0.1].map((x) => (30 * x) / most),
        words: `${label}: ${fell[1] + fell[2]} of ${n} lay between the 10 % and the 90 % point of their estimate; eight in ten would. ${
          fell[0]
        } came out below, ${fell[3]} above.`,
      }];
    })
  );

  constructor() {
    inject(MarginService).clear();
    void this.shops.load().catch(() => undefined);
  }
}
