import { bvhOf } from '../shape/bvh';
import { extentOf, type Mesh, MeshError } from '../shape/mesh';
import { MechanicsError } from './brick';

/** A solid cut into equal bricks that end flush with its box. Only bricks with material in them count. */
export interface Grid {
  /** Bricks along x, y, z. */
  n: readonly [number, number, number];
  /** Edges of a brick, mm. */
  size: readonly [number, number, number];
  low: readonly [number, number, number];
  /** Number of a brick at (x, y, z), −1 where nothing is. */
  brickAt: Int32Array;
  /** Eight nodes of each brick, by bits. */
  nodes: Uint32Array;
  /** Place of each brick and node on the grid. */
  brickPlace: Uint16Array;
  nodePlace: Uint16Array;
  /** Number of a node at a corner of the grid, −1 where none is. */
  nodeAt: Int32Array;
  /** Share of a brick that is inside the solid. */
  share: Float32Array;
  bricks: number;
  count: number;
}

/** A brick with less in it than this is left out. */
const LEAST_SHARE = 0.03;
/** Lines a brick's floor is looked through on, along each side. */
const LINES = 3;
export const MAX_ELEMENTS = 3_000_000;

/**
 * Cut a closed mesh into about so many bricks. What a brick holds is measured on nine upright lines through it, along which inside and outside are told
 * exactly.
 * @throws MeshError for a mesh without volume
 */
export function gridOf(mesh: Mesh, elements: number, volume_mm3: number): Grid {
  if (!(volume_mm3 > 0)) throw new MeshError('Only a closed mesh with a volume can be loaded.');
  const { low, high } = extentOf(mesh.vertices);
  const box = [0, 1, 2].map((a) => Math.max(1e-6, high[a] - low[a]));
  const edge = Math.cbrt(volume_mm3 / Math.max(8, Math.min(MAX_ELEMENTS, elements)));
  const n = box.map((s) => Math.max(1, Math.min(60_000, Math.round(s / edge)))) as [number, number, number];
  const cells = n[0] * n[1] * n[2];
  if (cells > 6e7) throw new MechanicsError('The part is too sparse in its box for so many elements: ask for fewer.');
  const size = box.map((s, a) => s / n[a]) as [number, number, number];
  const share = sharesOf(mesh, n, size, low);
  return number(n, size, low, share);
}

/** Number bricks and nodes of a grid from what each brick holds. */
export function number(n: readonly [number, number, number], size: Grid['size'], low: Grid['low'], shares: Float32Array): Grid {
  const [w, d, h] = n;
  const brickAt = new Int32Array(w * d * h).fill(-1);
  let bricks = 0;
  for (let i = 0; i < shares.length; i++) if (shares[i] >= LEAST_SHARE) brickAt[i] = bricks++;
  const nodeAt = new Int32Array((w + 1) * (d + 1) * (h + 1)).fill(-1);
  const nodes = new Uint32Array(8 * bricks), brickPlace = new Uint16Array(3 * bricks), share = new Float32Array(bricks);
  const corner = (x: number, y: number, z: number): number => (z * (d + 1) + y) * (w + 1) + x;
  let count = 0;
  for (let z = 0, i = 0; z < h; z++) {
    for (let y = 0; y < d; y++) {
      for (let x = 0; x < w; x++, i++) {
        const b = brickAt[i];
        if (b < 0) continue;
        share[b] = shares[i];
        brickPlace.set([x, y, z], 3 * b);
        for (let k = 0; k < 8; k++) {
          const at = corner(x + (k & 1), y + ((k >> 1) & 1), z + (k >> 2));
          if (nodeAt[at] < 0) nodeAt[at] = count++;
          nodes[8 * b + k] = nodeAt[at];
        }
      }
    }
  }
  const nodePlace = new Uint16Array(3 * count);
  for (let z = 0, i = 0; z <= h; z++)
    for (let y = 0; y <= d; y++) for (let x = 0; x <= w; x++, i++) if (nodeAt[i] >= 0) nodePlace.set([x, y, z], 3 * nodeAt[i]);
  return { n, size, low, brickAt, nodes, brickPlace, nodePlace, nodeAt, share, bricks, count };
}

function sharesOf(mesh: Mesh, [w, d, h]: Grid['n'], size: Grid['size'], low: Grid['low']): Float32Array {
  const { vertices: v, indices: f } = mesh;
  const share = new Float32Array(w * d * h);
  const [nx, ny] = [w * LINES, d * LINES];
  // Lines are set a hair aside, so that none runs along an edge of the model.
  const at = (k: number, a: 0 | 1): number => ((k + 0.5 + (a ? 0.01731 : -0.01414)) * size[a]) / LINES;
  const hits: number[][] = Array.from({ length: nx * ny }, () => []);
  for (let t = 0; t < f.length; t += 3) {
    const p = [0, 1, 2].map((k) => [0, 1, 2].map((a) => v[3 * f[t + k] + a] - low[a]));
    const area = (p[1][0] - p[0][0]) * (p[2][1] - p[0][1]) - (p[2][0] - p[0][0]) * (p[1][1] - p[0][1]);
    if (area === 0) continue;
    const [x0, x1] = [Math.min(p[0][0], p[1][0], p[2][0]), Math.max(p[0][0], p[1][0], p[2][0])];
    const [y0, y1] = [Math.min(p[0][1], p[1][1], p[2][1]), Math.max(p[0][1], p[1][1], p[2][1])];
    const [i0, i1] = [Math.max(0, Math.floor((x0 * LINES) / size[0]) - 1), Math.min(nx - 1, Math.ceil((x1 * LINES) / size[0]))];
    const [j0, j1] = [Math.max(0, Math.floor((y0 * LINES) / size[1]) - 1), Math.min(ny - 1, Math.ceil((y1 * LINES) / size[1]))];
    for (let j = j0; j <= j1; j++) {
      const y = at(j, 1);
      for (let i = i0; i <= i1; i++) {
        const x = at(i, 0);
        const a = ((p[1][0] - x) * (p[2][1] - y) - (p[2][0] - x) * (p[1][1] - y)) / area;
        const b = ((p[2][0] - x) * (p[0][1] - y) - (p[0][0] - x) * (p[2][1] - y)) / area;
        if (a < 0 || b < 0 || a + b > 1) continue;
        hits[j * nx + i].push(a * p[0][2] + b * p[1][2] + (1 - a - b) * p[2][2]);
      }
    }
  }
  const weight = 1 / (LINES * LINES);
  for (let j = 0; j < ny; j++) {
    for (let i = 0; i < nx; i++) {
      const line = hits[j * nx + i].sort((a, b) => a - b);
      const column = Math.floor(j / LINES) * w + Math.floor(i / LINES);
      for (let k = 0; k + 1 < line.length; k += 2) {
        const [from, to] = [line[k] / size[2], line[k + 1] / size[2]];
        for (let z = Math.max(0, Math.floor(from)); z < Math.min(h, Math.ceil(to)); z++)
          share[z * w * d + column] += weight * Math.max(0, Math.min(to, z + 1) - Math.max(from, z));
      }
    }
  }
  return share;
}

/** From the middle of each brick to the surface: the distance, mm, and the triangle of the mesh that is nearest. Told one by one: lists of them would be memory for nothing. */
export function depths(grid: Grid, mesh: Mesh, tell: (brick: number, mm: number, triangle: number) => void): void {
  const bvh = bvhOf(mesh);
  for (let b = 0; b < grid.bricks; b++) {
    const [x, y, z] = [0, 1, 2].map((a) => grid.low[a] + (grid.brickPlace[3 * b + a] + 0.5) * grid.size[a]);
    const { distance, triangle } = bvh.closest(x, y, z);
    tell(b, distance, triangle);
  }
}
