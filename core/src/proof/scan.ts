import { readPlyPoints } from '../shape/formats/ply';
import { isSpace, looksLikeText, readDecimal } from '../shape/formats/text';
import { extentOf, type LengthUnit, MAX_BYTES, MeshError, MM_PER } from '../shape/mesh';
import { readMesh } from '../shape/read-mesh';

/** Files a scan may come as, for pickers and messages. */
export const SCAN_EXTENSIONS = ['.ply', '.stl', '.obj', '.xyz', '.asc', '.csv', '.txt'] as const;
/** More points than this tell nothing more of a tool. */
export const MAX_POINTS = 5_000_000;
const LEAST_POINTS = 20;

/**
 * Points of a scan, xyz after xyz in mm: the vertices of a mesh, a cloud in PLY, or lines of text that begin with three numbers (divided by space,
 * comma, semicolon or tab; colours and normals behind them are passed over, and so are lines without numbers, such as headings).
 * @throws MeshError
 */
export function readScan(bytes: Uint8Array, fileName: string, unit: LengthUnit): Float64Array {
  if (bytes.length > MAX_BYTES) throw new MeshError(`The file is larger than ${MAX_BYTES / 2 ** 20} MB; thin the scan out first.`);
  const points = pointsOf(bytes, fileName, unit);
  if (points.length > 3 * MAX_POINTS) throw new MeshError(`The scan has more than ${MAX_POINTS} points; thin it out first.`);
  if (points.length < 3 * LEAST_POINTS)
    throw new MeshError(`The scan has ${points.length / 3} points; ${LEAST_POINTS} are the least that can be laid over a model.`);
  if (!points.every((x) => Math.abs(x) < 1e6)) throw new MeshError('The scan has coordinates beyond a kilometre, or that are no numbers.');
  const { low, high } = extentOf(Float32Array.from(points));
  if (Math.hypot(high[0] - low[0], high[1] - low[1], high[2] - low[2]) < 1e-6) throw new MeshError('All points of the scan are in one place.');
  return points;
}

function pointsOf(bytes: Uint8Array, fileName: string, unit: LengthUnit): Float64Array {
  const isPly = bytes[0] === 0x70 && bytes[1] === 0x6c && bytes[2] === 0x79;
  if (isPly) return readPlyPoints(bytes, MM_PER[unit]);
  if (/\.(stl|obj|3mf)$/i.test(fileName)) return corners(readMesh(bytes, fileName, unit).positions);
  if (!looksLikeText(bytes)) throw new MeshError('This is neither a mesh nor a list of points.');
  return textPoints(bytes, MM_PER[unit]);
}

/** Each corner once: a mesh names it for every triangle around it. */
function corners(positions: Float32Array): Float64Array {
  const seen = new Set<string>();
  const out: number[] = [];
  for (let i = 0; i < positions.length; i += 3) {
    const key = `${positions[i]},${positions[i + 1]},${positions[i + 2]}`;
    if (seen.has(key)) continue;
    seen.add(key);
    out.push(positions[i], positions[i + 1], positions[i + 2]);
  }
  return Float64Array.from(out);
}

const COMMA = 44, SEMICOLON = 59, NEWLINE = 10;

function textPoints(bytes: Uint8Array, scale: number): Float64Array {
  let out = new Float64Array(3 * 4096);
  let n = 0;
  for (let i = 0; i < bytes.length;) {
    let end = bytes.indexOf(NEWLINE, i);
    if (end < 0) end = bytes.length;
    const found: number[] = [];
    for (let k = i; k < end && found.length < 3;) {
      while (k < end && (isSpace(bytes[k]) || bytes[k] === COMMA || bytes[k] === SEMICOLON)) k++;
      const from = k;
      while (k < end && !isSpace(bytes[k]) && bytes[k] !== COMMA && bytes[k] !== SEMICOLON) k++;
      if (k > from) found.push(readDecimal(bytes, from, k));
    }
    i = end + 1;
    if (found.length < 3 || found.some(Number.isNaN)) continue;
    if (n + 3 > out.length) {
      if (n / 3 > MAX_POINTS) break;
      const more = new Float64Array(out.length * 2);
      more.set(out);
      out = more;
    }
    for (const x of found) out[n++] = x * scale;
  }
  return out.slice(0, n);
}
