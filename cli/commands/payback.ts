import { readFile } from 'node:fs/promises';
import { array, number, object } from 'yup';
import { discountedPayback, irr, npv, payback as paybackOf } from '@cuadro/core/payback/cash';
import { evaluateScenario } from '@cuadro/core/payback/scenario';
import type { Values } from '@cuadro/core/inputs/spec';
import { recordFaults } from '@cuadro/core/records/kind';
import { scenario } from '@cuadro/core/records/kinds/scenario';
import { DEFAULT_SHOP } from '@cuadro/core/shelf/shop';
import { type Command, Fault, parse, print } from '../command';

const usage = 'payback FILE.json';
const MAX_MONTHS = 6000;

const FLOW = object({
  cash_by_month: array(number().required()).min(1).max(MAX_MONTHS).required(),
  discount_rate_year: number().moreThan(-1).max(100).required(),
}).noUnknown().strict();

/** What a month-by-month flow is worth. Names as the file's form has them. */
const worth = (cash: readonly number[], rate: number): Record<string, unknown> => {
  const { rate: irr_year, note } = irr(cash);
  return { npv: npv(cash, rate), irr_year, irr_note: note, payback_months: paybackOf(cash), discounted_payback_months: discountedPayback(cash, rate) };
};

/** Null where JSON has no word: not paid back at all. */
const finite = <T extends object>(band: T): T => JSON.parse(JSON.stringify(band)) as T;

/** A flow of cash by months, or a whole scenario as the Payback section keeps it. */
export const payback: Command = {
  name: 'payback',
  usage,
  async run(args) {
    const { file } = parse(args, usage, {});
    let given: unknown;
    try {
      given = JSON.parse(await readFile(file, 'utf8'));
    } catch (e) {
      throw new Fault(`${file}: ${(e as NodeJS.ErrnoException).code === 'ENOENT' ? 'no such file' : (e as Error).message}`, 2);
    }
    if (typeof given === 'object' && given !== null && 'cash_by_month' in given) {
      try {
        const { cash_by_month, discount_rate_year } = FLOW.validateSync(given);
        return print(worth(cash_by_month, discount_rate_year));
      } catch (e) {
        throw new Fault(`${file}: ${(e as Error).message}`, 2);
      }
    }
    // As the section exports it, or the values alone.
    const values = ((given as { values?: Values } | null)?.values ?? given) as Values;
    const [fault] = typeof values === 'object' && values !== null ? recordFaults(scenario, values) : [{ path: '', message: 'a scenario is an object' }];
    if (fault) throw new Fault(`${file}: ${fault.path && `${fault.path}: `}${fault.message}`, 2);
    const { view: r, values: all } = evaluateScenario(file, values, DEFAULT_SHOP, 20_000);
    print({
      ...worth(r.cash, all['discount'] as number),
      cash_by_month: r.cash,
      utilisation: r.figures['utilisation'],
      crossing_tools_a_month: r.figures['crossing'],
      ranges: { npv: r.npv, payback_months: finite(r.payback), in_time: r.inTime },
    });
  },
};
