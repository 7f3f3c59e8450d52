import { MAX_TRIANGLES, MeshError, type Soup } from '../mesh';
import { GrowingMesh } from './growing';
import { isSpace, readDecimal } from './text';

type Scalar = 'int8' | 'uint8' | 'int16' | 'uint16' | 'int32' | 'uint32' | 'float32' | 'float64';
const SCALARS: Record<string, Scalar> = {
  char: 'int8',
  uchar: 'uint8',
  short: 'int16',
  ushort: 'uint16',
  int: 'int32',
  uint: 'uint32',
  float: 'float32',
  double: 'float64',
  int8: 'int8',
  uint8: 'uint8',
  int16: 'int16',
  uint16: 'uint16',
  int32: 'int32',
  uint32: 'uint32',
  float32: 'float32',
  float64: 'float64',
};
const SIZE: Record<Scalar, number> = { int8: 1, uint8: 1, int16: 2, uint16: 2, int32: 4, uint32: 4, float32: 4, float64: 8 };

interface Property {
  name: string;
  type: Scalar;
  /** Type of the count, for lists. */
  count?: Scalar;
}
interface Element {
  name: string;
  count: number;
  properties: Property[];
}

const HEADER_LIMIT = 64 * 1024;

/**
 * Read a PLY: ASCII, or binary of either byte order.
 * @throws MeshError, before anything is allocated, when the header promises more than the file can hold
 */
export const readPly = (bytes: Uint8Array, scale = 1): Soup => read(bytes).soup(scale);

/** The points of a PLY, whether or not it has faces, in mm. @throws MeshError */
export const readPlyPoints = (bytes: Uint8Array, scale = 1): Float64Array => read(bytes).points(scale);

function read(bytes: Uint8Array): GrowingMesh {
  const { format, elements, start } = readHeader(bytes);
  const next = format === 'ascii' ? asciiSource(bytes, start) : binarySource(bytes, start, format === 'binary_little_endian');
  const mesh = new GrowingMesh();
  for (const element of elements) {
    // Nothing is to be read of it, however many are promised.
    if (!element.properties.length) continue;
    const axis = ['x', 'y', 'z'].map((a) => element.properties.findIndex((p) => p.name === a && !p.count));
    const isVertex = element.name === 'vertex';
    const isFace = element.name === 'face';
    if (isVertex && axis.some((a) => a < 0)) throw new MeshError("The PLY's vertices have no x, y and z.");
    const values = new Float64Array(element.properties.length);
    for (let e = 0; e < element.count; e++) {
      const where = `${element.name} ${e + 1}`;
      let corners: number[] | undefined;
      for (let p = 0; p < element.properties.length; p++) {
        const property = element.properties[p];
        if (!property.count) {
          values[p] = next(property.type);
          continue;
        }
        const length = next(property.count);
        if (!(length >= 0 && length <= 1000)) throw new MeshError(`A list of ${length} entries (${where}).`);
        const list: number[] = [];
        for (let k = 0; k < length; k++) list.push(next(property.type));
        if (/^vertex_ind(ex|ices)$/.test(property.name)) corners = list;
      }
      if (isVertex) mesh.vertex(values[axis[0]], values[axis[1]], values[axis[2]], where);
      else if (isFace && corners) mesh.face(corners, where);
    }
  }
  return mesh;
}

function readHeader(bytes: Uint8Array): { format: string; elements: Element[]; start: number } {
  const text = String.fromCharCode(...bytes.subarray(0, Math.min(bytes.length, HEADER_LIMIT)));
  const end = /(^|\n)end_header\r?\n/.exec(text);
  if (!end) throw new MeshError("The PLY's header has no end.");
  let format = '';
  const elements: Element[] = [];
  for (const line of text.slice(0, end.index).split(/\r?\n/).slice(1)) {
    const [key, ...words] = line.trim().split(/\s+/);
    if (key === 'format') format = words[0];
    else if (key === 'element') elements.push({ name: words[0], count: Number(words[1]), properties: [] });
    else if (key === 'property') {
      const list = words[0] === 'list';
      const [type, count] = list ? [SCALARS[words[2]], SCALARS[words[1]]] : [SCALARS[words[0]], undefined];
      if (!type || (list && !count) || !elements.length) throw new MeshError(`The PLY's header has a property nobody knows: "${line.trim().slice(0, 40)}".`);
      elements[elements.length - 1].properties.push({ name: words.at(-1)!, type, count });
    }
  }
  if (!['ascii', 'binary_little_endian', 'binary_big_endian'].includes(format))
    throw new MeshError(`The PLY is of an unknown kind ("${format.slice(0, 30)}").`);
  const start = end.index + end[0].length;
  let least = 0;
  for (const { name, count, properties } of elements) {
    if (!Number.isInteger(count) || count < 0) throw new MeshError(`The PLY promises "${count}" of ${name}.`);
    // The shortest an entry can be: in text two bytes a value, in binary a list's count alone.
    least += count * properties.reduce((s, p) => s + (format === 'ascii' ? 2 : SIZE[p.count ?? p.type]), 0);
  }
  if (least > bytes.length - start + 1) throw new MeshError('The PLY is cut short: its header promises more than the file holds.');
  if ((elements.find((e) => e.name === 'face')?.count ?? 0) > MAX_TRIANGLES)
    throw new MeshError(`The mesh has more than ${MAX_TRIANGLES} triangles; reduce it first.`);
  return { format, elements, start };
}

function asciiSource(bytes: Uint8Array, start: number): (type: Scalar) => number {
  let i = start;
  return () => {
    while (i < bytes.length && isSpace(bytes[i])) i++;
    const from = i;
    while (i < bytes.length && !isSpace(bytes[i])) i++;
    if (from === i) throw new MeshError('The PLY is cut short.');
    return readDecimal(bytes, from, i);
  };
}

function binarySource(bytes: Uint8Array, start: number, little: boolean): (type: Scalar) => number {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let i = start;
  return (type) => {
    const at = i;
    i += SIZE[type];
    if (i > bytes.length) throw new MeshError('The PLY is cut short.');
    switch (type) {
      case 'int8':
        return view.getInt8(at);
      case 'uint8':
        return view.getUint8(at);
      case 'int16':
        return view.getInt16(at, little);
      case 'uint16':
        return view.getUint16(at, little);
      case 'int32':
        return view.getInt32(at, little);
      case 'uint32':
        return view.getUint32(at, little);
      case 'float32':
        return view.getFloat32(at, little);
      case 'float64':
        return view.getFloat64(at, little);
    }
  };
}
