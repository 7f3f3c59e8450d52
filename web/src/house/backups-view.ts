import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { BackupList } from '@cuadro/core/wire';
import { PeopleService } from '../people/people.service';
import { dayAndTime, inWords } from './words';

const KB = 1024;
const size = (bytes: number): string => (bytes < KB * KB ? `${Math.max(1, Math.round(bytes / KB))} kB` : `${(bytes / KB / KB).toFixed(1)} MB`);

/** Back-ups there are, and one taken now. */
@Component({
  selector: 'cu-backups',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  styleUrl: './house.scss',
  template: `
    <div class="row"><button mat-flat-button type="button" [disabled]="busy()" (click)="take()">{{ busy() ? 'Taking it …' : 'Take one now' }}</button>
      @if (done()) { <span role="status">{{ done() }}</span> }</div>
    @if (problem()) { <p class="field-error" role="alert">{{ problem() }}</p> }
    @if (list(); as l) {
      @if (l.rows.length) {
        <table class="sheet">
          <caption class="quiet">In {{ l.folder }}</caption>
          <thead><tr><th scope="col">Taken</th><th scope="col" class="num">Cases</th><th scope="col" class="num">Rows</th><th scope="col" class="num">Files</th><th scope="col" class="num">Size without files</th><th scope="col">Folder</th></tr></thead>
          <tbody>@for (b of l.rows; track b.name) { <tr><th scope="row">{{ when(b.at) }}</th><td class="num">{{ b.cases }}</td><td class="num">{{ b.rows }}</td><td class="num">{{ b.files }}</td><td class="num">{{ size(b.size_bytes) }}</td><td><code>{{ b.name }}</code></td></tr> }</tbody>
        </table>
      } @else { <p>None yet. The first is taken when the service has run for an hour, or now.</p> }
    }
  `,
})
export class BackupsView {
  private readonly service = inject(PeopleService);
  protected readonly list = signal<BackupList | undefined>(undefined);
  protected readonly problem = signal('');
  protected readonly done = signal('');
  protected readonly busy = signal(false);
  protected readonly when = dayAndTime;
  protected readonly size = size;

  constructor() {
    void this.load();
  }

  private load = (): Promise<void> => this.service.backups().then((l) => this.list.set(l), (e: unknown) => this.problem.set(inWords(e)));

  protected async take(): Promise<void> {
    this.busy.set(true);
    this.problem.set('');
    this.done.set('');
    try {
      const row = await this.service.takeBackup();
      this.done.set(`Taken and checked: ${row.rows} rows and ${row.files} files.`);
      await this.load();
    } catch (e) {
      this.problem.set(inWords(e));
    } finally {
      this.busy.set(false);
    }
  }
}
