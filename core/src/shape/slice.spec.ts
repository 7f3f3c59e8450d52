import { writeStl } from './formats/stl';
import { readShape } from './measure';
import type { Mesh } from './mesh';
import { prism, revolve } from '../make/solids';
import { layerFaces, slice } from './slice';
import { turned } from './turn';

type Part = [vertices: number[], indices: number[]];
const mesh = ([v, i]: Part): Mesh => readShape(writeStl(v, i)).mesh;

function box(x0: number, y0: number, z0: number, x1: number, y1: number, z1: number, inward = false): Part {
  const v = [z0, z1].flatMap((z) => [y0, y1].flatMap((y) => [x0, x1].flatMap((x) => [x, y, z])));
  const i = [0, 2, 3, 0, 3, 1, 4, 5, 7, 4, 7, 6, 0, 1, 5, 0, 5, 4, 2, 6, 7, 2, 7, 3, 0, 4, 6, 0, 6, 2, 1, 3, 7, 1, 7, 5];
  return [v, inward ? i.map((_, k) => i[k - (k % 3) + (2 - (k % 3))]) : i];
}
const join = (...parts: Part[]): Part => {
  const out: Part = [[], []];
  for (const [v, i] of parts) {
    out[1].push(...i.map((n) => n + out[0].length / 3));
    out[0].push(...v);
  }
  return out;
};
/** A ring standing up (axis along y) or lying (axis along z). */
function torus(R: number, r: number, n: number, standing: boolean): Part {
  const v: number[] = [];
  const i: number[] = [];
  for (let a = 0; a < n; a++)
    for (let b = 0; b < n; b++) {
      const [u, w] = [(2 * Math.PI * (a + 0.5)) / n, (2 * Math.PI * (b + 0.5)) / n];
      const [x, y, z] = [(R + r * Math.cos(w)) * Math.cos(u), (R + r * Math.cos(w)) * Math.sin(u), r * Math.sin(w)];
      v.push(...(standing ? [y, z, x] : [x, y, z]));
      const at = (p: number, q: number): number => (p % n) * n + (q % n);
      i.push(at(a, b), at(a + 1, b), at(a + 1, b + 1), at(a, b), at(a + 1, b + 1), at(a, b + 1));
    }
  return [v, i];
}

describe('slices', () => {
  it('of a box are its plan, layer after layer; a last thin layer counts as one', () => {
    const s = slice(mesh(box(0, 0, 5, 30, 20, 15)), 0.25);
    expect(s.layers).toBe(40);
    expect(s.z_mm[0]).toBeCloseTo(0.125, 12);
    for (let k = 0; k < 40; k++) {
      expect(s.area_mm2[k]).toBeCloseTo(600, 8);
      expect(s.perimeter_mm[k]).toBeCloseTo(100, 8);
      expect(s.islands[k]).toBe(1);
    }
    expect(s.volume_mm3).toBeCloseTo(6000, 6);
    expect(slice(mesh(box(0, 0, 0, 1, 1, 1.1)), 0.5).layers).toBe(3);
  });
  it('of a hollow box leave the cavity out, and its wall is a contour of its own', () => {
    const s = slice(mesh(join(box(0, 0, 0, 30, 30, 30), box(10, 10, 10, 20, 20, 20, true))), 1);
    expect(s.area_mm2[5]).toBeCloseTo(900, 8);
    expect(s.area_mm2[15]).toBeCloseTo(800, 8);
    expect(s.perimeter_mm[15]).toBeCloseTo(160, 8);
    expect(s.islands[15]).toBe(1);
  });
  it('of two posts on a plate are one island, then two', () => {
    const s = slice(mesh(join(box(0, 0, 0, 40, 10, 5), box(0, 0, 6, 5, 10, 20), box(35, 0, 6, 40, 10, 20))), 1);
    expect([...s.islands]).toEqual([1, 1, 1, 1, 1, 0, ...Array.from({ length: 14 }, () => 2)]);
  });
  it('of a lying ring are annuli: π((R + c)² − (R − c)²) at half-chord c', () => {
    const s = slice(mesh(torus(40, 10, 200, false)), 0.5);
    for (const k of [5, 12, 20, 33]) {
      const c = Math.sqrt(100 - (s.z_mm[k] - 10) ** 2);
      expect(s.area_mm2[k] / (Math.PI * ((40 + c) ** 2 - (40 - c) ** 2))).toBeCloseTo(1, 2);
      expect(s.perimeter_mm[k] / (2 * Math.PI * 80)).toBeCloseTo(1, 3);
      expect(s.islands[k]).toBe(1);
    }
  });
  it('of a standing ring are one island, then two legs, then one', () => {
    const s = slice(mesh(torus(40, 10, 120, true)), 1);
    expect(s.islands[3]).toBe(1);
    expect(s.islands[50]).toBe(2);
    expect(s.islands[s.layers - 4]).toBe(1);
  });
  it('add up to the volume from tetrahedra, within half a percent at fine layers', () => {
    for (const standing of [true, false]) {
      const part = torus(40, 10, 90, standing);
      const { measure, mesh: m } = readShape(writeStl(...part));
      expect(Math.abs(slice(m, 0.1).volume_mm3 / measure.volume_mm3 - 1)).toBeLessThan(0.005);
    }
  });
  it('through corners that lie on the plane cross with two edges or none', () => {
    // Corners at z = 0, 1 and 2, sections at 1 exactly.
    const octahedron: Part = [[0, 0, 0, 1, 0, 1, 0, 1, 1, -1, 0, 1, 0, -1, 1, 0, 0, 2], [
      0,
      2,
      1,
      0,
      3,
      2,
      0,
      4,
      3,
      0,
      1,
      4,
      5,
      1,
      2,
      5,
      2,
      3,
      5,
      3,
      4,
      5,
      4,
      1,
    ]];
    const s = slice(mesh(octahedron), 2);
    expect(s.layers).toBe(1);
    expect(s.area_mm2[0]).toBeCloseTo(2, 9);
    expect(s.perimeter_mm[0]).toBeCloseTo(4 * Math.SQRT2, 9);
    expect(s.islands[0]).toBe(1);
  });
  it('are refused when they would never end', () => {
    expect(() => slice(mesh(box(0, 0, 0, 1, 1, 1000)), 0.001)).toThrow(/thicker layer/);
    expect(() => slice(mesh(box(0, 0, 0, 1, 1, 1)), 0)).toThrow(/above zero/);
  });
});

describe('faces of a layer', () => {
  it('of a bridge hang in the layer where it begins, by their plan area', () => {
    // Two legs 10 × 20, a bridge 60 × 20 from z = 30 to 40.
    const gate = turned(prism([[0, 0], [10, 0], [10, 30], [50, 30], [50, 0], [60, 0], [60, 40], [0, 40]], [], 0, 20), [0, 1, 0]);
    const { overhang_mm2, skin_mm2 } = layerFaces(gate, 1);
    expect(overhang_mm2[30]).toBeCloseTo(800, 3);
    expect(overhang_mm2.reduce((a, b) => a + b, 0)).toBeCloseTo(800, 3);
    expect([skin_mm2[0], skin_mm2[30], skin_mm2[39]].map((x) => +x.toFixed(2))).toEqual([400, 800, 1200]);
  });
  it('of a cone are shared out by height: rings between the circles of each layer', () => {
    // Flank 30° from horizontal, upside down: it hangs everywhere; plan of the layer is π(r₂² − r₁²), r = z / tan 30°.
    const cone = revolve([[0, 0], [20 / Math.tan(Math.PI / 6), 20], [0, 20]], 360);
    const { overhang_mm2 } = layerFaces(cone, 2);
    const r = (z: number): number => z / Math.tan(Math.PI / 6);
    for (const k of [1, 4, 8]) expect(overhang_mm2[k] / (Math.PI * (r(2 * k + 2) ** 2 - r(2 * k) ** 2))).toBeCloseTo(1, 3);
  });
});
