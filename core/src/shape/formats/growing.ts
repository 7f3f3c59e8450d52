import { MAX_TRIANGLES, MeshError, type Soup } from '../mesh';

/** Vertices and faces as a file lists them, growing in flat arrays; ends as a soup. */
export class GrowingMesh {
  private vertices = new Float64Array(3 * 1024);
  private corners = new Uint32Array(3 * 1024);
  private vertexNumbers = 0;
  private cornerCount = 0;

  get vertexCount(): number {
    return this.vertexNumbers / 3;
  }

  /** @param where for the message: "line 12", "vertex 3" */
  vertex(x: number, y: number, z: number, where: string): void {
    if (!(Number.isFinite(x) && Number.isFinite(y) && Number.isFinite(z))) throw new MeshError(`A coordinate is not a number (${where}).`);
    if (this.vertexNumbers + 3 > this.vertices.length) {
      const bigger = new Float64Array(this.vertices.length * 2);
      bigger.set(this.vertices);
      this.vertices = bigger;
    }
    this.vertices[this.vertexNumbers++] = x;
    this.vertices[this.vertexNumbers++] = y;
    this.vertices[this.vertexNumbers++] = z;
  }

  /** The vertices alone, xyz after xyz, in mm. */
  points(scale: number): Float64Array {
    return this.vertices.slice(0, this.vertexNumbers).map((x) => x * scale);
  }

  /** A face of three or more corners, as a fan. Numbers are zero-based and must already be there. */
  face(corners: readonly number[], where: string): void {
    for (const c of corners) {
      if (!(c >= 0 && c < this.vertexCount && Number.isInteger(c)))
        throw new MeshError(`A face points at vertex ${c}, but there are ${this.vertexCount} (${where}).`);
    }
    for (let k = 2; k < corners.length; k++) {
      if (this.cornerCount + 3 > this.corners.length) {
        if (this.cornerCount / 3 >= MAX_TRIANGLES) throw new MeshError(`The mesh has more than ${MAX_TRIANGLES} triangles; reduce it first.`);
        const bigger = new Uint32Array(this.corners.length * 2);
        bigger.set(this.corners);
        this.corners = bigger;
      }
      this.corners[this.cornerCount++] = corners[0];
      this.corners[this.cornerCount++] = corners[k - 1];
      this.corners[this.cornerCount++] = corners[k];
    }
  }

  soup(scale: number, notes: string[] = []): Soup {
    if (this.cornerCount === 0) throw new MeshError('The file holds no triangles.');
    const positions = new Float32Array(this.cornerCount * 3);
    for (let i = 0; i < this.cornerCount; i++) {
      const v = this.corners[i] * 3;
      for (let a = 0; a < 3; a++) positions[i * 3 + a] = this.vertices[v + a] * scale;
    }
    return { positions, triangles: this.cornerCount / 3, notes };
  }
}
