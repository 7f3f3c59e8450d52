import { number, type Option, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import { list } from '../../quantity/words';
import type { Site } from '../../records/site';
import { routeOfBlock } from '../../routes/of-a-block';
import { valueOf } from '../../worksheet/evaluate';
import { once } from '../../worksheet/once';
import type { Range, Source } from '../../worksheet/types';
import { type Figures, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range, count your own.' };
const BY_SIZE: Source = {
  kind: 'standard',
  text: 'From the sheets of this site for a block of that size, half full: printed in nylon in the house, or milled from aluminium.',
};

type Way = 'print' | 'mill' | 'buy';
const WAYS: readonly (Option & { value: Way | 'least' | 'merged' })[] = [
  { value: 'least', label: 'cheapest' },
  { value: 'merged', label: 'in the print' },
  { value: 'print', label: 'printed' },
  { value: 'mill', label: 'milled' },
  { value: 'buy', label: 'bought' },
];
const WORDS: Readonly<Record<Way, string>> = { print: 'printed', mill: 'milled', buy: 'bought' };
/** The ways that stand for making an item in the house, by size alone. */
const PINS = { print: { process: 'extrusion-chamber', material: 'pa12-cf' }, mill: { process: 'cnc-mill', material: 'al-6061' } } as const;

interface Item {
  what: string;
  n: number;
  way: (typeof WAYS)[number]['value'];
  size?: [number, number, number];
  price?: number;
  minutes: number;
  mass?: number;
  life?: number;
}
const itemsOf = (values: Values): Item[] =>
  ((values['items'] as readonly Values[] | undefined) ?? []).map((r, i) => {
    const x = (id: string): number | undefined => (typeof r[id] === 'number' ? r[id] : undefined);
    const sides = [x('long'), x('wide'), x('high')];
    const price = x('price'), mass = x('mass'), life = x('life');
    return {
      what: String(r['what'] ?? '') || `Item ${i + 1}`,
      n: x('n') ?? 1,
      way: WAYS.find((w) => w.value === r['way'])?.value ?? 'least',
      minutes: x('minutes') ?? 6,
      ...(sides.every((s) => s !== undefined) && { size: sides as [number, number, number] }),
      ...(price !== undefined && { price }),
      ...(mass !== undefined && { mass }),
      ...(life !== undefined && { life }),
    };
  });

interface Made {
  money: Range;
  mass_kg: number;
}
/** Price, one-off work shared in, and weight of an item made in the house, by size and number; kept with the site. */
const sized = once((site: Site) => {
  const kept = new Map<string, Made>();
  return (way: 'print' | 'mill', size: [number, number, number], n: number): Made => {
    const key = `${way}|${size.join('x')}|${n}`;
    let made = kept.get(key);
    if (!made) {
      const { point } = routeOfBlock(site, PINS[way], size, n);
      const each = valueOf(point, 'price_order') / n;
      made = { money: { low: 0.7 * each, likely: each, high: 1.5 * each }, mass_kg: valueOf(point, 'mass_tool') };
      kept.set(key, made);
    }
    return made;
  };
});

interface Choice {
  item: Item;
  /** What each way costs, as far as it is known; likely. */
  costs: Partial<Record<Way, Made>>;
  /** How it is got when it stays apart. */
  apart?: Way;
  /** It is part of the print. */
  merged: boolean;
}
function choicesOf({ facts, values }: PlanContext): Choice[] {
  const copies = facts.need.copies?.value ?? 1;
  return itemsOf(values).map((item): Choice => {
    const costs: Choice['costs'] = {
      ...(item.price !== undefined && { buy: { money: { low: item.price, likely: item.price, high: item.price }, mass_kg: item.mass ?? 0 } }),
      ...(item.size && { print: sized(facts.site)('print', item.size, item.n * copies), mill: sized(facts.site)('mill', item.size, item.n * copies) }),
    };
    const known = (Object.keys(costs) as Way[]).sort((a, b) => costs[a]!.money.likely - costs[b]!.money.likely);
    const asked = item.way === 'least' || item.way === 'merged' ? known[0] : item.way;
    return { item, costs, merged: item.way === 'merged', ...(asked && costs[asked] && { apart: asked }) };
  });
}
const chosen = (c: Choice): Made | undefined => (c.apart ? c.costs[c.apart] : undefined);
const massOf = (c: Choice): number => c.item.mass ?? chosen(c)?.mass_kg ?? 0;

/** Cycles of one of the copies over the programme. */
const cyclesOf = ({ facts: { need } }: PlanContext): number => ((need.cyclesPerYear?.value ?? 5000) * (need.years?.value ?? 4)) / (need.copies?.value ?? 1);

const total = (of: readonly Choice[], by: (c: Choice, end: keyof Range) => number): Range => {
  const at = (end: keyof Range): number => of.reduce((s, c) => s + by(c, end), 0);
  return { low: at('low'), likely: at('likely'), high: at('high') };
};

function findings(_: Figures, __: Values, ctx: PlanContext): PlanFinding[] {
  const all = choicesOf(ctx);
  if (!all.length)
    return [{
      id: 'none',
      label: 'Items',
      state: 'unknown',
      basis: PRACTICE.text,
      reason: 'No row yet: say which pieces the tool has, what one costs or how large it is, and which of them become part of the print.',
    }];
  const cycles = cyclesOf(ctx);
  const money = (x: number): string => `${formatNumber(Number(x.toPrecision(3)))} ${ctx.facts.site.shop.currency}`;
  return all.map((c, i): PlanFinding => {
    const { item, costs } = c;
    const said = (Object.keys(costs) as Way[]).sort((a, b) => costs[a]!.money.likely - costs[b]!.money.likely).map((w) =>
      `${WORDS[w]} ${money(costs[w]!.money.likely)}`
    );
    const base = { id: `item-${i}`, label: `${item.n} × ${item.what}`, ofNew: true, basis: `${BY_SIZE.text} Bought: as typed.` };
    if (!c.apart) {
      const why = item.way === 'least' || item.way === 'merged' ? 'Neither a price nor a size is said' : `Nothing says what it costs ${WORDS[item.way]}`;
      return {
        ...base,
        state: c.merged ? 'pass' : 'unknown',
        reason: `${c.merged ? 'Part of the print. ' : ''}${why}: ${c.merged ? 'what that saves is not counted' : 'it is not counted'}.`,
      };
    }
    const worn = item.life !== undefined && item.life < cycles;
    if (c.merged) {
      return {
        ...base,
        state: worn ? 'conditional' : 'pass',
        reason: `Part of the print, instead of ${list(said)}${said.length > 1 ? ' (each)' : ''} and ${formatNumber(item.minutes)} minutes to fit it.${
          worn
            ? ` It is worn after ${formatNumber(item.life!)} of ${formatNumber(cycles)} cycles, and the whole tool with it: leave it a piece of its own.`
            : ''
        }`,
      };
    }
    const [least] = said;
    const dear = item.way !== 'least' && said.length > 1 && !least.startsWith(WORDS[c.apart]);
    return {
      ...base,
      state: 'pass',
      reason: `${WORDS[c.apart][0].toUpperCase()}${WORDS[c.apart].slice(1)}: ${said.length > 1 ? said.join(', ') : money(costs[c.apart]!.money.likely)}.${
        dear ? ' Asked for so, though it is not the cheapest.' : ''
      }${worn ? ` Worn after ${formatNumber(item.life!)} cycles: ${formatNumber(sparesOf(c, ctx))} of it are bought again for each tool.` : ''}`,
    };
  });
}

/** How many of an item one tool wears out after the first, over the programme. */
const sparesOf = ({ item, merged }: Choice, ctx: PlanContext): number =>
  merged || item.life === undefined ? 0 : item.n * Math.max(0, Math.ceil(cyclesOf(ctx) / item.life) - 1);

/** Which pieces of a tool become part of the print, and which are printed, milled or bought by themselves. */
export const assembly: Planner = {
  id: 'assembly',
  about: 'build',
  label: 'One piece or several',
  what: 'Which pieces become part of the print, and which stay apart: made or bought, each by its own price, with joints, weight and what wears.',
  basis: [BY_SIZE, PRACTICE],
  fits: ({ family }) => family.duty !== 'core' && family.duty !== 'pattern',
  headline: ['pieces_apart', 'pieces_merged', 'apart_money', 'merged_saves', 'item_spares'],
  inputs: [
    {
      kind: 'table',
      id: 'items',
      label: 'Items of one tool',
      group: 'What it is put together from',
      most: 30,
      help: 'Beside the body that is compared on Routes. Inserts, bushes and dowels have a plan of their own.',
      columns: [
        { kind: 'text', id: 'what', label: 'Item', max: 60 },
        number('n', 'How many', 'count', [1, 500], 1, { whole: true }),
        { kind: 'choice', id: 'way', label: 'Got', options: WAYS.map(({ value, label }) => ({ value, label })), usual: 'least' },
        number('price', 'Bought, each', 'money', [0, 1e6], undefined, { optional: true }),
        number('long', 'Long', 'length', [1, 3000], undefined, { optional: true }),
        number('wide', 'Wide', 'length', [1, 3000], undefined, { optional: true }),
        number('high', 'High', 'length', [1, 3000], undefined, { optional: true }),
        number('minutes', 'Minutes to fit', 'count', [0, 1000], 6),
        number('mass', 'Weight of one', 'mass', [0, 1000], undefined, { optional: true }),
        number('life', 'Worn after', 'count', [1, 1e9], undefined, { optional: true }),
      ],
    },
    number('items_price', 'Prices against these', 'count', [0.1, 20], [0.85, 1, 1.3], { group: 'What it costs', ranged: true, source: PRACTICE }),
  ],
  entries: (_, ctx: PlanContext) => {
    const all = choicesOf(ctx);
    const apart = all.filter((c) => !c.merged && c.apart), merged = all.filter((c) => c.merged);
    const entry = (name: string, label: string, unit: string, x: number | Range, text: string) =>
      takenAs('assembly', name, label, unit, x, { kind: 'you', text });
    const rows = 'From the rows: number times price, by the way each is got.';
    return [
      entry('n_apart', 'Items that stay apart', '', apart.reduce((s, c) => s + c.item.n, 0), 'Counted from the rows.'),
      entry('n_merged', 'Items that become part of the print', '', merged.reduce((s, c) => s + c.item.n, 0), 'Counted from the rows.'),
      entry('apart_sum', 'Items that stay apart, as priced', 'money', total(apart, (c, end) => c.item.n * chosen(c)!.money[end]), rows),
      entry('apart_min', 'Fitting them', 'minute', apart.reduce((s, c) => s + c.item.n * c.item.minutes, 0), 'Minutes from the rows.'),
      entry('merged_sum', 'Items of the print, if they stayed apart', 'money', total(merged, (c, end) => c.item.n * (chosen(c)?.money[end] ?? 0)), rows),
      entry('merged_min', 'Fitting those', 'minute', merged.reduce((s, c) => s + c.item.n * c.item.minutes, 0), 'Minutes from the rows.'),
      entry(
        'spare_sum',
        'Worn items bought again, one tool',
        'money',
        total(apart, (c, end) => sparesOf(c, ctx) * chosen(c)!.money[end]),
        'Cycles of one tool over the life of the item, rounded up, less the first.',
      ),
      entry('spare_min', 'Fitting those again', 'minute', apart.reduce((s, c) => s + sparesOf(c, ctx) * c.item.minutes, 0), 'Minutes from the rows.'),
      entry('tools_in_use', 'Copies in use', '', ctx.facts.need.copies?.value ?? 1, 'From the Need step.'),
      entry(
        'apart_mass',
        'Weight of what stays apart',
        'kg',
        apart.reduce((s, c) => s + c.item.n * massOf(c), 0),
        'Typed, or of a block of that size.',
      ),
    ];
  },
  lines: [
    { name: 'pieces_apart', label: 'Stay apart', unit: '', expr: '1 * n_apart' },
    { name: 'pieces_merged', label: 'Become part of the print', unit: '', expr: '1 * n_merged' },
    { name: 'apart_money', label: 'What stays apart costs, one tool', unit: 'money', expr: 'apart_sum * items_price' },
    { name: 'apart_hours', label: 'Fitting it, one tool', unit: 'h', expr: 'apart_min / min_per_h' },
    {
      name: 'merged_saves',
      label: 'What is part of the print saves, one tool',
      unit: 'money',
      expr: 'merged_sum * items_price + merged_min / min_per_h * labour_rate',
      note: 'Against making or buying those pieces and fitting them; what the print is larger for it stands in its own sheet.',
    },
    {
      name: 'item_spares',
      label: 'Worn items over the programme',
      unit: 'money',
      expr: 'tools_in_use * (spare_sum * items_price + spare_min / min_per_h * labour_rate)',
    },
    { name: 'items_mass', label: 'Weight of what stays apart', unit: 'kg', expr: '1 * apart_mass' },
  ],
  findings,
  gives: [
    { line: 'apart_money', to: 'hardware_money' },
    { line: 'apart_hours', to: 'fitting_hours' },
    { line: 'item_spares', to: 'use_cost' },
    { line: 'items_mass', to: 'mass' },
  ],
  cautions: ['A joint that carries a load is judged with the loads, not here; what is bought keeps its own data sheet and rating.'],
};
