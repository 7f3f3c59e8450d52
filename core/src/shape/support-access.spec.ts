import { prism } from '../make/solids';
import { foldAlike, orientation, rank } from './orient';
import { buriedPlaces } from './study';
import { columns, HANGS } from './support';
import { buriedSupport } from './support-access';
import type { Mesh } from './mesh';
import { box, drilledPlate, flipped, join, moved, refined, rotated } from './testing';

const buried = (mesh: Mesh): number => buriedSupport(mesh, columns(mesh, [0, 0, 1], 45, 64).hanging).area_mm2;

describe('support that nobody gets at', () => {
  it('is that under the roof of a closed hollow, all of it, however finely it is cut into triangles', () => {
    const hollow = join(box(60, 60, 60), flipped(moved(box(20, 30, 10), [20, 15, 25])));
    expect(buried(hollow)).toBeCloseTo(20 * 30, 6);
    // Some 2 000 triangles hang: every other is looked from.
    expect(buried(refined(hollow, 5)) / 600).toBeCloseTo(1, 2);
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
  it('is none in a bore, whichever way it goes: a tool goes in along it', () => {
    // Ø 6 through 80 mm, lying; and a blind one of 6 × 30 that opens downwards.
    const plate = drilledPlate(60, 80, 40, [[6, 20, 20]]);
    const lying = rotated(plate, [0, 1, 0], 0);
    expect(columns(lying, [0, 0, 1], 45, 128).overhang_mm2).toBeGreaterThan(20);
    expect(buried(lying)).toBe(0);
    expect(buried(rotated(drilledPlate(40, 40, 120, [[4, 20, 20]]), [0.6, 0.48, 0.64], 0.3))).toBe(0);
  });
  it('weighs in the comparison of directions: a closed hollow with a gable carries its own roof, the gable upwards', () => {
    // Outside 60 × 60 × 70; inside a house 40 wide and 30 long, its floor 20 above the ground, its roof at 51° to the level.
    const house = prism([[10, 20], [50, 20], [50, 25], [30, 50], [10, 25]], [], 20, 50);
    const part = join(box(60, 60, 70), flipped(house));
    const up = orientation(part, [0, 1, 0]), down = orientation(part, [0, -1, 0]);
    expect(up.buried_mm2).toBe(0);
    expect(down.buried_mm2).toBeCloseTo(40 * 30, 6);
    const only = { support: 0, height: 0, critical: 0, strength: 0, overhang: 0, access: 1 };
    expect(rank([down, up], only)[0].up).toEqual([0, 1, 0]);
    expect(foldAlike(rank([down, { ...down, buried_mm2: 0 }], only))).toHaveLength(2);
    // And the drawing marks where: on the floor of the house, which is its roof now.
    const places = buriedPlaces(part, [0, -1, 0]);
    expect(places.length).toBeGreaterThan(0);
    for (let i = 0; i < places.length; i += 3) expect(places[i + 1]).toBeCloseTo(20, 5);
  });
});
