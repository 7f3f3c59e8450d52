/**
 * What the material in a brick sees of the stress that one full of it would see, were it strained alike. Fill: the mean over its strands. A brick that a wall runs
 * through: along the wall the two are strained alike and the wall sees all of it; square to the wall one passes on to the other what the mean is.
 */
export class Inside {
  /** Of the stress of a solid brick: all of it, until something else is said. Square to a wall where one runs through, else whichever way. */
  private readonly share: Float32Array;
  /** Normals of these walls, in parts of 127; nothing without one. */
  private readonly normal: Int8Array;

  constructor(bricks: number) {
    this.share = new Float32Array(bricks).fill(1);
    this.normal = new Int8Array(3 * bricks);
  }

  /** A brick without a wall. @param mean its stiffness over that of a solid one. @param filled its volume over that */
  fill(b: number, mean: number, filled: number): void {
    this.share[b] = mean / filled;
  }

  /** A brick that a wall runs through. @param mean its stiffness over that of a solid one */
  wall(b: number, mean: number, normal: readonly number[]): void {
    this.share[b] = mean;
    for (let a = 0; a < 3; a++) this.normal[3 * b + a] = Math.round(127 * normal[a]);
  }

  /** Six stresses (xx, yy, zz, xy, yz, zx) of a solid brick, made those of its material in place: S − (1 − d)(n tᵀ + t nᵀ − (n·t) n nᵀ), t = S n. */
  seen<T extends Record<number, number>>(b: number, s: T): T {
    const share = this.share[b];
    const [x, y, z] = [0, 1, 2].map((a) => this.normal[3 * b + a] / 127);
    if (!x && !y && !z) {
      if (share !== 1) { for (let r = 0; r < 6; r++) s[r] *= share; }
      return s;
    }
    const less = 1 - share;
    const tx = s[0] * x + s[3] * y + s[5] * z, ty = s[3] * x + s[1] * y + s[4] * z, tz = s[5] * x + s[4] * y + s[2] * z;
    const nn = x * tx + y * ty + z * tz;
    s[0] -= less * (2 * x * tx - nn * x * x);
    s[1] -= less * (2 * y * ty - nn * y * y);
    s[2] -= less * (2 * z * tz - nn * z * z);
    s[3] -= less * (x * ty + y * tx - nn * x * y);
    s[4] -= less * (y * tz + z * ty - nn * y * z);
    s[5] -= less * (z * tx + x * tz - nn * z * x);
    return s;
  }
}
