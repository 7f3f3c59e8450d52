import { Fault } from './command';
import { align } from './commands/align';
import { bodies } from './commands/bodies';
import { decide } from './commands/decide';
import { features } from './commands/features';
import { holes } from './commands/holes';
import { jaws } from './commands/jaws';
import { life } from './commands/life';
import { make } from './commands/make';
import { measure } from './commands/measure';
import { mechanics } from './commands/mechanics';
import { orient } from './commands/orient';
import { pack } from './commands/pack';
import { payback } from './commands/payback';
import { plan } from './commands/plan';
import { reach } from './commands/reach';
import { screen } from './commands/screen';
import { slice } from './commands/slice';
import { thickness } from './commands/thickness';

const COMMANDS = [measure, orient, slice, reach, holes, features, bodies, thickness, jaws, make, screen, plan, decide, payback, life, align, pack, mechanics];

async function main([name, ...args]: string[]): Promise<void> {
  const command = COMMANDS.find((c) => c.name === name);
  if (!command) throw new Fault(`usage: ${COMMANDS.map((c) => `cuadro ${c.usage}`).join(' | ')}`, 64);
  await command.run(args);
}

// Whoever reads may stop early (`| head`): that is no fault.
process.stdout.on('error', (e: NodeJS.ErrnoException) => process.exit(e.code === 'EPIPE' ? 0 : 1));

main(process.argv.slice(2)).catch((e: unknown) => {
  process.stderr.write(`cuadro: ${e instanceof Error ? e.message : String(e)}\n`);
  process.exitCode = e instanceof Fault ? e.exit : 1;
});
