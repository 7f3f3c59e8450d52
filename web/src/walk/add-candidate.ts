import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { firstValueFrom } from 'rxjs';
import { newCase } from '@cuadro/core/case/new-case';
import type { SignalId } from '@cuadro/core/case/signals';
import { TODAY_WAY_IDS, TODAY_WAYS } from '@cuadro/core/case/today';
import { caseSchema } from '@cuadro/core/document/case-schema';
import type { CaseDoc, ShapeRef, TodayWay } from '@cuadro/core/case/types';
import { AREA_IDS, AREAS, familiesIn } from '@cuadro/core/need/areas';
import { FAMILIES } from '@cuadro/core/need/families';
import { type AreaId, type Form, FORMS } from '@cuadro/core/need/family';
import { shelfOf } from '@cuadro/core/shelf/shelf';
import { formatNumber, formatQuantity } from '@cuadro/core/quantity/quantity';
import { CAD_EXTENSIONS, isCadName, MAX_CAD_BYTES } from '@cuadro/core/shape/formats/cad';
import { type LengthUnit, MAX_BYTES, MESH_EXTENSIONS } from '@cuadro/core/shape/mesh';
import type { CaseRecord, CaseRow, MeshRecord, ModelRecord } from '@cuadro/core/wire';
import { ApiService } from '../data/api.service';
import { CasesService } from '../data/cases.service';
import { SettingsService } from '../data/settings.service';
import { ShopService } from '../data/shop.service';
import { QuantityField } from '../shared/quantity-field';
import { SignalList } from '../shared/signal-list';
import { today } from '../shared/today';

const MOST_BYTES = 12_000_000;
const MOST_PICTURES = 6;

/** A candidate in under a minute: kind, size, how many, today's cost and wait, what goes wrong. */
@Component({
  selector: 'cu-add-candidate',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, QuantityField, SignalList],
  templateUrl: './add-candidate.html',
  styleUrl: './add-candidate.scss',
})
export class AddCandidate {
  private readonly api = inject(ApiService);
  private readonly cases = inject(CasesService);
  private readonly settings = inject(SettingsService);
  protected readonly shops = inject(ShopService);
  /** A file that was let go on the page: measured at once. */
  readonly dropped = input<File>();
  readonly added = output<CaseRecord>();
  /** Another follows at once: the form stays. */
  readonly addedMore = output<CaseRecord>();
  readonly closed = output();

  protected readonly areas = AREA_IDS.map((id) => ({ id, label: AREAS[id].label }));
  protected readonly area = signal<AreaId | ''>('');
  protected readonly asked = computed(() => (this.area() ? AREAS[this.area() as AreaId].ask : []));
  /** Kinds of tool that turn up in that part of the plant. */
  protected readonly families = computed(() => (this.area() ? familiesIn(this.area() as AreaId) : FAMILIES));
  /** The part as the server has measured it; with the model it comes from, where it was one. */
  protected readonly part = signal<(MeshRecord & Partial<ModelRecord>) | undefined>(undefined);
  /** Name of the file that is being measured. */
  protected readonly reading = signal('');
  private file?: File;
  protected readonly accept = [...MESH_EXTENSIONS, ...CAD_EXTENSIONS].join();
  protected readonly partText = computed(() => {
    const { box_mm, volume_mm3 } = this.part()!.measure;
    const units = this.settings.units();
    return `${box_mm.map((x) => formatQuantity(x, 'length', units)).join(' × ')}, ${formatQuantity(volume_mm3 / 1000, 'volume', units)}`;
  });
  protected readonly seen = signal<readonly SignalId[]>([]);
  protected readonly owner = signal('');
  private readonly allPatterns = signal<readonly CaseRow[]>([]);
  /** Patterns of this kind of tool, kept on the page of cases. */
  protected readonly patterns = computed(() => this.allPatterns().filter((t) => t.family === this.familyId()));
  protected readonly template = signal('');
  protected readonly ways = TODAY_WAY_IDS.map((value) => ({ value, label: TODAY_WAYS[value].label }));
  protected readonly forms = Object.entries(FORMS).map(([value, label]) => ({ value, label }));
  /** Looks like; the usual of its kind until somebody says. */
  protected readonly form = signal<Form | ''>('');
  protected readonly made = signal('');
  protected readonly delay = signal<number | null>(null);
  protected readonly materials = computed(() => {
    const { near } = TODAY_WAYS[this.way()];
    const all = shelfOf(this.shops.shop()).materials;
    return !near ? [] : this.way() === 'bought' ? all : all.filter((m) => m.processes.includes(near));
  });
  protected readonly axes = ['Length', 'Width', 'Height'] as const;
  protected readonly title = signal('');
  protected readonly familyId = signal(FAMILIES[0].id);
  protected readonly size = signal<[number | null, number | null, number | null]>([null, null, null]);
  protected readonly copies = signal<number | null>(1);
  protected readonly way = signal<TodayWay>('machined');
  protected readonly cost = signal<number | null>(null);
  protected readonly wait = signal<number | null>(null);
  protected readonly trouble = signal('');
  protected readonly place = signal('');
  protected readonly pictures = signal<readonly File[]>([]);
  /** One of that name and kind is on the walk already. */
  protected readonly twin = computed(() => {
    const title = this.title().trim().toLowerCase();
    return title ? this.cases.candidates().find(({ row }) => row.title.trim().toLowerCase() === title && row.family === this.familyId())?.row : undefined;
  });
  /** What was added last, while the next one is typed. */
  protected readonly last = signal('');
  protected readonly problem = signal('');
  protected readonly busy = signal(false);
  protected readonly family = computed(() => FAMILIES.find((f) => f.id === this.familyId())!);

  /** Measure a part: its box fills the three sizes, its name the tool's where nobody has said one. */
  protected async load(file: File | undefined, unit: LengthUnit = 'mm'): Promise<void> {
    if (!file) return;
    this.file = file;
    this.problem.set('');
    const limit = isCadName(file.name) ? MAX_CAD_BYTES : MAX_BYTES;
    if (file.size > limit) return this.problem.set(`${file.name} has ${formatNumber(file.size / 2 ** 20)} MB; at most ${limit / 2 ** 20} MB can be read.`);
    this.reading.set(file.name);
    try {
      const bytes = new Uint8Array(await file.arrayBuffer());
      const part = await firstValueFrom<MeshRecord & Partial<ModelRecord>>(
        isCadName(file.name) ? this.api.addModel(bytes, file.name) : this.api.addMesh(bytes, file.name, unit),
      );
      if (this.file !== file) return;
      this.part.set(part);
      this.size.set(part.measure.box_mm.map((x) => Number(x.toFixed(2))) as [number, number, number]);
      if (!this.title().trim()) this.title.set(file.name.replace(/\.[^.]+$/, '').replace(/[-_]+/g, ' '));
    } catch (e) {
      this.problem.set(`${file.name}: ${e instanceof Error ? e.message : String(e)}`);
    } finally {
      if (this.file === file) this.reading.set('');
    }
  }

  protected readIn(unit: LengthUnit): void {
    void this.load(this.file, unit);
  }

  constructor() {
    effect(() => {
      const file = this.dropped();
      if (file) untracked(() => void this.load(file));
    });
    // Without the server there are none to begin from, and a candidate is taken all the same.
    this.api.cases({ templates: true, size: 500 }).pipe(takeUntilDestroyed()).subscribe({
      next: ({ rows }) => this.allPatterns.set(rows),
      error: () => undefined,
    });
  }

  /** Another part of the plant: its kinds of tool, and its questions. */
  protected walkTo(area: string): void {
    this.area.set(area as AreaId | '');
    if (!this.families().some((f) => f.id === this.familyId())) this.familyId.set(this.families()[0].id);
  }

  /** Taken with the phone, or chosen. */
  protected pick(event: Event): void {
    const files = [...((event.target as HTMLInputElement).files ?? [])];
    const large = files.find((f) => f.size > MOST_BYTES);
    this.problem.set(large ? `${large.name} has more than 12 MB: take it smaller.` : files.length > MOST_PICTURES ? `At most ${MOST_PICTURES} pictures.` : '');
    this.pictures.set(files.filter((f) => f.size <= MOST_BYTES).slice(0, MOST_PICTURES));
  }

  protected setSize(axis: number, value: number | null): void {
    this.size.update((s) => s.map((x, i) => (i === axis ? value : x)) as [number | null, number | null, number | null]);
  }

  protected async add(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    const form = event.target as HTMLElement;
    const goesOn = (event.submitter as HTMLButtonElement | null)?.value === 'next';
    this.problem.set('');
    const bad = form.querySelector<HTMLInputElement>('[aria-invalid="true"]');
    if (bad) {
      bad.focus();
      return;
    }
    const size = this.size();
    if (size.some((s) => s === null)) {
      this.problem.set('Give the three outer sizes, roughly.');
      return;
    }
    const part = this.part();
    const chosen = this.patterns().find((t) => t.id === this.template());
    let pattern: CaseDoc | undefined;
    try {
      pattern = chosen && (await firstValueFrom(this.api.case(chosen.id))).doc;
    } catch (e) {
      this.problem.set(`The pattern cannot be read: ${e instanceof Error ? e.message : String(e)}`);
      return;
    }
    const doc: CaseDoc = {
      ...newCase(
        {
          title: this.title(),
          family: this.familyId(),
          size_mm: size as [number, number, number],
          copies: this.copies() ?? 1,
          todayWay: this.way(),
          todayCost: this.cost(),
          todayWait_days: this.wait(),
          trouble: this.trouble(),
          ...(this.form() && { form: this.form() as Form }),
          today: { material: this.materials().some((m) => m.id === this.made()) ? this.made() : null, delay_per_day: this.delay() ?? 0 },
        },
        today(),
        pattern,
      ),
      place: this.place().trim(),
      ...(part && { shapes: { printed: shapeOf(part) } }),
      ...(this.owner().trim() && { owner: this.owner().trim() }),
      ...(this.seen().length && { signals: [...this.seen()] }),
    };
    try {
      caseSchema.validateSync(doc, { strict: true });
      this.busy.set(true);
      const record = await this.cases.add(doc, this.pictures());
      if (record && !goesOn) return this.added.emit(record);
      if (record) this.addedMore.emit(record);
      // Kind, place and how it is made today are often those of the one before; the rest is not.
      this.last.set(record ? `Added: ${doc.title.trim()}.` : `${doc.title.trim()} waits in this browser and is sent when the server answers.`);
      this.seen.set([]);
      this.part.set(undefined);
      this.pictures.set([]);
      const files = form.querySelector<HTMLInputElement>('[name=pictures]');
      if (files) files.value = '';
      for (const text of [this.title, this.trouble]) text.set('');
      for (const figure of [this.cost, this.wait, this.delay]) figure.set(null);
      this.size.set([null, null, null]);
      this.copies.set(1);
      form.querySelector<HTMLInputElement>('[name=title]')?.focus();
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    } finally {
      this.busy.set(false);
    }
  }
}

function shapeOf({ hash, fileName, unit, measure, model }: MeshRecord & Partial<ModelRecord>): ShapeRef {
  return { hash, fileName, unit, measure, ...(model && { model }) };
}
