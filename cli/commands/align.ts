import { readFile } from 'node:fs/promises';
import { parseArgs } from 'node:util';
import { align as alignScan, shareWithin } from '@cuadro/core/proof/align';
import { readScan } from '@cuadro/core/proof/scan';
import { type Command, Fault, meshFaults, misuse, print, shapeOf } from '../command';

const usage = 'align SCAN MODEL [--unit mm|inch]';
const TOLERANCES = [0.05, 0.1, 0.2, 0.3, 0.5, 1];

/** A scan laid over its model: the motion that maps it there, and how far off it is. The unit is that of both files. */
export const align: Command = {
  name: 'align',
  usage,
  async run(args) {
    let files: string[], unit: string;
    try {
      const { values, positionals } = parseArgs({
        args,
        allowPositionals: true,
        options: { unit: { type: 'string', default: 'mm' }, json: { type: 'boolean' } },
      });
      [files, unit] = [positionals, values.unit];
    } catch {
      throw misuse(usage);
    }
    if (files.length !== 2 || (unit !== 'mm' && unit !== 'inch')) throw misuse(usage);
    const [scan, model] = files;
    const bytes = await readFile(scan).catch((e: NodeJS.ErrnoException) => {
      throw new Fault(`${scan}: ${e.code === 'ENOENT' ? 'no such file' : e.message}`, 2);
    });
    const points = meshFaults(scan, () => readScan(bytes, scan, unit as 'mm' | 'inch'));
    const { mesh } = await shapeOf(model, unit, usage);
    const started = performance.now();
    const a = meshFaults(model, () => alignScan(points, mesh));
    print({
      rotation: a.rotation,
      translation_mm: a.translation_mm,
      rms_mm: a.rms_mm,
      rms_fitted_mm: a.rms_fitted_mm,
      mean_mm: a.mean_mm,
      p95_mm: a.p95_mm,
      share_within: Object.fromEntries(TOLERANCES.map((t) => [String(t), shareWithin(a, t)])),
      worst: a.worst,
      points: a.points,
      strays: a.strays,
      seconds: (performance.now() - started) / 1000,
    });
  },
};
