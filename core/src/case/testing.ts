import { EMPTY_TODAY } from './today';
import { measure } from '../shape/measure';
import type { Mesh } from '../shape/mesh';
import { studyShape } from '../shape/study';
import { UP } from '../shape/turn';
import { type CaseDoc, DOC_VERSION, type ShapeRef } from './types';

/** A plain hand jig without a mesh, for tests: everything about it is the family's assumption. */
export function demoDoc(change: Partial<CaseDoc> = {}): CaseDoc {
  return {
    version: DOC_VERSION,
    title: 'Test jig',
    family: 'hand-jig',
    place: '',
    trouble: '',
    form: 'shaped',
    size_mm: [120, 80, 30],
    today: { ...EMPTY_TODAY, way: 'machined' },
    need: {},
    shapes: {},
    pins: [],
    overrides: {},
    start: '2026-11-25',
    ...change,
  };
}

/** A mesh as a stored shape that has been studied as it stands. */
export function studiedRef(mesh: Mesh, fileName = 'test.stl'): ShapeRef {
  const measured = measure(mesh);
  return { hash: 'b'.repeat(64), fileName, unit: 'mm', measure: measured, up: UP, study: studyShape(mesh, measured, UP) };
}
