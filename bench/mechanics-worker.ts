import { parentPort } from 'node:worker_threads';
import { mechanics, type MechanicsInput } from '@cuadro/core/mechanics';

/** One of the two workers of the solver's benchmark: it solves what it is sent, one after the other. */
parentPort!.on('message', (inputs: MechanicsInput[]) => {
  const rows = inputs.map((input) => {
    const { elements, rows: [row] } = mechanics({ ...input, progress: () => parentPort!.postMessage('under way') });
    return { elements, most_mm: row.max_deflection_mm };
  });
  parentPort!.postMessage(rows);
});
