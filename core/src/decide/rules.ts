import { requirementSpec } from '../need/requirements';
import { BRIDGE_DAYS } from './options';
import { paidBack } from './paid-back';
import { mightDo, routeHolds } from './summary';
import { formatNumber } from '../quantity/quantity';
import { inSentence, list } from '../quantity/words';
import { processOf } from '../process/processes';
import { TODAY_WAYS } from '../case/today';
import { at, valueOf } from '../worksheet/evaluate';
import type { Contender, Verdict, VerdictContext } from './verdict';
import { weightSplit } from './weight-split';

type Found = Omit<Verdict, 'rule' | 'conditions' | 'cautions'> & { conditions?: string[] };

export interface Rule {
  id: string;
  /** The rule in one sentence, shown with the verdict it gave. */
  says: string;
  apply(ctx: VerdictContext): Found | undefined;
}

const holds = (c: Contender): boolean => routeHolds(c.option);
const isPrint = (c: Contender): boolean => c.option.kind === 'print';
const isToday = (c: Contender): boolean => c.option.kind === 'today';
const best = (list: readonly Contender[]): Contender | undefined => list.reduce<Contender | undefined>((b, c) => (!b || c.cost < b.cost ? c : b), undefined);
/** Samples prove nothing to the last per cent. */
const percent = (x: number): string => (x > 0.99 ? 'more than 99 %' : x < 0.01 ? 'less than 1 %' : `${Math.round(100 * x)} %`);
/** Two figures, and never as a power of ten. */
const kilos = (x: number): string => `${formatNumber(Number(x.toPrecision(2)))} kg`;
const days = (x: number): string => `${x < 10 ? x.toFixed(1) : Math.round(x)} days`;
function name(c: Contender): string {
  if (isToday(c)) return c.option.materialLabel ? `${c.letter}, the tool of today` : `${c.letter}, doing without`;
  return `${c.letter}, ${inSentence(c.option.processLabel)} in ${c.option.materialLabel}`;
}

/** Ways that answer the need in the same manner: between these there is nothing to decide on principle. */
type Answer = 'today' | 'print' | 'simple' | 'machine';
const answerOf = (c: Contender): Answer => (c.option.kind === 'cut' || c.option.kind === 'hand' ? 'simple' : c.option.kind);

/** The tool of today where it may stay as it is: what protects people is not done without, whatever a day without costs. */
const staying = ({ today, doc, family }: VerdictContext): Contender | undefined => (doc.today.way === 'none' && family.neverWithout ? undefined : today);

/** Pinned ways that hold, and the tool of today where doing as today is a choice. */
function rivalsOf(ctx: VerdictContext): Contender[] {
  const today = staying(ctx);
  return [...ctx.contenders.filter(holds), ...(today ? [today] : [])];
}

/** Why each printed route is out, one sentence a route. */
const whyOut = (ctx: VerdictContext): string[] =>
  ctx.contenders.filter((c) => isPrint(c) && !holds(c)).map((c) =>
    `${name(c)}: ${c.option.checks.filter((k) => k.state === 'fail').map((k) => k.reason).join(' ')}`
  );

function against(ctx: VerdictContext, chosen: Contender, other: Contender): string[] {
  // What it would come to by trying again and again is no price.
  if (!isToday(other) && !mightDo(other.option))
    return [`The best of the others, ${name(other)}, is not likely to hold: ${percent(other.option.doubt.chance)}, as it is known now.`];
  const sizes = ctx.doc.need.designs?.value ?? 1;
  const counted = ctx.doc.today.delay_per_day > 0 && !ctx.doc.today.waitingFree ? 'waiting and risk included' : 'risk included';
  const out = [
    `Over the programme${sizes > 1 ? ` of all ${sizes} sizes` : ''}, ${counted}, ${name(chosen)} costs ${ctx.money(chosen.cost)} in the median against ${
      ctx.money(other.cost)
    } for ${name(other)}; in ${percent(ctx.chanceBelow(chosen, other))} of the samples the first is cheaper.`,
  ];
  if ([chosen, other].some((c) => isToday(c) && c.option.materialLabel) && !ctx.todayPriced)
    out.push('What the tool of today costs is not known: it is estimated from the way that stands nearest.');
  const inUse = [chosen, other].map((c) => (isToday(c) && c.option.materialLabel ? at(c.result.point.columns.get('use_cost') ?? 0, 0) : 0)).find((x) => x > 0);
  if (inUse !== undefined)
    out.push(`Of what T costs, ${ctx.money(inUse)} are what using it costs, by the plans${ctx.useGainedBy ? `: ${ctx.useGainedBy}` : ''}.`);
  const gained = other.days - chosen.days;
  if (Math.abs(gained) >= 1 && !(isToday(other) && !other.option.materialLabel))
    out.push(gained > 0 ? `It is ready ${days(gained)} sooner.` : `It is ready ${days(-gained)} later.`);
  const [a, b] = [chosen.option.mass_kg, other.option.mass_kg];
  if (a > 0 && b > 0 && a < 0.85 * b)
    out.push(`It weighs ${percent(1 - a / b)} less (${kilos(a)} against ${kilos(b)})${isToday(other) ? savedBy(ctx, chosen, b, a) : ''}.`);
  return out;
}

/** Parts of a weight saved that are worth a word. */
const WORTH = 0.05;

/** ": of that 0.6 kg by the material, 0.1 kg by the new shape", where meshes tell. */
function savedBy({ doc }: VerdictContext, chosen: Contender, today_kg: number, new_kg: number): string {
  const density = chosen.result.route.entries.find((e) => e.name === 'density')?.likely ?? NaN;
  const split = weightSplit(doc.shapes, isPrint(chosen), density, today_kg, new_kg);
  if (!split) return '';
  const parts = ([['material', 'by the material'], ['shape', 'by the new shape'], ['inside', 'by what is left out inside']] as const)
    .map(([part, words]) => ({ kg: split[part], words })).filter(({ kg }) => Math.abs(kg) > WORTH * (today_kg - new_kg));
  const [less, more] = [parts.filter((p) => p.kg > 0), parts.filter((p) => p.kg < 0)];
  if (less.length < 2 && !more.length) return less.length ? `, ${less[0].words}` : '';
  return `: ${list(less.map(({ kg, words }) => `${kilos(kg)} ${words}`))}${
    more.length ? `, ${kilos(-more.reduce((s, { kg }) => s + kg, 0))} more ${list(more.map(({ words }) => BACK[words]))}` : ''
  }`;
}
const BACK = {
  'by the material': 'by the heavier material',
  'by the new shape': 'by more material in the new shape',
  'by what is left out inside': 'by what is fitted to it',
} as const;

/** Cycles to two figures: nobody counts them closer before they are run. */
const round = (x: number): string => formatNumber(Number(x.toPrecision(2)));
const cycles = (x: number): string => `${round(x)} ${round(x) === '1' ? 'cycle' : 'cycles'}`;

/** Whether a new tool pays for itself before it is worn, where it costs more at first than today's. */
function payback(chosen: Contender, today: Contender | undefined): string[] {
  const paid = today && !isToday(chosen) ? paidBack(chosen.result, today.result) : undefined;
  if (!paid || paid.after.p50 <= 0) return [];
  const { after, worn, chance } = paid;
  if (!Number.isFinite(after.p50)) return ['It costs more at first than T, and use alone does not pay that back: time and what may go wrong decide.'];
  if (after.p90 < 1) return ['What it costs more at first is saved with its first use.'];
  const when = `after ${cycles(after.p50)}${Number.isFinite(after.p90) ? ` (${round(after.p10)} to ${round(after.p90)})` : ''}`;
  return [
    chance >= SURE
      ? `What it costs more at first is paid back ${when}; it is worn after ${cycles(worn.p10)} at the earliest.`
      : `It may be worn before it has paid for itself: paid back ${when}, worn after ${cycles(worn.p50)} (${cycles(worn.p10)} to ${
        cycles(worn.p90)
      }); in time in ${percent(chance)} of the samples.`,
  ];
}

/** What risk does to the choice: the chance behind the chosen way, and what would be cheapest if everything held. */
function risk(ctx: VerdictContext, chosen: Contender): string[] {
  const out: string[] = [];
  const { trials, chance } = chosen.option.doubt;
  if (!isToday(chosen) && (trials > 0 || chance < SURE))
    out.push(
      `Chance that it holds as planned: ${percent(chance)}${trials ? `, with ${trials} ${trials === 1 ? 'condition' : 'conditions'} to be tried first` : ''}; ${
        ctx.money(chosen.option.expected_cost - chosen.option.programme_with_wait)
      } are counted for trials and for doing it again.`,
    );
  const bare = (c: Contender): number => c.option.programme_with_wait;
  const cheapest = rivalsOf(ctx).filter((c) => isToday(c) || mightDo(c.option)).reduce((b, c) => (bare(c) < bare(b) ? c : b), chosen);
  if (cheapest !== chosen && !isToday(cheapest))
    out.push(
      `Cheapest that might do: ${name(cheapest)}, ${ctx.money(bare(cheapest))} against ${ctx.money(bare(chosen))} if all holds; ` +
        `its chance of that is ${percent(cheapest.option.doubt.chance)}, and with the risk counted it comes to ${ctx.money(cheapest.cost)}.`,
    );
  return out;
}
/** From here on a chance needs no words. */
const SURE = 0.9;

/** So much less than the cheapest of all ways if everything held: no fact turns it round. */
const CLEARLY_LESS = 0.6;
/** Ahead in this share of the samples: a clear lead in money. Below it the date decides, and where that is even too, the engineer. */
const CLEAR = 0.6;
/** Medians within this share of each other are near. */
const NEAR = 0.15;
/** What goes against cutting a plate or milling a block has to be this clear, where the two are near. */
const CLEAR_OF_SIMPLE = 0.8;
/** Likelier than not to hold as planned. */
const isLikely = (c: Contender): boolean => isToday(c) || c.option.doubt.chance >= 0.5;
/** Dates nearer than this, days, are the same date. */
const SAME_DATE = 2;

const HEADLINE: Readonly<Record<'cut' | 'hand' | 'machine', string>> = {
  cut: 'Cut it from sheet',
  hand: 'Mill and drill it by hand',
  machine: 'Have it machined',
};
/** The imperative for a way. */
export function headlineOf(ctx: VerdictContext, c: Contender): Pick<Found, 'kind' | 'headline'> {
  const { option } = c;
  if (option.kind === 'today') return { kind: 'keep', headline: TODAY_WAYS[ctx.doc.today.way].keep };
  if (option.kind !== 'print')
    return { kind: option.kind === 'machine' ? 'machine' : 'simple', headline: processOf(option.process).imperative ?? HEADLINE[option.kind] };
  const face = option.remedies.find((r) => r.metalFace);
  const helped = option.remedies.filter((r) => !r.metalFace && !r.habit).map((r) => r.label);
  return { kind: face ? 'hybrid' : 'print', headline: face ? `Print it with ${face.label}` : helped.length ? `Print it with ${list(helped)}` : 'Print it' };
}

export const RULES: readonly Rule[] = [
  {
    id: 'licensed',
    says: 'A tool whose failure drops a load, bursts or throws pieces is released by licensed people, whatever it costs.',
    apply({ licensed }) {
      if (!licensed) return undefined;
      return {
        kind: 'licensed',
        headline: 'Take it to a certified supplier',
        reasons: [licensed, 'The comparison below may help to brief the supplier; it is not a release.'],
        conditions: ['Rating, proof test, certificate and inspection date on file before first use.'],
      };
    },
  },
  {
    id: 'anyhow',
    says: 'Where not even the cheapest of all ways pays if everything holds, nothing has to be found out first.',
    apply(ctx) {
      const { missing, leastIfHeld } = ctx;
      const today = staying(ctx);
      if (!missing.length || leastIfHeld === undefined || !today || !ctx.todayPriced || today.cost > CLEARLY_LESS * leastIfHeld) return undefined;
      return {
        ...headlineOf(ctx, today),
        letter: today.letter,
        reasons: [
          `Whatever is found out about ${list(missing.map((id) => requirementSpec(id).label.toLowerCase()))}: as today it costs ${
            ctx.money(today.cost)
          } over the programme, the cheapest of all ways ${ctx.money(leastIfHeld)} even if everything held.`,
        ],
      };
    },
  },
  {
    id: 'facts',
    says: 'No verdict without the facts that this kind of tool stands or falls by.',
    apply(ctx) {
      const { missing, contenders } = ctx;
      // One sentence a question, from the route that leads.
      const open = [
        ...new Map(contenders.flatMap((c) => c.option.checks).filter((k) => k.state === 'unknown').reverse().map((k) => [k.id, k.reason])).values(),
      ];
      const what = missing.map((id) => requirementSpec(id).label.toLowerCase());
      if (what.length)
        return {
          kind: 'facts',
          headline: `Find out: ${what.join(', ')}`,
          reasons: open.length ? open : missing.map((id) => `${requirementSpec(id).label}: ${requirementSpec(id).help}`),
          conditions: what.map((w) => `Give the ${w} on the Need step.`),
        };
      if (rivalsOf(ctx).length || contenders.length) return undefined;
      return {
        kind: 'facts',
        headline: 'No route holds as the need is written',
        reasons: ['Every route of the shelf fails at least one must. Open the Routes step for the reasons; relax a must to a want where it is one.'],
      };
    },
  },
  {
    id: 'bridge',
    says: "Where a print fails on life alone and a day's delay costs more than the print, print for the wait and order the lasting tool now.",
    apply(ctx) {
      const lasting = best(rivalsOf(ctx).filter((c) => answerOf(c) !== 'simple' && !(isToday(c) && !c.option.materialLabel)));
      const first = best(ctx.contenders.filter((c) => isPrint(c) && c.option.bridge));
      if (!lasting || !first || ctx.doc.today.waitingFree) return undefined;
      const gained = lasting.days - first.days;
      const worth = gained * ctx.doc.today.delay_per_day;
      const life = first.option.checks.find((c) => c.bridge)!;
      const parts = (valueOf(first.result.point, 'cycles_per_year') * Math.max(0, gained)) / 365;
      const prints = Math.max(1, Math.ceil(parts / Math.max(1, life.value ?? 1)));
      const cost = valueOf(first.result.point, 'price_once') + prints * first.option.price_each;
      if (gained < BRIDGE_DAYS || worth <= cost) return undefined;
      return {
        kind: 'bridge',
        headline: `Print it now, order the lasting one at the same time`,
        letter: first.letter,
        then: lasting.letter,
        reasons: [
          `${name(first)} is ready ${days(gained)} before ${name(lasting)}; a day's delay costs ${
            ctx.money(ctx.doc.today.delay_per_day)
          }, so the days are worth ${ctx.money(worth)} against ${ctx.money(cost)} for the prints.`,
          `About ${Math.round(parts)} parts are wanted in that time; one print makes about ${Math.round(life.value ?? 0)} before it is worn, so ${prints} ${
            prints === 1 ? 'print does' : 'prints do'
          }; then the lasting tool takes over.`,
        ],
        conditions: [`Order ${name(lasting)} on the same day.`, `Count what it makes: it is good for about ${Math.round(life.value ?? 0)}.`],
      };
    },
  },
  {
    id: 'stay',
    says: 'Where no new way holds, it stays as it is.',
    apply(ctx) {
      const today = staying(ctx);
      if (!today || ctx.contenders.some(holds)) return undefined;
      const why = whyOut(ctx);
      return {
        ...headlineOf(ctx, today),
        letter: today.letter,
        reasons: why.length ? why : ['No new way holds as the need is written; open the Routes step for the reasons.'],
      };
    },
  },
  {
    id: 'even',
    says: 'Two ways whose money and dates lie within their noise are even: the engineer chooses. A simple way is taken where it is one of the two.',
    apply(ctx) {
      const pair = leaders(ctx);
      if (!pair || !isEven(ctx, ...pair) || Math.abs(pair[0].days - pair[1].days) >= SAME_DATE) return undefined;
      if (pair.some((c) => answerOf(c) === 'simple')) return undefined;
      const [first, second] = pair;
      return {
        kind: 'even',
        headline: `Even: ${inSentence(headlineOf(ctx, first).headline)}, or ${inSentence(headlineOf(ctx, second).headline)}`,
        letter: first.letter,
        reasons: [
          ...against(ctx, first, second),
          ...payback(first, ctx.today),
          'Neither money nor date tells them apart: choose by what you would rather have in the shop.',
          ...risk(ctx, first),
        ],
      };
    },
  },
  {
    id: 'cost',
    says:
      'The way with the lowest expected cost is taken: the programme with waiting, what has to be tried, and what may have to be done again. Where two are even in money, the one that is likelier than not to hold; then the one that is ready sooner.',
    apply(ctx) {
      const pair = leaders(ctx);
      const leader = pair?.[0] ?? surest(rivalsOf(ctx), best(rivalsOf(ctx)));
      if (!leader) return undefined;
      const even = pair && isEven(ctx, ...pair) ? betweenEven(...pair) : undefined;
      const [chosen, other] = even?.order ?? pair ?? [leader, undefined];
      const reference = ctx.today && ctx.today !== chosen && ctx.today !== other ? ctx.today : undefined;
      return {
        ...headlineOf(ctx, chosen),
        letter: chosen.letter,
        reasons: [
          ...(reference ? against(ctx, chosen, reference) : []),
          ...(other ? against(ctx, chosen, other) : reference ? [] : ['No other pinned way holds.']),
          ...payback(chosen, ctx.today),
          ...(even ? [even.because] : []),
          ...(answerOf(chosen) === 'simple' ? [chosen.option.checks.find((c) => c.id === 'form')?.reason ?? ''] : []),
          ...(answerOf(chosen) !== 'print' ? whyOut(ctx) : []),
          ...risk(ctx, chosen),
        ].filter(Boolean),
      };
    },
  },
  {
    id: 'none',
    says: 'When nothing pinned holds, nothing is decided.',
    apply: (ctx) => ({ kind: 'facts', headline: 'No pinned route holds', reasons: [...whyOut(ctx), 'Pin another route, or relax a must that is a want.'] }),
  },
];

/** Of two that are even in money: the one that is likelier than not to hold, then the one that is ready sooner, then the simple one. */
function betweenEven(first: Contender, second: Contender): { order: [Contender, Contender]; because: string } {
  const took = (c: Contender, why: string): { order: [Contender, Contender]; because: string } => ({
    order: c === first ? [first, second] : [second, first],
    because: `In money the two are even: ${c.letter} is taken because ${why}.`,
  });
  const likely = [first, second].filter(isLikely);
  if (likely.length === 1) return took(likely[0], 'it is the one that is likelier than not to hold');
  const gained = second.days - first.days;
  if (Math.abs(gained) >= SAME_DATE) return took(gained > 0 ? first : second, `it is ready ${days(Math.abs(gained))} sooner`);
  const simple = [first, second].find((c) => answerOf(c) === 'simple');
  return took(simple ?? first, simple ? 'it is the simple way' : 'it is the cheaper one by a little');
}

/** Of ways that answer alike and cost nearly the same, one that is likelier than not to hold before one that is not. */
function surest(rivals: readonly Contender[], first: Contender | undefined): Contender | undefined {
  if (!first || isLikely(first)) return first;
  return best(rivals.filter((c) => answerOf(c) === answerOf(first) && isLikely(c) && c.cost < (1 + NEAR) * first.cost)) ?? first;
}

/** The best way, and the best that answers the need in another manner. */
function leaders(ctx: VerdictContext): [Contender, Contender] | undefined {
  const rivals = rivalsOf(ctx);
  const first = surest(rivals, best(rivals));
  const second = first && best(rivals.filter((c) => answerOf(c) !== answerOf(first)));
  return first && second ? [first, second] : undefined;
}
const isEven = (ctx: VerdictContext, a: Contender, b: Contender): boolean => {
  const p = ctx.chanceBelow(a, b);
  const near = Math.abs(a.cost - b.cost) < NEAR * Math.min(a.cost, b.cost);
  const clear = near && [a, b].some((c) => answerOf(c) === 'simple') ? CLEAR_OF_SIMPLE : CLEAR;
  return p < clear && p > 1 - clear;
};
