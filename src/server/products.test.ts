import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strFromU8, unzipSync } from 'fflate';
import { generalArrangement, linkspan } from '../../demo/drawings';
import { demoStandard } from '../../demo/standard';
import { readDrawing } from '../core/dxf/read/interpret';
import { readDelimited } from '../core/exchange/delimited';
import { fromRows, TABLE_NAMES, TABLES } from '../core/exchange/tables/tables';
import { blankStandard } from '../core/standard/standard';
import { database } from './database';
import {
  beginDraft,
  edition,
  editionInForce,
  issueDraft,
  listEditions,
  saveDraft,
  withdrawEdition,
} from './editions';
import { filePath, storeBytes } from './files';
import { PRODUCTS } from './product-names';
import { product } from './products';
import { readSpreadsheet } from './read-spreadsheet';
import { writeSpreadsheet } from './spreadsheet';
import { keepUses, uncounted, usesOnFile } from './uses';
import { handlers } from './worker/tasks';

beforeEach(() => {
  process.env.ZINC_WARDEN_DATA = mkdtempSync(join(tmpdir(), 'zinc-products-'));
});

/** Issues the demo standard, with something changed. */
function issue(note = ''): number {
  const draft = beginDraft();
  const saved = saveDraft(draft, demoStandard);
  if (!saved.ok) throw new Error(saved.faults[0].message);
  const issued = issueDraft(saved.edition, 'Nadja Brill', note);
  if (!issued.ok) throw new Error(issued.problem.message);
  return issued.value.id;
}

describe('what an edition is handed out as', () => {
  it.each(PRODUCTS)('%s is made, and says what it is', async (name) => {
    const made = await product(demoStandard, name);
    if (!made.ok) throw new Error(made.problem.message);
    const { file, bytes, mime } = made.value;
    const head = Buffer.from(bytes.subarray(0, 5)).toString('latin1');
    expect(bytes.length).toBeGreaterThan(4000);
    if (name === 'template-2010') {
      const files = unzipSync(bytes);
      expect(Object.keys(files).sort()).toEqual([
        'Ostrelin Harbour Works Office Edition 1 template.dxf',
        'line-marks.shx',
        'read me.txt',
      ]);
      expect(readDrawing(files['Ostrelin Harbour Works Office Edition 1 template.dxf']).ok).toBe(true);
    } else if (mime === 'application/dxf') expect(readDrawing(bytes).ok).toBe(true);
    else if (name === 'specimen-pdf') expect(head).toBe('%PDF-');
    else if (name.startsWith('tables')) expect(head.slice(0, 4)).toBe('PK\u0003\u0004');
    else expect(head).toBe('<?xml');
    expect(file).toMatch(/^Ostrelin Harbour Works Office Edition 1 .+\.(dxf|zip|pdf|svg|xlsx)$/);
  });

  it('is at true size on its one sheet', async () => {
    const svg = await product(demoStandard, 'specimen-svg');
    const pdf = await product(demoStandard, 'specimen-pdf');
    if (!svg.ok || !pdf.ok) throw new Error('not made');
    const [, width, height] = /width="([\d.]+)mm" height="([\d.]+)mm"/.exec(
      Buffer.from(svg.value.bytes).toString(),
    )!;
    // source: ISO 216, from memory
    expect([Number(width), Number(height)]).toEqual([594, 420]);
    const box = /MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(Buffer.from(pdf.value.bytes).toString('latin1'))!;
    expect(Number(box[1])).toBeCloseTo((594 * 72) / 25.4, 3);
    expect(Number(box[2])).toBeCloseTo((420 * 72) / 25.4, 3);
    // Lines and letters, not a picture of them.
    expect(Buffer.from(pdf.value.bytes).toString('latin1')).not.toContain('/Subtype /Image');
  });

  it('is a plain DXF where nothing lies beside it, and is made of an empty standard too', async () => {
    for (const name of PRODUCTS) {
      const made = await product(blankStandard('New'), name);
      if (!made.ok) throw new Error(made.problem.message);
      if (name.startsWith('template')) expect(made.value.mime).toBe('application/dxf');
    }
  });
});

describe('a spreadsheet', () => {
  it.each(['tables-xlsx', 'tables-csv'] as const)('%s gives every kind of definition back', async (form) => {
    const made = await product(demoStandard, form);
    if (!made.ok) throw new Error(made.problem.message);
    const files = form === 'tables-csv' ? unzipSync(made.value.bytes) : {};
    for (const kind of TABLE_NAMES) {
      const { title, put, listOf } = TABLES[kind];
      const rows =
        form === 'tables-csv'
          ? { ok: true as const, value: readDelimited(strFromU8(files[`${title}.csv`])) }
          : readSpreadsheet(made.value.bytes, title);
      if (!rows.ok) throw new Error(rows.problem.message);
      const read = fromRows(put(demoStandard, []), kind, rows.value);
      expect('standard' in read && listOf(read.standard)).toEqual(listOf(demoStandard));
    }
  });

  it('without a sheet of the name is read from its first one', async () => {
    const bytes = await writeSpreadsheet([
      { name: 'Ours: [2]', rows: [['Name'], ['007']] },
      { name: 'Other', rows: [['x']] },
    ]);
    expect(readSpreadsheet(bytes, 'Layers')).toEqual({ ok: true, value: [['Name'], ['007']] });
  });

  it('that is none is refused with what to do', async () => {
    expect(readSpreadsheet(new TextEncoder().encode('Name;Colour'))).toMatchObject({
      ok: false,
      problem: { code: 'not-a-spreadsheet', action: expect.stringContaining('.csv') },
    });
  });
});

describe('an edition', () => {
  it('is withdrawn, and is no longer in force; the last one stays', () => {
    const first = issue('first');
    expect(withdrawEdition(first, 'Nadja Brill', '')).toMatchObject({ ok: false, problem: { code: 'last' } });
    const second = issue('second');
    expect(withdrawEdition(second, 'Nadja Brill', 'too early')).toMatchObject({
      ok: true,
      value: { state: 'withdrawn', withdrawnBy: 'Nadja Brill', withdrawnNote: 'too early' },
    });
    expect(editionInForce()?.id).toBe(first);
    expect(withdrawEdition(second, 'Nadja Brill', '')).toMatchObject({ problem: { code: 'not-issued' } });
    // It stays to be read, and stays as it is.
    expect(edition(second)?.standard.layers).toHaveLength(demoStandard.layers.length);
    expect(listEditions().map(({ state }) => state)).toEqual(['withdrawn', 'issued']);
    expect(() => database().prepare(`UPDATE editions SET body = '{}' WHERE id = ?`).run(second)).toThrow(
      /does not change/,
    );
  });
});

describe('uses on file', () => {
  it('are counted for drawings as they are now, each content once', () => {
    const id = issue();
    const { sha } = storeBytes(linkspan().bytes);
    const other = storeBytes(generalArrangement(false).bytes).sha;
    const audited = handlers.audit({ path: filePath(sha), standard: demoStandard, sheets: [] });
    if (!audited.ok) throw new Error(audited.problem.message);
    const db = database();
    const sender = Number(
      db.prepare(`INSERT INTO senders (name, folded) VALUES ('H', 'h')`).run().lastInsertRowid,
    );
    for (const file of [sha, sha, other]) {
      const drawing = db
        .prepare(
          `INSERT INTO drawings (name, sender_id, received_at, original_sha, size, state, current_revision) VALUES ('x', ?, '', ?, 1, 'ready', 0)`,
        )
        .run(sender, file).lastInsertRowid;
      db.prepare(
        `INSERT INTO revisions (drawing_id, number, sha, edition_id, made_at) VALUES (?, 0, ?, ?, '')`,
      ).run(drawing, file, id);
    }
    expect(new Set(uncounted())).toEqual(new Set([sha, other]));
    keepUses(sha, audited.value.uses);
    keepUses(sha, audited.value.uses);
    expect(uncounted()).toEqual([other]);
    const one = audited.value.uses.find(({ kind }) => kind === 'layer')!;
    // Two drawings have that content.
    expect(usesOnFile().layer?.get(one.name)).toEqual({ objects: 2 * one.objects, drawings: 2 });
    const counted = handlers.uses({ path: filePath(other) });
    if (!counted.ok) throw new Error(counted.problem.message);
    keepUses(other, counted.value);
    expect(usesOnFile().layer?.get('a-wall')?.drawings).toBe(1);
  });

  it('and what a drawing teaches are asked of a worker', () => {
    const { sha } = storeBytes(generalArrangement(false).bytes);
    const learnt = handlers.learn({ path: filePath(sha), name: 'Learnt' });
    if (!learnt.ok) throw new Error(learnt.problem.message);
    expect(learnt.value.layers).toHaveLength(demoStandard.layers.length);
    expect(handlers.learn({ path: filePath(storeBytes(new Uint8Array(20)).sha), name: 'x' }).ok).toBe(false);
  });
});
