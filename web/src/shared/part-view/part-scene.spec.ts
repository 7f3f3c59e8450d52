import { box } from '@cuadro/core/shape/testing';
import { type DimensionLine, PartScene, type PlacedTag, type Tag } from './part-scene';

// The drawing itself needs a graphics card; where things lie on it does not.
const rendered: unknown[] = [];
jest.mock('three', () => ({
  ...jest.requireActual<object>('three'),
  WebGLRenderer: class {
    setPixelRatio = jest.fn();
    setSize = jest.fn();
    dispose = jest.fn();
    render(scene: unknown): void {
      rendered.push(scene);
    }
  },
}));

const [WIDTH, HEIGHT] = [400, 200];
const INK = { surface: '#fff', shade: '#ddd', ink: '#111', hatch: '#a40', mark: '#067' };
const NONE = { faces: new Float32Array(), lines: new Float32Array() };

/** A block 30 × 20 × 10 standing on 0, seen from the front: the frame is 1.3 times the part wide, 39 mm by 19.5 mm. */
function front(tags: Tag[] = []) {
  let dimensions: DimensionLine[] = [];
  let placed: PlacedTag[] = [];
  const canvas = document.createElement('canvas');
  Object.defineProperties(canvas, { clientWidth: { value: WIDTH }, clientHeight: { value: HEIGHT } });
  const scene = new PartScene(canvas, INK, (d, t) => ([dimensions, placed] = [d, t]));
  const { vertices, indices } = box(30, 20, 10);
  const low = [0, 1, 2].map((i) => Math.min(...vertices.filter((_, k) => k % 3 === i)));
  const onZero = Float32Array.from(vertices, (x, k) => x - low[k % 3]);
  scene.show({ vertices: onZero, indices: Uint32Array.from(indices), normals: new Float32Array(onZero.length), creases: new Float32Array() } as never);
  scene.view('front');
  scene.tag(tags);
  return { scene, dimensions: () => dimensions, placed: () => placed };
}

beforeEach(() => {
  jest.spyOn(globalThis, 'requestAnimationFrame').mockImplementation((f) => (f(0), 1));
  rendered.length = 0;
});

describe('a part on the drawing', () => {
  it('knows its corners', () => {
    const { low, high } = front().scene.bounds();
    expect([low.toArray(), high.toArray()]).toEqual([[0, 0, 0], [30, 20, 10]]);
  });
  it('fills the frame with what is seen, and is measured along what is seen', () => {
    const lines = front().dimensions();
    // From the front there are a length and a height; the width runs into the paper.
    expect(lines.map((l) => l.length_mm)).toEqual([30, 10]);
    const pixels = lines.map((l) => Math.hypot(l.to[0] - l.from[0], l.to[1] - l.from[1]));
    expect(pixels[0]).toBeCloseTo((30 / 39) * WIDTH, 3);
    expect(pixels[1]).toBeCloseTo((10 / 39) * WIDTH, 3);
    // Neither crosses the part: the length lies below it (it ends 5/19.5 of the height under the middle), the height beside it.
    expect(lines[0].from[1]).toBeGreaterThan(HEIGHT / 2 + (5 / 19.5) * HEIGHT);
    expect(Math.abs(lines[1].from[0] - WIDTH / 2)).toBeGreaterThan((15 / 39) * WIDTH);
  });
  it('from above is as long as it is wide on the sheet', () => {
    const { scene, dimensions } = front();
    scene.view('top');
    expect(dimensions().map((l) => l.length_mm)).toEqual([30, 20]);
  });
  it('is scaled within bounds and fitted again', () => {
    const { scene, dimensions } = front();
    const across = () => Math.abs(dimensions()[0].to[0] - dimensions()[0].from[0]);
    scene.scale(2);
    expect(across()).toBeCloseTo((60 / 39) * WIDTH, 3);
    scene.scale(1e6);
    expect(across()).toBeCloseTo((600 / 39) * WIDTH, 2);
    scene.fit();
    expect(across()).toBeCloseTo((30 / 39) * WIDTH, 3);
  });
  it('turned a quarter to the right shows its side', () => {
    const { scene, dimensions } = front();
    scene.rotate(Math.PI / 2, 0);
    expect(dimensions().map((l) => l.length_mm)).toEqual([20, 10]);
  });
  it('has its notes where their places are', () => {
    const [tag] = front([{ point: [20, 0, 5], text: 'ø 6', kind: 'hole' }]).placed();
    expect([tag.x, tag.y]).toEqual([expect.closeTo(WIDTH / 2 + (5 / 39) * WIDTH, 3), expect.closeTo(HEIGHT / 2, 3)]);
  });
  it('is picked by a triangle under the pointer, and by none beside it', () => {
    const { scene } = front();
    expect(scene.pick(WIDTH / 2, HEIGHT / 2)).toEqual(expect.any(Number));
    expect(scene.pick(5, 5)).toBeUndefined();
  });
  it('wears how hard it works over itself, from a volume of bricks, and takes it off again', () => {
    const { scene } = front();
    const meshes = (): number => {
      let n = 0;
      (rendered.at(-1) as { traverse(f: (o: { type: string }) => void): void }).traverse((o) => (n += o.type === 'Mesh' ? 1 : 0));
      return n;
    };
    const bare = meshes();
    scene.work({ n: [3, 2, 1], low: [0, 0, 0], size: [10, 10, 10], use: new Uint8Array(6) });
    expect(meshes()).toBe(bare + 1);
    scene.work({ n: [3, 2, 1], low: [0, 0, 0], size: [10, 10, 10], use: new Uint8Array(6) });
    expect(meshes()).toBe(bare + 1);
    scene.work(undefined);
    expect(meshes()).toBe(bare);
  });
  it('cut open lets notes go and pointers through where it has been taken away', () => {
    const { scene, placed } = front([{ point: [5, 0, 5], text: 'gone', kind: 'thin' }, { point: [20, 0, 5], text: 'there', kind: 'thin' }]);
    scene.section({ axis: 'x', at: 15, cap: NONE } as never);
    expect(placed().map((t) => t.text)).toEqual(['there']);
    expect(scene.pick(100, HEIGHT / 2)).toBeUndefined();
    expect(scene.pick(300, HEIGHT / 2)).toEqual(expect.any(Number));
    scene.section(undefined);
    expect(placed()).toHaveLength(2);
    expect(scene.pick(100, HEIGHT / 2)).toEqual(expect.any(Number));
  });
  it('draws marks once, and nothing after it was put away', () => {
    const { scene } = front();
    const children = () => (rendered.at(-1) as { children: unknown[] }).children.length;
    const plain = children();
    scene.faces(Uint32Array.of(0, 1));
    scene.spots(Float32Array.of(1, 1, 1));
    scene.faces(Uint32Array.of(2));
    expect(children()).toBe(plain + 2);
    scene.faces(new Uint32Array());
    scene.spots(new Float32Array());
    expect(children()).toBe(plain);
    scene.dispose();
    expect((rendered.at(-1) as { children: unknown[] }).children).toHaveLength(0);
  });
});
