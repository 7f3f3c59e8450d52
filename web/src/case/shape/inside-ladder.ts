import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import { formatMoney } from '@cuadro/core/case/words';
import { FIRST_LOOK } from '@cuadro/core/mechanics';
import { enough, insideAsk, type InsideKind, type InsideStep, isInstead, type RowAnswer, rowAnswers, withInside } from '@cuadro/core/decide/inside-enough';
import { formatNumber, formatQuantity } from '@cuadro/core/quantity/quantity';
import type { RouteOption } from '@cuadro/core/decide/options';
import { countedWords } from '@cuadro/core/screen/row-verdicts';
import { CaseStore } from '../../data/case-store';
import { ComputeService } from '../../data/compute.service';
import { SettingsService } from '../../data/settings.service';
import { ShapeService } from '../../data/shape.service';
import { ShopService } from '../../data/shop.service';
import { StateGlyph } from '../../shared/state-glyph';

/** How a row is told to be borne. */
const BY: Record<RowAnswer['by'], string> = {
  plastic: 'the plastic alone holds it',
  sheets: 'sheets under level faces do most',
  rings: 'rings along outlines and holes do most',
  panels: 'sheets under what stands there do most',
  nothing: 'no fibre helps: another shape, direction or hold does',
  sleeve: 'a steel sleeve bears it, not the tool',
  unknown: 'not known: say where it acts',
};

/** A way with more and less inside, under its load table: how much is enough. */
@Component({
  selector: 'cu-inside-ladder',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [StateGlyph],
  styleUrl: './panel.scss',
  template: `
    <button type="button" class="framed" [disabled]="!!shapes.stage()" (click)="tried.emit(solve)">How much {{ kind() }} is enough for {{ letter() }}?</button>
    @if (steps().length) {
      <table class="sheet ways choices">
        <caption>{{ kind() === 'fill' ? 'Fill' : 'Fibre' }} of {{ letter() }}</caption>
        <thead><tr>@for (h of heads; track h) { <th scope="col" class="num">{{ h }}</th> }</tr></thead>
        @for (s of steps(); track s.label) {
          <tbody [class.on]="s === best()">
            <tr><th scope="rowgroup" colspan="5">{{ s.label }} <button type="button" class="link" [attr.aria-label]="'Take ' + s.label + (kind() === 'fill' ? ' of fill' : '')" (click)="take(s)">take</button></th></tr>
            <tr><td class="num"><cu-state [state]="s.state" [word]="false" />&ngsp;{{ percent(s.use) }}</td><td class="num">{{ length(s.give_mm) }}</td><td class="num">{{ mass(s.mass_kg) }}</td><td class="num">{{ hours(s.build_h) }}</td><td class="num">{{ money(s.price_each) }}</td></tr>
          </tbody>
        }
      </table>
      <p class="quiet hint">{{ bestWords() }}{{ bareWords() }}</p>
      @if (answers().length) {
        <table class="sheet ways">
          <caption>What bears each load{{ best() ? '' : ', with the most that was tried' }}</caption>
          <thead><tr><th scope="col">Row</th><th scope="col">Without</th><th scope="col">With</th><th scope="col">Borne by</th></tr></thead>
          <tbody>@for (a of answers(); track a.id; let i = $index) {
            <tr><th scope="row">L{{ i + 1 }} {{ a.name }}</th><td class="num">{{ percent(a.without) }}</td><td class="num"><cu-state [state]="a.state" [word]="false" />&ngsp;{{ percent(a.with) }}</td><td>{{ by[a.by] }}</td></tr> }</tbody>
        </table>
        <p class="quiet hint">{{ openWords() }}</p>
      }
    }
  `,
  styles:
    `:host { display: block; margin: 4px 0; } .ways { table-layout: auto; width: 100%; } .ways td, .ways th { padding: 2px 3px; } .ways th[scope='row'], .ways th[scope='rowgroup'] { white-space: normal; } .ways th[scope='rowgroup'] button { float: right; } .ways .num { font-size: 12.5px; }`,
})
export class InsideLadder {
  private readonly cases = inject(CaseStore);
  private readonly settings = inject(SettingsService);
  private readonly compute = inject(ComputeService);
  private readonly shops = inject(ShopService);
  protected readonly shapes = inject(ShapeService);
  readonly kind = input.required<InsideKind>();
  readonly letter = input.required<string>();
  readonly option = input.required<RouteOption>();
  /** Work to be done, by whoever says what went wrong. */
  readonly tried = output<() => Promise<void>>();

  protected readonly by = BY;
  protected readonly heads = ['Use', 'Gives', 'Weight', 'Build', 'One tool'];
  /** What the steps answer; a finer solution of the same leaves them. */
  private readonly asked = computed(() =>
    JSON.stringify([this.cases.doc()!.loads, this.cases.doc()!.holds, this.letter(), this.option().process, this.option().material])
  );
  protected readonly steps = linkedSignal<unknown, readonly InsideStep[]>({
    source: this.asked,
    computation: () => [],
  });
  protected readonly best = computed(() => enough(this.steps()));
  protected readonly answers = computed(() => rowAnswers(this.steps(), this.best() ?? this.steps().at(-1)!));
  protected readonly bestWords = computed(() => {
    const best = this.best();
    if (this.kind() === 'fill')
      return best
        ? `${best.label} is enough for every row: what is denser costs weight and hours for nothing.`
        : 'No fill is enough for every row: thicken what is loaded most, turn the layers, or take another material.';
    return best
      ? `Enough for every row, and the cheapest of them: ${best.label}.`
      : 'No fibre that was tried is enough for every row: deepen what is loaded most, turn the layers, or take another material.';
  });
  /** The table above counts the usual remedies in; what is tried here goes without, unless somebody took them. */
  protected readonly bareWords = computed(() => {
    const { decided, remedies } = this.option();
    const counted = decided ? '' : countedWords(remedies.filter((r) => isInstead(r.id)));
    return counted && ` Here without what ${this.letter()} is${counted.slice(1)}.`;
  });
  protected readonly openWords = computed(() => {
    const open = this.answers().filter((a) => a.state !== 'pass');
    return open.length
      ? `Left open: ${open.map((a) => `“${a.name}”`).join(', ')}.`
      : 'Every row is answered. Which layers the fibre is in stands with each row, above.';
  });

  protected percent = (x: number | undefined): string => (x === undefined ? '–' : `${formatNumber(100 * x, 2)}\u00a0%`);
  protected length = (x: number): string => formatQuantity(Number(x.toPrecision(2)), 'length', this.settings.units());
  protected mass = (x: number): string => formatQuantity(Number(x.toPrecision(2)), 'mass', this.settings.units());
  /** Hours on a printer of the house; what a bureau prints takes none. */
  protected hours = (x: number): string => (x > 0 ? `${formatNumber(x, 2)}\u00a0h` : '–');
  protected money = (x: number): string => formatMoney(x, this.shops.currency());

  /** Other insides of the way, solved and priced. */
  protected readonly solve = async (): Promise<void> => {
    const { process, material } = this.option();
    const doc = this.cases.doc()!, site = this.shops.site(), kind = this.kind();
    const found = await this.shapes.solveLoads(insideAsk(doc, site, { process, material }, kind)!, FIRST_LOOK);
    this.steps.set(await this.compute.insideSteps(doc, site, { process, material }, kind, found));
  };

  protected take(step: InsideStep): void {
    const { process, material } = this.option();
    this.cases.edit((doc) => withInside(doc, { process, material }, step));
  }
}
