import type { Manifold, ManifoldToplevel } from 'manifold-3d';
import { writeStl } from '@cuadro/core/shape/formats/stl';

/**
 * Shapes of the demo plant, made from parameters with a boolean library; nothing is downloaded.
 * Millimetres; each lies on z = 0 as it would be printed.
 */
type Maker = (m: ManifoldToplevel) => Manifold;

const makers: Record<string, Maker> = {
  'hinge-jig-block'(m) {
    const { box, drill, slot } = kit(m);
    let body = box(236, 96, 40);
    body = body.subtract(box(60, 40, 26).translate(30, 28, 14)).subtract(box(60, 40, 26).translate(146, 28, 14));
    for (const [x, y] of HINGE_HOLES) body = body.subtract(drill(10.2, 50).translate(x, y, -1));
    return body.subtract(slot(46, 14, 42).translate(95, 68, -1)).subtract(box(236, 12, 8).translate(0, 0, 0));
  },
  'hinge-jig-ribbed'(m) {
    const { box, drill, tube, roundBox } = kit(m);
    let body = roundBox(236, 96, 6, 10);
    for (const y of [6, 84]) body = body.add(box(224, 6, 22).translate(6, y, 5));
    for (const x of [6, 78, 152, 224]) body = body.add(box(6, 84, 22).translate(x, 6, 5));
    // Grip: an arched handle, printed with the body.
    const arch = m.Manifold.cylinder(14, 42, 42, 96).rotate([90, 0, 0]).subtract(m.Manifold.cylinder(16, 30, 30, 96).rotate([90, 0, 0]).translate(0, 1, 0)).trimByPlane([0, 0, 1], 0);
    body = body.add(arch.translate(118, 55, 5).intersect(box(236, 96, 42)));
    for (const [x, y] of HINGE_HOLES) body = body.add(tube(22, 10.2, 30).translate(x, y, 0)).subtract(drill(10.2, 60).translate(x, y, -1));
    for (const x of [42, 190]) for (const y of [30, 66]) body = body.subtract(drill(18, 20).translate(x, y, -1));
    return body.subtract(box(240, 12, 4).translate(-2, -2, -1)).trimByPlane([0, 0, 1], 0);
  },
  'press-nest'(m) {
    const { drill, tube } = kit(m);
    let body = m.Manifold.cylinder(18, 80, 80, 256).add(tube(112, 84, 62)).add(m.Manifold.cylinder(34, 30, 26, 192));
    for (let k = 0; k < 8; k++) {
      const a = (k * Math.PI) / 4;
      const rib = m.Manifold.cube([26, 8, 44]).translate(52, -4, 14).trimByPlane(unit([-1, 0, -1.4]), -115 / 1.72);
      body = body.add(rib.rotate([0, 0, (a * 180) / Math.PI]));
      if (k % 2 === 0) body = body.subtract(drill(9, 30).translate(68 * Math.cos(a + 0.39), 68 * Math.sin(a + 0.39), -1));
    }
    return body.subtract(drill(36, 80).translate(0, 0, -1)).translate(80, 80, 0);
  },
  'soft-jaw'(m) {
    const { box, drill } = kit(m);
    let body = box(150, 60, 45);
    // The dough hook: a bent round bar, sunk to half its thickness.
    const path = Array.from({ length: 29 }, (_, i) => {
      const t = i / 28;
      return [16 + 118 * t, 34 + 17 * Math.sin(2.6 * Math.PI * t), 45] as const;
    });
    const beads = path.slice(1).map((p, i) => m.Manifold.hull([m.Manifold.sphere(11, 32).translate(...path[i]), m.Manifold.sphere(11, 32).translate(...p)]));
    body = body.subtract(m.Manifold.union(beads));
    for (const x of [30, 120]) body = body.subtract(drill(11, 60).translate(x, 9, -1)).subtract(drill(18, 12).translate(x, 9, 34));
    return body;
  },
  'gripper-finger'(m) {
    const { box, drill, tube } = kit(m);
    const arm = m.Manifold.hull([box(44, 74, 48), box(8, 34, 20).translate(130, 20, 0)]);
    let body = arm.subtract(m.Manifold.hull([box(18, 46, 60).translate(34, 14, -6), box(6, 16, 60).translate(112, 29, -6)]));
    body = body.add(box(8, 46, 8).translate(70, 14, 0)).add(box(40, 34, 26).translate(128, 20, 0));
    body = body.subtract(m.Manifold.cylinder(60, 26, 26, 160).translate(172, 37, -6));
    for (const y of [14, 60]) body = body.add(tube(14, 6.6, 48).translate(12, y, 0)).subtract(drill(6.6, 60).translate(12, y, -1));
    return body.subtract(drill(5, 170).rotate([0, 90, 0]).translate(-2, 37, 24).intersect(box(40, 74, 48)));
  },
  'masking-cap'(m) {
    const { drill, tube } = kit(m);
    const skirt = tube(46, 41, 30).add(m.Manifold.cylinder(3, 23, 23, 192)).add(m.Manifold.cylinder(18, 7, 5, 96));
    const beads = Array.from({ length: 3 }, (_, k) => m.Manifold.revolve(new m.CrossSection([circle(0.7, 20.6, 10 + 7 * k)]), 192));
    return skirt.add(m.Manifold.union(beads)).subtract(drill(4, 30).translate(0, 0, -1)).translate(23, 23, 0);
  },
  'kitting-tray'(m) {
    const { roundBox, box } = kit(m);
    let body = roundBox(300, 200, 34, 14);
    const pocket = (w: number, d: number, h: number): Manifold => roundBox(w, d, h, Math.min(8, w / 4, d / 4));
    for (let i = 0; i < 4; i++) body = body.subtract(pocket(66, 84, 32).translate(7 + 73 * i, 108, 3));
    for (let i = 0; i < 6; i++) body = body.subtract(pocket(44, 60, 32).translate(7 + 48.6 * i, 42, 3));
    body = body.subtract(pocket(286, 28, 32).translate(7, 7, 3));
    for (let i = 0; i < 6; i++) body = body.subtract(m.Manifold.sphere(16, 96).translate(29 + 48.6 * i, 42, 34));
    return body.subtract(box(60, 6, 40).translate(120, -1, 14));
  },
  'spacer-plate'(m) {
    const { roundBox, drill, slot } = kit(m);
    let body = roundBox(240, 120, 8, 12);
    for (const x of [50, 120, 190]) body = body.subtract(slot(44, 11, 20).translate(x - 22, 54.5, -1));
    for (const x of [16, 224]) for (const y of [16, 104]) body = body.subtract(drill(9, 20).translate(x, y, -1));
    return body;
  },
  'locator-block'(m) {
    const { box, drill } = kit(m);
    let body = box(90, 60, 40);
    for (const x of [15, 75]) for (const y of [15, 45]) body = body.subtract(drill(10, 60).translate(x, y, -1));
    return body;
  },
  'knob-insert'(m) {
    const { box, drill } = kit(m);
    let body = box(96, 96, 38);
    // Cavity of a fluted knob.
    const flutes = Array.from({ length: 9 }, (_, k) => m.Manifold.cylinder(24, 5, 6, 64).translate(24 * Math.cos((k * 2 * Math.PI) / 9), 24 * Math.sin((k * 2 * Math.PI) / 9), 0));
    const knob = m.Manifold.cylinder(22, 23, 25, 256).subtract(m.Manifold.union(flutes)).add(m.Manifold.cylinder(4, 27, 28, 256));
    body = body.subtract(knob.translate(48, 48, 16.5)).add(m.Manifold.cylinder(20, 4, 3.6, 96).translate(48, 48, 16));
    for (const x of [10, 86]) for (const y of [10, 86]) body = body.subtract(drill(8, 60).translate(x, y, -1));
    return body.subtract(box(4, 25, 3).translate(46, -1, 35));
  },
};

const HINGE_HOLES = [[30, 20], [30, 76], [206, 20], [206, 76], [118, 20]] as const;

/** Shop vocabulary over the library's primitives. */
function kit(m: ManifoldToplevel) {
  const box = (x: number, y: number, z: number): Manifold => m.Manifold.cube([x, y, z]);
  const drill = (diameter: number, depth: number): Manifold => m.Manifold.cylinder(depth, diameter / 2, diameter / 2, 96);
  const tube = (outer: number, inner: number, height: number): Manifold =>
    m.Manifold.cylinder(height, outer / 2, outer / 2, 192).subtract(m.Manifold.cylinder(height + 2, inner / 2, inner / 2, 192).translate(0, 0, -1));
  const slot = (length: number, width: number, height: number): Manifold =>
    m.Manifold.hull([drill(width, height).translate(width / 2, width / 2, 0), drill(width, height).translate(length - width / 2, width / 2, 0)]);
  const roundBox = (x: number, y: number, z: number, r: number): Manifold =>
    m.Manifold.hull([[r, r], [x - r, r], [r, y - r], [x - r, y - r]].map(([a, b]) => m.Manifold.cylinder(z, r, r, 96).translate(a, b, 0)));
  return { box, drill, tube, slot, roundBox };
}

const unit = (v: [number, number, number]): [number, number, number] => v.map((x) => x / Math.hypot(...v)) as [number, number, number];
/** Circle of radius r about (x, y) in the section plane of a revolved bead. */
const circle = (r: number, x: number, y: number): [number, number][] =>
  Array.from({ length: 32 }, (_, i) => [x + r * Math.cos((i * Math.PI) / 16), y + r * Math.sin((i * Math.PI) / 16)]);

/** Every demo mesh as a binary STL, by name. Takes about a second. */
export async function makeMeshes(): Promise<Map<string, Uint8Array>> {
  const { default: load } = await import('manifold-3d');
  const m = await load();
  m.setup();
  const out = new Map<string, Uint8Array>();
  for (const [name, make] of Object.entries(makers)) {
    // Edges no longer than 4 mm: shop meshes are finer than a boolean leaves them.
    const mesh = make(m).refineToLength(4).getMesh();
    const vertices = new Float32Array(mesh.numVert * 3);
    for (let v = 0; v < mesh.numVert; v++) for (let a = 0; a < 3; a++) vertices[v * 3 + a] = mesh.vertProperties[v * mesh.numProp + a];
    out.set(name, writeStl(vertices, mesh.triVerts));
  }
  return out;
}
