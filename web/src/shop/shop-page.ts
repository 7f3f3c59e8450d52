import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { shopSchema } from '@cuadro/core/document/shop-schema';
import { unitText } from '@cuadro/core/quantity/quantity';
import { PROCESSES } from '@cuadro/core/process/processes';
import { type Calendar, SHOP_FIGURES, type Shop, type ShopFigure, SUPPLIER_CALENDAR } from '@cuadro/core/shelf/shop';
import type { Range } from '@cuadro/core/worksheet/types';
import { MarginService } from '../data/margin.service';
import { ShopService } from '../data/shop.service';
import { RecordsView } from '../records/records-view';
import { InputField } from '../shared/inputs/input-field';
import { WorkingMargin } from '../shared/working-margin';

/** A share above this is a number of pieces. */
const MOST_OF_A_SHARE = 3;
const DAYS = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'];
const clock = (min: number): string => `${String(Math.floor(min / 60)).padStart(2, '0')}:${String(min % 60).padStart(2, '0')}`;

/** One set of working hours, and the words it is asked for in. */
interface CalendarRow {
  id: 'calendar' | 'supplier';
  label: string;
  from: string;
  alone: string;
  closed: string;
  calendar: Calendar;
}

/** Rates, queues, terms and working hours of the site. Built-in values stay beside the site's own. */
@Component({
  selector: 'cu-shop-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [InputField, MatButtonModule, MatCheckboxModule, RecordsView, WorkingMargin],
  templateUrl: './shop-page.html',
  styleUrl: './shop-page.scss',
})
export class ShopPage {
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly service = inject(ShopService);
  private readonly margin = inject(MarginService);

  protected readonly tabs = [{ id: 'figures', label: 'Rates and hours' }, { id: 'machines', label: 'Machines' }] as const;
  protected readonly tab = signal<'figures' | 'machines'>('figures');
  /** The shop as edited and not yet saved. */
  private readonly edited = signal<Shop | undefined>(undefined);
  protected readonly shop = computed(() => this.edited() ?? this.service.shop());
  /** Something was typed, good or not: it can be discarded. */
  protected readonly touched = signal(false);
  protected readonly changed = computed(() => this.edited() !== undefined || this.touched());
  protected readonly problem = signal('');
  protected readonly badField = signal('');
  protected readonly done = signal('');
  protected readonly round = signal(0);
  protected readonly dayNames = DAYS;
  protected readonly weekOrder = [1, 2, 3, 4, 5, 6, 0];
  protected readonly clock = clock;
  protected readonly houseProcesses = PROCESSES.filter((p) => p.where === 'house');
  protected readonly groups = [...new Set(SHOP_FIGURES.map((f) => f.group))].map((name) => ({
    name,
    figures: SHOP_FIGURES.filter((f) => f.group === name),
  }));

  constructor() {
    this.margin.clear();
    this.service.load().catch((e: unknown) => this.problem.set(e instanceof Error ? e.message : String(e)));
  }

  protected unit(f: ShopFigure): string {
    return f.unit === '' ? (f.max > MOST_OF_A_SHARE ? 'pieces' : 'share') : unitText(f.unit, this.shop().currency);
  }

  protected own(f: ShopFigure): boolean {
    return f.id in this.shop().figures;
  }

  /** The site's own range, without its note. */
  protected rangeOf(f: ShopFigure): Range {
    const { low, likely, high } = this.shop().figures[f.id];
    return { low, likely, high };
  }

  protected set(f: ShopFigure, range: Range): void {
    this.edit({ figures: { ...this.shop().figures, [f.id]: { ...range, note: this.shop().figures[f.id]?.note ?? '' } } });
  }

  protected note(f: ShopFigure, note: string): void {
    const now = this.shop().figures[f.id] ?? { ...f.usual, note: '' };
    this.edit({ figures: { ...this.shop().figures, [f.id]: { ...now, note } } });
  }

  protected builtIn(f: ShopFigure): void {
    const figures = { ...this.shop().figures };
    delete figures[f.id];
    this.edit({ figures });
  }

  protected currency(text: string): void {
    this.edit({ currency: text.trim().toUpperCase() });
  }

  /** Whose working hours: the shop's own, and those of whoever works for it. */
  protected readonly calendars = computed((): CalendarRow[] => [
    {
      id: 'calendar',
      label: 'The shop',
      from: 'Shift from',
      alone: 'Prints run on through nights and weekends',
      closed: 'Days on which nobody works',
      calendar: this.shop().calendar,
    },
    {
      id: 'supplier',
      label: 'Suppliers and carriers',
      from: 'Suppliers from',
      alone: 'Their machines run on through nights and weekends',
      closed: 'Days on which suppliers are shut',
      calendar: this.shop().supplier ?? SUPPLIER_CALENDAR,
    },
  ]);

  protected hours({ id, calendar }: CalendarRow, change: Partial<Calendar>): void {
    this.edit({ [id]: { ...calendar, ...change } });
  }

  protected time(row: CalendarRow, which: 'shiftStart_min' | 'shiftEnd_min', text: string): void {
    const [h, m] = text.split(':').map(Number);
    if (Number.isFinite(h) && Number.isFinite(m)) this.hours(row, { [which]: h * 60 + m });
  }

  protected workday(row: CalendarRow, day: number, on: boolean): void {
    const { workdays } = row.calendar;
    this.hours(row, { workdays: on ? [...workdays, day].sort() : workdays.filter((d) => d !== day) });
  }

  protected machine(id: string, there: boolean): void {
    const absent = (this.shop().absent ?? []).filter((x) => x !== id);
    this.edit({ absent: there ? absent : [...absent, id] });
  }

  protected holidays(row: CalendarRow, text: string): void {
    this.hours(row, { holidays: text.split(/[\s,;]+/).filter(Boolean).sort() });
  }

  protected reset(): void {
    this.edited.set(undefined);
    this.problem.set('');
    this.badField.set('');
    // Fields drawn anew: text that was refused goes too.
    this.touched.set(false);
    this.round.update((r) => r + 1);
  }

  protected async save(): Promise<void> {
    const shop = this.shop();
    if (!this.check(shop)) return;
    const marked = this.host.nativeElement.querySelector<HTMLElement>('[aria-invalid="true"]');
    if (marked) {
      marked.focus();
      return this.problem.set('Put right what is marked below first.');
    }
    try {
      await this.service.save(shop);
      this.edited.set(undefined);
      this.touched.set(false);
      this.done.set('Saved. All cases are computed with these figures now; signed ones keep theirs.');
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }

  private edit(change: Partial<Shop>): void {
    this.done.set('');
    const next = { ...this.shop(), ...change };
    this.edited.set(next);
    this.check(next);
  }

  private check(shop: Shop): boolean {
    try {
      shopSchema.validateSync(shop, { strict: true });
      this.problem.set('');
      this.badField.set('');
      return true;
    } catch (e) {
      this.problem.set((e as Error).message);
      this.badField.set(/figures\.(\w+)/.exec((e as { path?: string }).path ?? '')?.[1] ?? '');
      return false;
    }
  }
}
