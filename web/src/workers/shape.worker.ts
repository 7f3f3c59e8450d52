import { expose, transfer } from 'comlink';
import type { FaceMark } from '@cuadro/core/case/types';
import type { Values } from '@cuadro/core/inputs/spec';
import { plannerOf } from '@cuadro/core/plan/planners';
import { capAt, type Cap } from '@cuadro/core/shape/cap';
import { creaseLines, vertexNormals } from '@cuadro/core/shape/crease';
import { writeStl } from '@cuadro/core/shape/formats/stl';
import { writeThreeMf } from '@cuadro/core/shape/formats/threemf';
import { bvhOf } from '@cuadro/core/shape/bvh';
import { type Axis, measure, readShape, type Measure, type Shape, unitDoubt, unusable } from '@cuadro/core/shape/measure';
import { type LengthUnit, type Mesh, MeshError } from '@cuadro/core/shape/mesh';
import { candidates, orientation, study, type Orientation } from '@cuadro/core/shape/orient';
import { centreOf, type FaceChoice, largestFaces, patchFrom } from '@cuadro/core/shape/patch';
import { pictureOf } from '@cuadro/core/shape/picture';
import { readMesh } from '@cuadro/core/shape/read-mesh';
import { repair } from '@cuadro/core/shape/repair';
import { studyBody, studyBuild, type BodyStudy, type BuildStudy, type ShapeMarks } from '@cuadro/core/shape/study';
import { type SolvedClass, solveUnitLoads, type UnitAsk, workOf, type WorkVolume } from '@cuadro/core/mechanics';
import { align } from '@cuadro/core/proof/align';
import { type ScanFound, scanFound } from '@cuadro/core/proof/scan-found';
import { readScan } from '@cuadro/core/proof/scan';
import { frameFor, turned, type Vec3 } from '@cuadro/core/shape/turn';

/** What the part view needs to draw a part, standing as it is built. */
export interface DrawnShape {
  vertices: Float32Array;
  indices: Uint32Array;
  normals: Float32Array;
  creases: Float32Array;
  up: Vec3;
}

/** What a part can be saved as. */
export type MeshKind = 'stl' | '3mf';

export type ShapeReading = { ok: true; measure: Measure; doubt?: string; drawn: DrawnShape } | { ok: false; problem: string };

/** A face of the part, in the part's own axes. */
export interface PickedFace extends FaceChoice {
  /** Its triangles. */
  list: Uint32Array;
}

let shape: Shape | undefined;
let standing: { up: Vec3; mesh: Mesh } | undefined;

function part(): Shape {
  if (!shape) throw new Error('No part has been read.');
  return shape;
}

/** The part turned so that its build direction is z. */
function stand(up: Vec3): Mesh {
  if (!standing || standing.up.some((x, i) => x !== up[i])) standing = { up, mesh: turned(part().mesh, up) };
  return standing.mesh;
}

function drawing(up: Vec3): DrawnShape {
  const mesh = stand(up);
  return { vertices: mesh.vertices.slice(), indices: mesh.indices.slice(), normals: vertexNormals(mesh), creases: creaseLines(mesh), up };
}

const moving = (d: DrawnShape): Transferable[] => [d.vertices.buffer, d.indices.buffer, d.normals.buffer, d.creases.buffer] as ArrayBuffer[];

function faceAt(triangle: number): PickedFace {
  const { mesh } = part();
  const { list, area_mm2, normal } = patchFrom(mesh, triangle);
  return { triangle, area_mm2, normal, point: centreOf(mesh, triangle), list: Uint32Array.from(list) };
}

const api = {
  /** Read, check, measure and prepare for drawing. Faults of the file come back as a sentence. */
  read(bytes: Uint8Array, fileName: string, unit: LengthUnit, up: Vec3, onStage: (stage: string) => void): ShapeReading {
    try {
      onStage('Reading and measuring');
      const read = readShape(bytes, unit, fileName);
      const problem = unusable(read.measure);
      if (problem) return { ok: false, problem };
      shape = read;
      standing = undefined;
      onStage('Drawing creases');
      const drawn = drawing(up);
      return transfer({ ok: true as const, measure: read.measure, doubt: unitDoubt(read.measure), drawn }, moving(drawn));
    } catch (e) {
      if (e instanceof MeshError) return { ok: false, problem: e.message };
      throw e;
    }
  },

  /** The same part, for a second worker: nothing to draw. */
  load(bytes: Uint8Array, fileName: string, unit: LengthUnit): void {
    shape = readShape(bytes, unit, fileName);
    standing = undefined;
  },

  draw(up: Vec3): DrawnShape {
    const drawn = drawing(up);
    return transfer(drawn, moving(drawn));
  },

  /** A small picture of the part lying with a direction up, as PNG. */
  picture(up: Vec3, width: number, height: number): Uint8Array {
    const png = pictureOf(part().mesh, width, height, up);
    return transfer(png, [png.buffer]);
  },

  body(onStage: (stage: string) => void): { body: BodyStudy; marks: ShapeMarks } {
    const { mesh, measure: m } = part();
    return studyBody(mesh, m, onStage);
  },

  build(up: Vec3): BuildStudy {
    return studyBuild(part().mesh, up);
  },

  directions(): Vec3[] {
    return candidates(part().mesh);
  },

  /** @param points one on each critical face */
  orient(directions: Vec3[], points: Vec3[], load: Vec3 | undefined, fine: boolean): Orientation[] {
    const { mesh } = part();
    let critical: Uint8Array | undefined;
    if (points.length) {
      critical = new Uint8Array(mesh.indices.length / 3);
      for (const p of points) for (const t of patchFrom(mesh, bvhOf(mesh).closest(...p).triangle).list) critical[t] = 1;
    }
    return fine ? directions.map((d) => orientation(mesh, d, { critical, load })) : study(mesh, directions, { critical, load });
  },

  /** What a planner measures on the part. @throws MeshError with a sentence */
  plan(id: string, values: Values, marks: FaceMark[], onProgress: (share: number) => void): unknown {
    return plannerOf(id).geometry!.run(part().mesh, values, marks, onProgress);
  },

  /** Lay a scan over the part: as it fits best, or against datum faces, each named by a point on it. Places for the drawing stand as it does. @throws MeshError with a sentence */
  scan(bytes: Uint8Array, fileName: string, unit: LengthUnit, datums: Vec3[], tolerance_mm: number, up: Vec3, onProgress: (share: number) => void): ScanFound {
    const { mesh } = part();
    const points = readScan(bytes, fileName, unit);
    const held = datums.map((p) => new Set(patchFrom(mesh, bvhOf(mesh).closest(...p).triangle).list));
    const found = align(points, mesh, { datums: held, progress: onProgress });
    return { ...scanFound(points, found, tolerance_mm, frameFor(up)), tolerance_mm };
  },

  /** What loads of size one do to the part. @throws MechanicsError, MeshError with a sentence */
  solveLoads(ask: UnitAsk, elements: number, onProgress: (share: number) => void): SolvedClass[] {
    return solveUnitLoads(part().mesh, ask, elements, onProgress);
  },

  /** How hard each place works on ways of the first class asked for. */
  workOf(ask: UnitAsk, elements: number, onProgress: (share: number) => void): { idle: number; work: WorkVolume } {
    const found = workOf(part().mesh, ask, elements, onProgress);
    return transfer(found, [found.work.use.buffer as ArrayBuffer]);
  },

  /** Section through the part as it stands for `up`. */
  cap(up: Vec3, axis: Axis, at: number): Cap {
    const cap = capAt(stand(up), axis, at);
    return transfer(cap, [cap.faces.buffer, cap.lines.buffer] as ArrayBuffer[]);
  },

  /** Face on which a triangle lies. */
  face: faceAt,

  /** Faces on which points lie. */
  facesAt(points: Vec3[]): PickedFace[] {
    const bvh = bvhOf(part().mesh);
    return points.map((p) => ({ ...faceAt(bvh.closest(...p).triangle), point: p }));
  },

  largestFaces(): FaceChoice[] {
    return largestFaces(part().mesh);
  },

  /** Simple repair. @returns the repaired part as STL in millimetres, what was done, and whether it is closed now */
  repair(bytes: Uint8Array, fileName: string, unit: LengthUnit, tolerance_mm: number): { stl: Uint8Array; done: string[]; measure: Measure } {
    const { mesh, done } = repair(readMesh(bytes, fileName, unit), tolerance_mm);
    const stl = writeStl(mesh.vertices, mesh.indices);
    return transfer({ stl, done, measure: measure(mesh) }, [stl.buffer as ArrayBuffer]);
  },

  /** The part as a file, in millimetres and its own axes. */
  write(kind: MeshKind): Uint8Array {
    const { vertices, indices } = part().mesh;
    const bytes = kind === 'stl' ? writeStl(vertices, indices) : writeThreeMf(vertices, indices);
    return transfer(bytes, [bytes.buffer as ArrayBuffer]);
  },
};
export type ShapeWorker = typeof api;

expose(api);
