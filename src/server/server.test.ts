import { existsSync, mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { linkspan } from '../../demo/drawings';
import { demoStandard } from '../../demo/standard';
import { blankStandard, lineOf } from '../core/standard/standard';
import { database } from './database';
import {
  adoptIntoDraft,
  beginDraft,
  discardDraft,
  draft,
  edition,
  editionInForce,
  issueDraft,
  listEditions,
  saveDraft,
} from './editions';
import { filePath, storeBytes, storeStream } from './files';
import { foreign, idOf } from './http';
import { handlers } from './worker/tasks';

beforeEach(() => {
  process.env.ZINC_WARDEN_DATA = mkdtempSync(join(tmpdir(), 'zinc-data-'));
});

const stream = (...parts: (string | Uint8Array)[]): ReadableStream<Uint8Array> =>
  new ReadableStream({
    start(controller) {
      for (const part of parts)
        controller.enqueue(typeof part === 'string' ? new TextEncoder().encode(part) : part);
      controller.close();
    },
  });

describe('files', () => {
  it('keep an upload unchanged under its SHA-256', async () => {
    const { bytes } = linkspan();
    const stored = await storeStream(stream(bytes.subarray(0, 100), bytes.subarray(100)), null);
    if (!stored.ok) throw new Error(stored.problem.message);
    expect(new Uint8Array(readFileSync(filePath(stored.value.sha)))).toEqual(bytes);
    expect(storeBytes(bytes)).toEqual(stored.value);
  });

  it('refuse what is too large before and while it comes, and keep nothing of it', async () => {
    process.env.ZINC_WARDEN_LARGEST_MB = '1';
    try {
      expect(await storeStream(stream('0\nSECTION\n'), 2_000_000_000)).toMatchObject({
        ok: false,
        problem: { code: 'too-large' },
      });
      // A sender that never stops: only as much is read as it takes to know.
      let sent = 0;
      const endless = new ReadableStream<Uint8Array>({
        pull(controller) {
          sent += 100_000;
          controller.enqueue(new TextEncoder().encode('  0\nLINE\n'.repeat(11_112)).subarray(0, 100_000));
        },
      });
      expect(await storeStream(endless, null)).toMatchObject({ ok: false, problem: { code: 'too-large' } });
      expect(sent).toBeLessThan(2_000_000);
      expect(readdirSync(join(process.env.ZINC_WARDEN_DATA!, 'incoming'))).toEqual([]);
    } finally {
      delete process.env.ZINC_WARDEN_LARGEST_MB;
    }
  });

  it('refuse at the first bytes what cannot be a drawing', async () => {
    expect(await storeStream(stream('AC1032', '\0'.repeat(600)), null)).toMatchObject({
      ok: false,
      problem: { code: 'closed-binary' },
    });
    expect(await storeStream(stream(), null)).toMatchObject({ ok: false, problem: { code: 'empty' } });
    expect(existsSync(join(process.env.ZINC_WARDEN_DATA!, 'files'))).toBe(false);
  });
});

describe('editions', () => {
  const fill = (): void => {
    const saved = saveDraft(beginDraft(), demoStandard);
    if (!saved.ok) throw new Error(saved.faults[0].message);
  };

  it('a draft becomes an issued edition that never changes', () => {
    fill();
    const issued = issueDraft(draft()!, 'Head of drawing', 'First');
    if (!issued.ok) throw new Error(issued.problem.message);
    expect(issued.value).toMatchObject({ label: 'Edition 1', state: 'issued', issuedBy: 'Head of drawing' });
    expect(() =>
      database().prepare('UPDATE editions SET body = ? WHERE id = ?').run('{}', issued.value.id),
    ).toThrow('does not change');
    expect(edition(issued.value.id)?.standard.layers).toEqual(demoStandard.layers);
  });

  it('the next one starts as a draft from it, and is not in force until issued', () => {
    fill();
    issueDraft(draft()!, 'A', '');
    const next = beginDraft();
    expect(next).toMatchObject({ label: 'Draft 2', state: 'draft' });
    expect(next.standard.layers).toEqual(demoStandard.layers);
    expect(editionInForce()?.label).toBe('Edition 1');
    issueDraft(draft()!, 'A', 'Second');
    expect(editionInForce()?.label).toBe('Edition 2');
    expect(listEditions().map((one) => one.label)).toEqual(['Edition 2', 'Edition 1']);
  });

  it('two people do not overwrite each other', () => {
    fill();
    const seen = draft()!;
    expect(saveDraft(seen, { ...demoStandard, name: 'Mine' })).toMatchObject({ ok: true });
    expect(saveDraft(seen, { ...demoStandard, name: 'Yours' })).toMatchObject({
      ok: false,
      conflict: true,
    });
    expect(draft()?.standard.name).toBe('Mine');
  });

  it('a draft that breaks the schema is not saved, and the field is named', () => {
    fill();
    const seen = draft()!;
    const result = saveDraft(seen, { ...demoStandard, pens: { seriesMm: [], defaultMm: 0.25 } });
    expect(result).toMatchObject({
      ok: false,
      conflict: false,
      faults: expect.arrayContaining([expect.objectContaining({ where: 'pens, series' })]),
    });
    expect(draft()?.version).toBe(seen.version);
  });

  it('an empty draft cannot be issued; a draft can be discarded', () => {
    beginDraft();
    expect(issueDraft(draft()!, 'A', '')).toMatchObject({ ok: false, problem: { code: 'empty' } });
    expect(discardDraft(draft()!)).toMatchObject({ ok: true });
    expect(draft()).toBeNull();
  });

  it('a layer of a drawing goes into the draft, once', () => {
    fill();
    issueDraft(draft()!, 'A', '');
    const layer = { ...demoStandard.layers[0], name: 'X-NEW', widthMm: 0.53, linetype: 'Special' };
    const learnt = {
      ...blankStandard('Theirs'),
      layers: [layer],
      linetypes: [lineOf({ name: 'Special', description: '', elementsMm: [1, -1] })],
    };
    const named = { kind: 'layer', name: 'x-new' } as const;
    const added = adoptIntoDraft(learnt, named);
    if (!added.ok) throw new Error(added.problem.message);
    // 0.53 mm is not a permitted width here: the layer comes in at the default, to be decided.
    expect(added.value.standard.layers.at(-1)).toMatchObject({
      name: 'X-NEW',
      widthMm: null,
      linetype: 'Special',
    });
    expect(adoptIntoDraft(learnt, named)).toMatchObject({ ok: false, problem: { code: 'twice' } });
    expect(editionInForce()?.standard.layers).toHaveLength(demoStandard.layers.length);
  });
});

describe('tasks', () => {
  it('audit, propose, correct and picture give plain data', () => {
    const { sha } = storeBytes(linkspan().bytes);
    const path = filePath(sha);
    const audited = handlers.audit({ path, standard: demoStandard, sheets: [] });
    if (!audited.ok) throw new Error(audited.problem.message);
    expect(structuredClone(audited.value)).toEqual(audited.value);
    const asking = audited.value.audit.findings.filter((finding) => finding.correction === 'choice');
    const proposals = handlers.proposals({ path, standard: demoStandard });
    expect(proposals.ok && Object.keys(proposals.value)).toHaveLength(asking.length);
    const corrected = handlers.correct({
      path,
      standard: demoStandard,
      corrected: demoStandard,
      request: {},
      sheets: [],
    });
    expect(corrected.ok && existsSync(filePath(corrected.value.sha))).toBe(true);
    const cache = join(process.env.ZINC_WARDEN_DATA!, 'pictures', 'p');
    expect(handlers.picture({ path, cache, sheet: 0, defaultWidthMm: 0.25, sheets: [] })).toEqual({
      ok: true,
      value: { file: cache },
    });
    expect(existsSync(cache)).toBe(true);
    expect(
      handlers.picture({ path, cache: `${cache}q`, sheet: 99, defaultWidthMm: 0.25, sheets: [] }),
    ).toMatchObject({
      problem: { code: 'no-sheet' },
    });
  });
});

describe('requests', () => {
  const from = (origin: string | null): Request =>
    new Request('http://127.0.0.1:4180/api/x', {
      method: 'POST',
      headers: { host: '127.0.0.1:4180', ...(origin ? { origin } : {}) },
    });
  it('that change something must come from this application', () => {
    expect(foreign(from('http://127.0.0.1:4180'))).toBeNull();
    expect(foreign(from(null))).toBeNull();
    expect(foreign(from('http://elsewhere.example'))?.status).toBe(403);
    expect(foreign(from('null'))?.status).toBe(403);
    expect(foreign(from('http://[half an address'))?.status).toBe(403);
  });
  it('name a drawing by a number', () => {
    expect(idOf('12')).toBe(12);
    expect(idOf('12x')).toBeNull();
    expect(idOf('../1')).toBeNull();
  });
});
