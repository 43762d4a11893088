import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { StoredFault } from '../stored';
import { handlers, type TaskName } from './tasks';

/** A worker whose heap is larger than this after its work gives back what it needs no more, before it waits for the next. */
const MUCH = 100_000_000;

let collect: (() => void) | null = null;

/**
 * Frees what a large drawing left behind. A thread that waits does not collect by itself, and several that each hold some
 * hundred megabytes are more than the machine of a small office has.
 */
function giveBack(): void {
  const { heapTotal, external } = process.memoryUsage();
  if (heapTotal + external < MUCH) return;
  if (!collect) {
    setFlagsFromString('--expose-gc');
    collect = runInNewContext('gc') as () => void;
  }
  collect();
}

/** What the pool calls in a worker thread. */
export default async function run({ name, request }: { name: TaskName; request: never }): Promise<unknown> {
  try {
    return await handlers[name](request);
  } catch (error) {
    // A stored file that is missing or altered is an answer, and no fault of the worker.
    if (error instanceof StoredFault) return { ok: false, problem: error.problem };
    throw error;
  } finally {
    // After the answer is on its way.
    setImmediate(giveBack);
  }
}
