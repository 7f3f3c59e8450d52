import { encode } from 'fast-png';
import { extentOf, type Mesh } from './mesh';
import { crossOf, dot, frameFor, inFrame, turned, unit, UP, type Vec3 } from './turn';

/** A picture of a part: RGBA, row by row from the top. */
export interface Picture {
  width: number;
  height: number;
  rgba: Uint8ClampedArray<ArrayBuffer>;
}

/** Paper, its shaded side, ink: as on the drawing of a part. */
export interface PictureInk {
  surface: Vec3;
  shade: Vec3;
  ink: Vec3;
}
export const PAPER: PictureInk = { surface: [253, 252, 247], shade: [214, 208, 192], ink: [28, 27, 25] };

/** From where the drawing's oblique view looks at the part: left, in front, above. */
const EYE: Vec3 = [-0.75, -1.1, 0.8];
/** Where its light stands, in the axes of the screen: right, up, towards the eye. */
const LIGHT = unit([-0.45, 0.65, 0.6]);
/** Dots a side that are gathered into one: smooth edges. */
const FINE = 2;
/** Faces that meet at more than this have a line between them: cos 32°. */
const CREASE = 0.85;
/** A step in depth of more dots than this, beyond the slope of the faces, is an edge that stands before something. */
const STEP = 3;
const MARGIN = 1.06;

/** How a part lies on its picture: rows of the screen's axes in those of the part, and where its origin is, in dots. */
export interface Projection {
  axes: readonly [Vec3, Vec3];
  x0: number;
  y0: number;
  scale: number;
}

/** As `picture` lays the part out. */
export function projectionOf(mesh: Mesh, width: number, height: number, up: readonly number[] = UP): Projection {
  const frame = frameFor(up), axes = screenAxes();
  // The screen's axes stand in the frame of the part as it is built.
  const back = (a: Vec3): Vec3 => [0, 1, 2].map((k) => a[0] * frame[0][k] + a[1] * frame[1][k] + a[2] * frame[2][k]) as Vec3;
  const { vertices } = inFrame(turned(mesh, up), axes);
  return { axes: [back(axes[0]), back(axes[1])], ...layOut(vertices, width, height) };
}

/** Where a place of the part is on its picture, dots from its left and its top. */
export const onPicture = (
  { axes, x0, y0, scale }: Projection,
  p: readonly number[],
): [x: number, y: number] => [x0 + scale * dot(axes[0], p), y0 - scale * dot(axes[1], p)];

/** x to the right, y upwards, z towards the eye. */
function screenAxes(): [Vec3, Vec3, Vec3] {
  const toEye = unit(EYE);
  const right = unit(crossOf(UP, toEye));
  return [right, crossOf(toEye, right), toEye];
}

/** The part in the middle of the picture, as large as it may be. */
function layOut(vertices: Float32Array, width: number, height: number): Omit<Projection, 'axes'> {
  const { low, high } = extentOf(vertices);
  const scale = Math.min(width / (high[0] - low[0] || 1), height / (high[1] - low[1] || 1)) / MARGIN;
  return { x0: width / 2 - (scale * (low[0] + high[0])) / 2, y0: height / 2 + (scale * (low[1] + high[1])) / 2, scale };
}

/**
 * Draw a part like a small shop drawing: two tones of paper by how faces lie to the light, ink where faces meet, where something stands
 * before something and around. Orthographic, seen obliquely from the front with `up` upright, filling the frame.
 */
export function picture(mesh: Mesh, width: number, height: number, up: readonly number[] = UP, { surface, shade, ink }: PictureInk = PAPER): Picture {
  const [w, h] = [width * FINE, height * FINE];
  const { vertices: v, indices } = inFrame(turned(mesh, up), screenAxes());
  const { x0, y0, scale } = layOut(v, w, h);

  const depth = new Float32Array(w * h).fill(-Infinity);
  const face = new Int32Array(w * h).fill(-1);
  const normals = new Float32Array(indices.length);
  for (let t = 0; t < indices.length; t += 3) {
    const a = indices[t] * 3, b = indices[t + 1] * 3, c = indices[t + 2] * 3;
    const normal = unit(crossOf([v[b] - v[a], v[b + 1] - v[a + 1], v[b + 2] - v[a + 2]], [v[c] - v[a], v[c + 1] - v[a + 1], v[c + 2] - v[a + 2]]));
    // Seen from either side: an open mesh has an inside.
    const sign = normal[2] < 0 ? -1 : 1;
    for (let k = 0; k < 3; k++) normals[t + k] = sign * normal[k];
    const ax = x0 + scale * v[a],
      ay = y0 - scale * v[a + 1],
      bx = x0 + scale * v[b],
      by = y0 - scale * v[b + 1],
      cx = x0 + scale * v[c],
      cy = y0 - scale * v[c + 1];
    const area = (bx - ax) * (cy - ay) - (cx - ax) * (by - ay);
    if (area === 0) continue;
    const left = Math.max(0, Math.ceil(Math.min(ax, bx, cx) - 0.5)), rightmost = Math.min(w - 1, Math.floor(Math.max(ax, bx, cx) - 0.5));
    const top = Math.max(0, Math.ceil(Math.min(ay, by, cy) - 0.5)), bottom = Math.min(h - 1, Math.floor(Math.max(ay, by, cy) - 0.5));
    for (let y = top; y <= bottom; y++) {
      for (let x = left; x <= rightmost; x++) {
        const px = x + 0.5, py = y + 0.5;
        const u = ((bx - px) * (cy - py) - (cx - px) * (by - py)) / area;
        const s = ((cx - px) * (ay - py) - (ax - px) * (cy - py)) / area;
        const r = 1 - u - s;
        if (u < -1e-6 || s < -1e-6 || r < -1e-6) continue;
        const z = scale * (u * v[a + 2] + s * v[b + 2] + r * v[c + 2]);
        const i = y * w + x;
        if (z > depth[i]) {
          depth[i] = z;
          face[i] = t;
        }
      }
    }
  }
  return gathered(width, height, (x, y) => {
    const i = y * w + x;
    const t = face[i];
    if (t < 0) return undefined;
    // Two dots thick: one of the picture's own.
    if (line(x, y) || line(x - 1, y) || line(x, y - 1) || isClear(x - 2, y) || isClear(x, y - 2)) return ink;
    const facing = Math.max(0, dot([normals[t], normals[t + 1], normals[t + 2]], LIGHT));
    // Smooth step from 0.05 to 0.75.
    const k = Math.min(1, Math.max(0, (facing - 0.05) / 0.7));
    const tone = k * k * (3 - 2 * k);
    return [0, 1, 2].map((c) => shade[c] + tone * (surface[c] - shade[c])) as Vec3;
  });

  function isClear(x: number, y: number): boolean {
    return x < 0 || y < 0 || face[y * w + x] < 0;
  }

  /** Does a line run through this dot: towards its right or lower neighbour, or at the outline? */
  function line(x: number, y: number): boolean {
    const i = y * w + x;
    if (isClear(x, y)) return true;
    return isEdge(i, x + 1 < w ? i + 1 : -1) || isEdge(i, y + 1 < h ? i + w : -1);
  }

  /** Is there a line between two neighbours? Both on the part: a crease, or a step in depth that their slopes do not explain. */
  function isEdge(i: number, j: number): boolean {
    if (j < 0 || face[j] < 0) return true;
    const [s, t] = [face[i], face[j]];
    if (s === t) return false;
    const a: Vec3 = [normals[s], normals[s + 1], normals[s + 2]], b: Vec3 = [normals[t], normals[t + 1], normals[t + 2]];
    if (dot(a, b) < CREASE) return true;
    // A face that lies along the eye's ray runs deep within a dot.
    const slope = 1 / Math.max(0.05, Math.min(a[2], b[2]));
    return Math.abs(depth[i] - depth[j]) > STEP + slope;
  }
}

/** A picture from fine dots, their colour or nothing; what is covered in part lets the paper through. */
function gathered(width: number, height: number, dotAt: (x: number, y: number) => Vec3 | undefined): Picture {
  const rgba = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const sum = [0, 0, 0];
      let covered = 0;
      for (let dy = 0; dy < FINE; dy++) {
        for (let dx = 0; dx < FINE; dx++) {
          const colour = dotAt(x * FINE + dx, y * FINE + dy);
          if (!colour) continue;
          covered++;
          for (let c = 0; c < 3; c++) sum[c] += colour[c];
        }
      }
      const o = (y * width + x) * 4;
      if (covered) { for (let c = 0; c < 3; c++) rgba[o + c] = sum[c] / covered; }
      rgba[o + 3] = (255 * covered) / FINE ** 2;
    }
  }
  return { width, height, rgba };
}

/** The same as a PNG file. */
export function pictureOf(mesh: Mesh, width: number, height: number, up?: readonly number[], ink?: PictureInk): Uint8Array<ArrayBuffer> {
  const { rgba } = picture(mesh, width, height, up, ink);
  return Uint8Array.from(encode({ width, height, data: rgba, channels: 4, depth: 8 }));
}

/** A plain box from the origin, for a tool of which only the rough size is known. */
export function boxOf(size: readonly [number, number, number]): Mesh {
  const vertices = Float32Array.from({ length: 24 }, (_, i) => ((i / 3) >> (i % 3)) & 1 ? size[i % 3] : 0);
  // Corner k has bit 0 for x, bit 1 for y, bit 2 for z; two triangles a side, seen from outside.
  const sides = [[0, 2, 3, 1], [4, 5, 7, 6], [0, 1, 5, 4], [2, 6, 7, 3], [0, 4, 6, 2], [1, 3, 7, 5]];
  return { vertices, indices: Uint32Array.from(sides.flatMap(([a, b, c, d]) => [a, b, c, a, c, d])) };
}
