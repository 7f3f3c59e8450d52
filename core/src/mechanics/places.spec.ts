import { circle, prism } from '../make/solids';
import { box, flipped, join, moved, sphere } from '../shape/testing';
import type { Vec3 } from '../shape/turn';
import { isotropic, type Load, mechanics, type MechanicsInput, type SolvedLoads, solveUnitLoads, type Support, together } from './index';

const E = 2000, NU = 0.3;
const run = (input: Omit<MechanicsInput, 'density' | 'elastic'>) => mechanics({ elastic: isotropic(E, NU), density: 1e-6, ...input });
const at = (point: Vec3, normal: Vec3) => ({ point, normal });
const force = (where: Load['at'], force_n: Vec3): Load => ({ id: 'F', kind: 'force', at: where, force_n });

describe('places on a part', () => {
  const block = box(40, 30, 20);
  const base: Support[] = [{ kind: 'fixed', at: at([20, 15, 0], [0, 0, -1]) }];
  const press = (where: Load['at']) => run({ mesh: block, supports: base, loads: [force(where, [0, 0, -90])], elements: 800 }).rows[0];
  const top = at([20, 15, 20], [0, 0, 1]);

  it('a spot of a face is as large as it is said to be, and all of the load is on it', () => {
    expect(press(top).area_mm2).toBeCloseTo(1200, 6);
    const spot = press({ ...top, within_mm: 6 });
    expect(Math.abs(spot.area_mm2 / (Math.PI * 36) - 1)).toBeLessThan(0.06);
    expect(spot.reaction_n[2]).toBeCloseTo(90, 2);
    expect(spot.max_deflection_mm).toBeGreaterThan(1.5 * press(top).max_deflection_mm);
  });
  it('a place that was picked on another mesh is refused, not moved to the face that happens to be nearest', () => {
    // 51 mm is the diagonal: 2 mm above the top is off it, half a millimetre is not.
    expect(() => press(at([20, 15, 22], [0, 0, 1]))).toThrow('A load or hold was placed at 20 / 15 / 22 mm, which is off the part');
    expect(press(at([20, 15, 20.5], [0, 0, 1])).area_mm2).toBeCloseTo(1200, 6);
    expect(() => press(at([20, 15, 20], [1, 0, 0]))).toThrow('No face at 20 / 15 / 20 mm looks the way of the one that was picked there');
    // At an edge either of its faces may be meant; a face without a normal is the one that is there.
    expect(press(at([40, 15, 20], [1, 0, 0])).area_mm2).toBeCloseTo(600, 6);
    expect(press(at([20, 15, 20], [0, 0, 0])).area_mm2).toBeCloseTo(1200, 6);
  });
  it('a spot smaller than anything looked at still presses', () => {
    expect(press({ ...top, within_mm: 0.01 }).reaction_n[2]).toBeCloseTo(90, 2);
  });
  it('an edge is the one nearest to the point, in its whole length', () => {
    const edge = press({ point: [20, 29, 20], normal: [0, 0, 1], edge: true });
    expect(edge.area_mm2).toBeCloseTo(40, 6);
    expect(edge.reaction_n[2]).toBeCloseTo(90, 2);
    expect(press({ point: [39, 15, 20], normal: [0, 0, 1], edge: true }).area_mm2).toBeCloseTo(30, 6);
  });
  it('round a hole, a spot is the ring about its axis, wherever it was picked: the ring under a screw head', () => {
    const plate = prism([[0, 0], [60, 0], [60, 40], [0, 40]], [circle(3.3, 30, 20)], 0, 10);
    const ring = run({
      mesh: plate,
      supports: [{ kind: 'fixed', at: at([10, 10, 0], [0, 0, -1]) }],
      loads: [force({ point: [34, 20.5, 10], normal: [0, 0, 1], within_mm: 5 }, [0, 0, -1000])],
      elements: 2000,
    }).rows[0];
    expect(Math.abs(ring.area_mm2 / (Math.PI * (25 - 3.3 ** 2)) - 1)).toBeLessThan(0.06);
  });
  it('the rim of a round face is all of its circle, and a face without one says so', () => {
    const post = prism(circle(10, 0, 0), [], 0, 10);
    const rim = run({
      mesh: post,
      supports: [{ kind: 'fixed', at: at([0, 0, 0], [0, 0, -1]) }],
      loads: [force({ point: [10, 0, 9], edge: true }, [0, 0, -50])],
      elements: 600,
    }).rows[0];
    expect(Math.abs(rim.area_mm2 / (20 * Math.PI) - 1)).toBeLessThan(0.01);
    expect(() =>
      run({
        mesh: sphere(10, 24),
        supports: [{ kind: 'fixed', at: { point: [0, 0, -10], within_mm: 4 } }],
        loads: [force({ point: [0, 0, 10], edge: true }, [0, 0, -1])],
        elements: 300,
      })
    )
      .toThrow('it has no edge');
  });
  it('a face that is watched moves as its places do: the free end of an arm turns as it sinks', () => {
    const arm = box(100, 10, 10);
    const { rows: [row] } = run({
      mesh: arm,
      supports: [{ kind: 'fixed', at: at([0, 5, 5], [-1, 0, 0]) }],
      loads: [force(at([100, 5, 5], [1, 0, 0]), [0, 0, -5])],
      faces: [{ id: 'W1', at: at([100, 5, 5], [1, 0, 0]) }, { id: 'W2', at: at([0, 5, 5], [-1, 0, 0]) }],
      elements: 4000,
    });
    const sinks = (5 * 100 ** 3) / (3 * E * (10 ** 4 / 12));
    for (const u of row.moves['W1']) expect(Math.abs(-u[2] / sinks - 1)).toBeLessThan(0.03);
    // Turned by F l²/(2 E I), five millimetres above the middle it moves out by that much, and below it in.
    const turned = 5 * ((5 * 100 ** 2) / (2 * E * (10 ** 4 / 12)));
    expect(Math.max(...row.moves['W1'].map((u) => u[0])) / turned).toBeGreaterThan(0.85);
    expect(Math.min(...row.moves['W1'].map((u) => u[0])) / turned).toBeLessThan(-0.85);
    expect(row.moves['W2'].flat().every((x) => x === 0)).toBe(true);
  });
});

describe('what holds a part', () => {
  it('gives back each its own: a beam on two edges, loaded at a quarter of its span', () => {
    const beam = box(120, 10, 10);
    const { rows: [row] } = run({
      mesh: beam,
      supports: [
        { kind: 'fixed', at: { point: [0.5, 5, 0], normal: [0, 0, -1], edge: true } },
        { kind: 'rest', at: { point: [119.5, 5, 0], normal: [0, 0, -1], edge: true } },
      ],
      loads: [force({ point: [30, 5, 10], normal: [0, 0, 1], within_mm: 4 }, [0, 0, -100])],
      elements: 3000,
    });
    expect(row.holds[0][2]).toBeCloseTo(75, 0);
    expect(row.holds[1][2]).toBeCloseTo(25, 0);
    expect(row.reaction_n[2]).toBeCloseTo(100, 2);
  });
  it('leaves its seat where a tall block is pressed beside the middle: σ = P/A (1 + 12 e x/b²), a third of it for e = b/2', () => {
    const tall = box(30, 30, 150);
    const ask = {
      up: [0, 0, 1] as Vec3,
      holds: [
        { kind: 'rest' as const, at: at([15, 15, 0], [0, 0, -1]) },
        { kind: 'rest' as const, at: { ...at([0, 15, 2], [-1, 0, 0]), within_mm: 2 } },
        { kind: 'rest' as const, at: { ...at([15, 0, 2], [0, -1, 0]), within_mm: 2 } },
      ],
      loads: [
        { id: 'edge', kind: 'force' as const, at: { point: [30, 15, 150] as Vec3, normal: [0, 0, 1] as Vec3, edge: true }, way: [0, 0, -1] as Vec3 },
        { id: 'middle', kind: 'force' as const, at: at([15, 15, 150], [0, 0, 1]), way: [0, 0, -1] as Vec3 },
      ],
      classes: [{ wall_mm: 0, share: 1, ratio: 1 }],
    };
    const solved: SolvedLoads = { key: '', classes: solveUnitLoads(tall, ask, 4000) };
    const rows = (...sizes: [string, number][]) => together(solved, sizes.map(([id, n]) => ({ id, stress: n, move: n })), ask.classes[0])!;
    expect(rows(['edge', 100]).lifts[0]).toBeCloseTo(1 / 3, 1);
    expect(rows(['middle', 100]).lifts[0]).toBe(0);
    // Twice as much in its middle at the same time keeps it seated: e = b/6, and no more than that.
    expect(rows(['edge', 100], ['middle', 220]).lifts[0]).toBe(0);
    expect(rows(['edge', 100], ['middle', 220]).holds[0][2]).toBeCloseTo(320, 0);
  });
});

describe('rows that act together', () => {
  const arm = box(100, 20, 10);
  const ask = {
    up: [0, 0, 1] as Vec3,
    holds: [{ kind: 'fixed' as const, at: at([0, 10, 5], [-1, 0, 0]) }],
    faces: [{ id: 'W1', at: at([100, 10, 5], [1, 0, 0]) }],
    loads: [
      { id: 'down', kind: 'force' as const, at: at([100, 10, 5], [1, 0, 0]), way: [0, 0, -1] as Vec3 },
      { id: 'pull', kind: 'force' as const, at: at([100, 10, 5], [1, 0, 0]), way: [1, 0, 0] as Vec3 },
    ],
    classes: [{ wall_mm: 0, share: 1, ratio: 1 }],
  };
  const solved: SolvedLoads = { key: '', classes: solveUnitLoads(arm, ask, 5000) };
  const rows = (...sizes: [string, number][]) => together(solved, sizes.map(([id, n]) => ({ id, stress: n, move: n })), ask.classes[0])!;
  it('add up where they meet: bending 6 F l/(b h²) and pull F/(b h)', () => {
    const [down, pull, both] = [rows(['down', 10]), rows(['pull', 2000]), rows(['down', 10], ['pull', 2000])];
    expect(pull.inPlane / 10).toBeGreaterThan(0.97);
    // 10 + 3 MPa at the root, where the hold is left out a little less.
    expect(both.inPlane / 13).toBeGreaterThan(0.92);
    expect(both.inPlane / 13).toBeLessThan(1.05);
    expect(both.inPlane).toBeGreaterThan(1.1 * Math.max(down.inPlane, pull.inPlane));
    expect(both.moves['W1']).toBeGreaterThan(down.moves['W1']);
  });
  it('that undo one another still count each for itself', () => {
    expect(rows(['down', 10], ['down', -10]).moves['W1']).toBeCloseTo(0, 9);
    expect(rows(['down', 10], ['down', -10]).inPlane).toBe(rows(['down', 10]).inPlane);
  });
  it('say nothing where one of them has no solution', () => {
    expect(together(solved, [{ id: 'down', stress: 1, move: 1 }, { id: 'nobody', stress: 1, move: 1 }], ask.classes[0])).toBeUndefined();
  });
});

describe('a wall that is pressed', () => {
  const pressed = (mesh: MechanicsInput['mesh'], top: Vec3, bottom: Vec3, elements: number) =>
    run({ mesh, supports: [{ kind: 'fixed', at: at(bottom, [0, 0, -1]) }], loads: [force(at(top, [0, 0, 1]), [0, 0, -1000])], elements }).rows[0].slender;
  it('with two free edges is a strut between pinned ends: π² E/12 (t/l)²', () => {
    const wall = pressed(box(50, 3, 60), [25, 1.5, 60], [25, 1.5, 0], 3000)!;
    expect(wall).toMatchObject({ held: 'none' });
    expect(wall.wall_mm).toBeCloseTo(3, 3);
    expect(wall.critical / ((Math.PI ** 2 / 12) * (3 / 60) ** 2)).toBeCloseTo(1, 3);
    // 1000 N on 150 mm².
    expect(wall.stress / (1000 / 150)).toBeGreaterThan(0.9);
    expect(wall.stress / (1000 / 150)).toBeLessThan(1.15);
  });
  it('of a square tube is held at both edges: 4 π² E/(12 (1 − ν²)) (t/b)²', () => {
    const outer: [number, number][] = [[0, 0], [40, 0], [40, 40], [0, 40]], inner: [number, number][] = [[2, 2], [2, 38], [38, 38], [38, 2]];
    const wall = pressed(prism(outer, [inner], 0, 120), [1, 20, 120], [1, 20, 0], 12_000)!;
    expect(wall).toMatchObject({ held: 'both' });
    expect(wall.critical / (((4 * Math.PI ** 2) / (12 * (1 - NU ** 2))) * (2 / 40) ** 2)).toBeCloseTo(1, 2);
    expect(wall.stress / (1000 / (40 ** 2 - 36 ** 2))).toBeGreaterThan(0.85);
  });
  it('of an angle has one free edge: 0.43 and (b/l)² for 4', () => {
    const angle: [number, number][] = [[0, 0], [40, 0], [40, 3], [3, 3], [3, 40], [0, 40]];
    const wall = pressed(prism(angle, [], 0, 150), [1, 1, 150], [1, 1, 0], 8000)!;
    expect(wall).toMatchObject({ held: 'one' });
    const k = wall.critical / ((Math.PI ** 2 / (12 * (1 - NU ** 2))) * (3 / 40) ** 2);
    expect(k).toBeCloseTo(0.43 + (40 / 150) ** 2, 1);
  });
  it('that is stocky, or only bent, does not buckle', () => {
    expect(pressed(box(30, 20, 40), [15, 10, 40], [15, 10, 0], 1500)).toBeUndefined();
    const bent = run({
      mesh: box(100, 40, 2),
      supports: [{ kind: 'fixed', at: at([0, 20, 1], [-1, 0, 0]) }],
      loads: [force(at([100, 20, 1], [1, 0, 0]), [0, 0, -10])],
      elements: 16_000,
    }).rows[0];
    // 6 F l/(b h²) bends it; along its middle there is next to nothing.
    expect(bent.slender?.stress ?? 0).toBeLessThan(0.05 * ((6 * 10 * 100) / (40 * 4)));
  });
  it('inside a hollow body is found from within as from without', () => {
    const hollow = join(box(60, 60, 60), flipped(moved(box(56, 56, 56), [2, 2, 2])));
    const wall = pressed(hollow, [30, 30, 60], [30, 30, 0], 12_000)!;
    expect(wall.wall_mm).toBeCloseTo(2, 2);
    expect(wall.held).toBe('both');
  });
});
