import type { LoadClass } from '../mechanics';
import { loadClassOf } from '../process/process';
import { processOf } from '../process/processes';
import { materialsFor } from '../shelf/shelf';
import { withSolved } from './load-table';
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

/** A case with its load table solved for some ways, `process/material`, alone: the others would take most of the time. */
export const withWaysSolved = (doc: CaseDoc, shape: ShapeRef, mesh: Mesh, elements: number, ways: readonly string[]): CaseDoc =>
  withSolved(doc, shape, mesh, elements, (c, name) => ways.some((way) => isFor(c, way, name === 'printed')));

/** Does a way need this class: its own walls and fibre, or what remedies made of it? */
function isFor(c: LoadClass, way: string, printed: boolean): boolean {
  const [id, material] = way.split('/');
  const process = processOf(id);
  const own = loadClassOf(process, materialsFor(id).find((m) => m.id === material)!);
  return (process.kind === 'print') === printed && c.wall_mm === own.wall_mm && !c.fibre === !own.fibre;
}
