import { weld } from '../weld';
import { extentOf, type Mesh, MeshError } from '../mesh';
import { joinNear } from '../stitch';
import { GrowingMesh } from './growing';
import { beginning } from './text';

/** What a tessellating kernel gives back: the part of its interface that is used. */
export interface CadKernel {
  ReadStepFile(content: Uint8Array, params: CadParameters): CadResult;
  ReadIgesFile(content: Uint8Array, params: CadParameters): CadResult;
}
interface CadParameters {
  linearUnit: 'millimeter';
  linearDeflectionType: 'absolute_value' | 'bounding_box_ratio';
  linearDeflection: number;
  angularDeflection: number;
}
interface CadResult {
  success: boolean;
  meshes?: { attributes: { position: { array: ArrayLike<number> } }; index: { array: ArrayLike<number> } }[];
}

export const CAD_EXTENSIONS = ['.step', '.stp', '.iges', '.igs'] as const;
export const MAX_CAD_BYTES = 60 * 1024 * 1024;
/** Chord deviation of the tessellation, mm: what may be asked for. */
export const CAD_TOLERANCE = { least: 0.005, most: 2 } as const;
/** Where nobody asks: this share of the mean side of the part's box, within these bounds, mm. */
const USUAL = { share: 5e-4, least: 0.01, most: 0.2 } as const;

/** A model as triangles, and how far a chord may be from the curve it stands for. */
export interface Tessellated {
  mesh: Mesh;
  tolerance_mm: number;
}

export const isCadName = (fileName: string): boolean => /\.(step|stp|iges|igs)$/i.test(fileName);

/**
 * Tessellate a STEP or IGES file; the file says its own unit.
 * @param tolerance_mm greatest distance between a chord and the curve it stands for, by the part's size where it is left out; facets turn by at most 20°
 * @throws MeshError for a file that is not what its name says, too large, or without a solid or face
 */
export function readCad(kernel: CadKernel, bytes: Uint8Array, fileName: string, tolerance_mm?: number): Tessellated {
  if (bytes.length > MAX_CAD_BYTES) throw new MeshError(`The model file is larger than ${MAX_CAD_BYTES / 2 ** 20} MB; export the tool alone.`);
  if (tolerance_mm !== undefined && !(tolerance_mm >= CAD_TOLERANCE.least && tolerance_mm <= CAD_TOLERANCE.most))
    throw new MeshError(`The tessellation tolerance must lie between ${CAD_TOLERANCE.least} and ${CAD_TOLERANCE.most} mm.`);
  const step = /\.(step|stp)$/i.test(fileName);
  const head = beginning(bytes, 400);
  if (step && !/ISO-10303-21/.test(head)) throw new MeshError('This is not a STEP file: it does not begin with ISO-10303-21.');
  // Columns 73 of the first line carries S for the start section.
  if (!step && !/^.{72}S/m.test(head)) throw new MeshError('This is not an IGES file: its first line is not a start section.');
  const read = (type: CadParameters['linearDeflectionType'], linearDeflection: number): GrowingMesh =>
    tessellate(kernel, bytes, step, { linearUnit: 'millimeter', linearDeflectionType: type, linearDeflection, angularDeflection: Math.PI / 9 });
  if (tolerance_mm !== undefined) return { mesh: closed(read('absolute_value', tolerance_mm), tolerance_mm), tolerance_mm };
  const growing = read('bounding_box_ratio', USUAL.share);
  const { low, high } = extentOf(growing.soup(1).positions);
  const mean = high.reduce((s, x, k) => s + x - low[k], 0) / 3;
  const wanted = Number((USUAL.share * mean).toPrecision(2));
  const usual = Math.max(USUAL.least, Math.min(USUAL.most, wanted));
  return { mesh: closed(usual === wanted ? growing : read('absolute_value', usual), usual), tolerance_mm: usual };
}

function tessellate(kernel: CadKernel, bytes: Uint8Array, step: boolean, params: CadParameters): GrowingMesh {
  let result: CadResult;
  try {
    result = step ? kernel.ReadStepFile(bytes, params) : kernel.ReadIgesFile(bytes, params);
  } catch {
    throw new MeshError('The model file could not be read: it is damaged, or needs more memory than there is.');
  }
  if (!result.success || !result.meshes?.length) throw new MeshError('The model file holds no solid or face that can be tessellated.');
  const growing = new GrowingMesh();
  for (const { attributes, index } of result.meshes) {
    const first = growing.vertexCount;
    const p = attributes.position.array;
    for (let i = 0; i + 2 < p.length; i += 3) growing.vertex(p[i], p[i + 1], p[i + 2], 'tessellation');
    const c = index.array;
    for (let i = 0; i + 2 < c.length; i += 3) growing.face([first + c[i], first + c[i + 1], first + c[i + 2]], 'tessellation');
  }
  return growing;
}

/** Faces are meshed one by one; their rims agree to rounding: corners nearer than a hundredth of the tolerance are one. */
function closed(growing: GrowingMesh, tolerance_mm: number): Mesh {
  const { mesh } = joinNear(weld(growing.soup(1)), Math.min(1e-3, tolerance_mm / 100));
  const kept: number[] = [];
  for (let i = 0; i < mesh.indices.length; i += 3) {
    const [a, b, c] = [mesh.indices[i], mesh.indices[i + 1], mesh.indices[i + 2]];
    if (a !== b && b !== c && c !== a) kept.push(a, b, c);
  }
  return { vertices: mesh.vertices, indices: Uint32Array.from(kept) };
}
