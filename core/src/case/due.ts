import type { DueDate } from '../records/due';
import type { CaseDoc } from './types';

/** Days by which conditions of the verdict are to be met, those that are done left out. */
export function dueInCase({ decision }: Pick<CaseDoc, 'decision'>): DueDate[] {
  return Object.entries(decision?.agreed ?? {}).flatMap(([what, { by, done, who }], i) => (by && !done ? [{ key: `condition-${i}`, day: by, what, who }] : []));
}
