import { handlers, type TaskName } from './tasks';

/** What the pool calls in a worker thread. */
export default function run({ name, request }: { name: TaskName; request: never }): unknown {
  return handlers[name](request);
}
