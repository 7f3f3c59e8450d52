import { pack } from '@cuadro/core/board/pack';
import { heightMap, SIXTY } from '@cuadro/core/board/pack-testing';
import { align } from '@cuadro/core/proof/align';
import { scanOf } from '@cuadro/core/proof/scan-testing';
import { drilledPlate, refined } from '@cuadro/core/shape/testing';
import { best, report } from './measure';

/** Half a million points laid over a model, against three seconds; sixty parts in a bin, against a published height map in height and time. */
export function benchProof(): void {
  const model = refined(drilledPlate(180, 90, 20, [[12, 30, 20], [20, 90, 60], [8, 150, 30]], 96), 2);
  const scan = scanOf(model, 500_000, { noise: 0.02, strays: 0.02, motion: { rotation: [[0, -1, 0], [1, 0, 0], [0, 0, 1]], translation_mm: [100, 20, 5] } });
  report(`500 000 points over ${model.indices.length / 3} triangles`, best(2, () => align(scan, model)), 3000, 'ms', '1');
  const bin = [200, 160, 300] as const, gap = 3;
  let ours = 0, theirs = 0;
  const packing = best(1, () => (ours = pack(SIXTY, { bin_mm: bin, gap_mm: gap, goOn: (n) => n < 4 }).height_mm));
  const cell = 200 / 110;
  const mapped = best(1, () => (theirs = heightMap(SIXTY, bin, gap, cell)));
  report('60 parts, height used, against a height map', ours, theirs, 'mm', '0.9');
  report('60 parts, four orders, against a height map once', packing, mapped);
}
