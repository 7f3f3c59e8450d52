import type { ApexOptions } from 'apexcharts';
import { scaleLinear } from 'd3-scale';
import type { Letter } from '@cuadro/core/case/types';
import { cheapestAlong, type Curve } from '@cuadro/core/decide/compare';
import type { CaseView, PinView } from '@cuadro/core/decide/evaluate-case';
import { formatMoney, GROUP_WORDS } from '@cuadro/core/case/words';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import type { CostGroup } from '@cuadro/core/worksheet/types';
import type { ChartInk } from '../../shared/chart';
import { FAR_DEARER } from '../far-dearer';

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
  return pins.map((p) =>
    `Route ${p.letter}: ${p.buildUp.map((g) => `${GROUP_WORDS[g.group]} ${formatMoney(g.money, currency)}`).join(', ') || 'nothing is paid for it'}.`
  ).join(' ');
}

/** So many figures that move the cost are drawn; the others move it less. */
const MOVERS = 8;

/** What moves the cost over the programme: a bar from the cost with an entry at its low to that at its high, all others likely; the widest first. */
export function moversChart({ swings }: PinView, currency: string): (ink: ChartInk) => ApexOptions {
  const shown = swings.slice(0, MOVERS);
  const low = Math.min(...shown.map((s) => Math.min(s.atLow, s.atHigh))), high = Math.max(...shown.map((s) => Math.max(s.atLow, s.atHigh)));
  // Round ends, so that the ticks between them are round as well.
  const scale = scaleLinear().domain([low, high]).nice(4);
  const [from, to] = scale.domain();
  return (ink) => ({
    chart: { type: 'rangeBar' },
    series: [{ name: 'cost', data: shown.map((s) => ({ x: s.label, y: [Math.min(s.atLow, s.atHigh), Math.max(s.atLow, s.atHigh)] })) }],
    colors: [ink.petrol],
    plotOptions: { bar: { horizontal: true, barHeight: '55%' } },
    xaxis: {
      type: 'numeric',
      min: from,
      max: to,
      tickAmount: Math.max(1, scale.ticks(4).length - 1),
      labels: { formatter: (x: string) => formatNumber(Math.round(Number(x)), 3) },
      title: { text: currency, style: { fontWeight: 400 } },
    },
    yaxis: { labels: { maxWidth: 240, style: { fontSize: '12.5px' } } },
    tooltip: {
      custom: ({ dataPointIndex: i }: { dataPointIndex: number }) =>
        tip(`${shown[i].label}: ${formatMoney(shown[i].atLow, currency)} at its low, ${formatMoney(shown[i].atHigh, currency)} at its high`),
    },
  });
}

export function moversWords({ letter, swings }: PinView, currency: string): string {
  return swings.length
    ? `What moves the cost of ${letter} most: ${
      swings.slice(0, MOVERS).map((s) => `${s.label}, ${formatMoney(s.atLow, currency)} at its low and ${formatMoney(s.atHigh, currency)} at its high`).join(
        '; ',
      )
    }.`
    : `Nothing moves the cost of ${letter}.`;
}

/** The price of the first order as steps: each part begins where the one before it ends; the last bar is the whole. */
export function priceSteps({ buildUp }: PinView): { label: string; from: number; to: number }[] {
  const steps: { label: string; from: number; to: number }[] = [];
  let so_far = 0;
  for (const g of GROUPS) {
    const money = buildUp.find((b) => b.group === g)?.money ?? 0;
    if (Math.abs(money) < 0.005) continue;
    steps.push({ label: GROUP_WORDS[g], from: so_far, to: so_far + money });
    so_far += money;
  }
  return [...steps, { label: 'the order', from: 0, to: so_far }];
}

export function priceStepsChart(pin: PinView, currency: string): (ink: ChartInk) => ApexOptions {
  const steps = priceSteps(pin);
  return (ink) => ({
    chart: { type: 'rangeBar' },
    series: [{
      name: 'price',
      data: steps.map((s, i) => ({
        x: s.label,
        y: [Math.min(s.from, s.to), Math.max(s.from, s.to)],
        fillColor: i === steps.length - 1 ? ink.petrol : TONES[1],
      })),
    }],
    plotOptions: { bar: { horizontal: true, barHeight: '62%' } },
    dataLabels: {
      enabled: true,
      formatter: (_: unknown, { dataPointIndex: i }: { dataPointIndex: number }) => formatNumber(steps[i].to - steps[i].from, 3),
      style: { fontSize: '12px', colors: [ink.sheet] },
    },
    xaxis: {
      type: 'numeric',
      min: 0,
      tickAmount: 4,
      labels: { formatter: (x: string) => formatNumber(Number(x), 3) },
      title: { text: currency, style: { fontWeight: 400 } },
    },
    yaxis: { labels: { maxWidth: 240, style: { fontSize: '12.5px' } } },
    tooltip: { custom: ({ dataPointIndex: i }: { dataPointIndex: number }) => tip(`${steps[i].label}: ${formatMoney(steps[i].to - steps[i].from, currency)}`) },
  });
}

/** Words under the pointer; what is written is not read as page. */
function tip(text: string): string {
  const box = document.createElement('div');
  box.className = 'tip';
  box.textContent = text;
  return box.outerHTML;
}

/** Labels of the lines stand apart from one another, whichever lines lie together: places along the curve, from its end. */
const labelAt = (points: number, k: number): number => Math.round(points * (0.93 - 0.13 * k));

/** Ways whose spread is drawn: the one that the verdict stands on, and the one that comes nearest to it. More would cover each other. */
function shaded({ verdict, pins }: CaseView): Letter[] {
  const first = pins.find((p) => p.letter === verdict.letter);
  const rival = pins.filter((p) => p !== first && p.option.state !== 'fail' && p.option.expected_cost > 0)
    .reduce<PinView | undefined>((b, p) => (!b || p.option.expected_cost < b.option.expected_cost ? p : b), undefined);
  return [first, rival].flatMap((p) => (p ? [p.letter] : []));
}

interface Axis {
  /** What is drawn along, of what is asked. */
  title: string;
  asked: number;
  /** Drawn on decades. */
  log?: boolean;
  /** Only the money is: what is drawn along begins at nothing. */
  even?: boolean;
  unit: string;
  step: boolean;
  /** What stands at the place that is asked. */
  here?: string;
}

/** As wide as a figure of an axis. */
const ROOM = '\u00a0'.repeat(12);

/** Ones, twos and fives of every power of ten around what is drawn. @param ys logarithms */
export function decadeTicks(ys: readonly number[]): number[] {
  const low = Math.min(...ys), high = Math.max(...ys);
  const all: number[] = [];
  for (let e = Math.floor(low) - 1; e <= Math.ceil(high); e++) for (const s of [1, 2, 5]) all.push(s * 10 ** e);
  const first = all.findLastIndex((t) => Math.log10(t) <= low), last = all.findIndex((t) => Math.log10(t) >= high);
  return all.slice(Math.max(0, first), last + 1 || undefined);
}

/** Where the frame ends, at a round figure, when doing without is far dearer; nothing where all fit into it. */
export function frameTop(of: readonly { letter: string; ys: readonly number[] }[]): number | undefined {
  const most = (ways: typeof of): number => Math.max(0, ...ways.flatMap(({ ys }) => ys));
  const others = most(of.filter(({ letter }) => letter !== 'T'));
  if (!others || most(of) <= FAR_DEARER * others) return undefined;
  return scaleLinear().domain([0, 1.1 * others]).nice(4).domain()[1];
}

const drawnWays = ({ pins }: CaseView, curve: Curve): { letter: Letter; k: number; ys: readonly number[] }[] =>
  pins.map(({ letter }, k) => ({ letter, k, ys: curve.p50[k] ?? [] })).filter(({ ys }) => ys.some((y) => y > 0));

/** Said beneath the curves over cycles where doing without leaves their frame. */
export const beyondWords = (view: CaseView): string =>
  frameTop(drawnWays(view, view.curve)) === undefined ? '' : ' T costs many times as much: it lies above the frame.';

/** Medians of all ways over one figure, the spread of two of them shaded. */
function curveChart(view: CaseView, curve: Curve, currency: string, axis: Axis): (ink: ChartInk) => ApexOptions {
  const ways = drawnWays(view, curve);
  const withBand = ways.filter(({ letter }) => shaded(view).includes(letter));
  const decades = axis.log && !axis.even;
  const along = (x: number): number => (decades ? Math.log10(x) : x);
  const far = scaleLinear().domain([0, curve.x.at(-1)!]).nice(6);
  const up = (y: number): number => (axis.log ? Math.log10(Math.max(y, 0.01)) : y);
  const down = (y: number): number => (axis.log ? 10 ** y : y);
  const back = (x: number): number => (decades ? 10 ** x : x);
  /** A way may come to its end before the curve does. */
  const placesOf = (k: number): number[] => curve.x.flatMap((_, i) => (Number.isFinite(curve.p50[k][i]) ? [i] : []));
  const labelled = (k: number): number => labelAt(placesOf(k).length, k);
  const ticks = axis.log ? decadeTicks(ways.flatMap(({ k }) => placesOf(k).map((i) => up(curve.p50[k][i])))) : [];
  const top = axis.log ? undefined : frameTop(ways);
  const line = axis.step ? ('stepline' as const) : ('straight' as const);
  return (ink) => ({
    chart: { type: 'rangeArea' },
    series: [
      ...withBand.map(({ letter, k }) => ({
        type: 'rangeArea',
        name: `${letter}, 10 to 90 %`,
        data: placesOf(k).map((i) => ({ x: along(curve.x[i]), y: [up(curve.p10[k][i]), up(curve.p90[k][i])] })),
      })),
      ...ways.map(({ letter, k }) => ({ type: 'line', name: letter, data: placesOf(k).map((i) => ({ x: along(curve.x[i]), y: up(curve.p50[k][i]) })) })),
    ] as ApexOptions['series'],
    colors: [...withBand.map((_, i) => (i ? ink.ochre : ink.petrol)), ...ways.map(() => ink.petrol)],
    fill: { opacity: [...withBand.map(() => 0.14), ...ways.map(() => 1)] },
    stroke: {
      curve: [...withBand.map(() => line), ...ways.map(() => line)],
      width: [...withBand.map(() => 0), ...ways.map(({ letter }) => WIDTHS[letter])],
      dashArray: [...withBand.map(() => 0), ...ways.map(({ letter }) => DASHES[letter])],
    },
    xaxis: {
      type: 'numeric',
      ...(axis.even && { min: 0, max: far.domain()[1] }),
      tickAmount: axis.even ? far.ticks(6).length - 1 : axis.log ? 3 : 6,
      labels: { formatter: (x: string) => formatNumber(Math.round(back(Number(x)))) },
      title: { text: axis.title, style: { fontWeight: 400 } },
      tooltip: { enabled: false },
    },
    // The library has no ticks at ones, twos and fives: lines with figures stand in for them.
    ...(axis.log && { grid: { yaxis: { lines: { show: false } } } }),
    yaxis: {
      ...(axis.log
        ? { min: up(ticks[0]), max: up(ticks.at(-1)!), tickAmount: 1, forceNiceScale: false }
        : { min: 0, max: top, tickAmount: top ? scaleLinear().domain([0, top]).ticks(4).length - 1 : 4 }),
      labels: axis.log ? { formatter: () => ROOM } : { formatter: (y: number) => formatNumber(y, 2) },
      title: { text: currency, style: { fontWeight: 400 } },
    },
    legend: { show: false },
    annotations: {
      yaxis: ticks.map((t) => ({
        y: up(t),
        borderColor: ink.rule,
        strokeDashArray: 0,
        label: {
          text: formatNumber(t),
          position: 'left',
          textAnchor: 'end',
          offsetX: -6,
          offsetY: 4,
          borderWidth: 0,
          style: { background: 'transparent', color: ink.ink, fontSize: '12px' },
        },
      })),
      xaxis: [
        {
          x: along(axis.asked),
          borderColor: ink.ochre,
          strokeDashArray: 0,
          label: {
            text: axis.here ?? 'asked',
            style: { background: ink.sheet, color: ink.ochre, fontSize: '12px' },
            borderColor: ink.ochre,
            orientation: 'horizontal',
            offsetY: 8,
          },
        },
      ],
      points: ways.filter(({ k }) => !top || curve.p50[k][labelled(k)] <= top).map(({ letter, k }) => ({
        x: along(curve.x[labelled(k)]),
        y: up(curve.p50[k][labelled(k)]),
        marker: { size: 0 },
        label: {
          text: letter,
          offsetY: 6,
          borderColor: ink.petrol,
          style: { background: ink.sheet, color: ink.ink, fontSize: '13px', fontFamily: 'Barlow Condensed', fontWeight: 600 },
        },
      })),
    },
    tooltip: {
      x: { formatter: (x: number) => `${formatNumber(Math.round(back(x)))} ${axis.unit}` },
      y: { formatter: (y: number) => formatMoney(down(y), currency) },
    },
  });
}

export const cyclesChart = (view: CaseView, currency: string): (ink: ChartInk) => ApexOptions =>
  curveChart(view, view.curve, currency, { title: 'cycles over the programme', asked: view.cyclesTotal, unit: 'cycles', step: true });

export const copiesChart = (view: CaseView, copies: number, currency: string): (ink: ChartInk) => ApexOptions =>
  curveChart(view, view.copiesCurve, currency, { title: 'copies ordered at a time', asked: copies, unit: 'copies', step: false, log: true });

export const sizeChart = (view: CaseView, length: number, currency: string): (ink: ChartInk) => ApexOptions =>
  curveChart(view, view.sizeCurve, currency, { title: 'longest side, mm', asked: length, unit: 'mm', step: false, log: true, even: true, here: 'this part' });

/** Which way is cheapest at which size, and which of them end. */
export function sizeWords({ sizeCurve, pins }: CaseView): string {
  const ways = cheapestAlong(sizeCurve);
  const parts = ways.slice(0, -1).map(({ way, upTo, low, high }) =>
    `${pins[way].letter} up to ${formatNumber(upTo)} mm${low < high ? ` (${formatNumber(low)} to ${formatNumber(high)})` : ''}`
  );
  const last = ways.at(-1) && pins[ways.at(-1)!.way].letter;
  const ends = (sizeCurve.ends ?? []).flatMap((mm, k) =>
    mm && pins[k] ? [`${pins[k].letter} ends at ${formatNumber(mm)} mm, where its machine has no more room.`] : []
  );
  return [last ? `Cheapest is ${parts.length ? `${parts.join(', ')}, then ${last}` : `${last} at every size drawn`}.` : '', ...ends].filter(Boolean).join(' ');
}

const SURE = 0.95;

/** Where ways change places, in a sentence: the median, the 10 % and 90 % points, and how often they do at all. */
export function crossingWords({ pins, curve }: CaseView, of: Curve = curve, unit = 'cycles'): string {
  if (pins.length < 2) return 'Only one route is pinned.';
  if (!of.crossings.length) return 'No two ways change places in this range.';
  return `${
    of.crossings.map((c) => {
      // Cycles and copies come whole.
      const [at, low, high] = [c.at, c.low, c.high].map((x) => formatNumber(Math.ceil(x - 0.01)));
      return `${pins[c.a].letter} and ${pins[c.b].letter} at ${at} ${unit}${low === high ? '' : ` (${low} to ${high})`}${
        c.share < SURE ? `, in ${Math.round(100 * c.share)} % of the samples` : ''
      }`;
    }).join('; ')
  }.`;
}
