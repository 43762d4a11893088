import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { linkspan } from '../../demo/drawings';
import { demoStandard } from '../../demo/standard';
import { changesFrom } from './audits';
import { cancelReading, correct, proposalsFor, recheck } from './corrections';
import { crosswalkOf, listSenders } from './crosswalk';
import { database } from './database';
import { drawing, drawingDetail, step, takeIn } from './drawings';
import { beginDraft, discardDraft, draft, importIntoDraft, issueDraft, saveDraft } from './editions';
import { filePath, storeBytes, storeStream, sweepFiles } from './files';
import { jobs } from './jobs';
import { makeRoom } from './kept';
import { resume } from './work';

/** Holds every piece of work until the test lets it go, and does it here: there is no built worker in unit tests. */
let gate: Promise<void> = Promise.resolve();
let asked: string[] = [];
jest.mock('./pool', () => ({
  runTask: async (name: string, request: never, cancel?: AbortSignal) => {
    asked.push(name);
    await Promise.race([gate, new Promise((resolve) => cancel?.addEventListener('abort', resolve))]);
    if (cancel?.aborted)
      return { ok: false, problem: { code: 'cancelled', message: 'The work was cancelled.', action: '' } };
    return jest.requireActual('./worker/tasks').handlers[name](request);
  },
}));

beforeEach(() => {
  process.env.ZINC_WARDEN_DATA = mkdtempSync(join(tmpdir(), 'zinc-trust-'));
  gate = Promise.resolve();
  asked = [];
});

const issue = (): void => {
  importIntoDraft(demoStandard, draft());
  issueDraft(draft()!, 'N. Brill', 'First');
};
const take = (): number => takeIn(storeBytes(linkspan().bytes), 'BO-301.dxf', 'Brandt', 'Quay');
async function settled(id: number): Promise<NonNullable<ReturnType<typeof drawing>>> {
  for (let i = 0; i < 300; i++) {
    const record = drawing(id)!;
    if (/ready|unreadable/.test(record.state)) return record;
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
  throw new Error('the drawing is stuck');
}
function holdWork(): () => void {
  let open: () => void = () => undefined;
  gate = new Promise((resolve) => {
    open = resolve;
  });
  return open;
}

describe('a drawing that is being read', () => {
  it('is not read a second time when somebody asks to audit it', async () => {
    issue();
    const go = holdWork();
    const id = take();
    await new Promise((resolve) => setTimeout(resolve, 30));
    expect(await recheck(id)).toMatchObject({ ok: true });
    expect(await recheck(id)).toMatchObject({ ok: true });
    go();
    await settled(id);
    // A correction made now is not taken back by a second reading that ends later.
    expect(await correct(id, { note: 'All' })).toMatchObject({ ok: true });
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(drawing(id)).toMatchObject({ revision: 1 });
    expect(asked.filter((name) => name === 'audit')).toHaveLength(1);
  });

  it('against a draft that is discarded meanwhile is read against what is in force then, and never stuck', async () => {
    importIntoDraft(demoStandard, draft());
    const go = holdWork();
    const id = take();
    await new Promise((resolve) => setTimeout(resolve, 30));
    expect(discardDraft(draft()!)).toMatchObject({ ok: true });
    go();
    const record = await settled(id);
    expect(record).toMatchObject({ state: 'unreadable', problem: { code: 'no-standard' } });
    issue();
    await recheck(id);
    expect(await settled(id)).toMatchObject({ state: 'ready', edition: 'Edition 1' });
  });

  it('can be cancelled, and read again', async () => {
    issue();
    holdWork();
    const id = take();
    await new Promise((resolve) => setTimeout(resolve, 30));
    expect(cancelReading(id)).toMatchObject({ ok: true });
    expect(await settled(id)).toMatchObject({ state: 'unreadable', problem: { code: 'cancelled' } });
    gate = Promise.resolve();
    await recheck(id);
    expect(await settled(id)).toMatchObject({ state: 'ready' });
    expect(cancelReading(id)).toMatchObject({ ok: false });
  });

  it('goes on after a stop, in whatever state it was left', async () => {
    issue();
    const file = storeBytes(linkspan().bytes);
    // As a server leaves it that was killed while it read, and before jobs were records.
    const sender = database().prepare(`INSERT INTO senders (name, folded) VALUES ('Brandt', 'brandt')`).run();
    const { lastInsertRowid } = database()
      .prepare(
        `INSERT INTO drawings (name, sender_id, received_at, original_sha, size, state) VALUES ('x', ?, '', ?, 1, 'reading')`,
      )
      .run(sender.lastInsertRowid, file.sha);
    resume();
    expect(await settled(Number(lastInsertRowid))).toMatchObject({ state: 'ready' });
  });
});

describe('two people at one drawing', () => {
  it('one wins, the other is told, and nothing vanishes', async () => {
    issue();
    const id = take();
    await settled(id);
    const go = holdWork();
    const both = Promise.all([
      correct(id, { note: 'Mine', revision: 0 }),
      correct(id, { note: 'Yours', revision: 0 }),
    ]);
    await new Promise((resolve) => setTimeout(resolve, 30));
    go();
    const answers = await both;
    expect(answers.filter(({ ok }) => ok)).toHaveLength(1);
    expect(answers.find(({ ok }) => !ok)).toMatchObject({ problem: { code: 'conflict' } });
    const record = drawing(id)!;
    expect(record.revisions).toHaveLength(1);
    expect(changesFrom(record.id, record.revision, 0, 1e9)).toHaveLength(record.changeCount);
    // A page that still shows the drawing as it was is told too.
    expect(await correct(id, { note: 'Late', revision: 0 })).toMatchObject({ problem: { code: 'conflict' } });
  });
});

describe('an audit', () => {
  it('of the same content with the same edition and rules is not made twice', async () => {
    issue();
    const [one, two] = [take(), take()];
    await settled(one);
    await settled(two);
    const before = asked.filter((name) => name === 'audit').length;
    await recheck(one);
    expect(asked.filter((name) => name === 'audit')).toHaveLength(before);
    expect(drawing(one)?.auditId).toBe(drawing(two)?.auditId);
  });

  it('with a draft that was edited since says so, and is made anew when asked', async () => {
    importIntoDraft(demoStandard, draft());
    const id = take();
    expect((await settled(id)).editedSince).toBe(false);
    const seen = draft()!;
    const { standard } = seen;
    saveDraft(seen, { ...standard, layers: standard.layers.slice(1) });
    expect(drawing(id)?.editedSince).toBe(true);
    await recheck(id);
    expect(drawing(id)?.editedSince).toBe(false);
    expect(asked.filter((name) => name === 'audit')).toHaveLength(2);
  });

  it('by earlier rules is made anew when the application has time', async () => {
    issue();
    const id = take();
    await settled(id);
    database().prepare('UPDATE audits SET engine = 1').run();
    const old = drawing(id)?.auditId;
    resume();
    for (let i = 0; i < 100 && drawing(id)?.auditId === old; i++)
      await new Promise((resolve) => setTimeout(resolve, 10));
    expect(drawing(id)?.auditId).not.toBe(old);
    expect(drawing(id)).toMatchObject({ revision: 0, verdict: 'held' });
  });

  it('that was checked again and changed nothing is no correction', async () => {
    issue();
    const id = take();
    await settled(id);
    await recheck(id);
    const record = drawing(id)!;
    expect([record.revision, record.changeCount, record.currentSha === record.originalSha]).toEqual([
      1,
      0,
      true,
    ]);
  });
});

describe('what is asked for and does not happen', () => {
  it('is said with its reason, and not remembered for the sender', async () => {
    issue();
    const id = take();
    await settled(id);
    const unknown = drawingDetail(id)!.current!.findings.filter(({ rule }) => rule === 'layers/unknown');
    const answer = await correct(id, {
      findings: [],
      note: 'Two',
      decisions: [
        { finding: unknown[0].key, option: 'become', to: 'NOWHERE' },
        { finding: unknown[1].key, option: 'become', to: 'S-STEL' },
      ],
    });
    if (!answer.ok) throw new Error(answer.problem.message);
    expect(answer.value.unsettled).toMatchObject([
      { key: unknown[0].key, why: 'The standard has no layer “NOWHERE”.' },
    ]);
    expect(crosswalkOf(drawing(id)!.senderId).map(({ target }) => target)).toEqual(['S-STEL']);
    expect(listSenders()).toMatchObject([{ drawings: 1, held: 1, released: 0 }]);
    const proposals = await proposalsFor(id);
    expect(proposals.ok && proposals.value[unknown[0].key].ranked.length).toBeGreaterThan(0);
    // A step back and forth shows what was before and after, whatever was decided.
    expect(step(id, -1)).toMatchObject({ ok: true });
    expect(drawing(id)?.changeCount).toBe(0);
    // And what was remembered with it is forgotten, until it is done again.
    expect(crosswalkOf(drawing(id)!.senderId)).toEqual([]);
    expect(step(id, 1)).toMatchObject({ ok: true });
    expect(crosswalkOf(drawing(id)!.senderId)).toHaveLength(1);
  });
});

describe('files', () => {
  it('that two workers store at once are whole, and leave nothing beside them', async () => {
    const bytes = linkspan().bytes;
    const all = await Promise.all(Array.from({ length: 8 }, async () => storeBytes(bytes)));
    expect(new Set(all.map(({ sha }) => sha)).size).toBe(1);
    const path = filePath(all[0].sha);
    expect(new Uint8Array(readFileSync(path))).toEqual(bytes);
    expect(readdirSync(join(path, '..'))).toHaveLength(1);
  });

  it('that cannot be written are said, and the upload does not hang', async () => {
    // A folder in which no file can be made.
    symlinkSync('/proc/self', join(process.env.ZINC_WARDEN_DATA!, 'incoming'));
    const stream = new ReadableStream<Uint8Array>({
      start(controller) {
        controller.enqueue(linkspan().bytes);
        controller.close();
      },
    });
    const stored = await storeStream(stream, null);
    expect(stored).toMatchObject({ ok: false, problem: { code: 'upload' } });
  });

  it('that nothing names go after a day, and what a drawing names stays', async () => {
    issue();
    const id = take();
    await settled(id);
    const stray = storeBytes(new TextEncoder().encode('left behind'));
    const young = storeBytes(new TextEncoder().encode('just made'));
    const old = new Date(Date.now() - 48 * 3600_000);
    for (const sha of [stray.sha, drawing(id)!.originalSha]) utimesSync(filePath(sha), old, old);
    // As long as another process that is alive works on the folder, what is young may be its.
    const processes = join(process.env.ZINC_WARDEN_DATA!, 'processes');
    mkdirSync(processes);
    writeFileSync(join(processes, String(process.ppid)), '');
    sweepFiles();
    expect([stray.sha, young.sha, drawing(id)!.originalSha].map((sha) => existsSync(filePath(sha)))).toEqual([
      false,
      true,
      true,
    ]);
    // One that is gone leaves its note behind; then all goes that nothing names, whatever its age.
    rmSync(join(processes, String(process.ppid)));
    writeFileSync(join(processes, '999999999'), '');
    const incoming = join(process.env.ZINC_WARDEN_DATA!, 'incoming');
    mkdirSync(incoming, { recursive: true });
    writeFileSync(join(incoming, 'half'), 'half an upload');
    sweepFiles();
    expect(existsSync(filePath(young.sha))).toBe(false);
    expect(existsSync(filePath(drawing(id)!.originalSha))).toBe(true);
    expect(readdirSync(incoming)).toEqual([]);
    expect(readdirSync(processes)).toEqual([String(process.pid)]);
  });

  it('of pictures make room for newer ones', () => {
    const folder = join(process.env.ZINC_WARDEN_DATA!, 'pictures');
    mkdirSync(folder, { recursive: true });
    for (let i = 0; i < 5; i++) {
      writeFileSync(join(folder, `p${i}`), Buffer.alloc(1000));
      const at = new Date(Date.now() - i * 60_000);
      utimesSync(join(folder, `p${i}`), at, at);
    }
    makeRoom(2500);
    expect(readdirSync(folder).sort()).toEqual(['p0', 'p1']);
  });
});

describe('a draft', () => {
  it('is not begun by looking: only an edit begins it', () => {
    expect(draft()).toBeNull();
    const saved = saveDraft({ id: 0, version: 0 }, demoStandard);
    expect(saved).toMatchObject({ ok: true });
    expect(draft()?.standard.layers).toHaveLength(demoStandard.layers.length);
    // Another that thinks it is the first is told.
    expect(saveDraft({ id: 0, version: 0 }, demoStandard)).toMatchObject({ ok: false, conflict: true });
    expect(beginDraft().id).toBe(draft()?.id);
    expect(jobs()).toBe(jobs());
  });
});
