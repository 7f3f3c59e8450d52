import { Fault } from './command';
import { measure } from './commands/measure';
import { slice } from './commands/slice';

const COMMANDS = [measure, slice];

async function main([name, ...args]: string[]): Promise<void> {
  const command = COMMANDS.find((c) => c.name === name);
  if (!command) throw new Fault(`usage: ${COMMANDS.map((c) => `cuadro ${c.usage}`).join(' | ')}`, 64);
  await command.run(args);
}

main(process.argv.slice(2)).catch((e: unknown) => {
  process.stderr.write(`cuadro: ${e instanceof Error ? e.message : String(e)}\n`);
  process.exitCode = e instanceof Fault ? e.exit : 1;
});
