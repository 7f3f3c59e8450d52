import { makeMeshes } from '../demo/meshes';
import { meshOf } from '@cuadro/core/make/kernel';
import { isotropic, mechanics, type MechanicsInput } from '@cuadro/core/mechanics';
import { Cutters, loadKernel } from '@cuadro/core/shape/features/testing';
import type { Mesh } from '@cuadro/core/shape/mesh';
import { readMesh } from '@cuadro/core/shape/read-mesh';
import { weld } from '@cuadro/core/shape/weld';
import { hasCcx, solveWithCcx, type Tetrahedra, tetrahedra, traction } from './ccx';

/**
 * The solver against another program on another kind of mesh. Deflection within 5 %; stress, averaged over gauge lengths of about twenty millimetres as a strain
 * gauge would, within 10 %.
 */
const MATERIAL = { e: 2000, nu: 0.35 };
type Vec = [number, number, number];
interface Compared {
  tets: Tetrahedra;
  mesh: Mesh;
  held: (p: Vec) => boolean;
  pressed: (p: Vec) => boolean;
  force: Vec;
  supports: MechanicsInput['supports'];
  at: { point: Vec; normal: Vec };
  watched: Vec;
  gauges: [Vec, Vec][];
  elements: number;
}

function compare({ tets, mesh, held, pressed, force, supports, at, watched, gauges, elements }: Compared) {
  const other = solveWithCcx(tets, MATERIAL, held as never, traction(tets, pressed as never, force));
  const corners = new Set(tets.tets.flatMap((t) => t.slice(0, 4)));
  /** The node of the other mesh that is nearest: there both are read. */
  const node = (q: Vec): number =>
    [...corners].reduce((
      best,
      n,
    ) => (Math.hypot(...tets.nodes.get(n)!.map((x, a) => x - q[a])) < Math.hypot(...tets.nodes.get(best)!.map((x, a) => x - q[a])) ? n : best));
  const pairs = gauges.map(([a, b]) => [node(a), node(b)] as const);
  const place = (n: number): Vec => [...tets.nodes.get(n)!] as Vec;
  const { rows: [row] } = mechanics({
    mesh,
    elastic: isotropic(MATERIAL.e, MATERIAL.nu),
    density: 1e-6,
    supports,
    loads: [{ id: 'F', kind: 'force', at, force_n: force }],
    points: [{ id: 'w', at: place(node(watched)) }, ...pairs.flatMap((p, i) => p.map((n, k) => ({ id: `${i}${k}`, at: place(n) })))],
    elements,
  });
  /** Modulus times strain along the gauge, MPa. */
  const stress = (u: readonly number[], v: readonly number[], [a, b]: readonly [number, number]): number => {
    const way = place(b).map((x, k) => x - place(a)[k]), l = Math.hypot(...way);
    return (MATERIAL.e * way.reduce((s, w, k) => s + (w / l) * (v[k] - u[k]), 0)) / l;
  };
  return {
    deflection: Math.hypot(...row.points['w']) / Math.hypot(...other.u.get(node(watched))!),
    error: row.error,
    stresses: pairs.map((p, i) => [stress(row.points[`${i}0`], row.points[`${i}1`], p), stress(other.u.get(p[0])!, other.u.get(p[1])!, p)] as const),
  };
}

const same = ({ deflection, stresses }: ReturnType<typeof compare>): void => {
  expect(Math.abs(deflection - 1)).toBeLessThan(0.05);
  for (const [ours, other] of stresses) {
    expect(Math.abs(other)).toBeGreaterThan(0.05);
    expect(Math.abs(ours / other - 1)).toBeLessThan(0.1);
  }
};

(hasCcx() ? describe : describe.skip)('the solver agrees with another program', () => {
  it('on the hollow gripper finger of the demo plant', async () => {
    for await (const [, stl] of makeMeshes(new Set(['gripper-finger']))) {
      same(compare({
        tets: tetrahedra(stl, 6),
        mesh: weld(readMesh(stl, 'finger.stl', 'mm')),
        held: ([x]) => Math.abs(x) < 1e-3,
        pressed: ([x, , z]) => Math.abs(z - 26) < 1e-3 && x > 127,
        force: [0, 0, -50],
        supports: [{ kind: 'fixed', at: { point: [0, 20, 10], normal: [-1, 0, 0] } }],
        at: { point: [130, 37, 26], normal: [0, 0, 1] },
        watched: [150, 54, 0],
        gauges: [[[50, 6, 0], [72, 9, 0]], [[50, 68, 0], [72, 65, 0]], [[84, 12, 0], [104, 15, 0]]],
        elements: 16_000,
      }));
    }
  });
  it('on a counterbored plate under the head of a screw', async () => {
    const c = new Cutters(await loadKernel(), 0.02);
    const body = c.k.Manifold.cube([120, 60, 16]).subtract(c.cylinder(11, 30).translate([60, 30, -1])).subtract(c.cylinder(18, 20).translate([60, 30, 6]));
    same(compare({
      tets: tetrahedra(
        'Box(1)={0,0,0,120,60,16};\nCylinder(2)={60,30,-1,0,0,20,5.5};\nCylinder(3)={60,30,6,0,0,20,9};\nBooleanDifference{ Volume{1}; Delete; }{ Volume{2}; Volume{3}; Delete; }',
        5,
      ),
      mesh: meshOf(body),
      held: ([x]) => x < 1e-3 || x > 120 - 1e-3,
      pressed: ([x, y, z]) => Math.abs(z - 6) < 1e-3 && Math.hypot(x - 60, y - 30) < 9.01,
      force: [0, 0, -1000],
      supports: [{ kind: 'fixed', at: { point: [0, 30, 8], normal: [-1, 0, 0] } }, { kind: 'fixed', at: { point: [120, 30, 8], normal: [1, 0, 0] } }],
      at: { point: [67, 30, 6], normal: [0, 0, 1] },
      watched: [60, 0, 0],
      gauges: [[[6, 30, 0], [24, 30, 0]], [[6, 30, 16], [24, 30, 16]], [[50, 3, 0], [70, 3, 0]]],
      elements: 16_000,
    }));
  });
});
