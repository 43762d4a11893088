import { StoredFault } from '../stored';
import { handlers, type TaskName } from './tasks';

/** What the pool calls in a worker thread. */
export default function run({ name, request }: { name: TaskName; request: never }): unknown {
  try {
    return handlers[name](request);
  } catch (error) {
    // A stored file that is missing or altered is an answer, and no fault of the worker.
    if (error instanceof StoredFault) return { ok: false, problem: error.problem };
    throw error;
  }
}
