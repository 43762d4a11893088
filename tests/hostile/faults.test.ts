import { createHash } from 'node:crypto';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { z } from 'zod';
import { linkspan } from '../../demo/drawings';
import { demoStandard } from '../../demo/standard';
import { correct, recheck } from '../../src/server/corrections';
import { database } from '../../src/server/database';
import { drawing, listDrawings, takeIn } from '../../src/server/drawings';
import { draft, importIntoDraft, issueDraft } from '../../src/server/editions';
import { machineProblem, whenFree } from '../../src/server/faults';
import { filePath, storeBytes, storeStream } from '../../src/server/files';
import { jobs } from '../../src/server/jobs';
import { route } from '../../src/server/route';
import { checkStored, readStored, StoredFault } from '../../src/server/stored';
import '../../src/server/work';

// The machine's faults: a disk that is full, a database that somebody else holds, a worker that dies, a store that was
// altered. None leaves a drawing "reading", and none passes unsaid.

let before: (() => unknown) | null = null;
jest.mock('../../src/server/pool', () => ({
  runTask: async (name: string, request: never) => {
    const said = before?.();
    if (said) return said;
    const { handlers } = jest.requireActual('../../src/server/worker/tasks');
    const { StoredFault: Fault } = jest.requireActual('../../src/server/stored');
    try {
      return await handlers[name](request);
    } catch (error) {
      if (error instanceof Fault) return { ok: false, problem: (error as StoredFault).problem };
      throw error;
    }
  },
}));

const unhandled: unknown[] = [];
const note = (error: unknown): void => void unhandled.push(error);
beforeAll(() => void process.on('unhandledRejection', note));
afterAll(() => void process.off('unhandledRejection', note));

beforeEach(() => {
  process.env.ZINC_WARDEN_DATA = mkdtempSync(join(tmpdir(), 'zinc-faults-'));
  before = null;
  const taken = importIntoDraft(demoStandard, draft());
  if (!taken.ok) throw new Error(taken.problem.message);
  issueDraft(taken.value, 'N. Brill', '');
});
afterEach(() => expect(unhandled).toEqual([]));

const { bytes } = linkspan();
const take = (): number => takeIn(storeBytes(bytes), 'BO-301.dxf', 'Brandt', 'Quay');
const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

async function until(is: () => boolean): Promise<void> {
  for (let i = 0; i < 600 && !is(); i++) await pause(25);
  expect(is()).toBe(true);
}
const isSettled = (id: number) => (): boolean => !['waiting', 'reading'].includes(drawing(id)!.state);

/** Another process with the database in its hands. */
function hold(): () => void {
  const other = new Database(join(process.env.ZINC_WARDEN_DATA!, 'warden.sqlite'));
  other.exec('BEGIN IMMEDIATE');
  return () => {
    other.exec('ROLLBACK');
    other.close();
  };
}

describe('a database that another process holds', () => {
  it('for 20 seconds holds up no answer, and what waits for it is done when it is free', async () => {
    const id = take();
    const free = hold();
    const start = Date.now();
    for (let i = 0; i < 5; i++) {
      await pause(100);
      expect(listDrawings()).toHaveLength(1);
    }
    // Five looks with a tenth of a second between them: nothing waited for the database meanwhile.
    expect(Date.now() - start).toBeLessThan(2500);
    await pause(19_500);
    expect(listDrawings()).toHaveLength(1);
    free();
    await until(isSettled(id));
    expect(drawing(id)).toMatchObject({ state: 'ready', problem: null });
    expect(database().prepare('SELECT COUNT(*) FROM jobs').pluck().get()).toBe(0);
  });

  it('from before the work to behind it costs no attempt', async () => {
    let free: (() => void) | null = null;
    before = () => {
      free ??= hold();
      return null;
    };
    const id = take();
    await until(() => free !== null);
    await pause(2500);
    before = null;
    free!();
    await until(isSettled(id));
    expect(drawing(id)?.state).toBe('ready');
  });

  it('makes a request wait, and then says so', async () => {
    const free = hold();
    const put = route({
      body: z.strictObject({}),
      handler: async () => {
        await whenFree(() => database().prepare(`UPDATE drawings SET name = 'x'`).run(), 0);
        return Response.json({});
      },
    });
    const request = (): Request =>
      new Request('http://localhost/api', { method: 'POST', body: '{}', headers: { host: 'localhost' } });
    const waiting = put(request());
    await pause(600);
    free();
    expect((await waiting).status).toBe(200);
    const busy = Object.assign(new Error('database is locked'), { code: 'SQLITE_BUSY' });
    expect(machineProblem(busy)).toMatchObject({ code: 'busy', action: expect.stringContaining('again') });
  });
});

describe('a disk that is full', () => {
  it('between upload and result: the drawing says so, and goes on when there is room', async () => {
    let pages = 0;
    before = () => {
      pages = database().pragma('page_count', { simple: true }) as number;
      database().pragma(`max_page_count = ${pages}`);
      return null;
    };
    const id = take();
    await until(isSettled(id));
    before = null;
    expect(drawing(id)).toMatchObject({ state: 'unreadable', problem: { code: 'disk-full' } });
    expect(listDrawings()[0].problem?.action).toContain('make room');
    database().pragma(`max_page_count = ${pages + 100_000}`);
    await pause(1500);
    // It was set aside with its message, or is tried again by itself: either way a person can have it read now.
    const state = drawing(id)!.state;
    if (state === 'unreadable') await recheck(id);
    await until(() => drawing(id)!.state === 'ready');
    expect(drawing(id)?.problem).toBeNull();
  });

  it('before the work can begin: the drawing says so, and is read when there is room', async () => {
    const id = take();
    // Nothing can be written, not even that the work begins.
    database().pragma('query_only = 1');
    await until(() => drawing(id)!.problem !== null);
    expect(drawing(id)).toMatchObject({ state: 'unreadable', problem: { code: 'read-only' } });
    expect(listDrawings()[0].state).toBe('unreadable');
    database().pragma('query_only = 0');
    await until(() => drawing(id)!.state === 'ready');
    expect(drawing(id)?.problem).toBeNull();
  });

  it('while a person waits for a correction: told at once, and the drawing is as it was', async () => {
    const id = take();
    await until(isSettled(id));
    before = () => {
      const pages = database().pragma('page_count', { simple: true }) as number;
      database().pragma(`max_page_count = ${pages}`);
      return null;
    };
    const answer = await correct(id, { note: 'Everything' });
    expect(answer).toMatchObject({ ok: false, problem: { code: 'disk-full' } });
    expect(drawing(id)).toMatchObject({ state: 'ready', revision: 0 });
    before = null;
    database().pragma('max_page_count = 1000000');
    await pause(1500);
    expect(await correct(id, { note: 'Everything' })).toMatchObject({ ok: true });
  });

  it('while a worker writes: said, and not tried over and over', async () => {
    let tries = 0;
    before = () => {
      tries++;
      throw new Error('ENOSPC: no space left on device, write');
    };
    const id = take();
    await until(isSettled(id));
    expect(drawing(id)).toMatchObject({ state: 'unreadable', problem: { code: 'disk-full' } });
    expect(tries).toBe(1);
  });
});

it('a worker that dies each time: three attempts, then a state with its message that can be tried again', async () => {
  let tries = 0;
  before = () => {
    tries++;
    return {
      ok: false,
      problem: { code: 'worker', message: 'The worker ran out of memory.', action: 'Try again.' },
    };
  };
  const id = take();
  await until(isSettled(id));
  expect(tries).toBe(3);
  expect(drawing(id)).toMatchObject({
    state: 'unreadable',
    problem: { message: 'The worker ran out of memory.' },
  });
  before = null;
  await recheck(id);
  await until(() => drawing(id)!.state === 'ready');
});

it('a job of this process that nobody works on any more is taken up again', async () => {
  const id = take();
  await until(isSettled(id));
  const job = jobs().enqueue('read', id, {}, 5);
  database().prepare(`UPDATE drawings SET state = 'reading' WHERE id = ?`).run(id);
  await jobs().done(job);
  expect(drawing(id)?.state).not.toBe('waiting');
});

describe('a store that was altered', () => {
  const altered = (sha: string): void => {
    const content = readFileSync(filePath(sha));
    content[content.length >> 1] ^= 1;
    writeFileSync(filePath(sha), content);
  };
  const streamed = (content: Uint8Array): ReadableStream<Uint8Array> =>
    new ReadableStream({
      start(controller) {
        controller.enqueue(content);
        controller.close();
      },
    });

  it('is not used: the drawing says so, and the file is set aside', async () => {
    const { sha } = storeBytes(bytes);
    altered(sha);
    const id = takeIn({ sha, size: bytes.length }, 'a.dxf', 'Brandt', '');
    await until(isSettled(id));
    expect(drawing(id)).toMatchObject({ state: 'unreadable', problem: { code: 'file-altered' } });
    expect(existsSync(filePath(sha))).toBe(false);
    expect(readdirSync(join(process.env.ZINC_WARDEN_DATA!, 'set-aside'))).toHaveLength(1);
    expect(() => readStored(filePath(sha))).toThrow(StoredFault);
  });

  it('is healed by a good copy, which is not thrown away for the bad one', async () => {
    const id = take();
    await until(isSettled(id));
    const { originalSha } = drawing(id)!;
    altered(originalSha);
    const again = await storeStream(streamed(bytes), null);
    expect(again).toEqual({ ok: true, value: { sha: originalSha, size: bytes.length } });
    expect(
      createHash('sha256')
        .update(readFileSync(filePath(originalSha)))
        .digest('hex'),
    ).toBe(originalSha);
    expect(await recheck(id)).toMatchObject({ ok: true });
    altered(originalSha);
    storeBytes(bytes);
    expect(new Uint8Array(readFileSync(filePath(originalSha)))).toEqual(bytes);
  });

  it('is looked at before it is handed out, and again when it was written since', async () => {
    const { sha } = storeBytes(bytes);
    expect(await checkStored(filePath(sha))).toMatchObject({ ok: true });
    expect(await checkStored(filePath(sha))).toMatchObject({ ok: true });
    altered(sha);
    expect(await checkStored(filePath(sha))).toMatchObject({ ok: false, problem: { code: 'file-altered' } });
    expect(await checkStored(filePath(sha))).toMatchObject({ ok: false, problem: { code: 'file-missing' } });
  });

  it('that lacks a file says that it is missing, not that it is kept', async () => {
    const id = take();
    await until(isSettled(id));
    rmSync(filePath(drawing(id)!.originalSha));
    database().prepare('UPDATE audits SET engine = 0').run();
    const answer = await recheck(id);
    expect(answer).toMatchObject({ ok: false, problem: { code: 'file-missing' } });
    expect(drawing(id)?.state).toBe('ready');
  });
});
