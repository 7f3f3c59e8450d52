import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { asRange, type InputValue } from '@cuadro/core/inputs/spec';
import { unitText } from '@cuadro/core/quantity/quantity';
import { materialFaults } from '@cuadro/core/process/material-faults';
import { PROPERTIES, type Property } from '@cuadro/core/shelf/properties';
import type { Material } from '@cuadro/core/shelf/types';
import type { Range } from '@cuadro/core/worksheet/types';
import { ShopService } from '../data/shop.service';
import { InputField } from '../shared/inputs/input-field';

/** Every property of one material, low, likely, high; what is wrong stands beside its field. */
@Component({
  selector: 'cu-material-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [InputField, MatButtonModule],
  styles: `
    form { border: 1px solid var(--rule-strong); border-left: 3px solid var(--ochre); background: var(--sheet); padding: 8px 12px; margin: 4px 0; max-height: 46vh; overflow: auto; }
    .grid { display: grid; grid-template-columns: repeat(2, minmax(0, 1fr)); gap: 2px 20px; }
    .row { display: grid; grid-template-columns: 170px minmax(0, 1fr); gap: 8px; align-items: center; font-size: 13px; }
    .row > div { min-width: 0; }
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
              <cu-input [spec]="p" [value]="value(p)" [bare]="true" (changed)="put(p, $event)" (cleared)="clear(p)" />
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
  private readonly tried = signal(false);
  protected readonly faults = computed(() => new Map([...(this.tried() ? materialFaults(this.draft()) : []).map((f) => [f.property, f.message] as const)]));

  protected label = (p: Property): string => (p.kind === 'number' && p.unit ? `${p.label}, ${unitText(p.unit, this.shops.currency())}` : p.label);
  protected value(p: Property): InputValue | undefined {
    const v = p.get(this.draft());
    return p.kind === 'number' && v !== undefined && !p.ranged ? (v as Range).likely : v;
  }

  protected put(p: Property, value: InputValue): void {
    this.draft.update((m) => (p.kind === 'number' ? p.set(m, asRange(value as number | Range)) : p.set(m, value as string)));
  }

  /** A text may be emptied; a figure without which the material cannot be used stays. */
  protected clear(p: Property): void {
    if (p.kind === 'text') this.draft.update((m) => p.set(m, ''));
  }

  protected save(event: Event): void {
    event.preventDefault();
    this.tried.set(true);
    if (!this.faults().size && !(event.target as HTMLElement).querySelector('[aria-invalid="true"]')) this.kept.emit(this.draft());
  }
}
