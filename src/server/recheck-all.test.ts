import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoStandard } from '../../demo/standard';
import { DrawingComposer } from '../core/dxf/write/composer';
import { correct } from './corrections';
import { drawing, listDrawings, step, takeIn } from './drawings';
import { beginDraft, draft, importIntoDraft, issueDraft, saveDraft } from './editions';
import { storeBytes } from './files';
import { cancelRecheck, recheckAll, rechecked, recheckState } from './recheck-all';
import './work';

/** Work is done here; so many pieces of it, and the next ones only when they are cancelled. */
let allowed = Number.POSITIVE_INFINITY;
jest.mock('./pool', () => ({
  runTask: async (name: string, request: never, cancel?: AbortSignal) => {
    if (allowed-- <= 0) await new Promise((resolve) => cancel?.addEventListener('abort', resolve));
    if (cancel?.aborted)
      return { ok: false, problem: { code: 'cancelled', message: 'The work was cancelled.', action: '' } };
    return jest.requireActual('./worker/tasks').handlers[name](request);
  },
}));

const until = async (done: () => boolean): Promise<void> => {
  for (let i = 0; i < 6000 && !done(); i++) await new Promise((resolve) => setTimeout(resolve, 5));
  expect(done()).toBe(true);
};

/** A drawing of its own for each number: a line on an office layer. */
function bytesOf(number: number): Uint8Array {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  file.layer({ name: 'A-ROOF', colour: 42, widthMm: 0.18 });
  file.model.line({ layer: 'A-ROOF' }, [number, 0], [number + 1, 5]);
  return file.bytes();
}

const COUNT = 300;

beforeAll(async () => {
  process.env.ZINC_WARDEN_DATA = mkdtempSync(join(tmpdir(), 'zinc-recheck-'));
  const plain = demoStandard.layers.map((layer) => ({ ...layer, required: false }));
  importIntoDraft({ ...demoStandard, layers: plain }, draft());
  issueDraft(draft()!, 'N. Brill', 'First');
  for (let i = 0; i < COUNT; i++) takeIn(storeBytes(bytesOf(i)), `D-${i}.dxf`, 'Brandt', 'Quay');
  await until(() => listDrawings().every(({ state }) => state === 'ready'));
  expect(recheckState()).toEqual({ edition: 'Edition 1', outdated: 0, open: 0 });
  // The next edition wants another colour.
  beginDraft();
  const layers = draft()!.standard.layers.map((layer) =>
    layer.name === 'A-ROOF' ? { ...layer, colour: { number: 40 } } : layer,
  );
  saveDraft(draft()!, { ...draft()!.standard, layers });
  issueDraft(draft()!, 'N. Brill', 'Roofs');
});

it('all drawings on file are checked again as one piece of work: broken off, gone on with, and what changed is told', async () => {
  expect(recheckState()).toEqual({ edition: 'Edition 2', outdated: COUNT, open: 0 });
  allowed = 60;
  expect(recheckAll()).toEqual({ ok: true, value: { drawings: COUNT } });
  // Asked for twice it is begun once.
  expect(recheckAll()).toEqual({ ok: true, value: { drawings: 0 } });
  expect(recheckState()).toMatchObject({ open: COUNT });
  await until(() => recheckState()!.outdated === COUNT - 60);
  cancelRecheck();
  await until(() => recheckState()!.open === 0);
  const left = recheckState()!.outdated;
  expect(left).toBe(COUNT - 60);
  allowed = Number.POSITIVE_INFINITY;
  expect(rechecked()).toHaveLength(COUNT - left);
  expect(listDrawings().every(({ state }) => state === 'ready')).toBe(true);

  // One of those that are left is corrected meanwhile, by its own edition; it is checked again all the same.
  const waiting = listDrawings().find(({ edition }) => edition === 'Edition 1')!;
  await correct(waiting.id, { note: 'All' });
  recheckAll();
  await until(() => recheckState()!.open === 0);
  expect(recheckState()!.outdated).toBe(0);
  const changed = rechecked();
  expect(changed).toHaveLength(COUNT);
  expect(changed[0]).toMatchObject({
    before: { edition: 'Edition 1' },
    after: { edition: 'Edition 2', findings: changed[0].before.findings + 1 },
  });

  // A check is taken back in its drawing like any step.
  expect(step(changed[5].id, -1).ok).toBe(true);
  expect(drawing(changed[5].id)!.edition).toBe('Edition 1');
  expect(recheckState()!.outdated).toBe(1);
});
