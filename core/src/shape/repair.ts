import earcut from 'earcut';
import { twins } from './half-edges';
import { extentOf, type Mesh, type Soup } from './mesh';
import { joinNear, leastAreaFill, MOST_CURVED, splitAtTees } from './stitch';
import { topology } from './topology';
import { weld } from './weld';

export interface Repair {
  mesh: Mesh;
  /** What was done, in words; empty when there was nothing to do. */
  done: string[];
}

/** Boundary loops with more corners than this are not guessed at. */
const MAX_LOOP = 4000;
/** Corners are joined over the least of these shares of the reach that closes the mesh. */
const REACHES = [0.01, 0.1, 1];
/** Passes in which edges are cut where others end on them. */
const TEE_PASSES = 12;
/** A rim in no plane is closed where it is no wider than this share of the part. */
const SMALL = 0.2;

/** How far corners of open edges are joined at most, mm: a file's rounding, by the part's size. */
export function reachFor(mesh: { vertices: Float32Array }): number {
  const { low, high } = extentOf(mesh.vertices);
  return Math.min(0.05, Math.max(0.001, 2e-4 * Math.hypot(...high.map((x, k) => x - low[k]))));
}

/**
 * Repair of a soup, step by step, of what is wrong alone: what is sound stays as it is to the bit. Corners of open edges that nearly meet are joined, over no more
 * than it takes; edges are cut where others end on them; triangles without area and double ones are dropped, faces turned so that neighbours agree and the whole
 * encloses a positive volume; planar holes are closed, and small ones that are not planar by the least area.
 * A hole is planar when its rim lies within a hundredth of its width of one plane; what is neither is left open and said to be.
 * @param reach_mm corners are joined over no more than that
 */
export function repair(soup: Soup, reach_mm: number): Repair {
  const done: string[] = [];
  const say = (n: number, one: string, many = `${one}s`): void => void (n && done.push(`${n} ${n === 1 ? one : many}`));
  let mesh = weld(soup);
  const stitched = stitch(mesh, reach_mm);
  if (stitched) {
    mesh = stitched.mesh;
    say(
      stitched.joined,
      `corner joined to its neighbour, up to ${stitched.reach} mm away`,
      `corners joined to their neighbours, up to ${stitched.reach} mm away`,
    );
    say(stitched.cut, 'edge cut where others end on it', 'edges cut where others end on them');
  }

  const kept: number[] = [];
  const seen = new Set<string>();
  let empty = 0, double = 0;
  for (let i = 0; i < mesh.indices.length; i += 3) {
    const [a, b, c] = [mesh.indices[i], mesh.indices[i + 1], mesh.indices[i + 2]];
    if (a === b || b === c || c === a) {
      empty++;
      continue;
    }
    const key = [a, b, c].sort((x, y) => x - y).join(' ');
    if (seen.has(key)) {
      double++;
      continue;
    }
    seen.add(key);
    kept.push(a, b, c);
  }
  say(empty, 'triangle without area dropped', 'triangles without area dropped');
  say(double, 'double triangle dropped', 'double triangles dropped');
  mesh = { vertices: mesh.vertices, indices: Uint32Array.from(kept) };

  say(agree(mesh), 'triangle turned round', 'triangles turned round');
  mesh = { ...mesh };
  const { planar, small, left } = closeHoles(mesh);
  if (planar.length || small.length) {
    mesh = { vertices: mesh.vertices, indices: Uint32Array.from([...mesh.indices, ...planar.flat(), ...small.flat()]) };
    say(planar.length, 'planar hole closed', 'planar holes closed');
    say(small.length, 'small hole closed that is not planar', 'small holes closed that are not planar');
  }
  say(left, 'hole left open: its rim is large and not planar', 'holes left open: their rims are large and not planar');
  const flipped = outward(mesh);
  if (flipped) done.push('all faces pointed inwards and were turned');
  return { mesh, done };
}

/** Open edges closed by joining and cutting, with the least reach that closes most of them; nothing where none of it helps. */
function stitch(mesh: Mesh, most: number): { mesh: Mesh; joined: number; cut: number; reach: number } | undefined {
  let least = topology(mesh).openEdges;
  let best: ReturnType<typeof stitch>;
  for (const share of REACHES) {
    if (!least) break;
    const reach = share * most;
    const near = joinNear(mesh, reach);
    let now = near.mesh, cut = 0;
    for (let pass = 0; pass < TEE_PASSES; pass++) {
      const tees = splitAtTees(now, reach);
      if (!tees.cut) break;
      now = tees.mesh;
      cut += tees.cut;
    }
    const open = topology(now).openEdges;
    if (open < least) [least, best] = [open, { mesh: now, joined: near.joined, cut, reach: Number(reach.toPrecision(2)) }];
  }
  return best;
}

/** Turn triangles so that neighbours run along their shared edge in opposite ways. Works in place. @returns how many were turned */
function agree(mesh: Mesh): number {
  const { indices } = mesh;
  const triangles = indices.length / 3;
  const edges = new Map<string, number[]>();
  for (let h = 0; h < indices.length; h++) {
    const a = indices[h], b = indices[h % 3 === 2 ? h - 2 : h + 1];
    const key = a < b ? `${a} ${b}` : `${b} ${a}`;
    const list = edges.get(key);
    if (list) list.push(h);
    else edges.set(key, [h]);
  }
  const state = new Uint8Array(triangles);
  let turned = 0;
  const runs = (t: number, a: number, b: number): boolean => [0, 1, 2].some((e) => indices[t * 3 + e] === a && indices[t * 3 + ((e + 1) % 3)] === b);
  for (let seed = 0; seed < triangles; seed++) {
    if (state[seed]) continue;
    state[seed] = 1;
    const shell = [seed];
    let flipped = 0;
    for (const t of shell) {
      for (let e = 0; e < 3; e++) {
        const a = indices[t * 3 + e], b = indices[t * 3 + ((e + 1) % 3)];
        const list = edges.get(a < b ? `${a} ${b}` : `${b} ${a}`)!;
        if (list.length !== 2) continue;
        const o = Math.floor((Math.floor(list[0] / 3) === t ? list[1] : list[0]) / 3);
        if (state[o]) continue;
        state[o] = 1;
        if (runs(o, a, b)) {
          swap(indices, o);
          state[o] = 2;
          flipped++;
        }
        shell.push(o);
      }
    }
    // The first triangle may have been the odd one: the fewer are called turned.
    if (flipped > shell.length / 2) {
      for (const t of shell) swap(indices, t);
      flipped = shell.length - flipped;
    }
    turned += flipped;
  }
  return turned;
}

const swap = (indices: Uint32Array, t: number): void => {
  const keep = indices[t * 3 + 1];
  indices[t * 3 + 1] = indices[t * 3 + 2];
  indices[t * 3 + 2] = keep;
};

/** Rims that run round once and lie in a plane, or are small, triangulated. */
function closeHoles(mesh: Mesh): { planar: number[][]; small: number[][]; left: number } {
  const { vertices: v, indices } = mesh;
  const twin = twins(mesh);
  const after = new Map<number, number>();
  for (let h = 0; h < indices.length; h++) {
    // Along the rim the new face runs the other way.
    if (twin[h] < 0) after.set(indices[h % 3 === 2 ? h - 2 : h + 1], indices[h]);
  }
  const planar: number[][] = [], small: number[][] = [];
  let left = 0;
  const { low, high } = extentOf(v);
  const size = Math.hypot(...high.map((x, k) => x - low[k]));
  while (after.size) {
    const [first] = after.keys();
    const loop: number[] = [];
    let p: number | undefined = first;
    while (p !== undefined && after.has(p) && loop.length <= MAX_LOOP) {
      loop.push(p);
      const q: number = after.get(p)!;
      after.delete(p);
      p = q;
    }
    if (p !== first || loop.length < 3) {
      left++;
      continue;
    }
    // Newell's normal, exact for planar loops and a fair mean for others.
    const n = [0, 0, 0];
    let width = 0;
    loop.forEach((a, i) => {
      const b = loop[(i + 1) % loop.length];
      for (let k = 0; k < 3; k++) {
        const [j, l] = [(k + 1) % 3, (k + 2) % 3];
        n[k] += (v[a * 3 + j] - v[b * 3 + j]) * (v[a * 3 + l] + v[b * 3 + l]);
      }
      width = Math.max(width, Math.hypot(...[0, 1, 2].map((k) => v[a * 3 + k] - v[loop[0] * 3 + k])));
    });
    const l = Math.hypot(...n);
    const off = loop.map((a) => Math.abs(n.reduce((s, x, k) => s + (x / (l || 1)) * (v[a * 3 + k] - v[loop[0] * 3 + k]), 0)));
    if (!(l > 0) || Math.max(...off) > 0.01 * width) {
      if (loop.length <= MOST_CURVED && width <= SMALL * size) small.push(leastAreaFill(v, loop));
      else left++;
      continue;
    }
    // Seen along the largest part of the normal the loop keeps its turn.
    const drop = n.map(Math.abs).indexOf(Math.max(...n.map(Math.abs)));
    const [x, y] = n[drop] > 0 ? [(drop + 1) % 3, (drop + 2) % 3] : [(drop + 2) % 3, (drop + 1) % 3];
    const flat = loop.flatMap((a) => [v[a * 3 + x], v[a * 3 + y]]);
    const faces = earcut(flat);
    planar.push((twiceArea(flat, faces) > 0 ? faces : faces.reverse()).map((i) => loop[i]));
  }
  return { planar, small, left };
}

const twiceArea = (xy: number[], faces: number[]): number => {
  let sum = 0;
  for (let i = 0; i < faces.length; i += 3) {
    const [a, b, c] = [faces[i] * 2, faces[i + 1] * 2, faces[i + 2] * 2];
    sum += (xy[b] - xy[a]) * (xy[c + 1] - xy[a + 1]) - (xy[c] - xy[a]) * (xy[b + 1] - xy[a + 1]);
  }
  return sum;
};

/** Turn the whole mesh when it encloses a negative volume. */
function outward({ vertices: v, indices }: Mesh): boolean {
  let six = 0;
  for (let i = 0; i < indices.length; i += 3) {
    const [a, b, c] = [indices[i] * 3, indices[i + 1] * 3, indices[i + 2] * 3];
    six += v[a] * (v[b + 1] * v[c + 2] - v[b + 2] * v[c + 1]) + v[a + 1] * (v[b + 2] * v[c] - v[b] * v[c + 2]) + v[a + 2] * (v[b] * v[c + 1] - v[b + 1] * v[c]);
  }
  if (six >= 0) return false;
  for (let t = 0; t < indices.length / 3; t++) swap(indices, t);
  return true;
}
