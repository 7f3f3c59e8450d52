import { readShape } from '@cuadro/core/shape/measure';
import { slice } from '@cuadro/core/shape/slice';
import { best, report } from './measure';
import { torusStl } from './torus';

const LAYERS = 500;

/** 1 000 000 triangles into 500 layers, beside manifold's own slice at the same heights. */
export async function benchSlice(): Promise<void> {
  const { mesh, measure } = readShape(torusStl(708));
  const layer = measure.box_mm[2] / LAYERS;
  let ours = slice(mesh, layer);
  const time = best(3, () => {
    ours = slice(mesh, layer);
  });
  const { default: load } = await import('manifold-3d');
  const m = await load();
  m.setup();
  const solid = new m.Manifold(new m.Mesh({ numProp: 3, vertProperties: mesh.vertices, triVerts: mesh.indices }));
  solid.numTri();
  const areas: number[] = [];
  const peer = best(1, () => {
    for (let k = 0; k < LAYERS; k++) {
      const section = solid.slice(measure.box_min_mm[2] + (k + 0.5) * layer);
      areas.push(section.area());
      section.delete();
    }
  });
  // Both must have found the same sections, or the times mean nothing.
  for (let k = 0; k < LAYERS; k++)
    if (Math.abs(areas[k] - ours.area_mm2[k]) > 1e-3 * Math.max(1, areas[k])) throw new Error(`layer ${k}: ${ours.area_mm2[k]} against ${areas[k]}`);
  report(`slices, 1 000 000 triangles × ${LAYERS} layers (area, perimeter, islands)`, time, peer, 'ms', 'at most 0.2');
}
