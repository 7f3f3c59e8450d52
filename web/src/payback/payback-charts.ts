import type { ApexOptions } from 'apexcharts';
import { scaleLinear } from 'd3-scale';
import { formatMoney } from '@cuadro/core/case/words';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import type { PaybackView } from '@cuadro/core/payback/scenario';
import { monthsText } from '@cuadro/core/payback/words';
import type { ChartInk } from '../shared/chart';

const thousands = (x: number): string => (Math.abs(x) >= 10_000 ? `${formatNumber(x / 1000, 3)} k` : formatNumber(x, 3));
const round = (x: number): number => Math.round(x);

/** Money in hand after each month: the band of the samples, the likely course, and the same tools without any machine. */
export function cashChart(view: PaybackView, currency: string): (ink: ChartInk) => ApexOptions {
  return (ink) => ({
    chart: { type: 'rangeArea' },
    series: [
      { name: '10 to 90 % of the samples', type: 'rangeArea', data: view.band.map((b, x) => ({ x, y: [round(b.p10), round(b.p90)] })) },
      { name: 'middle of the samples', type: 'line', data: view.band.map((b, x) => ({ x, y: round(b.p50) })) },
      ...(view.bureau ? [{ name: 'all to a bureau', type: 'line', data: view.bureau.map((y, x) => ({ x, y: round(y) })) }] : []),
    ],
    colors: [ink.petrol, ink.petrol, ink.quiet],
    fill: { opacity: [0.16, 1, 1] },
    stroke: { curve: 'straight', width: [0, 2.4, 1.5], dashArray: [0, 0, 6] },
    xaxis: { type: 'numeric', min: 0, max: view.months, tickAmount: 8, decimalsInFloat: 0, title: { text: 'months', style: { fontWeight: 400 } } },
    yaxis: { labels: { formatter: thousands }, title: { text: currency, style: { fontWeight: 400 } } },
    annotations: {
      yaxis: [{ y: 0, borderColor: ink.ink, strokeDashArray: 0 }],
      xaxis: [
        ...(Number.isFinite(view.payback.p50) && view.payback.p50 > 0
          ? [{
            x: view.payback.p50,
            borderColor: ink.ochre,
            label: {
              text: `paid back after ${formatNumber(view.payback.p50, 3)}`,
              orientation: 'horizontal' as const,
              borderColor: 'transparent',
              style: { color: ink.ochre, background: ink.sheet, fontSize: '12.5px' },
            },
          }]
          : []),
        {
          x: view.wanted,
          borderColor: ink.quiet,
          label: {
            text: `wanted: before ${view.wanted}`,
            orientation: 'horizontal' as const,
            position: 'bottom',
            offsetY: -14,
            borderColor: 'transparent',
            style: { color: ink.quiet, background: ink.sheet, fontSize: '12.5px' },
          },
        },
      ],
    },
    markers: { size: 0 },
    legend: { position: 'top', horizontalAlign: 'left', fontSize: '12.5px' },
    tooltip: { x: { formatter: (x: number) => `after month ${x}` } },
  });
}

export function cashWords(view: PaybackView, currency: string): string {
  const at = (k: number): string =>
    `after month ${k}, ${formatMoney(view.band[k].p50, currency)} (${formatMoney(view.band[k].p10, currency)} to ${formatMoney(view.band[k].p90, currency)})`;
  return `Money in hand: ${[0, Math.min(12, view.months), view.months].map(at).join('; ')}. Paid back: ${monthsText(view.payback.p50, view.months)}.`;
}

/** So many points on a line of money against tools. */
const POINTS = 24, TICKS = 5;

/** A month's money against tools a month: the machine (flat, then what each tool takes) and the bureau (all of it by the tool). */
export function crossingChart(view: PaybackView, currency: string): (ink: ChartInk) => ApexOptions {
  const f = (name: string): number => view.figures[name].p50;
  const crossing = view.figures['crossing'];
  const most = Math.max(4, 1.7 * f('tools'), crossing.p50 < 4 * Math.max(1, f('tools')) ? 1.4 * crossing.p50 : 0);
  const [, end] = scaleLinear().domain([0, most]).nice(TICKS).domain();
  const xs = Array.from({ length: POINTS + 1 }, (_, k) => (end * k) / POINTS);
  const shown = crossing.p50 <= end;
  return (ink) => ({
    chart: { type: 'line' },
    series: [
      { name: 'machine', data: xs.map((x) => ({ x, y: round(f('standing_all') + f('own_each') * x) })) },
      { name: 'bureau', data: xs.map((x) => ({ x, y: round(f('bureau_each') * x) })) },
    ],
    colors: [ink.petrol, ink.quiet],
    stroke: { curve: 'straight', width: [2.4, 1.8], dashArray: [0, 6] },
    xaxis: {
      type: 'numeric',
      min: 0,
      max: end,
      tickAmount: scaleLinear().domain([0, end]).ticks(TICKS).length - 1,
      decimalsInFloat: 0,
      title: { text: 'tools a month', style: { fontWeight: 400 } },
    },
    yaxis: { min: 0, labels: { formatter: thousands }, title: { text: `${currency} a month`, style: { fontWeight: 400 } } },
    annotations: {
      xaxis: [
        ...(shown
          ? [{
            x: crossing.p10,
            x2: Math.min(end, crossing.p90),
            fillColor: ink.ochre,
            opacity: 0.14,
            borderColor: 'transparent',
            label: {
              text: `even at ${formatNumber(crossing.p50, 2)}`,
              orientation: 'horizontal' as const,
              textAnchor: 'start',
              offsetX: 4,
              borderColor: 'transparent',
              style: { color: ink.ochre, background: 'transparent', fontSize: '12.5px' },
            },
          }]
          : []),
        {
          x: f('tools'),
          borderColor: ink.petrol,
          label: {
            text: `yours ${formatNumber(f('tools'), 2)}`,
            orientation: 'horizontal' as const,
            position: 'bottom',
            offsetY: -12,
            borderColor: 'transparent',
            style: { color: ink.petrol, background: ink.sheet, fontSize: '12.5px' },
          },
        },
      ],
    },
    markers: { size: 0 },
    legend: { position: 'top', horizontalAlign: 'left', fontSize: '12.5px' },
  });
}

export function crossingWords(view: PaybackView): string {
  const { p10, p50, p90 } = view.figures['crossing'];
  return p50 >= 1e5
    ? 'At no number of tools: each costs less at the bureau than it takes in material and hands here.'
    : `From ${formatNumber(p50, 2)} tools a month (${formatNumber(p10, 2)} to ${formatNumber(p90, 2)}); yours are ${
      formatNumber(view.figures['tools'].p50, 2)
    }.`;
}

/** Where the money of a month comes from and goes: bars to either side. */
export function monthChart(view: PaybackView, currency: string): (ink: ChartInk) => ApexOptions {
  const rows = monthRows(view);
  return (ink) => ({
    chart: { type: 'bar' },
    series: [{ name: 'a month', data: rows.map((r) => ({ x: r.label, y: round(r.money), fillColor: r.money < 0 ? ink.ochre : ink.petrol })) }],
    plotOptions: { bar: { horizontal: true, barHeight: '62%' } },
    xaxis: { tickAmount: 4, labels: { formatter: (x: string) => thousands(Number(x)) }, title: { text: `${currency} a month`, style: { fontWeight: 400 } } },
    yaxis: { labels: { maxWidth: 190, style: { fontSize: '12.5px' } } },
    legend: { show: false },
    tooltip: { y: { formatter: (x: number) => formatMoney(x, currency) } },
  });
}

const MONTH_LINES = [
  ['not_bought', 1],
  ['mill_freed', 1],
  ['program_freed', 1],
  ['plastic', -1],
  ['hands', -1],
  ['power', -1],
  ['bureau_paid', -1],
  [
    'upkeep_paid',
    -1,
  ],
  ['staff_paid', -1],
  ['standing', -1],
  ['lease_paid', -1],
] as const;

/** Lines of a month that move any money, gains first. */
export const monthRows = (view: PaybackView): { name: string; label: string; money: number }[] =>
  MONTH_LINES.flatMap(([name, sign]) => {
    const f = view.figures[name];
    return Math.abs(f.p50) < 0.5 ? [] : [{ name, label: f.label, money: sign * f.p50 }];
  });
