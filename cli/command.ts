import { readFile } from 'node:fs/promises';
import { parseArgs } from 'node:util';
import { Worker } from 'node:worker_threads';
import { isCadName, readCad } from '@cuadro/core/shape/formats/cad';
import { measure, readShape, type Shape } from '@cuadro/core/shape/measure';
import { type LengthUnit, MeshError } from '@cuadro/core/shape/mesh';
import { cadKernel } from '../server/src/models/kernel';

/** One subcommand. */
export interface Command {
  name: string;
  /** After `cuadro `, for the usage line. */
  usage: string;
  run(args: string[]): Promise<void>;
}

/** A fault of the command line or of a file: one line on stderr, and an exit code. */
export class Fault extends Error {
  constructor(
    message: string,
    readonly exit: number,
  ) {
    super(message);
  }
}

/** Bad use of a command. */
export const misuse = (usage: string): Fault => new Fault(`usage: cuadro ${usage}`, 64);

/** One file and string options; `--json` is understood everywhere, because all output is JSON. */
export function parse<K extends string>(args: string[], usage: string, defaults: Record<K, string>): { file: string; values: Record<K, string> } {
  const options = Object.fromEntries(Object.entries(defaults).map(([k, d]) => [k, { type: 'string' as const, default: d as string }]));
  try {
    const { values, positionals } = parseArgs({ args, allowPositionals: true, options: { ...options, json: { type: 'boolean' } } });
    if (positionals.length !== 1) throw misuse(usage);
    return { file: positionals[0], values: values as Record<K, string> };
  } catch {
    throw misuse(usage);
  }
}

/** @throws Fault 2 for a file that is not there or cannot be read as a mesh, 64 for an unknown unit */
export async function shapeOf(file: string, unit: string, usage: string): Promise<Shape> {
  if (unit !== 'mm' && unit !== 'inch') throw misuse(usage);
  let bytes: Buffer;
  try {
    bytes = await readFile(file);
  } catch (e) {
    throw new Fault(`${file}: ${(e as NodeJS.ErrnoException).code === 'ENOENT' ? 'no such file' : (e as Error).message}`, 2);
  }
  if (isCadName(file) && unit !== 'mm') throw new Fault(`${file}: a model says its own unit; leave --unit out`, 64);
  if (!isCadName(file)) return meshFaults(file, () => readShape(bytes, unit as LengthUnit, file));
  const kernel = await cadKernel();
  return withinTime(CAD_LIMIT_S, `${file}: tessellating it took longer than ${CAD_LIMIT_S} s`, () =>
    meshFaults(file, () => {
      const { mesh } = readCad(kernel, bytes, file);
      return { mesh, measure: measure(mesh) };
    }));
}

/** As long as the server lets a model take. */
const CAD_LIMIT_S = 120;

/** Work that nothing else can interrupt: a thread of its own watches the time, says so and ends the process. */
function withinTime<T>(seconds: number, what: string, work: () => T): T {
  const watch = new Worker(
    `const { workerData } = require('node:worker_threads'); setTimeout(() => { require('node:fs').writeSync(2, workerData.what); process.kill(process.pid, 'SIGKILL'); }, workerData.ms);`,
    { eval: true, workerData: { what: `cuadro: ${what}\n`, ms: 1000 * seconds } },
  );
  try {
    return work();
  } finally {
    void watch.terminate();
  }
}

/** Commands that take a file and a unit, and print one thing about its shape. */
export const shapeCommand = (name: string, about: (shape: Shape) => unknown): Command => {
  const usage = `${name} FILE [--unit mm|inch]`;
  return {
    name,
    usage,
    async run(args) {
      const { file, values } = parse(args, usage, { unit: 'mm' });
      const shape = await shapeOf(file, values.unit, usage);
      print(await meshFaults(file, () => about(shape)));
    },
  };
};

/** Turn what is wrong with a mesh into a fault of its file. */
export function meshFaults<T>(file: string, f: () => T): T {
  try {
    return f();
  } catch (e) {
    if (e instanceof MeshError) throw new Fault(`${file}: ${e.message}`, 2);
    throw e;
  }
}

export const print = (value: unknown): void => void process.stdout.write(`${JSON.stringify(value)}\n`);
