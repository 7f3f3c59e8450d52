import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import type { ApexOptions } from 'apexcharts';
import { scaleLinear } from 'd3-scale';
import { familyOf } from '@cuadro/core/need/families';
import { formatDate } from '@cuadro/core/quantity/date';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import { wearForecast, type WearReading } from '@cuadro/core/proof/wear';
import { cyclesOf } from '@cuadro/core/records/kinds/tool-life';
import type { Values } from '@cuadro/core/inputs/spec';
import { CaseStore } from '../../data/case-store';
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
    @if (tool(); as t) {
      @if (forecast(); as f) {
        <p class="next">Next tool in {{ number(f.cycles.low - cycles()) }} to {{ number(f.cycles.high - cycles()) }} cycles{{ f.on ? ': about ' + day(f.on.likely) : '' }}</p>
        <p class="quiet">{{ number(f.per_thousand_mm) }} mm for each 1 000 cycles, a straight line through the readings; 90 % of the scatter is between the two figures@if (f.on) {, {{ day(f.on.low) }} to {{ day(f.on.high) }} at the pace so far}. Order a spare before the earlier one.</p>
        <cu-chart [question]="'Wear of ' + nameOf(t.values)" [words]="words()" [options]="chart()!" [height]="210" />
      } @else { <p class="quiet">{{ number(cycles()) }} cycles so far. With what may wear off and two readings of the wear, it says when the next one is due.</p> }
    }
    @if (store.caseId(); as id) { <cu-records kind="tool-life" [caseId]="id" [usual]="usual()" (stored)="store.load()" /> }
  `,
})
export class UseView {
  protected readonly store = inject(ProofStore);
  private readonly cases = inject(CaseStore);
  protected readonly shown = linkedSignal(() => this.store.tools()[0]?.id);
  protected readonly tool = computed(() => this.store.tools().find((t) => t.id === this.shown()));
  private readonly readings = computed<WearReading[]>(() =>
    ((this.tool()?.values['readings'] as readonly Values[] | undefined) ?? []).flatMap((r) =>
      typeof r['on'] === 'string' && typeof r['cycles'] === 'number'
        ? [{ on: r['on'], cycles: r['cycles'], ...(typeof r['wear'] === 'number' && { wear_mm: r['wear'] }) }]
        : []
    )
  );
  protected readonly cycles = computed(() => (this.tool() ? cyclesOf(this.tool()!.values) : 0));
  private readonly allowed = computed(() => this.tool()?.values['allowed'] as number | undefined);
  protected readonly forecast = computed(() => (this.allowed() ? wearForecast(this.readings(), this.allowed()!) : undefined));

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
      ...(first && { number: first.values['number'], ...(first.values['place'] && { place: first.values['place'] }) }),
      ...(doc.need.wearLoss && { allowed: doc.need.wearLoss.value }),
    };
  });

  protected number = (x: number): string => formatNumber(Math.max(0, x), 3);
  protected day = (iso: string): string => formatDate(iso);
  protected nameOf = (v: Values): string => [v['number'], v['tool']].filter(Boolean).join(' · ');
  protected readonly words = computed(() => {
    const f = this.forecast();
    return f
      ? `Worn off ${
        this.readings().filter((r) => r.wear_mm !== undefined).map((r) => `${formatNumber(r.wear_mm!, 2)} mm at ${formatNumber(r.cycles)} cycles`).join(', ')
      }; ${formatNumber(this.allowed()!, 2)} mm are allowed.`
      : '';
  });
  protected readonly chart = computed(() => {
    const f = this.forecast(), allowed = this.allowed();
    if (!f || !allowed) return undefined;
    const seen = this.readings().filter((r) => r.wear_mm !== undefined);
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
