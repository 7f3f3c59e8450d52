import { measure } from './measure';
import { findHoles, holeAt, isDeep, mouthOf } from './holes';
import { inertia } from './inertia';
import { candidates, DEFAULT_WEIGHTS, orientation, rank, study, whyBest } from './orient';
import { orientedBox } from './oriented-box';
import { patchFrom } from './patch';
import { reach } from './reach';
import { repair } from './repair';
import { columns } from './support';
import { box, drilledPlate, flipped, join, moved, refined, rotated, sphere, tube } from './testing';
import { thickness } from './thickness';
import { turned, UP, type Vec3 } from './turn';
import { shells } from './voids';
import { circle, prism, rectangle, revolve } from '../make/solids';
import { joined, type Mesh } from './mesh';

/** A gate standing on the bed: two legs of 10 and a bridge of 40 × 20 at height 30, its profile extruded along y. */
const gate = (): Mesh => turned(prism([[0, 0], [10, 0], [10, 30], [50, 30], [50, 0], [60, 0], [60, 40], [0, 40]], [], 0, 20), [0, 1, 0]);

/** A block on the bed that leans out at one side, its underside at the given angle from horizontal. */
const leaning = (angleDeg: number): Mesh => {
  const rise = 10 * Math.tan((angleDeg * Math.PI) / 180);
  return turned(prism([[0, 0], [20, 0], [30, rise], [30, rise + 5], [0, rise + 5]], [], 0, 8), [0, 1, 0]);
};

describe('support columns', () => {
  it('of a bridge are the room under it: 40 × 20 × 30', () => {
    const o = orientation(gate(), UP);
    expect(o.overhang_mm2).toBeCloseTo(800, 3);
    expect(o.bed_mm2).toBeCloseTo(400, 3);
    expect(o.height_mm).toBeCloseTo(40, 4);
    expect(o.support_mm3 / 24_000).toBeCloseTo(1, 1);
    expect(Math.abs(o.support_mm3 / 24_000 - 1)).toBeLessThan(0.02);
    expect(Math.abs(o.footprint_mm2 / 1200 - 1)).toBeLessThan(0.02);
  });
  it('of a slope at 46° are none, at 44° those under it', () => {
    expect(orientation(leaning(46), UP)).toMatchObject({ overhang_mm2: 0, support_mm3: 0 });
    const o = orientation(leaning(44), UP);
    const rise = 10 * Math.tan((44 * Math.PI) / 180);
    expect(o.overhang_mm2).toBeCloseTo(8 * Math.hypot(10, rise), 2);
    expect(Math.abs(o.support_mm3 / ((10 * rise) / 2 * 8) - 1)).toBeLessThan(0.03);
  });
  it('stand on the part where the part is below', () => {
    // A slab 10 above another, joined by a wall at one end: a C lying on its back.
    const c = turned(prism([[0, 0], [40, 0], [40, 5], [5, 5], [5, 15], [40, 15], [40, 20], [0, 20]], [], 0, 10), [0, 1, 0]);
    const plan = columns(c, UP, 45, 384);
    expect(Math.abs(plan.support_mm3 / (35 * 10 * 10) - 1)).toBeLessThan(0.02);
    expect(plan.onPart_mm3).toBeCloseTo(plan.support_mm3, 6);
  });
  it('are not wanted between bodies that touch', () => {
    const table = join(box(10, 40, 30, 25), box(60, 40, 10, 0, 0, 30));
    const { support_mm3 } = orientation(table, UP);
    expect(Math.abs(support_mm3 / (50 * 40 * 30) - 1)).toBeLessThan(0.02);
  });
  it('of a ball are the mass of air under its lower cap: closed form', () => {
    // Below 45° from horizontal the ball hangs out to r = R sin 45°. Air under the cap down to z = −R:
    // ∫ (R − √(R² − r²)) 2πr dr from 0 to R/√2.
    const R = 20, r = R * Math.SQRT1_2;
    const air = Math.PI * (R * r * r - (2 / 3) * (R ** 3 - (R * R - r * r) ** 1.5));
    const o = orientation(sphere(R, 360), UP);
    expect(Math.abs(o.support_mm3 / air - 1)).toBeLessThan(0.03);
    expect(Math.abs(o.overhang_mm2 / (2 * Math.PI * R * R * (1 - Math.SQRT1_2)) - 1)).toBeLessThan(0.02);
  });
});

describe('what it stands on', () => {
  it('is firm on a face, a line on an edge, a point on a ball: then there is a raft under the shadow', () => {
    expect(orientation(box(40, 20, 10), UP)).toMatchObject({ standing: 'firm', raft_mm3: 0 });
    const edge = orientation(box(40, 20, 10), [0, Math.SQRT1_2, Math.SQRT1_2]);
    expect(edge.standing).toBe('edge');
    // The shadow of 20 and 10 at 45°, 40 long; 1.5 mm of it.
    expect(Math.abs(edge.raft_mm3 / (1.5 * 40 * 30 * Math.SQRT1_2) - 1)).toBeLessThan(0.03);
    expect(orientation(sphere(20, 90), UP).standing).toBe('edge');
  });
  it('tips where its weight is beside its foot, unless its supports carry it', () => {
    // A post that leans by 30° from upright needs no support, and nothing is under its upper end.
    const post = turned(prism([[0, 0], [10, 0], [60, 86.6], [50, 86.6]], [], 0, 10), [0, 1, 0]);
    expect(orientation(post, UP)).toMatchObject({ standing: 'tips', support_mm3: 0 });
    // An arm that hangs out level is held up from the bed.
    const arm = turned(prism([[0, 0], [10, 0], [10, 30], [80, 30], [80, 40], [0, 40]], [], 0, 20), [0, 1, 0]);
    expect(orientation(arm, UP).standing).toBe('firm');
    // Tall and thin, it is pushed over by the nozzle.
    expect(orientation(box(6, 6, 100), UP).standing).toBe('tips');
    expect(orientation(box(20, 20, 100), UP).standing).toBe('firm');
  });
  it('comes before everything else in the comparison', () => {
    const ranked = rank(study(box(60, 40, 5), candidates(box(60, 40, 5))), DEFAULT_WEIGHTS);
    const raft = ranked.map((o) => o.raft_mm3 > 0);
    expect(raft[0]).toBe(false);
    expect(raft.lastIndexOf(false)).toBeLessThan(raft.indexOf(true));
  });
  it('forgives what a file rounds by', () => {
    const m = box(40, 20, 10);
    const rough = { indices: m.indices, vertices: m.vertices.map((x, i) => (i % 3 === 2 && x === 0 ? 0.008 * ((i / 3) % 3) : x)) };
    expect(orientation(rough, UP).bed_mm2).toBeCloseTo(800, 0);
  });
});

describe('the orientation study', () => {
  it('lays a gate on its side or back, where nothing hangs', () => {
    const mesh = gate();
    const ranked = rank(study(mesh, candidates(mesh)), DEFAULT_WEIGHTS);
    expect(ranked.length).toBeGreaterThan(200);
    expect(ranked[0].support_mm3).toBe(0);
    expect(ranked[0].height_mm).toBeCloseTo(20, 3);
    expect(ranked[0].pareto).toBe(true);
    expect(whyBest(ranked, DEFAULT_WEIGHTS)).toMatch(/least support/);
  });
  it('finds the same best figures however the part lies', () => {
    const best = (m: Mesh): number[] => {
      const [o] = rank(study(m, candidates(m), { cells: 192 }), DEFAULT_WEIGHTS);
      return [o.height_mm, o.support_mm3, o.bed_mm2];
    };
    const [h, s, b] = best(gate());
    for (const [up, about] of [[[0.3, -0.5, 0.8], 1], [[-1, 0.2, -0.4], 2.5]] as [Vec3, number][]) {
      const [h2, s2, b2] = best(rotated(gate(), up, about));
      expect(h2).toBeCloseTo(h, 2);
      expect(Math.abs(s2 - s)).toBeLessThan(200);
      expect(b2).toBeCloseTo(b, 0);
    }
  });
  it('keeps critical faces out of the support and turns the layers along the load', () => {
    const plate = box(60, 40, 5);
    const critical = new Uint8Array(12);
    // The upper cap: prism puts its triangles first, upper and lower in turn.
    critical[0] = critical[2] = 1;
    expect(orientation(plate, [0, 0, 1], { critical, load: [0, 0, 1] })).toMatchObject({ scarred: 0, criticalUp: 1, acrossLayers: 1 });
    // On the bed it comes out flat.
    expect(orientation(plate, [0, 0, -1], { critical, load: [1, 0, 0] })).toMatchObject({ scarred: 0, criticalUp: 1, acrossLayers: 0 });
    // A table: the underside of its top hangs, or looks up when it stands on its head.
    const table = join(box(60, 40, 5, 0, 0, 10), box(10, 40, 10));
    const under = new Uint8Array(24);
    under[1] = under[3] = 1;
    expect(orientation(table, [0, 0, 1], { critical: under })).toMatchObject({ scarred: 1, criticalUp: 0 });
    const ranked = rank([orientation(table, [0, 0, 1], { critical: under }), orientation(table, [0, 0, -1], { critical: under })], {
      support: 0,
      height: 0,
      critical: 1,
      strength: 0,
      overhang: 0,
      access: 0,
    });
    expect(ranked[0].up).toEqual([0, 0, -1]);
    expect(ranked[1].pareto).toBe(false);
  });
});

describe('thickness', () => {
  it('of a plate, a tube, a ball and a hollow box: closed forms', () => {
    const plate = thickness(box(80, 60, 4));
    expect(plate.min_mm).toBeCloseTo(4, 2);
    expect(plate.median_mm).toBeCloseTo(4, 2);
    const ring = thickness(tube(30, 27, 50, 256));
    expect(ring.p5_mm).toBeCloseTo(3, 1);
    expect(ring.median_mm).toBeCloseTo(3, 1);
    const ball = thickness(sphere(15, 200));
    expect(ball.median_mm).toBeCloseTo(30, 1);
    expect(ball.min_mm).toBeGreaterThan(29.5);
    const hollow = thickness(join(box(40, 40, 40), flipped(moved(box(36, 36, 36), [2, 2, 2]))));
    expect(hollow.min_mm).toBeCloseTo(2, 2);
    expect(hollow.median_mm).toBeCloseTo(2, 2);
    expect(hollow.gap_mm).toBeCloseTo(36, 1);
  });
  it('marks the thin rib and the narrow slot where they are', () => {
    // Profile: a block with a 1 mm rib at x = 20 … 21 and, 2 mm beside it, a wide wall.
    const part = turned(prism([[0, 0], [60, 0], [60, 20], [23, 20], [23, 10], [21, 10], [21, 25], [20, 25], [20, 10], [0, 10]], [], 0, 40), [0, 1, 0]);
    const t = thickness(part, 6000);
    expect(t.min_mm).toBeCloseTo(1, 2);
    expect(t.gap_mm).toBeCloseTo(2, 2);
    for (const s of t.thin.filter((s) => s.mm < 1.5)) expect(s.point[0]).toBeGreaterThan(19.99);
    expect(t.thin[0].mm).toBeCloseTo(1, 2);
    expect(t.narrow[0].mm).toBeCloseTo(2, 2);
  });
  it('takes no sharp edge for a wall', () => {
    // A cone's ray from the flank meets the base or the other flank aslant; its tip is sharp, not thin.
    expect(thickness(revolve([[0, 0], [20, 0], [0, 20]], 128)).thin.every((s) => s.mm > 0.5)).toBe(true);
  });
});

describe('set-ups', () => {
  it('of a block: one for five sides, one for the sixth', () => {
    const r = reach(box(30, 20, 10));
    expect(r.directions.length).toBe(2);
    expect(r.covered).toBeCloseTo(1, 2);
    expect(r.unreachable_mm2).toBe(0);
  });
  it('do not reach a closed cavity: its whole surface is lost', () => {
    const r = reach(join(box(40, 40, 40), flipped(moved(box(20, 20, 20), [10, 10, 10]))));
    expect(Math.abs(r.unreachable_mm2 / 2400 - 1)).toBeLessThan(0.03);
    expect(r.hidden_mm2).toBeCloseTo(r.unreachable_mm2, 6);
    expect(r.covered).toBeCloseTo(9600 / 12_000, 1);
  });
  it('reach a through hole from the end, and an undercut only from its side', () => {
    expect(reach(drilledPlate(60, 40, 10, [[12, 20, 20]])).unreachable_mm2).toBe(0);
    const turnedGroove = reach(revolve([[0, 0], [20, 0], [20, 10], [12, 10], [12, 14], [20, 14], [20, 30], [0, 30]], 128));
    expect(turnedGroove.directions.map((d) => d.from[2])).toEqual([0, 0]);
    expect(turnedGroove.unreachable_mm2).toBe(0);
  });
});

describe('holes', () => {
  it('are found again by a point on their wall, and opened at their end', () => {
    const holes = findHoles(drilledPlate(80, 60, 20, [[6, 20, 30], [12, 60, 30]]));
    expect(holeAt(holes, [20, 33, 7])!.diameter_mm).toBeCloseTo(6, 1);
    expect(holeAt(holes, [66, 30, 19])!.diameter_mm).toBeCloseTo(12, 1);
    // On the plate between the two there is no wall near.
    expect(holeAt(holes, [40, 5, 20])).toBeUndefined();
    expect(holeAt([], [0, 0, 0])).toBeUndefined();
    const { point, normal } = mouthOf(holes[0]);
    expect([point[0], point[1]]).toEqual([expect.closeTo(60, 2), expect.closeTo(30, 2)]);
    expect(Math.abs(point[2] - 10)).toBeCloseTo(10, 3);
    expect(Math.abs(normal[2])).toBeCloseTo(1, 6);
  });
  it('through: diameter, depth, axis, place', () => {
    const holes = findHoles(drilledPlate(80, 50, 12, [[10, 20, 25], [6, 50, 15], [6, 50, 35]]));
    expect(holes.map((h) => [+h.diameter_mm.toFixed(2), +h.depth_mm.toFixed(3), h.through])).toEqual([[10, 12, true], [6, 12, true], [6, 12, true]]);
    expect(Math.abs(holes[0].axis[2])).toBeCloseTo(1, 6);
    expect(holes[0].centre[0]).toBeCloseTo(20, 3);
    expect(holes[0].centre[2]).toBeCloseTo(6, 3);
  });
  it('blind, with a flat floor and with a drill point; the axis points out', () => {
    const flat = findHoles(revolve([[0, 0], [30, 0], [30, 20], [5, 20], [5, 8], [0, 8]], 64));
    expect(flat).toHaveLength(1);
    expect(flat[0]).toMatchObject({ through: false });
    expect(flat[0].depth_mm).toBeCloseTo(12, 4);
    expect(flat[0].diameter_mm).toBeCloseTo(10, 2);
    expect(flat[0].axis[2]).toBeCloseTo(1, 6);
    const point = findHoles(revolve([[0, 0], [30, 0], [30, 20], [5, 20], [5, 8], [0, 5]], 64));
    expect(point.map((h) => h.through)).toEqual([false]);
  });
  it('stepped: the counterbore says what it opens into', () => {
    const holes = findHoles(revolve([[5, 0], [30, 0], [30, 20], [9, 20], [9, 12], [5, 12]], 64));
    expect(holes.map((h) => [Math.round(h.diameter_mm), Math.round(h.depth_mm), h.through, h.opensInto])).toEqual([[18, 8, true, 2], [10, 12, true, 0]]);
  });
  it('are no bosses, no slots, no rounded corners', () => {
    expect(findHoles(tube(10, 4, 20)).map((h) => Math.round(h.diameter_mm))).toEqual([8]);
    const slot = [...circle(5, 10, 0, 48).filter(([x]) => x >= 10), ...circle(5, -10, 0, 48).filter(([x]) => x <= -10)].sort((a, b) =>
      Math.atan2(a[1], a[0]) - Math.atan2(b[1], b[0])
    );
    expect(findHoles(prism(rectangle(60, 30, -30, -15), [slot], 0, 8))).toEqual([]);
  });
  it('are not seen in the waist of a ring', () => {
    const ring = revolve(circle(10, 40, 0, 64), 128);
    expect(findHoles(ring)).toEqual([]);
  });
  it('are found however the part lies and however fine it is meshed', () => {
    for (const [up, about] of [[[0.2, 0.4, 0.9], 0.3], [[1, 0, 0], 0], [[-0.5, 0.5, -0.7], 2]] as [Vec3, number][]) {
      const holes = findHoles(rotated(refined(drilledPlate(60, 40, 30, [[5, 15, 20], [8, 40, 20]], 40), 1), up, about));
      expect(holes.map((h) => [+h.diameter_mm.toFixed(1), +h.depth_mm.toFixed(2), h.through])).toEqual([[8, 30, true], [5, 30, true]]);
      expect(isDeep(holes[1])).toBe(true);
      expect(isDeep(holes[0])).toBe(false);
    }
  });
});

describe('shells', () => {
  it('tell a trapped cavity and a loose piece', () => {
    const s = shells(join(box(40, 40, 40), flipped(moved(box(10, 20, 30), [5, 5, 5])), moved(box(5, 5, 5), [60, 0, 0])));
    expect(s.pieces).toBe(2);
    expect(s.voids).toHaveLength(1);
    expect(s.voids[0].volume_mm3).toBeCloseTo(6000, 2);
    expect(s.voids[0].box_mm).toEqual([10, 20, 30]);
    expect(s.voids[0].centre).toEqual([10, 15, 20]);
  });
});

describe('the smallest oriented box', () => {
  it('of a turned block is the block', () => {
    for (const [up, about] of [[[0.3, -0.5, 0.8], 1], [[-1, 0.2, -0.4], 2.5], [[0, 0, 1], 0.4]] as [Vec3, number][]) {
      const b = orientedBox(rotated(box(90, 40, 15), up, about));
      expect(b.size_mm[0]).toBeCloseTo(90, 1);
      expect(b.size_mm[1]).toBeCloseTo(40, 1);
      expect(b.size_mm[2]).toBeCloseTo(15, 1);
    }
  });
});

describe('inertia', () => {
  it('of a box: V (b² + c²)/12, and of a ball: 2/5 V R²; the same however it lies', () => {
    const of = (m: Mesh): number[] => inertia(m, measure(m).centroid_mm).principal_mm5;
    const V = 30 * 20 * 10;
    const expected = [(V * (20 ** 2 + 10 ** 2)) / 12, (V * (30 ** 2 + 10 ** 2)) / 12, (V * (30 ** 2 + 20 ** 2)) / 12];
    for (const m of [box(30, 20, 10), rotated(moved(box(30, 20, 10), [100, -50, 20]), [0.4, 0.2, 0.7], 1)])
      of(m).forEach((x, i) => expect(x / expected[i]).toBeCloseTo(1, 4));
    const R = 12;
    of(sphere(R, 200)).forEach((x) => expect(x / (0.4 * (4 / 3) * Math.PI * R ** 5)).toBeCloseTo(1, 2));
  });
});

describe('a face picked', () => {
  it('is the whole flat face, or the bore all round', () => {
    const plate = drilledPlate(60, 40, 10, [[12, 20, 20]], 64);
    const top = patchFrom(plate, 0);
    expect(top.area_mm2).toBeCloseTo(2400 - 64 * 0.5 * 36 * Math.sin((2 * Math.PI) / 64), 1);
    expect(Math.abs(top.normal[2])).toBeCloseTo(1, 6);
    const bore = patchFrom(plate, plate.indices.length / 3 - 1);
    expect(bore.area_mm2).toBeCloseTo(64 * 2 * 6 * Math.sin(Math.PI / 64) * 10, 1);
    expect(Math.hypot(...bore.normal)).toBeLessThan(1e-4);
  });
});

describe('repair', () => {
  const soupOf = (m: Mesh) => ({
    positions: Float32Array.from([...m.indices].flatMap((i) => [...m.vertices.slice(i * 3, i * 3 + 3)])),
    triangles: m.indices.length / 3,
    notes: [],
  });
  const plate = drilledPlate(60, 40, 10, [[12, 20, 20]], 32);
  const good = measure(drilledPlate(60, 40, 10, [[12, 20, 20]], 32));

  it('closes a missing flat face, turns what is inside out, drops doubles, and says so', () => {
    const broken = { vertices: plate.vertices, indices: Uint32Array.from(plate.indices) };
    // Turn five triangles, repeat two, and leave the last side wall's two triangles of the outline out.
    for (const t of [0, 3, 9, 20, 31]) [broken.indices[t * 3], broken.indices[t * 3 + 1]] = [broken.indices[t * 3 + 1], broken.indices[t * 3]];
    const walls = plate.indices.length / 3 - 2 * (4 + 32);
    const without = [...broken.indices].filter((_, i) => Math.floor(i / 3) !== walls && Math.floor(i / 3) !== walls + 1);
    const { mesh, done } = repair(soupOf({ vertices: plate.vertices, indices: Uint32Array.from([...without, ...broken.indices.slice(0, 6)]) }), 1e-4);
    const m = measure(mesh);
    expect(m.watertight).toBe(true);
    expect(m.volume_mm3).toBeCloseTo(good.volume_mm3, 2);
    expect(done).toEqual(['2 double triangles dropped', '5 triangles turned round', '1 planar hole closed']);
  });
  it('joins corners that nearly meet', () => {
    const soup = soupOf(plate);
    const shaken = { ...soup, positions: soup.positions.map((x, i) => x + (i % 7) * 1e-6) };
    const { mesh, done } = repair(shaken, 1e-3);
    expect(measure(mesh).watertight).toBe(true);
    expect(done).toEqual([expect.stringMatching(/^\d+ corners joined to their neighbours, up to 0.00001 mm away$/)]);
  });
  it('leaves a good part alone, and does not guess at a rim that is not planar', () => {
    expect(repair(soupOf(plate), 1e-4).done).toEqual([]);
    const ball = sphere(10, 24);
    const rim = [...ball.indices].filter((_, i) => ![40, 41, 120].includes(Math.floor(i / 3)));
    const { done } = repair(soupOf({ vertices: ball.vertices, indices: Uint32Array.from(rim.slice(0, -600)) }), 1e-4);
    expect(done.join()).toMatch(/left open/);
  });
  it('joins by the nearest distance, and moves nothing that is sound', () => {
    // The upper half of a block, written a hundredth of a millimetre aside; corners lie where a grid would part them.
    const [low, high] = [box(20, 20, 10), box(20, 20, 10)];
    const open = (m: Mesh, z: number): number[] =>
      [...m.indices].filter((_, i) => {
        const t = 3 * Math.floor(i / 3);
        return ![0, 1, 2].every((k) => m.vertices[3 * m.indices[t + k] + 2] === z);
      });
    const soup = soupOf(joined([
      { vertices: low.vertices, indices: Uint32Array.from(open(low, 10)) },
      { vertices: high.vertices.map((x, i) => (i % 3 === 2 ? x + 10 : x + 0.0045)), indices: Uint32Array.from(open(high, 0)) },
    ]));
    const { mesh, done } = repair(soup, 0.02);
    const m = measure(mesh);
    expect([m.watertight, m.shells]).toEqual([true, 1]);
    expect(m.volume_mm3 / 8000).toBeCloseTo(1, 3);
    expect(done[0]).toMatch(/^4 corners joined/);
    // Every corner stands where one stood in the file.
    const were = new Set(Array.from({ length: soup.triangles * 3 }, (_, i) => soup.positions.slice(3 * i, 3 * i + 3).join()));
    for (let i = 0; i < mesh.vertices.length; i += 3) expect(were.has(mesh.vertices.slice(i, i + 3).join())).toBe(true);
  });
  it('cuts an edge where others end on it', () => {
    const split = box(20, 20, 10);
    // The upper face as four triangles about its middle, with one edge of the outline halved: its wall knows nothing of the new corner.
    const { vertices: v, indices } = split;
    const upper = (t: number): boolean => [0, 1, 2].every((k) => v[3 * indices[3 * t + k] + 2] === 10);
    const walls = [...indices].filter((_, i) => !upper(Math.floor(i / 3)));
    const corner = (x: number, y: number): number =>
      Array.from({ length: v.length / 3 }, (_, i) => i).find((i) => v[3 * i] === x && v[3 * i + 1] === y && v[3 * i + 2] === 10)!;
    const [a, b, c, d] = [corner(0, 0), corner(20, 0), corner(20, 20), corner(0, 20)], n = v.length / 3;
    const mesh: Mesh = { vertices: Float32Array.from([...v, 7, 0, 10]), indices: Uint32Array.from([...walls, a, n, d, n, b, c, n, c, d]) };
    expect(measure(mesh).watertight).toBe(false);
    const { mesh: whole, done } = repair(soupOf(mesh), 1e-3);
    expect(done).toEqual(['1 edge cut where others end on it']);
    const m = measure(whole);
    expect(m.watertight).toBe(true);
    expect(m.volume_mm3).toBeCloseTo(4000, 6);
  });
  it('keeps a sheet that is thinner than the reach', () => {
    // Open along one side: its two faces are nearer to one another than corners are joined over.
    const sheet = box(20, 20, 0.004);
    const { vertices: v, indices } = sheet;
    const side = (t: number): boolean => [0, 1, 2].every((k) => v[3 * indices[3 * t + k]] === 20);
    const { mesh } = repair(soupOf({ vertices: v, indices: indices.filter((_, i) => !side(Math.floor(i / 3))) }), 0.02);
    const m = measure(mesh);
    expect(m.watertight).toBe(true);
    expect(m.volume_mm3).toBeCloseTo(20 * 20 * 0.004, 4);
  });
  it('closes a small hole in a curved face by the least area', () => {
    const ball = sphere(10, 64);
    const whole = measure(ball).volume_mm3;
    const gone = new Set([900, 901, 902, 903]);
    const { mesh, done } = repair(soupOf({ vertices: ball.vertices, indices: ball.indices.filter((_, i) => !gone.has(Math.floor(i / 3))) }), 1e-4);
    const m = measure(mesh);
    expect(done.join()).toMatch(/small holes? closed|planar hole/);
    expect(m.watertight).toBe(true);
    expect(m.volume_mm3 / whole).toBeCloseTo(1, 3);
  });
  it('turns a part that is inside out', () => {
    const { mesh, done } = repair(soupOf(flipped(plate)), 1e-4);
    expect(measure(mesh).volume_mm3).toBeCloseTo(good.volume_mm3, 2);
    expect(done).toEqual(['all faces pointed inwards and were turned']);
  });
});
