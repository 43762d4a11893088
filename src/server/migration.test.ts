import { existsSync, mkdirSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { formatValue } from '../core/audit/value';
import { changesFrom, handlesOf } from './audits';
import { crosswalkOf } from './crosswalk';
import { database } from './database';
import { drawing, drawingDetail, listDrawings, step } from './drawings';

// A data folder as the version before audits were records left it, in the middle of reading a drawing.
const OLD = readFileSync(join(process.cwd(), 'tests', 'fixtures', 'data-002.sql'), 'utf8');

beforeEach(() => {
  const folder = mkdtempSync(join(tmpdir(), 'zinc-moved-'));
  process.env.ZINC_WARDEN_DATA = folder;
  mkdirSync(folder, { recursive: true });
  const db = new Database(join(folder, 'warden.sqlite'));
  db.exec(OLD);
  db.close();
});

describe('a data folder of the version before', () => {
  it('keeps its drawings with their outcomes, editions and problems', () => {
    expect(
      listDrawings().map(({ name, state, verdict, counts, edition, revision }) => [
        name,
        state,
        verdict,
        counts,
        edition,
        revision,
      ]),
    ).toEqual([
      ['KY-03.dxf', 'unreadable', null, null, null, 0],
      ['KY-02.dxf', 'ready', 'held', { must: 3, should: 1, note: 0 }, 'Edition 1', 1],
      ['KY-04.dxf', 'reading', null, null, null, 0],
      ['KY-01.dxf', 'ready', 'held', { must: 2, should: 1, note: 0 }, 'Edition 1', 1],
    ]);
    expect(listDrawings()[0].problem?.message).toContain('damaged');
  });

  it('keeps corrections, what can be done again, and what was decided for the sender', () => {
    const record = drawing(1)!;
    expect(record.revisions).toMatchObject([{ number: 1, note: 'Walls becomes A-WALL', changeCount: 6 }]);
    expect([record.canUndo, record.canRedo]).toEqual([true, true]);
    expect(changesFrom(record.id, record.revision, 0, 1e9)).toHaveLength(6);
    expect(step(1, 1)).toMatchObject({ ok: true });
    expect(changesFrom(1, drawing(1)!.revision, 0, 1e9)).toHaveLength(9);
    expect(crosswalkOf(record.senderId)).toMatchObject([
      { kind: 'layer', name: 'Walls', action: 'map', target: 'A-WALL' },
    ]);
  });

  it('keeps findings with their words, places and all of their objects', () => {
    const { first, current, auditId } = drawingDetail(1)!;
    expect(first).toMatchObject({ verdict: 'held', byRule: { 'layers/unknown': 2 } });
    const stray = current!.findings.find(({ objectCount }) => objectCount === 120)!;
    expect(stray.handles).toHaveLength(100);
    expect(formatValue(stray.expected)).toBe('text');
    expect(stray.places).toMatchObject([{ space: 'model', x: 0, y: 5 }]);
    expect(new Set(handlesOf(auditId!, stray.key)).size).toBe(120);
    expect(handlesOf(auditId!, 'nothing')).toEqual([]);
  });

  it('has no column left that was moved, and nothing that points nowhere', () => {
    const db = database();
    const columns = db.prepare('SELECT name FROM pragma_table_info(?)').pluck().all('revisions');
    expect(columns).not.toContain('audit');
    expect(columns).not.toContain('changes');
    expect(db.pragma('foreign_key_check')).toEqual([]);
    expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
    expect(existsSync(join(process.env.ZINC_WARDEN_DATA!, 'warden.sqlite'))).toBe(true);
  });
});
