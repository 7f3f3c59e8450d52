import { expose, transfer } from 'comlink';
import { pack, type Packable, type Packing, type PackOptions } from '@cuadro/core/board/pack';
import type { FaceMark } from '@cuadro/core/case/types';
import type { Values } from '@cuadro/core/inputs/spec';
import { plannerOf } from '@cuadro/core/plan/planners';
import { capAt, type Cap } from '@cuadro/core/shape/cap';
import { creaseLines, vertexNormals } from '@cuadro/core/shape/crease';
import { writeStl } from '@cuadro/core/shape/formats/stl';
import { writeThreeMf } from '@cuadro/core/shape/formats/threemf';
import { bvhOf } from '@cuadro/core/shape/bvh';
import { type Axis, measure, readShape, type Measure, type Shape, unitDoubt, unusable } from '@cuadro/core/shape/measure';
import { facesAgain } from '@cuadro/core/shape/faces-again';
import { extentOf, type LengthUnit, type Mesh, MeshError } from '@cuadro/core/shape/mesh';
import { candidates, orientation, study, type Orientation } from '@cuadro/core/shape/orient';
import { centreOf, type FaceChoice, largestFaces, patchFrom } from '@cuadro/core/shape/patch';
import { pictureOf } from '@cuadro/core/shape/picture';
import { readMesh } from '@cuadro/core/shape/read-mesh';
import { reachFor, repair } from '@cuadro/core/shape/repair';
import { buriedPlaces, studyBody, studyBuild, type BodyStudy, type BuildStudy, type ShapeMarks } from '@cuadro/core/shape/study';
import { bentOf, type SolvedClass, solveUnitLoads, type UnitAsk, workOf, type WorkVolume } from '@cuadro/core/mechanics';
import { align } from '@cuadro/core/proof/align';
import { type ScanFound, scanFound } from '@cuadro/core/proof/scan-found';
import { readScan } from '@cuadro/core/proof/scan';
import { type Moulding, mouldedAlong } from '@cuadro/core/shape/features/moulding';
import { type Parting, partingOf } from '@cuadro/core/shape/features/parting';
import { dot, frameFor, turned, UP, type Vec3 } from '@cuadro/core/shape/turn';

/** What the part view needs to draw a part, standing as it is built. */
export interface DrawnShape {
  vertices: Float32Array;
  indices: Uint32Array;
  normals: Float32Array;
  creases: Float32Array;
  up: Vec3;
}

/** The part's lines as a load bends it, for the drawing. */
export interface BentLines {
  /** Pairs of ends, xyz, as the part stands. */
  positions: Float32Array;
  /** Drawn so many times as far as a load of size one moves them on a modulus of `UNIT_E`; how far that is at most, mm. */
  scale: number;
  most: number;
}

/** A part to be put into a bin, as its file came. */
export interface PackedFile {
  id: string;
  bytes: Uint8Array;
  fileName: string;
  unit: LengthUnit;
  up?: Vec3;
  count: number;
}
export type PackRoom = Pick<PackOptions, 'bin_mm' | 'gap_mm' | 'stacked'> & { /** How long other orders are tried. */ seconds: number };
export interface PackedBin {
  packing: Packing;
  /** By part: its box as it stands, before it is turned about the vertical. */
  sizes: Record<string, Vec3>;
  volume_mm3: number;
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

/** The largest movement is drawn as this share of the part's diagonal. */
const BENT = 0.07;
/** Pieces of the diagonal into which lines are cut, so that they can bend. */
const PIECES = 24;

/** @param moved movement of places of the part, both in its own axes */
function bentLines(mesh: Mesh, standing: Mesh, up: Vec3, moved: (at: Float32Array) => Float32Array): BentLines {
  const { low, high } = extentOf(mesh.vertices);
  const diagonal = Math.hypot(high[0] - low[0], high[1] - low[1], high[2] - low[2]);
  const positions = cutLines(creaseLines(standing), diagonal / PIECES);
  const frame = frameFor(up);
  const own = new Float32Array(positions.length);
  for (let i = 0; i < own.length; i += 3)
    for (let a = 0; a < 3; a++) own[i + a] = frame[0][a] * positions[i] + frame[1][a] * positions[i + 1] + frame[2][a] * positions[i + 2];
  const u = moved(own);
  let most = 0;
  for (let i = 0; i < u.length; i += 3) most = Math.max(most, Math.hypot(u[i], u[i + 1], u[i + 2]));
  const scale = most > 0 ? (BENT * diagonal) / most : 0;
  for (let i = 0; i < u.length; i += 3)
    for (let a = 0; a < 3; a++) positions[i + a] += scale * (frame[a][0] * u[i] + frame[a][1] * u[i + 1] + frame[a][2] * u[i + 2]);
  return { positions, scale, most };
}

/** The same lines in pieces no longer than that. */
function cutLines(lines: Float32Array, longest: number): Float32Array {
  const out: number[] = [];
  for (let i = 0; i < lines.length; i += 6) {
    const [a, b] = [lines.subarray(i, i + 3), lines.subarray(i + 3, i + 6)];
    const n = Math.max(1, Math.ceil(Math.hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2]) / longest));
    for (let k = 0; k < n; k++) for (const t of [k / n, (k + 1) / n]) for (let c = 0; c < 3; c++) out.push(a[c] + t * (b[c] - a[c]));
  }
  return Float32Array.from(out);
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

  /** How the part comes out of a mould pulled along a direction, and the line at which its halves meet, as the part stands for `up`. */
  moulded(pull: Vec3, up: Vec3): { moulding: Moulding; parting: Parting } {
    const { mesh } = part();
    const found = partingOf(mesh, pull);
    const rows = frameFor(up);
    const lines = found.lines.map((_, i) => dot(rows[i % 3], [...found.lines.subarray(i - (i % 3), i - (i % 3) + 3)] as Vec3));
    return transfer({ moulding: mouldedAlong(mesh, pull), parting: { ...found, lines } }, [lines.buffer as ArrayBuffer]);
  },

  buriedPlaces(up: Vec3): Float32Array {
    const places = buriedPlaces(part().mesh, up);
    return transfer(places, [places.buffer as ArrayBuffer]);
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
    const { low, high } = extentOf(stand(up).vertices);
    return { ...scanFound(points, found, tolerance_mm, frameFor(up), { low: low as Vec3, high: high as Vec3 }), tolerance_mm };
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

  /** The lines of the drawing as one load bends them, on ways of the first class asked for. */
  bent(ask: UnitAsk, id: string, up: Vec3, elements: number, onProgress: (share: number) => void): BentLines {
    const lines = bentLines(part().mesh, stand(up), up, (at) => bentOf(part().mesh, ask, id, at, elements, onProgress));
    return transfer(lines, [lines.positions.buffer as ArrayBuffer]);
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

  /** Faces marked on another mesh, found again on this one. */
  facesAgain(faces: Pick<FaceChoice, 'point' | 'normal' | 'area_mm2'>[]): (FaceChoice | undefined)[] {
    return facesAgain(part().mesh, faces);
  },

  largestFaces(): FaceChoice[] {
    return largestFaces(part().mesh);
  },

  /** Repair. @returns the repaired part as STL in millimetres, what was done, and how it measures now */
  repair(bytes: Uint8Array, fileName: string, unit: LengthUnit): { stl: Uint8Array; done: string[]; measure: Measure } {
    const { mesh, done } = repair(readMesh(bytes, fileName, unit), reachFor(part().mesh));
    const stl = writeStl(mesh.vertices, mesh.indices);
    return transfer({ stl, done, measure: measure(mesh) }, [stl.buffer as ArrayBuffer]);
  },

  /** Parts of several files put into one bin, each standing as it is built. Progress is that of the first order that is tried. */
  pack(parts: PackedFile[], options: PackRoom, onProgress: (share: number) => void): PackedBin {
    const read = parts.map((p): Packable => ({ id: p.id, count: p.count, mesh: turned(readShape(p.bytes, p.unit, p.fileName).mesh, p.up ?? UP) }));
    const until = performance.now() + options.seconds * 1000;
    const packing = pack(read, { ...options, goOn: () => performance.now() < until, progress: onProgress });
    const sizes = Object.fromEntries(read.map(({ id, mesh }) => {
      const { low, high } = extentOf(mesh.vertices);
      return [id, [0, 1, 2].map((i) => high[i] - low[i]) as Vec3];
    }));
    return { packing, sizes, volume_mm3: packing.fill * options.bin_mm[0] * options.bin_mm[1] * packing.height_mm };
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
