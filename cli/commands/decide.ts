import { routeKey, type Letter } from '@cuadro/core/case/types';
import { evaluateCase, RISK_SAMPLES } from '@cuadro/core/decide/evaluate-case';
import type { RouteOption } from '@cuadro/core/decide/options';
import { routeHolds } from '@cuadro/core/decide/summary';
import { contending } from '@cuadro/core/decide/today-option';
import { factsOf } from '@cuadro/core/plan/facts';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { evaluateRoute, type RouteResult } from '@cuadro/core/routes/evaluate-route';
import { valueOf } from '@cuadro/core/worksheet/evaluate';
import { percentiles } from '@cuadro/core/worksheet/sample';
import { type Command, parse, print } from '../command';
import { readCase } from '../need';

const usage = 'decide NEED.json';
/** Samples for a way that is not pinned. */
const LIST = 4000;
const SEED = 20_260;

/** A way as one row: money figures are medians; p10, p50 and p90 are those of the programme with waiting. */
function row(option: RouteOption, result: RouteResult | undefined, letter: Letter | null): Record<string, unknown> {
  const spread = (name: string) => percentiles(result!.risk!.columns.get(name) ?? valueOf(result!.point, name));
  const median = (name: string): number | null => (result ? spread(name).p50 : null);
  const programme = result && spread('programme_with_wait');
  return {
    letter,
    process: option.process,
    material: option.material,
    label: `${option.processLabel}${option.materialLabel && `, ${option.materialLabel}`}`,
    state: option.state,
    chance_holds: option.doubt.chance,
    price_each: median('price_each'),
    price_order: median('price_order'),
    programme: median('price_programme'),
    programme_with_wait: median('programme_with_wait'),
    expected_cost: median('expected_cost'),
    p10: programme?.p10 ?? null,
    p50: programme?.p50 ?? null,
    p90: programme?.p90 ?? null,
    days: result ? (result.lead.risk?.p50 ?? result.lead.days) : null,
    mass_kg: median('mass_tool'),
    life_cycles: median('life'),
    tools_bought: median('tools_bought'),
    ...(option.state === 'fail' && { fails: option.checks.filter((c) => c.state === 'fail').map((c) => c.reason) }),
  };
}

/** The verdict on a need, with every way that was weighed. The file's form is in docs/need.schema.json. */
export const decide: Command = {
  name: 'decide',
  usage,
  async run(args) {
    const { file } = parse(args, usage, {});
    const doc = await readCase(file, usage);
    const facts = factsOf(doc, BUILT_IN_SITE);
    const { view, results } = evaluateCase(doc, BUILT_IN_SITE, RISK_SAMPLES, SEED);
    const { verdict, pins } = view;
    const letters = new Map(pins.map((p) => [routeKey(p.option), p.letter]));
    const ways = [...pins.filter((p) => p.letter === 'T').map((p) => p.option), ...view.options].map((option) => {
      const letter = letters.get(routeKey(option));
      const result = letter ? results.get(letter) : routeHolds(option) ? evaluateRoute(facts, option, option.remedies, LIST, SEED) : undefined;
      return row(option, result, letter ?? null);
    });
    const chosen = ways.find((w) => w['letter'] !== null && w['letter'] === verdict.letter);
    const possible = ways.filter((w) => w['state'] !== 'fail' && w['state'] !== 'unknown' && (w['letter'] !== 'T' || contending(facts)));
    const cheapest = possible.reduce<Record<string, unknown> | undefined>(
      (b, w) => (!b || (w['programme_with_wait'] as number) < (b['programme_with_wait'] as number) ? w : b),
      undefined,
    );
    const { kind, headline, reasons, conditions, cautions } = verdict;
    print({
      verdict: { kind, headline, process: chosen?.['process'] ?? null, material: chosen?.['material'] ?? null, reasons, conditions, cautions },
      recommended: chosen ?? null,
      cheapest: cheapest ?? null,
      ways,
    });
  },
};
