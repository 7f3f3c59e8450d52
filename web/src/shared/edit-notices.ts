import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { formatDate } from '@cuadro/core/quantity/date';
import type { Edited } from '../data/edited';

/** What stands between an edit and its being stored: a clash to settle, a fault; and what an undo left alone. */
@Component({
  selector: 'cu-edit-notices',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  template: `
    @if (edited().theirs(); as theirs) {
      <div class="notice clashes" role="alert"><form (submit)="settle($event)">
        <p>{{ by() }} saved revision {{ theirs.revision }} of {{ what() }}{{ at() }} while you were changing it here. Both changed the fields below; everything else is merged. Choose for each.</p>
        <table>
          <thead><tr><th scope="col">Field</th><th scope="col">Yours</th><th scope="col">Saved by {{ by() }}</th></tr></thead>
          <tbody>
            @for (c of edited().clashes(); track c.path.join('.')) {
              <tr>
                <th scope="row">{{ c.label }}</th>
                <td><label><input type="radio" [name]="c.path.join('.')" value="mine" required /> {{ c.mineText || 'nothing' }}</label></td>
                <td><label><input type="radio" [name]="c.path.join('.')" value="theirs" /> {{ c.theirsText || 'nothing' }}</label></td>
              </tr>
            }
          </tbody>
        </table>
        <button mat-stroked-button type="submit">Go on with these</button>
      </form></div>
    } @else if (edited().fault()) {
      <p class="notice" role="alert">{{ edited().fault() }}</p>
    } @else if (edited().untouched().length) {
      <p class="notice" role="status">Left as it is, because it was changed since: {{ edited().untouched().join(', ') }}.</p>
    } @else if (edited().otherTabs().size) {
      <p class="quiet tabs" role="status">{{ name() }} is also open in another tab; changes there show here.</p>
    }
  `,
  styles: `
    .notice { margin: 6px 0 0; }
    .tabs { margin: 4px 0 0; font-size: 12.5px; }
    .clashes table { border-collapse: collapse; margin: 6px 0 10px; }
    .clashes th, .clashes td { text-align: left; padding: 3px 18px 3px 0; vertical-align: top; font-weight: 400; }
    .clashes thead th { font-size: 12px; color: var(--ink-quiet, inherit); }
    .clashes tbody th { font-weight: 600; }
  `,
})
export class EditNotices {
  readonly edited = input.required<Edited<object, { revision: number; updatedAt?: string; updatedBy?: string }>>();
  /** "this case", "the shop". */
  readonly what = input.required<string>();
  protected readonly name = computed(() => this.what()[0].toUpperCase() + this.what().slice(1));
  protected readonly by = computed(() => this.edited().theirs()?.updatedBy ?? 'somebody else');
  protected readonly at = computed(() => {
    const at = this.edited().theirs()?.updatedAt;
    return at ? ` on ${formatDate(at.slice(0, 16))} (UTC)` : '';
  });

  /** Each field as it was chosen. */
  protected settle(event: Event): void {
    event.preventDefault();
    const chosen = new FormData(event.target as HTMLFormElement);
    this.edited().settle((field) => (chosen.get(field) === 'mine' ? 'mine' : 'theirs'));
  }
}
