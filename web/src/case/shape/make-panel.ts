import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, input, output, signal } from '@angular/core';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import type { ShapeRef } from '@cuadro/core/case/types';
import type { InputSpec, Values } from '@cuadro/core/inputs/spec';
import type { Maker } from '@cuadro/core/make/maker';
import { makerOf, makeFaults, MAKERS } from '@cuadro/core/make/makers';
import { PROCESSES } from '@cuadro/core/process/processes';
import { sectioning } from '@cuadro/core/shape/envelope';
import { UP } from '@cuadro/core/shape/turn';
import { MakeService } from '../../data/make.service';
import { MarginService } from '../../data/margin.service';
import { isGivenUp, ShapeService } from '../../data/shape.service';
import { SettingsService } from '../../data/settings.service';
import { InputForm } from '../../shared/inputs/input-form';
import type { MadeShape, Making } from '../../workers/make.worker';
import { greyOf } from './grey-picture';
import { lengthText, volumeText } from './shape-words';

/** A maker with its figures filled in by a plan. */
export interface PlannedMake {
  maker: string;
  label: string;
  values: Values;
}

/** Geometry made here: each result can be saved, or taken as the mesh to print. One form for all makers, from their inputs. */
@Component({
  selector: 'cu-make-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatProgressBarModule, InputForm],
  providers: [MakeService],
  styleUrl: './panel.scss',
  template: `
    <p class="row"><label>Make <select class="field" aria-label="What to make" (change)="choose($any($event.target).value)">@for (m of offered(); track m.id) { <option [value]="m.id" [selected]="maker().id === m.id">{{ m.label }}</option> }</select></label></p>
    @for (p of planned(); track p.label) { <p><button type="button" class="link" (click)="take(p)">{{ p.label }}: figures of the plan</button></p> }
    <cu-inputs [specs]="maker().inputs" [values]="values()" (changed)="given.set($event)" (looked)="explain($event)" />
    @if (maker().id === 'pieces') { <p class="quiet hint">{{ fitWords() }}</p> }
    @if (maker().needsPicture) {
      <p><label class="link"><input class="visually-hidden" type="file" accept="image/png,image/jpeg,image/webp" (change)="pictured($event)" /><span>{{ picture()?.name ?? 'Choose a picture (bright is high)' }}</span></label></p>
    }
    <div class="row"><button type="button" class="framed" [disabled]="busy() || (maker().needsPart && !ref())" (click)="make()">Make it</button> @if (busy()) { <button type="button" class="link" (click)="cancel()">cancel</button> }</div>
    @if (busy()) { <mat-progress-bar mode="indeterminate" aria-label="Making" /> }
    @if (maker().caution; as c) { <p class="quiet hint">{{ c }}</p> }
    @if (problem()) { <p class="notice" role="alert">{{ problem() }}</p> }
    @if (result(); as r) {
      @for (w of r.warnings; track $index) { <p class="warn">{{ w }}</p> }
      @for (n of r.notes; track $index) { <p>{{ n }}</p> }
      @for (s of r.shapes; track $index) {
        <div class="made">
          <p><b>{{ s.name }}</b> {{ box(s) }}, {{ volume(s) }}{{ s.measure.watertight ? '' : ', not closed' }}</p>
          <p class="row"><button type="button" class="link" (click)="save(s, 'stl')" [attr.aria-label]="'Save ' + s.name + ' as STL'">STL</button><button type="button" class="link" (click)="save(s, '3mf')" [attr.aria-label]="'Save ' + s.name + ' as 3MF'">3MF</button><button type="button" class="link" (click)="used.emit(s)">use as the mesh to print</button></p>
        </div>
      }
    }
  `,
})
export class MakePanel {
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly service = inject(MakeService);
  private readonly shapes = inject(ShapeService);
  private readonly settings = inject(SettingsService);
  private readonly margin = inject(MarginService);
  readonly ref = input<ShapeRef>();
  /** What the plans of the case have worked out to be made. */
  readonly planned = input<readonly PlannedMake[]>([]);
  readonly used = output<MadeShape>();
  readonly saved = output<{ shape: MadeShape; kind: 'stl' | '3mf' }>();

  protected readonly offered = computed(() => MAKERS.filter((m) => this.ref() || !m.needsPart));
  private readonly chosen = signal('');
  protected readonly maker = computed<Maker>(() => this.offered().find((m) => m.id === this.chosen()) ?? this.offered()[0]);
  /** Answers by maker, so that the depth of a jaw is not that of a relief. */
  private readonly answers = signal<Readonly<Record<string, Values>>>({});
  protected readonly values = computed<Values>(() => this.answers()[this.maker().id] ?? {});
  protected readonly given = { set: (values: Values): void => this.answers.update((a) => ({ ...a, [this.maker().id]: values })) };
  protected readonly picture = signal<File | undefined>(undefined);
  protected readonly busy = signal(false);
  protected readonly problem = signal('');
  protected readonly result = signal<Extract<Making, { ok: true }> | undefined>(undefined);

  protected readonly fitWords = computed(() => {
    const size = this.ref()?.study?.body.box.size_mm ?? this.ref()?.measure.box_mm;
    if (!size) return '';
    return PROCESSES.filter((p) => p.kind === 'print')
      .map((p) => {
        const { count } = sectioning(size, p.envelope_mm);
        return `${p.label}: ${count === 1 ? 'in one piece' : Number.isFinite(count) ? `${count} pieces` : 'too big'}`;
      })
      .join(' · ');
  });

  protected box = (s: MadeShape): string => s.measure.box_mm.map((x) => lengthText(x, this.settings.units())).join(' × ');
  protected volume = (s: MadeShape): string => volumeText(s.measure.volume_mm3, this.settings.units());

  protected choose(id: string): void {
    this.chosen.set(id);
    this.result.set(undefined);
    this.problem.set('');
  }

  protected take(p: PlannedMake): void {
    this.choose(p.maker);
    this.given.set({ ...this.values(), ...p.values });
  }

  protected explain(spec: InputSpec): void {
    if (spec.help) this.margin.show({ kind: 'text', title: spec.label, paragraphs: [spec.help] });
  }

  protected pictured(event: Event): void {
    this.picture.set((event.target as HTMLInputElement).files?.[0]);
  }

  protected cancel(): void {
    this.service.cancel();
    this.busy.set(false);
  }

  protected async make(): Promise<void> {
    this.problem.set('');
    this.result.set(undefined);
    const marked = this.host.nativeElement.querySelector<HTMLElement>('[aria-invalid="true"]');
    if (marked) {
      marked.focus();
      return this.problem.set('Put right what is marked above first.');
    }
    const maker = makerOf(this.maker().id);
    const [fault] = makeFaults(maker, this.values());
    if (fault) return this.problem.set(fault.message);
    this.busy.set(true);
    try {
      const file = this.picture();
      if (maker.needsPicture && !file) throw new Error('Choose a picture first.');
      const made = await this.service.make({
        maker: maker.id,
        values: this.values(),
        up: this.ref()?.up ?? UP,
        ...(maker.needsPart && { file: this.shapes.source() }),
        ...(maker.needsPicture && file && { picture: await greyOf(file) }),
      });
      if (made.ok) this.result.set(made);
      else this.problem.set(made.problem);
    } catch (e) {
      if (!isGivenUp(e)) this.problem.set(e instanceof Error ? e.message : String(e));
    } finally {
      this.busy.set(false);
    }
  }

  protected save(shape: MadeShape, kind: 'stl' | '3mf'): void {
    this.saved.emit({ shape, kind });
  }
}
