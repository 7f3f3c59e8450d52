import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { readShape } from '../measure';
import { MeshError } from '../mesh';
import { readMesh } from '../read-mesh';
import { writeStl } from './stl';
import { writeThreeMf } from './threemf';

// A tetrahedron with legs of 6: V = 36.
const V = [0, 0, 0, 6, 0, 0, 0, 6, 0, 0, 0, 6];
const F = [0, 2, 1, 0, 1, 3, 0, 3, 2, 1, 2, 3];
const text = (s: string): Uint8Array => new TextEncoder().encode(s);
const triples = (a: number[]): number[][] => Array.from({ length: a.length / 3 }, (_, i) => a.slice(i * 3, i * 3 + 3));

const OBJ = `# a part\no tetra\n${triples(V).map((p) => `v ${p.join(' ')} 1.0`).join('\n')}\nvn 0 0 1\nvt 0 0\n${
  triples(F).map((f) => `f ${f.map((i) => `${i + 1}/1/1`).join(' ')}`).join('\n')
}\n`;
const PLY_HEAD = (format: string): string =>
  `ply\nformat ${format} 1.0\ncomment made for a test\nelement vertex 4\nproperty float x\nproperty float y\nproperty float z\nproperty uchar red\nelement face 4\nproperty list uchar int vertex_indices\nend_header\n`;
const PLY = `${PLY_HEAD('ascii')}${triples(V).map((p) => `${p.join(' ')} 255`).join('\n')}\n${triples(F).map((f) => `3 ${f.join(' ')}`).join('\n')}\n`;
function binaryPly(little: boolean): Uint8Array {
  const head = text(PLY_HEAD(little ? 'binary_little_endian' : 'binary_big_endian'));
  const bytes = new Uint8Array(head.length + 4 * 13 + 4 * 13);
  bytes.set(head);
  const view = new DataView(bytes.buffer);
  let at = head.length;
  for (const p of triples(V)) {
    for (const x of p) {
      view.setFloat32(at, x, little);
      at += 4;
    }
    view.setUint8(at++, 255);
  }
  for (const f of triples(F)) {
    view.setUint8(at++, 3);
    for (const i of f) {
      view.setInt32(at, i, little);
      at += 4;
    }
  }
  return bytes;
}
const MESH_XML = `<mesh><vertices>${triples(V).map(([x, y, z]) => `<vertex x="${x}" y="${y}" z="${z}"/>`).join('')}</vertices><triangles>${
  triples(F).map(([a, b, c]) => `<triangle v1="${a}" v2="${b}" v3="${c}"/>`).join('')
}</triangles></mesh>`;
const threeMf = (model: string): Uint8Array => zipSync({ '3D/3dmodel.model': strToU8(model) });
const model = (resources: string, build: string, unit = 'millimeter'): Uint8Array =>
  threeMf(`<?xml version="1.0"?><model unit="${unit}"><resources>${resources}</resources><build>${build}</build></model>`);

const measure = (bytes: Uint8Array, name: string) => readShape(bytes, 'mm', name).measure;
const refused = (bytes: Uint8Array, name: string): string => {
  try {
    readMesh(bytes, name, 'mm');
  } catch (e) {
    expect(e).toBeInstanceOf(MeshError);
    return (e as Error).message;
  }
  return 'read';
};

describe('a header that promises emptiness', () => {
  it('is not waited for: 9·10¹⁵ elements without properties are passed over', () => {
    const bytes = text(PLY.replace('element face', 'element nothing 9000000000000000\nelement face'));
    expect(measure(bytes, 'a.ply').triangles).toBe(4);
  });
});

describe('the same part in every format', () => {
  it.each<[string, Uint8Array, string]>([
    ['binary STL', writeStl(V, F), 'a.stl'],
    ['OBJ', text(OBJ), 'a.obj'],
    ['OBJ with CR LF', text(OBJ.replace(/\n/g, '\r\n')), 'A.OBJ'],
    ['ASCII PLY', text(PLY), 'a.ply'],
    ['little-endian PLY', binaryPly(true), 'a.ply'],
    ['big-endian PLY', binaryPly(false), 'whatever'],
    ['3MF of our own', writeThreeMf(V, F), 'a.3mf'],
    ['3MF by content', model(`<object id="7">${MESH_XML}</object>`, '<item objectid="7"/>'), 'a.stl'],
  ])('%s', (_format, bytes, name) => {
    const m = measure(bytes, name);
    expect(m).toMatchObject({ triangles: 4, watertight: true, shells: 1, box_mm: [6, 6, 6] });
    expect(m.volume_mm3).toBeCloseTo(36, 9);
  });
  it('OBJ polygons, negative numbers and continued lines', () => {
    const cube = `${
      [0, 2].flatMap((z) => [0, 2].flatMap((y) => [0, 2].map((x) => `v ${x} ${y} ${z}`))).join('\n')
    }\nf -8 -6 -5 -7\nf 5 6 8 7\nf 1 2 6 5\nf 3 7 8 4\nf 1 5 7 \\\n 3\nf 2 4 8 6\n`;
    const m = measure(text(cube), 'c.obj');
    expect(m).toMatchObject({ triangles: 12, watertight: true });
    expect(m.volume_mm3).toBeCloseTo(8, 9);
  });
  it('3MF components are placed by their transforms, inside each other', () => {
    // Two tetrahedra, one moved by 10 along x, both twice the size by the build item, then in inches.
    const parts =
      `<object id="1">${MESH_XML}</object><object id="2"><components><component objectid="1"/><component objectid="1" transform="1 0 0 0 1 0 0 0 1 10 0 0"/></components></object>`;
    const m = measure(model(parts, '<item objectid="2" transform="2 0 0 0 2 0 0 0 2 5 0 0"/>', 'inch'), 'a.3mf');
    expect(m).toMatchObject({ triangles: 8, shells: 2, notes: ['The file says its unit is the inch; that was used.'] });
    expect(m.volume_mm3 / (2 * 36 * 8 * 25.4 ** 3)).toBeCloseTo(1, 5);
    expect(m.box_mm[0] / ((10 * 2 + 12) * 25.4)).toBeCloseTo(1, 5);
  });
});

describe('malformed and hostile files', () => {
  it.each<[string, Uint8Array, string, RegExp]>([
    ['OBJ face beyond its vertices', text('v 0 0 0\nv 1 0 0\nf 1 2 9\n'), 'a.obj', /vertex 8, but there are 2 \(line 3\)/],
    ['OBJ not a number', text('v 0 zero 0\n'), 'a.obj', /not a number \(line 1\)/],
    ['OBJ without faces', text('v 0 0 0\n'), 'a.obj', /no triangles/],
    ['OBJ face of two', text('v 0 0 0\nv 1 0 0\nf 1 2\n'), 'a.obj', /fewer than three/],
    ['PLY cut short', binaryPly(true).slice(0, -8), 'a.ply', /cut short/],
    ['PLY promising four thousand million faces', text(PLY.replace('element face 4', 'element face 4000000000')), 'a.ply', /cut short/],
    ['PLY of negative count', text(PLY.replace('element vertex 4', 'element vertex -4')), 'a.ply', /promises "-4"/],
    ['PLY without end of header', text('ply\nformat ascii 1.0\n'), 'a.ply', /no end/],
    ['PLY of unknown kind', text(PLY.replace('format ascii', 'format base64')), 'a.ply', /unknown kind/],
    ['PLY index out of range', text(PLY.replace('3 1 2 3', '3 1 2 77')), 'a.ply', /vertex 77, but there are 4 \(face 4\)/],
    ['PLY that is none', text('plywood'), 'a.ply', /does not begin/],
    ['3MF cut short', writeThreeMf(V, F).slice(0, 300), 'a.3mf', /damaged|not a 3MF/],
    ['archive without a model', zipSync({ 'notes.txt': strToU8('hello') }), 'a.3mf', /not a 3MF/],
    ['3MF that is no archive', text('3mf'), 'a.3mf', /does not begin like one/],
    ['3MF of broken XML', threeMf('<model><resources><object id="1">'), 'a.3mf', /well-formed/],
    ['3MF with entities', threeMf('<!DOCTYPE m [<!ENTITY a "aaaa">]><model/>'), 'a.3mf', /document type/],
    [
      '3MF in a ring',
      model(
        '<object id="1"><components><component objectid="2"/></components></object><object id="2"><components><component objectid="1"/></components></object>',
        '<item objectid="1"/>',
      ),
      'a.3mf',
      /nested too deeply/,
    ],
    ['3MF pointing nowhere', model('', '<item objectid="9"/>'), 'a.3mf', /object 9, which is not in it/],
    [
      '3MF triangle out of range',
      model(`<object id="1">${MESH_XML.replace('v3="3"', 'v3="300"')}</object>`, '<item objectid="1"/>'),
      'a.3mf',
      /points at vertex 300/,
    ],
    [
      '3MF transform of eleven',
      model(`<object id="1">${MESH_XML}</object>`, '<item objectid="1" transform="1 0 0 0 1 0 0 0 1 0 0"/>'),
      'a.3mf',
      /twelve numbers/,
    ],
    ['3MF in parsecs', model(`<object id="1">${MESH_XML}</object>`, '<item objectid="1"/>', 'parsec'), 'a.3mf', /unknown unit/],
  ])('%s', (_what, bytes, name, message) => {
    expect(refused(bytes, name)).toMatch(message);
  });
  it('multiplying components stop at the limit instead of filling memory', () => {
    // Each level holds the one below ten times: 10^9 tetrahedra from a kilobyte.
    const levels = Array.from(
      { length: 9 },
      (_, k) => `<object id="${k + 2}"><components>${`<component objectid="${k + 1}"/>`.repeat(10)}</components></object>`,
    ).join('');
    expect(refused(model(`<object id="1">${MESH_XML}</object>${levels}`, '<item objectid="10"/>'), 'a.3mf')).toMatch(/more than 5000000 triangles/);
  }, 60_000);
  it('a zip bomb is refused by the size it declares', () => {
    const bomb = threeMf(`<model>${' '.repeat(1000)}</model>`);
    // Declare 2 GB in the central directory and the local header.
    const view = new DataView(bomb.buffer);
    for (let i = 0; i + 4 < bomb.length; i++) {
      if (view.getUint32(i, true) === 0x02014b50) view.setUint32(i + 24, 0x7fffffff, true);
    }
    expect(refused(bomb, 'a.3mf')).toMatch(/more than can be read|damaged/);
  });
  it('whatever the bytes: read or refused, never anything else', () => {
    const good = [text(OBJ), text(PLY), binaryPly(true), writeThreeMf(V, F)];
    const names = ['a.obj', 'a.ply', 'b.ply', 'a.3mf'];
    fc.assert(
      fc.property(fc.nat(3), fc.array(fc.tuple(fc.nat(4000), fc.nat(255)), { minLength: 1, maxLength: 6 }), fc.nat(4000), (which, changes, length) => {
        const bytes = good[which].slice(0, Math.max(1, length));
        for (const [at, b] of changes) bytes[at % bytes.length] = b;
        try {
          expect(Number.isFinite(measure(bytes, names[which]).area_mm2)).toBe(true);
        } catch (e) {
          expect(e).toBeInstanceOf(MeshError);
        }
      }),
      { numRuns: 800, seed: 13 },
    );
  });
});
