import { alike, type Pattern } from '@cuadro/core/shape/features/patterns';
import type { Bore } from '@cuadro/core/shape/features/bores';
import { featuresOf } from '@cuadro/core/shape/features/features';
import { partingOf } from '@cuadro/core/shape/features/parting';
import { shapeCommand } from '../command';

const bore = (b: Bore, pattern: Pattern | undefined, same: number) => ({
  kind: b.kind,
  diameter_mm: b.diameter_mm,
  depth_mm: b.depth_mm,
  through: b.through,
  axis: b.axis,
  mouth_mm: b.mouth,
  ...(b.counterbore && { counterbore: b.counterbore }),
  ...(b.countersink && { countersink: { ...b.countersink, angle_deg: b.angle_deg } }),
  ...(b.angle_deg !== undefined && { angle: b.angle_deg }),
  ...(b.point_deg !== undefined && { point_angle: b.point_deg }),
  ...(b.keyway_mm !== undefined && { keyway_mm: b.keyway_mm }),
  ...(b.length_mm !== undefined && { length_mm: b.length_mm }),
  ...(pattern && { count_in_pattern: pattern.count, pattern }),
  of_its_kind: same,
});

/** What a machinist sees: bodies and what they are made from, holes by kind, pockets, clampings, and for a plate its cutting. */
export const features = shapeCommand('features', ({ mesh }) => {
  const { bodies, setUps, cutters, moulding, datums, mirrors } = featuresOf(mesh);
  const cut = bodies.length === 1 ? bodies[0].cut : undefined;
  return {
    bodies: bodies.map(({ volume_mm3, shape }) => ({ volume_mm3, box_mm: shape.box.size_mm, kind: shape.kind })),
    holes: bodies.flatMap(({ bores, patterns }) => {
      const groups = alike(bores);
      return bores.map((b) => bore(b, patterns.get(b), groups.find((g) => g.includes(b))!.length));
    }),
    pockets: bodies.flatMap(({ pockets }) =>
      pockets.map((p) => ({ depth_mm: p.depth_mm, corner_radius_mm: p.corner_radius_mm ?? null, floor_mm2: p.floor_mm2, walled: p.walled, axis: p.axis }))
    ),
    bosses: bodies.flatMap((b) => b.bosses),
    ribs: bodies.flatMap((b) => b.ribs),
    moulding: { ...moulding, parting_mm: partingOf(mesh, moulding.pull).length_mm },
    datums,
    mirrors,
    cutters,
    setups: { three_axis: setUps.three_axis, four_axis: setUps.four_axis, five_axis: setUps.five_axis, unreachable: setUps.unreachable },
    ...(cut && { cut_plan: { ...cut, then: cut.then.map((t) => t.text) } }),
  };
});
