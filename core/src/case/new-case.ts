import type { Form } from '../need/family';
import { familyOf } from '../need/families';
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

/** A candidate from a minute's typing. @param start ISO date */
export function newCase(entry: QuickEntry, start: string): CaseDoc {
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
