import fc from 'fast-check';
import { material } from '../../shelf/shelf';
import { readMaterials, writeMaterials } from '../../process/material-csv';
import { readNeed } from '../../document/need-file';
import { measure } from '../measure';
import { MeshError } from '../mesh';
import { readMesh } from '../read-mesh';
import { box } from '../testing';
import { weld } from '../weld';
import { writeStl } from './stl';
import { writeThreeMf } from './threemf';

/** How long each reader is fed with damaged files, ms: a moment in `npm test`; `npm run fuzz` says longer. */
const FUZZ_MS = Number(process.env['CUADRO_FUZZ_MS'] ?? 1500);
const for_ = { numRuns: 1_000_000, interruptAfterTimeLimit: FUZZ_MS, markInterruptAsFailure: false } as const;

const { vertices: v, indices: t } = box(10, 20, 30);
const text = (s: string): Uint8Array => new TextEncoder().encode(s);
const corners = Array.from({ length: v.length / 3 }, (_, i) => `${v[3 * i]} ${v[3 * i + 1]} ${v[3 * i + 2]}`);
const faces = Array.from({ length: t.length / 3 }, (_, k) => [t[3 * k], t[3 * k + 1], t[3 * k + 2]]);
const CORPUS: Readonly<Record<string, Uint8Array>> = {
  'a.stl': writeStl(v, t),
  'b.stl': text(
    `solid x\n${
      faces.map((f) => `facet normal 0 0 0\nouter loop\n${f.map((i) => `vertex ${corners[i]}`).join('\n')}\nendloop\nendfacet`).join('\n')
    }\nendsolid x\n`,
  ),
  'a.obj': text([...corners.map((c) => `v ${c}`), ...faces.map((f) => `f ${f.map((i) => i + 1).join(' ')}`)].join('\n')),
  'a.ply': text(
    `ply\nformat ascii 1.0\nelement vertex ${corners.length}\nproperty float x\nproperty float y\nproperty float z\nelement face ${faces.length}\nproperty list uchar int vertex_indices\nend_header\n${
      corners.join('\n')
    }\n${faces.map((f) => `3 ${f.join(' ')}`).join('\n')}\n`,
  ),
  'a.3mf': writeThreeMf(v, t),
};

/** A file with some bytes changed, cut out, doubled or put in. */
const damaged = (bytes: Uint8Array): fc.Arbitrary<Uint8Array> =>
  fc.array(
    fc.record({
      at: fc.double({ min: 0, max: 1, noNaN: true }),
      // The head says how much follows: that is where lies do most.
      head: fc.boolean(),
      how: fc.constantFrom('set', 'cut', 'double', 'insert', 'digits'),
      n: fc.integer({ min: 1, max: 12 }),
      byte: fc.integer({ min: 0, max: 255 }),
    }),
    { minLength: 1, maxLength: 6 },
  ).map((changes) => {
    let out = [...bytes];
    for (const { at, head, how, n, byte } of changes) {
      const k = Math.floor(at * Math.min(out.length, head ? 160 : out.length));
      if (how === 'set') out.fill(byte, k, k + n);
      else if (how === 'cut') out.splice(k, head ? n : out.length - k);
      else if (how === 'double') out = [...out.slice(0, k + n), ...out.slice(k)];
      else if (how === 'insert') out.splice(k, 0, ...Array<number>(n).fill(byte));
      else out.splice(k, 1, ...Array<number>(n).fill(0x39));
    }
    return Uint8Array.from(out);
  });

// The CSV reader tells the console of columns that are named twice.
beforeAll(() => void jest.spyOn(console, 'warn').mockImplementation());
afterAll(() => jest.restoreAllMocks());

describe('damaged files', () => {
  it.each(Object.keys(CORPUS))('like %s are read, or refused in words', (name) => {
    fc.assert(
      fc.property(damaged(CORPUS[name]), (bytes) => {
        try {
          const soup = readMesh(bytes, name, 'mm');
          const found = measure(weld(soup));
          if (Number.isNaN(found.volume_mm3)) throw new Error('a volume that is no number');
        } catch (e) {
          if (!(e instanceof MeshError)) throw e;
          expect(e.message.length).toBeGreaterThan(10);
        }
      }),
      for_,
    );
  }, FUZZ_MS * 10 + 60_000);
  it('of materials name their faults', () => {
    const csv = text(writeMaterials([material('abs'), material('al-6061')]));
    fc.assert(
      fc.property(damaged(csv), (bytes) => {
        const { materials, faults } = readMaterials(new TextDecoder().decode(bytes), []);
        expect(materials.length + faults.length).toBeGreaterThan(0);
      }),
      for_,
    );
  }, FUZZ_MS * 10 + 60_000);
  it('of needs are refused by name, or make a case', () => {
    const key = fc.constantFrom('family', 'need', 'size_mm', 'title', 'today', 'copies', 'remedies', 'mesh', 'x');
    const value = fc.oneof(
      fc.json().map((j) => JSON.parse(j) as unknown),
      fc.constantFrom<unknown>('tray', 'gripper', [10, 20, 30], { load: 4 }, { way: 'bought', price: 5 }, -1, 1e300),
    );
    fc.assert(
      fc.property(fc.oneof(fc.dictionary(key, value), value), (json) => {
        try {
          expect(readNeed(json).family.length).toBeGreaterThan(0);
        } catch (e) {
          // In words: never a slip of the reader.
          expect(e).not.toBeInstanceOf(TypeError);
          expect(e).not.toBeInstanceOf(RangeError);
          expect((e as Error).message.length).toBeGreaterThan(5);
        }
      }),
      for_,
    );
  }, FUZZ_MS * 10 + 60_000);
});
