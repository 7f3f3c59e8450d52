import type { Manifold, ManifoldToplevel } from 'manifold-3d';
import { writeStl } from '@cuadro/core/shape/formats/stl';

/**
 * Shapes of the demo plant, made from parameters with a boolean library; nothing is downloaded.
 * Millimetres; each lies on z = 0 as it would be printed.
 */
type Maker = (m: ManifoldToplevel) => Manifold;

/** As fine as the largest meshes that people bring. */
const FINE = 'hood-mould';

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
    const arch = m.Manifold.cylinder(14, 42, 42, 96).rotate([90, 0, 0]).subtract(m.Manifold.cylinder(16, 30, 30, 96).rotate([90, 0, 0]).translate(0, 1, 0))
      .trimByPlane([0, 0, 1], 0);
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
    const flutes = Array.from(
      { length: 9 },
      (_, k) => m.Manifold.cylinder(24, 5, 6, 64).translate(24 * Math.cos((k * 2 * Math.PI) / 9), 24 * Math.sin((k * 2 * Math.PI) / 9), 0),
    );
    const knob = m.Manifold.cylinder(22, 23, 25, 256).subtract(m.Manifold.union(flutes)).add(m.Manifold.cylinder(4, 27, 28, 256));
    body = body.subtract(knob.translate(48, 48, 16.5)).add(m.Manifold.cylinder(20, 4, 3.6, 96).translate(48, 48, 16));
    for (const x of [10, 86]) for (const y of [10, 86]) body = body.subtract(drill(8, 60).translate(x, y, -1));
    return body.subtract(box(4, 25, 3).translate(46, -1, 35));
  },
  'bracket-plate'(m) {
    const { drill, roundBox, tube } = kit(m);
    let body = roundBox(220, 140, 16, 8);
    // Bracket seat: two pads and a rib that the bracket's flange lies against.
    for (const x of [60, 134]) body = body.add(roundBox(30, 70, 12, 4).translate(x, 34, 15));
    body = body.add(roundBox(120, 8, 21, 3).translate(50, 112, 15));
    for (const [x, y] of [[75, 69], [149, 69]]) body = body.add(tube(20, 8, 20).translate(x, y, 16)).subtract(drill(8, 60).translate(x, y, -1));
    for (const x of [18, 202]) for (const y of [18, 122]) body = body.subtract(drill(9, 30).translate(x, y, -1)).subtract(drill(15, 10).translate(x, y, 8));
    for (const [x, y] of [[30, 70], [190, 70]]) body = body.subtract(drill(10.5, 30).translate(x, y, -1));
    // Chip grooves.
    for (const x of [50, 110, 168]) body = body.subtract(m.Manifold.cube([6, 142, 4]).translate(x, -1, 13));
    return body;
  },
  'vacuum-gripper'(m) {
    const { drill, roundBox, tube } = kit(m);
    let body = roundBox(260, 24, 22, 8).translate(0, 33, 0);
    const cups = [20, 75, 130, 185, 240].flatMap((x) => [[x, 14], [x, 76]] as const);
    for (const [x, y] of cups) body = body.add(m.Manifold.hull([drill(24, 18).translate(x, y, 0), drill(14, 18).translate(x, 45, 0)]));
    body = body.add(m.Manifold.cylinder(40, 31, 31, 192).translate(130, 45, 0));
    // One channel along, one across to each pair of cups.
    const along = drill(7, 244).rotate([0, 90, 0]).translate(8, 45, 11);
    body = body.subtract(along);
    for (const x of [20, 75, 130, 185, 240]) body = body.subtract(drill(5, 62).rotate([-90, 0, 0]).translate(x, 14, 11));
    for (const [x, y] of cups) body = body.subtract(drill(8.8, 12).translate(x, y, -1));
    body = body.subtract(tube(50, 44, 10).translate(130, 45, 33)).subtract(drill(9, 40).translate(130, 45, 11));
    for (let k = 0; k < 4; k++)
      body = body.subtract(drill(6.6, 50).translate(130 + 19 * Math.cos((k * Math.PI) / 2 + 0.8), 45 + 19 * Math.sin((k * Math.PI) / 2 + 0.8), 24));
    return body;
  },
  'bowl-nest'(m) {
    const { drill, tube } = kit(m);
    let body = tube(180, 120, 12).add(tube(150, 138, 70));
    // Three seats whose tops follow the bowl, 4 mm above the ring.
    for (let k = 0; k < 3; k++) body = body.add(m.Manifold.cube([34, 22, 68]).translate(52, -11, 0).rotate([0, 0, 120 * k]));
    body = body.subtract(m.Manifold.sphere(96, 192).translate(0, 0, 128));
    for (let k = 0; k < 6; k++)
      body = body.subtract(drill(9, 30).translate(82 * Math.cos((k * Math.PI) / 3 + 0.5), 82 * Math.sin((k * Math.PI) / 3 + 0.5), -1));
    // Windows for the probe.
    for (let k = 0; k < 3; k++) body = body.subtract(m.Manifold.cube([60, 50, 40]).translate(50, -25, 18).rotate([0, 0, 120 * k + 60]));
    return body.translate(90, 90, 0);
  },
  'gap-gauge'(m) {
    const { drill, roundBox } = kit(m);
    const grip = roundBox(36, 26, 8, 6).translate(24, 0, 0);
    const go = roundBox(28, 18, 3.25, 2).translate(0, 4, 0), noGo = roundBox(28, 18, 4.75, 2).translate(56, 4, 0);
    return grip.add(go).add(noGo).subtract(drill(5, 20).translate(42, 13, -1)).subtract(m.Manifold.cube([4, 1.2, 2]).translate(30, -0.1, 6.2)).subtract(
      m.Manifold.cube([4, 1.2, 2]).translate(48, -0.1, 6.2),
    );
  },
  'trim-punch'(m) {
    const { drill } = kit(m);
    // Joggle: two offset noses, pressed along 160 mm.
    const nose = m.Manifold.hull(
      [[14, 37], [26, 33], [10, 20], [50, 20]].map(([y, z]) => m.Manifold.cylinder(160, 2, 2, 64).rotate([0, 90, 0]).translate(0, y, z)),
    );
    let body = m.Manifold.cube([160, 60, 22]).add(nose.intersect(m.Manifold.cube([160, 60, 40])));
    for (const x of [30, 80, 130]) body = body.subtract(drill(8.5, 30).translate(x, 54, -1)).subtract(drill(14, 10).translate(x, 54, 13));
    return body.subtract(m.Manifold.cube([162, 12, 8]).translate(-1, 24, -1));
  },
  'lid-mould'(m) {
    const { drill, roundBox } = kit(m);
    const draft = (x: number, y: number, z: number, r: number, lean: number): Manifold =>
      m.Manifold.hull([roundBox(x, y, 1, r), roundBox(x - 2 * lean, y - 2 * lean, 1, r).translate(lean, lean, z - 1)]);
    let body = roundBox(620, 420, 24, 30).add(draft(560, 360, 86, 40, 8).translate(30, 30, 23));
    // Two stiffening beads and a finger recess on top, ribs inside, open below.
    for (const y of [130, 250])
      body = body.add(
        m.Manifold.hull([m.Manifold.sphere(12, 64).translate(110, y + 20, 104), m.Manifold.sphere(12, 64).translate(510, y + 20, 104)]).trimByPlane(
          [0, 0, -1],
          -110,
        ),
      );
    body = body.subtract(m.Manifold.hull([m.Manifold.sphere(14, 64).translate(290, 30, 116), m.Manifold.sphere(14, 64).translate(330, 30, 116)]));
    body = body.subtract(
      draft(520, 320, 94, 30, 8).translate(50, 50, -1).subtract(
        m.Manifold.union([140, 310, 480].map((x) => m.Manifold.cube([10, 420, 100]).translate(x - 5, 0, -2))),
      ),
    );
    const vents = [];
    for (let i = 0; i < 14; i++) for (const y of [34, 386]) vents.push(drill(1.5, 40).translate(50 + 40 * i, y, -5));
    return body.subtract(m.Manifold.union(vents));
  },
  'hood-mould'(m) {
    // Half a shell over 1.9 m: outer skin and ribs, open below.
    const arch = (length: number, r: number, z: number): Manifold =>
      m.Manifold.cylinder(length, r, r * 0.94, 192).rotate([0, 90, 0]).scale([1, 1, 0.62]).trimByPlane([0, 0, 1], 0).translate(0, 0, z);
    const outer = arch(1860, 400, 12).translate(20, 410, 0);
    let body = outer.subtract(arch(1840, 372, 12).translate(30, 410, 0));
    const flange = m.Manifold.cube([1900, 820, 16]).subtract(m.Manifold.cube([1820, 720, 40]).translate(40, 50, -10));
    body = body.add(flange);
    for (let i = 0; i < 6; i++)
      body = body.add(
        m.Manifold.cube([22, 820, 300]).translate(180 + 300 * i, 0, 0).intersect(outer).subtract(
          m.Manifold.cube([60, 420, 150]).translate(160 + 300 * i, 200, -1),
        ),
      );
    return body.trimByPlane([0, 0, 1], 0);
  },
  'elbow-core'(m) {
    // A quarter of a ring of oval section with straight ends.
    const section = Array.from({ length: 96 }, (_, i) => [150 + 45 * Math.cos((i * Math.PI) / 48), 36 * Math.sin((i * Math.PI) / 48)] as [number, number]);
    const bend = m.Manifold.revolve(new m.CrossSection([section]), 192, 90);
    const end = m.Manifold.extrude(new m.CrossSection([section.map(([x, y]) => [x, y] as [number, number])]), 45);
    return bend.add(end.rotate([90, 0, 0])).add(end.mirror([0, 0, 1]).rotate([90, 0, 0]).rotate([0, 0, 90])).translate(45, 45, 36);
  },
  'corner-die'(m) {
    const { drill, roundBox } = kit(m);
    // The corner: three walls blended by balls, dished towards the middle.
    const ball = (x: number, y: number, z: number, r: number): Manifold => m.Manifold.sphere(r, 96).translate(x, y, z);
    const corner = m.Manifold.hull([
      ball(40, 40, 26, 18),
      ball(150, 40, 26, 18),
      ball(40, 150, 26, 18),
      ball(150, 150, 30, 14),
      roundBox(170, 170, 2, 24).translate(10, 10, 8),
    ]);
    return roundBox(190, 190, 12, 10).add(corner.trimByPlane([0, 0, 1], 0)).subtract(drill(8, 60).translate(12, 12, -1)).subtract(
      drill(8, 60).translate(178, 178, -1),
    );
  },
  'grate-plate'(m) {
    const { drill, roundBox } = kit(m);
    const foot = (x: number, y: number): Manifold => {
      let f = m.Manifold.hull([m.Manifold.cylinder(6, 34, 33, 96), m.Manifold.cylinder(20, 16, 14, 96)]);
      for (let k = 0; k < 3; k++)
        f = f.add(m.Manifold.hull([m.Manifold.cylinder(14, 5, 4, 48), m.Manifold.cylinder(6, 6, 5, 48).translate(40, 0, 0)]).rotate([0, 0, 120 * k]));
      return f.translate(x, y, 13.5);
    };
    let body = roundBox(300, 220, 14, 12).add(foot(90, 70)).add(foot(210, 70)).add(foot(90, 158)).add(foot(210, 158));
    // Runner and ingates.
    body = body.add(m.Manifold.hull([drill(14, 8).translate(150, 40, 13.5), drill(14, 8).translate(150, 186, 13.5)]));
    for (const y of [70, 158]) body = body.add(m.Manifold.cube([60, 10, 5]).translate(120, y - 5, 13.5));
    for (const [x, y] of [[14, 110], [286, 110]]) body = body.subtract(drill(10, 30).translate(x, y, -1));
    return body;
  },
  'sprocket-guard'(m) {
    const { drill, roundBox, slot } = kit(m);
    const outer = m.Manifold.hull([m.Manifold.cylinder(70, 78, 76, 192).translate(80, 80, 0), m.Manifold.cylinder(70, 40, 38, 192).translate(196, 80, 0)]);
    const inner = m.Manifold.hull([m.Manifold.cylinder(70, 75, 73, 192).translate(80, 80, 0), m.Manifold.cylinder(70, 37, 35, 192).translate(196, 80, 0)]);
    let body = outer.subtract(inner.translate(0, 0, -3));
    // Four ears to bolt it down.
    for (const [cx, r, turn] of [[80, 86, 130], [80, 86, 230], [196, 48, 50], [196, 48, 310]] as const) {
      const x = cx + r * Math.cos((turn * Math.PI) / 180), y = 80 + r * Math.sin((turn * Math.PI) / 180);
      body = body.add(roundBox(22, 22, 4, 8).translate(x - 11, y - 11, 0)).subtract(drill(6.6, 20).translate(x, y, -1));
    }
    body = body.subtract(inner.translate(0, 0, -3).trimByPlane([0, 0, -1], -66));
    // Slots too narrow for a finger.
    for (let i = 0; i < 7; i++) body = body.subtract(slot(70, 5, 20).translate(45, 50 + 10 * i, 60));
    return body.subtract(m.Manifold.cube([60, 44, 40]).translate(60, -10, -1));
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

/**
 * Demo meshes as binary STL, by name, one after the other: each takes up to a second, so that the caller can go on with it.
 * @param names only these; all where left out
 */
export async function* makeMeshes(names?: ReadonlySet<string>): AsyncGenerator<[name: string, stl: Uint8Array]> {
  if (names?.size === 0) return;
  const { default: load } = await import('manifold-3d');
  const m = await load();
  m.setup();
  for (const [name, make] of Object.entries(makers)) {
    if (names && !names.has(name)) continue;
    const shape = make(m);
    const { min, max } = shape.boundingBox();
    // Shop meshes are finer than a boolean leaves them; one is as fine as people bring them, the others quick to study at the first start.
    const span = Math.max(max[0] - min[0], max[1] - min[1]);
    const mesh = shape.refineToLength(name === FINE ? span / 80 : Math.max(20, span / 30)).getMesh();
    const vertices = new Float32Array(mesh.numVert * 3);
    for (let v = 0; v < mesh.numVert; v++) for (let a = 0; a < 3; a++) vertices[v * 3 + a] = mesh.vertProperties[v * mesh.numProp + a];
    yield [name, writeStl(vertices, mesh.triVerts)];
  }
}
