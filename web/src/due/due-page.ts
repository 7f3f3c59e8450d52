import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { formatDate } from '@cuadro/core/quantity/date';
import type { DueRow } from '@cuadro/core/wire';
import { DueService } from '../data/due.service';
import { MarginService } from '../data/margin.service';
import { today } from '../shared/today';
import { WorkingMargin } from '../shared/working-margin';

/** Where it is seen to. */
const linkOf = ({ caseId, kind }: DueRow): string =>
  caseId === null ? (kind === 'job' ? '/board' : '/log') : `/case/${caseId}/${kind === 'condition' ? 'verdict' : kind === 'release' ? 'proof' : 'papers'}`;

/** What is to be done by when: conditions of verdicts, inspections, lots, quotes, runs. */
@Component({
  selector: 'cu-due-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, WorkingMargin],
  styleUrl: './due-page.scss',
  template: `
    <div class="page">
      <section class="sheet-side" aria-labelledby="due-title">
        <header class="top"><h1 id="due-title">Due</h1><p class="quiet">What is to be done by when.</p><a href="/api/calendar.ics" download>dates</a></header>
        <div class="scroll" tabindex="0" role="region" aria-label="What is due">
          @if (rows(); as all) {
            @if (all.length) {
              <table class="sheet">
                <thead><tr><th scope="col">By</th><th scope="col">What</th><th scope="col">Of</th><th scope="col">Seen to by</th></tr></thead>
                <tbody>
                  @for (r of all; track r.key) {
                    <tr><td [class.late]="r.late">{{ r.text }}@if (r.late) { , late }</td><td>{{ r.what }}</td><td><a [routerLink]="r.link">{{ r.title }}</a></td><td>{{ r.who }}</td></tr>
                  }
                </tbody>
              </table>
            } @else { <p class="empty">Nothing is due. Conditions with a day, inspections of released tools, lots and quotes stand here by themselves.</p> }
          } @else { <p class="quiet" role="status">Looking …</p> }
        </div>
      </section>
      <cu-margin>
        <p>An inspection is due again the same while after each one that stands in the readings of a tool; a tool that is worn or withdrawn has none. A later paper takes the place of an earlier one of the same case.</p>
        <p>The same dates are a calendar for other programs: “dates” above, or its address in theirs.</p>
      </cu-margin>
    </div>
  `,
})
export class DuePage {
  private readonly due = inject(DueService);
  protected readonly rows = computed(() => this.due.rows()?.map((r) => ({ ...r, text: formatDate(r.day, false), late: r.day < today(), link: linkOf(r) })));

  constructor() {
    inject(MarginService).clear();
    this.due.look(true);
  }
}
