import { existsSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { Piscina } from 'piscina';
import { fail, type Result } from '../core/result';
import { taskMegabytes, taskMinutes, workerCount } from './config';
import { machineProblem } from './faults';
import { Room } from './room';
import type { TaskName, Tasks } from './worker/tasks';

const machineFault = (error: unknown): Result<never> | null => {
  const problem = machineProblem(error);
  return problem && { ok: false, problem };
};

const keep = globalThis as typeof globalThis & { zincPool?: Piscina };

function pool(): Piscina {
  if (keep.zincPool) return keep.zincPool;
  const filename = join(process.cwd(), 'build', 'worker.mjs');
  if (!existsSync(filename)) throw new Error('build/worker.mjs is missing: run “npm run build” first');
  keep.zincPool = new Piscina({
    filename,
    // One is always there; the others go soon, and what large drawings left in their memory with them.
    minThreads: 1,
    // One more than there are jobs at once, for what a person waits for meanwhile.
    maxThreads: workerCount() + 1,
    idleTimeout: 2000,
    resourceLimits: { maxOldGenerationSizeMb: taskMegabytes() },
  });
  return keep.zincPool;
}

/** Seconds that short work may take, waiting for its turn included; work on whole drawings may take what is set. */
const SHORT: Readonly<Partial<Record<TaskName, number>>> = {
  table: 7,
  standard: 7,
  symbol: 7,
  letter: 7,
  product: 60,
  picture: 90,
  contents: 90,
  units: 90,
  proposals: 90,
  learn: 90,
};

const limitMs = (name: TaskName): number => Math.min(SHORT[name] ?? Infinity, taskMinutes() * 60) * 1000;

const limitInWords = (name: TaskName): string => {
  const seconds = limitMs(name) / 1000;
  return seconds < 120 ? `${seconds} seconds` : `${seconds / 60} minutes`;
};

/** Bytes of drawings that are worked on at once: an unusual drawing takes twenty times its size in memory. */
const room = new Room(8_000_000);
/** Drawings up to this size do not count, so that what a person waits for is not behind what is large. */
const SMALL_BYTES = 1_000_000;

/** Work on drawings that goes on behind the answers; what a person waits for does not queue up behind it. */
const BEHIND: ReadonlySet<TaskName> = new Set(['audit', 'correct', 'scale', 'uses']);

/** What the drawing of a task counts for, bytes. */
function bytesOf(name: TaskName, request: object): number {
  if (!BEHIND.has(name) || !('path' in request)) return 0;
  const { size } = statSync(String(request.path), { throwIfNoEntry: false }) ?? { size: 0 };
  return size > SMALL_BYTES ? size : 0;
}

/**
 * Runs a task in a worker thread. A worker that dies (out of memory, say), takes longer than it may, or is cancelled
 * becomes a problem, not a crash.
 * @param cancel ends the work, and the worker with it
 */
export const runTask = <N extends TaskName>(
  name: N,
  request: Tasks[N]['request'],
  cancel?: AbortSignal,
): Promise<Tasks[N]['reply']> => room.within(bytesOf(name, request), () => runNow(name, request, cancel));

async function runNow<N extends TaskName>(
  name: N,
  request: Tasks[N]['request'],
  cancel: AbortSignal | undefined,
): Promise<Tasks[N]['reply']> {
  const limit = AbortSignal.timeout(limitMs(name));
  const signal = cancel ? AbortSignal.any([cancel, limit]) : limit;
  try {
    return (await pool().run({ name, request }, { signal })) as Tasks[N]['reply'];
  } catch (error) {
    const reply = cancel?.aborted
      ? fail('cancelled', 'The work was cancelled.', 'Nothing was changed. Start it again when it is wanted.')
      : limit.aborted
        ? fail(
            'too-long',
            `The work took longer than the ${limitInWords(name)} it may.`,
            'Nothing was changed. Try again when the server has less to do, or with less in the file.',
          )
        : (machineFault(error) ??
          fail(
            'worker',
            `The work could not be finished (${error instanceof Error ? error.message : String(error)}).`,
            'The original is kept. Try again; if it happens again, the drawing is too large for this server.',
          ));
    return reply as Tasks[N]['reply'];
  }
}
