import fc from 'fast-check';
import { creaseLines } from './crease';
import { readStl, writeStl } from './formats/stl';
import { measure, readShape, unitDoubt, unusable } from './measure';
import { MeshError, type Mesh } from './mesh';
import { topology } from './topology';
import { weld } from './weld';

type Triangles = [vertices: number[], indices: number[]];

/** Axis-parallel box with a corner at (x, y, z); faces outwards. */
function box(w: number, d: number, h: number, x = 0, y = 0, z = 0): Triangles {
  const v = [0, 1].flatMap((k) => [0, 1].flatMap((j) => [0, 1].map((i) => [x + i * w, y + j * d, z + k * h]))).flat();
  return [v, [0, 2, 3, 0, 3, 1, 4, 5, 7, 4, 7, 6, 0, 1, 5, 0, 5, 4, 2, 6, 7, 2, 7, 3, 0, 4, 6, 0, 6, 2, 1, 3, 7, 1, 7, 5]];
}
const join = (...parts: Triangles[]): Triangles => {
  const v: number[] = [];
  const i: number[] = [];
  for (const [pv, pi] of parts) {
    i.push(...pi.map((n) => n + v.length / 3));
    v.push(...pv);
  }
  return [v, i];
};
const flip = ([v, i]: Triangles): Triangles => [v, i.map((_, k) => i[k - (k % 3) + (2 - (k % 3))])];

/** Latitude–longitude sphere. */
function sphere(r: number, n: number): Triangles {
  const v: number[] = [];
  const idx: number[] = [];
  for (let a = 0; a <= n; a++)
    for (let b = 0; b < 2 * n; b++) {
      const [t, p] = [(Math.PI * a) / n, (Math.PI * b) / n];
      v.push(r * Math.sin(t) * Math.cos(p), r * Math.sin(t) * Math.sin(p), r * Math.cos(t));
    }
  const at = (a: number, b: number): number => (a === 0 ? 0 : a === n ? n * 2 * n : a * 2 * n + (b % (2 * n)));
  for (let a = 0; a < n; a++)
    for (let b = 0; b < 2 * n; b++) {
      if (a > 0) idx.push(at(a, b), at(a + 1, b), at(a, b + 1));
      if (a < n - 1) idx.push(at(a, b + 1), at(a + 1, b), at(a + 1, b + 1));
    }
  return [v, idx];
}

function torus(R: number, r: number, n: number): Triangles {
  const v: number[] = [];
  const idx: number[] = [];
  for (let i = 0; i < n; i++)
    for (let j = 0; j < n; j++) {
      const [u, w] = [(2 * Math.PI * i) / n, (2 * Math.PI * j) / n];
      v.push((R + r * Math.cos(w)) * Math.cos(u), (R + r * Math.cos(w)) * Math.sin(u), r * Math.sin(w));
      const [a, b, c, d] = [i * n + j, ((i + 1) % n) * n + j, ((i + 1) % n) * n + ((j + 1) % n), i * n + ((j + 1) % n)];
      idx.push(a, b, c, a, c, d);
    }
  return [v, idx];
}

/** Wedge on the bed: right-angled profile with the given angle of its underside from horizontal. */
function overhang(angleDeg: number, depth: number): Triangles {
  const rise = Math.tan((angleDeg * Math.PI) / 180) * 10;
  // Profile in x–z: up the post at x = 0, out along the top to x = 10, and back down along the slope.
  const p = [[0, 0], [0, rise + 5], [10, rise + 5], [10, rise]];
  const v = [0, depth].flatMap((y) => p.flatMap(([x, z]) => [x, y, z]));
  return [v, [0, 2, 1, 0, 3, 2, 4, 5, 6, 4, 6, 7, 0, 1, 5, 0, 5, 4, 1, 2, 6, 1, 6, 5, 2, 3, 7, 2, 7, 6, 3, 0, 4, 3, 4, 7]];
}

const read = (t: Triangles) => readShape(writeStl(t[0], t[1]));
const ascii = ([v, i]: Triangles, number = (x: number): string => x.toExponential(6)): string =>
  `solid part\n${
    Array.from({ length: i.length / 3 }, (_, t) =>
      `facet normal 0 0 0\n outer loop\n${
        [0, 1, 2].map((k) =>
          `  vertex ${
            [0, 1, 2].map((a) => number(v[i[t * 3 + k] * 3 + a])).join(' ')
          }\n`
        ).join('')
      } endloop\nendfacet\n`).join('')
  }endsolid part\n`;
const text = (s: string): Uint8Array => new TextEncoder().encode(s);

describe('measuring', () => {
  it('a box: closed form', () => {
    const { measure: m } = read(box(30, 20, 10, 5, 5, 5));
    expect(m).toMatchObject({
      triangles: 12,
      watertight: true,
      shells: 1,
      openEdges: 0,
      box_mm: [30, 20, 10],
      centroid_mm: [20, 15, 10],
      prismatic: 'z',
      overhang_mm2: 0,
      bed_mm2: 600,
    });
    expect(m.volume_mm3).toBeCloseTo(6000, 6);
    expect(m.area_mm2).toBeCloseTo(2200, 6);
  });
  it('a sphere and a torus, to the error of their facets', () => {
    const s = read(sphere(25, 90)).measure;
    expect(s.volume_mm3 / ((4 / 3) * Math.PI * 25 ** 3)).toBeCloseTo(1, 2);
    expect(s.area_mm2 / (4 * Math.PI * 625)).toBeCloseTo(1, 3);
    const t = read(torus(40, 10, 160)).measure;
    expect(t.volume_mm3 / (2 * Math.PI ** 2 * 40 * 100)).toBeCloseTo(1, 2);
    expect(t.area_mm2 / (4 * Math.PI ** 2 * 400)).toBeCloseTo(1, 3);
    expect(t).toMatchObject({ watertight: true, shells: 1, prismatic: null });
    t.centroid_mm.forEach((x) => expect(x).toBeCloseTo(0, 3));
  });
  it('a hollow box: the cavity counts negative and is a shell of its own', () => {
    const { measure: m } = read(join(box(30, 30, 30), flip(box(10, 10, 10, 10, 10, 10))));
    expect(m.volume_mm3).toBeCloseTo(27_000 - 1000, 4);
    expect(m).toMatchObject({ watertight: true, shells: 2, inverted: false });
  });
  it('two boxes that touch along an edge are two closed shells', () => {
    expect(read(join(box(10, 10, 10), box(10, 10, 10, 10, 10, 0))).measure).toMatchObject({ watertight: true, shells: 2, crowdedEdges: 1 });
  });
  it('inch files are 25.4 times as long', () => {
    const t = box(1, 2, 3);
    const { measure: m } = readShape(writeStl(t[0], t[1]), 'inch');
    [25.4, 50.8, 76.2].forEach((x, a) => expect(m.box_mm[a]).toBeCloseTo(x, 4));
    expect(m.volume_mm3 / (6 * 25.4 ** 3)).toBeCloseTo(1, 6);
  });
  it('a part far from the origin loses no volume', () => {
    expect(read(box(16, 16, 16, 4096, -8192, 2048)).measure.volume_mm3).toBeCloseTo(4096, 6);
  });
  it('an inverted part is turned round and says so; an open or half-flipped one is not watertight', () => {
    const inverted = read(flip(box(10, 10, 10))).measure;
    expect(inverted).toMatchObject({ inverted: true, watertight: true });
    expect(inverted.volume_mm3).toBeCloseTo(1000, 6);
    // Measuring leaves the mesh as it is.
    const [corners, faces] = flip(box(10, 10, 10));
    const inside: Mesh = { vertices: Float32Array.from(corners), indices: Uint32Array.from(faces) };
    const before = [...inside.indices];
    expect(measure(inside)).toMatchObject({ inverted: true });
    expect([...inside.indices]).toEqual(before);
    const [v, i] = box(10, 10, 10);
    expect(read([v, i.slice(3)]).measure).toMatchObject({ watertight: false, openEdges: 3 });
    const half = [...i.slice(0, 33), i[33], i[35], i[34]];
    expect(read([v, half]).measure).toMatchObject({ watertight: false, flippedEdges: 3 });
  });
  it('overhang is measured from horizontal: 44° counts, 46° holds itself', () => {
    expect(read(overhang(44, 20)).measure.overhang_mm2).toBeCloseTo((20 * 10) / Math.cos((44 * Math.PI) / 180), 0);
    expect(read(overhang(46, 20)).measure.overhang_mm2).toBe(0);
  });
  it('a stepped bar has its constant section along its length, not along its height', () => {
    // The top lies at two heights, so its caps are more than two ends.
    const stepped: Triangles = [[0, 0, 0, 20, 0, 0, 20, 0, 5, 10, 0, 5, 10, 0, 8, 0, 0, 8].flatMap((_, k, a) => (k % 3 === 0 ? [a[k], 0, a[k + 2]] : [])), []];
    const n = 6;
    stepped[0].push(...stepped[0].map((x, k) => (k % 3 === 1 ? 15 : x)));
    const side = [[0, 1, 2], [0, 2, 3], [0, 3, 5], [3, 4, 5]];
    for (const [a, b, c] of side) stepped[1].push(a, b, c, a + n, c + n, b + n);
    for (let k = 0; k < n; k++) {
      const j = (k + 1) % n;
      stepped[1].push(k, k + n, j + n, k, j + n, j);
    }
    const m = read(stepped).measure;
    expect(m).toMatchObject({ watertight: true, prismatic: 'y' });
    expect(m.volume_mm3).toBeCloseTo((20 * 5 + 10 * 3) * 15, 4);
  });
  it('does not change with the order of triangles, and scales as it must', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 40, noNaN: true }), fc.integer({ min: 0, max: 1000 }), (s, seed) => {
        const [v, i] = torus(10, 3, 12);
        const order = Array.from({ length: i.length / 3 }, (_, k) => k).sort((a, b) => ((a * 7919 + seed) % 101) - ((b * 7919 + seed) % 101));
        const m = read([v.map((x) => x * s), order.flatMap((t) => i.slice(t * 3, t * 3 + 3))]).measure;
        const m1 = read([v, i]).measure;
        expect(m.volume_mm3 / (m1.volume_mm3 * s ** 3)).toBeCloseTo(1, 4);
        expect(m.area_mm2 / (m1.area_mm2 * s ** 2)).toBeCloseTo(1, 4);
        expect(m).toMatchObject({ watertight: true, shells: 1 });
      }),
      { numRuns: 30, seed: 3 },
    );
  });
});

describe('reading STL', () => {
  it('ASCII and binary give the same part, in upper case, with CR LF, and when a binary header says "solid"', () => {
    const t = box(3, 4, 5);
    const want = read(t).measure;
    for (const s of [ascii(t), ascii(t).toUpperCase(), ascii(t).replace(/\n/g, '\r\n')]) expect(readShape(text(s)).measure).toEqual(want);
    const lying = writeStl(t[0], t[1]);
    lying.set(text('solid but binary'), 0);
    expect(readShape(lying).measure).toEqual(want);
  });
  it('ASCII numbers are read like the language reads them, however they are written', () => {
    const number = fc.oneof(
      fc.double({ min: -1e6, max: 1e6, noNaN: true }),
      fc.double({ min: 1e-12, max: 1e-3, noNaN: true }),
      fc.constantFrom(0, -0, 0.1, 1e-7, 123456789012345680),
    );
    const write = fc.constantFrom<(x: number) => string>(
      String,
      (x) => x.toFixed(6),
      (x) => x.toExponential(8),
      (x) => `+${Math.abs(x)}`,
      (x) => x.toExponential(16).replace('e', 'E'),
      (x) => Math.abs(x).toFixed(4).replace(/^0/, ''),
    );
    fc.assert(
      fc.property(fc.array(fc.tuple(number, write), { minLength: 9, maxLength: 9 }), (cells) => {
        const words = cells.map(([x, w]) => w(x));
        const file = `solid s\nfacet normal 0 0 0\nouter loop\n${
          [0, 1, 2].map((k) => `vertex ${words.slice(3 * k, 3 * k + 3).join(' ')}`).join('\n')
        }\nendloop\nendfacet\nendsolid\n`;
        expect([...readStl(text(file)).positions]).toEqual([...Float32Array.from(words.map(Number))]);
      }),
      { numRuns: 500, seed: 5 },
    );
  });
  const refused = (bytes: Uint8Array): string => {
    try {
      readStl(bytes);
    } catch (e) {
      expect(e).toBeInstanceOf(MeshError);
      expect((e as Error).message).not.toContain('\n');
      return (e as Error).message;
    }
    return 'read';
  };
  const good = writeStl(...box(1, 1, 1));
  it('refuses what is cut short, empty, not a number, or something else, and says which', () => {
    expect(refused(new Uint8Array())).toMatch(/empty/);
    expect(refused(good.slice(0, 300))).toMatch(/promises 12 triangles, the file holds 4/);
    expect(refused(good.slice(0, 40))).toMatch(/too short/);
    const nan = good.slice();
    new DataView(nan.buffer).setFloat32(84 + 50 * 3 + 16, NaN, true);
    expect(refused(nan)).toMatch(/Triangle 4 .*not a number/);
    const infinite = good.slice();
    new DataView(infinite.buffer).setFloat32(84 + 12, Infinity, true);
    expect(refused(infinite)).toMatch(/Triangle 1 /);
    const none = good.slice(0, 84);
    new DataView(none.buffer).setUint32(80, 0, true);
    expect(refused(none)).toMatch(/no triangles/);
    expect(refused(text('Dear sirs, please find enclosed the drawing of the jig.'))).toMatch(/text file, but not an STL/);
    expect(refused(text('solid thoughts\nabout nothing\n'))).toMatch(/holds no triangles/);
    expect(refused(text(ascii(box(1, 1, 1)).replace('1.000000e+0', 'nan')))).toMatch(/Line \d+ of the STL: "nan"/);
    expect(refused(text(ascii(box(1, 1, 1)).slice(0, 600)))).toMatch(/cut short|not a number/);
    const huge = good.slice();
    new DataView(huge.buffer).setUint32(80, 0xffffffff, true);
    expect(refused(huge)).toMatch(/cut short/);
  });
  it('tells of bytes after the end, and reads on', () => {
    const longer = new Uint8Array(good.length + 7);
    longer.set(good);
    expect(readShape(longer).measure.notes).toEqual(['7 bytes after the last triangle were ignored.']);
  });
  it('never does anything but read or refuse, whatever the bytes', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.uint8Array({ maxLength: 400 }),
          fc.tuple(fc.nat(good.length - 1), fc.nat(255)).map(([at, b]) => {
            const g = good.slice();
            g[at] = b;
            return g;
          }),
          fc.string({ maxLength: 200 }).map((s) => text(`solid ${s}`)),
        ),
        (bytes) => {
          try {
            const m = readShape(bytes).measure;
            expect(Number.isFinite(m.area_mm2)).toBe(true);
          } catch (e) {
            expect(e).toBeInstanceOf(MeshError);
          }
        },
      ),
      { numRuns: 500, seed: 11 },
    );
  });
  it('says when a mesh cannot stand for a tool, or its unit is doubtful', () => {
    const [v, i] = box(10, 10, 10);
    expect(unusable(read([v, i.slice(0, 9)]).measure)).toMatch(/only 3 triangles/);
    expect(unusable(read([[0, 0, 0, 1, 0, 0, 0, 1, 0, 1, 1, 0], [0, 1, 2, 1, 3, 2, 0, 2, 1, 1, 2, 3]]).measure)).toMatch(/flat/);
    expect(unusable(read(box(30_000, 1, 1)).measure)).toMatch(/20 m/);
    expect(unusable(read(box(10, 10, 10)).measure)).toBeUndefined();
    expect(unitDoubt(read(box(2, 2, 2)).measure)).toMatch(/inches/);
    expect(unitDoubt(read(box(200, 50, 20)).measure)).toBeUndefined();
  });
});

describe('a welded mesh', () => {
  const mesh = ([v, i]: Triangles): Mesh => weld(readStl(writeStl(v, i)));
  it('of a box has eight vertices, and −0 is 0', () => {
    expect(mesh(box(1, 2, 3)).vertices.length).toBe(24);
    expect(mesh(box(1, 2, 3, -0, -0, -0)).vertices.length).toBe(24);
    const [v, i] = box(2, 2, 2, -1, -1, -1);
    expect(mesh([v.map((x) => (x === -1 ? -0 : x)), i]).vertices.length).toBe(24);
  });
  it('of many loose triangles grows as it must', () => {
    const parts = Array.from({ length: 900 }, (_, k) => [[k, 0, 0, k, 1, 0, k, 0, 1], [0, 1, 2]] as Triangles);
    const m = mesh(join(...parts));
    expect(m.vertices.length / 3).toBe(2700);
    expect(topology(m)).toMatchObject({ shells: 900, openEdges: 2700, watertight: false });
  });
  it('of a box is drawn with its twelve edges, a fine sphere with none', () => {
    expect(creaseLines(mesh(box(1, 2, 3))).length / 6).toBe(12);
    expect(creaseLines(mesh(sphere(5, 40))).length).toBe(0);
    expect(measure(mesh(sphere(5, 40))).watertight).toBe(true);
  });
  it('draws no line along a sliver, which single precision leaves looking anywhere', () => {
    const { vertices, indices } = mesh(box(100, 60, 80));
    // A corner half way along the diagonal of the top, the last bit of its height off, and a sliver between it and the diagonal.
    const top = Array.from({ length: indices.length / 3 }, (_, t) => t).filter((t) => [0, 1, 2].every((e) => vertices[3 * indices[3 * t + e] + 2] === 80));
    const t = top[0];
    const long = [0, 1, 2].find((e) => {
      const [a, b] = [indices[3 * t + e], indices[3 * t + ((e + 1) % 3)]];
      return [0, 1].every((k) => vertices[3 * a + k] !== vertices[3 * b + k]);
    })!;
    const [a, b, c] = [0, 1, 2].map((e) => indices[3 * t + ((long + e) % 3)]), m = vertices.length / 3;
    const halfWay = [0, 1].map((k) => (vertices[3 * a + k] + vertices[3 * b + k]) / 2);
    const split = {
      vertices: Float32Array.from([...vertices, ...halfWay, 80 + 2 ** -17]),
      indices: Uint32Array.from([...indices.subarray(0, 3 * t), ...indices.subarray(3 * t + 3), a, b, m, m, b, c, a, m, c]),
    };
    expect(measure(split).watertight).toBe(true);
    expect(creaseLines(split).length / 6).toBe(12);
  });
});
