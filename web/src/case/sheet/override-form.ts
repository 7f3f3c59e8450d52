import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { overrideSchemaFor } from '@cuadro/core/document/case-schema';
import type { LineOverride } from '@cuadro/core/case/types';
import type { SheetFigure } from '@cuadro/core/decide/evaluate-case';
import { parseQuantity, unitText } from '@cuadro/core/quantity/quantity';
import { ShopService } from '../../data/shop.service';

/** Put a figure over a computed one: low, likely, high, and where it comes from. */
@Component({
  selector: 'cu-override-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  styles: `
    form { border: 1px solid var(--rule-strong); border-left: 3px solid var(--ochre); background: var(--sheet); padding: 8px 12px; margin: 8px 0; }
    .row { display: grid; grid-template-columns: repeat(3, 110px) 120px minmax(0, 1fr); gap: 10px; align-items: end; }
    .buttons { display: flex; gap: 8px; align-items: center; margin-top: 8px; }
    h3 { margin-bottom: 4px; }
    @media (max-width: 900px) { .row { grid-template-columns: repeat(3, 1fr); } }
  `,
  template: `
    <form (submit)="save($event)" novalidate [attr.aria-label]="'Put a figure over ' + figure().label">
      <h3>{{ routeLabel() }}: {{ figure().label }}{{ unit() ? ', ' + unit() : '' }}</h3>
      <div class="row">
        <label><span class="caption">Low</span><input class="field num" name="low" inputmode="decimal" [value]="start('low')" placeholder="as likely" /></label>
        <label><span class="caption">Likely</span><input class="field num" name="likely" inputmode="decimal" [value]="start('likely')" /></label>
        <label><span class="caption">High</span><input class="field num" name="high" inputmode="decimal" [value]="start('high')" placeholder="as likely" /></label>
        <label><span class="caption">It is</span><select class="field" name="kind"><option value="quote" [selected]="now()?.kind !== 'you'">a quote</option><option value="you" [selected]="now()?.kind === 'you'">our figure</option></select></label>
        <label><span class="caption">From where</span><input class="field" name="note" maxlength="400" [value]="now()?.note ?? ''" placeholder="supplier, date, number" /></label>
      </div>
      <div class="buttons">
        <button mat-flat-button type="submit">Put it over</button>
        @if (now()) { <button mat-stroked-button type="button" (click)="removed.emit()">Back to the computed figure</button> }
        <button mat-button type="button" (click)="closed.emit()">Close</button>
        @if (problem()) { <span class="field-error" role="alert">{{ problem() }}</span> }
      </div>
    </form>
  `,
})
export class OverrideForm {
  private readonly shops = inject(ShopService);
  readonly figure = input.required<SheetFigure>();
  readonly routeLabel = input.required<string>();
  /** `process/material`. */
  readonly route = input.required<string>();
  readonly now = input<LineOverride>();
  readonly saved = output<LineOverride>();
  readonly removed = output();
  readonly closed = output();
  protected readonly problem = signal('');
  protected readonly unit = computed(() => unitText(this.figure().unit, this.shops.currency()));

  protected start(which: 'low' | 'likely' | 'high'): string {
    const now = this.now();
    return now ? String(now[which]) : '';
  }

  protected save(event: Event): void {
    event.preventDefault();
    const data = new FormData(event.target as HTMLFormElement);
    const read = (name: string): number | undefined => {
      const text = String(data.get(name) ?? '');
      if (!text.trim()) return undefined;
      const parsed = parseQuantity(text, 'count');
      if (!parsed.ok) throw new Error(parsed.message);
      return parsed.value;
    };
    try {
      const likely = read('likely');
      if (likely === undefined) throw new Error('Type the likely value.');
      const value = {
        low: read('low') ?? likely,
        likely,
        high: read('high') ?? likely,
        kind: data.get('kind') as LineOverride['kind'],
        note: String(data.get('note') ?? '').trim(),
      };
      overrideSchemaFor(this.route(), this.figure().name).validateSync(value, { strict: true });
      this.saved.emit(value);
    } catch (e) {
      this.problem.set((e as Error).message);
    }
  }
}
