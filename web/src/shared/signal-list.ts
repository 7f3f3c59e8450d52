import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { type SignalId, SIGNALS } from '@cuadro/core/case/signals';

const SIDES = [{ side: 'for', label: 'Speaks for it' }, { side: 'against', label: 'Speaks against' }].map(({ side, label }) => ({
  label,
  signals: SIGNALS.filter((s) => s.side === side),
}));

/** What is seen at a machine, ticked: what speaks for looking at a tool, and what against. */
@Component({
  selector: 'cu-signals',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host { display: block; }
    summary { cursor: pointer; line-height: 24px; }
    .sides { display: flex; flex-wrap: wrap; gap: 8px 28px; }
    fieldset { border: 0; padding: 0; margin: 0; flex: 3 1 240px; } fieldset:last-child { flex-grow: 2; } fieldset div { columns: 215px auto; column-gap: 16px; }
    legend { font: 600 14px/1.6 var(--label); }
    label { display: flex; gap: 6px; break-inside: avoid; font-size: 14px; line-height: 1.2; min-height: 26px; align-items: start; }
    input { flex: none; width: 16px; height: 16px; margin: 1px 4px; }
  `,
  template: `
    <details>
      <summary>What is seen there{{ seen().length ? ' (' + seen().length + ')' : '' }}</summary>
      <div class="sides">
        @for (side of sides; track side.label) {
          <fieldset><legend>{{ side.label }}</legend><div>
            @for (s of side.signals; track s.id) { <label><input type="checkbox" [checked]="seen().includes(s.id)" (change)="see(s.id, $any($event.target).checked)" />{{ s.label }}</label> }
          </div></fieldset>
        }
      </div>
    </details>
  `,
})
export class SignalList {
  readonly seen = input.required<readonly SignalId[]>();
  readonly changed = output<SignalId[]>();
  protected readonly sides = SIDES;

  protected see(id: SignalId, on: boolean): void {
    this.changed.emit(on ? [...this.seen(), id] : this.seen().filter((x) => x !== id));
  }
}
