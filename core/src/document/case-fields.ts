import { type CaseDoc, type FaceMark, type Pin, routeKey } from '../case/types';
import { Fieldwise, matches } from './changes';

/** Changes of a case, field by field. */
export const CASE_CHANGES = new Fieldwise<CaseDoc>({
  isWhole: (path) =>
    matches(path, 'overrides', '*', '*') || matches(path, 'plans', '*', 'geometry') || matches(path, 'plans', '*', 'values', '*') ||
    matches(path, 'decision', 'agreed', '*') || matches(path, 'decision', 'overruled') ||
    matches(path, 'loads', '*') || matches(path, 'holds', '*') || (path[0] === 'shapes' && path.length > 2),
  isOpen: (path) =>
    matches(path, 'remedies') || matches(path, 'plans') || matches(path, 'overrides', '*') || matches(path, 'decision') ||
    matches(path, 'decision', 'agreed') ||
    matches(path, 'loads') || matches(path, 'holds'),
  // What the analyses say follows from the mesh and its direction.
  isDerived: (path) => matches(path, 'shapes', '*', 'study') || matches(path, 'shapes', '*', 'measure') || matches(path, 'shapes', '*', 'solved'),
  nameIn: (path) => {
    if (matches(path, 'pins')) return (x) => routeKey(x as Pin);
    if (matches(path, 'remedies', '*') || matches(path, 'signals')) return (x) => String(x);
    if (matches(path, 'shapes', '*', 'marks')) return (x) => (x as FaceMark).point.map((c) => c.toFixed(3)).join();
    return undefined;
  },
  // Another mesh is another thing, with everything that was marked on it.
  isSame: (path, a, b) => !matches(path, 'shapes', '*') || (a['hash'] === b['hash'] && a['unit'] === b['unit']),
  follows: (path) => (matches(path, 'shapes', '*') ? ['study', 'measure', 'solved'] : []),
});
