import { MeshError, type Soup } from '../mesh';
import { GrowingMesh } from './growing';
import { isSpace, readDecimal } from './text';

/**
 * Read an OBJ: `v` and `f` lines; polygons become fans, negative numbers count back, all else is passed over.
 * @param scale millimetres per file unit
 * @throws MeshError naming the line
 */
export function readObj(bytes: Uint8Array, scale = 1): Soup {
  const mesh = new GrowingMesh();
  const n = bytes.length;
  const xyz = [0, 0, 0];
  let line = 0;
  let i = 0;
  while (i < n) {
    line++;
    const where = `line ${line}`;
    while (i < n && (bytes[i] === 32 || bytes[i] === 9)) i++;
    const key = bytes[i];
    const plain = i + 1 < n && (bytes[i + 1] === 32 || bytes[i + 1] === 9);
    if (plain && key === 118) {
      i++;
      for (let k = 0; k < 3; k++) {
        [xyz[k], i] = number(bytes, i);
      }
      mesh.vertex(xyz[0], xyz[1], xyz[2], where);
    } else if (plain && key === 102) {
      i++;
      const corners: number[] = [];
      for (;;) {
        while (i < n && (bytes[i] === 32 || bytes[i] === 9 || bytes[i] === 92)) {
          // A backslash at the end of a line continues it.
          if (bytes[i] === 92) { while (i < n && bytes[i] !== 10) i++; }
          i++;
        }
        if (i >= n || isSpace(bytes[i])) break;
        const start = i;
        while (i < n && !isSpace(bytes[i]) && bytes[i] !== 47) i++;
        const index = readDecimal(bytes, start, i);
        while (i < n && !isSpace(bytes[i])) i++;
        corners.push(index < 0 ? mesh.vertexCount + index : index - 1);
      }
      if (corners.length < 3) throw new MeshError(`A face with fewer than three corners (${where}).`);
      mesh.face(corners, where);
    }
    while (i < n && bytes[i] !== 10) i++;
    i++;
  }
  return mesh.soup(scale);
}

/** The number after white space at i, and where it ends. */
function number(bytes: Uint8Array, i: number): [value: number, end: number] {
  while (i < bytes.length && (bytes[i] === 32 || bytes[i] === 9)) i++;
  const start = i;
  while (i < bytes.length && !isSpace(bytes[i])) i++;
  return [readDecimal(bytes, start, i), i];
}
