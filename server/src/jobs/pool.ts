import { existsSync } from 'node:fs';
import Piscina from 'piscina';
import { TASKS, type Tasks } from './tasks';

export interface Pool {
  /** @param longest_ms the thread is stopped after this, two minutes when left out, and the promise fails with an AbortError */
  run<K extends keyof Tasks>(name: K, arg: Parameters<Tasks[K]>[0], longest_ms?: number): Promise<Awaited<ReturnType<Tasks[K]>>>;
  close(): Promise<void>;
}

/** What takes longer, or more memory, than any file people really have is stopped. */
const LONGEST_MS = 120_000;
const MOST_MB = 3072;

/**
 * Worker threads for heavy tasks.
 * @param file the built worker; where it is missing (tests, development) tasks run in place
 * @param queue most tasks that wait; one more fails at once. No limit when left out
 */
export function openPool(file: string, { threads = 2, queue }: { threads?: number; queue?: number } = {}): Pool {
  if (!existsSync(file)) return { run: async (name, arg) => TASKS[name](arg as never) as never, close: async () => undefined };
  const pool = new Piscina({
    filename: file,
    minThreads: 0,
    maxThreads: threads,
    idleTimeout: 30_000,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MB },
    ...(queue !== undefined && { maxQueue: queue }),
  });
  return {
    run: (name, arg, longest_ms = LONGEST_MS) => pool.run({ name, arg }, { signal: AbortSignal.timeout(longest_ms) }),
    close: () => pool.destroy(),
  };
}
