import { z } from 'zod';
import { ruleById } from '../core/audit/rules';
import { fail, ok, type Result } from '../core/result';
import { moment } from './clock';
import { database } from './database';
import { step } from './drawings';
import { jobs, PRIORITY } from './jobs';

// One cause corrected in several drawings: one piece of work, which is nothing but a correction for each drawing. What a
// person looked at is what is corrected: a drawing that changed since is left as it is, and counted so.

const MOST_DRAWINGS = 2000;

export const correctManySchema = z.strictObject({
  rule: z.string().min(1).max(200),
  drawings: z
    .array(z.strictObject({ id: z.int(), revision: z.int().min(0) }))
    .min(1, 'no drawing is picked')
    .max(MOST_DRAWINGS),
});

/** Where the last piece of work for a rule stands. */
export interface BatchState {
  readonly id: number;
  readonly begunAt: string;
  /** Drawings that were asked for. */
  readonly asked: number;
  /** Drawings that wait for it, or are being worked on. */
  readonly open: number;
  /** Drawings that it corrected. */
  readonly corrected: number;
  /** Those of them that still are as it left them: these can be taken back together. */
  readonly stands: number;
}

const openJobs = (batch: number): number[] =>
  database()
    .prepare(
      `SELECT id FROM jobs WHERE kind = 'correct' AND state IN ('waiting', 'running')
       AND json_extract(payload, '$.batch') = ?`,
    )
    .pluck()
    .all(batch) as number[];

/** Begins: everything that a rule corrects by itself, in each of the drawings. */
export function correctMany({
  rule,
  drawings,
}: z.output<typeof correctManySchema>): Result<{ batch: number; drawings: number }> {
  const known = ruleById(rule);
  if (!known) return fail('no-rule', `There is no rule “${rule}”.`, 'Reload the page.');
  const db = database();
  return ok(
    db.transaction(() => {
      const unique = new Map(drawings.map((one) => [one.id, one.revision]));
      const batch = Number(
        db
          .prepare('INSERT INTO batches (rule, drawings, begun_at) VALUES (?, ?, ?)')
          .run(rule, unique.size, moment()).lastInsertRowid,
      );
      const there = db.prepare('SELECT 1 FROM drawings WHERE id = ?').pluck();
      for (const [id, base] of unique)
        if (there.get(id))
          jobs().enqueue(
            'correct',
            id,
            { base, batch, note: `${known.meta.title}, in several drawings`, rules: [rule] },
            PRIORITY.behind,
          );
      return { batch, drawings: unique.size };
    })(),
  );
}

/** The last piece of work for a rule; null where there was none. */
export function lastBatch(rule: string): BatchState | null {
  const db = database();
  const row = db
    .prepare(
      'SELECT id, drawings AS asked, begun_at AS begunAt FROM batches WHERE rule = ? ORDER BY id DESC LIMIT 1',
    )
    .get(rule) as { id: number; asked: number; begunAt: string } | undefined;
  if (!row) return null;
  const made = db
    .prepare(
      `SELECT r.number = d.current_revision AS stands FROM revisions r JOIN drawings d ON d.id = r.drawing_id
       WHERE r.batch_id = ? AND r.number <= d.current_revision`,
    )
    .pluck()
    .all(row.id) as number[];
  return {
    ...row,
    open: openJobs(row.id).length,
    corrected: made.length,
    stands: made.filter((stands) => stands === 1).length,
  };
}

/** Breaks it off: what was corrected stays, the rest is as it was. */
export function cancelBatch(batch: number): Result<{ drawings: number }> {
  const open = openJobs(batch);
  for (const id of open) jobs().cancel(id);
  return ok({ drawings: open.length });
}

/** Takes it back in every drawing that is still as it left it. */
export function takeBackBatch(batch: number): Result<{ drawings: number }> {
  cancelBatch(batch);
  const standing = database()
    .prepare(
      `SELECT d.id FROM revisions r JOIN drawings d ON d.id = r.drawing_id AND d.current_revision = r.number
       WHERE r.batch_id = ?`,
    )
    .pluck()
    .all(batch) as number[];
  return ok({ drawings: standing.filter((id) => step(id, -1).ok).length });
}
