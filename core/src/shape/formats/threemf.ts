import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { SaxesParser } from 'saxes';
import { MAX_TRIANGLES, MeshError, type Soup } from '../mesh';

/** Millimetres per unit a 3MF may name. */
const UNITS: Record<string, number> = { micron: 0.001, millimeter: 1, centimeter: 10, inch: 25.4, foot: 304.8, meter: 1000 };

/** A model part may unpack to this much, and no part of it may be nested deeper than that. */
const MAX_XML = 400 * 1024 * 1024;
const MAX_DEPTH = 16;

type Matrix = readonly number[]; // row-major 4 × 3, as the file writes it
const IDENTITY: Matrix = [1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0];

interface Placed {
  object: string;
  matrix: Matrix;
}
interface Thing {
  vertices: number[];
  triangles: number[];
  components: Placed[];
}

/**
 * Read a 3MF: the model part with its objects, components (nested, with transforms) and build items. The unit is the
 * file's own.
 * @throws MeshError for broken archives, zip bombs, deep or circular nesting, and faces that point nowhere
 */
export function readThreeMf(bytes: Uint8Array): Soup {
  const xml = modelPart(bytes);
  const { unit, things, items } = parseModel(xml);
  const scale = UNITS[unit];
  if (!scale) throw new MeshError(`The 3MF is in an unknown unit ("${unit.slice(0, 20)}").`);
  // Counted before anything is laid out: a kilobyte of nested components can stand for thousands of millions of triangles.
  const counted = new Map<string, number>();
  const count = (object: string, depth: number): number => {
    if (depth > MAX_DEPTH) throw new MeshError("The 3MF's components are nested too deeply, or in a ring.");
    const thing = things.get(object);
    if (!thing) throw new MeshError(`The 3MF refers to object ${object.slice(0, 20)}, which is not in it.`);
    let n = counted.get(object);
    if (n === undefined) {
      n = thing.triangles.length / 3 + thing.components.reduce((s, c) => s + count(c.object, depth + 1), 0);
      counted.set(object, n);
    }
    return n;
  };
  const roots = items.length ? items : [...things.keys()].slice(-1).map((object) => ({ object, matrix: IDENTITY }));
  const total = roots.reduce((s, r) => s + count(r.object, 0), 0);
  if (total > MAX_TRIANGLES) throw new MeshError(`The mesh has more than ${MAX_TRIANGLES} triangles; reduce it first.`);
  if (total === 0) throw new MeshError('The 3MF holds no triangles.');

  const positions = new Float32Array(total * 9);
  let at = 0;
  const place = ({ object, matrix }: Placed): void => {
    const { vertices: v, triangles, components } = things.get(object)!;
    for (const t of triangles) {
      if (!(t * 3 + 2 < v.length)) throw new MeshError(`A triangle of the 3MF points at vertex ${t}, but there are ${v.length / 3}.`);
      const [x, y, z] = [v[t * 3], v[t * 3 + 1], v[t * 3 + 2]];
      for (let a = 0; a < 3; a++) positions[at++] = (x * matrix[a] + y * matrix[3 + a] + z * matrix[6 + a] + matrix[9 + a]) * scale;
    }
    for (const c of components) place({ object: c.object, matrix: multiply(c.matrix, matrix) });
  };
  roots.forEach(place);
  if (!positions.every(Number.isFinite)) throw new MeshError('A coordinate of the 3MF is not a number.');
  return { positions, triangles: total, notes: unit === 'millimeter' ? [] : [`The file says its unit is the ${unit}; that was used.`] };
}

function modelPart(bytes: Uint8Array): string {
  try {
    const parts = unzipSync(bytes, {
      filter: (f) => {
        const wanted = /\.model$/i.test(f.name);
        if (wanted && f.originalSize > MAX_XML) throw new MeshError('The 3MF unpacks to more than can be read. Reduce the mesh first.');
        return wanted;
      },
    });
    const name = Object.keys(parts).find((n) => /3d\/3dmodel\.model$/i.test(n)) ?? Object.keys(parts)[0];
    if (!name) throw new MeshError('This is an archive, but not a 3MF: there is no model in it.');
    return strFromU8(parts[name]);
  } catch (e) {
    if (e instanceof MeshError) throw e;
    throw new MeshError("The 3MF's archive is damaged or cut short.");
  }
}

function parseModel(xml: string): { unit: string; things: Map<string, Thing>; items: Placed[] } {
  const things = new Map<string, Thing>();
  const items: Placed[] = [];
  let unit = 'millimeter';
  let thing: Thing | undefined;
  let triangles = 0;
  const parser = new SaxesParser({ position: false });
  parser.on('error', () => {
    throw new MeshError("The 3MF's model is damaged: it is not well-formed XML.");
  });
  parser.on('doctype', () => {
    throw new MeshError("The 3MF's model declares a document type, which no model needs.");
  });
  parser.on('opentag', ({ name, attributes }) => {
    // Without namespace processing every attribute is plain text.
    const a = attributes as Record<string, string | undefined>;
    switch (name.slice(name.indexOf(':') + 1)) {
      case 'model':
        unit = a['unit'] ?? unit;
        break;
      case 'object':
        thing = { vertices: [], triangles: [], components: [] };
        things.set(a['id'] ?? '', thing);
        break;
      case 'vertex':
        thing?.vertices.push(Number(a['x'] ?? NaN), Number(a['y'] ?? NaN), Number(a['z'] ?? NaN));
        break;
      case 'triangle':
        if (++triangles > MAX_TRIANGLES) throw new MeshError(`The mesh has more than ${MAX_TRIANGLES} triangles; reduce it first.`);
        for (const k of ['v1', 'v2', 'v3']) {
          const v = Number(a[k] ?? NaN);
          if (!(Number.isInteger(v) && v >= 0)) throw new MeshError(`A triangle of the 3MF has no proper ${k}.`);
          thing?.triangles.push(v);
        }
        break;
      case 'component':
        thing?.components.push({ object: a['objectid'] ?? '', matrix: matrixOf(a['transform']) });
        break;
      case 'item':
        items.push({ object: a['objectid'] ?? '', matrix: matrixOf(a['transform']) });
        break;
    }
  });
  parser.write(xml).close();
  return { unit, things, items };
}

function matrixOf(text: string | undefined): Matrix {
  if (text === undefined) return IDENTITY;
  const m = text.trim().split(/\s+/).map(Number);
  if (m.length !== 12 || !m.every(Number.isFinite)) throw new MeshError('A transform of the 3MF is not twelve numbers.');
  return m;
}

/** First a, then b: points are rows. */
function multiply(a: Matrix, b: Matrix): Matrix {
  const out: number[] = [];
  for (let r = 0; r < 4; r++)
    for (let c = 0; c < 3; c++) out.push(a[r * 3] * b[c] + a[r * 3 + 1] * b[3 + c] + a[r * 3 + 2] * b[6 + c] + (r === 3 ? b[9 + c] : 0));
  return out;
}

/** Write one mesh as a 3MF, millimetres. */
export function writeThreeMf(vertices: ArrayLike<number>, indices: ArrayLike<number>): Uint8Array {
  const lines: string[] = [];
  for (let v = 0; v < vertices.length; v += 3) lines.push(`<vertex x="${vertices[v]}" y="${vertices[v + 1]}" z="${vertices[v + 2]}"/>`);
  const faces: string[] = [];
  for (let t = 0; t < indices.length; t += 3) faces.push(`<triangle v1="${indices[t]}" v2="${indices[t + 1]}" v3="${indices[t + 2]}"/>`);
  const model =
    `<?xml version="1.0" encoding="UTF-8"?>\n<model unit="millimeter" xml:lang="en" xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02"><resources><object id="1" type="model"><mesh><vertices>${
      lines.join('')
    }</vertices><triangles>${faces.join('')}</triangles></mesh></object></resources><build><item objectid="1"/></build></model>`;
  return zipSync({
    '[Content_Types].xml': strToU8(
      '<?xml version="1.0" encoding="UTF-8"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="model" ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/></Types>',
    ),
    '_rels/.rels': strToU8(
      '<?xml version="1.0" encoding="UTF-8"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Target="/3D/3dmodel.model" Id="rel0" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>',
    ),
    '3D/3dmodel.model': strToU8(model),
  });
}
