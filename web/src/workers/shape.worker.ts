import { expose, transfer } from 'comlink';
import { creaseLines, vertexNormals } from '@cuadro/core/shape/crease';
import { writeStl } from '@cuadro/core/shape/formats/stl';
import { writeThreeMf } from '@cuadro/core/shape/formats/threemf';
import { readShape, type Measure, unitDoubt, unusable } from '@cuadro/core/shape/measure';
import { type LengthUnit, type Mesh, MeshError } from '@cuadro/core/shape/mesh';
import { slice } from '@cuadro/core/shape/slice';

/** What the part view needs to draw a part. */
export interface DrawnShape {
  vertices: Float32Array;
  indices: Uint32Array;
  normals: Float32Array;
  creases: Float32Array;
}

/** What a part can be saved as. */
export type MeshKind = 'stl' | '3mf';

/** Layers of the part as it stands, for the layer chart. */
export interface LayerProfile {
  layer_mm: number;
  z_mm: number[];
  area_mm2: number[];
  islands: number[];
  mostIslands: number;
  volume_mm3: number;
}

export type ShapeReading = { ok: true; measure: Measure; doubt?: string; drawn: DrawnShape; profile?: LayerProfile } | { ok: false; problem: string };

/** Layers of a quarter of a millimetre, or thicker ones where that would be more than the chart can show. */
const LAYER_MM = 0.25;
const MAX_LAYERS = 2000;

function layerProfile(mesh: Mesh, measure: Measure): LayerProfile {
  const s = slice(mesh, Math.max(LAYER_MM, measure.box_mm[2] / MAX_LAYERS));
  return { layer_mm: s.layer_mm, z_mm: [...s.z_mm], area_mm2: [...s.area_mm2], islands: [...s.islands], mostIslands: s.islands.reduce((a, b) => Math.max(a, b), 0), volume_mm3: s.volume_mm3 };
}

const api = {
  /** Read, check, measure and prepare for drawing. Faults of the file come back as a sentence. */
  read(bytes: Uint8Array, fileName: string, unit: LengthUnit, onStage: (stage: string) => void): ShapeReading {
    try {
      onStage('Reading and measuring');
      const { mesh, measure } = readShape(bytes, unit, fileName);
      const problem = unusable(measure);
      if (problem) return { ok: false, problem };
      onStage('Drawing creases');
      const creases = creaseLines(mesh);
      onStage('Slicing');
      const profile = measure.watertight ? layerProfile(mesh, measure) : undefined;
      const normals = vertexNormals(mesh);
      const drawn = { vertices: mesh.vertices, indices: mesh.indices, normals, creases };
      return transfer({ ok: true as const, measure, doubt: unitDoubt(measure), drawn, profile }, [mesh.vertices.buffer, mesh.indices.buffer, normals.buffer, creases.buffer]);
    } catch (e) {
      if (e instanceof MeshError) return { ok: false, problem: e.message };
      throw e;
    }
  },

  /** The part as a file, in millimetres. */
  write({ vertices, indices }: Pick<DrawnShape, 'vertices' | 'indices'>, kind: MeshKind): Uint8Array {
    const bytes = kind === 'stl' ? writeStl(vertices, indices) : writeThreeMf(vertices, indices);
    return transfer(bytes, [bytes.buffer]);
  },
};
export type ShapeWorker = typeof api;

expose(api);
