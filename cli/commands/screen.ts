import { readFile } from 'node:fs/promises';
import { factsOf } from '@cuadro/core/plan/facts';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { NeedFileError, readNeed } from '@cuadro/core/document/need-file';
import { screenAll } from '@cuadro/core/decide/options';
import { type Command, Fault, parse } from '../command';

const usage = 'screen NEED.json';

/** Every route of the shelf against a need. The file's form is in docs/need.schema.json. */
export const screen: Command = {
  name: 'screen',
  usage,
  async run(args) {
    const { file } = parse(args, usage, {});
    let json: unknown;
    try {
      json = JSON.parse(await readFile(file, 'utf8'));
    } catch (e) {
      throw new Fault(
        `${file}: ${
          e instanceof SyntaxError ? `not JSON: ${e.message}` : (e as NodeJS.ErrnoException).code === 'ENOENT' ? 'no such file' : (e as Error).message
        }`,
        2,
      );
    }
    try {
      const options = screenAll(factsOf(readNeed(json), BUILT_IN_SITE));
      process.stdout.write(
        `${
          JSON.stringify(options.map((o) => ({
            route: o.process,
            material: o.material,
            state: o.state,
            checks: o.checks.map(({ id, state, value, limit, unit, reason, offers }) => ({
              id,
              state,
              value,
              limit,
              unit,
              reason,
              ...(offers.length && { remedies: offers.map((r) => r.id) }),
            })),
          })))
        }\n`,
      );
    } catch (e) {
      if (e instanceof NeedFileError) throw new Fault(`${file}: ${e.message}`, 2);
      throw e;
    }
  },
};
