import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, viewChild } from '@angular/core';
import type { ApexOptions } from 'apexcharts';
import { scaleLinear } from 'd3-scale';
import { shapeFor } from '@cuadro/core/case/facts';
import { contactFaces } from '@cuadro/core/case/words';
import { facesRubbed } from '@cuadro/core/life/rubbing';
import { familyOf } from '@cuadro/core/need/families';
import { formatDate } from '@cuadro/core/quantity/date';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import { factsOf } from '@cuadro/core/plan/facts';
import { neededCycles, outdated, serviceOf } from '@cuadro/core/proof/service';
import { type FaceWear, type PlacedReading, wearByFace } from '@cuadro/core/proof/wear';
import { cyclesOf } from '@cuadro/core/records/kinds/tool-life';
import type { Values } from '@cuadro/core/inputs/spec';
import type { RecordRow } from '@cuadro/core/records/kind';
import { CaseStore } from '../../data/case-store';
import { ShopService } from '../../data/shop.service';
import { RecordsView } from '../../records/records-view';
import { Chart, type ChartInk } from '../../shared/chart';
import { ProofStore } from './proof-store';

/** Tools of the case at work: cycles and wear as they are read, and when the next one is due. */
@Component({
  selector: 'cu-use',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chart, RecordsView],
  styles: `.next { font: 600 18px/1.3 var(--label); margin: 4px 0; } .tab-row { margin-bottom: 6px; }`,
  template: `
    @if (store.tools().length > 1) { <nav class="tab-row" aria-label="Tools">@for (t of store.tools(); track t.id) { <button type="button" [attr.aria-pressed]="t.id === shown()" (click)="shown.set(t.id)">{{ nameOf(t.values) }}</button> }</nav> }
    @for (t of outdatedTools(); track t.id) { <p class="notice" role="status">{{ nameOf(t.values) }} is of an earlier revision than the one released last: take it out of use. <button type="button" class="framed" (click)="withdraw(t)" [attr.aria-label]="'Withdraw ' + nameOf(t.values)">It is withdrawn</button></p> }
    @if (tool(); as t) {
      <p class="quiet">{{ service()!.words }}</p>
      @if (first()?.worn) {
        <p class="next">{{ first()!.face ? 'Face ' + first()!.face : 'It' }} has lost what it may: {{ number(first()!.last_mm!) }} of {{ number(first()!.allowed_mm) }} mm. Take it out of use.</p>
      }
      @if (forecast(); as f) {
        <p class="next">{{ first()!.face ? first()!.face + ': next' : 'Next' }} tool in {{ number(f.cycles.low - cycles()) }} to {{ number(f.cycles.high - cycles()) }} cycles{{ f.on ? ': about ' + day(f.on.likely) : '' }}</p>
        <p class="quiet">{{ number(f.per_thousand_mm) }} mm for each 1 000 cycles, a straight line through the readings; 90 % of the scatter is between the two figures@if (f.on) {, {{ day(f.on.low) }} to {{ day(f.on.high) }} at the pace so far}. Order a spare before the earlier one.</p>
        <cu-chart [question]="'Wear of ' + nameOf(t.values)" [words]="words()" [options]="chart()!" [height]="210" />
      } @else { <p class="quiet">With what may wear off and two readings of the wear, it says when the next one is due.</p> }
      @if (byFace().length > 1) {
        <table><caption>Its end, place by place</caption><thead><tr><th>Place</th><th class="n">may wear off, mm</th><th class="n">worn off, mm</th><th>due</th></tr></thead><tbody>
          @for (w of byFace(); track w.face) { <tr><th scope="row">{{ w.face ?? 'as always measured' }}</th><td class="n">{{ number(w.allowed_mm) }}</td><td class="n">{{ w.last_mm === undefined ? '–' : number(w.last_mm) }}</td><td>{{ due(w) }}</td></tr> }
        </tbody></table>
      }
    }
    @if (store.caseId(); as id) { <cu-records kind="tool-life" [caseId]="id" [usual]="usual()" (stored)="store.load()" /> }
  `,
})
export class UseView {
  protected readonly store = inject(ProofStore);
  private readonly cases = inject(CaseStore);
  private readonly shops = inject(ShopService);
  private readonly records = viewChild(RecordsView);
  protected readonly shown = linkedSignal(() => this.store.tools()[0]?.id);
  protected readonly tool = computed(() => this.store.tools().find((t) => t.id === this.shown()));
  private readonly readings = computed<PlacedReading[]>(() =>
    ((this.tool()?.values['readings'] as readonly Values[] | undefined) ?? []).flatMap((r) =>
      typeof r['on'] === 'string' && typeof r['cycles'] === 'number'
        ? [{
          on: r['on'],
          cycles: r['cycles'],
          ...(typeof r['wear'] === 'number' && { wear_mm: r['wear'] }),
          ...(typeof r['face'] === 'string' && { face: r['face'] }),
        }]
        : []
    )
  );
  protected readonly cycles = computed(() => (this.tool() ? cyclesOf(this.tool()!.values) : 0));
  /** Faces with their own end, and what the record itself allows at the place that is always measured. */
  private readonly limits = computed(() => {
    const doc = this.cases.doc()!;
    const own = this.tool()?.values['allowed'] as number | undefined;
    const faces = facesRubbed(doc.need, contactFaces(shapeFor(doc, true)?.marks));
    return [...(own ? [{ allowed_mm: own }] : []), ...faces.map(({ face, loss_mm }) => ({ face, allowed_mm: loss_mm.likely }))];
  });
  protected readonly byFace = computed(() => wearByFace(this.readings(), this.limits()));
  protected readonly first = computed(() => this.byFace().at(0));
  private readonly allowed = computed(() => this.first()?.allowed_mm);
  /** Readings at the place that is at its end first. */
  private readonly seen = computed(() =>
    this.readings().filter((r) => r.wear_mm !== undefined && (r.face ?? '').toLowerCase() === (this.first()?.face ?? '').toLowerCase())
  );
  protected readonly forecast = computed(() => this.first()?.forecast);

  /** Tools in use that were made to an earlier revision than the one released last. */
  protected readonly outdatedTools = computed(() => {
    const ids = outdated(this.store.released(), this.store.tools());
    return this.store.tools().filter((t) => ids.has(t.id));
  });
  /** What it has made, of what it is needed for, beside what such tools last. */
  protected readonly service = computed(() => {
    const tool = this.tool();
    if (!tool) return undefined;
    const needed = neededCycles(factsOf(this.cases.doc()!, this.shops.site()).need);
    return serviceOf(this.cycles(), needed, this.store.pin()?.figures.find((f) => f.name === 'life')?.range, tool.values, this.shops.site().evidence);
  });

  protected async withdraw(row: RecordRow): Promise<void> {
    await this.store.change('tool-life', row, { ...row.values, ended: 'withdrawn' });
    await this.records()?.load();
  }

  /** A new tool of this case: its number from the release, its duty and material from the case. */
  protected readonly usual = computed<Values>(() => {
    const doc = this.cases.doc()!;
    const pin = this.store.pin();
    const [first] = this.store.released();
    const family = familyOf(doc.family);
    return {
      tool: doc.title,
      duty: family.duty,
      ...(pin?.option.material && { material: pin.option.material }),
      ...(first &&
        {
          number: first.values['number'],
          ...(first.values['place'] && { place: first.values['place'] }),
          ...(first.values['design'] && { revision: String(first.values['design']) }),
        }),
      ...(doc.need.wearLoss && { allowed: doc.need.wearLoss.value }),
    };
  });

  protected number = (x: number): string => formatNumber(Math.max(0, x), 3);
  protected day = (iso: string): string => formatDate(iso);
  protected due({ worn, forecast }: FaceWear): string {
    if (worn) return 'now';
    if (!forecast) return 'two readings of it say';
    return `at ${this.number(forecast.cycles.likely)} cycles${forecast.on ? `, about ${formatDate(forecast.on.likely)}` : ''}`;
  }
  protected nameOf = (v: Values): string => [v['number'], v['tool']].filter(Boolean).join(' · ');
  protected readonly words = computed(() => {
    const f = this.forecast();
    return f
      ? `Worn off ${this.seen().map((r) => `${formatNumber(r.wear_mm!, 2)} mm at ${formatNumber(r.cycles)} cycles`).join(', ')}; ${
        formatNumber(this.allowed()!, 2)
      } mm are allowed.`
      : '';
  });
  protected readonly chart = computed(() => {
    const f = this.forecast(), allowed = this.allowed();
    if (!f || !allowed) return undefined;
    const seen = this.seen();
    const last = seen.at(-1)!;
    const x = scaleLinear().domain([0, 1.05 * f.cycles.high]).nice(6), y = scaleLinear().domain([0, 1.1 * allowed]).nice(4);
    const [[, end], [, top]] = [x.domain(), y.domain()];
    return (ink: ChartInk): ApexOptions => ({
      chart: { type: 'line' },
      series: [
        { name: 'read', data: seen.map((r) => ({ x: r.cycles, y: r.wear_mm! })) },
        { name: 'to come', data: [{ x: last.cycles, y: last.wear_mm! }, { x: f.cycles.likely, y: allowed }] },
      ],
      colors: [ink.petrol, ink.petrol],
      stroke: { curve: 'straight', width: [2.4, 1.4], dashArray: [0, 5] },
      markers: { size: [4, 0] },
      xaxis: {
        type: 'numeric',
        min: 0,
        max: end,
        tickAmount: 6,
        labels: { formatter: (x: string) => formatNumber(Number(x), 2) },
        title: { text: 'cycles', style: { fontWeight: 400 } },
      },
      yaxis: {
        min: 0,
        max: top,
        tickAmount: y.ticks(4).length - 1,
        labels: { formatter: (x: number) => formatNumber(x, 2) },
        title: { text: 'mm worn off', style: { fontWeight: 400 } },
      },
      annotations: {
        yaxis: [{
          y: allowed,
          borderColor: ink.ochre,
          strokeDashArray: 5,
          label: {
            text: `${formatNumber(allowed, 2)} mm allowed`,
            position: 'left',
            textAnchor: 'start',
            borderColor: 'transparent',
            style: { color: ink.ochre, background: ink.sheet, fontSize: '12.5px' },
          },
        }],
        xaxis: [{ x: f.cycles.low, x2: f.cycles.high, fillColor: ink.petrol, opacity: 0.14, borderColor: 'transparent' }],
      },
      legend: { show: false },
    });
  });
}
