import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { guessColumns, LIST_FIELDS, type ListField, type ListRow, readCandidates, readTable } from '@cuadro/core/document/candidate-list';
import { FAMILIES } from '@cuadro/core/need/families';
import { CasesService } from '../data/cases.service';
import { SettingsService } from '../data/settings.service';
import { today } from '../shared/today';

/** Rows read before the page is let go on. */
const STRIDE = 60;
const SHOWN = 12;
const FAULTS_SHOWN = 60;

/** Candidates from a spreadsheet: pasted, or a file; columns named, rows looked over, and taken back again where it went wrong. */
@Component({
  selector: 'cu-bring-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatProgressBarModule],
  templateUrl: './bring-list.html',
  styleUrl: './bring-list.scss',
})
export class BringList {
  private readonly cases = inject(CasesService);
  private readonly settings = inject(SettingsService);
  readonly closed = output();

  protected readonly fields = LIST_FIELDS;
  protected readonly families = FAMILIES;
  protected readonly text = signal('');
  protected readonly table = computed(() => readTable(this.text()));
  protected readonly columns = signal<(ListField | undefined)[]>([]);
  protected readonly family = signal(FAMILIES[0].id);
  protected readonly inch = signal(this.settings.units() === 'inch');
  protected readonly doubles = signal(false);
  /** As far as they have been read. */
  protected readonly rows = signal<readonly ListRow[]>([]);
  protected readonly reading = signal(false);
  protected readonly sending = signal<{ done: number; of: number } | undefined>(undefined);
  protected readonly made = signal<readonly string[]>([]);
  protected readonly fault = signal('');
  private run = 0;
  private stopped = false;

  protected readonly good = computed(() => this.rows().filter((r) => r.doc && (this.doubles() || !r.double)));
  protected readonly bad = computed(() => this.rows().filter((r) => r.faults.length));
  protected readonly twice = computed(() => this.rows().filter((r) => r.doc && r.double));
  protected readonly preview = computed(() => this.table().rows.slice(0, SHOWN));
  protected readonly faults = computed(() =>
    this.bad().slice(0, FAULTS_SHOWN).map((r) => `Line ${r.line}${r.title ? `, ${r.title}` : ''}: ${r.faults.join(' ')}`)
  );
  protected readonly hidden = computed(() => this.bad().length - this.faults().length);

  protected async open(event: Event): Promise<void> {
    const file = (event.target as HTMLInputElement).files?.[0];
    if (!file) return;
    if (file.size > 20_000_000 || /\.(xlsx?|ods|numbers)$/i.test(file.name)) {
      this.fault.set(
        file.size > 20_000_000
          ? 'A list of more than 20 MB is none that is walked through.'
          : 'Save it as CSV first, or mark the cells in the spreadsheet and paste them here.',
      );
      return;
    }
    this.take(await file.text());
  }

  /** Another text: its columns are guessed anew. */
  protected take(text: string): void {
    this.fault.set('');
    this.text.set(text);
    this.columns.set(guessColumns(this.table().header));
    void this.read();
  }

  protected say(column: number, field: string): void {
    this.columns.update((all) => all.map((f, i) => (i === column ? ((field || undefined) as ListField | undefined) : f === field ? undefined : f)));
    void this.read();
  }

  protected usual(change: { family?: string; inch?: boolean }): void {
    if (change.family) this.family.set(change.family);
    if (change.inch !== undefined) this.inch.set(change.inch);
    void this.read();
  }

  /** In strides, so that typing goes on; a later reading takes over. */
  private async read(): Promise<void> {
    const run = ++this.run;
    const out: ListRow[] = [];
    const there = this.cases.candidates().map(({ row }) => ({ title: row.title, place: row.place, family: row.family }));
    this.reading.set(true);
    const usual = { family: this.family(), system: this.inch() ? 'inch' : 'metric', start: today() } as const;
    for (const row of readCandidates(this.table(), this.columns(), usual, there)) {
      out.push(row);
      if (out.length % STRIDE === 0) {
        this.rows.set([...out]);
        await new Promise((go) => setTimeout(go));
        if (run !== this.run) return;
      }
    }
    this.rows.set(out);
    this.reading.set(false);
  }

  protected async add(): Promise<void> {
    const docs = this.good().map((r) => r.doc!);
    this.stopped = false;
    this.fault.set('');
    this.sending.set({ done: 0, of: docs.length });
    const { ids, fault } = await this.cases.addList(docs, (done) => this.sending.set({ done, of: docs.length }), () => this.stopped);
    this.sending.set(undefined);
    this.made.set(ids);
    if (fault) this.fault.set(`${fault} ${ids.length} of ${docs.length} are there.`);
    else this.take('');
  }

  protected stop(): void {
    this.stopped = true;
  }

  protected async takeBack(): Promise<void> {
    try {
      await this.cases.removeList(this.made());
      this.made.set([]);
    } catch (e) {
      this.fault.set(e instanceof Error ? e.message : String(e));
    }
  }
}
