import { MAX_TRIANGLES, MeshError, type Soup } from '../mesh';
import { isSpace, looksLikeText, readDecimal } from './text';

const HEADER = 84;
const RECORD = 50;

/**
 * Read an STL file, binary or ASCII (told apart by content, not by name).
 * @param bytes the whole file
 * @param scale millimetres per file unit
 * @throws MeshError for anything that is not a complete, finite STL
 */
export function readStl(bytes: Uint8Array, scale = 1): Soup {
  if (bytes.length === 0) throw new MeshError('The file is empty (0 bytes).');
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const promised = bytes.length >= HEADER ? view.getUint32(80, true) : -1;
  // The size decides first: some binary files begin with "solid" too.
  if (promised > 0 && bytes.length === HEADER + promised * RECORD) return readBinary(view, promised, scale, []);
  if (looksLikeText(bytes)) return readAscii(bytes, scale);
  if (promised < 0) throw new MeshError(`The file is too short for an STL (${bytes.length} bytes).`);
  if (promised === 0) throw new MeshError('The STL holds no triangles.');
  const held = Math.floor((bytes.length - HEADER) / RECORD);
  if (held >= promised) {
    const extra = bytes.length - HEADER - promised * RECORD;
    return readBinary(view, promised, scale, [`${extra} bytes after the last triangle were ignored.`]);
  }
  throw new MeshError(`The STL is cut short: its header promises ${promised} triangles, the file holds ${held}. Export or copy it again.`);
}

function readBinary(view: DataView, count: number, scale: number, notes: string[]): Soup {
  if (count > MAX_TRIANGLES) throw new MeshError(`The mesh has ${count} triangles, more than ${MAX_TRIANGLES}; reduce it first.`);
  const positions = new Float32Array(count * 9);
  // Records are 50 bytes, so floats are not aligned: copy each record's 36 bytes of corners into aligned scratch.
  const scratch = new Float32Array(9);
  const scratchBytes = new Uint8Array(scratch.buffer);
  const source = new Uint8Array(view.buffer, view.byteOffset, view.byteLength);
  let at = HEADER + 12;
  for (let t = 0, p = 0; t < count; t++, p += 9, at += RECORD) {
    for (let k = 0; k < 36; k++) scratchBytes[k] = source[at + k];
    let sum = 0;
    for (let k = 0; k < 9; k++) {
      const x = scratch[k] * scale;
      positions[p + k] = x;
      sum += x - x; // 0 for a finite number, NaN otherwise
    }
    if (sum !== 0) throw new MeshError(`Triangle ${t + 1} has a corner that is not a number (NaN or infinite). Export the mesh again.`);
  }
  return { positions, triangles: count, notes };
}

/** Does the token at `start` spell the word, in either case? Words are given in small letters. */
function spells(bytes: Uint8Array, start: number, end: number, word: readonly number[]): boolean {
  if (end - start !== word.length) return false;
  for (let k = 0; k < word.length; k++) if ((bytes[start + k] | 32) !== word[k]) return false;
  return true;
}
const VERTEX = [...'vertex'].map((c) => c.charCodeAt(0));
const FACET = [...'facet'].map((c) => c.charCodeAt(0));

function readAscii(bytes: Uint8Array, scale: number): Soup {
  const head = String.fromCharCode(...bytes.subarray(0, Math.min(bytes.length, 512))).trimStart().toLowerCase();
  if (!head.startsWith('solid')) throw new MeshError('This is a text file, but not an STL: it does not begin with "solid".');
  let capacity = Math.max(64, Math.ceil(bytes.length / 200));
  let positions = new Float32Array(capacity * 9);
  let corners = 0;
  let line = 1;
  let facets = 0;
  let i = 0;
  const n = bytes.length;
  while (i < n) {
    while (i < n && isSpace(bytes[i])) if (bytes[i++] === 10) line++;
    const start = i;
    while (i < n && !isSpace(bytes[i])) i++;
    if (spells(bytes, start, i, FACET)) facets++;
    if (!spells(bytes, start, i, VERTEX)) continue;
    if (corners >= capacity * 3) {
      capacity *= 2;
      const bigger = new Float32Array(capacity * 9);
      bigger.set(positions);
      positions = bigger;
    }
    for (let k = 0; k < 3; k++) {
      while (i < n && (bytes[i] === 32 || bytes[i] === 9)) i++;
      const from = i;
      while (i < n && !isSpace(bytes[i])) i++;
      const x = readDecimal(bytes, from, i);
      if (!Number.isFinite(x))
        throw new MeshError(`Line ${line} of the STL: "${String.fromCharCode(...bytes.subarray(from, Math.min(i, from + 20)))}" is not a number.`);
      positions[corners * 3 + k] = x * scale;
    }
    corners++;
    if (corners > MAX_TRIANGLES * 3) throw new MeshError(`The mesh has more than ${MAX_TRIANGLES} triangles; reduce it first.`);
  }
  if (corners === 0) throw new MeshError('The file begins like an ASCII STL, but holds no triangles.');
  if (corners % 3 !== 0 || facets * 3 !== corners) {
    throw new MeshError(`The ASCII STL is cut short or damaged: ${facets} facets begun, ${corners} corners found (three each expected).`);
  }
  return { positions: positions.slice(0, corners * 3), triangles: corners / 3, notes: [] };
}

/** Write a binary STL (for demo data, tests and made geometry). */
export function writeStl(vertices: ArrayLike<number>, indices: ArrayLike<number>): Uint8Array {
  const count = indices.length / 3;
  const bytes = new Uint8Array(HEADER + count * RECORD);
  const view = new DataView(bytes.buffer);
  view.setUint32(80, count, true);
  for (let t = 0, at = HEADER; t < count; t++, at += RECORD) {
    const a = indices[t * 3] * 3, b = indices[t * 3 + 1] * 3, c = indices[t * 3 + 2] * 3;
    const ux = vertices[b] - vertices[a], uy = vertices[b + 1] - vertices[a + 1], uz = vertices[b + 2] - vertices[a + 2];
    const vx = vertices[c] - vertices[a], vy = vertices[c + 1] - vertices[a + 1], vz = vertices[c + 2] - vertices[a + 2];
    const nx = uy * vz - uz * vy, ny = uz * vx - ux * vz, nz = ux * vy - uy * vx;
    const length = Math.sqrt(nx * nx + ny * ny + nz * nz) || 1;
    view.setFloat32(at, nx / length, true);
    view.setFloat32(at + 4, ny / length, true);
    view.setFloat32(at + 8, nz / length, true);
    for (let k = 0; k < 3; k++) {
      const v = indices[t * 3 + k] * 3;
      view.setFloat32(at + 12 + k * 12, vertices[v], true);
      view.setFloat32(at + 16 + k * 12, vertices[v + 1], true);
      view.setFloat32(at + 20 + k * 12, vertices[v + 2], true);
    }
  }
  return bytes;
}
