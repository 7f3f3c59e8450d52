import type { CaseDoc } from './types';

/** A plain hand jig without a mesh, for tests: everything about it is the family's assumption. */
export function demoDoc(change: Partial<CaseDoc> = {}): CaseDoc {
  return {
    title: 'Test jig', family: 'hand-jig', place: '', trouble: '', form: 'shaped', size_mm: [120, 80, 30],
    today: { way: 'machined', material: null, cost: null, wait_days: null, delay_per_day: 0 },
    need: {}, shapes: {}, pins: [], overrides: {}, start: '2026-11-25',
    ...change,
  };
}
