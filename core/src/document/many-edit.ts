import type { CaseDoc, TodayWay } from '../case/types';

/** What may be said of many cases at once; what is left out stays as it is. */
export interface ManyEdit {
  place?: string;
  owner?: string;
  family?: string;
  way?: TodayWay;
  wait_days?: number | null;
  delay_per_day?: number;
}

/** A case with what is said of many at once. Whether it may be so is checked on the document that comes out. */
export function editedSo(doc: CaseDoc, { way, wait_days, delay_per_day, owner, ...rest }: ManyEdit): CaseDoc {
  const today = {
    ...doc.today,
    ...(way !== undefined && { way }),
    ...(wait_days !== undefined && { wait_days }),
    ...(delay_per_day !== undefined && { delay_per_day }),
  };
  const out = { ...doc, ...rest, today };
  if (owner !== undefined) {
    if (owner) out.owner = owner;
    else delete out.owner;
  }
  return out;
}

/** What puts those fields back as they stood. */
export function asItWas(doc: CaseDoc, set: ManyEdit): ManyEdit {
  const all: Required<ManyEdit> = {
    place: doc.place,
    owner: doc.owner ?? '',
    family: doc.family,
    way: doc.today.way,
    wait_days: doc.today.wait_days,
    delay_per_day: doc.today.delay_per_day,
  };
  return Object.fromEntries(Object.entries(all).filter(([k]) => set[k as keyof ManyEdit] !== undefined));
}
