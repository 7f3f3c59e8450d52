import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { NavigationStart, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { factsOf } from '@cuadro/core/plan/facts';
import { familyOf } from '@cuadro/core/need/families';
import { inSentence } from '@cuadro/core/quantity/words';
import { REQUIREMENTS } from '@cuadro/core/need/requirements';
import { VERDICTS } from '@cuadro/core/decide/verdict';
import { CaseStore } from '../data/case-store';
import { NOT_STORED, SAVE_WORDS } from '../data/edited';
import { MarginService } from '../data/margin.service';
import { NeighboursService } from '../data/neighbours.service';
import { SessionService } from '../data/session.service';
import { ShopService } from '../data/shop.service';
import { DroppedFileService } from '../data/dropped-file.service';
import { EditNotices } from '../shared/edit-notices';
import { FileDrop } from '../shared/file-drop';
import { UndoButtons } from '../shared/undo-buttons';
import { WorkingMargin } from '../shared/working-margin';

type Fullness = 'empty' | 'partial' | 'done' | 'later';

const pathOf = (url: string): string => url.split(/[?#]/)[0];

/** One case: its title block, the strip of steps, the step at hand, and the margin. */
@Component({
  selector: 'cu-case-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterOutlet, RouterLink, RouterLinkActive, EditNotices, FileDrop, MatProgressBarModule, UndoButtons, WorkingMargin],
  providers: [CaseStore],
  templateUrl: './case-page.html',
  styleUrl: './case-page.scss',
  host: { '(document:keydown)': 'key($event)' },
})
export class CasePage {
  readonly id = input.required<string>();
  protected readonly store = inject(CaseStore);
  protected readonly margin = inject(MarginService);
  protected readonly session = inject(SessionService);
  private readonly router = inject(Router);
  private readonly neighbours = inject(NeighboursService);
  private readonly shops = inject(ShopService);

  protected readonly familyLabel = computed(() => familyOf(this.store.doc()!.family).label);
  protected readonly saveWord = computed(() => SAVE_WORDS[this.store.saveState()]);
  protected readonly verdict = computed(() => {
    const v = this.store.view()?.verdict;
    return v && VERDICTS[v.kind];
  });
  protected readonly notStored = computed(() => NOT_STORED.has(this.store.saveState()));

  private readonly need = computed(() => factsOf(this.store.doc()!, this.shops.site()).need);
  protected readonly gaps = computed(() =>
    REQUIREMENTS.filter((r) => !this.need()[r.id] && familyOf(this.store.doc()!.family).essential.includes(r.id)).map((r) => inSentence(r.label))
  );
  protected readonly assumed = computed(() => REQUIREMENTS.filter((r) => this.need()[r.id]?.assumed).map((r) => inSentence(r.label)));

  protected readonly steps = computed<{ path: string; label: string; fullness: Fullness }[]>(() => {
    const doc = this.store.doc();
    const view = this.store.view();
    const given = doc ? Object.keys(doc.need).length : 0;
    const shapes = doc ? Object.keys(doc.shapes).length : 0;
    const signed = this.store.record()?.signedRevision;
    return [
      { path: 'need', label: 'Need', fullness: view?.missing.length || given < 3 ? (given ? 'partial' : 'empty') : 'done' },
      { path: 'shape', label: 'Shape', fullness: shapes ? 'done' : 'empty' },
      { path: 'plan', label: 'Plan', fullness: Object.keys(doc?.plans ?? {}).length ? 'done' : 'empty' },
      { path: 'routes', label: 'Routes', fullness: view?.pinned ? 'done' : 'partial' },
      { path: 'sheet', label: 'Sheet', fullness: doc && Object.keys(doc.overrides).length ? 'done' : view?.pins.length ? 'partial' : 'empty' },
      { path: 'verdict', label: 'Verdict', fullness: signed !== undefined && signed === this.store.record()?.revision ? 'done' : 'partial' },
      { path: 'proof', label: 'Proof', fullness: 'empty' },
      { path: 'papers', label: 'Papers', fullness: 'later' },
    ];
  });

  private readonly dropped = inject(DroppedFileService);
  /** A file that was let go on the case: asked about before it becomes its shape. */
  protected readonly offered = signal<File | undefined>(undefined);

  protected takeOffered(): void {
    this.dropped.file.set(this.offered());
    this.offered.set(undefined);
    void this.router.navigate(['/case', this.id(), 'shape']);
  }

  /** Where the verdict is read in full, the margin does not say it again. */
  protected readonly onVerdict = signal(this.router.url.includes('/verdict'));

  constructor() {
    this.router.events.pipe(takeUntilDestroyed()).subscribe((e) => {
      this.onVerdict.set(this.router.url.includes('/verdict'));
      // A note belongs to the step it was opened on.
      if (e instanceof NavigationStart && pathOf(e.url) !== pathOf(this.router.url)) this.margin.clear();
    });
    effect(() => {
      const id = this.id();
      untracked(() => {
        this.margin.clear();
        void this.store.open(id);
      });
    });
  }

  /** To the next or the previous case of the list last seen, at the same step. */
  protected async goBeside(by: 1 | -1): Promise<void> {
    const other = await this.neighbours.beside(this.id(), by);
    if (other) void this.router.navigate(['/case', other, pathOf(this.router.url).split('/')[3] ?? 'need']);
  }

  protected key(event: KeyboardEvent): void {
    if (event.altKey && event.code.startsWith('Digit')) {
      const step = this.steps()[Number(event.code.slice(5)) - 1];
      if (step) {
        event.preventDefault();
        void this.router.navigate(['/case', this.id(), step.path]);
      }
    } else if (event.altKey && (event.key === 'PageDown' || event.key === 'PageUp')) {
      event.preventDefault();
      void this.goBeside(event.key === 'PageDown' ? 1 : -1);
    } else if (event.altKey && event.code === 'KeyM') {
      event.preventDefault();
      document.getElementById('margin')?.focus();
    }
  }
}
