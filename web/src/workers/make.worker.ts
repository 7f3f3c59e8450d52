import { expose, transfer } from 'comlink';
import load from 'manifold-3d';
import type { Values } from '@cuadro/core/inputs/spec';
import type { Kernel } from '@cuadro/core/make/kernel';
import type { GreyPicture } from '@cuadro/core/make/maker';
import { make, makerOf } from '@cuadro/core/make/makers';
import { writeStl } from '@cuadro/core/shape/formats/stl';
import { measure, readShape, type Measure } from '@cuadro/core/shape/measure';
import { type LengthUnit, MeshError } from '@cuadro/core/shape/mesh';
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
};
export type MakeWorker = typeof api;

expose(api);
