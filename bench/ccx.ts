import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** An independent solver on an independent mesh: quadratic tetrahedra by gmsh, solved by CalculiX. Only where both are installed. */
export const hasCcx = (): boolean => existsSync('/usr/bin/ccx') && existsSync('/usr/bin/gmsh');

type Vec = readonly [number, number, number];

export interface Tetrahedra {
  nodes: Map<number, Vec>;
  /** Ten nodes each. */
  tets: number[][];
  /** Six nodes each, on the surface. */
  faces: number[][];
}

/** Mesh the inside of a closed STL, or of a body said in gmsh's own words. @param size largest edge, mm */
export function tetrahedra(body: Uint8Array | string, size: number): Tetrahedra {
  const angle = '25*Pi/180';
  return inFolder((dir) => {
    if (typeof body !== 'string') writeFileSync(join(dir, 'part.stl'), body);
    const shape = typeof body === 'string'
      ? `SetFactory("OpenCASCADE");\n${body}`
      : `Merge "part.stl";\nClassifySurfaces{${angle}, 1, 0, ${angle}};\nCreateGeometry;\nSurface Loop(1) = Surface{:};\nVolume(1) = {1};`;
    writeFileSync(
      join(dir, 'part.geo'),
      `${shape}
Mesh.MeshSizeMin = ${size / 2};\nMesh.MeshSizeMax = ${size};\nMesh.ElementOrder = 2;\nMesh.SecondOrderLinear = 1;\nMesh.Algorithm3D = 10;\n`,
    );
    execFileSync('gmsh', ['-3', 'part.geo', '-format', 'inp', '-o', 'part.inp'], { cwd: dir, stdio: 'ignore', timeout: 240_000 });
    return parsed(readFileSync(join(dir, 'part.inp'), 'utf8'));
  });
}

function parsed(text: string): Tetrahedra {
  const out: Tetrahedra = { nodes: new Map(), tets: [], faces: [] };
  let kind = '', pending: number[] = [];
  for (const line of text.split('\n')) {
    if (line.startsWith('*')) {
      kind = /^\*NODE/i.test(line) ? 'node' : /type=C3D10/i.test(line) ? 'tets' : /type=CPS6/i.test(line) ? 'faces' : '';
      continue;
    }
    const xs = line.split(',').map((x) => x.trim()).filter(Boolean).map(Number);
    if (kind === 'node' && xs.length === 4) out.nodes.set(xs[0], [xs[1], xs[2], xs[3]]);
    if (kind !== 'tets' && kind !== 'faces') continue;
    // An element may go on in the next line.
    pending.push(...xs);
    const size = kind === 'tets' ? 11 : 7;
    if (pending.length >= size) {
      out[kind].push(pending.slice(1, size));
      pending = [];
    }
  }
  return out;
}

/** Forces of the nodes of a uniform traction over the faces that are chosen, N: a third of each face on each of its middle nodes. */
export function traction({ nodes, faces }: Tetrahedra, on: (p: Vec) => boolean, force: Vec): Map<number, Vec> {
  const chosen = faces.filter((f) => f.slice(0, 3).every((n) => on(nodes.get(n)!)));
  const areas = chosen.map((f) => {
    const [a, b, c] = f.slice(0, 3).map((n) => nodes.get(n)!);
    const [u, v] = [b, c].map((p) => p.map((x, k) => x - a[k]));
    return Math.hypot(u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]) / 2;
  });
  const whole = areas.reduce((s, x) => s + x, 0);
  const out = new Map<number, Vec>();
  chosen.forEach((f, i) => {
    for (const n of f.slice(3, 6)) {
      const was = out.get(n) ?? [0, 0, 0];
      out.set(n, was.map((x, a) => x + (force[a] * areas[i]) / (3 * whole)) as unknown as Vec);
    }
  });
  return out;
}

export interface CcxResult {
  u: Map<number, Vec>;
  /** At the points of integration: where, the volume they stand for (the same within an element), and xx, yy, zz, xy, yz, zx. */
  stress: { at: Vec; s: number[] }[];
  seconds: number;
}

/** Solve: an isotropic material, all ways held where `held` says so. */
export function solveWithCcx(mesh: Tetrahedra, { e, nu }: { e: number; nu: number }, held: (p: Vec) => boolean, loads: Map<number, Vec>): CcxResult {
  return inFolder((dir) => {
    const fixed = [...mesh.nodes].filter(([, p]) => held(p)).map(([n]) => n);
    const used = new Set(mesh.tets.flat());
    const deck = [
      '*NODE, NSET=ALL',
      ...[...mesh.nodes].filter(([n]) => used.has(n)).map(([n, p]) => `${n}, ${p.join(', ')}`),
      '*ELEMENT, TYPE=C3D10, ELSET=BODY',
      ...mesh.tets.map((t, i) => `${i + 1}, ${t.join(', ')}`),
      `*MATERIAL, NAME=M\n*ELASTIC\n${e}, ${nu}\n*SOLID SECTION, ELSET=BODY, MATERIAL=M\n*BOUNDARY`,
      ...fixed.filter((n) => used.has(n)).map((n) => `${n}, 1, 3`),
      '*STEP\n*STATIC\n*CLOAD',
      ...[...loads].flatMap(([n, f]) => f.flatMap((x, a) => (x ? [`${n}, ${a + 1}, ${x}`] : []))),
      '*NODE PRINT, NSET=ALL\nU\n*EL PRINT, ELSET=BODY\nS\n*END STEP',
    ];
    writeFileSync(join(dir, 'job.inp'), deck.join('\n'));
    const start = performance.now();
    execFileSync('ccx', ['job'], { cwd: dir, stdio: 'ignore', timeout: 240_000 });
    const seconds = (performance.now() - start) / 1000;
    const u = new Map<number, Vec>();
    const stress: CcxResult['stress'] = [];
    let of = '';
    for (const line of readFileSync(join(dir, 'job.dat'), 'utf8').split('\n')) {
      if (line.includes('displacements')) of = 'u';
      else if (line.includes('stresses')) of = 's';
      const xs = line.trim().split(/\s+/).map(Number);
      if (!line.trim() || xs.some(Number.isNaN)) continue;
      if (of === 'u' && xs.length === 4) u.set(xs[0], [xs[1], xs[2], xs[3]]);
      if (of === 's' && xs.length === 8) {
        const corners = mesh.tets[xs[0] - 1].slice(0, 4).map((n) => mesh.nodes.get(n)!);
        // The four points lie 0.138 … 0.585 towards one corner each.
        const at = [0, 1, 2].map((a) => corners.reduce((s, p, k) => s + p[a] * (k === xs[1] - 1 ? 0.5854102 : 0.1381966), 0)) as unknown as Vec;
        // Printed as xx, yy, zz, xy, xz, yz.
        stress.push({ at, s: [xs[2], xs[3], xs[4], xs[5], xs[7], xs[6]] });
      }
    }
    return { u, stress, seconds };
  });
}

function inFolder<T>(work: (dir: string) => T): T {
  const dir = mkdtempSync(join(tmpdir(), 'cuadro-ccx-'));
  try {
    return work(dir);
  } finally {
    rmSync(dir, { recursive: true, force: true });
  }
}
