import { familyOf } from '../need/families';
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
}

/** A candidate from a minute's typing. @param start ISO date */
export function newCase(entry: QuickEntry, start: string): CaseDoc {
  return {
    version: DOC_VERSION,
    title: entry.title.trim(),
    family: entry.family,
    place: '',
    trouble: entry.trouble.trim(),
    form: familyOf(entry.family).form,
    size_mm: entry.size_mm,
    today: { way: entry.todayWay, material: null, cost: entry.todayCost, wait_days: entry.todayWait_days, delay_per_day: 0 },
    need: { copies: { level: 'must', value: entry.copies, from: 'first look' } },
    shapes: {},
    pins: [],
    overrides: {},
    start,
  };
}

export const TODAY_WAYS: readonly { value: TodayWay; label: string }[] = [
  { value: 'machined', label: 'machined' },
  { value: 'bought', label: 'bought ready-made' },
  { value: 'hand-made', label: 'made by hand' },
  { value: 'cut', label: 'cut from sheet' },
  { value: 'none', label: 'there is none' },
];
