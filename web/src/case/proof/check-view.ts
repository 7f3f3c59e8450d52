import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import type { ApexOptions } from 'apexcharts';
import { firstValueFrom } from 'rxjs';
import { shapeFor } from '@cuadro/core/case/facts';
import { number, type InputSpec, type InputValue, type NumberInput, type Values } from '@cuadro/core/inputs/spec';
import { factsOf } from '@cuadro/core/plan/facts';
import { type CheckRow, scaleOff } from '@cuadro/core/proof/check-plan';
import { refusal } from '@cuadro/core/proof/rules';
import type { ScanFound } from '@cuadro/core/proof/scan-found';
import { formatNumber, QUANTITIES, type Quantity, toShown } from '@cuadro/core/quantity/quantity';
import { release } from '@cuadro/core/records/kinds/release';
import type { RecordRow } from '@cuadro/core/records/kind';
import { ApiService } from '../../data/api.service';
import { CaseStore } from '../../data/case-store';
import { SettingsService } from '../../data/settings.service';
import { isGivenUp, ShapeService } from '../../data/shape.service';
import { ShopService } from '../../data/shop.service';
import { Chart, type ChartInk } from '../../shared/chart';
import { InputField } from '../../shared/inputs/input-field';
import { InputForm } from '../../shared/inputs/input-form';
import type { Tag } from '../../shared/part-view/part-scene';
import { PartView } from '../../shared/part-view/part-view';
import { StateGlyph } from '../../shared/state-glyph';
import { ProofStore } from './proof-store';
import { today } from '../../shared/today';

/** What is asked of a line in its own quantity, so that it is read and typed in the units at hand. */
const QUANTITY: Readonly<Record<string, Quantity>> = { mm: 'length', kg: 'mass', µm: 'roughness' };
const FOUND = new Map<string, NumberInput>(
  ['', ...Object.keys(QUANTITY)].map((unit) => [unit, number('found', 'Found', QUANTITY[unit] ?? 'count', [-1e6, 1e6], undefined, { optional: true })]),
);
const TOLERANCE = number('tolerance', 'Within ±', 'length', [0.001, 50], 0.2);
const signed = (x: number): string => `${x > 0 ? '+' : ''}${formatNumber(x, 2)}`;

/** The first piece: its check plan line by line, a scan laid over the model, and its release once all is met. */
@Component({
  selector: 'cu-check',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chart, InputField, InputForm, MatProgressBarModule, PartView, StateGlyph],
  providers: [ShapeService],
  templateUrl: './check-view.html',
  styleUrl: './check-view.scss',
})
export class CheckView {
  protected readonly store = inject(ProofStore);
  private readonly api = inject(ApiService);
  private readonly cases = inject(CaseStore);
  private readonly shops = inject(ShopService);
  private readonly settings = inject(SettingsService);
  protected readonly shapes = inject(ShapeService);

  protected foundSpec = (c: CheckRow): NumberInput => FOUND.get(c.item.unit) ?? FOUND.get('')!;
  protected readonly toleranceSpec: NumberInput = TOLERANCE;
  protected readonly releaseInputs: readonly InputSpec[] = release.inputs.filter((i) => i.id !== 'piece');
  protected readonly releasing = signal<Values | undefined>(undefined);
  /** Lines that failed and for which somebody types why it is accepted all the same. */
  protected readonly accepting = signal('');

  protected readonly shape = computed(() => shapeFor(this.cases.doc()!, true));
  protected readonly tolerance = signal<number | undefined>(undefined);
  protected readonly within = computed(() => this.tolerance() ?? this.cases.doc()?.need.tolerance?.value ?? 0.2);
  protected readonly laid = signal<'fit' | 'datum'>('fit');
  protected readonly unit = signal<'mm' | 'inch'>('mm');
  protected readonly scan = signal<ScanFound | undefined>(undefined);
  protected readonly scanFile = signal('');
  protected readonly problem = signal('');
  protected readonly datums = computed(() => (this.shape()?.marks ?? []).filter((m) => m.duty === 'datum').map((m) => m.point));
  protected readonly tags = computed<Tag[]>(() =>
    this.scan()?.worst.filter((w) => Math.abs(w.deviation_mm) > this.within() / 2).map((w) => ({
      point: w.point,
      text: signed(w.deviation_mm),
      kind: 'thin' as const,
    })) ?? []
  );
  protected readonly description = computed(() => {
    const s = this.scan();
    return s
      ? `The part with the scan laid over it. Worst places: ${s.worst.map((w) => `${signed(w.deviation_mm)} mm`).join(', ')}.`
      : 'The part as it is to be.';
  });
  protected readonly lastScan = computed(() =>
    this.store.rows().filter((r) => r.kind === 'scan' && r.values['piece'] === this.store.piece())[0] as RecordRow | undefined
  );
  protected readonly refusal = computed(() => {
    const view = this.cases.view();
    const about = { rows: this.store.rows(), facts: () => factsOf(this.cases.doc()!, this.shops.site()), view: () => view! };
    return view ? refusal('release', { piece: this.store.piece() }, about) : 'Working it out …';
  });
  protected readonly met = computed(() => this.store.checks().filter((c) => c.state === 'pass' || c.state === 'conditional').length);
  protected readonly releasedAs = computed(() => this.store.released().find((r) => r.values['piece'] === this.store.piece()));
  protected readonly scale = computed(() => scaleOff(this.store.checks()));

  protected paper = (release: string, of: 'label' | 'certificate'): string => `/api/cases/${this.store.caseId()}/releases/${release}/${of}.pdf`;
  protected signed = signed;
  /** To the micrometre: beyond it nothing was measured. */
  protected round = (mm: number): number => Math.round(1000 * mm) / 1000;
  protected percent = (x: number): string => `${formatNumber(100 * x, 3)} %`;
  protected number = (x: number): string => formatNumber(x, 4);

  constructor() {
    effect(() => {
      const shape = this.shape();
      if (shape)
        untracked(() => {
          this.opened = this.shapes.open(shape).then((problem) => this.problem.set(problem ?? '')).catch((e: unknown) => {
            if (!isGivenUp(e)) this.problem.set(e instanceof Error ? e.message : String(e));
          });
        });
    });
  }

  protected asked({ item }: CheckRow): string {
    if (item.kind === 'yes-no') return 'holds';
    const [quantity, units] = [QUANTITY[item.unit], this.settings.units()];
    // As a drawing gives it: a hole of 10.25 is not one of 10.3.
    const text = (
      x: number,
    ): string => (quantity ? `${formatNumber(toShown(x, quantity, units), 5)}\u00a0${QUANTITIES[quantity].show[units]}` : formatNumber(x, 5));
    if (item.nominal !== undefined && item.most !== undefined) return `${text(item.nominal)} ± ${text(item.most - item.nominal)}`;
    return item.most !== undefined ? `at most ${text(item.most)}` : `at least ${text(item.least!)}`;
  }

  protected async found(c: CheckRow, value: InputValue | undefined): Promise<void> {
    if (typeof value === 'number') await this.keep(c, { value });
  }

  protected async held(c: CheckRow, held: boolean): Promise<void> {
    await this.keep(c, { held });
  }

  protected async accept(c: CheckRow, why: string): Promise<void> {
    if (why.trim().length < 3) return;
    const { value, held } = c.row!.values;
    if (await this.keep(c, { ...(value !== undefined && { value }), ...(held !== undefined && { held }), accepted: why.trim() })) this.accepting.set('');
  }

  private keep(c: CheckRow, values: Values): Promise<boolean> {
    return this.store.add('check', {
      piece: this.store.piece(),
      item: c.item.id,
      what: c.item.what.slice(0, 160),
      on: today(),
      instrument: c.item.with,
      ...values,
    });
  }

  protected startRelease(): void {
    this.releasing.set({ on: today(), design: this.cases.record()!.revision, statement: 'Measured against its check plan and released for use.' });
  }

  protected async letGo(event: Event): Promise<void> {
    event.preventDefault();
    const values = { ...this.releasing(), piece: this.store.piece() };
    if (!(await this.store.add('release', values))) return;
    this.releasing.set(undefined);
  }

  /** Lay a scan over the model, and keep it with what came out. */
  protected async read(file: File | undefined): Promise<void> {
    if (!file) return;
    this.problem.set('');
    try {
      const bytes = new Uint8Array(await file.arrayBuffer());
      const found = await this.lay(bytes, file.name);
      const stored = await firstValueFrom(this.api.addScan(bytes, file.name));
      await this.store.add('scan', {
        piece: this.store.piece(),
        on: today(),
        file: stored,
        unit: this.unit(),
        laid: this.laid(),
        tolerance: this.within(),
        mesh: this.shape()?.hash ?? '',
        points: found.points,
        share: found.share,
        rms: found.rms_mm,
        p95: found.p95_mm,
        mean: found.mean_mm,
      });
    } catch (e) {
      if (!isGivenUp(e)) this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }

  /** The scan that is kept, laid over the model again. */
  protected async again(row: RecordRow): Promise<void> {
    const file = row.values['file'] as { hash: string; name: string };
    this.problem.set('');
    try {
      this.unit.set(row.values['unit'] === 'inch' ? 'inch' : 'mm');
      await this.lay(new Uint8Array(await firstValueFrom(this.api.file(file.hash))), file.name);
    } catch (e) {
      if (!isGivenUp(e)) this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }

  /** Ends when the part is there, or cannot be shown. */
  private opened: Promise<void> = Promise.resolve();

  private async lay(bytes: Uint8Array<ArrayBuffer>, name: string): Promise<ScanFound> {
    // A scan that is given before the part is drawn waits for it: it would take its place.
    await this.opened;
    const found = await this.shapes.scan(bytes, name, this.unit(), this.laid() === 'datum' ? this.datums().slice(0, 3) : [], this.within());
    this.scan.set(found);
    this.scanFile.set(name);
    return found;
  }

  protected histogram = computed(() => {
    const s = this.scan();
    if (!s) return undefined;
    return (ink: ChartInk): ApexOptions => ({
      chart: { type: 'bar' },
      series: [{
        name: 'points',
        data: s.bins.map((b) => ({
          x: formatNumber(b.from_mm, 2),
          y: b.count,
          fillColor: Math.abs(b.from_mm + s.tolerance_mm / 8) > s.tolerance_mm ? ink.ochre : ink.petrol,
        })),
      }],
      plotOptions: { bar: { columnWidth: '96%' } },
      xaxis: { tickAmount: 6, labels: { rotate: 0, hideOverlappingLabels: true }, title: { text: 'mm beyond the model', style: { fontWeight: 400 } } },
      yaxis: { labels: { formatter: (x: number) => formatNumber(x, 2) } },
    });
  });
  protected readonly histogramWords = computed(() => {
    const s = this.scan();
    return s
      ? `${formatNumber(s.points)} points; ${this.percent(s.share)} within ± ${formatNumber(s.tolerance_mm, 2)} mm; 95 % within ${
        formatNumber(s.p95_mm, 2)
      } mm; in the mean ${signed(s.mean_mm)} mm.`
      : '';
  });
}
