import type { ApexOptions } from 'apexcharts';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import type { Candidate } from '../data/cases.service';
import type { ChartInk } from '../shared/chart';

/** So many of the best are named. */
const NAMED = 8;

/** A candidate with a saving: hours of work against saving × chance. */
interface Point {
  c: Candidate;
  hours: number;
  gain: number;
}

const GROUPS = [
  { name: 'to print', shape: 'circle', of: ['print', 'hybrid', 'bridge'] },
  { name: 'to cut, mill or have machined', shape: 'square', of: ['simple', 'machine'] },
] as const;

export function pointsOf(candidates: readonly Candidate[]): Point[] {
  return candidates.flatMap((c) => {
    // Saving × chance is what the ranking divides by the hours: one rule, that of the quick look.
    const gain = c.look ? c.look.worthPerHour * c.look.effort_h : 0;
    return c.look && gain > 0 && c.look.effort_h > 0 ? [{ c, hours: c.look.effort_h, gain }] : [];
  });
}

/** Worths of an hour, in decades, whose lines cross the picture. */
export function worthLines(points: readonly Point[]): number[] {
  const worth = points.map((p) => p.gain / p.hours);
  if (!worth.length) return [];
  const from = Math.ceil(Math.log10(Math.min(...worth)) - 1e-9), to = Math.floor(Math.log10(Math.max(...worth)) + 1e-9);
  return Array.from({ length: Math.max(0, to - from + 1) }, (_, i) => 10 ** (from + i));
}

/**
 * Saving × chance over hours of work, both in decades: on a line from below left to above right an hour of work is worth the same. Log
 * figures are put on plain axes, because the charts know no such axis across.
 */
export function walkPlane(candidates: readonly Candidate[], money: (x: number) => string, open: (c: Candidate) => void): (ink: ChartInk) => ApexOptions {
  const points = pointsOf(candidates);
  const ends = (of: (p: Point) => number): [number, number] => [
    Math.floor(Math.log10(Math.min(...points.map(of))) * 2 - 0.2) / 2,
    Math.ceil(Math.log10(Math.max(...points.map(of))) * 2 + 0.2) / 2,
  ];
  const [x0, x1] = points.length ? ends((p) => p.hours) : [0, 1];
  const [y0, y1] = points.length ? ends((p) => p.gain) : [0, 1];
  const lines = worthLines(points).map((w) => {
    const at = Math.log10(w);
    // y = x + log w, cut to the frame.
    const left = Math.max(x0, y0 - at), right = Math.min(x1, y1 - at);
    return { name: `${money(w)} an hour`, type: 'line', data: [{ x: left, y: left + at }, { x: right, y: right + at }] };
  });
  const groups = GROUPS.map(({ name, of, shape }) => ({
    name,
    shape,
    points: points.filter((p) => (of as readonly string[]).includes(p.c.look!.verdict)),
  }));
  const shown = (log: number): string => formatNumber(10 ** log, 2);
  return (ink) => ({
    chart: {
      type: 'line',
      events: {
        markerClick: (_e, _chart, at: { seriesIndex: number; dataPointIndex: number }) => {
          const p = groups[at.seriesIndex]?.points[at.dataPointIndex];
          if (p) open(p.c);
        },
      },
    },
    series: [
      ...groups.map(({ name, points }) => ({ name, type: 'scatter', data: points.map((p) => ({ x: Math.log10(p.hours), y: Math.log10(p.gain) })) })),
      ...lines,
    ],
    colors: [ink.petrol, ink.ochre, ...lines.map(() => ink.quiet)],
    stroke: { width: [0, 0, ...lines.map(() => 1)], dashArray: [0, 0, ...lines.map(() => 4)], curve: 'straight' },
    markers: { size: [7, 7, ...lines.map(() => 0)], shape: [...groups.map((g) => g.shape), ...lines.map(() => 'circle' as const)], strokeWidth: 1 },
    annotations: {
      points: [
        // The best by name; the others say it under the pointer, and all in the list.
        ...[...points].sort((a, b) => b.gain / b.hours - a.gain / a.hours).slice(0, NAMED).map((p) => ({
          x: Math.log10(p.hours),
          y: Math.log10(p.gain),
          marker: { size: 0 },
          label: {
            text: p.c.row.title,
            textAnchor: Math.log10(p.hours) > (x0 + x1) / 2 ? 'end' : 'start',
            borderWidth: 0,
            offsetX: Math.log10(p.hours) > (x0 + x1) / 2 ? -8 : 8,
            offsetY: 14,
            style: { background: 'transparent', color: ink.ink, fontSize: '12px' },
          },
        })),
        ...lines.map(({ name, data }) => ({
          ...data[1],
          marker: { size: 0 },
          label: { text: name, textAnchor: 'end', borderWidth: 0, offsetY: 18, style: { background: ink.sheet, color: ink.quiet, fontSize: '12px' } },
        })),
      ],
    },
    legend: { show: true, position: 'top', horizontalAlign: 'left', customLegendItems: groups.map((g) => g.name), fontSize: '13px' },
    xaxis: {
      type: 'numeric',
      min: x0,
      max: x1,
      tickAmount: Math.max(2, Math.round(2 * (x1 - x0))),
      title: { text: 'hours of work' },
      labels: { formatter: (x: string) => shown(Number(x)) },
      tooltip: { enabled: false },
    },
    yaxis: {
      min: y0,
      max: y1,
      tickAmount: Math.max(2, Math.round(2 * (y1 - y0))),
      title: { text: 'saving × chance' },
      labels: { formatter: (y: number) => money(Number((10 ** y).toPrecision(2))) },
    },
    tooltip: {
      shared: false,
      intersect: true,
      custom: ({ seriesIndex, dataPointIndex }: { seriesIndex: number; dataPointIndex: number }) => {
        const p = groups[seriesIndex]?.points[dataPointIndex];
        if (!p) return '';
        const box = document.createElement('div');
        box.className = 'tip';
        box.textContent = `${p.c.row.title}: ${money(p.gain)} in ${formatNumber(p.hours, 2)} h`;
        return box.outerHTML;
      },
    },
  });
}

export function walkPlaneWords(candidates: readonly Candidate[], money: (x: number) => string): string {
  const points = pointsOf(candidates).sort((a, b) => b.gain / b.hours - a.gain / a.hours);
  if (!points.length) return 'No candidate saves anything yet.';
  return `${points.length} candidates that save. An hour is worth most on ${
    points.slice(0, 3).map((p) => `${p.c.row.title} (${money(p.gain / p.hours)})`).join(', ')
  }.`;
}
