import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatSnackBar, MatSnackBarModule } from '@angular/material/snack-bar';
import { TODAY_WAY_IDS, TODAY_WAYS } from '@cuadro/core/case/today';
import type { ManyEdit } from '@cuadro/core/document/many-edit';
import { FAMILIES } from '@cuadro/core/need/families';
import type { Quantity } from '@cuadro/core/quantity/quantity';
import type { ManyEditRequest } from '@cuadro/core/wire';
import { CasesService } from '../data/cases.service';
import { ShopService } from '../data/shop.service';
import { QuantityField } from '../shared/quantity-field';

interface Field {
  id: keyof ManyEdit;
  label: string;
  max?: number;
  options?: readonly { value: string; label: string }[];
  quantity?: Quantity;
}
const FIELDS: readonly Field[] = [
  { id: 'place', label: 'Where it works', max: 120 },
  { id: 'owner', label: 'Who answers for it', max: 80 },
  { id: 'family', label: 'Kind', options: FAMILIES.map(({ id, label }) => ({ value: id, label })) },
  { id: 'way', label: 'Made today', options: TODAY_WAY_IDS.map((value) => ({ value, label: TODAY_WAYS[value].label })) },
  { id: 'wait_days', label: 'Wait today', quantity: 'days' },
  { id: 'delay_per_day', label: 'A day without it costs', quantity: 'money' },
];
const UNDO_MS = 20_000;
const casesText = (n: number): string => (n === 1 ? '1 case' : `${n} cases`);

/** One thing said of all that are marked, or all of them taken off the list; each can be undone at once. */
@Component({
  selector: 'cu-edit-many',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatSnackBarModule, QuantityField],
  styles: `
    form { display: flex; flex-wrap: wrap; gap: 8px 12px; align-items: end; padding: 8px 14px; margin-bottom: 10px; border-left: 3px solid var(--petrol); }
    b { align-self: center; } label, .value { min-width: 170px; } .caption { display: block; }
  `,
  template: `
    <form class="panel" (submit)="set($event)" novalidate aria-label="The marked candidates">
      <b>{{ marked() }} marked</b>
      <label><span class="caption">Of all of them</span>
        <select class="field" name="what" (change)="choose($any($event.target).value)">@for (f of fields; track f.id) { <option [value]="f.id" [selected]="f.id === field().id">{{ f.label }}</option> }</select>
      </label>
      @if (field().options; as options) {
        <label><span class="caption">is</span><select class="field" name="value" (change)="text.set($any($event.target).value)">@for (o of options; track o.value) { <option [value]="o.value" [selected]="o.value === text()">{{ o.label }}</option> }</select></label>
      } @else if (field().quantity; as q) {
        <div class="value"><span class="caption">is</span><cu-quantity [quantity]="q" [label]="field().label" [unitText]="q === 'money' ? shops.currency() : ''" [value]="figure()" (changed)="figure.set($event)" /></div>
      } @else {
        <label><span class="caption">is</span><input class="field" name="value" [attr.maxlength]="field().max" [value]="text()" (input)="text.set($any($event.target).value)" /></label>
      }
      <button mat-flat-button type="submit" [disabled]="busy()">Set it</button>
      <button type="button" class="link" (click)="csv.emit()">CSV of these</button>
      <button type="button" class="link" [disabled]="busy()" (click)="takeOff()">take off the list</button>
      <button type="button" class="link" (click)="done.emit()">unmark</button>
      @if (problem()) { <span class="field-error" role="alert">{{ problem() }}</span> }
    </form>
  `,
})
export class EditMany {
  private readonly cases = inject(CasesService);
  private readonly snack = inject(MatSnackBar);
  protected readonly shops = inject(ShopService);
  readonly ids = input.required<readonly string[]>();
  readonly csv = output();
  /** Nothing is marked any longer. */
  readonly done = output();

  protected readonly fields = FIELDS;
  protected readonly field = signal(FIELDS[0]);
  protected readonly text = signal('');
  protected readonly figure = signal<number | null>(null);
  protected readonly busy = signal(false);
  protected readonly problem = signal('');
  protected readonly marked = computed(() => casesText(this.ids().length));

  protected choose(id: string): void {
    const field = FIELDS.find((f) => f.id === id)!;
    this.field.set(field);
    this.text.set(field.options?.[0].value ?? '');
    this.figure.set(null);
    this.problem.set('');
  }

  protected async set(event: Event): Promise<void> {
    event.preventDefault();
    const { id, quantity } = this.field();
    if (quantity && this.figure() === null) return this.problem.set('Give the figure first.');
    const set = { [id]: quantity ? this.figure()! : this.text().trim() } as ManyEdit;
    await this.run(async () => {
      const { changed, undo } = await this.cases.editMany({ ids: [...this.ids()], set });
      this.said(changed ? `${casesText(changed)} changed.` : 'It stood so already.', changed ? () => this.undo(undo) : undefined);
    });
  }

  private async undo(edits: readonly Omit<ManyEditRequest, 'who'>[]): Promise<void> {
    let left = 0;
    for (const edit of edits) left += (await this.cases.editMany(edit)).left;
    if (left) this.said(`${casesText(left)} changed by somebody since: left as they are.`);
  }

  protected async takeOff(): Promise<void> {
    const ids = [...this.ids()];
    await this.run(async () => {
      await this.cases.removeList(ids);
      this.done.emit();
      this.said(`${casesText(ids.length)} taken off the list.`, () => this.cases.restoreList(ids));
    });
  }

  private async run(what: () => Promise<void>): Promise<void> {
    this.busy.set(true);
    this.problem.set('');
    try {
      await what();
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    } finally {
      this.busy.set(false);
    }
  }

  private said(text: string, undo?: () => Promise<void>): void {
    const bar = this.snack.open(text, undo ? 'Undo' : 'Close', { duration: UNDO_MS });
    if (undo) bar.onAction().subscribe(() => void undo().catch((e: unknown) => this.problem.set(e instanceof Error ? e.message : String(e))));
  }
}
