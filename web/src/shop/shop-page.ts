import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { clock, WEEKDAYS } from '@cuadro/core/quantity/date';
import { unitText } from '@cuadro/core/quantity/quantity';
import { PROCESSES } from '@cuadro/core/process/processes';
import { type Calendar, SHOP_FIGURES, type Shop, type ShopFigure, SUPPLIER_CALENDAR } from '@cuadro/core/shelf/shop';
import type { Range } from '@cuadro/core/worksheet/types';
import { NOT_STORED, SAVE_WORDS } from '../data/edited';
import { MarginService } from '../data/margin.service';
import { ShopService } from '../data/shop.service';
import { RecordsView } from '../records/records-view';
import { EditNotices } from '../shared/edit-notices';
import { InputField } from '../shared/inputs/input-field';
import { UndoButtons } from '../shared/undo-buttons';
import { WorkingMargin } from '../shared/working-margin';

/** A share above this is a number of pieces. */
const MOST_OF_A_SHARE = 3;

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
  imports: [EditNotices, InputField, MatCheckboxModule, RecordsView, UndoButtons, WorkingMargin],
  templateUrl: './shop-page.html',
  styleUrl: './shop-page.scss',
})
export class ShopPage {
  protected readonly service = inject(ShopService);
  private readonly margin = inject(MarginService);

  protected readonly tabs = [{ id: 'figures', label: 'Rates and hours' }, { id: 'machines', label: 'Machines' }] as const;
  protected readonly tab = signal<'figures' | 'machines'>('figures');
  protected readonly shop = this.service.shop;
  protected readonly saveWord = computed(() => SAVE_WORDS[this.service.saveState()]);
  protected readonly notStored = computed(() => NOT_STORED.has(this.service.saveState()));
  protected readonly problem = signal('');
  protected readonly badField = signal('');
  protected readonly dayNames = WEEKDAYS;
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

  /** A change that cannot be is named and not made; what was typed stands in its field until it is mended. */
  private edit(change: Partial<Shop>): void {
    try {
      this.service.edit((shop) => ({ ...shop, ...change }));
      this.problem.set('');
      this.badField.set('');
    } catch (e) {
      this.problem.set((e as Error).message);
      this.badField.set(/figures\.(\w+)/.exec((e as { path?: string }).path ?? '')?.[1] ?? '');
    }
  }
}
