import { plainFacts } from '@cuadro/core/case/facts';
import { evaluatePlan, standIns, todayGiven } from '@cuadro/core/plan/evaluate-plan';
import { PLANNERS } from '@cuadro/core/plan/planners';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { percentiles } from '@cuadro/core/worksheet/sample';
import { inputFaults } from '@cuadro/core/inputs/schema';
import { type Command, Fault, misuse, parse, print } from '../command';
import { readCase } from '../need';

const usage = `plan ${PLANNERS.map((p) => p.id).join('|')} CASE.json [--samples N]`;

/** Least and most samples of a risk run. */
const SAMPLES = { usual: 20_000, most: 200_000 };

/**
 * One plan of a case: figures with their ranges, findings, what it stands in for. The file is a whole case, or a need file with
 * `plans: { ID: { INPUT: VALUE } }` beside the need.
 */
export const plan: Command = {
  name: 'plan',
  usage,
  async run([id, ...args]) {
    const planner = PLANNERS.find((p) => p.id === id);
    if (!planner) throw misuse(usage);
    const { file, values } = parse(args, usage, { samples: String(SAMPLES.usual) });
    const samples = Number(values.samples);
    if (!Number.isInteger(samples) || samples < 1 || samples > SAMPLES.most) throw misuse(usage);
    const doc = await readCase(file, usage);
    const own = doc.plans?.[planner.id] ?? { values: {} };
    const faults = inputFaults(planner.inputs, own.values, false);
    if (faults.length) throw new Fault(`${file}: ${faults.map((f) => `plans.${planner.id}.${f.path}: ${f.message}`).join(' ')}`, 2);
    const result = evaluatePlan(planner, plainFacts(doc, BUILT_IN_SITE), own, samples);
    const figures = Object.fromEntries(planner.lines.map((l) => {
      const { p10, p50, p90 } = percentiles(result.risk!.columns.get(l.name)!);
      return [l.name, { label: l.label, unit: l.unit, value: result.figures(l.name), p10, p50, p90 }];
    }));
    print({
      plan: planner.id,
      values: result.values,
      figures,
      findings: result.findings.map(({ id: finding, state, value, limit, unit, reason }) => ({ id: finding, state, value, limit, unit, reason })),
      gives: {
        ...Object.fromEntries(standIns(result).map((g) => [g.to, g.value])),
        ...Object.fromEntries(Object.entries(todayGiven(result)).map(([to, { likely }]) => [to, likely])),
      },
    });
  },
};
