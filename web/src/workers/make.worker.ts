import { expose, transfer } from 'comlink';
import load from 'manifold-3d';
import type { Values } from '@cuadro/core/inputs/spec';
import type { Kernel } from '@cuadro/core/make/kernel';
import type { GreyPicture } from '@cuadro/core/make/maker';
import { make, makerOf } from '@cuadro/core/make/makers';
import { type Meeting, meetings, united } from '@cuadro/core/make/meetings';
import { type BodyLine, bodiesOf, bodyLines } from '@cuadro/core/shape/bodies';
import { writeStl } from '@cuadro/core/shape/formats/stl';
import { measure, readShape, type Measure } from '@cuadro/core/shape/measure';
import { joined, type LengthUnit, MeshError } from '@cuadro/core/shape/mesh';
import type { Vec3 } from '@cuadro/core/shape/turn';

/** The file that is worked on. */
export interface SourceFile {
  bytes: Uint8Array;
  fileName: string;
  unit: LengthUnit;
}

/** One shape made: a file ready to be saved or used. */
export interface MadeShape {
  name: string;
  stl: Uint8Array;
  measure: Measure;
  /** What a reader should know of it besides the measures. */
  note?: string;
}

export type Making = { ok: true; shapes: MadeShape[]; warnings: string[]; notes: string[] } | { ok: false; problem: string };

/** What is to be made: a maker with the answers to its inputs. */
export interface MakeOrder {
  maker: string;
  values: Values;
  file?: SourceFile;
  up: Vec3;
  picture?: GreyPicture;
}

/** Bodies of a file, and how they stand to one another. */
export interface FoundBodies {
  lines: BodyLine[];
  meetings: Meeting[];
}

let kernel: Promise<Kernel> | undefined;
/** @param base folder of the page, where the library's WebAssembly lies */
function boolean(base: string): Promise<Kernel> {
  kernel ??= load({ locateFile: (file: string) => new URL(file, base).href } as Parameters<typeof load>[0]).then((k) => {
    k.setup();
    return k;
  });
  return kernel;
}

const api = {
  /** Make what a maker makes, from a part or from the answers alone. Faults come back as a sentence. */
  async make(base: string, { maker, values, file, up, picture }: MakeOrder): Promise<Making> {
    try {
      const part = file && readShape(file.bytes, file.unit, file.fileName).mesh;
      const { solids, warnings, notes } = await make(makerOf(maker), { kernel: () => boolean(base), part, up, values, picture });
      const shapes = solids.map(({ name, mesh, note }): MadeShape => ({ name, stl: writeStl(mesh.vertices, mesh.indices), measure: measure(mesh), note }));
      return transfer({ ok: true as const, shapes, warnings, notes }, shapes.map((s) => s.stl.buffer as ArrayBuffer));
    } catch (e) {
      if (e instanceof MeshError) return { ok: false, problem: e.message };
      throw e;
    }
  },

  async bodies(base: string, file: SourceFile): Promise<FoundBodies> {
    const bodies = bodiesOf(readShape(file.bytes, file.unit, file.fileName).mesh);
    return { lines: bodyLines(bodies), meetings: bodies.length > 1 ? meetings(await boolean(base), bodies) : [] };
  },

  /** Some bodies of a file, by their numbers, as they are or as one. Faults come back as a sentence. */
  async pick(base: string, file: SourceFile, numbers: readonly number[], unite: boolean): Promise<Making> {
    try {
      const all = bodiesOf(readShape(file.bytes, file.unit, file.fileName).mesh);
      const kept = numbers.map((i) => all[i]);
      const mesh = unite ? united(await boolean(base), kept) : joined(kept.map((b) => b.mesh));
      const name = `${file.fileName.replace(/\.\w+$/, '')}-${unite ? 'united' : 'bodies'}`;
      const stl = writeStl(mesh.vertices, mesh.indices);
      return transfer({ ok: true as const, shapes: [{ name, stl, measure: measure(mesh) }], warnings: [], notes: [] }, [stl.buffer as ArrayBuffer]);
    } catch (e) {
      if (e instanceof MeshError) return { ok: false, problem: e.message };
      throw e;
    }
  },
};
export type MakeWorker = typeof api;

expose(api);
