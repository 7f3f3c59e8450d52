import { existsSync } from 'node:fs';
import Piscina from 'piscina';
import { TASKS, type Tasks } from './tasks';

export interface Pool {
  run<K extends keyof Tasks>(name: K, arg: Parameters<Tasks[K]>[0]): Promise<Awaited<ReturnType<Tasks[K]>>>;
  close(): Promise<void>;
}

/**
 * Worker threads for heavy tasks.
 * @param file the built worker; where it is missing (tests, development) tasks run in place
 */
export function openPool(file: string): Pool {
  if (!existsSync(file)) return { run: async (name, arg) => TASKS[name](arg as never) as never, close: async () => undefined };
  const threads = new Piscina({ filename: file, minThreads: 0, maxThreads: 2, idleTimeout: 30_000 });
  return { run: (name, arg) => threads.run({ name, arg }), close: () => threads.destroy() };
}
