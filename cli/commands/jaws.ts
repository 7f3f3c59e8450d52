import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { softJaws } from '@cuadro/core/make/jaws';
import { writeStl } from '@cuadro/core/shape/formats/stl';
import { measure } from '@cuadro/core/shape/measure';
import { UP, type Vec3 } from '@cuadro/core/shape/turn';
import { type Command, Fault, meshFaults, misuse, parse, print, shapeOf } from '../command';

const usage = 'jaws PART --blank X,Y,Z --clearance C --out DIR [--depth D] [--gap G] [--up X,Y,Z] [--turn DEG] [--unit mm|inch]';

const three = (text: string): Vec3 => {
  const v = text.split(',').map(Number);
  if (v.length !== 3 || v.some((x) => !Number.isFinite(x))) throw misuse(usage);
  return v as Vec3;
};

/** A pair of soft jaws around a part, as two STL files. The part sits half its height deep, or as the blank allows, where no depth is given. */
export const jaws: Command = {
  name: 'jaws',
  usage,
  async run(args) {
    const { file, values } = parse(args, usage, { unit: 'mm', blank: '', clearance: '0.15', out: '', depth: '', gap: '3', up: UP.join(), turn: '0' });
    if (!values.blank || !values.out) throw misuse(usage);
    const blank_mm = three(values.blank);
    const number = (text: string): number => {
      if (text.trim() === '' || !Number.isFinite(Number(text))) throw misuse(usage);
      return Number(text);
    };
    const shape = await shapeOf(file, values.unit, usage);
    const depth_mm = values.depth ? number(values.depth) : Math.min(shape.measure.box_mm[2] / 2, blank_mm[2] - 3);
    const { default: load } = await import('manifold-3d');
    const kernel = await load();
    kernel.setup();
    const result = meshFaults(
      file,
      () =>
        softJaws(kernel, shape.mesh, {
          blank_mm,
          clearance_mm: number(values.clearance),
          depth_mm,
          gap_mm: number(values.gap),
          up: three(values.up),
          turnDeg: number(values.turn),
        }),
    );
    try {
      await mkdir(values.out, { recursive: true });
      const files = await Promise.all(result.jaws.map(async (mesh, i) => {
        const name = `jaw-${i ? 'back' : 'front'}.stl`;
        await writeFile(join(values.out, name), writeStl(mesh.vertices, mesh.indices));
        const { volume_mm3, box_mm, watertight } = measure(mesh);
        return { file: name, volume_mm3, box_mm, watertight };
      }));
      print({ jaws: files, opening_mm: result.opening_mm, depth_mm, warnings: result.warnings });
    } catch (e) {
      throw new Fault(`${values.out}: ${(e as Error).message}`, 2);
    }
  },
};
