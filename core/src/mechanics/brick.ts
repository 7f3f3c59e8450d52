import { CholeskyDecomposition, EigenvalueDecomposition, inverse, Matrix } from 'ml-matrix';

/** Stiffness of an orthotropic material along the axes of the grid. Moduli in MPa. */
export interface Elastic {
  /** E along x, y, z. */
  e: readonly [number, number, number];
  /** G in xy, yz, zx. */
  g: readonly [number, number, number];
  /** ν of xy, yz, zx, each the smaller way: strain across for a strain along the stiffer axis. */
  nu: readonly [number, number, number];
}

/** An isotropic material. @param e MPa */
export const isotropic = (e: number, nu: number): Elastic => ({
  e: [e, e, e],
  g: [e / (2 * (1 + nu)), e / (2 * (1 + nu)), e / (2 * (1 + nu))],
  nu: [nu, nu, nu],
});

export class MechanicsError extends Error {}

/** 6 × 6 stiffness (xx, yy, zz, xy, yz, zx). @throws MechanicsError where no such material can be */
export function stiffnessOf({ e: [ex, ey, ez], g, nu: [xy, yz, zx] }: Elastic): Matrix {
  if (![ex, ey, ez, ...g].every((x) => x > 0 && Number.isFinite(x))) throw new MechanicsError('Moduli have to be positive numbers.');
  const s = Matrix.zeros(6, 6);
  // A strain along the stiffer of two axes asks for the given share across; the other way it is less by the ratio of the moduli.
  const cross = (a: number, b: number, nu: number): number => -nu / Math.max(a, b);
  [[0, 0, 1 / ex], [1, 1, 1 / ey], [2, 2, 1 / ez], [0, 1, cross(ex, ey, xy)], [1, 2, cross(ey, ez, yz)], [2, 0, cross(ez, ex, zx)]].forEach(([i, j, x]) => {
    s.set(i, j, x);
    s.set(j, i, x);
  });
  g.forEach((x, k) => s.set(3 + k, 3 + k, 1 / x));
  if (!new CholeskyDecomposition(s).isPositiveDefinite())
    throw new MechanicsError('These moduli and Poisson numbers belong to no material: it would give work away.');
  return inverse(s);
}

/** Where a stress is read in a brick: its middle and the middles of its six faces, in −1 … 1. */
export const SPOTS: readonly (readonly [number, number, number])[] = [[0, 0, 0], [-1, 0, 0], [1, 0, 0], [0, -1, 0], [0, 1, 0], [0, 0, -1], [0, 0, 1]];

/** A brick of a regular grid, worked out once for all bricks of one size and material. Nodes by bits: 1 for x, 2 for y, 4 for z. */
export interface Brick {
  /**
   * Its stiffness in the basis of sums and differences over the nodes, in which it falls into eight blocks of 3 × 3, one for each way a
   * field can be even or odd along the axes: nine numbers a block. For density 1, N/mm.
   */
  blocks: Float64Array;
  /** The same stiffness as it is, 24 × 24, row after row. */
  whole: Float64Array;
  /** Diagonal of its stiffness, along x, y, z; the same at every node. */
  diagonal: [number, number, number];
  /** Largest eigenvalue of its stiffness over its diagonal. */
  largest: number;
  /** Stress at the spots from the 24 displacements: 6 × 24 each, row after row, MPa/mm. */
  stress: Float64Array[];
  /** Forces of its nodes for a heating by 1 K with expansion 1/K along each axis: 24 for each of three axes. */
  thermal: Float64Array[];
  /** Stress of that heating held fast, 6 for each axis. */
  thermalStress: Float64Array[];
}

const GAUSS = 1 / Math.sqrt(3);
const sign = (node: number, axis: number): number => ((node >> axis) & 1 ? 1 : -1);

/**
 * Trilinear brick with the three incompatible bending modes of each direction (Wilson; on a brick they pass the patch test), which are
 * condensed out: bending through few bricks is then neither locked nor too soft.
 * @param size edges, mm
 */
export function brickOf(d: Matrix, size: readonly [number, number, number]): Brick {
  const volume = size[0] * size[1] * size[2];
  const bOf = (x: readonly number[]): Matrix => {
    const b = Matrix.zeros(6, 24);
    for (let n = 0; n < 8; n++) {
      const f = [0, 1, 2].map((a) => (1 + sign(n, a) * x[a]) / 2);
      // Derivatives: half of the edge is the step from the middle to ±1.
      const dN = [0, 1, 2].map((a) => (sign(n, a) / size[a]) * f[(a + 1) % 3] * f[(a + 2) % 3]);
      strain(b, 3 * n, dN);
    }
    return b;
  };
  const gOf = (x: readonly number[]): Matrix => {
    const g = Matrix.zeros(6, 9);
    // (1 − ξ²) along one axis, for each direction of movement.
    for (let a = 0; a < 3; a++) strain(g, 3 * a, [0, 1, 2].map((k) => (k === a ? (-4 * x[a]) / size[a] : 0)));
    return g;
  };
  const kuu = Matrix.zeros(24, 24), kua = Matrix.zeros(24, 9), kaa = Matrix.zeros(9, 9);
  const heat = [0, 1, 2].map(() => Matrix.zeros(24, 1));
  for (let q = 0; q < 8; q++) {
    const x = [0, 1, 2].map((a) => sign(q, a) * GAUSS);
    const b = bOf(x), g = gOf(x), w = volume / 8;
    const bt = b.transpose().mmul(d).mul(w);
    kuu.add(bt.mmul(b));
    kua.add(bt.mmul(g));
    kaa.add(g.transpose().mmul(d).mmul(g).mul(w));
    heat.forEach((f, a) => f.add(bt.mmul(unitStrain(a))));
  }
  const back = inverse(kaa).mmul(kua.transpose());
  const k = kuu.sub(kua.mmul(back));
  const stress = SPOTS.map((x) => Float64Array.from(d.mmul(bOf(x).sub(gOf(x).mmul(back))).to1DArray()));
  const scale = Array.from({ length: 24 }, (_, i) => 1 / Math.sqrt(k.get(i, i)));
  const scaled = Matrix.zeros(24, 24).apply(function(this: Matrix, i: number, j: number) {
    this.set(i, j, k.get(i, j) * scale[i] * scale[j]);
  });
  return {
    blocks: blocksOf(k),
    whole: Float64Array.from(k.to1DArray()),
    diagonal: [k.get(0, 0), k.get(1, 1), k.get(2, 2)],
    largest: Math.max(...new EigenvalueDecomposition(scaled, { assumeSymmetric: true }).realEigenvalues),
    stress,
    thermal: heat.map((f) => Float64Array.from(f.to1DArray())),
    thermalStress: [0, 1, 2].map((a) => Float64Array.from(d.mmul(unitStrain(a)).to1DArray())),
  };
}

/** The same brick, all edges so many times as long: strains go with 1/s, stiffness with s³/s², forces of a heating with s³/s. */
export function enlarged({ blocks, whole, diagonal, largest, stress, thermal, thermalStress }: Brick, s: number): Brick {
  const by = (xs: Float64Array, factor: number): Float64Array => xs.map((x) => x * factor);
  return {
    blocks: by(blocks, s),
    whole: by(whole, s),
    diagonal: diagonal.map((x) => x * s) as Brick['diagonal'],
    largest,
    stress: stress.map((x) => by(x, 1 / s)),
    thermal: thermal.map((x) => by(x, s * s)),
    thermalStress,
  };
}

const unitStrain = (a: number): Matrix => Matrix.columnVector([0, 1, 2, 3, 4, 5].map((k) => (k === a ? 1 : 0)));

/** Strains of a shape function with these derivatives, for its three directions. */
function strain(b: Matrix, column: number, [x, y, z]: number[]): void {
  b.set(0, column, x);
  b.set(1, column + 1, y);
  b.set(2, column + 2, z);
  b.set(3, column, y);
  b.set(3, column + 1, x);
  b.set(4, column + 1, z);
  b.set(4, column + 2, y);
  b.set(5, column, z);
  b.set(5, column + 2, x);
}

/** Nodes of the mode even or odd along the axes whose bits are set. */
const mode = (m: number, n: number): number => [0, 1, 2].reduce((s, a) => ((m >> a) & 1 ? s * sign(n, a) : s), 1);

function blocksOf(k: Matrix): Float64Array {
  const out = new Float64Array(72);
  for (let p = 0; p < 8; p++) {
    // Of one parity under mirroring: movement along an axis is itself odd along it.
    const m = [p ^ 1, p ^ 2, p ^ 4];
    for (let r = 0; r < 3; r++) {
      for (let c = 0; c < 3; c++) {
        let sum = 0;
        for (let i = 0; i < 8; i++) for (let j = 0; j < 8; j++) sum += mode(m[r], i) * k.get(3 * i + r, 3 * j + c) * mode(m[c], j);
        // Both transforms are without their factor of 1/√8 each.
        out[9 * p + 3 * r + c] = sum / 64;
      }
    }
  }
  return out;
}
