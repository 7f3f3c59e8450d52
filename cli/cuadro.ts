import { readFile } from 'node:fs/promises';
import { parseArgs } from 'node:util';
import { readShape } from '@cuadro/core/shape/measure';
import { MeshError } from '@cuadro/core/shape/mesh';

const USAGE = 'usage: cuadro measure FILE [--unit mm|inch]';

/** A fault of the command line or of a file: one line on stderr, and an exit code. */
class Fault extends Error {
  constructor(
    message: string,
    readonly exit: number,
  ) {
    super(message);
  }
}

/** Print what Cuadro measures on a mesh, as JSON. Unreadable files exit 2. */
async function measureFile(args: string[]): Promise<void> {
  const { values, positionals } = parse(args);
  if (positionals.length !== 1 || (values.unit !== 'mm' && values.unit !== 'inch')) throw new Fault(USAGE, 64);
  let bytes: Buffer;
  try {
    bytes = await readFile(positionals[0]);
  } catch (e) {
    throw new Fault(`${positionals[0]}: ${(e as NodeJS.ErrnoException).code === 'ENOENT' ? 'no such file' : (e as Error).message}`, 2);
  }
  try {
    const { measure: m } = readShape(bytes, values.unit, positionals[0]);
    const { triangles, volume_mm3, area_mm2, box_mm, centroid_mm, watertight, shells } = m;
    process.stdout.write(`${JSON.stringify({ triangles, volume_mm3, area_mm2, box_mm, centroid_mm, watertight, shells })}\n`);
  } catch (e) {
    if (e instanceof MeshError) throw new Fault(`${positionals[0]}: ${e.message}`, 2);
    throw e;
  }
}

function parse(args: string[]): { values: { unit: string }; positionals: string[] } {
  try {
    return parseArgs({ args, allowPositionals: true, options: { unit: { type: 'string', default: 'mm' } } }) as never;
  } catch {
    throw new Fault(USAGE, 64);
  }
}

async function main([command, ...args]: string[]): Promise<void> {
  if (command !== 'measure') throw new Fault(USAGE, 64);
  await measureFile(args);
}

main(process.argv.slice(2)).catch((e: unknown) => {
  process.stderr.write(`cuadro: ${e instanceof Error ? e.message : String(e)}\n`);
  process.exitCode = e instanceof Fault ? e.exit : 1;
});
