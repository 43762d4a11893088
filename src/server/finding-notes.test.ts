import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { linkspan } from '../../demo/drawings';
import { demoStandard } from '../../demo/standard';
import { correct } from './corrections';
import { database } from './database';
import { deleteDrawing } from './delete-drawing';
import { drawing, drawingDetail, step, takeIn } from './drawings';
import { draft, importIntoDraft, issueDraft } from './editions';
import { storeBytes } from './files';
import { findingNoteSchema, noteFinding, notesOf } from './finding-notes';
import './work';

jest.mock('./pool', () => ({
  runTask: (name: string, request: never) =>
    Promise.resolve(jest.requireActual('./worker/tasks').handlers[name](request)),
}));

it('what is written beside a finding stays with the drawing through its steps, changes no verdict, and goes with it', async () => {
  process.env.ZINC_WARDEN_DATA = mkdtempSync(join(tmpdir(), 'zinc-notes-'));
  importIntoDraft(demoStandard, draft());
  issueDraft(draft()!, 'N. Brill', 'First');
  const id = takeIn(storeBytes(linkspan().bytes), 'BO-301.dxf', 'Brandt', 'Quay');
  for (let i = 0; i < 600 && drawing(id)!.state !== 'ready'; i++)
    await new Promise((resolve) => setTimeout(resolve, 10));
  const { verdict, counts } = drawing(id)!;
  const [finding] = drawingDetail(id)!.current!.findings.filter(({ correction }) => correction === 'choice');
  expect(noteFinding(id, { finding: finding.key, status: 'asked', note: 'mail of Monday' }).ok).toBe(true);
  expect(notesOf(id)).toMatchObject({ [finding.key]: { status: 'asked', note: 'mail of Monday' } });
  expect(drawing(id)).toMatchObject({ verdict, counts });
  // It is there again in the next revision, and in the one before.
  await correct(id, { note: 'All' });
  expect(drawingDetail(id)!.notes[finding.key].status).toBe('asked');
  step(id, -1);
  expect(noteFinding(id, { finding: finding.key, status: 'later', note: '' }).ok).toBe(true);
  expect(notesOf(id)[finding.key]).toMatchObject({ status: 'later', note: '' });
  expect(noteFinding(id, { finding: finding.key, status: 'open', note: '' }).ok).toBe(true);
  expect(notesOf(id)).toEqual({});
  expect(noteFinding(id, { finding: 'none', status: 'asked', note: '' }).ok).toBe(false);
  expect(findingNoteSchema.safeParse({ finding: 'x', status: 'done', note: '' }).success).toBe(false);
  noteFinding(id, { finding: finding.key, status: 'looked at', note: 'x' });
  deleteDrawing(id);
  expect(database().prepare('SELECT COUNT(*) FROM finding_notes').pluck().get()).toBe(0);
});
