import { TASKS } from './tasks';

/** Entry of a worker thread: one task by name. */
export default function work({ name, arg }: { name: keyof typeof TASKS; arg: never }): unknown {
  return TASKS[name](arg);
}
