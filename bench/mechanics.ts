import { isotropic, mechanics, type MechanicsInput } from '@cuadro/core/mechanics';
import { circle, prism } from '@cuadro/core/make/solids';
import { report } from './measure';

const PLATE: MechanicsInput = {
  mesh: prism([[0, 0], [120, 0], [120, 60], [0, 60]], [circle(10, 60, 30)], 0, 12),
  elastic: isotropic(2500, 0.35),
  density: 1.2e-6,
  supports: [{ kind: 'fixed', at: { point: [0, 30, 6], normal: [-1, 0, 0] } }],
  loads: [{ id: 'F', kind: 'force', at: { point: [120, 30, 6], normal: [1, 0, 0] }, force_n: [0, 0, -50] }],
};

/** A plate with a hole, ever finer: iterations should not grow with the grid, memory should stay within 300 bytes an element. */
export function benchMechanics(): void {
  const run = (elements: number) => {
    const start = performance.now();
    const { elements: n, rows: [row] } = mechanics({ ...PLATE, elements });
    return { n, seconds: (performance.now() - start) / 1000, steps: row.steps };
  };
  const [small, middle, large] = [30_000, 250_000, 500_000].map(run);
  report(`iterations, ${middle.n} against ${small.n} elements`, middle.steps, small.steps, '', '0.7 to 1.3');
  report(`iterations, ${large.n} against ${small.n} elements`, large.steps, small.steps, '', '0.7 to 1.3');
  report(`seconds for ${middle.n} elements and a coarser grid, against 10`, middle.seconds, 10, 's', '1');
}
