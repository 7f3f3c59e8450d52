import { once } from 'node:events';
import type { Worker } from 'node:worker_threads';
import { isotropic, mechanics, type MechanicsInput } from '@cuadro/core/mechanics';
import { circle, prism } from '@cuadro/core/make/solids';
import { hasCcx, solveWithCcx, tetrahedra, traction } from './ccx';
import { bundledWorker } from './bundled-worker';
import { report } from './measure';

const PLATE: MechanicsInput = {
  mesh: prism([[0, 0], [120, 0], [120, 60], [0, 60]], [circle(10, 60, 30)], 0, 12),
  elastic: isotropic(2500, 0.35),
  density: 1.2e-6,
  supports: [{ kind: 'fixed', at: { point: [0, 30, 6], normal: [-1, 0, 0] } }],
  loads: [{ id: 'F', kind: 'force', at: { point: [120, 30, 6], normal: [1, 0, 0] }, force_n: [0, 0, -50] }],
};

/** A plate with a hole, ever finer: iterations should not grow with the grid, memory should stay within 300 bytes an element; and another solver on as many nodes. */
export async function benchMechanics(): Promise<void> {
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
  await benchWorkers();
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

/** Two classes of ways on 250 000 elements each, one after the other in one worker and side by side in two; and how soon a worker that is given up is gone. */
async function benchWorkers(): Promise<void> {
  const start = bundledWorker('bench/mechanics-worker.ts');
  const ask = async (w: Worker, inputs: MechanicsInput[]): Promise<{ elements: number; most_mm: number }[]> => {
    w.postMessage(inputs);
    for (;;) {
      const [message] = (await once(w, 'message')) as [string | { elements: number; most_mm: number }[]];
      if (typeof message !== 'string') return message;
    }
  };
  const classes: MechanicsInput[] = [2500, 7000].map((e) => ({ ...PLATE, elastic: isotropic(e, 0.35), elements: 250_000 }));
  const workers = [start(), start()];
  const timed = async <T>(work: () => Promise<T>): Promise<{ seconds: number; found: T }> => {
    const from = performance.now();
    const found = await work();
    return { seconds: (performance.now() - from) / 1000, found };
  };
  const one = await timed(() => ask(workers[0], classes));
  const two = await timed(() => Promise.all(workers.map((w, i) => ask(w, [classes[i]]))));
  if (one.found.some((r, i) => r.most_mm !== two.found[i][0].most_mm)) throw new Error('One worker and two have found something else.');
  report('seconds for two classes of 250 000 elements in two workers, against one', two.seconds, one.seconds, 's', '0.65');
  workers[0].postMessage(classes);
  await once(workers[0], 'message');
  const gone = await timed(() => workers[0].terminate());
  report('milliseconds until a worker that is given up is gone, against 100', 1000 * gone.seconds, 100, 'ms', '1');
  await workers[1].terminate();
}
