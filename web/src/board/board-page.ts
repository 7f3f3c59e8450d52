import { CdkDrag, type CdkDragEnd } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { boardProblem, momentAt } from '@cuadro/core/board/board';
import type { BoardPlan, BoardRun, Problem } from '@cuadro/core/board/week';
import type { FieldChange } from '@cuadro/core/document/changes';
import { layOut, shutSpans } from '@cuadro/core/lead/calendar';
import { formatDate } from '@cuadro/core/quantity/date';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import type { RecordRow } from '@cuadro/core/records/kind';
import { ApiService } from '../data/api.service';
import { ComputeService } from '../data/compute.service';
import { MarginService } from '../data/margin.service';
import { SettingsService } from '../data/settings.service';
import { ShopService } from '../data/shop.service';
import { RecordsView } from '../records/records-view';
import { inAddress } from '../shared/address';
import { nowLocal } from '../shared/today';
import { WorkingMargin } from '../shared/working-margin';
import { FillView, OPEN } from './fill-view';

const DAY_MIN = 1440;
const LEAST_DAYS = 5;
const MOST_DAYS = 28;
/** Runs are moved in steps of a quarter of an hour. */
const STEP_MIN = 15;
const MOST_JOBS = 500;

/** Jobs on the machines of the house, over the week: placed by the Board, moved by hand, with what that costs. */
@Component({
  selector: 'cu-board-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkDrag, RecordsView, WorkingMargin, FillView],
  templateUrl: './board-page.html',
  styleUrl: './board-page.scss',
})
export class BoardPage {
  private readonly api = inject(ApiService);
  private readonly compute = inject(ComputeService);
  private readonly settings = inject(SettingsService);
  private readonly shops = inject(ShopService);
  private readonly margin = inject(MarginService);

  protected readonly rows = signal<readonly RecordRow[]>([]);
  protected readonly loaded = signal(false);
  protected readonly problem = signal('');
  private readonly fill = inAddress<string>('fill', '');
  /** Parts are being put into a bin. */
  protected readonly filling = computed(() => this.fill() !== '');
  protected readonly people = inAddress<string>('people', '1');
  protected readonly plan = signal<BoardPlan | undefined>(undefined);
  /** What the last move by hand did. */
  protected readonly moved = signal('');
  /** Changed from the picture: the list below is read anew. */
  protected readonly changes = signal(0);
  private before: BoardPlan | undefined;
  private run = 0;
  protected readonly actions = [{ id: 'float', label: 'let the Board place it' }, { id: 'done', label: 'done' }];

  private readonly asked = computed<Problem>(() => {
    const { shop, evidence } = this.shops.site();
    return boardProblem(this.rows(), evidence.machines ?? [], Math.max(1, Math.min(20, Math.round(Number(this.people()) || 1))), shop.calendar, nowLocal());
  });
  protected readonly machines = computed(() => this.asked().machines);
  protected readonly span = computed(() => {
    const days = Math.min(MOST_DAYS, Math.max(LEAST_DAYS, Math.ceil((this.plan()?.end_min ?? 0) / DAY_MIN)));
    return days * DAY_MIN;
  });
  protected readonly days = computed(() =>
    Array.from(
      { length: this.span() / DAY_MIN },
      (_, k) => ({ left: this.part(k * DAY_MIN), text: formatDate(momentAt(this.asked().start, k * DAY_MIN).slice(0, 10), false).replace(/ \d{4}$/, '') }),
    )
  );
  /** When nobody works. */
  protected readonly shut = computed(() =>
    shutSpans(layOut(this.asked().calendar, this.asked().start), this.span(), true).map(([from, to]) => ({
      left: this.part(from),
      width: this.part(to - from),
    }))
  );
  protected readonly lanes = computed(() => {
    const runs = this.plan()?.runs ?? [];
    return this.machines().map(({ name }) => ({
      name,
      runs: runs.filter((r) => r.machine === name && r.from < this.span()).sort((a, b) => a.from - b.from).map((r) => ({
        run: r,
        left: this.part(r.from),
        width: Math.max(0.6, this.part(Math.min(r.free, this.span()) - r.from)),
        late: (r.late_min ?? -1) > 0,
        fixed: !!r.job.fixed,
        words: this.words(r),
      })),
    }));
  });
  protected readonly summary = computed(() => {
    const p = this.plan();
    if (!p) return '';
    const n = p.runs.length;
    if (!n) return 'Nothing to be made.';
    return `${n} ${n === 1 ? 'run' : 'runs'} until ${this.at(p.end_min)}: ${p.late ? `${p.late} late, ${hours(p.late_h)} in all` : 'all ready in time'}; ${
      p.changes === 1 ? '1 change' : `${p.changes} changes`
    } of material; the machines run ${formatNumber(100 * p.used, 2)} % of the time.`;
  });
  protected readonly left = computed(() => this.plan()?.left.map((j) => j.what) ?? []);

  constructor() {
    this.margin.clear();
    void this.shops.load().catch(() => undefined);
    void this.load();
    effect(() => {
      const problem = this.asked();
      untracked(() => void this.work(problem));
    });
  }

  protected toggled(open: boolean): void {
    if (open !== this.filling()) this.fill.set(open ? OPEN : '');
  }

  protected async load(): Promise<void> {
    try {
      this.rows.set((await firstValueFrom(this.api.records('job', undefined, 0, MOST_JOBS))).rows);
      this.loaded.set(true);
      this.problem.set('');
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }

  private async work(problem: Problem): Promise<void> {
    const run = ++this.run;
    try {
      const plan = await this.compute.planWeek(problem);
      if (run !== this.run) return;
      if (this.before) this.moved.set(difference(this.before, plan));
      this.before = undefined;
      this.plan.set(plan);
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }

  protected part(minutes: number): number {
    return (100 * minutes) / this.span();
  }

  protected at(minute: number): string {
    return formatDate(momentAt(this.asked().start, minute));
  }

  private words(r: BoardRun): string {
    const late = r.late_min === undefined ? '' : r.late_min > 0 ? `, ${hours(r.late_min / 60)} late` : `, ${hours(-r.late_min / 60)} before it is due`;
    return `${r.job.what}: loaded ${this.at(r.from)}, runs to ${this.at(r.end)}, free ${this.at(r.free)}${
      r.changed ? ', after a change of material' : ''
    }${late}${r.job.fixed ? '; fixed by hand' : ''}.`;
  }

  protected explain(r: BoardRun): void {
    this.margin.show({
      kind: 'text',
      title: r.job.what,
      paragraphs: [
        this.words(r),
        `On ${r.machine}, ${hours(r.job.run_h)} by itself and ${hours(r.job.hands_h)} of somebody${r.job.material ? `, in ${r.job.material}` : ''}.`,
      ],
    });
  }

  /** Dropped on a lane: from there on, on that machine. */
  protected drop(event: CdkDragEnd, r: BoardRun): void {
    const box = event.source.element.nativeElement.getBoundingClientRect();
    const lane = document.elementsFromPoint(event.dropPoint.x, event.dropPoint.y).map((e) => e.closest<HTMLElement>('[data-machine]')).find(Boolean);
    event.source.reset();
    if (!lane) return;
    const field = lane.getBoundingClientRect();
    const minute = Math.max(this.asked().now_min, Math.round(((box.left - field.left) / field.width) * this.span() / STEP_MIN) * STEP_MIN);
    const machine = lane.dataset['machine']!;
    const [mine, other] = [r.machine, machine].map((name) => this.machines().find((m) => m.name === name)!.process);
    if (mine !== other) {
      this.problem.set(`${r.job.what} is not made on ${machine}: it is a machine of another process.`);
      return;
    }
    this.problem.set('');
    void this.patch(r.job.id, { machine, from: momentAt(this.asked().start, minute) });
  }

  /** Another run came from a filled bin: list and plan take it up. */
  protected put(): void {
    this.changes.update((n) => n + 1);
    void this.load();
  }

  protected act({ action, row }: { action: string; row: RecordRow }): void {
    void this.patch(row.id, action === 'done' ? { done: true } : { machine: undefined, from: undefined });
  }

  private async patch(id: string, values: Record<string, string | boolean | undefined>): Promise<void> {
    const row = this.rows().find((r) => r.id === id);
    if (!row) return;
    const changes = Object.entries(values).map(([field, now]): FieldChange => ({ path: [field], was: row.values[field], now }));
    this.before = this.plan();
    try {
      await firstValueFrom(this.api.patchRecord('job', id, { changes, who: this.settings.who() || 'local user' }));
      this.changes.update((n) => n + 1);
      await this.load();
    } catch (e) {
      this.before = undefined;
      this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }
}

const hours = (h: number): string => `${formatNumber(h, h < 10 ? 2 : 3)} h`;

/** "Before: all in time. Now: 1 late, 4 h in all." */
function difference(before: BoardPlan, now: BoardPlan): string {
  const text = (p: BoardPlan): string => `${p.late ? `${p.late} late, ${hours(p.late_h)} in all` : 'all in time'}, ${p.changes} changes of material`;
  return text(before) === text(now) ? `Nothing else is later for it: ${text(now)}.` : `Before: ${text(before)}. Now: ${text(now)}.`;
}
