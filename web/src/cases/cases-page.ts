import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { MatSnackBar, MatSnackBarModule } from '@angular/material/snack-bar';
import { MatSortModule, type Sort } from '@angular/material/sort';
import { debounceTime, firstValueFrom, Subject } from 'rxjs';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { patternOf } from '@cuadro/core/case/new-case';
import { formatDate } from '@cuadro/core/quantity/date';
import type { BundlePreview, CaseListQuery, CaseRow } from '@cuadro/core/wire';
import { ApiService } from '../data/api.service';
import { NeighboursService } from '../data/neighbours.service';
import { MarginService } from '../data/margin.service';
import { SettingsService } from '../data/settings.service';
import { inAddress } from '../shared/address';
import { type Column, saveCsv } from '../shared/columns';
import { today } from '../shared/today';
import { WorkingMargin } from '../shared/working-margin';

const PAGE = 100;
/** Most rows of a CSV, asked for a page of the server's at a time. */
const CSV_ROWS = 5000;
const CSV_PAGE = 500;
/** Quiet time after a letter before the server is asked. */
const SEARCH_AFTER_MS = 250;

/** Every case with its state: revision, last change, signature. Searched, sorted and paged by the server. */
@Component({
  selector: 'cu-cases-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, MatSnackBarModule, MatSortModule, WorkingMargin],
  templateUrl: './cases-page.html',
  styleUrl: './cases-page.scss',
})
export class CasesPage {
  protected readonly api = inject(ApiService);
  private readonly margin = inject(MarginService);
  private readonly neighbours = inject(NeighboursService);
  private readonly router = inject(Router);
  private readonly settings = inject(SettingsService);
  private readonly snack = inject(MatSnackBar);

  protected readonly rows = signal<readonly CaseRow[]>([]);
  protected readonly total = signal(0);
  protected readonly page = signal(0);
  protected readonly loaded = signal(false);
  protected readonly fault = signal('');
  /** Cases, the patterns that new ones begin from, or what was taken off. */
  protected readonly shown = inAddress<Shown>('show', 'cases');
  protected readonly search = inAddress<string>('find', '');
  protected readonly sort = signal<Sort>({ active: 'updated', direction: 'desc' });
  protected readonly pages = computed(() => Math.max(1, Math.ceil(this.total() / PAGE)));
  /** A bundle that was chosen, and what it would bring in. */
  protected readonly bundle = signal<{ bytes: Blob; preview: BundlePreview } | undefined>(undefined);
  private readonly typed = new Subject<string>();

  /** Columns whose id the server sorts by have a sorting head. */
  protected readonly columns: readonly Column<CaseRow>[] = [
    { id: 'title', label: 'Tool', text: (r) => r.title, by: (r) => r.title },
    { id: 'family', label: 'Kind', text: (r) => r.familyLabel, by: (r) => r.familyLabel },
    { id: 'place', label: 'Place', text: (r) => r.place, by: (r) => r.place, desk: true },
    { id: 'answer', label: 'First answer', text: (r) => r.look?.verdictText ?? '' },
    { id: 'revision', label: 'Revision', numeric: true, text: (r) => String(r.revision), desk: true },
    { id: 'updated', label: 'Last change', text: (r) => formatDate(r.updatedAt.slice(0, 16), false), by: (r) => r.updatedAt, csv: (r) => r.updatedAt },
    { id: 'signed', label: 'Sign-off', text: signedText },
  ];

  constructor() {
    this.margin.clear();
    this.typed.pipe(debounceTime(SEARCH_AFTER_MS), takeUntilDestroyed()).subscribe((q) => {
      this.search.set(q);
      this.page.set(0);
      void this.load();
    });
    void this.load();
  }

  protected type(q: string): void {
    this.typed.next(q);
  }

  protected order(sort: Sort): void {
    this.sort.set(sort);
    this.page.set(0);
    void this.load();
  }

  protected turn(by: number): void {
    this.page.update((p) => p + by);
    void this.load();
  }

  private query(page: number, size: number): CaseListQuery {
    const { active, direction } = this.sort();
    return {
      page,
      size,
      ...(this.shown() === 'patterns' && { templates: true }),
      ...(this.shown() === 'off' && { off: true }),
      ...(this.search().trim() && { q: this.search().trim() }),
      sort: active as CaseListQuery['sort'],
      down: direction === 'desc',
    };
  }

  protected async load(): Promise<void> {
    const asked = JSON.stringify(this.query(this.page(), PAGE));
    try {
      const { rows, total } = await firstValueFrom(this.api.cases(this.query(this.page(), PAGE)));
      // An answer that a later question has overtaken is dropped.
      if (asked !== JSON.stringify(this.query(this.page(), PAGE))) return;
      this.rows.set(rows);
      this.neighbours.listed(rows.map((r) => r.id));
      this.total.set(total);
      this.loaded.set(true);
      this.fault.set('');
    } catch (e) {
      this.fault.set(e instanceof Error ? e.message : String(e));
    }
  }

  protected changedSince = (r: CaseRow): boolean => r.signedRevision !== null && r.signedRevision !== r.revision;

  protected async csv(): Promise<void> {
    const all: CaseRow[] = [];
    try {
      for (let page = 0; all.length < Math.min(CSV_ROWS, this.total()); page++) {
        const { rows } = await firstValueFrom(this.api.cases(this.query(page, CSV_PAGE)));
        if (!rows.length) break;
        all.push(...rows);
      }
      saveCsv(all, [...this.columns, { id: 'owner', label: 'Who answers for it', text: (r) => r.owner ?? '' }], 'cases');
    } catch (e) {
      this.fault.set(e instanceof Error ? e.message : String(e));
    }
  }

  /** A case of its own with the same need, shape and figures; quotes, notes and signatures stay with the first. */
  protected async copy(r: CaseRow): Promise<void> {
    try {
      const { doc, area } = await firstValueFrom(this.api.case(r.id));
      const made = await firstValueFrom(this.api.create({ ...doc, title: copyTitle(doc.title) }, this.settings.who() || 'local user'));
      // What was kept from others stays so.
      if (area) await firstValueFrom(this.api.share(made.id, area));
      await this.router.navigate(['/case', made.id]);
    } catch (e) {
      this.snack.open(e instanceof Error ? e.message : String(e), 'Close');
    }
  }

  /** What of a case serves others of its kind, kept as a pattern to begin from. */
  protected async keepAsPattern(r: CaseRow): Promise<void> {
    try {
      const { doc, area } = await firstValueFrom(this.api.case(r.id));
      const made = await firstValueFrom(this.api.create(patternOf(doc, today()), this.settings.who() || 'local user'));
      if (area) await firstValueFrom(this.api.share(made.id, area));
      this.snack.open(`"${r.title}" is a pattern now: a new candidate of its kind can begin from it.`, 'Show patterns', { duration: 12_000 }).onAction()
        .subscribe(() => this.show('patterns'));
    } catch (e) {
      this.snack.open(e instanceof Error ? e.message : String(e), 'Close');
    }
  }

  protected show(what: Shown): void {
    this.shown.set(what);
    this.page.set(0);
    void this.load();
  }

  /** Look into a bundle before anything is brought in. */
  protected async look(file: File | undefined): Promise<void> {
    if (!file) return;
    this.bundle.set(undefined);
    this.fault.set('');
    try {
      // Read now: the file may have changed by the time it is brought in.
      const bytes = new Blob([await file.arrayBuffer()]);
      this.bundle.set({ bytes, preview: await firstValueFrom(this.api.previewBundle(bytes)) });
    } catch (e) {
      this.fault.set(`${file.name}: ${e instanceof Error ? e.message : String(e)}`);
    }
  }

  protected async bring(): Promise<void> {
    const { bytes } = this.bundle()!;
    try {
      const made = await firstValueFrom(this.api.addBundle(bytes));
      this.bundle.set(undefined);
      await this.router.navigate(['/case', made.id]);
    } catch (e) {
      this.fault.set(e instanceof Error ? e.message : String(e));
    }
  }

  protected async bringBack(r: CaseRow): Promise<void> {
    try {
      await firstValueFrom(this.api.restore(r.id));
      await this.load();
      this.snack.open(`"${r.title}" is on the list again.`, undefined, { duration: 5000 });
    } catch (e) {
      this.snack.open(e instanceof Error ? e.message : String(e), 'Close');
    }
  }

  protected async remove(r: CaseRow): Promise<void> {
    try {
      await firstValueFrom(this.api.remove(r.id));
      await this.load();
      this.snack.open(`"${r.title}" was taken off the list.`, 'Bring it back', { duration: 12_000 }).onAction().subscribe(() =>
        void firstValueFrom(this.api.restore(r.id)).then(() => this.load())
      );
    } catch (e) {
      this.snack.open(e instanceof Error ? e.message : String(e), 'Close');
    }
  }
}

type Shown = 'cases' | 'patterns' | 'off';

/** Most letters of a title. */
const TITLE_MOST = 120;
/** "Drill jig" is copied to "Drill jig, copy", cut where it would be too long. */
export const copyTitle = (title: string): string => `${title.slice(0, TITLE_MOST - ', copy'.length)}, copy`;

function signedText({ signedRevision, revision }: CaseRow): string {
  if (signedRevision === null) return 'not signed';
  return signedRevision === revision ? 'signed' : `signed at revision ${signedRevision}, changed since`;
}
