import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { Piscina } from 'piscina';
import { fail } from '../core/result';
import type { TaskName, Tasks } from './worker/tasks';

const keep = globalThis as typeof globalThis & { zincPool?: Piscina };

function pool(): Piscina {
  if (keep.zincPool) return keep.zincPool;
  const filename = join(process.cwd(), 'build', 'worker.mjs');
  if (!existsSync(filename)) throw new Error('build/worker.mjs is missing: run “npm run build” first');
  keep.zincPool = new Piscina({ filename, minThreads: 0, maxThreads: 2, idleTimeout: 30_000 });
  return keep.zincPool;
}

/** Runs a task in a worker thread. A worker that dies (out of memory, say) becomes a problem, not a crash. */
export async function runTask<N extends TaskName>(
  name: N,
  request: Tasks[N]['request'],
): Promise<Tasks[N]['reply']> {
  try {
    return (await pool().run({ name, request })) as Tasks[N]['reply'];
  } catch (error) {
    return fail(
      'worker',
      `The work could not be finished (${error instanceof Error ? error.message : String(error)}).`,
      'The original is kept. Try again; if it happens again, the drawing is too large for this server.',
    ) as Tasks[N]['reply'];
  }
}
