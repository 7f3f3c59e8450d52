import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { askedOf, type InputSpec, type InputValue, type Values } from '@cuadro/core/inputs/spec';
import { InputField } from './input-field';

/** Any list of declared inputs as a form: what is asked at these values, under its headings. */
@Component({
  selector: 'cu-inputs',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [InputField],
  styles: `
    h4 { font: 600 13.5px var(--label); margin: 10px 0 2px; border-bottom: 1px solid var(--rule); }
    .row { display: grid; grid-template-columns: minmax(0, 1fr) minmax(150px, 1.1fr); gap: 2px 10px; align-items: center; padding: 1px 0; font-size: 13.5px; }
    .row.wide { grid-template-columns: minmax(0, 1fr); }
    .row.said > span { font-weight: 600; }
    .needed { color: var(--ochre); font-size: 12.5px; }
    p { margin: 0 0 2px; font-size: 12.5px; color: var(--quiet); }
  `,
  template: `
    @for (g of groups(); track g.name) {
      @if (g.name) { <h4>{{ g.name }}</h4> }
      @for (s of g.specs; track s.id) {
        <div class="row" [class.wide]="wide(s)" [class.said]="values()[s.id] !== undefined" (focusin)="looked.emit(s)">
          <span>{{ s.label }}@if (missing(s)) { <b class="needed"> needed</b> }</span>
          <cu-input [spec]="s" [firm]="true" [value]="values()[s.id]" (changed)="set(s.id, $event)" (cleared)="set(s.id, undefined)" />
        </div>
        @if (wide(s) && s.help) { <p>{{ s.help }}</p> }
      }
    }
  `,
})
export class InputForm {
  readonly specs = input.required<readonly InputSpec[]>();
  readonly values = input.required<Values>();
  /** Little room: a range stands beneath its label. */
  readonly narrow = input(false);
  readonly changed = output<Values>();
  /** The input that somebody is at, for the margin. */
  readonly looked = output<InputSpec>();

  /** The newest values: two fields may change before the page has come round once. */
  private readonly held = linkedSignal(() => this.values());

  protected readonly groups = computed(() => {
    const asked = askedOf(this.specs(), this.values());
    return [...new Set(asked.map((s) => s.group ?? ''))].map((name) => ({ name, specs: asked.filter((s) => (s.group ?? '') === name) }));
  });

  protected wide = (s: InputSpec): boolean =>
    s.kind === 'table' || s.kind === 'points' || s.kind === 'choices' || s.kind === 'place' || (s.kind === 'text' && !!s.long) ||
    (this.narrow() && s.kind === 'number' && !!s.ranged);
  protected missing = (s: InputSpec): boolean => !s.optional && this.values()[s.id] === undefined && !('usual' in s && s.usual !== undefined);

  protected set(id: string, value: InputValue | undefined): void {
    const next: Record<string, InputValue | undefined> = { ...this.held(), [id]: value };
    if (value === undefined) delete next[id];
    this.held.set(next);
    this.changed.emit(next);
  }
}
