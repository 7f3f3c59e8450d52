import { EMPTY_TODAY } from '../core/src/case/today';
import { routeContext } from '@cuadro/core/decide/options';
import { factsOf } from '@cuadro/core/plan/facts';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { type CaseDoc, DOC_VERSION } from '@cuadro/core/case/types';
import { FAMILIES } from '@cuadro/core/need/families';
import { PROCESSES } from '@cuadro/core/process/processes';
import { screen, stateOf } from '@cuadro/core/screen/screen';
import { materialsFor } from '@cuadro/core/shelf/shelf';
import { best, report } from './measure';

const CANDIDATES = 500;
const LIMIT = 1000;
const FRAME = 1000 / 60;

/** A tool list: all families in turn, sizes, temperatures and fluids that differ from one to the next. */
function candidate(i: number): CaseDoc {
  const family = FAMILIES[i % FAMILIES.length];
  const must = <T>(value: T): { level: 'must'; value: T; from: string } => ({ level: 'must', value, from: 'list' });
  return {
    version: DOC_VERSION,
    title: `Tool ${i}`,
    family: family.id,
    place: '',
    trouble: '',
    form: family.form,
    size_mm: [60 + ((i * 37) % 500), 40 + ((i * 17) % 200), 20 + ((i * 7) % 90)],
    today: { ...EMPTY_TODAY, way: 'machined', material: null, cost: null, wait_days: null, delay_per_day: 0 },
    need: {
      serviceTemp: must(20 + ((i * 13) % 120)),
      load: must((i * 71) % 4000),
      massLimit: must(1 + (i % 12)),
      ...(i % 3 === 0 && { fluids: must(['coolant' as const]) }),
    },
    shapes: {},
    pins: [],
    overrides: {},
    start: '2026-01-05',
  };
}

/** Every shelf route for 500 candidates, one thread, against the limit. */
export function benchScreen(): void {
  const routes = PROCESSES.flatMap((p) => materialsFor(p.id).map((m) => [p, m] as const));
  const time = best(3, () => {
    // New documents each time: nothing kept from the round before may help.
    for (let i = 0; i < CANDIDATES; i++) {
      const doc = candidate(i);
      for (const [p, m] of routes) stateOf(routeContext(factsOf(doc, BUILT_IN_SITE), p, m));
    }
  });
  const doc = candidate(0);
  const again = best(20, () => {
    // A need has changed: a new document, all checks with their reasons and priced offers.
    const changed = { ...doc, need: { ...doc.need } };
    for (const [p, m] of routes) screen(routeContext(factsOf(changed, BUILT_IN_SITE), p, m));
  });
  report(`screening ${routes.length} routes again after a change, reasons and offers, against a frame`, again, FRAME, 'ms', 'below 1');
  report(`screening ${routes.length} routes for ${CANDIDATES} candidates, one thread, against the limit`, time, LIMIT, 'ms', 'below 1');
}
