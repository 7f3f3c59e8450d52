import { spreadOf, type Way, weigh } from '@cuadro/core/decide/ways';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { type Command, parse, print } from '../command';
import { readCase } from '../need';

const usage = 'decide NEED.json';

/** A way as one row: money figures are medians; p10, p50 and p90 are those of the programme with waiting. */
function row({ letter, option, result, rows }: Way): Record<string, unknown> {
  const median = (name: string): number | null => (result ? spreadOf(result, name).p50 : null);
  const programme = result && spreadOf(result, 'programme_with_wait');
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
    ...(rows &&
      {
        loads: rows.map(({ name, state, by, stress_mpa, allowed_mpa, across, give_mm, may_give_mm, reason }) => ({
          name,
          state,
          by,
          stress_mpa,
          allowed_mpa,
          across,
          give_mm,
          may_give_mm,
          reason,
        })),
      }),
    ...(option.state === 'fail' && { fails: option.checks.filter((c) => c.state === 'fail').map((c) => c.reason) }),
  };
}

/** The verdict on a need, with every way that was weighed. The file's form is in docs/need.schema.json. */
export const decide: Command = {
  name: 'decide',
  usage,
  async run(args) {
    const { file } = parse(args, usage, {});
    const { verdict, ways, recommended, cheapest } = weigh(await readCase(file, usage), BUILT_IN_SITE);
    const { kind, headline, reasons, conditions, cautions } = verdict;
    print({
      verdict: { kind, headline, process: recommended?.option.process ?? null, material: recommended?.option.material ?? null, reasons, conditions, cautions },
      recommended: recommended ? row(recommended) : null,
      cheapest: cheapest ? row(cheapest) : null,
      ways: ways.map(row),
    });
  },
};
