import { existsSync, mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { linkspan } from '../../demo/drawings';
import { demoStandard } from '../../demo/standard';
import { cancelCorrecting, correct } from './corrections';
import { crosswalkOf, remember } from './crosswalk';
import { database } from './database';
import { deleteDrawing } from './delete-drawing';
import { drawing, listDrawings, takeIn } from './drawings';
import { draft, importIntoDraft, issueDraft } from './editions';
import { filePath, storeBytes } from './files';
import { keptPaths } from './kept';
import './work';

let holding: Promise<void> | null = null;
jest.mock('./pool', () => ({
  runTask: async (name: string, request: never, cancel?: AbortSignal) => {
    if (holding)
      await Promise.race([holding, new Promise((done) => cancel?.addEventListener('abort', done))]);
    if (cancel?.aborted)
      return { ok: false, problem: { code: 'cancelled', message: 'The work was cancelled.', action: '' } };
    return jest.requireActual('./worker/tasks').handlers[name](request);
  },
}));

beforeEach(() => {
  process.env.ZINC_WARDEN_DATA = mkdtempSync(join(tmpdir(), 'zinc-delete-'));
  holding = null;
  const taken = importIntoDraft(demoStandard, draft());
  if (!taken.ok) throw new Error(taken.problem.message);
  issueDraft(taken.value, 'N. Brill', '');
});

const { bytes } = linkspan();
async function taken(name = 'BO-301.dxf'): Promise<number> {
  const id = takeIn(storeBytes(bytes), name, 'Brandt', '');
  for (let i = 0; i < 200 && drawing(id)?.state !== 'ready'; i++)
    await new Promise((done) => setTimeout(done, 25));
  expect(drawing(id)?.state).toBe('ready');
  return id;
}
const count = (table: string): number =>
  database().prepare(`SELECT COUNT(*) FROM ${table}`).pluck().get() as number;

describe('a drawing that is deleted', () => {
  it('goes with every state, its audits, its pictures and what was decided', async () => {
    const id = await taken();
    expect((await correct(id, { note: 'Everything' })).ok).toBe(true);
    const { originalSha, currentSha, senderId } = drawing(id)!;
    expect(currentSha).not.toBe(originalSha);
    remember(senderId, id, 0, [{ kind: 'layer', name: 'X', action: 'map', target: 'A-WALL' }]);
    const pictures = [originalSha, currentSha].flatMap((sha) => keptPaths(sha, 1, []));
    for (const path of pictures) {
      mkdirSync(dirname(path), { recursive: true });
      writeFileSync(path, 'a picture');
    }
    expect(deleteDrawing(id)).toMatchObject({ ok: true });
    expect(listDrawings()).toEqual([]);
    for (const path of [filePath(originalSha), filePath(currentSha), ...pictures])
      expect(existsSync(path)).toBe(false);
    for (const table of [
      'revisions',
      'audits',
      'findings',
      'finding_objects',
      'changes',
      'decisions',
      'uses',
      'jobs',
    ])
      expect([table, count(table)]).toEqual([table, 0]);
    // What is known of the sender stays.
    expect(crosswalkOf(senderId)).toHaveLength(1);
    expect(deleteDrawing(id)).toMatchObject({ ok: false, problem: { code: 'no-drawing' } });
  });

  it('leaves what another drawing of the same content needs', async () => {
    const one = await taken('one.dxf');
    const two = await taken('two.dxf');
    const { originalSha, auditId } = drawing(two)!;
    expect(deleteDrawing(one).ok).toBe(true);
    expect(existsSync(filePath(originalSha))).toBe(true);
    expect(drawing(two)).toMatchObject({ state: 'ready', auditId });
    expect(deleteDrawing(two).ok).toBe(true);
    expect(existsSync(filePath(originalSha))).toBe(false);
  });

  it('while it is corrected ends the work, and nothing comes back', async () => {
    const id = await taken();
    holding = new Promise(() => undefined);
    const correcting = correct(id, { note: '' });
    await new Promise((done) => setTimeout(done, 50));
    expect(deleteDrawing(id).ok).toBe(true);
    expect(await correcting).toMatchObject({ ok: false });
    expect(count('revisions')).toBe(0);
  });
});

it('a correction that takes too long can be cancelled; the drawing stays as it was', async () => {
  const id = await taken();
  const before = drawing(id);
  expect(cancelCorrecting(id)).toMatchObject({ ok: false, problem: { code: 'no-work' } });
  holding = new Promise(() => undefined);
  const correcting = correct(id, { note: '' });
  await new Promise((done) => setTimeout(done, 50));
  expect(cancelCorrecting(id)).toMatchObject({ ok: true });
  expect(await correcting).toMatchObject({ ok: false, problem: { code: 'cancelled' } });
  expect(drawing(id)).toEqual(before);
  holding = null;
  expect((await correct(id, { note: 'Now' })).ok).toBe(true);
});
