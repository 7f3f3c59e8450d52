import { columns, HANGS } from './support';
import { buriedSupport } from './support-access';
import type { Mesh } from './mesh';
import { box, flipped, join, moved, refined } from './testing';

const buried = (mesh: Mesh): number => buriedSupport(mesh, columns(mesh, [0, 0, 1], 45, 64).hanging);

describe('support that nobody gets at', () => {
  it('is that under the roof of a closed hollow, all of it, however finely it is cut into triangles', () => {
    const hollow = join(box(60, 60, 60), flipped(moved(box(20, 30, 10), [20, 15, 25])));
    expect(buried(hollow)).toBeCloseTo(20 * 30, 6);
    // Some 8 000 triangles hang: every third is looked from.
    expect(buried(refined(hollow, 6)) / 600).toBeCloseTo(1, 2);
  });
  it('is none under a table, nor in a hollow that is open below or to a side', () => {
    const table = join(box(10, 60, 40), moved(box(60, 60, 10), [0, 0, 40.001]));
    expect(columns(table, [0, 0, 1], 45, 64).hanging.some((x) => x === HANGS)).toBe(true);
    expect(buried(table)).toBe(0);
    // Walls all round and a lid, nothing below.
    const bell = join(
      box(60, 5, 40),
      moved(box(60, 5, 40), [0, 55, 0]),
      moved(box(5, 50, 40), [0, 5, 0]),
      moved(box(5, 50, 40), [55, 5, 0]),
      moved(box(60, 60, 5), [0, 0, 40.001]),
    );
    expect(buried(bell)).toBe(0);
  });
});
