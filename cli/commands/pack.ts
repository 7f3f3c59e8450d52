import { readFile } from 'node:fs/promises';
import { dirname, resolve } from 'node:path';
import { array, boolean, number, object, string } from 'yup';
import { pack as packBin } from '@cuadro/core/board/pack';
import { type Command, Fault, meshFaults, parse, print, shapeOf } from '../command';

const usage = 'pack FILE.json';
const MAX_PARTS = 5000;
const SECONDS = 20;

/** Meshes with counts, the room of the bin, and the gap between parts; lengths in mm. */
const FORM = object({
  meshes: array(
    object({ mesh: string().required(), count: number().integer().min(1).max(MAX_PARTS).default(1), unit: string().oneOf(['mm', 'inch']).default('mm') })
      .noUnknown(),
  ).min(1).max(200).required(),
  bin: array(number().positive().max(20_000).required()).length(3).required(),
  gap: number().min(0).max(1000).default(2),
  stacked: boolean().default(true),
  seconds: number().min(0).max(600).default(SECONDS),
}).noUnknown();

/** A bin may also be said as {x, y, z}, and a mesh as "file". */
function plain(given: unknown): unknown {
  if (typeof given !== 'object' || given === null) return given;
  const { bin, meshes, ...rest } = given as { bin?: unknown; meshes?: unknown };
  const sides = bin as { x?: unknown; y?: unknown; z?: unknown } | undefined;
  return {
    ...rest,
    bin: Array.isArray(bin) || typeof bin !== 'object' || !bin ? bin : [sides?.x, sides?.y, sides?.z],
    meshes: Array.isArray(meshes) ? (meshes as Record<string, unknown>[]).map(({ file, ...m }) => (file === undefined ? m : { mesh: file, ...m })) : meshes,
  };
}

/** Parts packed into a bin; other orders are tried while there is time. */
export const pack: Command = {
  name: 'pack',
  usage,
  async run(args) {
    const { file } = parse(args, usage, {});
    const bad = (e: unknown): Fault => new Fault(`${file}: ${(e as NodeJS.ErrnoException).code === 'ENOENT' ? 'no such file' : (e as Error).message}`, 2);
    const given = await readFile(file, 'utf8').then((text) => FORM.validateSync(plain(JSON.parse(text)), { strict: false })).catch((e: unknown) => {
      throw bad(e);
    });
    if (given.meshes.reduce((s, m) => s + m.count, 0) > MAX_PARTS) throw bad(new Error(`at most ${MAX_PARTS} parts`));
    const parts = await Promise.all(
      given.meshes.map(async ({ mesh, count, unit }, i) => ({
        id: `${i} ${mesh}`,
        count,
        mesh: (await shapeOf(resolve(dirname(file), mesh), unit, usage)).mesh,
      })),
    );
    const until = performance.now() + 1000 * given.seconds;
    const p = meshFaults(
      file,
      () => packBin(parts, { bin_mm: given.bin as [number, number, number], gap_mm: given.gap, stacked: given.stacked, goOn: () => performance.now() < until }),
    );
    const name = (id: string): string => id.slice(id.indexOf(' ') + 1);
    print({
      placed: p.placed.length,
      height_mm: p.height_mm,
      fill: p.fill,
      positions: p.placed.map(({ id, copy, at_mm, turn_deg }) => ({ mesh: name(id), copy, at_mm, turn_deg })),
      left: p.left.map((l) => ({ mesh: name(l.id), count: l.count })),
      least_height_mm: p.least_height_mm,
      shares: p.shares.map((s) => ({ mesh: name(s.id), share: s.share })),
      cell_mm: p.cell_mm,
      tries: p.tries,
    });
  },
};
