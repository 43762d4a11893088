import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fail, ok } from '../core/result';
import { database } from './database';
import { listen, type ServerEvent } from './events';
import { awaited, type Job, jobs, PRIORITY, registerKind, workCounts } from './jobs';

beforeEach(() => {
  process.env.ZINC_WARDEN_DATA = mkdtempSync(join(tmpdir(), 'zinc-jobs-'));
});
afterEach(() => {
  delete process.env.ZINC_WARDEN_WORKERS;
});

const rows = () =>
  database().prepare('SELECT kind, state, attempts, error FROM jobs ORDER BY id').all() as {
    kind: string;
    state: string;
    attempts: number;
    error: string | null;
  }[];

describe('jobs', () => {
  it('that a person waits for go first, and no more run at once than there are workers', async () => {
    process.env.ZINC_WARDEN_WORKERS = '1';
    const begun: number[] = [];
    const ends: (() => void)[] = [];
    registerKind('test slow', {
      run: (job: Job) => {
        begun.push(Number(job.payload));
        return new Promise((resolve) => ends.push(() => resolve(ok(null))));
      },
    });
    const first = jobs().enqueue('test slow', null, 1, PRIORITY.intake);
    await new Promise((resolve) => setTimeout(resolve, 20));
    const second = jobs().enqueue('test slow', null, 2, PRIORITY.intake);
    const urgent = jobs().enqueue('test slow', null, 3, PRIORITY.awaited);
    expect(begun).toEqual([1]);
    expect(workCounts()).toEqual({ waiting: 2, running: 1 });
    const done = Promise.all([first, second, urgent].map((id) => jobs().done(id)));
    for (let i = 0; i < 3; i++) {
      await new Promise((resolve) => setTimeout(resolve, 20));
      ends[i]();
    }
    await done;
    expect(begun).toEqual([1, 3, 2]);
    expect(rows()).toEqual([]);
  });

  it('whose worker dies are tried again, then set aside with their message', async () => {
    let tries = 0;
    const aside: string[] = [];
    registerKind('test dying', {
      run: async () => {
        tries++;
        return fail('worker', 'The worker died.', 'Try again.');
      },
      setAside: (_, problem) => void aside.push(problem.message),
    });
    expect(await awaited('test dying', null, {})).toMatchObject({ problem: { message: 'The worker died.' } });
    expect(tries).toBe(3);
    expect(aside).toEqual(['The worker died.']);
    expect(rows()).toMatchObject([{ kind: 'test dying', state: 'failed', attempts: 3 }]);
  });

  it('that throw are tried again too, and end well when they can', async () => {
    let tries = 0;
    registerKind('test throwing', {
      run: async () => {
        if (++tries < 2) throw new Error('once');
        return ok(tries);
      },
    });
    expect(await awaited('test throwing', null, {})).toEqual({ ok: true, value: 2 });
    expect(rows()).toEqual([]);
  });

  it('answer with a problem of the drawing at once: trying again would not help', async () => {
    let tries = 0;
    registerKind('test refused', {
      run: async () => {
        tries++;
        return fail('damaged', 'The file is cut off.', 'Ask for it again.');
      },
    });
    expect(await awaited('test refused', null, {})).toMatchObject({ problem: { code: 'damaged' } });
    expect(tries).toBe(1);
    expect(rows()).toEqual([]);
  });

  it('are cancelled while they wait and while they run', async () => {
    process.env.ZINC_WARDEN_WORKERS = '1';
    const aborted: string[] = [];
    registerKind('test long', {
      run: (job, cancel) =>
        new Promise((resolve) => {
          cancel.addEventListener('abort', () => {
            aborted.push(String(job.payload));
            resolve(fail('cancelled', 'The work was cancelled.', 'Nothing was changed.'));
          });
        }),
    });
    const running = jobs().enqueue('test long', null, 'running', PRIORITY.intake);
    const waiting = jobs().enqueue('test long', null, 'waiting', PRIORITY.intake);
    await new Promise((resolve) => setTimeout(resolve, 20));
    const done = Promise.all([jobs().done(running), jobs().done(waiting)]);
    expect([jobs().cancel(waiting), jobs().cancel(running), jobs().cancel(9999)]).toEqual([
      true,
      true,
      false,
    ]);
    expect(await done).toMatchObject([
      { problem: { code: 'cancelled' } },
      { problem: { code: 'cancelled' } },
    ]);
    expect(aborted).toEqual(['running']);
    expect(rows().map(({ state }) => state)).toEqual(['cancelled', 'cancelled']);
  });

  it('of a process that is gone are done by the next', async () => {
    const begun: unknown[] = [];
    registerKind('test left', {
      run: async ({ payload }) => {
        begun.push(payload);
        return ok(null);
      },
    });
    const put = database().prepare(
      `INSERT INTO jobs (kind, payload, priority, state, attempts, owner, lease_until, made_at) VALUES ('test left', ?, 5, 'running', 1, ?, ?, '')`,
    );
    const [later, before] = ['2999-01-01T00:00:00.000Z', '2020-01-01T00:00:00.000Z'];
    put.run('"dead"', '999999999:x', later);
    put.run('"lease over"', '1:x', before);
    put.run('"alive"', '1:x', later);
    jobs().resume();
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(begun).toEqual(['dead', 'lease over']);
    expect(rows()).toMatchObject([{ state: 'running' }]);
  });

  it('are taken back when their lease runs out later, though the number of their process lives on', async () => {
    jest.useFakeTimers({ doNotFake: ['setImmediate', 'nextTick', 'queueMicrotask'] });
    try {
      const begun: unknown[] = [];
      registerKind('test zombie', {
        run: async ({ payload }) => {
          begun.push(payload);
          return ok(null);
        },
      });
      database()
        .prepare(
          `INSERT INTO jobs (kind, payload, priority, state, attempts, owner, lease_until, made_at) VALUES ('test zombie', '1', 5, 'running', 1, ?, ?, '')`,
        )
        .run(`${process.ppid}:x`, new Date(Date.now() + 15_000).toISOString());
      jobs().resume();
      await jest.advanceTimersByTimeAsync(11_000);
      expect(begun).toEqual([]);
      await jest.advanceTimersByTimeAsync(20_000);
      expect(begun).toEqual([1]);
      expect(rows()).toEqual([]);
    } finally {
      jest.useRealTimers();
    }
  });

  it('tell those who listen how much there is', async () => {
    const heard: ServerEvent[] = [];
    const stop = listen((event) => heard.push(event));
    registerKind('test short', { run: async () => ok(null) });
    await awaited('test short', null, {});
    stop();
    const counts = heard.flatMap((event) => (event.type === 'work' ? [event.waiting + event.running] : []));
    expect(counts[0]).toBe(1);
    expect(counts.at(-1)).toBe(0);
  });
});
