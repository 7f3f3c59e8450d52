import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { readRecordList } from '@cuadro/core/document/record-list';
import { recordKindOf } from '@cuadro/core/records/kinds';
import { ApiService } from '../data/api.service';
import { SettingsService } from '../data/settings.service';
import { uuid } from '../data/uuid';

const FAULTS_SHOWN = 8;

/** Rows of a kind of record from cells of a spreadsheet: looked over before any is kept. */
@Component({
  selector: 'cu-bring-records',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles:
    `:host { display: block; } .panel { padding: 8px 12px; margin: 8px 0; } textarea { width: 100%; } .buttons { display: flex; gap: 12px; align-items: center; }`,
  template: `
    <section class="panel" aria-label="Rows from a spreadsheet">
      <label><span class="caption">Cells, with a header first: {{ headers() }}</span>
        <textarea class="field" rows="4" spellcheck="false" placeholder="Mark the cells in the spreadsheet, copy them, and paste them here." [value]="text()" (input)="text.set($any($event.target).value)"></textarea>
      </label>
      <p><label>or a CSV file <input type="file" accept=".csv,.tsv,.txt,text/csv,text/plain" (change)="open($any($event.target).files[0])" /></label></p>
      @if (text()) {
        <p role="status">{{ good().length }} of {{ list().rows.length }} rows can be added.@if (list().unknown.length) { Left out: {{ list().unknown.join(', ') }}. }@if (list().left) { {{ list().left }} rows are beyond what one list may hold. }</p>
        @if (bad().length) { <ul class="warn">@for (b of shown(); track b.line) { <li>Line {{ b.line }}: {{ b.faults.join(' ') }}</li> }</ul>@if (bad().length > shown().length) { <p class="quiet">and {{ bad().length - shown().length }} more</p> } }
      }
      @if (problem()) { <p class="field-error" role="alert">{{ problem() }}</p> }
      <p class="buttons">
        @if (sending() !== undefined) { <span role="status">{{ sending() }} of {{ good().length }}</span> <button type="button" class="link" (click)="stopped = true">stop here</button> }
        @else { <button type="button" class="framed" [disabled]="!good().length" (click)="add()">Add {{ good().length || '' }} rows</button> <button type="button" class="link" (click)="closed.emit()">close</button> }
      </p>
    </section>
  `,
})
export class BringRecords {
  private readonly api = inject(ApiService);
  private readonly settings = inject(SettingsService);

  readonly kind = input.required<string>();
  readonly caseId = input<string>();
  readonly added = output<number>();
  readonly closed = output();

  protected readonly text = signal('');
  protected readonly problem = signal('');
  protected readonly sending = signal<number | undefined>(undefined);
  protected stopped = false;
  protected readonly headers = computed(() =>
    recordKindOf(this.kind()).inputs.filter((i) => i.kind !== 'file' && i.kind !== 'table').map((i) => i.label).join(', ')
  );
  protected readonly list = computed(() => readRecordList(recordKindOf(this.kind()), this.text(), this.settings.units()));
  protected readonly good = computed(() => this.list().rows.flatMap((r) => (r.values ? [r.values] : [])));
  protected readonly bad = computed(() => this.list().rows.filter((r) => !r.values));
  protected readonly shown = computed(() => this.bad().slice(0, FAULTS_SHOWN));

  protected async open(file: File | undefined): Promise<void> {
    if (file) this.text.set(await file.text());
  }

  /** One after the other: what is sent again because no answer came is known by its id. */
  protected async add(): Promise<void> {
    const rows = this.good();
    let done = 0;
    this.stopped = false;
    this.problem.set('');
    this.sending.set(0);
    try {
      for (const values of rows) {
        if (this.stopped) break;
        await firstValueFrom(this.api.addRecord(this.kind(), this.caseId(), values, this.settings.who() || 'local user', uuid()));
        this.sending.set(++done);
      }
      this.text.set('');
    } catch (e) {
      this.problem.set(`${done} were added. ${e instanceof Error ? e.message : String(e)}`);
    } finally {
      this.sending.set(undefined);
      this.added.emit(done);
    }
  }
}
