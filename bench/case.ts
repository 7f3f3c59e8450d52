import { demoDoc } from '@cuadro/core/case/testing';
import type { CaseDoc } from '@cuadro/core/case/types';
import { evaluateCase, RISK_SAMPLES } from '@cuadro/core/decide/evaluate-case';
import { screenStates } from '@cuadro/core/decide/options';
import { withPrices } from '@cuadro/core/decide/order';
import { factsOf } from '@cuadro/core/plan/facts';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { best, report } from './measure';

/** What may keep the page from drawing, ms. */
const PAGE_LIMIT = 8;
const FULL_LIMIT = 2000;

/** A whole case, with a plan; and what of a rescreening is left to the page's thread: taking the worker's answer and sorting it in. */
export function benchCase(): void {
  const doc = (k: number): CaseDoc => demoDoc({ family: 'gripper', title: `Tool ${k}`, plans: { grip: { values: {} } } });
  let k = 0;
  report(
    `a whole case with a plan, ${RISK_SAMPLES} samples, against the limit`,
    best(3, () => void evaluateCase(doc(k++), BUILT_IN_SITE)),
    FULL_LIMIT,
    'ms',
    'below 1',
  );
  report(
    'a whole case with a plan, 800 samples, while somebody types, against 100 ms',
    best(5, () => void evaluateCase(doc(k++), BUILT_IN_SITE, 800)),
    100,
    'ms',
    'below 1',
  );
  const { options } = evaluateCase(doc(k++), BUILT_IN_SITE, 100).view;
  const states = screenStates(factsOf(doc(k++), BUILT_IN_SITE));
  const clone = best(30, () => void withPrices(structuredClone(states), options));
  report('screening again: what is left to the page (a copy taken and sorted in), against the limit', clone, PAGE_LIMIT, 'ms', 'below 1');
}
