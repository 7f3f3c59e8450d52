import type { Contribution, Gift } from '../case/contribution';
import { GIFTS } from '../case/contribution';
import type { CaseFacts } from '../case/facts';
import { type GivenToday, TODAY_GIFTS, type TodayGift } from '../case/today';
import type { FaceMark, PlanDoc } from '../case/types';
import { inputEntries } from '../inputs/text';
import { filled, type Values } from '../inputs/spec';
import { REQUIREMENTS, type RequirementId } from '../need/requirements';
import { CONSTANTS } from '../process/constants';
import { shopEntries } from '../shelf/shop';
import { compileSheet, type Sheet } from '../worksheet/compile';
import { evaluate, valueOf } from '../worksheet/evaluate';
import type { Figured } from '../worksheet/figured';
import { hash32, likelyInputs, percentiles, sampleEntries } from '../worksheet/sample';
import type { Entry, Line } from '../worksheet/types';
import type { Drawing } from './drawing';
import type { Figures, Planner, PlanFinding } from './planner';
import { PLANNERS } from './planners';

/** A plan worked out: a subject whose figures can be opened, with its findings and drawing. */
export interface PlanResult extends Figured {
  planner: Planner;
  /** As given, gaps filled. */
  values: Values;
  figures: Figures;
  findings: PlanFinding[];
  drawing?: Drawing;
  /** What it measures on the mesh has been measured. */
  measured: boolean;
}

/** Identity of what was measured for a plan: another mesh, method or value asks for another measurement, and other marked faces where it goes by them. */
export const geometryKey = (planner: Planner, hash: string, values: Values, marks: readonly FaceMark[] = []): string =>
  `${hash}|${planner.id}@${planner.geometry?.version ?? 0}|${hash32(JSON.stringify(filled(planner.inputs, values)))}${
    planner.geometry?.byMarks && marks.length ? `|${hash32(JSON.stringify(marks.map(({ duty, point, normal }) => [duty, point, normal])))}` : ''
  }`;

/** What was measured for this plan, if it still belongs to the mesh and the values. */
function geometryOf(planner: Planner, facts: CaseFacts, plan: PlanDoc): unknown {
  const shape = facts.doc.shapes.printed ?? facts.doc.shapes.machined;
  return planner.geometry && shape && plan.geometry?.key === geometryKey(planner, shape.hash, plan.values, shape.marks) ? plan.geometry.result : undefined;
}

/** Inputs as entries, and what the planner knows beyond them: where both name the same, the planner has the last word. */
function ownEntries(planner: Planner, facts: CaseFacts, plan: PlanDoc): Entry[] {
  const more = planner.entries?.(geometryOf(planner, facts, plan), { facts, values: plan.values }) ?? [];
  const named = new Set(more.map((e) => e.name));
  return [...inputEntries(planner.inputs, plan.values, `plan.${planner.id}`).filter((e) => !named.has(e.name)), ...more];
}

const sheets = new WeakMap<readonly Line[], Map<string, Sheet>>();
function sheetOf(lines: readonly Line[], names: readonly string[]): Sheet {
  const kept = sheets.get(lines) ?? new Map<string, Sheet>();
  sheets.set(lines, kept);
  const key = names.join();
  let sheet = kept.get(key);
  if (!sheet) kept.set(key, sheet = compileSheet(lines, names));
  return sheet;
}

/** Figures at likely values, and over the samples where there are any. */
const figuresOf = (subject: Pick<Figured, 'point' | 'risk' | 'entries'>): Figures => {
  // An input that no line uses is a figure too.
  const at = (
    name: string,
  ): number => (subject.point.columns.has(name)
    ? valueOf(subject.point, name)
    : (subject.entries.find((e) => e.name === name)?.likely ?? valueOf(subject.point, name)));
  const end = (which: 'p10' | 'p90') => (name: string): number => {
    const column = subject.risk?.columns.get(name);
    return column === undefined ? at(name) : percentiles(column)[which];
  };
  return Object.assign(at, { low: end('p10'), high: end('p90') });
};

/**
 * Work a plan out on its own, without any route.
 * @param samples 0 for the point estimate alone
 */
export function evaluatePlan(planner: Planner, facts: CaseFacts, plan: PlanDoc, samples = 0, seed = 1): PlanResult {
  const entries = [...CONSTANTS, ...shopEntries(facts.site.shop), ...ownEntries(planner, facts, plan)];
  const sheet = sheetOf(planner.lines, entries.map((e) => e.name));
  const point = evaluate(sheet, likelyInputs(entries));
  const used = new Set(sheet.inputs);
  const risk = samples ? evaluate(sheet, sampleEntries(entries.filter((e) => used.has(e.name)), samples, seed), samples) : undefined;
  const figures = figuresOf({ point, risk, entries });
  const ctx = { facts, values: plan.values };
  const geometry = geometryOf(planner, facts, plan);
  return {
    id: `plan:${planner.id}`,
    title: planner.label,
    planner,
    sheet,
    entries,
    overrides: {},
    point,
    risk,
    figures,
    values: filled(planner.inputs, plan.values),
    measured: geometry !== undefined,
    findings: planner.findings(figures, filled(planner.inputs, plan.values), ctx, geometry),
    drawing: planner.drawing?.(figures, filled(planner.inputs, plan.values), ctx, geometry),
  };
}

const REQUIREMENT_IDS = new Set<string>(REQUIREMENTS.map((r) => r.id));
export const isRequirement = (to: string): to is RequirementId => REQUIREMENT_IDS.has(to);
export const isGift = (to: string): to is Gift => (GIFTS as readonly string[]).includes(to);

export const isTodayGift = (to: string): to is TodayGift => (TODAY_GIFTS as readonly string[]).includes(to);

/** What a plan works out of today's tool, with its range. */
export function todayGiven({ planner, values, figures }: PlanResult): GivenToday {
  const given = (planner.gives ?? []).flatMap(({ line, to, when }): [TodayGift, NonNullable<GivenToday[TodayGift]>][] => {
    const likely = figures(line);
    return isTodayGift(to) && Number.isFinite(likely) && (when?.(values) ?? true)
      ? [[to, {
        low: Math.min(likely, figures.low(line)),
        likely,
        high: Math.max(likely, figures.high(line)),
        plan: planner.label,
        gainedBy: planner.gainedBy,
      }]]
      : [];
  });
  return Object.fromEntries(given);
}

/** Requirements for which a plan stands in, with the figure of each. A figure that cannot be worked out stands in for nothing. */
export function standIns({ planner, values, figures }: PlanResult): { to: RequirementId; value: number; line: string }[] {
  return (planner.gives ?? []).flatMap(({ line, to, when }) => {
    const value = figures(line);
    return isRequirement(to) && Number.isFinite(value) && (when?.(values) ?? true) ? [{ to, value, line }] : [];
  });
}

/** Lines and entries of a plan for the sheet of every route, under the plan's own prefix. Nothing where it gives routes nothing. */
export function contributionOf(planner: Planner, facts: CaseFacts, plan: PlanDoc): Contribution | undefined {
  const values = filled(planner.inputs, plan.values);
  const gifts = Object.fromEntries((planner.gives ?? []).filter((g) => isGift(g.to) && (g.when?.(values) ?? true)).map((g) => [g.to, g.line])) as Partial<
    Record<Gift, string>
  >;
  if (!Object.keys(gifts).length) return undefined;
  const own = ownEntries(planner, facts, plan);
  // A plan that cannot be worked out must not take every route with it.
  const worked = evaluatePlan(planner, facts, plan);
  if (Object.values(gifts).some((line) => !Number.isFinite(worked.figures(line)))) return undefined;
  const prefix = `${planner.id.replace(/\W/g, '_')}_`;
  const names = new Set([...own.map((e) => e.name), ...planner.lines.map((l) => l.name)]);
  const prefixed = (name: string): string => (names.has(name) ? prefix + name : name);
  const rename = (expr: string): string => expr.replace(/[A-Za-z_]\w*/g, prefixed);
  const taken = planner.fromRoute ?? {};
  return {
    id: planner.id,
    label: planner.label,
    lines: [
      ...planner.lines.map((l) => ({ ...l, name: prefixed(l.name), expr: rename(l.expr) })),
      ...Object.entries(taken).map(([name, line]): Line => ({
        name: prefixed(name),
        label: own.find((e) => e.name === name)!.label,
        unit: own.find((e) => e.name === name)!.unit,
        expr: line,
      })),
    ],
    entries: own.filter((e) => !(e.name in taken)).map((e) => ({ ...e, name: prefixed(e.name), key: e.key ?? `plan.${planner.id}.${e.name}` })),
    gifts: Object.fromEntries(Object.entries(gifts).map(([gift, line]) => [gift, prefixed(line)])),
  };
}

/** Every plan in use, worked out. */
export function plansOf(facts: CaseFacts, samples = 0, seed = 1): PlanResult[] {
  return PLANNERS.filter((p) => facts.doc.plans?.[p.id]).map((p) => evaluatePlan(p, facts, facts.doc.plans![p.id], samples, seed));
}
