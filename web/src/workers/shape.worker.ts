import { expose, transfer } from 'comlink';
import { creaseLines, vertexNormals } from '@cuadro/core/shape/crease';
import { readShape, type Measure, unitDoubt, unusable } from '@cuadro/core/shape/measure';
import { type LengthUnit, MeshError } from '@cuadro/core/shape/mesh';

/** What the part view needs to draw a part. */
export interface DrawnShape {
  vertices: Float32Array;
  indices: Uint32Array;
  normals: Float32Array;
  creases: Float32Array;
}

export type ShapeReading = { ok: true; measure: Measure; doubt?: string; drawn: DrawnShape } | { ok: false; problem: string };

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
      const normals = vertexNormals(mesh);
      const drawn = { vertices: mesh.vertices, indices: mesh.indices, normals, creases };
      return transfer({ ok: true as const, measure, doubt: unitDoubt(measure), drawn }, [mesh.vertices.buffer, mesh.indices.buffer, normals.buffer, creases.buffer]);
    } catch (e) {
      if (e instanceof MeshError) return { ok: false, problem: e.message };
      throw e;
    }
  },
};
export type ShapeWorker = typeof api;

expose(api);
