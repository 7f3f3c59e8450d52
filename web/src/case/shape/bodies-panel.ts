import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal, untracked } from '@angular/core';
import type { ShapeRef } from '@cuadro/core/case/types';
import { counted, list } from '@cuadro/core/quantity/words';
import type { Bought } from '@cuadro/core/shape/bodies';
import { MakeService } from '../../data/make.service';
import { SettingsService } from '../../data/settings.service';
import { isGivenUp, ShapeService } from '../../data/shape.service';
import type { FoundBodies, MadeShape } from '../../workers/make.worker';
import { lengthText, volumeText } from './shape-words';

/** Lines shown at once: alike ones are one line. */
const MOST = 60;

/** Bodies that are alike, as one line. */
interface Line {
  numbers: number[];
  size: string;
  volume: string;
  likely?: Bought;
  notes: string;
}

/** The bodies of a file: what each is, how they meet; some are kept, some dropped, what belongs together is united. */
@Component({
  selector: 'cu-bodies-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  providers: [MakeService],
  styleUrl: './panel.scss',
  template: `
    @if (lines().length) {
      <table class="sheet bodies">
        <caption>Bodies in the file</caption>
        <thead><tr><th scope="col">Keep</th><th scope="col" class="num"><span aria-hidden="true">×</span><span class="visually-hidden">How many</span></th><th scope="col">Body</th><th scope="col" class="num">Volume of one</th></tr></thead>
        <tbody>
          @for (l of lines(); track l.numbers[0]) {
            <tr>
              <td><input type="checkbox" [checked]="keeps(l)" (change)="keep(l, $any($event.target).checked)" [attr.aria-label]="'Keep ' + l.numbers.length + ' of ' + l.size" /></td>
              <td class="num">{{ l.numbers.length }}</td><td>{{ l.size }}@if (l.notes) { <span class="quiet">{{ l.notes }}</span> }</td><td class="num">{{ l.volume }}</td>
            </tr>
          }
        </tbody>
      </table>
      <p class="quiet hint">{{ says() }}</p>
      @if (problem()) { <p class="notice" role="alert">{{ problem() }}</p> }
      <p>
        @if (bought().length) { <button type="button" class="link" (click)="dropBought()">drop what is likely bought</button>&ngsp; }
        <button type="button" class="framed" [disabled]="busy() || !kept().length || kept().length === all()" (click)="use(false)">Keep the ticked ones alone</button>
        <button type="button" class="framed" [disabled]="busy() || kept().length < 2" (click)="use(true)">Unite the ticked ones</button>
      </p>
    } @else if (busy()) { <p class="quiet hint" role="status">Looking at the bodies …</p> }
  `,
  styles: `.bodies { table-layout: auto; width: 100%; } .bodies td, .bodies th { padding: 3px 4px; } .bodies td > span { display: block; }`,
})
export class BodiesPanel {
  private readonly service = inject(MakeService);
  private readonly shapes = inject(ShapeService);
  private readonly settings = inject(SettingsService);
  readonly ref = input.required<ShapeRef>();
  /** Becomes the part. */
  readonly used = output<MadeShape>();

  protected readonly busy = signal(false);
  protected readonly problem = signal('');
  private readonly found = signal<FoundBodies | undefined>(undefined);
  private readonly dropped = signal<ReadonlySet<number>>(new Set());
  protected readonly all = computed(() => this.found()?.lines.length ?? 0);
  protected readonly kept = computed(() => Array.from({ length: this.all() }, (_, i) => i).filter((i) => !this.dropped().has(i)));

  protected readonly lines = computed<Line[]>(() => {
    const found = this.found();
    const system = this.settings.units();
    if (!found || found.lines.length < 2) return [];
    return found.lines.flatMap((l, i): Line[] => {
      if (l.like !== i) return [];
      const numbers = found.lines.flatMap((o, k) => (o.like === i ? [k] : []));
      const meets = (how: string): number => found.meetings.filter((m) => m.how === how && (numbers.includes(m.a) || numbers.includes(m.b))).length;
      const notes = [
        ...(l.likely ? [`likely a ${l.likely}`] : []),
        ...(numbers.some((k) => found.lines[k].insideOut) ? ['inside out in the file, turned back'] : []),
        ...(meets('twice') ? ['there twice at one place'] : []),
        ...(meets('overlap') ? [`runs into ${meets('overlap') === 1 ? 'another' : counted(meets('overlap'), 'other')}`] : []),
        ...(meets('touch') ? [`touches ${meets('touch') === 1 ? 'another' : counted(meets('touch'), 'other')}`] : []),
      ];
      return [{
        numbers,
        size: l.box_mm.map((x) => lengthText(x, system)).join(' × '),
        volume: volumeText(l.volume_mm3, system),
        likely: l.likely,
        notes: notes.join(', '),
      }];
    }).slice(0, MOST);
  });
  protected readonly bought = computed(() => this.lines().filter((l) => l.likely && l.numbers.some((i) => !this.dropped().has(i))));
  protected readonly says = computed(() => {
    const bought = this.lines().filter((l) => l.likely);
    const parts = bought.map((l) => counted(l.numbers.length, l.likely!));
    return `${this.all()} separate bodies: all of them are measured and priced as one part. ${
      parts.length ? `${list(parts)} look like bought parts: a guess by their shape. ` : ''
    }What you keep becomes the part; the file you dropped stays, and undo brings it back.`;
  });

  constructor() {
    effect(() => {
      const { hash } = this.ref();
      const drawn = this.shapes.drawn();
      untracked(() => void this.look(hash, !!drawn));
    });
  }

  private asked = '';
  private async look(hash: string, drawn: boolean): Promise<void> {
    if (!drawn || this.asked === hash) return;
    this.asked = hash;
    this.found.set(undefined);
    this.dropped.set(new Set());
    await this.attempt(async () => {
      const found = await this.service.bodies(this.shapes.source());
      if (this.asked !== hash) return;
      this.found.set(found);
      // What is there twice is made once.
      this.dropped.set(new Set(found.meetings.filter((m) => m.how === 'twice').map((m) => m.b)));
    });
  }

  protected keeps = (l: Line): boolean => l.numbers.some((i) => !this.dropped().has(i));
  protected keep(l: Line, on: boolean): void {
    this.dropped.update((d) => new Set(on ? [...d].filter((i) => !l.numbers.includes(i)) : [...d, ...l.numbers]));
  }
  protected dropBought(): void {
    for (const l of this.bought()) this.keep(l, false);
  }

  protected async use(unite: boolean): Promise<void> {
    await this.attempt(async () => {
      const made = await this.service.pick(this.shapes.source(), this.kept(), unite);
      if (made.ok) this.used.emit(made.shapes[0]);
      else this.problem.set(made.problem);
    });
  }

  private async attempt(work: () => Promise<void>): Promise<void> {
    this.busy.set(true);
    this.problem.set('');
    try {
      await work();
    } catch (e) {
      if (!isGivenUp(e)) this.problem.set(e instanceof Error ? e.message : String(e));
    } finally {
      this.busy.set(false);
    }
  }
}
