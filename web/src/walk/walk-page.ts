import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSortModule, type Sort } from '@angular/material/sort';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import type { CaseRecord } from '@cuadro/core/wire';
import { CasesService, type Candidate } from '../data/cases.service';
import { MarginService } from '../data/margin.service';
import { SettingsService } from '../data/settings.service';
import { ShopService } from '../data/shop.service';
import { WorkingMargin } from '../shared/working-margin';
import { AddCandidate } from './add-candidate';

type Column = 'title' | 'verdict' | 'saving' | 'days' | 'confidence' | 'effort' | 'worth';

/** Candidates of the plant, the one most worth an hour's work first. */
@Component({
  selector: 'cu-walk-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, MatButtonModule, MatProgressBarModule, MatSortModule, WorkingMargin, AddCandidate],
  templateUrl: './walk-page.html',
  styleUrl: './walk-page.scss',
})
export class WalkPage {
  protected readonly cases = inject(CasesService);
  protected readonly margin = inject(MarginService);
  private readonly settings = inject(SettingsService);
  private readonly shops = inject(ShopService);

  protected readonly adding = signal(false);
  protected readonly filter = signal('');
  protected readonly sort = signal<Sort>({ active: 'worth', direction: 'desc' });
  protected readonly opened = signal<string | undefined>(undefined);

  protected readonly rows = computed(() => {
    const needle = this.filter().trim().toLowerCase();
    const rows = this.cases.candidates().filter(
      ({ row }) => !needle || [row.title, row.place, row.trouble, row.familyLabel].some((t) => t.toLowerCase().includes(needle)),
    );
    const { active, direction } = this.sort();
    const sign = direction === 'asc' ? 1 : -1;
    return rows.sort((a, b) => sign * compare(key(a, active as Column), key(b, active as Column)));
  });

  constructor() {
    this.margin.clear();
    void this.cases.load();
    // Until somebody opens a row, the margin explains the first one.
    effect(() => {
      const first = this.rows()[0];
      if (first?.look && !this.opened() && !this.cases.progress()) untracked(() => this.explain(first));
    });
  }

  protected money(x: number): string {
    return this.settings.money(x, this.shops.currency());
  }

  protected days(x: number): string {
    return `${x > 0 ? '+' : ''}${formatNumber(x, 2)}`;
  }

  protected explain(c: Candidate): void {
    if (!c.look) return;
    this.opened.set(c.row.id);
    this.margin.show({
      kind: 'text',
      title: c.row.title,
      paragraphs: [c.look.headline.startsWith(c.look.verdictText) ? `${c.look.headline}.` : `${c.look.verdictText}. ${c.look.headline}.`, ...(c.row.trouble ? [c.row.trouble] : [])],
      rows: c.look.working,
    });
  }

  protected added(record: CaseRecord): void {
    this.adding.set(false);
    this.opened.set(record.id);
    this.margin.show({ kind: 'text', title: record.doc.title, paragraphs: ['Added. It is ranked among the others as soon as its quick look is done; open it to sharpen the figures.'] });
  }
}

function key({ row, look }: Candidate, column: Column): string | number {
  if (column === 'title') return row.title;
  if (!look) return -Infinity;
  return { verdict: look.verdictText, saving: look.saving, days: look.daysGained, confidence: look.confidence, effort: look.effort_h, worth: look.worthPerHour }[column];
}

const compare = (a: string | number, b: string | number): number => (typeof a === 'string' && typeof b === 'string' ? a.localeCompare(b) : a < b ? -1 : a > b ? 1 : 0);
