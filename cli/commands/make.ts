import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import type { Values } from '@cuadro/core/inputs/spec';
import { inputDoc, parseInput } from '@cuadro/core/inputs/text';
import { make as makeIt, makerOf, MAKERS } from '@cuadro/core/make/makers';
import type { Maker } from '@cuadro/core/make/maker';
import { writeStl } from '@cuadro/core/shape/formats/stl';
import { measure } from '@cuadro/core/shape/measure';
import { MeshError } from '@cuadro/core/shape/mesh';
import { UP, type Vec3 } from '@cuadro/core/shape/turn';
import { type Command, Fault, misuse, print, shapeOf } from '../command';

const usage = `make ${MAKERS.map((m) => m.id).join('|')} [PART] --out DIR [--unit mm|inch] [--up X,Y,Z] [--INPUT VALUE …]`;

/** Usage of one maker: its inputs, one a line. */
const usageOf = (maker: Maker): string =>
  `make ${maker.id}${maker.needsPart ? ' PART' : ''} --out DIR\n${maker.inputs.map((i) => `  --${i.id}  ${inputDoc(i)}`).join('\n')}`;

/** Geometry made by any maker, as STL files. `cuadro make ID --help` lists its inputs. */
export const make: Command = {
  name: 'make',
  usage,
  async run([id, ...args]) {
    const maker = MAKERS.find((m) => m.id === id);
    if (!maker) throw misuse(usage);
    let parsed;
    try {
      parsed = parseArgs({
        args,
        allowPositionals: true,
        options: {
          ...Object.fromEntries(maker.inputs.map((i) => [i.id, { type: 'string' as const }])),
          out: { type: 'string' },
          unit: { type: 'string', default: 'mm' },
          up: { type: 'string', default: UP.join() },
          json: { type: 'boolean' },
          help: { type: 'boolean' },
        },
      });
    } catch {
      throw misuse(usageOf(maker));
    }
    const options = parsed.values as Record<string, string | boolean | undefined>;
    if (options['help']) return void process.stdout.write(`usage: cuadro ${usageOf(maker)}\n`);
    const out = options['out'] as string | undefined;
    const [part, ...more] = parsed.positionals;
    if (!out || more.length || !part === maker.needsPart) throw misuse(usageOf(maker));
    if (maker.needsPicture) throw new Fault('a relief is made on the page, which can read pictures', 64);
    const values: Record<string, Values[string]> = {};
    for (const spec of maker.inputs) {
      const text = options[spec.id];
      if (typeof text !== 'string') continue;
      const read = parseInput(spec, text);
      if (!read.ok) throw new Fault(`--${spec.id}: ${read.message}`, 64);
      values[spec.id] = read.value;
    }
    const up = (options['up'] as string).split(',').map(Number);
    if (up.length !== 3 || up.some((x) => !Number.isFinite(x))) throw misuse(usageOf(maker));
    const shape = part ? await shapeOf(part, options['unit'] as string, usageOf(maker)) : undefined;
    try {
      const made = await makeIt(makerOf(maker.id), { kernel, part: shape?.mesh, up: up as unknown as Vec3, values });
      await mkdir(out, { recursive: true });
      const files = await Promise.all(made.solids.map(async ({ name, mesh }) => {
        await writeFile(join(out, `${name}.stl`), writeStl(mesh.vertices, mesh.indices));
        const { volume_mm3, box_mm, watertight } = measure(mesh);
        return { file: `${name}.stl`, volume_mm3, box_mm, watertight };
      }));
      print({ maker: maker.id, files, warnings: made.warnings, notes: made.notes });
    } catch (e) {
      if (e instanceof MeshError) throw new Fault(e.message, 2);
      if (e instanceof Error && 'code' in e) throw new Fault(`${out}: ${e.message}`, 2);
      throw e;
    }
  },
};

async function kernel() {
  const { default: load } = await import('manifold-3d');
  const k = await load();
  k.setup();
  return k;
}
