import { loadRows, solvedLoads } from '../case/load-table';
import { shapeFor } from '../case/facts';
import type { CaseDoc, Pin } from '../case/types';
import { factsOf } from '../plan/facts';
import { isLasting, sizeOfLoad } from '../need/loads';
import type { Site } from '../records/site';
import type { Orientation } from '../shape/orient';
import { dot, frameFor, UP } from '../shape/turn';
import { buildHours } from '../routes/evaluate-route';

/**
 * Hours that one tool takes on its machine for each way of laying it on the bed: height, support and face on the bed are those
 * of the direction; walls, fill and the room that copies take are those of the part as it lies now. Coarse, as the directions are.
 * Nothing where the part has not been studied, or the way is not built on a machine of the house.
 */
export function hoursLying(doc: CaseDoc, site: Site, pin: Pin, ways: readonly Orientation[]): number[] | undefined {
  const shape = shapeFor(doc, true);
  if (!shape?.study) return undefined;
  const { study } = shape;
  const { build } = study;
  const hours = ways.map(({ up, height_mm, support_mm3: likely, overhang_mm2, footprint_mm2, bed_mm2, standing, raft_mm3 }) => {
    const { low, high } = build.support_mm3;
    const support_mm3 = { low: Math.min(low, likely), likely, high: Math.max(high, likely) };
    const printed = {
      ...shape,
      up,
      study: { ...study, build: { ...build, up, height_mm, support_mm3, overhang_mm2, footprint_mm2, bed_mm2, standing, raft_mm3 } },
    };
    const one = { ...doc.need, copies: { level: 'must' as const, value: 1, from: '' } };
    return buildHours(factsOf({ ...doc, need: one, shapes: { ...doc.shapes, printed } }, site), pin);
  });
  return hours.some((h) => h > 0) ? hours : undefined;
}

/**
 * Stress that the load table puts across the layers for each way of laying the part, MPa: at the most worked places of every row the stress along the build direction,
 * nᵀ σ n, with what stays on added. Solved as the part lies now and nearly alike in all directions, so that its stress is the same however it is turned. Nothing
 * where the table is not solved.
 */
export function stressAcross(doc: CaseDoc, ways: readonly Pick<Orientation, 'up'>[]): number[] | undefined {
  const shape = shapeFor(doc, true), solved = solvedLoads(doc).printed;
  if (!shape || !solved?.classes.length) return undefined;
  // The class most alike in all directions.
  const of = solved.classes.reduce((a, b) => (Math.abs(Math.log(b.ratio)) < Math.abs(Math.log(a.ratio)) ? b : a));
  const rows = loadRows(doc).filter(([id]) => of.rows[id]).map(([id, row]) => ({ row: of.rows[id], size: sizeOfLoad(row).likely, lasting: isLasting(row) }));
  if (!rows.length) return undefined;
  const frame = frameFor(shape.up ?? UP);
  const states = rows.flatMap((r) => {
    const acts = [r, ...rows.filter((o) => o.lasting && o !== r)];
    return of.spots.map((_, k) => [0, 1, 2, 3, 4, 5].map((c) => acts.reduce((s, a) => s + a.size * (a.row.stresses[k]?.[c] ?? 0), 0)));
  });
  return ways.map(({ up }) => {
    const [x, y, z] = frame.map((axis) => dot(axis, up));
    return Math.max(
      0,
      ...states.map(([xx, yy, zz, xy, yz, zx]) => Math.abs(xx * x * x + yy * y * y + zz * z * z + 2 * (xy * x * y + yz * y * z + zx * z * x))),
    );
  });
}
