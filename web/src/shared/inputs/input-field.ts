import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { inputSchema, numberSchema } from '@cuadro/core/inputs/schema';
import { asRange, type FileValue, type InputSpec, type InputValue, type NumberInput, type Point, usualOf, type Values } from '@cuadro/core/inputs/spec';
import { inputText, parseInput, shownUnit } from '@cuadro/core/inputs/text';
import type { Range } from '@cuadro/core/worksheet/types';
import { ApiService } from '../../data/api.service';
import { SettingsService } from '../../data/settings.service';
import { ShopService } from '../../data/shop.service';
import { QuantityField } from '../quantity-field';
import { PlaceField } from './place-field';

type End = keyof Range;
const ENDS: readonly End[] = ['low', 'likely', 'high'];

/**
 * One declared input as a control: whatever is asked anywhere is asked by this. What is usual stands in italics until somebody
 * answers; an emptied field means "not known" again. A message stands beside what cannot be used, and nothing else changes.
 */
@Component({
  selector: 'cu-input',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PlaceField, QuantityField],
  host: { '[class.bare]': 'bare()' },
  styles: `
    .add { display: inline-block; min-height: 24px; }
    :host { display: block; min-width: 0; }
    .range { display: grid; grid-template-columns: repeat(3, minmax(0, 1fr)) auto; gap: 4px; align-items: center; --side: 3px; } .range > .unit { color: var(--quiet); white-space: nowrap; min-width: 22px; }
    .choices { display: grid; grid-template-columns: repeat(auto-fill, minmax(150px, 1fr)); gap: 2px 10px; font-size: 13px; }
    table { border-collapse: collapse; width: 100%; } td { padding: 1px 4px 1px 0; vertical-align: top; } th { font-weight: 400; text-align: left; font-size: 12.5px; color: var(--quiet); } td.words { width: 28%; min-width: 110px; } td.picked { min-width: 96px; }
    /* Numbered rows are many and stand in a narrow panel. */
    table.numbered td { padding-right: 2px; } .numbered td.words { width: auto; min-width: 44px; } .numbered td.picked { min-width: 70px; } .numbered td.answered { min-width: 50px; }
    :host(.bare) select { padding-left: 3px; padding-right: 0; }
    .file { display: flex; gap: 10px; align-items: center; flex-wrap: wrap; }
    img { max-width: 120px; max-height: 80px; border: 1px solid var(--rule); }
  `,
  template: `
    @switch (spec().kind) {
      @case ('number') {
        @if (number().ranged && shown() !== undefined) {
          <div class="range">
            @for (end of ends; track end) {
              <cu-quantity [quantity]="number().quantity" [label]="name() + ', ' + end" unitText="" [value]="at(end)" [schema]="schema()" [assumed]="assumed()" [placeholder]="hint()" [clearable]="clearable()" (changed)="ranged(end, $event)" (cleared)="cleared.emit()" />
            }
            @if (!bare() && shownUnit()) { <span class="unit">{{ shownUnit() }}</span> }
          </div>
        } @else {
          <cu-quantity [quantity]="number().quantity" [label]="name()" [unitText]="bare() ? '' : unit()" [value]="figure()" [schema]="schema()" [assumed]="assumed()" [placeholder]="hint()" [clearable]="clearable()" (changed)="single($event)" (cleared)="cleared.emit()" />
        }
      }
      @case ('choice') {
        <select class="field" [class.assumed]="assumed()" [attr.aria-label]="name()" (change)="chosen($any($event.target).value)">
          @if (shown() === undefined || spec().optional) { <option value="" [selected]="shown() === undefined" [disabled]="!spec().optional">{{ hint() }}</option> }
          @for (o of $any(spec()).options; track o.value) { <option [value]="o.value" [selected]="o.value === shown()">{{ o.label }}</option> }
        </select>
      }
      @case ('yes-no') {
        <select class="field" [class.assumed]="assumed()" [attr.aria-label]="name()" (change)="give($any($event.target).value === 'yes')">
          @if (shown() === undefined) { <option value="" selected disabled>{{ hint() }}</option> }
          <option value="yes" [selected]="shown() === true">yes</option><option value="no" [selected]="shown() === false">no</option>
        </select>
      }
      @case ('choices') {
        <div class="choices" role="group" [attr.aria-label]="name()">
          @for (o of $any(spec()).options; track o.value) { <label><input type="checkbox" [checked]="has(o.value)" (change)="tick(o.value, $any($event.target).checked)" /> {{ o.label }}</label> }
        </div>
      }
      @case ('date') { <input class="field" type="date" [attr.aria-label]="name()" [value]="shown() ?? ''" (change)="written($any($event.target).value)" /> }
      @case ('text') {
        @if ($any(spec()).long) { <textarea class="field" rows="3" [attr.aria-label]="name()" [attr.maxlength]="$any(spec()).max" [value]="shown() ?? ''" (change)="written($any($event.target).value)"></textarea> }
        @else { <input class="field" [class.assumed]="assumed()" [attr.aria-label]="name()" [attr.maxlength]="$any(spec()).max" [placeholder]="hint()" [value]="shown() ?? ''" (change)="written($any($event.target).value)" /> }
      }
      @case ('points') {
        <textarea class="field" rows="6" [attr.aria-label]="name()" [attr.aria-invalid]="problem() ? 'true' : null" [value]="pointText()" (change)="pointed($any($event.target).value)"></textarea>
      }
      @case ('table') {
        <table [class.numbered]="numbered() !== undefined">
          <thead><tr>@if (numbered() !== undefined) { <th scope="col">No.</th> }@for (c of columns(); track c.id) { <th scope="col">{{ heading(c) }}</th> } <th><span class="visually-hidden">Take the row away</span></th></tr></thead>
          <tbody>
            @for (row of rows(); track $index; let i = $index) {
              <tr>
                @if (numbered() !== undefined) { <th scope="row">{{ numbered() }}{{ i + 1 }}</th> }
                @for (c of columns(); track c.id) { <td [class.words]="c.kind === 'text'" [class.picked]="c.kind === 'choice'" [class.answered]="c.kind === 'yes-no'"><cu-input [spec]="c" [bare]="true" [named]="c.label + ', row ' + (i + 1)" [value]="row[c.id]" (changed)="cell(i, c.id, $event)" (cleared)="cell(i, c.id, undefined)" /></td> }
                <td><button type="button" class="link cross-off" (click)="drop(i)" [attr.aria-label]="'Take row ' + (i + 1) + ' away'">×</button></td>
              </tr>
            }
          </tbody>
        </table>
        <button type="button" class="link add" (click)="add()">add a row</button>
      }
      @case ('file') {
        <div class="file">
          @if (file(); as f) { @if (isPicture(f)) { <img [src]="link(f)" [alt]="f.name" /> } <a [href]="link(f)" target="_blank" rel="noopener">{{ f.name }}</a> <button type="button" class="link" (click)="cleared.emit()">take it out</button> }
          <label class="framed-file"><input class="visually-hidden" type="file" [accept]="$any(spec()).accept" [attr.aria-label]="name()" (change)="dropped($event)" /><span>{{ busy() ? 'Storing …' : file() ? 'Another file' : 'Choose a file' }}</span></label>
        </div>
      }
      @case ('place') { @defer (on immediate) { <cu-place [spec]="$any(spec())" [name]="name()" [value]="$any(held())" (changed)="give($event)" (cleared)="cleared.emit()" /> } @placeholder { <span class="quiet">{{ words() }}</span> } }
    }
    @if (problem()) { <div class="field-error" role="alert">{{ problem() }}</div> }
  `,
})
export class InputField {
  private readonly settings = inject(SettingsService);
  private readonly shops = inject(ShopService);
  private readonly api = inject(ApiService);

  readonly spec = input.required<InputSpec>();
  /** As given; undefined where nobody has. */
  readonly value = input<InputValue>();
  /** What stands meanwhile, where it is not the input's own usual value. */
  readonly usual = input<InputValue>();
  /** Accessible name, where it is not the label. */
  readonly named = input<string>();
  readonly placeholder = input<string>();
  /** A likely figure typed where only the usual stood is known exactly: its ends come to it. */
  readonly firm = input(false);
  /** Without its unit: the table has a column for it. */
  readonly bare = input(false);
  /** The value given is itself an assumption. */
  readonly guessed = input(false);

  readonly changed = output<InputValue>();
  /** Not known any more, or usual again. */
  readonly cleared = output();

  protected readonly ends = ENDS;
  /** In the place of a value that is open. */
  protected readonly hint = computed(() => this.placeholder() ?? this.spec().open ?? (this.spec().kind === 'text' ? '' : this.bare() ? '–' : 'not known'));
  protected readonly problem = signal('');
  protected readonly busy = signal(false);
  protected readonly name = computed(() => this.named() ?? this.spec().label);
  protected readonly number = computed(() => this.spec() as NumberInput);
  /** The newest value: rows of a table may change before the page has come round once. */
  protected readonly held = linkedSignal(() => this.value());
  protected readonly shown = computed<InputValue | undefined>(() => this.held() ?? this.usual() ?? usualOf(this.spec()));
  protected readonly assumed = computed(() => this.guessed() || (this.value() === undefined && this.shown() !== undefined));
  protected readonly clearable = computed(() => this.spec().optional || this.value() !== undefined);
  protected readonly schema = computed(() => numberSchema(this.number()));
  /** Undefined leaves the field to its quantity; money and units of their own are named here. */
  protected readonly unit = computed(
    () => (this.number().unit !== undefined || this.number().quantity === 'money'
      ? shownUnit(this.number(), this.settings.units(), this.shops.currency())
      : undefined),
  );
  protected readonly figure = computed(() => (this.shown() === undefined ? null : asRange(this.shown() as number).likely));
  protected readonly words = computed(() => inputText(this.spec(), this.shown(), this.settings.units(), this.shops.currency()));
  protected readonly rows = computed(() => (this.shown() as readonly Values[] | undefined) ?? []);
  protected readonly columns = computed(() => (this.spec().kind === 'table' ? (this.spec() as Extract<InputSpec, { kind: 'table' }>).columns : []));
  protected readonly numbered = computed(() => (this.spec().kind === 'table' ? (this.spec() as Extract<InputSpec, { kind: 'table' }>).numbered : undefined));
  protected readonly file = computed(() => this.value() as FileValue | undefined);
  protected readonly pointText = computed(() => ((this.shown() as readonly Point[] | undefined) ?? []).map(([a, b]) => `${a} ${b}`).join('\n'));

  protected readonly shownUnit = computed(() => shownUnit(this.number(), this.settings.units(), this.shops.currency()));

  protected at(end: End): number | null {
    const v = this.shown();
    return v === undefined ? null : asRange(v as number | Range)[end];
  }

  /** A column says its unit once. */
  protected heading(c: InputSpec): string {
    const unit = c.kind === 'number' ? shownUnit(c, this.settings.units(), this.shops.currency()) : '';
    return unit ? `${c.label}, ${unit}` : c.label;
  }
  protected has = (option: string): boolean => ((this.shown() as readonly string[] | undefined) ?? []).includes(option);
  protected isPicture = (f: FileValue): boolean => /\.(png|jpe?g|webp)$/i.test(f.name);
  protected link = (f: FileValue): string => `/api/files/${f.hash}?name=${encodeURIComponent(f.name)}`;

  protected give(value: InputValue): void {
    if (!this.faulty(value)) this.emit(value);
  }

  /** An end moved past another takes it along. */
  protected ranged(end: End, x: number): void {
    const now = this.shown() as number | Range | undefined;
    if (now === undefined || (this.firm() && this.value() === undefined && end === 'likely')) this.give({ low: x, likely: x, high: x });
    else this.give(ordered({ ...asRange(now), [end]: x }, end));
  }

  /** One figure; where a range is asked and nothing is known yet, it is the first of it. */
  protected single(x: number): void {
    this.give(this.number().ranged ? { low: x, likely: x, high: x } : x);
  }

  protected chosen(value: string): void {
    if (value === '') this.cleared.emit();
    else this.give(value);
  }

  protected written(text: string): void {
    if (text.trim() === '' && this.spec().optional) this.cleared.emit();
    else this.give(text);
  }

  protected tick(option: string, on: boolean): void {
    const now = (this.shown() as readonly string[] | undefined) ?? [];
    this.give(on ? [...now, option] : now.filter((x) => x !== option));
  }

  protected pointed(text: string): void {
    const read = parseInput(this.spec(), text);
    if (read.ok) this.give(read.value);
    else this.problem.set(read.message);
  }

  protected add(): void {
    const row = Object.fromEntries(this.columns().flatMap((c) => (usualOf(c) === undefined ? [] : [[c.id, usualOf(c)]])));
    this.emit([...this.rows(), row]);
  }

  protected drop(i: number): void {
    this.emit(this.rows().filter((_, k) => k !== i));
  }

  protected cell(i: number, id: string, value: InputValue | undefined): void {
    this.emit(this.rows().map((r, k) => (k === i ? { ...r, [id]: value } : r)));
  }

  protected async dropped(event: Event): Promise<void> {
    const field = event.target as HTMLInputElement;
    const chosen = field.files?.[0];
    const spec = this.spec() as Extract<InputSpec, { kind: 'file' }>;
    field.value = '';
    if (!chosen) return;
    if (chosen.size > spec.most_bytes) return this.problem.set(`${chosen.name} is larger than ${Math.round(spec.most_bytes / 1e6)} MB.`);
    this.busy.set(true);
    this.problem.set('');
    try {
      this.emit(await firstValueFrom(this.api.addFile(new Uint8Array(await chosen.arrayBuffer()), chosen.name)));
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    } finally {
      this.busy.set(false);
    }
  }

  private emit(value: InputValue): void {
    this.held.set(value);
    this.changed.emit(value);
  }

  private faulty(value: InputValue): boolean {
    try {
      inputSchema(this.spec()).validateSync(value, { strict: true });
      this.problem.set('');
      return false;
    } catch (e) {
      this.problem.set((e as Error).message);
      return true;
    }
  }
}

/** A range with one end moved: the others go along where it passes them. */
function ordered(r: Range, end: End): Range {
  const x = r[end];
  if (end === 'low') return { low: x, likely: Math.max(x, r.likely), high: Math.max(x, r.high) };
  if (end === 'high') return { low: Math.min(x, r.low), likely: Math.min(x, r.likely), high: x };
  return { low: Math.min(r.low, x), likely: x, high: Math.max(r.high, x) };
}
