import { z } from 'zod';
import { FINDING_STATUSES, type FindingNote } from '../core/audit/finding-note';
import { fail, ok, type Result } from '../core/result';
import { moment } from './clock';
import { database } from './database';
import { tell } from './events';

/** Notes of one drawing. */
const MOST = 20_000;

export const findingNoteSchema = z.strictObject({
  finding: z.string().min(1).max(2000),
  status: z.enum(FINDING_STATUSES),
  note: z.string().trim().max(1000),
});

/** What people wrote beside the findings of a drawing, by the findings' keys. */
export const notesOf = (drawingId: number): Record<string, FindingNote> =>
  Object.fromEntries(
    (
      database()
        .prepare('SELECT key, status, note, said_at AS saidAt FROM finding_notes WHERE drawing_id = ?')
        .all(drawingId) as (FindingNote & { key: string })[]
    ).map(({ key, ...note }) => [key, note]),
  );

/** Writes beside a finding; open and without words there is nothing to keep. */
export function noteFinding(
  drawingId: number,
  { finding, status, note }: z.output<typeof findingNoteSchema>,
): Result<null> {
  const db = database();
  if (status === 'open' && note === '') {
    db.prepare('DELETE FROM finding_notes WHERE drawing_id = ? AND key = ?').run(drawingId, finding);
  } else {
    const there = db
      .prepare(
        `SELECT COUNT(*) FROM drawings d JOIN revisions r ON r.drawing_id = d.id AND r.number = d.current_revision
         JOIN findings f ON f.audit_id = r.audit_id AND f.key = ? WHERE d.id = ?`,
      )
      .pluck()
      .get(finding, drawingId) as number;
    if (there === 0) return fail('no-finding', 'The finding is not there any more.', 'Reload the page.');
    const kept = db
      .prepare('SELECT COUNT(*) FROM finding_notes WHERE drawing_id = ?')
      .pluck()
      .get(drawingId) as number;
    if (kept >= MOST)
      return fail('too-many', 'No more notes are kept of this drawing.', 'Nothing was changed.');
    db.prepare(
      `INSERT INTO finding_notes (drawing_id, key, status, note, said_at) VALUES (?, ?, ?, ?, ?)
       ON CONFLICT DO UPDATE SET status = excluded.status, note = excluded.note, said_at = excluded.said_at`,
    ).run(drawingId, finding, status, note, moment());
  }
  tell({ type: 'drawing', id: drawingId });
  return ok(null);
}
