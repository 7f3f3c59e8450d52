import type { ApexOptions } from 'apexcharts';
import type { Letter } from '@cuadro/core/case/types';
import type { CaseView, PinView } from '@cuadro/core/decide/evaluate-case';
import { formatMoney, GROUP_WORDS } from '@cuadro/core/case/words';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import type { CostGroup } from '@cuadro/core/worksheet/types';
import type { ChartInk } from '../../shared/chart';

const GROUPS: readonly (CostGroup | 'quoted')[] = ['engineering', 'material', 'machine', 'labour', 'finishing', 'hardware', 'outside', 'overhead', 'quoted'];
/** Tones of one ink and simple patterns: parts stay apart in grey and for the colour-blind. */
const TONES = ['#0d4a52', '#5f8f92', '#a9c4c2', '#98490f', '#d6a06a', '#e9d3b4', '#6d675b', '#c9c2b4', '#8d8676'];
/** A solid, B long dashes, C dots, D thin, T thin with long dashes: the line's own pattern beside the letter. */
const DASHES: Record<Letter, number> = { A: 0, B: 9, C: 3, D: 0, T: 14 };
const WIDTHS: Record<Letter, number> = { A: 3, B: 2.4, C: 2.6, D: 1.3, T: 1.3 };

export function buildUpChart(pins: readonly PinView[], currency: string): (ink: ChartInk) => ApexOptions {
  const groups = GROUPS.filter((g) => pins.some((p) => p.buildUp.some((b) => b.group === g && b.money > 0)));
  return (ink) => ({
    chart: { type: 'bar', stacked: true },
    series: groups.map((g) => ({ name: GROUP_WORDS[g], data: pins.map((p) => Math.round((p.buildUp.find((b) => b.group === g)?.money ?? 0) * 100) / 100) })),
    colors: groups.map((g) => TONES[GROUPS.indexOf(g)]),
    plotOptions: { bar: { horizontal: true, barHeight: '70%' } },
    stroke: { width: 1, colors: [ink.sheet] },
    xaxis: {
      categories: pins.map((p) => p.letter),
      labels: { formatter: (x: string) => formatNumber(Number(x)) },
      title: { text: currency, style: { fontWeight: 400 } },
    },
    yaxis: { labels: { style: { fontSize: '15px', fontFamily: 'Barlow Condensed', fontWeight: 600 } } },
    legend: { position: 'right', fontSize: '12.5px', offsetY: -6, itemMargin: { horizontal: 0, vertical: 0 }, markers: { size: 5, shape: 'square' } },
    tooltip: { y: { formatter: (x: number) => formatMoney(x, currency) } },
  });
}

export function buildUpWords(pins: readonly PinView[], currency: string): string {
  return pins.map((p) => `Route ${p.letter}: ${p.buildUp.map((g) => `${GROUP_WORDS[g.group]} ${formatMoney(g.money, currency)}`).join(', ')}.`).join(' ');
}

/** Labels of the lines stand apart from one another, whichever lines lie together. */
const labelAt = (k: number): number => 150 - 22 * k;

export function cyclesChart(view: CaseView, currency: string): (ink: ChartInk) => ApexOptions {
  const { curve, pins, cyclesTotal } = view;
  return (ink) => ({
    chart: { type: 'line' },
    series: pins.map((p, k) => ({ name: p.letter, data: curve.cycles.map((x, i) => ({ x, y: curve.costs[k][i] })) })),
    colors: pins.map(() => ink.petrol),
    stroke: { curve: 'stepline', width: pins.map((p) => WIDTHS[p.letter]), dashArray: pins.map((p) => DASHES[p.letter]) },
    xaxis: {
      type: 'numeric',
      tickAmount: 6,
      labels: { formatter: (x: string) => formatNumber(Number(x)) },
      title: { text: 'cycles over the programme', style: { fontWeight: 400 } },
      tooltip: { enabled: false },
    },
    yaxis: { min: 0, labels: { formatter: (x: number) => formatNumber(x) }, title: { text: currency, style: { fontWeight: 400 } } },
    legend: { show: false },
    annotations: {
      xaxis: [
        {
          x: cyclesTotal,
          borderColor: ink.ochre,
          strokeDashArray: 0,
          label: {
            text: 'asked',
            style: { background: ink.sheet, color: ink.ochre, fontSize: '12px' },
            borderColor: ink.ochre,
            orientation: 'horizontal',
            offsetY: 8,
          },
        },
      ],
      points: pins.map((p, k) => ({
        x: curve.cycles[labelAt(k)],
        y: curve.costs[k][labelAt(k)],
        marker: { size: 0 },
        label: {
          text: p.letter,
          offsetY: 6,
          borderColor: ink.petrol,
          style: { background: ink.sheet, color: ink.ink, fontSize: '13px', fontFamily: 'Barlow Condensed', fontWeight: 600 },
        },
      })),
    },
    tooltip: { x: { formatter: (x: number) => `${formatNumber(x)} cycles` }, y: { formatter: (x: number) => formatMoney(x, currency) } },
  });
}

/** Where routes change places, in a sentence. Replacements make steps, so two routes may cross more than once. */
export function crossingWords(view: CaseView): string {
  const { crossings } = view.curve;
  const { pins } = view;
  if (pins.length < 2) return 'Only one route is pinned.';
  if (!crossings.length) return 'No two routes change places in this range.';
  const pairs = new Map<string, number[]>();
  for (const c of crossings) {
    const key = `${pins[c.a].letter} and ${pins[c.b].letter}`;
    pairs.set(key, [...(pairs.get(key) ?? []), c.cycles]);
  }
  return [...pairs].map(([pair, at]) => `${pair} cross at ${formatNumber(at[0])} cycles${at.length > 1 ? ` (first of ${at.length})` : ''}`).join('; ') + '.';
}
