import { ChangeDetectionStrategy, Component, effect, type ElementRef, inject, input, type OnDestroy, viewChild } from '@angular/core';
import type ApexCharts from 'apexcharts';
import type { ApexOptions } from 'apexcharts';
import { SettingsService } from '../data/settings.service';

/** Inks of a chart, read from the tokens so that it follows the theme. */
export interface ChartInk {
  ink: string;
  quiet: string;
  rule: string;
  petrol: string;
  ochre: string;
  sheet: string;
}

/** One chart that answers one question; the question is its caption. The library comes with the first chart. */
@Component({
  selector: 'cu-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host { display: block; min-width: 0; }
    figure { margin: 0; }
    figcaption { font: 600 15px/1.2 var(--label); padding: 2px 4px 0; }
  `,
  template: `
    <figure>
      <figcaption>{{ question() }}</figcaption>
      <div #place aria-hidden="true" [style.min-height.px]="height()"></div>
      <p class="visually-hidden">{{ words() }}</p>
    </figure>
  `,
})
export class Chart implements OnDestroy {
  private readonly settings = inject(SettingsService);
  readonly question = input.required<string>();
  /** The chart in words, for those who cannot see it. */
  readonly words = input.required<string>();
  readonly options = input.required<(ink: ChartInk) => ApexOptions>();
  readonly height = input(220);
  private readonly place = viewChild.required<ElementRef<HTMLElement>>('place');
  private chart?: ApexCharts;
  private gone = false;

  constructor() {
    effect(() => {
      this.settings.theme();
      const make = this.options();
      const height = this.height();
      void this.draw(make, height);
    });
  }

  ngOnDestroy(): void {
    this.gone = true;
    this.chart?.destroy();
  }

  private async draw(make: (ink: ChartInk) => ApexOptions, height: number): Promise<void> {
    const { default: Apex } = await import('apexcharts');
    if (this.gone || make !== this.options()) return;
    const style = getComputedStyle(this.place().nativeElement);
    const token = (name: string): string => style.getPropertyValue(name).trim();
    const ink: ChartInk = {
      ink: token('--ink'),
      quiet: token('--quiet'),
      rule: token('--rule'),
      petrol: token('--petrol'),
      ochre: token('--ochre'),
      sheet: token('--sheet'),
    };
    const own = make(ink);
    const options: ApexOptions = {
      ...own,
      legend: { onItemClick: { toggleDataSeries: false }, ...own.legend },
      chart: {
        type: 'bar',
        ...own.chart,
        height,
        animations: { enabled: false },
        toolbar: { show: false },
        zoom: { enabled: false },
        fontFamily: 'Source Sans 3',
        foreColor: ink.ink,
        background: 'transparent',
      },
      grid: { borderColor: ink.rule, padding: { left: 8, right: 12, top: -8, bottom: -4 }, ...own.grid },
      dataLabels: { enabled: false, ...own.dataLabels },
    };
    if (this.chart) await this.chart.updateOptions(options, false, false);
    else {
      this.chart = new Apex(this.place().nativeElement, options);
      await this.chart.render();
    }
    // The words under the chart serve those who cannot see it; nothing inside takes the focus.
    for (const e of this.place().nativeElement.querySelectorAll('[tabindex]')) e.removeAttribute('tabindex');
  }
}
