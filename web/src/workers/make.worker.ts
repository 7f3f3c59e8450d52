import { expose, transfer } from 'comlink';
import load from 'manifold-3d';
import { softJaws, type JawOptions } from '@cuadro/core/make/jaws';
import type { Kernel } from '@cuadro/core/make/kernel';
import { supportNest, type NestOptions } from '@cuadro/core/make/nest';
import { cutPieces, type PieceOptions } from '@cuadro/core/make/pieces';
import { relief, type Relief, revolve, type Point2 } from '@cuadro/core/make/solids';
import { writeStl } from '@cuadro/core/shape/formats/stl';
import { measure, readShape, type Measure } from '@cuadro/core/shape/measure';
import { type LengthUnit, type Mesh, MeshError } from '@cuadro/core/shape/mesh';

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

let kernel: Promise<Kernel> | undefined;
/** @param base folder of the page, where the library's WebAssembly lies */
function boolean(base: string): Promise<Kernel> {
  kernel ??= load({ locateFile: (file: string) => new URL(file, base).href } as Parameters<typeof load>[0]).then((k) => {
    k.setup();
    return k;
  });
  return kernel;
}

const made = (name: string, mesh: Mesh, note?: string): MadeShape => ({ name, stl: writeStl(mesh.vertices, mesh.indices), measure: measure(mesh), note });

async function attempt(f: () => Promise<Making> | Making): Promise<Making> {
  try {
    const result = await f();
    return result.ok ? transfer(result, result.shapes.map((s) => s.stl.buffer as ArrayBuffer)) : result;
  } catch (e) {
    if (e instanceof MeshError) return { ok: false, problem: e.message };
    throw e;
  }
}

const meshOf = ({ bytes, fileName, unit }: SourceFile): Mesh => readShape(bytes, unit, fileName).mesh;

/** Geometry made from a part, or from lines and pictures. Faults come back as a sentence. */
const api = {
  jaws: (base: string, file: SourceFile, options: JawOptions): Promise<Making> =>
    attempt(async () => {
      const { jaws, opening_mm, warnings } = softJaws(await boolean(base), meshOf(file), options);
      return { ok: true, shapes: [made('jaw-front', jaws[0]), made('jaw-back', jaws[1])], warnings, notes: [`With the part in, the vice stands ${opening_mm.toFixed(1)} mm open.`] };
    }),

  nest: (base: string, file: SourceFile, options: NestOptions): Promise<Making> =>
    attempt(async () => {
      const { nest, warnings } = supportNest(await boolean(base), meshOf(file), options);
      return { ok: true, shapes: [made('nest', nest)], warnings, notes: [] };
    }),

  pieces: (base: string, file: SourceFile, options: PieceOptions): Promise<Making> =>
    attempt(async () => {
      const { pieces, joints, warnings } = cutPieces(await boolean(base), meshOf(file), options);
      return {
        ok: true, warnings,
        shapes: pieces.map((p, i) => made(`piece-${i + 1}`, p.mesh)),
        notes: joints.map((j, i) => `Joint ${i + 1} at ${j.at_mm.toFixed(1)} mm: ${(j.area_mm2 / 100).toFixed(1)} cm² to bond, ${j.dowels.length} ${j.dowels.length === 1 ? 'dowel' : 'dowels'}.`),
      };
    }),

  mandrel: (profile: Point2[]): Promise<Making> => attempt(() => ({ ok: true, shapes: [made('mandrel', revolve(profile, 192))], warnings: [], notes: [] })),

  relief: (grey: Float32Array, columns: number, rows: number, options: Relief): Promise<Making> =>
    attempt(() => ({ ok: true, shapes: [made('relief', relief(grey, columns, rows, options))], warnings: [], notes: [] })),
};
export type MakeWorker = typeof api;

expose(api);
