import { isotropic, mechanics, type MechanicsInput } from '@cuadro/core/mechanics';
import { circle, prism } from '@cuadro/core/make/solids';
import { hasCcx, solveWithCcx, tetrahedra, traction } from './ccx';
import { report } from './measure';

const PLATE: MechanicsInput = {
  mesh: prism([[0, 0], [120, 0], [120, 60], [0, 60]], [circle(10, 60, 30)], 0, 12),
  elastic: isotropic(2500, 0.35),
  density: 1.2e-6,
  supports: [{ kind: 'fixed', at: { point: [0, 30, 6], normal: [-1, 0, 0] } }],
  loads: [{ id: 'F', kind: 'force', at: { point: [120, 30, 6], normal: [1, 0, 0] }, force_n: [0, 0, -50] }],
};

/** A plate with a hole, ever finer: iterations should not grow with the grid, memory should stay within 300 bytes an element; and another solver on as many nodes. */
export function benchMechanics(): void {
  const run = (elements: number) => {
    const start = performance.now();
    let most = 0;
    const before = process.memoryUsage().arrayBuffers;
    const { elements: n, rows: [row] } = mechanics({
      ...PLATE,
      elements,
      progress: () => (most = Math.max(most, process.memoryUsage().arrayBuffers - before)),
    });
    return { n, seconds: (performance.now() - start) / 1000, steps: row.steps, bytes: most / n };
  };
  const [small, middle, large] = [30_000, 250_000, 500_000].map(run);
  report(`iterations, ${middle.n} against ${small.n} elements`, middle.steps, small.steps, '', '0.7 to 1.3');
  report(`iterations, ${large.n} against ${small.n} elements`, large.steps, small.steps, '', '0.7 to 1.3');
  report(`seconds for ${middle.n} elements and a coarser grid, against 10`, middle.seconds, 10, 's', '1');
  report(`bytes an element, ${middle.n} elements, against 300`, middle.bytes, 300, 'bytes', '1');
  const first = run(2500);
  report('seconds for the first answer after a load has moved, against 1', first.seconds, 1, 's', '1');
  if (!hasCcx()) return console.log('another solver: not installed');
  const tets = tetrahedra(
    'Box(1) = {0,0,0,120,60,12};\nCylinder(2) = {60,30,-1,0,0,14,10};\nBooleanDifference{ Volume{1}; Delete; }{ Volume{2}; Delete; }',
    3.2,
  );
  const other = solveWithCcx(tets, { e: 2500, nu: 0.35 }, ([x]) => x < 1e-3, traction(tets, ([x]) => x > 120 - 1e-3, [0, 0, -50]));
  const used = new Set(tets.tets.flat()).size;
  const ours = run(used);
  report(`seconds on about ${used} nodes, against quadratic tetrahedra of another solver`, ours.seconds, other.seconds, 's', '0.3');
}
