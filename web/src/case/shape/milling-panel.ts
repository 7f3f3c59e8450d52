import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { HoleRow, ShapeRef } from '@cuadro/core/case/types';
import { formatNumber, QUANTITIES } from '@cuadro/core/quantity/quantity';
import { isDeep } from '@cuadro/core/shape/holes';
import { MarginService } from '../../data/margin.service';
import { SettingsService } from '../../data/settings.service';
import { QuantityField } from '../../shared/quantity-field';
import { bounded } from '@cuadro/core/inputs/schema';
import { areaText, boreLines, featureFacts, lengthText, type ShapeFact } from './shape-words';

const DIAMETER = bounded('Diameter', 0.01, 20_000);
const DEPTH = bounded('Depth', 0, 20_000);

/** What the machined way has to do: set-ups, what no cutter reaches, holes, and the cut of a plate. */
@Component({
  selector: 'cu-milling-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [QuantityField],
  styleUrl: './panel.scss',
  template: `
    @if (ref().study) {
      <table class="sheet">
        <caption>For the cutter</caption>
        <tbody>@for (f of facts(); track f.label) { <tr><th scope="row"><button type="button" class="link" (click)="explain(f)">{{ f.label }}</button></th><td [class.warn]="f.warn">{{ f.text }}</td></tr> }</tbody>
      </table>
      @if (kinds().length) {
        <table class="sheet">
          <caption>Holes by kind</caption>
          <thead><tr><th scope="col">How many</th><th scope="col">Kind</th><th scope="col">Size</th><th scope="col">Pattern</th></tr></thead>
          <tbody>@for (k of kinds(); track $index) { <tr><td>{{ k.count }}</td><th scope="row">{{ k.kind }}</th><td>{{ k.text }}</td><td>{{ k.pattern }}</td></tr> }</tbody>
        </table>
      }
      @if (pockets().length) {
        <table class="sheet">
          <caption>Pockets and steps</caption>
          <thead><tr><th scope="col">No.</th><th scope="col">Depth</th><th scope="col">Walls</th><th scope="col">Smallest inside corner</th><th scope="col">Floor</th></tr></thead>
          <tbody>@for (p of pockets(); track $index) { <tr><th scope="row">P{{ $index + 1 }}</th><td>{{ p.depth }}</td><td>{{ p.walls }}</td><td [class.warn]="p.sharp">{{ p.corner }}</td><td>{{ p.floor }}</td></tr> }</tbody>
        </table>
      }
      <h3>Holes one by one</h3>
      <p class="quiet hint">{{ corrected() ? 'As you corrected them.' : 'Round holes as found on the mesh. Correct a row and the table is yours.' }} @if (corrected()) { <button type="button" class="link" (click)="changed.emit(undefined)">back to what was found</button> }</p>
      <table class="sheet holes">
        <caption class="visually-hidden">Holes</caption>
        <thead><tr><th scope="col">No.</th><th scope="col">Diameter, {{ unit() }}</th><th scope="col">Depth</th><th scope="col">Goes</th><th scope="col">Note</th><th scope="col"><span class="visually-hidden">Actions</span></th></tr></thead>
        <tbody>
          @for (h of rows(); track $index; let i = $index) {
            <tr>
              <th scope="row">{{ i + 1 }}</th>
              <td><cu-quantity [value]="h.diameter_mm" quantity="length" unitText="" [schema]="diameter" [label]="'Diameter of hole ' + (i + 1)" (changed)="correct(i, { diameter_mm: $event })" /></td>
              <td><cu-quantity [value]="h.depth_mm" quantity="length" unitText="" [schema]="depth" [label]="'Depth of hole ' + (i + 1)" (changed)="correct(i, { depth_mm: $event })" /></td>
              <td><select class="field" [attr.aria-label]="'Hole ' + (i + 1) + ' goes'" (change)="correct(i, { through: $any($event.target).value === 'through' })"><option value="through" [selected]="h.through">through</option><option value="blind" [selected]="!h.through">blind</option></select></td>
              <td><input class="field note" maxlength="120" [value]="h.note" [attr.aria-label]="'Note on hole ' + (i + 1)" (change)="correct(i, { note: $any($event.target).value })" /></td>
              <td><button type="button" class="link cross-off" (click)="remove(i)" [attr.aria-label]="'Remove hole ' + (i + 1)">×</button></td>
            </tr>
          } @empty { <tr><td colspan="6" class="quiet">No round hole was found.</td></tr> }
        </tbody>
      </table>
      <button type="button" class="link" (click)="add()">add a hole</button>
    } @else { <p class="quiet hint">Not studied yet.</p> }
  `,
})
export class MillingPanel {
  private readonly settings = inject(SettingsService);
  private readonly margin = inject(MarginService);
  readonly ref = input.required<ShapeRef>();
  /** The corrected table; undefined goes back to the one that was found. */
  readonly changed = output<HoleRow[] | undefined>();

  protected readonly unit = computed(() => QUANTITIES.length.show[this.settings.units()]);
  protected readonly diameter = DIAMETER;
  protected readonly depth = DEPTH;
  protected readonly corrected = computed(() => this.ref().holes !== undefined);
  protected readonly rows = computed<HoleRow[]>(
    () =>
      this.ref().holes ??
        this.ref().study!.body.holes.map((h) => ({
          diameter_mm: Number(h.diameter_mm.toFixed(2)),
          depth_mm: Number(h.depth_mm.toFixed(2)),
          through: h.through,
          note: [h.opensInto ? `counterbore of ${h.opensInto}` : '', isDeep(h) ? 'deep for its width' : ''].filter(Boolean).join(', '),
        })),
  );
  protected readonly kinds = computed(() => boreLines(this.ref().study!.body.features, this.settings.units()).slice(0, 24));
  protected readonly pockets = computed(() => {
    const system = this.settings.units();
    return this.ref().study!.body.features.pockets.slice(0, 24).map((p) => ({
      depth: lengthText(p.depth_mm, system),
      walls: p.walled > 0.98 ? 'all round' : `${formatNumber(100 * p.walled, 2)} % of its outline`,
      corner: p.corner_radius_mm === undefined
        ? 'none'
        : p.corner_radius_mm === 0
        ? 'sharp'
        : `${lengthText(p.corner_radius_mm, system)} radius, depth ${formatNumber(p.depth_mm / p.corner_radius_mm, 2)} times that`,
      sharp: p.corner_radius_mm === 0,
      floor: areaText(p.floor_mm2, system),
    }));
  });
  protected readonly facts = computed<ShapeFact[]>(() => {
    const s = this.ref();
    const system = this.settings.units();
    const { reach, features, block } = s.study!.body;
    const share = (x: number): string => (x < 1 ? 'none' : `${areaText(x, system)}, ${formatNumber((100 * x) / s.measure.area_mm2, 2)} % of the surface`);
    const deep = this.rows().filter(isDeep).length;
    return [
      ...featureFacts(features, s.measure.area_mm2, system),
      {
        label: 'Not seen squarely',
        text: share(reach.unreachable_mm2),
        how: 'Surface from which none of the six directions of the file leads out, marked on the drawing by small squares. 12 000 rays spread by area.',
        warn: reach.unreachable_mm2 > 0.005 * s.measure.area_mm2,
      },
      {
        label: 'Not even tilted',
        text: share(reach.hidden_mm2),
        how: 'What none of 26 directions reaches either: it cannot be milled in one piece.',
        warn: reach.hidden_mm2 > 0.005 * s.measure.area_mm2,
      },
      {
        label: 'Deep holes',
        text: deep ? `${deep} deeper than five diameters` : 'none',
        how: 'Drills run off and break there: expect scrap and rare skill, or ream, or let a bushing take their place.',
        warn: deep > 0,
      },
      ...(block
        ? [{
          label: 'As a block',
          text: 'a block with round holes: mill and drill it',
          how: 'At most 30 % of the stock is taken off, and most of that is round holes.',
        }]
        : []),
    ];
  });

  protected correct(i: number, change: Partial<HoleRow>): void {
    this.changed.emit(this.rows().map((h, k) => (k === i ? { ...h, ...change } : h)));
  }

  protected remove(i: number): void {
    this.changed.emit(this.rows().filter((_, k) => k !== i));
  }

  protected add(): void {
    this.changed.emit([...this.rows(), { diameter_mm: 6, depth_mm: 10, through: true, note: '' }]);
  }

  protected explain(f: ShapeFact): void {
    this.margin.show({ kind: 'text', title: f.label, paragraphs: [f.text, f.how!, `Measured on ${this.ref().fileName}.`] });
  }
}
