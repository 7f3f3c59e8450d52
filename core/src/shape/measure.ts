import { extentOf, insideOut, type LengthUnit, type Mesh } from './mesh';
import { readMesh } from './read-mesh';
import { topology } from './topology';
import { weld } from './weld';

/** What Cuadro knows of a shape after reading it. All lengths in millimetres. */
export interface Measure {
  triangles: number;
  /** Enclosed volume; the sum of signed shells, so a cavity counts negative. Only meaningful when watertight. */
  volume_mm3: number;
  area_mm2: number;
  box_mm: [number, number, number];
  box_min_mm: [number, number, number];
  /** Centre of the enclosed volume; of the surface when the mesh is not watertight. */
  centroid_mm: [number, number, number];
  watertight: boolean;
  shells: number;
  openEdges: number;
  crowdedEdges: number;
  flippedEdges: number;
  degenerate: number;
  /** All faces pointed inwards and were read the other way round. */
  inverted: boolean;
  /** Faces flatter than 45° from horizontal that look down, with +z up, without those lying on the bed. */
  overhang_mm2: number;
  /** Area lying on the lowest plane. */
  bed_mm2: number;
  /** Axis along which the section is constant (a plate with cut-outs, a bar); the shortest one; null when there is none. */
  prismatic: Axis | null;
  notes: string[];
}

export type Axis = 'x' | 'y' | 'z';

export interface Shape {
  mesh: Mesh;
  measure: Measure;
}

/** cos 45°: self-supporting angle measured from horizontal. */
const COS_45 = Math.SQRT1_2;

/**
 * Read, weld and measure a mesh file.
 * @throws MeshError when the file cannot be read
 */
export function readShape(bytes: Uint8Array, unit: LengthUnit = 'mm', fileName = 'part.stl'): Shape {
  const soup = readMesh(bytes, fileName, unit);
  const mesh = weld(soup);
  const measured = measure(mesh, soup.notes);
  return { mesh: measured.inverted ? insideOut(mesh) : mesh, measure: measured };
}

/**
 * Volume Σ v0·(v1×v2)/6, area Σ |(v1−v0)×(v2−v0)|/2, box, centroid and edge health of a welded mesh.
 * Sums run about the box centre, so a part far from the origin loses no digits.
 * A fully inverted mesh is measured as if its faces looked outwards, and says so; it is left as it is.
 */
export function measure(mesh: Mesh, notes: string[] = []): Measure {
  const { vertices, indices } = mesh;
  const triangles = indices.length / 3;
  const { low: min, high: max } = extentOf(vertices);
  const box = [0, 1, 2].map((a) => max[a] - min[a]) as [number, number, number];
  const mid = [0, 1, 2].map((a) => (max[a] + min[a]) / 2);
  const topo = topology(mesh);
  const sums = sumFaces(mesh, mid, min[2], Math.max(1e-3, box[2] * 1e-5));

  const inverted = topo.watertight && sums.volume < 0;
  if (inverted) {
    notes = [...notes, 'All faces pointed inwards; they were turned round.'];
    Object.assign(sums, sumFaces(insideOut(mesh), mid, min[2], Math.max(1e-3, box[2] * 1e-5)));
  }
  const solid = topo.watertight && sums.volume > 0;
  const centroid = [0, 1, 2].map((a) => mid[a] + (solid ? sums.moment[a] / sums.volume : sums.areaMoment[a] / (sums.area || 1)));
  return {
    triangles,
    volume_mm3: sums.volume,
    area_mm2: sums.area,
    box_mm: box,
    box_min_mm: min as [number, number, number],
    centroid_mm: centroid as [number, number, number],
    watertight: topo.watertight,
    shells: topo.shells,
    openEdges: topo.openEdges,
    crowdedEdges: topo.crowdedEdges,
    flippedEdges: topo.flippedEdges,
    degenerate: topo.degenerate,
    inverted,
    overhang_mm2: sums.overhang,
    bed_mm2: sums.bed,
    prismatic: solid ? constantAxis(sums, box) : null,
    notes,
  };
}

interface FaceSums {
  volume: number;
  area: number;
  moment: [number, number, number];
  areaMoment: [number, number, number];
  overhang: number;
  bed: number;
  /** Area square to each axis, and area parallel to it. */
  caps: [number, number, number];
  sides: [number, number, number];
}

/**
 * A section is constant along an axis when nearly all faces are square or parallel to it and the square ones are just
 * the two ends: cap area = 2 V / extent. Pockets have more cap than that.
 */
function constantAxis(sums: FaceSums, box: readonly number[]): Axis | null {
  const axes = [0, 1, 2].filter((a) => sums.caps[a] + sums.sides[a] > 0.985 * sums.area && Math.abs((sums.caps[a] * box[a]) / (2 * sums.volume) - 1) < 0.02);
  axes.sort((a, b) => box[a] - box[b]);
  return axes.length ? (['x', 'y', 'z'] as const)[axes[0]] : null;
}

function sumFaces(mesh: Mesh, mid: number[], floor: number, bedTolerance: number): FaceSums {
  const { vertices: v, indices } = mesh;
  const [mx, my, mz] = mid;
  let volume6 = 0, area2 = 0, gx = 0, gy = 0, gz = 0, ax = 0, ay = 0, az = 0;
  let overhang2 = 0, bed2 = 0, cx2 = 0, cy2 = 0, cz2 = 0, sx2 = 0, sy2 = 0, sz2 = 0;
  const bedTop = floor + bedTolerance;
  for (let i = 0; i < indices.length; i += 3) {
    const a = indices[i] * 3, b = indices[i + 1] * 3, c = indices[i + 2] * 3;
    const x0 = v[a] - mx, y0 = v[a + 1] - my, z0 = v[a + 2] - mz;
    const x1 = v[b] - mx, y1 = v[b + 1] - my, z1 = v[b + 2] - mz;
    const x2 = v[c] - mx, y2 = v[c + 1] - my, z2 = v[c + 2] - mz;
    const ux = x1 - x0, uy = y1 - y0, uz = z1 - z0;
    const wx = x2 - x0, wy = y2 - y0, wz = z2 - z0;
    const nx = uy * wz - uz * wy, ny = uz * wx - ux * wz, nz = ux * wy - uy * wx;
    const twice = Math.sqrt(nx * nx + ny * ny + nz * nz);
    const det = x0 * nx + y0 * ny + z0 * nz;
    const cx = x0 + x1 + x2, cy = y0 + y1 + y2, cz = z0 + z1 + z2;
    volume6 += det;
    area2 += twice;
    gx += det * cx;
    gy += det * cy;
    gz += det * cz;
    ax += twice * cx;
    ay += twice * cy;
    az += twice * cz;
    if (nz < 0) {
      const onBed = v[a + 2] <= bedTop && v[b + 2] <= bedTop && v[c + 2] <= bedTop;
      if (onBed) bed2 += twice;
      else if (-nz > COS_45 * twice * (1 + 1e-6)) overhang2 += twice;
    }
    // Square to an axis or parallel to it, within about 1°.
    const ex = Math.abs(nx), ey = Math.abs(ny), ez = Math.abs(nz);
    const square = 0.9998 * twice, along = 0.02 * twice;
    if (ex > square) cx2 += twice;
    else if (ex < along) sx2 += twice;
    if (ey > square) cy2 += twice;
    else if (ey < along) sy2 += twice;
    if (ez > square) cz2 += twice;
    else if (ez < along) sz2 += twice;
  }
  return {
    volume: volume6 / 6,
    area: area2 / 2,
    moment: [gx / 24, gy / 24, gz / 24],
    areaMoment: [ax / 6, ay / 6, az / 6],
    overhang: overhang2 / 2,
    bed: bed2 / 2,
    caps: [cx2 / 2, cy2 / 2, cz2 / 2],
    sides: [sx2 / 2, sy2 / 2, sz2 / 2],
  };
}

/**
 * Why a measured mesh cannot stand for a tool, or undefined when it can.
 * A mesh with a few open edges may still be used: its volume is then a guess, and said to be one.
 */
export function unusable(m: Measure): string | undefined {
  if (m.triangles < 4) return `The mesh has only ${m.triangles} triangles; a solid needs at least 4. Export the whole part.`;
  if (Math.max(...m.box_mm) < 0.01) return 'The part is smaller than 0.01 mm. Was the unit right?';
  if (Math.max(...m.box_mm) > 20_000) return 'The part is longer than 20 m. Was the unit right?';
  if (Math.min(...m.box_mm) <= 0) return 'The mesh is flat: it encloses no volume.';
  if (m.watertight && m.volume_mm3 <= 0) return 'The mesh encloses no volume.';
  return undefined;
}

/** A question worth asking about the unit, when the size is unusual for a tool. */
export function unitDoubt(m: Measure): string | undefined {
  const longest = Math.max(...m.box_mm);
  if (longest < 8) return `The part is only ${longest.toPrecision(2)} mm long. Was the file in inches or metres?`;
  if (longest > 4000) return `The part is ${(longest / 1000).toPrecision(2)} m long. Was the file really in this unit?`;
  return undefined;
}
