import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { PinView } from '@cuadro/core/decide/evaluate-case';
import { formatNumber, unitText } from '@cuadro/core/quantity/quantity';
import { SettingsService } from '../../data/settings.service';
import { type Strip, type StripGroup, stripGroups } from './strips';

/** Figures of the pinned ways as bands on one axis each; every value opens as it does in the table. */
@Component({
  selector: 'cu-sheet-strips',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: './sheet-strips.scss',
  template: `
    @for (g of groups(); track g.name) {
      <section [attr.aria-label]="g.label">
        <h3>{{ g.label }}<small>{{ under(g) }}</small></h3>
        <ul>
          @for (s of g.strips; track s.letter) {
            <li>
              <span class="letter">{{ s.letter }}</span>
              <span class="track" aria-hidden="true">
                <span [class]="'band ' + s.letter" [style.left.%]="s.from" [style.width.%]="s.to - s.from"></span>
                <span class="median" [style.left.%]="s.at"></span>
              </span>
              <button type="button" class="figure" (click)="opened.emit({ pin: s.pin, name: g.name })" [attr.aria-pressed]="isOpen()(s.pin, g.name)" [attr.aria-label]="say(g, s)">{{ number(g, s.value) }}</button>
            </li>
          }
        </ul>
      </section>
    }
  `,
})
export class SheetStrips {
  private readonly settings = inject(SettingsService);
  readonly pins = input.required<readonly PinView[]>();
  /** Names of the lines, in their order. */
  readonly names = input.required<readonly string[]>();
  readonly currency = input.required<string>();
  readonly isOpen = input.required<(pin: PinView, name: string) => boolean>();
  readonly opened = output<{ pin: PinView; name: string }>();
  protected readonly groups = computed(() => stripGroups(this.pins(), this.names()));

  private text(g: StripGroup, x: number): string {
    return g.name === 'lead' ? `${formatNumber(x, 2)} days` : this.settings.figure(x, g.unit, this.currency());
  }
  /** Without the unit, which stands once at the head. */
  protected number(g: StripGroup, x: number): string {
    return g.name === 'lead' ? formatNumber(x, 2) : this.settings.figure(x, g.unit, '').replace(/\u00a0[^\d]*$/, '').trim();
  }
  protected under(g: StripGroup): string {
    const unit = g.name === 'lead' ? 'days' : g.unit === 'kg' ? this.settings.figure(1, 'kg', '').split(/\s/)[1] : unitText(g.unit, this.currency());
    return `${unit}, median and 10 to 90 %${g.log ? ', powers of ten' : ''}`;
  }
  protected say(g: StripGroup, s: Strip): string {
    return `${g.label}, route ${s.letter}, ${this.text(g, s.value)}${s.high > s.low ? `, ${this.number(g, s.low)} to ${this.text(g, s.high)}` : ''}`;
  }
}
