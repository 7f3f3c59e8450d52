import { writeStl } from '@cuadro/core/shape/formats/stl';

interface Mesh {
  vertices: number[];
  indices: number[];
}

/** Axis-parallel box, outward faces. */
function box(x0: number, y0: number, z0: number, x1: number, y1: number, z1: number): Mesh {
  const vertices = [z0, z1].flatMap((z) => [y0, y1].flatMap((y) => [x0, x1].flatMap((x) => [x, y, z])));
  return { vertices, indices: [0, 2, 3, 0, 3, 1, 4, 5, 7, 4, 7, 6, 0, 1, 5, 0, 5, 4, 2, 6, 7, 2, 7, 3, 0, 4, 6, 0, 6, 2, 1, 3, 7, 1, 7, 5] };
}

/** A tray-like bracket as an L of constant section along y: 120 × 80 × 40, legs 8 thick. V = (120·8 + 8·32)·80 = 97 280 mm³. */
export function bracket(): Buffer {
  const p = [[0, 0], [120, 0], [120, 8], [8, 8], [8, 40], [0, 40]];
  const vertices = [0, 80].flatMap((y) => p.flatMap(([x, z]) => [x, y, z]));
  const indices: number[] = [];
  for (const [a, b, c] of [[0, 1, 2], [0, 2, 3], [0, 3, 4], [0, 4, 5]]) indices.push(a, b, c, a + 6, c + 6, b + 6);
  for (let k = 0; k < 6; k++) {
    const j = (k + 1) % 6;
    indices.push(k, k + 6, j + 6, k, j + 6, j);
  }
  return Buffer.from(writeStl(vertices, indices));
}

/** The block the bracket would be milled from, in inches, ASCII: 5 × 4 × 2 in. */
export function blockAscii(): Buffer {
  const { vertices: v, indices } = box(0, 0, 0, 5, 4, 2);
  let text = 'solid block\n';
  for (let t = 0; t < indices.length; t += 3) {
    text += 'facet normal 0 0 0\nouter loop\n';
    for (let k = 0; k < 3; k++) text += `vertex ${v.slice(indices[t + k] * 3, indices[t + k] * 3 + 3).join(' ')}\n`;
    text += 'endloop\nendfacet\n';
  }
  return Buffer.from(`${text}endsolid block\n`);
}

/** A wedge 100 × 40 × 30: V = 60 000 mm³. */
export function wedge(): Mesh {
  return {
    vertices: [0, 0, 0, 100, 0, 0, 0, 0, 30, 0, 40, 0, 100, 40, 0, 0, 40, 30],
    indices: [0, 1, 2, 3, 5, 4, 0, 3, 4, 0, 4, 1, 1, 4, 5, 1, 5, 2, 0, 2, 5, 0, 5, 3],
  };
}
