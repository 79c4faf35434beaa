import * as tasks from './tasks.ts';

/** A thread of the pool: does one task by name. */
export default ({ name, args }: { name: string; args: unknown[] }): unknown =>
  (tasks as Record<string, (...given: unknown[]) => unknown>)[name](...args);
