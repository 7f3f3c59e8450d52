import { number, type Values } from '../../inputs/spec';
import { formatNumber, formatQuantity } from '../../quantity/quantity';
import type { Range, Source } from '../../worksheet/types';
import { type Figures, type Planner, type PlanContext, type PlanFinding } from '../planner';

const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range, try one in a coupon of the same material, wall and direction.' };
const FORMULA: Source = { kind: 'standard', text: 'Standard formula.' };
const range = (low: number, likely: number, high: number): Range => ({ low, likely, high });

interface Part {
  label: string;
  /** Price of one and minutes to fit it. */
  price: Range;
  minutes: Range;
  /** Hole for a nominal size d, mm; distance of its middle from an edge in hole diameters; depth it asks for, in d. */
  hole(d: number): number;
  edge: number;
  depth: number;
  /** Shear that its wall bears, MPa; none for a magnet, which pulls by itself. */
  shear?: Range;
  order: string;
}
/** Metal parts that are fitted into a print: how they are seated, and what they bear, as a rule. */
const PARTS: Readonly<Record<string, Part>> = {
  heat: {
    label: 'threaded insert, set by heat',
    price: range(0.08, 0.25, 0.8),
    minutes: range(0.7, 1.2, 2.5),
    hole: (d) => 1.25 * d + 0.25,
    edge: 1.2,
    depth: 1.5,
    shear: range(3, 6, 10),
    order: 'after printing and before coats; hot tip 20 K above the softening point, pushed flush, held till it is cold',
  },
  bonded: {
    label: 'threaded insert, bonded',
    price: range(0.2, 0.6, 1.5),
    minutes: range(2, 3, 6),
    hole: (d) => 1.4 * d + 0.2,
    edge: 1.2,
    depth: 1.5,
    shear: range(4, 8, 14),
    order: 'after printing, degreased, dry; nothing loaded for a day',
  },
  bush: {
    label: 'drill bush or sleeve, pressed',
    price: range(3, 7, 20),
    minutes: range(2, 4, 8),
    hole: (d) => 1.6 * d + 2,
    edge: 1,
    depth: 1.5,
    shear: range(1.5, 3, 5),
    order: 'bore reamed after printing, pressed from the side the drill enters, collar down, bonded where it may turn',
  },
  dowel: {
    label: 'dowel pin',
    price: range(0.15, 0.4, 1.2),
    minutes: range(1, 2, 4),
    hole: (d) => d,
    edge: 1.5,
    depth: 2,
    shear: range(3, 6, 10),
    order: 'bores of a pair reamed together at one set-up, pressed cold, one end free to vent',
  },
  magnet: {
    label: 'round magnet in a pocket',
    price: range(0.3, 0.9, 3),
    minutes: range(1, 2, 4),
    hole: (d) => d + 0.2,
    edge: 0.8,
    depth: 0.5,
    order: 'poles marked before, bonded, or laid in at a pause of the print and closed over',
  },
};
const KINDS = Object.keys(PARTS);
const MU_0 = 4e-7 * Math.PI;
/** Remanence of a usual magnet of rare earth, T. */
const REMANENCE = 1.25;

interface Row {
  kind: string;
  d: number;
  n: number;
  edge?: number;
  depth?: number;
  load?: number;
  gap: number;
}
const rowsOf = (values: Values): Row[] =>
  ((values['parts'] as readonly Values[] | undefined) ?? []).map((r) => {
    const x = (id: string): number | undefined => (typeof r[id] === 'number' ? r[id] : undefined);
    const edge = x('edge'), depth = x('depth'), load = x('load');
    return {
      kind: String(r['kind'] ?? 'heat'),
      d: x('d') ?? 4,
      n: x('n') ?? 1,
      gap: x('gap') ?? 0,
      ...(edge !== undefined && { edge }),
      ...(depth !== undefined && { depth }),
      ...(load !== undefined && { load }),
    };
  });

/**
 * Pull of a round magnet on thick steel, N: the steel doubles the field on the axis by its image, B = B_r [(L+g)/√((L+g)²+R²) − g/√(g²+R²)],
 * and pulls with B² A / 2μ₀. Lengths in mm.
 */
export function magnetPull(diameter: number, length: number, gap: number): number {
  const r = diameter / 2;
  const b = REMANENCE * ((length + gap) / Math.hypot(length + gap, r) - gap / Math.hypot(gap, r));
  return (b ** 2 * Math.PI * (r / 1000) ** 2) / (2 * MU_0);
}

/** What one bears, N: the wall of its hole in shear, F = π D l τ; a magnet what it pulls. */
export function bears(kind: string, d: number, depth: number, gap: number): Range {
  const p = PARTS[kind];
  if (!p.shear) {
    const pull = magnetPull(d, depth, gap);
    return range(0.6 * pull, 0.8 * pull, pull);
  }
  const area = Math.PI * p.hole(d) * depth;
  return range(area * p.shear.low, area * p.shear.likely, area * p.shear.high);
}
/** A load is held with this factor. */
const FACTOR = 2;

function findings(_: Figures, values: Values, { facts }: PlanContext): PlanFinding[] {
  const rows = rowsOf(values);
  if (!rows.length)
    return [{
      id: 'none',
      label: 'Fitted parts',
      state: 'unknown',
      basis: PRACTICE.text,
      reason: 'No row yet: say what is fitted, how large, and how near the edge it sits.',
    }];
  const box = facts.doc.shapes.printed?.measure.box_mm ?? facts.doc.size_mm;
  const mm = (x: number): string => formatQuantity(Number(x.toPrecision(3)), 'length', 'metric');
  return rows.map((r, i): PlanFinding => {
    const p = PARTS[r.kind];
    const hole = p.hole(r.d), wanted = p.edge * hole, deep = r.depth ?? p.depth * r.d;
    const force = bears(r.kind, r.d, deep, r.gap);
    const least = Math.min(...box);
    const near = r.edge !== undefined && r.edge < wanted;
    const through = deep > least;
    const weak = r.load !== undefined && r.load * FACTOR > force.low;
    const gone = r.load !== undefined && r.load > force.likely;
    const bearsText = `bears ${formatNumber(Math.round(force.low))} to ${formatNumber(Math.round(force.high))} N`;
    return {
      id: `part-${i}`,
      ofNew: true,
      label: `${r.n} × ${p.label}, ${mm(r.d)}`,
      state: through || gone || (r.edge !== undefined && r.edge < 0.75 * wanted) ? 'fail' : near || weak ? 'conditional' : 'pass',
      ...(r.load !== undefined && { value: r.load * FACTOR, limit: force.low, unit: 'N' }),
      basis: p.shear
        ? 'F = π D l τ of the wall of its hole, D and l as seated, τ by practice; twice the load.'
        : 'B² A / 2μ₀ with the field on the axis at the steel, B_r 1.25 T; twice the load.',
      reason: [
        `Hole ${mm(hole)}, ${mm(deep)} deep, its middle ${mm(wanted)} from any edge; ${bearsText}${
          r.load !== undefined ? `, asked ${formatNumber(r.load)} N` : ''
        }.`,
        through ? `The tool is ${mm(least)} at its thinnest side: it goes right through.` : '',
        near ? `It sits ${mm(r.edge!)} from the edge: move it in, or thicken the wall there.` : '',
        gone
          ? 'It pulls out: take a larger one, a deeper one, a screw right through with a washer, or more of them.'
          : weak
          ? 'That is less than twice what is asked at the low end: pull one out of a coupon first.'
          : '',
        `Fit it ${p.order}.`,
      ].filter(Boolean).join(' '),
    };
  });
}

const sum = (of: (k: string) => string): string => KINDS.map(of).join(' + ');

/** Inserts, bushes, dowels and magnets of a tool: holes, edges, what they bear, what fitting them costs. */
export const fittedParts: Planner = {
  id: 'fitted-parts',
  about: 'build',
  label: 'Fitted parts',
  what: 'Inserts, bushes, dowels and magnets: hole, distance from the edge, what each bears, in which order they are fitted, and what that costs.',
  basis: [PRACTICE, FORMULA],
  fits: ({ family }) => family.duty !== 'core',
  headline: ['parts_all', 'parts_money', 'parts_hours'],
  inputs: [
    {
      kind: 'table',
      id: 'parts',
      label: 'Parts',
      group: 'What is fitted',
      most: 40,
      help: 'Of one tool. Bushes and sleeves that a remedy counts already are left out here.',
      columns: [
        { kind: 'choice', id: 'kind', label: 'What', options: KINDS.map((value) => ({ value, label: PARTS[value].label })), usual: 'heat' },
        number('d', 'Thread, bore or pin', 'length', [1, 60], 4),
        number('n', 'How many', 'count', [1, 1000], 1, { whole: true }),
        number('edge', 'From the edge', 'length', [0.5, 5000], undefined, { optional: true }),
        number('depth', 'Deep', 'length', [0.5, 500], undefined, { optional: true }),
        number('load', 'Pulled with', 'force', [0, 1e6], undefined, { optional: true }),
        number('gap', 'Plastic before a magnet', 'length', [0, 20], 0, { optional: true }),
      ],
    },
    number('parts_price', 'Prices against usual', 'count', [0.1, 20], [0.8, 1, 1.5], { group: 'What it costs', ranged: true, source: PRACTICE }),
  ],
  entries: (_, { values }: PlanContext) => {
    const rows = rowsOf(values);
    return KINDS.flatMap((k) => {
      const count = rows.filter((r) => r.kind === k).reduce((s, r) => s + r.n, 0);
      const { label, price, minutes } = PARTS[k];
      return [
        {
          name: `${k}_n`,
          label: `Of: ${label}`,
          unit: '',
          ...range(count, count, count),
          source: { kind: 'you' as const, text: 'Counted from the rows.' },
          key: `plan.fitted-parts.${k}_n`,
        },
        { name: `${k}_price`, label: `Price: ${label}`, unit: 'money', ...price, source: PRACTICE, key: `plan.fitted-parts.${k}_price` },
        { name: `${k}_min`, label: `Fitting: ${label}`, unit: 'minute', ...minutes, source: PRACTICE, key: `plan.fitted-parts.${k}_min` },
      ];
    });
  },
  lines: [
    { name: 'parts_all', label: 'Fitted parts of one tool', unit: '', expr: sum((k) => `${k}_n`) },
    { name: 'parts_money', label: 'They cost', unit: 'money', expr: `(${sum((k) => `${k}_n * ${k}_price`)}) * parts_price` },
    { name: 'parts_hours', label: 'Fitting them', unit: 'h', expr: `(${sum((k) => `${k}_n * ${k}_min`)}) / min_per_h` },
  ],
  findings,
  gives: [{ line: 'parts_money', to: 'hardware_money' }, { line: 'parts_hours', to: 'fitting_hours' }],
  cautions: ['Magnets pinch, and pull chips and tools; keep them from heart pacemakers. Press bushes in behind a screen: a shell that splits flies.'],
};
