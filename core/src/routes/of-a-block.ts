import { plainFacts } from '../case/facts';
import { newCase } from '../case/new-case';
import type { Pin } from '../case/types';
import type { Site } from '../records/site';
import { evaluateRoute, type RouteResult } from './evaluate-route';

/** A block of a size, so many of it, by one way on a site's own sheets: for a piece that has no case of its own. */
export const routeOfBlock = (site: Site, pin: Pin, size_mm: [number, number, number], copies: number): RouteResult =>
  evaluateRoute(
    plainFacts(
      newCase(
        { title: '', family: 'assembly-fixture', form: 'block', size_mm, copies, todayWay: 'none', todayCost: null, todayWait_days: null, trouble: '' },
        '2026-01-05',
      ),
      site,
    ),
    pin,
    [],
  );
