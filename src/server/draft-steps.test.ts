import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoStandard } from '../../demo/standard';
import { database } from './database';
import {
  beginDraft,
  draft,
  importIntoDraft,
  issueDraft,
  saveDraft,
  stepDraft,
  whatImportChanges,
} from './editions';

beforeEach(() => {
  process.env.ZINC_WARDEN_DATA = mkdtempSync(join(tmpdir(), 'zinc-steps-'));
});

const rename = (name: string): void => {
  const saved = saveDraft(draft()!, { ...draft()!.standard, name });
  if (!saved.ok) throw new Error(saved.faults[0].message);
};
const name = (): string => draft()!.standard.name;

describe('steps of drafting', () => {
  it('go back and forth, one by one, and are kept in the database', () => {
    beginDraft();
    const first = name();
    rename('A');
    rename('B');
    expect(draft()!.steps).toEqual({ undo: 2, redo: 0 });
    expect(stepDraft(draft()!, -1).ok).toBe(true);
    expect(name()).toBe('A');
    expect(stepDraft(draft()!, -1).ok).toBe(true);
    expect([name(), draft()!.steps]).toEqual([first, { undo: 0, redo: 2 }]);
    expect(stepDraft(draft()!, -1).ok).toBe(false);
    stepDraft(draft()!, 1);
    stepDraft(draft()!, 1);
    expect([name(), stepDraft(draft()!, 1).ok]).toEqual(['B', false]);
    // Each step is a new version: whoever has the one before is told.
    expect(draft()!.version).toBeGreaterThan(5);
  });

  it('lose what was undone with the next change; a save that changes nothing is no step', () => {
    beginDraft();
    rename('A');
    rename('B');
    stepDraft(draft()!, -1);
    rename('C');
    expect([name(), draft()!.steps]).toEqual(['C', { undo: 2, redo: 0 }]);
    rename('C');
    expect(draft()!.steps).toEqual({ undo: 2, redo: 0 });
  });

  it('are a hundred at most', () => {
    beginDraft();
    for (let i = 0; i < 130; i++) rename(`N${i}`);
    expect(draft()!.steps.undo).toBe(100);
    for (let i = 0; i < 100; i++) expect(stepDraft(draft()!, -1).ok).toBe(true);
    expect(stepDraft(draft()!, -1).ok).toBe(false);
  });

  it('of somebody else’s draft are refused, and an issued edition has none', () => {
    importIntoDraft(demoStandard, draft());
    rename('A');
    const seen = draft()!;
    rename('B');
    expect(stepDraft(seen, -1)).toMatchObject({ ok: false, problem: { code: 'conflict' } });
    issueDraft(draft()!, 'N. Brill', 'First');
    expect(database().prepare('SELECT COUNT(*) FROM draft_steps').pluck().get()).toBe(0);
  });
});

describe('a standard that is to be taken in', () => {
  it('says by kind and one by one what it would change, and is undone like any step', () => {
    importIntoDraft(demoStandard, draft());
    expect(whatImportChanges(draft()!.standard)).toEqual({ kinds: [], words: [], total: 0 });
    const [gone, changed, ...rest] = demoStandard.layers;
    const other = {
      ...demoStandard,
      layers: [{ ...changed, widthMm: 1 }, ...rest, { ...gone, name: 'V-NEW' }],
    };
    const { kinds, words, total } = whatImportChanges(other);
    expect(kinds).toEqual([{ kind: 'Layer', added: 1, changed: 1, gone: 1 }]);
    expect(total).toBe(words.length);
    expect(words.join('\n')).toContain('V-NEW is new');
    expect(words.join('\n')).toContain(`${gone.name} is gone`);
    const before = draft()!.standard;
    importIntoDraft(other, draft());
    expect(draft()!.standard.layers.map((layer) => layer.name)).toContain('V-NEW');
    stepDraft(draft()!, -1);
    expect(draft()!.standard).toEqual(before);
  });
});
