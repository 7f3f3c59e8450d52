import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { formatDate } from '@cuadro/core/quantity/date';
import type { SourceKind } from '@cuadro/core/worksheet/types';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import { type MarginNote, MarginService } from '../data/margin.service';
import { SettingsService } from '../data/settings.service';
import { ShopService } from '../data/shop.service';
import { RouteNote } from './route-note';

const SOURCE_WORDS: Record<SourceKind, string> = {
  measured: 'measured',
  guess: 'guess',
  shelf: 'shelf',
  shop: 'shop',
  need: 'need',
  quote: 'quote',
  you: 'yours',
  standard: 'rule',
};

/** The right margin: why a figure is what it is. */
@Component({
  selector: 'cu-margin',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouteNote],
  templateUrl: './working-margin.html',
  styleUrl: './working-margin.scss',
  host: { '(document:keydown.escape)': 'escape($any($event))' },
})
export class WorkingMargin {
  /** What the figure reads everywhere: the median of the samples; a plan's is what it stands in with, at likely inputs. */
  protected shown = ({ working, subject }: Extract<MarginNote, { kind: 'working' }>): number =>
    subject.id.startsWith('plan:') ? working.value : (working.range?.p50 ?? working.value);
  protected readonly margin = inject(MarginService);
  private readonly settings = inject(SettingsService);
  private readonly shops = inject(ShopService);
  protected readonly sourceWords = SOURCE_WORDS;
  protected readonly date = formatDate;

  protected figure(value: number, unit: string): string {
    return this.settings.figure(value, unit, this.shops.currency());
  }

  /** Esc in a field is the field's. */
  protected escape(event: KeyboardEvent): void {
    if (!event.defaultPrevented && !(event.target as HTMLElement).matches('input, textarea, select')) this.margin.clear();
  }

  protected number(value: number): string {
    return formatNumber(value);
  }

  protected percent(x: number): string {
    return `${Math.round(100 * x)} %`;
  }
}
