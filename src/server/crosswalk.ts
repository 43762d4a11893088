import type { Memory } from '../core/audit/rule';
import { foldName } from '../core/dxf/interner';
import { database } from './database';

export interface CrosswalkEntry {
  readonly kind: Memory['kind'];
  readonly name: string;
  readonly action: Memory['action'];
  readonly target: string;
  readonly decidedAt: string;
}

const COLUMNS = 'kind, name, action, target, decided_at AS decidedAt';

/** Keeps what was decided on a sender's names; a later decision takes the place of an earlier one. */
export function remember(sender: number, drawingId: number, memories: readonly Memory[]): void {
  const put = database().prepare(
    `INSERT INTO crosswalk (sender_id, kind, folded, name, action, target, decided_at, drawing_id)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?)
     ON CONFLICT (sender_id, kind, folded) DO UPDATE SET name = excluded.name, action = excluded.action,
       target = excluded.target, decided_at = excluded.decided_at, drawing_id = excluded.drawing_id`,
  );
  const at = new Date().toISOString();
  for (const { kind, name, action, target } of memories)
    put.run(sender, kind, foldName(name), name, action, target, at, drawingId);
}

export const remembered = (sender: number, kind: Memory['kind'], name: string): CrosswalkEntry | undefined =>
  database()
    .prepare(`SELECT ${COLUMNS} FROM crosswalk WHERE sender_id = ? AND kind = ? AND folded = ?`)
    .get(sender, kind, foldName(name)) as CrosswalkEntry | undefined;

export const crosswalkOf = (sender: number): CrosswalkEntry[] =>
  database()
    .prepare(`SELECT ${COLUMNS} FROM crosswalk WHERE sender_id = ? ORDER BY kind, folded`)
    .all(sender) as CrosswalkEntry[];

export function forget(sender: number, name: string): void {
  database().prepare('DELETE FROM crosswalk WHERE sender_id = ? AND folded = ?').run(sender, foldName(name));
}

export interface SenderRecord {
  readonly id: number;
  readonly name: string;
  readonly drawings: number;
  readonly held: number;
  readonly released: number;
  readonly crosswalk: readonly CrosswalkEntry[];
}

export const listSenderNames = (): string[] =>
  database().prepare('SELECT name FROM senders ORDER BY folded').pluck().all() as string[];

export function listSenders(): SenderRecord[] {
  const rows = database()
    .prepare(
      `SELECT s.id, s.name, COUNT(d.id) AS drawings,
         COALESCE(SUM(a.verdict = 'held'), 0) AS held, COALESCE(SUM(a.verdict = 'released'), 0) AS released
       FROM senders s
       LEFT JOIN drawings d ON d.sender_id = s.id
       LEFT JOIN revisions r ON r.drawing_id = d.id AND r.number = d.current_revision
       LEFT JOIN audits a ON a.id = r.audit_id
       GROUP BY s.id ORDER BY s.folded`,
    )
    .all() as Omit<SenderRecord, 'crosswalk'>[];
  return rows.map((row) => ({ ...row, crosswalk: crosswalkOf(row.id) }));
}
