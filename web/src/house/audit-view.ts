import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { AuditRow } from '@cuadro/core/wire';
import { PeopleService } from '../people/people.service';
import { dayAndTime, inWords } from './words';

const SIZE = 100;

/** The audit trail, newest first, and as CSV. */
@Component({
  selector: 'cu-audit',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  styleUrl: './house.scss',
  template: `
    <div class="row"><a mat-button href="/api/audit/csv" download="audit.csv">CSV</a>
      <button mat-button type="button" [disabled]="page() === 0" (click)="show(page() - 1)">Newer</button>
      <button mat-button type="button" [disabled]="page() >= last()" (click)="show(page() + 1)">Older</button>
      <span class="quiet">{{ total() }} in all</span></div>
    @if (problem()) { <p class="field-error" role="alert">{{ problem() }}</p> }
    <table class="sheet">
      <thead><tr><th scope="col">When</th><th scope="col">Who</th><th scope="col">What</th><th scope="col">On</th><th scope="col">From</th><th scope="col" class="num">Times</th></tr></thead>
      <tbody>@for (r of rows(); track $index) { <tr><td>{{ when(r.at) }}</td><th scope="row">{{ r.who }}</th><td>{{ r.what }}</td><td><code>{{ r.target }}</code></td><td>{{ r.from }}</td><td class="num">{{ r.times }}</td></tr> }</tbody>
    </table>
  `,
})
export class AuditView {
  private readonly service = inject(PeopleService);
  protected readonly rows = signal<readonly AuditRow[]>([]);
  protected readonly total = signal(0);
  protected readonly page = signal(0);
  protected readonly last = computed(() => Math.max(0, Math.ceil(this.total() / SIZE) - 1));
  protected readonly problem = signal('');
  protected readonly when = dayAndTime;

  constructor() {
    void this.show(0);
  }

  protected async show(page: number): Promise<void> {
    try {
      const { rows, total } = await this.service.audit(page, SIZE);
      this.rows.set(rows);
      this.total.set(total);
      this.page.set(page);
    } catch (e) {
      this.problem.set(inWords(e));
    }
  }
}
