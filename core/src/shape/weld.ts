import type { Mesh, Soup } from './mesh';

/**
 * Join corners with the same coordinates (to the bit; −0 equals 0) into shared vertices.
 *
 * Open-addressing hash over the three 32-bit patterns, linear probing, at most half full: one pass, no objects.
 * Exporters write the same float for the same corner, so no tolerance is used; see `topology` for what does not close.
 */
export function weld(soup: Soup): Mesh {
  const corners = soup.triangles * 3;
  const positions = soup.positions;
  // x + 0 turns −0 into 0, so that bits can be compared.
  for (let i = 0; i < corners * 3; i++) positions[i] += 0;
  const bits = new Uint32Array(positions.buffer, positions.byteOffset, corners * 3);
  const indices = new Uint32Array(corners);
  // Closed meshes have about half as many vertices as triangles; start there and grow when the mesh is a soup.
  let size = 1 << Math.max(8, Math.ceil(Math.log2(soup.triangles * 1.2)));
  let table = new Uint32Array(size);
  let mask = size - 1;
  let count = 0;
  let owner = new Uint32Array(Math.max(16, Math.ceil(soup.triangles * 0.6)));

  const grow = (): void => {
    size *= 2;
    mask = size - 1;
    table = new Uint32Array(size);
    for (let v = 0; v < count; v++) {
      const c = owner[v] * 3;
      let h = mix(bits[c], bits[c + 1], bits[c + 2]) & mask;
      while (table[h] !== 0) h = (h + 1) & mask;
      table[h] = v + 1;
    }
  };

  for (let i = 0, c = 0; i < corners; i++, c += 3) {
    const x = bits[c];
    const y = bits[c + 1];
    const z = bits[c + 2];
    let h = mix(x, y, z) & mask;
    for (;;) {
      const slot = table[h];
      if (slot === 0) {
        if (count === owner.length) {
          const bigger = new Uint32Array(owner.length * 2);
          bigger.set(owner);
          owner = bigger;
        }
        owner[count++] = i;
        table[h] = count;
        indices[i] = count - 1;
        if (count * 2 > size) grow();
        break;
      }
      const o = owner[slot - 1] * 3;
      if (bits[o] === x && bits[o + 1] === y && bits[o + 2] === z) {
        indices[i] = slot - 1;
        break;
      }
      h = (h + 1) & mask;
    }
  }
  const vertices = new Float32Array(count * 3);
  for (let v = 0; v < count; v++) {
    const o = owner[v] * 3;
    vertices[v * 3] = positions[o];
    vertices[v * 3 + 1] = positions[o + 1];
    vertices[v * 3 + 2] = positions[o + 2];
  }
  return { vertices, indices };
}

/** Three words to one, the finaliser of MurmurHash3. */
function mix(x: number, y: number, z: number): number {
  let h = Math.imul(x, 0x9e3779b1) ^ Math.imul(y, 0x85ebca6b) ^ Math.imul(z, 0xc2b2ae35);
  h = Math.imul(h ^ (h >>> 15), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return (h ^ (h >>> 16)) >>> 0;
}
