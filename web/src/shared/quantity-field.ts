import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal, untracked } from '@angular/core';
import type { NumberSchema } from 'yup';
import { formatNumber, parseQuantity, QUANTITIES, toShown, type Quantity } from '@cuadro/core/quantity/quantity';
import { SettingsService } from '../data/settings.service';

let count = 0;

/**
 * A number with a unit. Takes "0.5 in", "80 psi", "2 h 30" or a bare number in the unit shown. What cannot be read or is
 * out of range stays in the field with a message beside it, and nothing else changes.
 */
@Component({
  selector: 'cu-quantity',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host { display: block; }
    .row { display: flex; align-items: center; gap: 4px; }
    input { text-align: right; min-width: 0; }
    .unit { color: var(--quiet); white-space: nowrap; min-width: 22px; }
  `,
  template: `
    <span class="row">
      <input
        class="field" type="text" inputmode="decimal" autocomplete="off"
        [class.assumed]="assumed()" [id]="fieldId()" [attr.aria-label]="label()" [attr.aria-invalid]="error() ? 'true' : null"
        [attr.aria-describedby]="error() ? fieldId() + '-error' : null" [placeholder]="placeholder()"
        [value]="text()" (input)="typed($any($event.target).value)" (blur)="left()" />
      @if (unit()) { <span class="unit">{{ unit() }}</span> }
    </span>
    @if (error()) { <div class="field-error" role="alert" [id]="fieldId() + '-error'">{{ error() }}</div> }
  `,
})
export class QuantityField {
  private readonly settings = inject(SettingsService);

  readonly value = input.required<number | null>();
  readonly quantity = input.required<Quantity>();
  readonly label = input.required<string>();
  readonly schema = input<NumberSchema<number | undefined> | NumberSchema<number>>();
  /** An emptied field means "not known". */
  readonly clearable = input(false);
  readonly placeholder = input('');
  /** Unit shown in place of the quantity's own (a currency). */
  readonly unitText = input<string>();
  /** The value is an assumption, not somebody's word. */
  readonly assumed = input(false);
  readonly fieldId = input(`quantity-${++count}`);

  readonly changed = output<number>();
  readonly cleared = output();

  protected readonly unit = computed(() => this.unitText() ?? QUANTITIES[this.quantity()].show[this.settings.units()]);
  protected readonly text = signal('');
  protected readonly error = signal('');
  private dirty = false;

  constructor() {
    effect(() => {
      const value = this.value();
      const shown = value === null ? '' : formatNumber(toShown(value, this.quantity(), this.settings.units()), 6);
      untracked(() => {
        // While somebody types, their text stays; so does text that was refused.
        if (!this.dirty && !this.error()) this.text.set(shown);
      });
    });
  }

  protected typed(text: string): void {
    this.text.set(text);
    this.dirty = true;
    if (text.trim() === '' && this.clearable()) {
      this.error.set('');
      this.cleared.emit();
      return;
    }
    const parsed = parseQuantity(text, this.quantity(), this.settings.units());
    if (!parsed.ok) {
      this.error.set(parsed.message);
      return;
    }
    try {
      this.schema()?.validateSync(parsed.value, { strict: true });
    } catch (e) {
      this.error.set((e as Error).message);
      return;
    }
    this.error.set('');
    if (parsed.value !== this.value()) this.changed.emit(parsed.value);
  }

  protected left(): void {
    this.dirty = false;
    const value = this.value();
    if (!this.error() && value !== null) this.text.set(formatNumber(toShown(value, this.quantity(), this.settings.units()), 6));
  }
}
