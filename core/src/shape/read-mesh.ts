import { readObj } from './formats/obj';
import { readPly } from './formats/ply';
import { readStl } from './formats/stl';
import { readThreeMf } from './formats/threemf';
import { type LengthUnit, MAX_BYTES, MeshError, MM_PER, type Soup } from './mesh';

/**
 * Read a mesh file of any known format. Content decides where it can (archives, PLY), the name where it must (OBJ);
 * the rest is taken for STL.
 * @param unit of the file; a 3MF says its own
 * @throws MeshError
 */
export function readMesh(bytes: Uint8Array, fileName: string, unit: LengthUnit): Soup {
  if (bytes.length > MAX_BYTES) throw new MeshError(`The file is larger than ${MAX_BYTES / 2 ** 20} MB; reduce the mesh first.`);
  const scale = MM_PER[unit];
  const begins = (...codes: number[]): boolean => codes.every((c, i) => bytes[i] === c);
  if (begins(0x50, 0x4b, 3, 4)) return readThreeMf(bytes);
  if (begins(0x70, 0x6c, 0x79, 0x0a) || begins(0x70, 0x6c, 0x79, 0x0d)) return readPly(bytes, scale);
  if (bytes.length && /\.obj$/i.test(fileName)) return readObj(bytes, scale);
  if (bytes.length && /\.3mf$/i.test(fileName)) throw new MeshError("The 3MF's archive is damaged: it does not begin like one.");
  if (bytes.length && /\.ply$/i.test(fileName)) throw new MeshError('This is not a PLY: it does not begin with "ply".');
  return readStl(bytes, scale);
}
