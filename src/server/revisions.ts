import type { SheetDecision } from '../core/drawing/sheets/decisions';
import { forgetUndone } from './crosswalk';
import { database } from './database';
import { tell } from './events';
import type { PackedChanges } from './packing';
import { packSheets } from './sheet-decisions';
import { settleWaivers } from './waivers';
import type { Decided } from './worker/tasks';

export interface NewRevision {
  readonly sha: string;
  readonly editionId: number;
  readonly auditId: number;
  readonly changes: PackedChanges;
  readonly decided: readonly Decided[];
  readonly note: string;
  /** What people said of its sheets; as of the revision before where this is absent. */
  readonly sheets?: readonly SheetDecision[];
  /** The piece of work over several drawings that it belongs to. */
  readonly batch?: number;
  /** Its model was scaled or moved. */
  readonly scaled?: boolean;
}

const NO_CHANGES: PackedChanges = { count: 0, parts: [] };

/**
 * Puts a revision behind the one that the work began with.
 * @param base number of the revision that was read; null for a drawing that had none yet
 * @returns false when another one came first: nothing is written then
 */
export function addRevision(drawingId: number, base: number | null, made: NewRevision): boolean {
  const db = database();
  const number = base === null ? 0 : base + 1;
  const written = db.transaction(() => {
    const still = db.prepare('SELECT current_revision AS n FROM drawings WHERE id = ?').get(drawingId) as
      | { n: number | null }
      | undefined;
    if (!still || still.n !== base) return false;
    const before = db
      .prepare('SELECT sheets, scaled FROM revisions WHERE drawing_id = ? AND number = ?')
      .get(drawingId, base) as { sheets: string; scaled: number } | undefined;
    db.prepare('DELETE FROM revisions WHERE drawing_id = ? AND number >= ?').run(drawingId, number);
    forgetUndone(drawingId, number);
    const at = new Date().toISOString();
    const { lastInsertRowid } = db
      .prepare(
        `INSERT INTO revisions (drawing_id, number, sha, edition_id, audit_id, change_count, note, made_at, sheets, scaled, batch_id)
         VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
      )
      .run(
        drawingId,
        number,
        made.sha,
        made.editionId,
        made.auditId,
        made.changes.count,
        made.note,
        at,
        made.sheets ? packSheets(made.sheets) : (before?.sheets ?? ''),
        made.scaled ? 1 : (before?.scaled ?? 0),
        made.batch ?? null,
      );
    const put = db.prepare('INSERT INTO changes (revision_id, part, count, body) VALUES (?, ?, ?, ?)');
    for (const [part, { count, body }] of made.changes.parts.entries())
      put.run(lastInsertRowid, part, count, body);
    const decide = db.prepare(
      'INSERT INTO decisions (revision_id, finding, choice, target, decided_at) VALUES (?, ?, ?, ?, ?)',
    );
    for (const { finding, option, to } of made.decided)
      decide.run(lastInsertRowid, finding, option, to ?? '', at);
    db.prepare(`UPDATE drawings SET state = 'ready', problem = NULL, current_revision = ? WHERE id = ?`).run(
      number,
      drawingId,
    );
    settleWaivers(drawingId);
    return true;
  })();
  if (written) tell({ type: 'drawing', id: drawingId });
  return written;
}

/** A revision in which nothing was changed: the drawing as it came, or checked anew. */
export const unchanged = (made: Omit<NewRevision, 'changes' | 'decided'>): NewRevision => ({
  ...made,
  changes: NO_CHANGES,
  decided: [],
});
