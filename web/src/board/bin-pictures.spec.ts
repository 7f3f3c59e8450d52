import type { PackedBin } from '../workers/shape.worker';
import { binPictures } from './bin-pictures';

describe('pictures of a bin', () => {
  const bin = {
    packing: {
      placed: [
        { id: 'x', copy: 0, at_mm: [0, 0, 0], turn_deg: 0 },
        { id: 'x', copy: 1, at_mm: [100, 10, 40], turn_deg: 90 },
        { id: 'y', copy: 0, at_mm: [0, 150, 0], turn_deg: 0 },
      ],
    },
    sizes: { x: [80, 30, 40], y: [4, 4, 4] },
    volume_mm3: 0,
  } as unknown as PackedBin;
  const [above, front] = binPictures(bin, [200, 160, 100], new Map([['x', 'a'], ['y', 'b']]));

  it('show each part where it lies, turned as it lies, with up upwards', () => {
    expect([above.width, above.height, front.width, front.height]).toEqual([200, 160, 200, 100]);
    // Lowest first: 4, 40, 80 mm at the top. The turned one is 30 wide and 80 deep.
    expect(above.boxes.map((b) => [b.x, b.y, b.width, b.height])).toEqual([[0, 6, 4, 4], [0, 130, 80, 30], [100, 70, 30, 80]]);
    // Furthest back first.
    expect(front.boxes.map((b) => [b.letter, b.x, b.y, b.width, b.height])).toEqual([['b', 0, 96, 4, 4], ['a', 100, 20, 30, 40], ['a', 0, 60, 80, 40]]);
  });
  it('write a letter only where there is room for it', () => {
    expect(above.boxes.map((b) => b.named)).toEqual([false, true, true]);
  });
});
