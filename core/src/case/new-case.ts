import type { Form } from '../need/family';
import { familyOf } from '../need/families';
import { LOAD_INPUTS } from '../need/loads';
import { EMPTY_TODAY } from './today';
import { type CaseDoc, DOC_VERSION, type TodayWay } from './types';

/** What a quick look asks for; everything else is filled in with what is usual. */
export interface QuickEntry {
  title: string;
  family: string;
  size_mm: [number, number, number];
  copies: number;
  todayWay: TodayWay;
  todayCost: number | null;
  todayWait_days: number | null;
  trouble: string;
  /** Whatever else is known of the tool of today. */
  today?: Partial<CaseDoc['today']>;
  form?: Form;
}

/** A candidate from a minute's typing. @param start ISO date @param template what it takes over: need, plans, loads, pinned ways with their remedies */
export function newCase(entry: QuickEntry, start: string, template?: CaseDoc): CaseDoc {
  const own = bareCase(entry, start);
  if (!template) return own;
  const { need, pins, remedies, plans, loads } = patternOf(template, start);
  return { ...own, need: { ...need, ...own.need }, pins, ...(remedies && { remedies }), ...(plans && { plans }), ...(loads && { loads }) };
}

/** What of a case serves others: the need and what was thought through, without its shape, its prices, its people and its dates. */
export function patternOf(doc: CaseDoc, start: string): CaseDoc {
  const { version, title, family, form, size_mm, trouble, today, need, pins, remedies, plans, loads } = doc;
  const bare = plans && Object.fromEntries(Object.entries(plans).map(([id, { values }]) => [id, { values }]));
  return {
    version,
    title,
    family,
    place: '',
    trouble,
    form,
    size_mm,
    today: { ...EMPTY_TODAY, way: today.way, material: today.material },
    need,
    shapes: {},
    pins,
    ...(remedies && { remedies }),
    ...(bare && { plans: bare }),
    ...(loads && { loads: placeless(loads) }),
    overrides: {},
    template: true,
    start,
  };
}
const PLACES: ReadonlySet<string> = new Set(LOAD_INPUTS.filter((i) => i.kind === 'place').map((i) => i.id));
/** Rows of a load table without their places, which are on a mesh that is not taken along; what holds the tool is nothing but places. */
const placeless = (rows: NonNullable<CaseDoc['loads']>): NonNullable<CaseDoc['loads']> =>
  Object.fromEntries(Object.entries(rows).map(([id, row]) => [id, Object.fromEntries(Object.entries(row).filter(([k]) => !PLACES.has(k)))]));

function bareCase(entry: QuickEntry, start: string): CaseDoc {
  return {
    version: DOC_VERSION,
    title: entry.title.trim(),
    family: entry.family,
    place: '',
    trouble: entry.trouble.trim(),
    form: entry.form ?? familyOf(entry.family).form,
    size_mm: entry.size_mm,
    today: { ...EMPTY_TODAY, way: entry.todayWay, cost: entry.todayCost, wait_days: entry.todayWait_days, ...entry.today },
    need: { copies: { level: 'must', value: entry.copies, from: 'first look' } },
    shapes: {},
    pins: [],
    overrides: {},
    start,
  };
}
