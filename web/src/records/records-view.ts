import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal, untracked } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatSnackBar, MatSnackBarModule } from '@angular/material/snack-bar';
import { firstValueFrom } from 'rxjs';
import { formatDate } from '@cuadro/core/quantity/date';
import type { FileValue, InputSpec, InputValue, Values } from '@cuadro/core/inputs/spec';
import { inputText } from '@cuadro/core/inputs/text';
import { recordKindOf } from '@cuadro/core/records/kinds';
import { recordFaults, type RecordRow } from '@cuadro/core/records/kind';
import { type Clash, type FieldChange, settled } from '@cuadro/core/document/changes';
import { RECORD_CHANGES } from '@cuadro/core/document/record-fields';
import { ApiService, RequestFault } from '../data/api.service';
import { SettingsService } from '../data/settings.service';
import { ShopService } from '../data/shop.service';
import { InputForm } from '../shared/inputs/input-form';
import { BringRecords } from './bring-records';

/** Rows shown at once. */
const PAGE = 50;
/** Rows that a sentence about all of them looks at. */
const MOST = 500;

interface Draft {
  /** Undefined for a new one. */
  row?: RecordRow;
  values: Values;
}

/** List and form of any kind of record, of a case or of the site, with CSV out. */
@Component({
  selector: 'cu-records',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BringRecords, InputForm, MatButtonModule, MatSnackBarModule],
  templateUrl: './records-view.html',
  styleUrl: './records-view.scss',
})
export class RecordsView {
  private readonly api = inject(ApiService);
  private readonly settings = inject(SettingsService);
  private readonly shops = inject(ShopService);
  private readonly snack = inject(MatSnackBar);

  readonly kind = input.required<string>();
  readonly caseId = input<string>();
  /** Says what may be done with a row, where something may: "Put over A". */
  readonly actions = input<readonly { id: string; label: string }[]>([]);
  /** Rows for which no action is offered. */
  readonly mute = input<(values: Values) => boolean>(() => false);
  readonly acted = output<{ action: string; row: RecordRow }>();
  /** What a new one begins with, where the page knows it. */
  readonly usual = input<Values>({});
  /** Something was added, changed or taken off. */
  readonly stored = output();

  protected readonly spec = computed(() => recordKindOf(this.kind()));
  protected readonly rows = signal<readonly RecordRow[]>([]);
  protected readonly total = signal(0);
  protected readonly page = signal(0);
  protected readonly loaded = signal(false);
  protected readonly problem = signal('');
  protected readonly draft = signal<Draft | undefined>(undefined);
  protected readonly busy = signal(false);
  /** Rows are being brought in from a spreadsheet. */
  protected readonly bringing = signal(false);
  /** Every question that has to be answered fits into a cell. */
  protected readonly listable = computed(() => this.spec().inputs.every((i) => i.optional || !['file', 'table', 'points', 'place'].includes(i.kind)));
  protected readonly pages = computed(() => Math.ceil(this.total() / PAGE));
  protected readonly csv = computed(() => `/api/records/${this.kind()}/csv${this.caseId() ? `?case=${this.caseId()}` : ''}`);
  private readonly today = new Date().toISOString().slice(0, 10);

  constructor() {
    effect(() => {
      this.kind();
      this.caseId();
      untracked(() => {
        this.page.set(0);
        this.draft.set(undefined);
        this.bringing.set(false);
        void this.load();
      });
    });
  }

  /** Rows that the sentence about all of them is made of: more than are shown at once. */
  private readonly all = signal<readonly RecordRow[]>([]);
  protected readonly together = computed(() =>
    this.spec().together?.(this.total() > this.rows().length ? this.all() : this.rows(), this.today, (x) => this.settings.money(x, this.shops.currency()))
  );

  protected title = (r: RecordRow): string => this.spec().title(r.values);
  protected notice = (r: RecordRow): string | undefined => this.spec().notice?.(r.values, this.today);
  protected when = (r: RecordRow): string => formatDate(r.at.slice(0, 16), false);
  /** What was answered, but for what the heading and the pictures say already. */
  protected said = (r: RecordRow): { label: string; text: string }[] =>
    this.spec().inputs.filter((i) => i.kind !== 'file' && r.values[i.id] !== undefined && !this.title(r).includes(String(r.values[i.id]))).map((i) => ({
      label: i.label,
      text: this.text(i, r.values),
    }));
  protected files = (r: RecordRow): { file: FileValue; picture: boolean; link: string }[] =>
    this.spec().inputs.filter((i) => i.kind === 'file' && r.values[i.id]).map((i) => {
      const file = r.values[i.id] as FileValue;
      return { file, picture: /\.(png|jpe?g|webp)$/i.test(file.name), link: `/api/files/${file.hash}?name=${encodeURIComponent(file.name)}` };
    });

  private text(spec: InputSpec, values: Values): string {
    const [units, currency] = [this.settings.units(), this.shops.currency()];
    if (spec.kind === 'table')
      return (values[spec.id] as Values[]).map((row) =>
        spec.columns.filter((c) => row[c.id] !== undefined).map((c) => `${c.label.toLowerCase()} ${inputText(c, row[c.id], units, currency)}`).join(', ')
      ).join('; ');
    return inputText(spec, values[spec.id], units, currency);
  }

  /** A new one, with what is known already. */
  add(known: Values = {}): void {
    this.problem.set('');
    this.draft.set({
      values: {
        ...Object.fromEntries(
          this.spec().inputs.flatMap((i): [string, InputValue][] => (i.kind === 'date' && !i.optional
            ? [[i.id, this.today]]
            : i.kind === 'choice' && i.usual
            ? [[i.id, i.usual]]
            : i.kind === 'table'
            ? [[i.id, []]]
            : [])
          ),
        ),
        ...this.usual(),
        ...known,
      },
    });
  }

  edit(row: RecordRow): void {
    this.problem.set('');
    this.draft.set({ row, values: row.values });
  }

  protected put(values: Values): void {
    this.draft.update((d) => d && { ...d, values });
  }

  protected async save(event: Event): Promise<void> {
    event.preventDefault();
    const draft = this.draft();
    if (!draft) return;
    // What is usual and was not answered is stored as it stood: the record does not change with the built-in figures.
    const values: Values = Object.fromEntries(
      this.spec().inputs.flatMap((i) => {
        const v = draft.values[i.id] ?? ('usual' in i && i.usual !== undefined && i.kind === 'number' ? i.usual.likely : undefined);
        return v === undefined ? [] : [[i.id, v]];
      }),
    );
    const [fault] = recordFaults(this.spec(), values);
    if (fault) return this.problem.set(fault.message);
    this.busy.set(true);
    this.problem.set('');
    try {
      const who = this.settings.who() || 'local user';
      if (draft.row) {
        const changes = RECORD_CHANGES.between(draft.row.values, values);
        if (changes.length) await firstValueFrom(this.api.patchRecord(this.kind(), draft.row.id, { changes, who }));
      } else await firstValueFrom(this.api.addRecord(this.kind(), this.caseId(), values, who));
      this.draft.set(undefined);
      await this.changed();
    } catch (e) {
      if (e instanceof RequestFault && e.clashes?.length && draft.row)
        this.clash(e.current as RecordRow, RECORD_CHANGES.between(draft.row.values, values), e.clashes);
      else this.problem.set(e instanceof Error ? e.message : String(e));
    } finally {
      this.busy.set(false);
    }
  }

  /** Somebody else answered the same questions: theirs are named, all else is merged, and saving again puts what stands in the form over them. */
  private clash(theirs: RecordRow, changes: FieldChange[], clashes: readonly Clash[]): void {
    const values = RECORD_CHANGES.apply(theirs.values, settled(changes, clashes, () => true)).doc;
    this.draft.set({ row: theirs, values });
    const said = this.spec().inputs.filter((i) => clashes.some((c) => c.path[0] === i.id)).map((i) =>
      `${i.label}: ${theirs.values[i.id] === undefined ? 'nothing' : this.text(i, theirs.values)}`
    );
    this.problem.set(
      `${theirs.who} changed the same meanwhile, to ${said.join('; ')}. Type that where it is to stay; saving again puts what stands here over it.`,
    );
  }

  protected async remove(row: RecordRow): Promise<void> {
    try {
      await firstValueFrom(this.api.removeRecord(this.kind(), row.id));
      await this.changed();
      this.snack.open(`"${this.title(row)}" was taken off.`, 'Bring it back', { duration: 12_000 }).onAction().subscribe(() =>
        void firstValueFrom(this.api.restoreRecord(this.kind(), row.id)).then(() => this.changed())
      );
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }

  protected turn(by: number): void {
    this.page.update((p) => p + by);
    void this.load();
  }

  protected async changed(): Promise<void> {
    await this.load();
    this.stored.emit();
    // What the records say may have moved estimates.
    if (this.spec().summarise) await this.shops.follow();
  }

  async load(): Promise<void> {
    try {
      const { rows, total } = await firstValueFrom(this.api.records(this.kind(), this.caseId(), this.page(), PAGE));
      this.rows.set(rows);
      this.total.set(total);
      this.loaded.set(true);
      if (this.spec().together && total > rows.length) this.all.set((await firstValueFrom(this.api.records(this.kind(), this.caseId(), 0, MOST))).rows);
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }
}
