import { randomUUID } from 'node:crypto';
import { fail, type Problem, type Result } from '../core/result';
import { workerCount } from './config';
import { database } from './database';
import { tell } from './events';
import { machineProblem } from './faults';

/** Lower goes first. */
export const PRIORITY = { awaited: 0, intake: 5, behind: 9 } as const;

export interface Job {
  readonly id: number;
  readonly kind: string;
  readonly drawingId: number | null;
  readonly payload: unknown;
  readonly attempts: number;
}

/** What does the work of one kind. A problem with one of these codes is tried again; any other is the answer. */
export interface JobKind {
  run(job: Job, cancel: AbortSignal): Promise<Result<unknown>>;
  /** Called when a job is set aside: it failed too often, or was cancelled. */
  setAside?(job: Job, problem: Problem): void;
}

/** The worker died, took too long, or what it worked with is gone: another attempt can end otherwise. */
const TRIED_AGAIN: ReadonlySet<string> = new Set(['worker', 'again']);
/** What ends the work for now, and can be different later: a person can have it tried again. */
const SET_ASIDE: ReadonlySet<string> = new Set([
  'too-long',
  'cancelled',
  'disk-full',
  'read-only',
  'disk-fault',
]);
/** Whether a problem says something of the drawing, and not of how the work went this time. */
export const isAnswer = ({ code }: Problem): boolean =>
  code !== 'busy' && !TRIED_AGAIN.has(code) && !SET_ASIDE.has(code);

const MOST_ATTEMPTS = 3;
const RETRY_MS = 1000;
const LEASE_MS = 30_000;

interface Row {
  id: number;
  kind: string;
  drawing_id: number | null;
  payload: string;
  attempts: number;
  owner: string | null;
  lease_until: string | null;
}

/**
 * Claims jobs from the table and does them, as many at once as there are workers. What a person waits for goes first. A
 * job belongs to the process that claimed it as long as its lease lasts; one whose process has died is claimed again.
 */
class Runner {
  private readonly owner = `${process.pid}:${randomUUID()}`;
  private readonly running = new Map<number, AbortController>();
  private readonly waiters = new Map<number, ((result: Result<unknown>) => void)[]>();
  /** Jobs that are done, and whose outcome could not be written yet. */
  private readonly settling = new Set<number>();
  /** Why the outcome of work on a drawing could not be written, by its number. */
  private readonly faults = new Map<number, Problem>();
  private stalled: Problem | null = null;
  private pumpLater: NodeJS.Timeout | null = null;
  private heartbeat: NodeJS.Timeout | null = null;
  private watch: NodeJS.Timeout | null = null;

  enqueue(kind: string, drawingId: number | null, payload: unknown, priority: number): number {
    const { lastInsertRowid } = database()
      .prepare(
        `INSERT INTO jobs (kind, drawing_id, payload, priority, state, made_at) VALUES (?, ?, ?, ?, 'waiting', ?)`,
      )
      .run(kind, drawingId, JSON.stringify(payload), priority, new Date().toISOString());
    setImmediate(() => this.pump());
    this.tellWork();
    return Number(lastInsertRowid);
  }

  /** The result of a job; it goes on even when nobody waits any more. */
  done(id: number): Promise<Result<unknown>> {
    return new Promise((resolve) => {
      const waiting = this.waiters.get(id);
      if (waiting) waiting.push(resolve);
      else this.waiters.set(id, [resolve]);
    });
  }

  cancel(id: number): boolean {
    const controller = this.running.get(id);
    if (controller) {
      controller.abort();
      return true;
    }
    const row = database().prepare(`SELECT * FROM jobs WHERE id = ? AND state = 'waiting'`).get(id) as
      | Row
      | undefined;
    if (!row) return false;
    this.end(
      row,
      fail('cancelled', 'The work was cancelled.', 'Nothing was changed. Start it again when it is wanted.'),
    );
    return true;
  }

  /** Takes back jobs whose process is gone, and goes on with what waits; looks again as leases run out. */
  resume(): void {
    this.watch ??= setInterval(() => {
      if (jobs() === this) quietly(() => this.resume());
    }, LEASE_MS / 3).unref();
    const claimed = (database().prepare(`SELECT * FROM jobs WHERE state = 'running'`).all() as Row[]).filter(
      ({ id, owner }) => owner !== this.owner || !(this.running.has(id) || this.settling.has(id)),
    );
    const free = database().prepare(
      `UPDATE jobs SET state = 'waiting', owner = NULL WHERE id = ? AND owner = ?`,
    );
    const at = new Date().toISOString();
    for (const { id, owner, lease_until } of claimed)
      if (owner === this.owner || (lease_until ?? '') < at || !isAlive(owner)) free.run(id, owner);
    this.pump();
  }

  /** Claims and starts jobs while there are workers for them. */
  pump(): void {
    try {
      while (this.running.size < workerCount()) {
        const row = this.claim();
        if (!row) break;
        if (this.running.has(row.id) || this.settling.has(row.id)) {
          // What was claimed before waits again: the disk did not take it.
          this.stall(DISK_FULL);
          this.pumpSoon();
          break;
        }
        this.stall(null);
        void this.work(row);
      }
    } catch (error) {
      // The database is held, or the disk is full: what waits goes on waiting.
      const problem = machineProblem(error);
      if (!problem) throw error;
      if (problem.code !== 'busy') this.stall(problem);
      this.pumpSoon();
    }
    this.tellWork();
  }

  private pumpSoon(): void {
    this.pumpLater ??= setTimeout(() => {
      this.pumpLater = null;
      if (jobs() === this) this.pump();
    }, RETRY_MS).unref();
  }

  /** Why a drawing that seems to be worked on is not: its outcome could not be written, or work on it not begun. */
  faultOf(drawingId: number, isWaiting: boolean): Problem | null {
    return this.faults.get(drawingId) ?? (isWaiting ? this.stalled : null);
  }

  /** Notes why nothing that waits can be begun; null when it can again. */
  private stall(problem: Problem | null): void {
    if (this.stalled?.code === problem?.code) return;
    this.stalled = problem;
    for (const id of waitingDrawings()) tell({ type: 'drawing', id });
  }

  private claim(): Row | undefined {
    return (
      database()
        .prepare(
          `UPDATE jobs SET state = 'running', attempts = attempts + 1, owner = ?, lease_until = ?
         WHERE id = (SELECT id FROM jobs WHERE state = 'waiting' ORDER BY priority, id LIMIT 1) RETURNING *`,
        )
        // All of them, though there is one: only then has the change been written when its row is there.
        .all(this.owner, leaseEnd())[0] as Row | undefined
    );
  }

  private async work(row: Row): Promise<void> {
    const controller = new AbortController();
    this.running.set(row.id, controller);
    this.beat();
    let result: Result<unknown>;
    try {
      const kind = kinds().get(row.kind);
      result = kind
        ? await kind.run(jobOf(row), controller.signal)
        : fail('unknown-job', `There is no work of the kind “${row.kind}”.`, 'Nothing was changed.');
    } catch (error) {
      const problem = machineProblem(error);
      result = problem
        ? { ok: false, problem }
        : fail(
            'again',
            `The work could not be finished (${error instanceof Error ? error.message : String(error)}).`,
            'Try again; if it happens again, tell whoever runs this server.',
          );
    }
    this.settling.add(row.id);
    this.running.delete(row.id);
    const held = !result.ok && result.problem.code === 'busy';
    const again = !result.ok && TRIED_AGAIN.has(result.problem.code) && !controller.signal.aborted;
    await this.settle(row, result, () => {
      // That another process holds the database is no failure of the work: it is no attempt.
      if (held) putBack(row.id, row.attempts - 1);
      else if (again && row.attempts < MOST_ATTEMPTS) putBack(row.id, row.attempts);
      else this.end(row, result);
    });
    this.settling.delete(row.id);
    this.pump();
  }

  /** Writes an outcome, again and again until it can be written; meanwhile the drawing says why it cannot. */
  private async settle(row: Row, result: Result<unknown>, write: () => void): Promise<void> {
    const { drawing_id: drawing } = row;
    for (;;)
      try {
        write();
        if (drawing !== null && this.faults.delete(drawing)) tell({ type: 'drawing', id: drawing });
        return;
      } catch (error) {
        const problem = machineProblem(error);
        if (!problem) {
          console.error(error);
          return;
        }
        if (drawing !== null && problem.code !== 'busy') {
          this.faults.set(drawing, problem);
          tell({ type: 'drawing', id: drawing });
        }
        // Whoever waits is told now; that the outcome cannot be written yet changes nothing of it.
        if (problem.code !== 'busy') this.answer(row.id, result);
        await new Promise((done) => setTimeout(done, RETRY_MS).unref());
        if (jobs() !== this) return;
      }
  }

  private end(row: Row, result: Result<unknown>): void {
    if (result.ok) database().prepare('DELETE FROM jobs WHERE id = ?').run(row.id);
    else {
      const { problem } = result;
      const setAside = SET_ASIDE.has(problem.code) || TRIED_AGAIN.has(problem.code);
      if (setAside) {
        database()
          .prepare('UPDATE jobs SET state = ?, owner = NULL, error = ? WHERE id = ?')
          .run(problem.code === 'cancelled' ? 'cancelled' : 'failed', JSON.stringify(problem), row.id);
        kinds().get(row.kind)?.setAside?.(jobOf(row), problem);
      } else database().prepare('DELETE FROM jobs WHERE id = ?').run(row.id);
    }
    if (row.drawing_id !== null) tell({ type: 'drawing', id: row.drawing_id });
    this.answer(row.id, result);
  }

  private answer(id: number, result: Result<unknown>): void {
    const waiting = this.waiters.get(id) ?? [];
    this.waiters.delete(id);
    for (const resolve of waiting) resolve(result);
  }

  /** Leases of what runs here are kept up as long as something does. */
  private beat(): void {
    if (this.heartbeat) return;
    this.heartbeat = setInterval(() => {
      if (this.running.size === 0) {
        if (this.heartbeat) clearInterval(this.heartbeat);
        this.heartbeat = null;
        return;
      }
      quietly(() =>
        database()
          .prepare(`UPDATE jobs SET lease_until = ? WHERE state = 'running' AND owner = ?`)
          .run(leaseEnd(), this.owner),
      );
    }, LEASE_MS / 3);
    this.heartbeat.unref();
  }

  private tellWork(): void {
    quietly(() => tell({ type: 'work', ...workCounts() }));
  }
}

/** Does what may fail now and is done again anyway. */
function quietly(work: () => unknown): void {
  try {
    work();
  } catch (error) {
    if (!machineProblem(error)) console.error(error);
  }
}

const putBack = (id: number, attempts: number): void =>
  void database()
    .prepare(`UPDATE jobs SET state = 'waiting', owner = NULL, attempts = ? WHERE id = ?`)
    .run(attempts, id);

const jobOf = (row: Row): Job => ({
  id: row.id,
  kind: row.kind,
  drawingId: row.drawing_id,
  payload: JSON.parse(row.payload),
  attempts: row.attempts,
});

const DISK_FULL = machineProblem({ code: 'SQLITE_FULL' });

const waitingDrawings = (): number[] =>
  database()
    .prepare(`SELECT DISTINCT drawing_id FROM jobs WHERE state = 'waiting' AND drawing_id IS NOT NULL`)
    .pluck()
    .all() as number[];

const leaseEnd = (): string => new Date(Date.now() + LEASE_MS).toISOString();

/**
 * Whether the process that claimed a job is still there. Its number can be another's by now, and one that was killed keeps
 * its number until it is waited for: then the lease decides.
 */
function isAlive(owner: string | null): boolean {
  const pid = Number(owner?.split(':')[0]);
  if (!Number.isInteger(pid) || pid === process.pid) return false;
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}

const keep = globalThis as typeof globalThis & {
  zincRunner?: { folder: string; runner: Runner };
  zincKinds?: Map<string, JobKind>;
};

const kinds = (): Map<string, JobKind> => {
  keep.zincKinds ??= new Map();
  return keep.zincKinds;
};

/** Says what does the work of a kind. */
export const registerKind = (kind: string, work: JobKind): void => void kinds().set(kind, work);

/** The runner of this process, one for each data folder: every route is a bundle of its own, and all share it. */
export function jobs(): Runner {
  const folder = process.env.ZINC_WARDEN_DATA ?? '';
  if (keep.zincRunner?.folder !== folder) keep.zincRunner = { folder, runner: new Runner() };
  return keep.zincRunner.runner;
}

/** What waits and what runs, for a person to see; work that nobody waits for is not counted. */
export function workCounts(): { waiting: number; running: number } {
  const rows = database()
    .prepare(
      `SELECT state, COUNT(*) AS n FROM jobs WHERE state IN ('waiting', 'running') AND priority < ? GROUP BY state`,
    )
    .all(PRIORITY.behind) as { state: 'waiting' | 'running'; n: number }[];
  const of = (state: string): number => rows.find((row) => row.state === state)?.n ?? 0;
  return { waiting: of('waiting'), running: of('running') };
}

/** Ids of the jobs of a drawing that wait or run. */
export const openJobsOf = (drawingId: number, kind?: string): number[] =>
  database()
    .prepare(
      `SELECT id FROM jobs WHERE drawing_id = ? AND state IN ('waiting', 'running') AND kind = COALESCE(?, kind) ORDER BY id`,
    )
    .pluck()
    .all(drawingId, kind ?? null) as number[];

/** Enqueues work that a person waits for and answers with what it comes to. */
export async function awaited<T>(
  kind: string,
  drawingId: number | null,
  payload: unknown,
): Promise<Result<T>> {
  const id = jobs().enqueue(kind, drawingId, payload, PRIORITY.awaited);
  return (await jobs().done(id)) as Result<T>;
}
