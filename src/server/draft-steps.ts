import { database } from './database';
import { pack, unpack } from './packing';

// Steps of drafting: every state of a draft is kept when it is changed, so that what was done can be undone later too.

/** Steps that are kept. */
const MOST_STEPS = 100;

/** How many steps one can go back and forth. */
export interface DraftSteps {
  readonly undo: number;
  readonly redo: number;
}

const at = (editionId: number): number =>
  database().prepare('SELECT step FROM editions WHERE id = ?').pluck().get(editionId) as number;

export const stepsOf = (editionId: number): DraftSteps =>
  database()
    .prepare(
      `SELECT COUNT(*) FILTER (WHERE s.seq < e.step) AS undo, COUNT(*) FILTER (WHERE s.seq > e.step) AS redo
       FROM editions e LEFT JOIN draft_steps s ON s.edition_id = e.id WHERE e.id = ?`,
    )
    .get(editionId) as DraftSteps;

/** Keeps a change of a draft as a step; what was undone before it cannot be done again. */
export function keepStep(editionId: number, before: string, after: string): void {
  if (before === after) return;
  const db = database();
  const step = at(editionId);
  const put = db.prepare(
    'INSERT INTO draft_steps (edition_id, seq, body) VALUES (?, ?, ?) ON CONFLICT DO UPDATE SET body = excluded.body',
  );
  db.prepare('DELETE FROM draft_steps WHERE edition_id = ? AND seq > ?').run(editionId, step);
  put.run(editionId, step, pack(before));
  put.run(editionId, step + 1, pack(after));
  db.prepare('DELETE FROM draft_steps WHERE edition_id = ? AND seq <= ?').run(editionId, step - MOST_STEPS);
  db.prepare('UPDATE editions SET step = ? WHERE id = ?').run(step + 1, editionId);
}

/** The state that a step leads to; null where there is none. The draft is at it from then on. */
export function goStep(editionId: number, by: -1 | 1): string | null {
  const db = database();
  const next = at(editionId) + by;
  const body = db
    .prepare('SELECT body FROM draft_steps WHERE edition_id = ? AND seq = ?')
    .pluck()
    .get(editionId, next) as Buffer | undefined;
  if (!body) return null;
  db.prepare('UPDATE editions SET step = ? WHERE id = ?').run(next, editionId);
  return unpack(body);
}

/** An edition that is issued has no steps any more. */
export const forgetSteps = (editionId: number): void =>
  void database().prepare('DELETE FROM draft_steps WHERE edition_id = ?').run(editionId);
