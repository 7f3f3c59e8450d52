import { formatNumber } from '../quantity/quantity';
import { list } from '../quantity/words';
import { type CheckContext, STATE_ORDER, type State, STATE_WORDS, worse } from './check';
import {
  alongSections,
  borne,
  buckling,
  type By,
  everyLoad,
  gives,
  hasLayers,
  lifted,
  modulusOf,
  onSleeve,
  pressing,
  type RowLoad,
  solvedOf,
  STRENGTH_FACTOR,
  takesSleeves,
  type UnderLoad,
} from './under-load';
import { SOLVED_REMEDIES } from '../case/load-table';
import { fibreWords } from './fibre-layers';
import { remedyKind } from './remedies';
import { leftInService } from './service';

/** What decides a row: stress for a moment or for hours, how far it gives, pressure on its face, a wall that buckles, a seat that lifts; a sleeve that bears it. */
export type Decides = 'sleeve' | 'stress' | 'stays' | 'give' | 'presses' | 'buckles' | 'lifts';

/** One row of the load table on one way of making the tool. */
export interface RowVerdict {
  id: string;
  name: string;
  state: State;
  by?: By;
  decides?: Decides;
  stress_mpa?: number;
  /** Safety factor counted in. */
  allowed_mpa?: number;
  across?: boolean;
  give_mm?: number;
  may_give_mm?: number;
  /** Share of the allowed stress: above 1 it is too much. */
  use?: number;
  /** Worst place in the part's own axes; of a solved row. */
  worst?: readonly [number, number, number];
  /** How far the part moves where it moves most, mm, its estimated relative error, and on how many bricks; of a solved row. */
  most_mm?: number;
  error?: number;
  bricks?: number;
  reason: string;
  /** In which layers fibre lies that meets it, for whoever lays out the build. */
  laid?: readonly string[];
  /** What else is known of it: with what it acts, what the holds take, a second way to the same figure. */
  also: readonly string[];
}

const two = (x: number): string => String(Number(x.toPrecision(2)));

/** What a row asks of a way, for a cell: its share of what may be borne, or that a sleeve bears it. */
export const askedWords = ({ decides, use }: RowVerdict): string =>
  decides === 'sleeve' ? 'on a sleeve' : use === undefined ? STATE_WORDS.unknown : `${formatNumber(100 * use, 2)}\u00a0%`;

/** What a way has that makes it another tool under its loads: a deeper section, rods, sleeves. @param taken remedies that are counted in */
const mendedBy = (taken: Iterable<string>): string[] => {
  const all = new Set(taken);
  return SOLVED_REMEDIES.filter((id) => all.has(id)).map((id) => remedyKind(id).label);
};

/** The same, behind a way's name: ", counted with a deeper section"; empty where there is nothing of it. */
export function countedWords(remedies: readonly { id: string }[]): string {
  const labels = mendedBy(remedies.map((r) => r.id));
  return labels.length ? `, counted with ${list(labels)}` : '';
}

/** Every row of the load table on this way: holds, on condition, does not, or cannot be said and why. */
export function rowVerdicts(ctx: CheckContext): RowVerdict[] {
  const found = new Map(everyLoad(ctx).map((u) => [u.id, u]));
  return (ctx.loads ?? []).map((l): RowVerdict => {
    if (onSleeve(ctx, l)) return onSteel(l);
    const u = found.get(l.id);
    if (!u && l.bolt) return underHead(ctx, l);
    if (!u)
      return { id: l.id, name: l.name, state: 'unknown', reason: 'Say where it acts on the part, and what holds the tool: it can be solved then.', also: [] };
    return verdictOf(ctx, l, u);
  });
}

/** A bolt on its sleeve; solved with sleeves in bricks of steel, what is left for the tool around them is said. */
function onSteel({ id, name, solved, solvedWith }: RowLoad): RowVerdict {
  const left = solvedWith?.includes('compression-limiters') && solved ? Math.max(solved.inPlane.likely, solved.across.likely) : undefined;
  return {
    id,
    name,
    state: 'pass',
    decides: 'sleeve',
    reason: 'It stands on a steel sleeve: the tool only holds the sleeve.',
    also: left === undefined ? [] : [`Solved with the sleeves as bricks of steel: ${two(left)} MPa is left in the tool around them.`],
  };
}

/** A bolt whose place is not known: what it does under its head can be said all the same. */
function underHead(ctx: CheckContext, l: RowLoad): RowVerdict {
  const { state, presses_mpa: presses, bears_mpa: bears } = pressing(ctx, l)!;
  const reason = `Presses with ${two(presses)} MPa under its head; ${two(bears)} MPa are borne for long.${state === 'conditional' ? SLEEVE : ''}`;
  return { id: l.id, name: l.name, state, decides: 'presses', use: presses / bears, reason, also: [] };
}

const PROVE = ' Prove it with one and a half times the load.';
const SLEEVE = ' Put a steel sleeve under the head: it bears the bolt.';

function verdictOf(ctx: CheckContext, l: RowLoad, u: UnderLoad): RowVerdict {
  const solved = solvedOf(ctx, l);
  const stress = borne(ctx, u);
  const stays = l.lasting ? borne(ctx, u, ctx.traits.creep) : undefined;
  const give = u.give && gives(ctx, { ...u, give: u.give });
  const presses = pressing(ctx, l);
  const buckles = buckling(ctx, l);
  const off = lifted(ctx, l);
  const judged: [Decides, State][] = [
    ['stress', stress.state],
    ...(stays ? [['stays', stays.state] as [Decides, State]] : []),
    ...(give ? [['give', give.state] as [Decides, State]] : []),
    ...(presses ? [['presses', presses.state] as [Decides, State]] : []),
    ...(buckles ? [['buckles', buckles.state] as [Decides, State]] : []),
    ...(off.length ? [['lifts', 'conditional'] as [Decides, State]] : []),
  ];
  const state = judged.map(([, s]) => s).reduce(worse);
  // What stays governs where it is no better than what comes.
  const strong = stays && STATE_ORDER.indexOf(stays.state) >= STATE_ORDER.indexOf(stress.state) ? stays : stress;
  const laid = solved ? fibreWords(ctx, l) : [];
  const sleeves = stress.sleeves || stays?.sleeves || (give && give.sleeves) || (l.bolt && takesSleeves(ctx));
  const at = judged.filter(([, s]) => s === state).map(([d]) => d);
  const decides = at.includes('stays') && strong === stays ? 'stays' : at[0];
  const how = u.across && hasLayers(ctx) ? ' across the layers' : '';
  const says = [
    `${two(strong.stress_mpa)} MPa${how}${u.where}, ${two(strong.allowed_mpa)} MPa allowed${strong === stays ? ' for hours' : ''}`,
    ...(give ? [`gives ${two(give.give_mm)} mm${u.face ? ` at ${u.face}` : ''}, may ${two(give.may_give_mm)} mm`] : []),
    ...(presses && (presses.state !== 'pass' || decides === 'presses')
      ? [`presses with ${two(presses.presses_mpa)} MPa on its face, which bears ${two(presses.bears_mpa)} MPa`]
      : []),
    ...(buckles && buckles.state !== 'pass'
      ? [`a wall of ${two(buckles.where.wall_mm)} mm is pressed with ${two(buckles.stress_mpa)} MPa, ${two(buckles.allowed_mpa)} MPa allowed before it buckles`]
      : []),
    ...off.map(({ hold, share }) => `pulls H${hold + 1} off its seat over ${Math.round(100 * share)} %`),
  ];
  return {
    id: l.id,
    name: l.name,
    state,
    by: u.by,
    decides,
    stress_mpa: strong.stress_mpa,
    allowed_mpa: strong.allowed_mpa,
    across: u.across,
    ...(give && { give_mm: give.give_mm, may_give_mm: give.may_give_mm }),
    use: strong.stress_mpa / strong.allowed_mpa,
    ...(solved && { worst: solved.worst, most_mm: solved.give.likely / softness(ctx, u), error: solved.error, bricks: solved.bricks }),
    reason: `${says.join('; ')}.${
      state !== 'conditional' ? '' : decides === 'lifts' ? ' It only rests there: bolt it down before the figures hold.' : sleeves ? SLEEVE : PROVE
    }`,
    ...(laid.length && { laid }),
    also: [...laid, ...alsoOf(ctx, l, u)],
  };
}

/** Modulus in service, N/mm². */
const softness = (ctx: CheckContext, u: Pick<UnderLoad, 'across' | 'by'>): number => modulusOf(ctx, u).likely * 1000 * leftInService(ctx.need, ctx.traits);

function alsoOf(ctx: CheckContext, l: RowLoad, u: UnderLoad): string[] {
  const s = solvedOf(ctx, l);
  if (!s) return [];
  const beam = l.isForce ? alongSections(ctx, l.size) : undefined;
  const anywhere = s.give.likely / softness(ctx, u);
  const strength = ctx.traits.strength_mpa, left = leftInService(ctx.need, ctx.traits);
  const most = Math.max(...s.holds.map((h) => Math.hypot(...h)));
  const newtons = (x: number): string => formatNumber(Number(x.toPrecision(2)));
  const unsolved = mendedBy([...ctx.taken].filter((id) => !l.solvedWith?.some((w) => w === id)));
  return [
    ...(s.with.length ? [`Counted with ${list(s.with.map((w) => `“${w}”`))}, which stays on.`] : []),
    ...(u.face ? [`Where the part gives most it gives ${two(anywhere)} mm; ${u.face} is what works.`] : []),
    `The give is ± ${formatNumber(100 * s.error, 2)} % by the grid. Stress is fitted over ${
      two(s.patch_mm)
    } mm around its place: in a sharp inner corner it would have no end.`,
    `${ctx.material.label} ${
      hasLayers(ctx)
        ? `breaks at ${two(strength.inPlane.likely)} MPa within the layers and ${two(strength.across.likely)} MPa across them`
        : `bears ${two(strength.inPlane.likely)} MPa`
    }${left < 0.995 ? `; ${Math.round(100 * left)} % of it is left in service` : ''}. A factor of ${STRENGTH_FACTOR} is kept.`,
    ...(s.inCorner
      ? [
        `The place is a sharp inside corner, where stress has no end but what the fit gives it: round it by ${
          two(s.patch_mm)
        } mm or more, in plastic above all; cracks begin there.`,
      ]
      : []),
    ...(s.corners.length
      ? [
        `Other sharp inside corners work nearly as hard: ${
          list(
            apart(s.corners, s.patch_mm).slice(0, 4).map((c) => `at ${c.at.map((x) => formatNumber(x, 3)).join(' / ')} mm with ${Math.round(100 * c.share)} %`),
          )
        } of it. Round them as well.`,
      ]
      : []),
    ...(l.solvedWith?.length ? [`Solved with ${list(l.solvedWith.map((id) => remedyKind(id).label))} in place.`] : []),
    ...(unsolved.length ? [`Counted with ${list(unsolved)} by rule of thumb, as the price is; Routes says what comes without.`] : []),
    ...s.holds.map((h, i) =>
      `H${i + 1} holds it with ${newtons(Math.hypot(...h))} N (along x, y, z: ${h.map((x) => newtons(Math.abs(x) < 0.005 * most ? 0 : x)).join(' / ')}).`
    ),
    ...(beam
      ? [
        `As a plain beam on its ${beam.by === 'box' ? 'box' : 'sections'} it would be ${two(beam.stress.likely)} MPa${
          beam.give ? ` and give ${two(beam.give.likely / softness(ctx, beam))} mm` : ''
        }: the solution knows the true holds and shape.`,
      ]
      : []),
    ...(l.hand
      ? [
        `By hand, as ${l.hand.as}, it would be ${two(l.size.likely * l.hand.stress)} MPa${
          l.hand.give === undefined ? '' : ` and give ${two((l.size.likely * l.hand.give) / softness(ctx, u))} mm`
        }, on the lengths given in the row.`,
      ]
      : []),
  ];
}

/** The first of those that lie closer together than this: to whoever rounds them they are one. */
const apart = <T extends { at: readonly number[] }>(places: readonly T[], mm: number): T[] =>
  places.reduce<T[]>((kept, p) => (kept.some((q) => Math.hypot(...p.at.map((x, a) => x - q.at[a])) < mm) ? kept : [...kept, p]), []);
