import type { CaseFacts } from '../case/facts';
import { type GivenToday, TODAY_WAYS, type TodayGift } from '../case/today';
import { routeKey, TODAY_PIN } from '../case/types';
import { fact, type Process } from '../process/process';
import { processOf } from '../process/processes';
import { inSentence } from '../quantity/words';
import { shelfOf } from '../shelf/shelf';
import { exactly, type Material } from '../shelf/types';
import { once } from '../worksheet/once';
import type { Entry, Override, Source } from '../worksheet/types';
import { evaluateSheet, remedyLoad, type RouteResult } from './evaluate-route';
import { LEAD_ENTRY, routeEntries, routeOverrides, sheetOf } from './worksheet';

/** The tool of today as a way of its own: what it is called, and what it is estimated from where nobody knows. */
export interface Today {
  /** "Today: welded up from pieces" */
  label: string;
  /** Its material, in words; "nothing yet" has none. */
  made: string;
  /** What stands nearest; absent where there is nothing today. */
  near?: { process: Process; material: Material; /** Neither material nor process is what it really is. */ guessed: boolean };
}

/** What is there today. */
export function todayOf({ doc, site }: CaseFacts): Today {
  const { way, material } = doc.today;
  const known = TODAY_WAYS[way];
  if (!known.near) return { label: 'Today: doing without', made: '' };
  const shelf = shelfOf(site.shop);
  const process = processOf(known.near);
  const said = material !== null && shelf.has(material) ? shelf.material(material) : undefined;
  return {
    label: `Today: ${known.label}`,
    made: said?.label ?? 'material not said',
    near: { process, material: said ?? shelf.material(known.material!), guessed: !said },
  };
}

/** What using it costs, by the plans. */
const BEYOND = 'use_beyond';

/** A process under the name of today: the same lines, another subject. */
const asToday = once((process: Process): Process => ({ ...process, id: `today-${process.id}`, cautions: [] }));
/** The same, with what using it costs by the plans. */
const asTodayInUse = once((process: Process): Process => ({
  ...asToday(process),
  id: `today-${process.id}-in-use`,
  lines: [...process.lines, { name: 'use_cost', label: 'Using it costs, by the plans, over the programme', unit: 'money', expr: BEYOND }],
}));
const beyondEntry = (given: GivenToday[TodayGift]): Entry => ({
  name: BEYOND,
  label: 'Using it costs, by the plans',
  unit: 'money',
  ...(given ? { low: given.low, likely: given.likely, high: given.high } : exactly(0)),
  source: given ? { kind: 'you', text: `From the plan “${given.plan}”, where its effects stand one by one.` } : { kind: 'standard', text: 'No plan says so.' },
  key: 'today.use_beyond',
});

/** Doing without: no tool, no order, no date; what a day without costs, on every working day of the programme. */
const WITHOUT: Process = {
  id: 'today-none',
  label: 'Doing without',
  kind: 'hand',
  where: 'house',
  practice: 'What the need says of a day without it.',
  what: 'What happens as long as there is no tool.',
  envelope_mm: [1e6, 1e6, 1e6],
  tolerance: { a_mm: 0, b_per_mm: 0 },
  roughness_um: exactly(0),
  tight: 'porous',
  // The bill asks for them; nothing is made, so that nothing fails and nothing is changed.
  facts: [fact('scrap', 'Share that fails', '', 0, 0, 0), fact('revision_share', 'One-off work repeated at a change', '', 0, 0, 0)],
  lines: [
    { name: 'mass_part', label: 'Weight', unit: 'kg', expr: '0 * volume * density / g_per_kg' },
    {
      name: 'use_cost',
      label: 'Doing without, over the programme',
      unit: 'money',
      expr: `without_per_day * workdays * years / designs + ${BEYOND}`,
      note:
        "One size's share. A second pair of hands, scrap, waiting: what a day without the tool costs, on every working day; or what a plan works out one by one.",
    },
  ],
  stages: [],
  cautions: [],
};

const quote = (x: number, note: string, spread: readonly [number, number] = [1, 1]): Override => ({
  low: x * spread[0],
  likely: x,
  high: x * spread[1],
  note,
  source: { kind: 'quote', text: note },
});
const SAID = 'Of the tool of today, from the Need step.';
/** A wait that is remembered is not a wait that was measured. */
const WAIT_SPREAD = [0.7, 1.5] as const;

/** Figures of today that stand over what the nearest process would come to. */
function said({ doc, today }: CaseFacts): Record<string, Override> {
  const { cost, once: paidOnce, wait_days, weight_kg, life_cycles } = doc.today;
  const worked = (gift: TodayGift, figure: string): Record<string, Override> => {
    const given = today[gift];
    if (!given) return {};
    const note = given.says ?? `From the plan “${given.plan}”, where its steps stand.`;
    return { [figure]: { low: given.low, likely: given.likely, high: given.high, note, source: { kind: 'you', text: note } } };
  };
  return {
    ...(cost === null && { ...worked('today.cost', 'price_each'), ...worked('today.once', 'price_once') }),
    ...(wait_days === null && worked('today.wait_days', LEAD_ENTRY)),
    ...(cost !== null && { price_each: quote(cost, SAID), price_once: quote(paidOnce ?? 0, paidOnce === null ? 'Counted in the price of one.' : SAID) }),
    ...(cost === null && paidOnce !== null && { price_once: quote(paidOnce, SAID) }),
    ...(wait_days !== null && { [LEAD_ENTRY]: quote(wait_days, 'The wait today, from the Need step.', WAIT_SPREAD) }),
    ...(weight_kg !== null && { mass_tool: quote(weight_kg, SAID) }),
    ...(life_cycles !== null && { life: quote(life_cycles, 'As seen today, from the Need step.', [0.8, 1.25]) }),
  };
}

/**
 * Way T. With a tool there today: its own figures as far as somebody knows them, each of the rest estimated from the process and
 * material that stand nearest, and saying so. With nothing there: what doing without costs.
 */
export function evaluateToday(facts: CaseFacts, samples = 0, seed = 1): RouteResult {
  // What plans add belongs to new tools, not to the one that stands there.
  const plain: CaseFacts = { ...facts, contributions: [] };
  const today = todayOf(facts);
  const name = { id: routeKey(TODAY_PIN), title: today.made ? `${today.label}, ${today.made}` : today.label };
  const own = routeOverrides(facts.doc, routeKey(TODAY_PIN));
  if (!today.near) {
    const { shop } = facts.site;
    const material = shelfOf(shop).material('al-6061');
    const entries = [
      ...routeEntries(plain, WITHOUT, material, remedyLoad([])).map((e) => (e.name === 'model_h' ? { ...e, ...exactly(0) } : e)),
      ...withoutEntries(facts),
    ];
    return evaluateSheet(
      plain,
      sheetOf(plain, WITHOUT, entries, material, { life: quote(NEVER, 'Nothing is there to be worn.'), ...own }, name.id),
      name,
      samples,
      seed,
    );
  }
  const { process, material } = today.near;
  const beyond = facts.today['today.use_cost'];
  const as = beyond?.likely ? asTodayInUse(process) : asToday(process);
  const entries = routeEntries(plain, process, material, remedyLoad([])).map((e): Entry =>
    e.name === 'model_h'
      ? { ...e, ...exactly(0), source: { kind: 'standard', text: 'It is drawn already.' } }
      : e
  );
  const route = sheetOf(plain, as, [...entries.map((e) => estimated(e, process, material)), ...(beyond?.likely ? [beyondEntry(beyond)] : [])], material, {
    ...said(facts),
    ...own,
  }, name.id);
  return evaluateSheet(plain, route, name, samples, seed);
}

/** Cycles that stand for "is not worn": nothing is bought. */
const NEVER = 1e12;
const WEEK = 7;
const YEAR = 365;

function withoutEntries({ doc, site: { shop }, today }: CaseFacts): Entry[] {
  const source: Source = { kind: 'need', text: 'From the Need step: what a day without it costs.' };
  const days = (YEAR * shop.calendar.workdays.length) / WEEK;
  return [
    beyondEntry(today['today.use_cost']),
    { name: 'without_per_day', label: 'A day without it costs', unit: 'money/day', ...exactly(doc.today.delay_per_day), source, key: 'today.without' },
    {
      name: 'workdays',
      label: 'Working days a year',
      unit: 'day/year',
      low: 0.92 * days,
      likely: 0.96 * days,
      high: days,
      source: { kind: 'shop', text: "Working days of the shop's calendar, less holidays." },
      key: 'today.workdays',
    },
  ];
}

/** The source says that a figure of today is an estimate. */
const estimated = (e: Entry, process: Process, material: Material): Entry =>
  e.source.kind === 'shelf' && (e.key ?? '').startsWith('material.')
    ? { ...e, source: { ...e.source, text: `${e.source.text} Today's tool is estimated as ${inSentence(process.label)} in ${material.label}.` } }
    : e;
