import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal, untracked } from '@angular/core';
import type { NumberSchema } from 'yup';
import { formatNumber, parseQuantity, QUANTITIES, toShown, type Quantity } from '@cuadro/core/quantity/quantity';
import { SettingsService } from '../data/settings.service';

let count = 0;

/**
 * A number with a unit. Takes "0.5 in", "7 1/8 in", "80 psi", "2 h 30" or a bare number in the unit shown. It counts when the field is
 * left or Enter is pressed, never half typed; Esc brings back what stood there. What cannot be read or is out of range stays in the field
 * with a message beside it, and nothing else changes.
 */
@Component({
  selector: 'cu-quantity',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host { display: block; }
    .row { display: flex; align-items: center; gap: 4px; }
    input { text-align: right; min-width: 0; padding-inline: var(--side, 6px); }
    .unit { flex: none; color: var(--quiet); white-space: nowrap; min-width: 22px; }
  `,
  template: `
    <span class="row">
      <input
        class="field" type="text" inputmode="decimal" autocomplete="off"
        [class.assumed]="assumed()" [id]="fieldId()" [attr.aria-label]="label()" [attr.aria-invalid]="error() ? 'true' : null"
        [attr.aria-describedby]="error() ? fieldId() + '-error' : null" [placeholder]="placeholder()"
        [value]="text()" (input)="typed($any($event.target).value)" (change)="take()" (keydown.enter)="take()" (keydown.escape)="restore($event)" (blur)="left()" />
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
  /** Three lengths typed into one field: "180 x 90 x 35". Taken only where somebody listens. */
  readonly three = output<[number, number, number]>();
  readonly takesThree = input(false);
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
  }

  /** What stands in the field counts from now on. */
  protected take(): void {
    if (!this.dirty) return;
    const text = this.text();
    if (text.trim() === '' && this.clearable()) {
      this.dirty = false;
      this.error.set('');
      this.cleared.emit();
      return;
    }
    const parts = this.takesThree() ? text.split(/\s*[x×*]\s*/i) : [];
    // A unit behind the last is that of all.
    const unit = /[^\d\s.,/]+$/.exec(text.trim())?.[0] ?? '';
    const read = (parts.length === 3 ? parts.map((p) => (/[^\d\s.,/]$/.test(p.trim()) ? p : `${p} ${unit}`)) : [text]).map((p) =>
      parseQuantity(p, this.quantity(), this.settings.units())
    );
    const values: number[] = [];
    for (const parsed of read) {
      if (!parsed.ok) return this.error.set(parsed.message);
      try {
        this.schema()?.validateSync(parsed.value, { strict: true });
      } catch (e) {
        return this.error.set((e as Error).message);
      }
      values.push(parsed.value);
    }
    this.dirty = false;
    this.error.set('');
    if (values.length === 3) this.three.emit(values as [number, number, number]);
    else if (values[0] !== this.value()) this.changed.emit(values[0]);
    this.tidy();
  }

  /** What stood there before. */
  protected restore(event: Event): void {
    if (!this.dirty && !this.error()) return;
    event.preventDefault();
    event.stopPropagation();
    this.dirty = false;
    this.error.set('');
    this.tidy();
  }

  protected left(): void {
    this.take();
  }

  private tidy(): void {
    // The value follows by itself where it was changed; text that says the same in other words is put right here.
    const value = this.value();
    this.text.set(value === null ? '' : formatNumber(toShown(value, this.quantity(), this.settings.units()), 6));
  }
}
