import { afterNextRender, ChangeDetectionStrategy, Component, computed, type ElementRef, inject, output, signal, viewChild } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import { catchError, debounceTime, map, type Observable, of, Subject, switchMap } from 'rxjs';
import { PROCESSES } from '@cuadro/core/process/processes';
import { shelfOf } from '@cuadro/core/shelf/shelf';
import type { CaseRow } from '@cuadro/core/wire';
import { ApiService } from '../data/api.service';
import { SettingsService } from '../data/settings.service';
import { ShopService } from '../data/shop.service';

/** Something to go to or to do. */
interface Place {
  kind: 'case' | 'step' | 'section' | 'material' | 'process' | 'command';
  label: string;
  more: string;
  go: () => void;
}

const STEPS = ['Need', 'Shape', 'Plan', 'Routes', 'Sheet', 'Verdict', 'Proof', 'Papers'];
const SECTIONS = ['Walk', 'Cases', 'Shop', 'Log', 'Shelf', 'House'];
/** Most rows of one kind, and while nothing is typed. */
const MOST = 6;
const WAIT_MS = 150;

/** Every word that is typed begins a word of it. */
export function matches(text: string, typed: string): boolean {
  const words = text.toLowerCase().split(/[^\p{L}\p{N}]+/u);
  return typed.toLowerCase().split(/\s+/).filter(Boolean).every((t) => words.some((w) => w.startsWith(t)));
}

/** One field that finds cases, steps, sections, materials, processes and commands. Opens on Ctrl + K. */
@Component({
  selector: 'cu-find-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(click)': 'clicked($event)' },
  styles: `
    dialog { border: 1px solid var(--rule-strong); background: var(--sheet); color: var(--ink); padding: 14px 16px; margin-top: 12vh; max-width: 560px; width: calc(100vw - 32px); }
    dialog::backdrop { background: rgb(28 27 25 / 0.35); }
    input { width: 100%; font-size: 17px; }
    ul { list-style: none; margin: 8px 0 0; padding: 0; max-height: 52vh; overflow-y: auto; }
    li { display: flex; justify-content: space-between; gap: 12px; padding: 4px 8px; min-height: 24px; cursor: pointer; }
    li[aria-selected='true'] { background: var(--petrol-soft); }
    small { color: var(--quiet); font-size: 12.5px; text-align: right; }
    p { margin: 8px 8px 0; }
  `,
  template: `
    <dialog #box aria-label="Find" (close)="closed.emit()">
      <input class="field" type="text" role="combobox" autocomplete="off" spellcheck="false" placeholder="case, number on a tool, material, process, step …" aria-label="Find" aria-expanded="true" aria-controls="found" aria-autocomplete="list"
        [attr.aria-activedescendant]="found().length ? 'found-' + at() : null" [value]="typed()" (input)="type($any($event.target).value)" (keydown)="key($event)" />
      <ul id="found" role="listbox" aria-label="Found">
        @for (p of found(); track p.kind + p.label + p.more; let i = $index) {
          <li role="option" [id]="'found-' + i" [attr.aria-selected]="i === at()"><span>{{ p.label }}</span><small>{{ p.more }}</small></li>
        }
      </ul>
      @if (!found().length) { <p class="quiet" role="status">Nothing is called that.</p> }
    </dialog>
  `,
})
export class FindSheet {
  private readonly api = inject(ApiService);
  private readonly router = inject(Router);
  private readonly settings = inject(SettingsService);
  private readonly shops = inject(ShopService);
  readonly closed = output();
  private readonly box = viewChild.required<ElementRef<HTMLDialogElement>>('box');

  protected readonly typed = signal('');
  protected readonly at = signal(0);
  private readonly asked = new Subject<string>();
  /** Cases of the answer last come, and what they were asked by. */
  private readonly answer = signal<{ q: string; rows: readonly CaseRow[] }>({ q: '', rows: [] });
  /** The case whose page is open. */
  private readonly here = /^\/case\/([^/?#]+)/.exec(this.router.url)?.[1];

  private readonly fixed: readonly Place[] = [
    ...(this.here
      ? STEPS.map((label): Place => ({ kind: 'step', label, more: 'step of this case', go: () => this.to(['/case', this.here!, label.toLowerCase()]) }))
      : []),
    ...SECTIONS.map((label): Place => ({ kind: 'section', label, more: 'section', go: () => this.to([`/${label.toLowerCase()}`]) })),
    { kind: 'command', label: 'Dark or light paper', more: 'command', go: () => this.settings.theme.update((t) => (t === 'light' ? 'dark' : 'light')) },
    {
      kind: 'command',
      label: 'Units: millimetres or inches',
      more: 'command',
      go: () => this.settings.units.update((u) => (u === 'metric' ? 'inch' : 'metric')),
    },
  ];
  private readonly shelf = computed((): Place[] => [
    ...shelfOf(this.shops.shop()).materials.map((m): Place => ({
      kind: 'material',
      label: m.label,
      more: 'material',
      go: () => this.to(['/shelf'], { find: m.label }),
    })),
    ...PROCESSES.map((p): Place => ({ kind: 'process', label: p.label, more: 'process', go: () => this.to(['/shelf'], { tab: 'processes' }) })),
  ]);
  protected readonly found = computed((): Place[] => {
    const typed = this.typed().trim();
    const { q, rows } = this.answer();
    // Until the answer to what is typed has come, only those of the one before that go with it: Enter must not take what was not meant.
    const fit = q === typed ? rows : rows.filter((r) => matches(`${r.title} ${r.place} ${r.familyLabel}`, typed));
    const cases = fit.map((r): Place => ({
      kind: 'case',
      label: r.title,
      ...(r.tools
        ? { more: `tool ${r.tools}`, go: () => this.to(['/case', r.id, 'proof'], { part: 'use' }) }
        : { more: r.place || r.familyLabel, go: () => this.to(['/case', r.id]) }),
    }));
    if (!typed) return [...cases, ...this.fixed];
    const of = (places: readonly Place[]): Place[] => places.filter((p) => matches(p.label, typed));
    const shelf = of(this.shelf());
    return [
      ...of(this.fixed).slice(0, MOST),
      ...cases,
      ...shelf.filter((p) => p.kind === 'material').slice(0, MOST),
      ...shelf.filter((p) => p.kind === 'process').slice(0, MOST),
    ];
  });

  constructor() {
    afterNextRender(() => this.box().nativeElement.showModal());
    this.asked.pipe(debounceTime(WAIT_MS), switchMap((q) => this.look(q).pipe(map((rows) => ({ q, rows })))), takeUntilDestroyed()).subscribe((a) =>
      this.answer.set(a)
    );
    this.asked.next('');
  }

  protected type(text: string): void {
    this.typed.set(text);
    this.at.set(0);
    this.asked.next(text.trim());
  }

  protected key(event: KeyboardEvent): void {
    const n = this.found().length;
    if (event.key === 'Enter' && n) this.take(this.found()[this.at()]);
    else if (event.key === 'ArrowDown' && n) this.step(1, n);
    else if (event.key === 'ArrowUp' && n) this.step(n - 1, n);
    else return;
    event.preventDefault();
  }

  protected take(place: Place): void {
    this.box().nativeElement.close();
    place.go();
  }

  /** A click takes what is under it; one beside the sheet closes it. Keys do both from the field. */
  protected clicked({ target }: MouseEvent): void {
    if (target === this.box().nativeElement) this.box().nativeElement.close();
    const option = (target as HTMLElement).closest('[role=option]');
    if (option) this.take(this.found()[Number(option.id.slice('found-'.length))]);
  }

  private step(by: number, n: number): void {
    this.at.update((at) => (at + by) % n);
    document.getElementById(`found-${this.at()}`)?.scrollIntoView({ block: 'nearest' });
  }

  private to(commands: string[], queryParams?: Record<string, string>): void {
    void this.router.navigate(commands, { queryParams });
  }

  /** Without the service there are no cases to find; all else is. */
  private look(q: string): Observable<readonly CaseRow[]> {
    return this.api.cases({ size: MOST, ...(q ? { q } : { sort: 'updated', down: true }) }).pipe(map((list) => list.rows), catchError(() => of([])));
  }
}
