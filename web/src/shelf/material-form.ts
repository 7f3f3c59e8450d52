import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { parseQuantity, unitText } from '@cuadro/core/quantity/quantity';
import { materialFaults, PROPERTIES, type NumberProperty, type Property } from '@cuadro/core/shelf/properties';
import type { Material } from '@cuadro/core/shelf/types';
import type { Range } from '@cuadro/core/worksheet/types';
import { ShopService } from '../data/shop.service';

type End = keyof Range;

/** Every property of one material, low, likely, high; what is wrong stands beside its field. */
@Component({
  selector: 'cu-material-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  styles: `
    form { border: 1px solid var(--rule-strong); border-left: 3px solid var(--ochre); background: var(--sheet); padding: 8px 12px; margin: 4px 0; max-height: 46vh; overflow: auto; }
    .grid { display: grid; grid-template-columns: repeat(2, minmax(0, 1fr)); gap: 2px 20px; }
    .row { display: grid; grid-template-columns: 170px minmax(0, 1fr); gap: 8px; align-items: center; font-size: 13px; }
    .row > div { display: flex; gap: 4px; }
    .row .field { width: 100%; min-width: 0; }
    .buttons { display: flex; gap: 8px; align-items: center; margin-top: 8px; }
    .row .field-error { grid-column: 2; }
  `,
  template: `
    <form (submit)="save($event)" novalidate [attr.aria-label]="'Figures of ' + draft().label">
      <h2>{{ draft().label }} <span class="quiet">{{ draft().id }}</span></h2>
      <div class="grid">
        @for (p of properties; track p.id) {
          <div class="row">
            <span [id]="'m-' + p.id">{{ label(p) }}</span>
            <div>
              @switch (p.kind) {
                @case ('number') { @for (end of ends(p); track end) { <input class="field num" inputmode="decimal" [attr.aria-label]="p.label + ', ' + end" [value]="value(p, end)" (change)="number(p, end, $any($event.target).value)" /> } }
                @case ('class') { <select class="field" [attr.aria-labelledby]="'m-' + p.id" (change)="put(p, $any($event.target).value)">@for (o of $any(p).options; track o.value) { <option [value]="o.value" [selected]="o.value === $any(p).get(draft())">{{ o.label }}</option> }</select> }
                @default { <input class="field" [attr.aria-labelledby]="'m-' + p.id" [value]="$any(p).get(draft())" (change)="put(p, $any($event.target).value)" /> }
              }
            </div>
            @if (faults().get(p.id); as f) { <span class="field-error" role="alert">{{ f }}</span> }
          </div>
        }
      </div>
      <div class="buttons"><button mat-flat-button type="submit">Keep</button><button mat-button type="button" (click)="closed.emit()">Close</button><span class="quiet">Ranges are low, likely, high.</span></div>
    </form>
  `,
})
export class MaterialForm {
  private readonly shops = inject(ShopService);
  readonly material = input.required<Material>();
  readonly kept = output<Material>();
  readonly closed = output();
  protected readonly properties = PROPERTIES;
  protected readonly draft = linkedSignal(() => this.material());
  private readonly typed = signal<ReadonlyMap<string, string>>(new Map());
  private readonly tried = signal(false);
  protected readonly faults = computed(() => new Map([...(this.tried() ? materialFaults(this.draft()) : []).map((f) => [f.property, f.message] as const), ...this.typed()]));

  protected label = (p: Property): string => (p.kind === 'number' && p.unit ? `${p.label}, ${unitText(p.unit, this.shops.currency())}` : p.label);
  protected ends = (p: NumberProperty | Property): readonly End[] => (p.kind === 'number' && p.single ? ['likely'] : ['low', 'likely', 'high']);

  protected value(p: Property, end: End): string {
    const r = p.kind === 'number' ? p.get(this.draft()) : undefined;
    return r && Number.isFinite(r[end]) ? String(Number(r[end].toPrecision(6))) : '';
  }

  protected number(p: Property, end: End, text: string): void {
    if (p.kind !== 'number') return;
    const parsed = parseQuantity(text, 'count');
    this.typed.update((t) => {
      const next = new Map(t);
      if (parsed.ok) next.delete(p.id);
      else next.set(p.id, `${p.label}: ${parsed.message}`);
      return next;
    });
    if (!parsed.ok) return;
    const now = p.get(this.draft()) ?? { low: parsed.value, likely: parsed.value, high: parsed.value };
    const x = parsed.value;
    // One figure moved past another takes it along.
    const range: Range = end === 'likely' ? { low: p.single ? x : Math.min(now.low, x), likely: x, high: p.single ? x : Math.max(now.high, x) } : { ...now, [end]: x };
    this.draft.update((m) => p.set(m, range));
  }

  protected put(p: Property, value: string): void {
    if (p.kind !== 'number') this.draft.update((m) => p.set(m, value));
  }

  protected save(event: Event): void {
    event.preventDefault();
    this.tried.set(true);
    if (!this.faults().size) this.kept.emit(this.draft());
  }
}
