import { requirementSpec } from '../need/requirements';
import { BRIDGE_DAYS } from './options';
import { routeHolds } from './summary';
import { inSentence, list } from '../quantity/words';
import { valueOf } from '../worksheet/evaluate';
import type { Contender, Verdict, VerdictContext } from './verdict';

type Found = Omit<Verdict, 'rule' | 'conditions' | 'cautions'> & { conditions?: string[] };

export interface Rule {
  id: string;
  /** The rule in one sentence, shown with the verdict it gave. */
  says: string;
  apply(ctx: VerdictContext): Found | undefined;
}

const holds = (c: Contender): boolean => routeHolds(c.option);
const isPrint = (c: Contender): boolean => c.option.kind === 'print';
const isSimple = (c: Contender): boolean => c.option.kind === 'cut' || c.option.kind === 'hand';
const isMachined = (c: Contender): boolean => c.option.kind === 'machine';
const best = (list: Contender[]): Contender | undefined => list.reduce<Contender | undefined>((b, c) => (!b || c.cost < b.cost ? c : b), undefined);
const name = (c: Contender): string => `${c.letter}, ${inSentence(c.option.processLabel)} in ${c.option.materialLabel}`;
const percent = (x: number): string => `${Math.round(100 * x)} %`;
const days = (x: number): string => `${x < 10 ? x.toFixed(1) : Math.round(x)} days`;

/** Why each printed route is out, one sentence a route. */
const whyOut = (ctx: VerdictContext): string[] =>
  ctx.contenders.filter((c) => isPrint(c) && !holds(c)).map((c) =>
    `${name(c)}: ${c.option.checks.filter((k) => k.state === 'fail').map((k) => k.reason).join(' ')}`
  );

function against(ctx: VerdictContext, chosen: Contender, other: Contender): string[] {
  const out = [
    `Over the programme, waiting included, ${name(chosen)} costs ${ctx.money(chosen.cost)} in the median against ${ctx.money(other.cost)} for ${
      name(other)
    }; in ${percent(ctx.chanceBelow(chosen, other))} of the samples the first is cheaper.`,
  ];
  const gained = other.result.lead.days - chosen.result.lead.days;
  if (Math.abs(gained) >= 1) out.push(gained > 0 ? `It is ready ${days(gained)} sooner.` : `It is ready ${days(-gained)} later.`);
  const lighter = 1 - chosen.option.mass_kg / other.option.mass_kg;
  if (lighter > 0.15)
    out.push(`It weighs ${percent(lighter)} less (${chosen.option.mass_kg.toPrecision(2)} kg against ${other.option.mass_kg.toPrecision(2)} kg).`);
  return out;
}

/** Ahead in this share of the samples: a clear lead in money. */
const CLEAR = 0.6;
/** Below this the other side has the clear lead; between the two the date decides. */
const EVEN = 0.4;

export const RULES: readonly Rule[] = [
  {
    id: 'licensed',
    says: 'A tool whose failure drops a load or removes a protection is released by licensed people, whatever it costs.',
    apply({ family }) {
      if (!family.licensed) return undefined;
      return {
        kind: 'licensed',
        headline: 'Take it to a certified supplier',
        reasons: [family.licensed, 'The comparison below may help to brief the supplier; it is not a release.'],
        conditions: ['Rating, proof test, certificate and inspection date on file before first use.'],
      };
    },
  },
  {
    id: 'facts',
    says: 'No verdict without the facts that this kind of tool stands or falls by.',
    apply({ missing, contenders }) {
      // One sentence a question, from the route that leads.
      const open = [
        ...new Map(contenders.flatMap((c) => c.option.checks).filter((k) => k.state === 'unknown').reverse().map((k) => [k.id, k.reason])).values(),
      ];
      if (!missing.length && contenders.length) return undefined;
      const what = missing.map((id) => requirementSpec(id).label.toLowerCase());
      return what.length
        ? { kind: 'facts', headline: `Find out: ${what.join(', ')}`, reasons: open, conditions: what.map((w) => `Give the ${w} on the Need step.`) }
        : {
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
      const metal = best(ctx.contenders.filter((c) => !isSimple(c) && holds(c)));
      const first = best(ctx.contenders.filter((c) => isPrint(c) && c.option.bridge));
      if (!metal || !first) return undefined;
      const gained = metal.result.lead.days - first.result.lead.days;
      const worth = gained * ctx.doc.today.delay_per_day;
      const life = first.option.checks.find((c) => c.bridge)!;
      const parts = (valueOf(first.result.point, 'cycles_per_year') * Math.max(0, gained)) / 365;
      const prints = Math.max(1, Math.ceil(parts / Math.max(1, life.value ?? 1)));
      const cost = valueOf(first.result.point, 'price_once') + prints * first.option.price_each;
      if (gained < BRIDGE_DAYS || worth <= cost) return undefined;
      return {
        kind: 'bridge',
        headline: `Print it now, order the ${isPrint(metal) ? 'lasting' : 'steel'} one at the same time`,
        letter: first.letter,
        reasons: [
          `${name(first)} is ready ${days(gained)} before ${name(metal)}; a day's delay costs ${
            ctx.money(ctx.doc.today.delay_per_day)
          }, so the days are worth ${ctx.money(worth)} against ${ctx.money(cost)} for the prints.`,
          `About ${Math.round(parts)} parts are wanted in that time; one print makes about ${Math.round(life.value ?? 0)} before it is worn, so ${prints} ${
            prints === 1 ? 'print does' : 'prints do'
          }; then the lasting tool takes over.`,
        ],
        conditions: [`Order ${name(metal)} on the same day.`, life.reason],
      };
    },
  },
  {
    id: 'simple',
    says: 'A plate is cut and a block is milled: the simple way wins when it holds and costs no more.',
    apply(ctx) {
      const simple = best(ctx.contenders.filter((c) => isSimple(c) && holds(c)));
      const other = best(ctx.contenders.filter((c) => !isSimple(c) && holds(c)));
      if (!simple) return undefined;
      if (other && ctx.chanceBelow(simple, other) < 0.5) return undefined;
      return {
        kind: 'simple',
        headline: simple.option.kind === 'cut' ? 'Cut it from sheet' : 'Mill and drill it by hand',
        letter: simple.letter,
        reasons: [simple.option.checks.find((c) => c.id === 'form')?.reason ?? '', ...(other ? against(ctx, simple, other) : [])].filter(Boolean),
      };
    },
  },
  {
    id: 'keep',
    says: 'Where no printed route holds, or machining is clearly cheaper with waiting counted, it stays machined.',
    apply(ctx) {
      const metal = best(ctx.contenders.filter((c) => isMachined(c) && holds(c)));
      const print = best(ctx.contenders.filter((c) => isPrint(c) && holds(c)));
      if (!metal) return undefined;
      if (!print)
        return {
          kind: 'keep',
          headline: 'Keep it machined',
          letter: metal.letter,
          reasons: whyOut(ctx).length ? whyOut(ctx) : ['No printed route holds; open the Routes step for the reasons.'],
        };
      const chance = ctx.chanceBelow(print, metal);
      const sooner = metal.result.lead.days - print.result.lead.days;
      if (chance >= CLEAR || (chance >= EVEN && sooner >= 2)) return undefined;
      return { kind: 'keep', headline: 'Keep it machined', letter: metal.letter, reasons: against(ctx, metal, print) };
    },
  },
  {
    id: 'print',
    says: 'A printed route that holds is taken when it is clearly cheaper with waiting counted, or about as dear and days sooner.',
    apply(ctx) {
      const print = best(ctx.contenders.filter((c) => isPrint(c) && holds(c)));
      if (!print) return undefined;
      const metal = best(ctx.contenders.filter((c) => !isPrint(c) && holds(c)));
      const face = print.option.remedies.find((r) => r.metalFace);
      const helped = print.option.remedies.filter((r) => !r.metalFace && !r.habit).map((r) => r.label);
      return {
        kind: face ? 'hybrid' : 'print',
        headline: face ? `Print it with ${face.label}` : helped.length ? `Print it with ${list(helped)}` : 'Print it',
        letter: print.letter,
        reasons: metal ? against(ctx, print, metal) : ['No other pinned route holds.'],
      };
    },
  },
  {
    id: 'none',
    says: 'When nothing pinned holds, nothing is decided.',
    apply: () => ({ kind: 'facts', headline: 'No pinned route holds', reasons: ['Pin another route, or relax a must that is a want.'] }),
  },
];
