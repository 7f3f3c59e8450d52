import { factsOf } from '@cuadro/core/plan/facts';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { screenAll } from '@cuadro/core/decide/options';
import { type Command, parse, print } from '../command';
import { readCase } from '../need';

const usage = 'screen NEED.json';

/** Every route of the shelf against a need. The file's form is in docs/need.schema.json. */
export const screen: Command = {
  name: 'screen',
  usage,
  async run(args) {
    const { file } = parse(args, usage, {});
    const options = screenAll(factsOf(await readCase(file, usage), BUILT_IN_SITE));
    print(
      options.map((o) => ({
        route: o.process,
        material: o.material,
        state: o.state,
        chance: o.doubt.chance,
        checks: o.checks.map(({ id, state, chance, value, limit, unit, reason, offers }) => ({
          id,
          state,
          chance,
          value,
          limit,
          unit,
          reason,
          ...(offers.length && { remedies: offers.map((r) => r.id) }),
        })),
      })),
    );
  },
};
