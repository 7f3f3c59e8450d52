import type { Mesh } from './mesh';

export type Vec3 = [number, number, number];

export const dot = (a: readonly number[], b: readonly number[]): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const crossOf = (a: readonly number[], b: readonly number[]): Vec3 => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
export const unit = (a: readonly number[]): Vec3 => {
  const l = Math.hypot(a[0], a[1], a[2]) || 1;
  return [a[0] / l, a[1] / l, a[2] / l];
};

/** As the file stands. */
export const UP: Vec3 = [0, 0, 1];

/**
 * Rows right, back and up of the rotation that turns `up` to +z: the shortest one (about the axis up × z), so that a part
 * lying nearly right is hardly turned. Exact for directions along the axes.
 */
export function frameFor(up: readonly number[]): [Vec3, Vec3, Vec3] {
  const [x, y, z] = unit(up);
  if (z < -0.999999) return [[1, 0, 0], [0, -1, 0], [0, 0, -1]];
  const k = 1 / (1 + z);
  return [[1 - x * x * k, -x * y * k, -x], [-x * y * k, 1 - y * y * k, -y], [x, y, z]];
}

/** The mesh turned so that `up` becomes +z. The same mesh where it already is. */
export function turned(mesh: Mesh, up: readonly number[]): Mesh {
  if (up[0] === 0 && up[1] === 0 && up[2] > 0) return mesh;
  return inFrame(mesh, frameFor(up));
}

/** The mesh seen in a frame of three directions at right angles: its x, y and z are what lies along them. */
export function inFrame({ vertices: v, indices }: Mesh, [r, b, u]: readonly [Vec3, Vec3, Vec3]): Mesh {
  const out = new Float32Array(v.length);
  for (let i = 0; i < v.length; i += 3) {
    const x = v[i], y = v[i + 1], z = v[i + 2];
    out[i] = r[0] * x + r[1] * y + r[2] * z;
    out[i + 1] = b[0] * x + b[1] * y + b[2] * z;
    out[i + 2] = u[0] * x + u[1] * y + u[2] * z;
  }
  return { vertices: out, indices };
}
