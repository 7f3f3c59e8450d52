import { formatNumber } from '../quantity/quantity';
import type { CaseFacts } from '../case/facts';
import type { Gift } from '../case/contribution';
import type { TodayGift } from '../case/today';
import type { FaceMark } from '../case/types';
import { asRange, type InputSpec, type Values } from '../inputs/spec';
import type { RequirementId } from '../need/requirements';
import type { Finding } from '../screen/check';
import type { Mesh } from '../shape/mesh';
import type { Entry, Line, Range, Source } from '../worksheet/types';
import type { Drawing } from './drawing';

/** Figures of a plan at likely values, by line or entry name; where samples were drawn also their 10 % and 90 % points. */
export interface Figures {
  (name: string): number;
  low(name: string): number;
  high(name: string): number;
}

/** What a plan says about one thing, as a check does. */
export type PlanFinding = Omit<Finding, 'offers' | 'bridge'> & {
  id: string;
  label: string;
  /** It is about a new tool: where today's stays, nothing hangs on it. */
  ofNew?: boolean;
};

/** Where one line of a plan goes. */
export interface Give {
  line: string;
  /** A requirement or a figure of today's tool that it stands in for until somebody types one of their own, or a place in every route's sheet. */
  to: RequirementId | Gift | TodayGift;
  when?(values: Values): boolean;
}

/** A shape that Cuadro can make from the plan's figures. */
export interface PlanMake {
  /** Id of the maker. */
  maker: string;
  label: string;
  /** The maker's inputs, from the plan; what is left out stays as usual. */
  values(f: Figures, values: Values): Values;
}

export interface PlanContext {
  /** The case without its plans. */
  facts: CaseFacts;
  values: Values;
}

/** Headings of the planners, in order. */
export const PLAN_GROUPS = { work: 'Its work', build: 'Its build', use: 'Around it' } as const;
export type PlanGroup = keyof typeof PLAN_GROUPS;

/**
 * Works one kind of tool out further than screening does. One file in `planners/`. Its mechanics are worksheet lines, so that units,
 * ranges, working, sensitivity and workbook come of themselves; its findings stand beside the checks; what it gives flows into
 * need and routes.
 */
export interface Planner<G = unknown> {
  id: string;
  /** Under which heading it is offered. */
  about: PlanGroup;
  label: string;
  /** One sentence: what it works out. */
  what: string;
  /** What its lines rest on. */
  basis: readonly Source[];
  /** Is it worth offering for this case? */
  fits(facts: Pick<CaseFacts, 'doc' | 'family'>): boolean;
  inputs: readonly InputSpec[];
  /** What is measured on the tool's mesh, in the shape worker; kept by mesh, version and values. */
  geometry?: {
    version: number;
    says: string;
    /** It goes by the faces marked on the mesh: others ask for another measurement. */
    byMarks?: true;
    run(mesh: Mesh, values: Values, marks: readonly FaceMark[], progress: (share: number) => void): G;
  };
  /** Entries beyond the inputs: from the case, or measured; a wide guess without a mesh. */
  entries?(geometry: G | undefined, ctx: PlanContext): Entry[];
  /** Entries that a route knows better: their name → the line of every route that takes their place there. */
  fromRoute?: Readonly<Record<string, string>>;
  lines: readonly Line[];
  /** @param geometry what was measured, where it was */
  findings(f: Figures, values: Values, ctx: PlanContext, geometry?: G): PlanFinding[];
  gives?: readonly Give[];
  /** Where it says what using today's tool costs: which new tool is rid of that, for the verdict. */
  gainedBy?: string;
  makes?: readonly PlanMake[];
  /** @param geometry what was measured, where it was */
  drawing?(f: Figures, values: Values, ctx: PlanContext, geometry?: G): Drawing;
  /** Lines shown first, in order; the others are a click away. */
  headline: readonly string[];
  cautions: readonly string[];
}

/** A figure that a planner takes as it stands, from the need, the shop or a table of its own. */
export const takenAs = (planner: string, name: string, label: string, unit: string, x: number | Range, source: Source): Entry => ({
  name,
  label,
  unit,
  ...asRange(x),
  source,
  key: `plan.${planner}.${name}`,
});

const ONE = { mm: 'A millimetre', 'cm^2': 'A square centimetre', s: 'A second', N: 'A newton', degC: 'A degree', kg: 'A kilogram' } as const;
const EXACTLY: Source = { kind: 'standard', text: 'By definition: it takes the unit off a figure.' };

/** One of some units as entries `one_mm`, `one_s` …: dividing by them takes the unit off. */
export const ones = (planner: string, ...units: (keyof typeof ONE)[]): Entry[] =>
  units.map((unit) => takenAs(planner, `one_${unit === 'degC' ? 'c' : unit.replace('^', '').toLowerCase()}`, ONE[unit], unit, 1, EXACTLY));

/** A figure with its unit in the sentence of a finding: "84.8 N", "3.1°". */
export const figureText = (x: number, unit: string): string => `${formatNumber(x)}${unit === '°' ? '' : ' '}${unit}`.trim();

/** A finding from a figure and the limit it must stay below (or above): the margin is the share left. */
export function compared(
  id: string,
  label: string,
  basis: string,
  value: number,
  limit: number,
  unit: string,
  { least = false, near = 1, ofNew, says }: {
    /** The limit is a least. */ least?: boolean; /** A miss by less than this factor is a condition. */
    near?: number;
    ofNew?: boolean;
    says(state: 'pass' | 'conditional' | 'fail' | 'unknown'): string;
  },
): PlanFinding {
  const known = Number.isFinite(value) && Number.isFinite(limit);
  const ratio = least ? limit / value : value / limit;
  const state = !known ? 'unknown' : ratio <= 1 ? 'pass' : ratio <= near ? 'conditional' : 'fail';
  return { id, label, state, ...(ofNew && { ofNew }), ...(known && { value, limit, margin: 1 - ratio }), unit, basis, reason: says(state) };
}
