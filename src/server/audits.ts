import type { ListedFinding, Verdict } from '../core/audit/finding';
import type { Change } from '../core/audit/rule';
import type { SheetHead } from '../core/drawing/sheets/heads';
import type { Weight } from '../core/standard/rule-settings';
import { database } from './database';
import { type AuditHead, namedLayout, unpack } from './packing';

/** An audit as a page shows it. */
export interface AuditRecord extends AuditHead {
  readonly verdict: Verdict;
  readonly findings: readonly ListedFinding[];
}

/** What an audit came to, without its findings. */
export interface AuditSummary {
  readonly verdict: Verdict;
  readonly counts: Record<Weight, number>;
  /** Findings of each rule that has any. */
  readonly byRule: Readonly<Record<string, number>>;
  readonly sheets: readonly SheetHead[];
}

interface Row {
  verdict: Verdict;
  must: number;
  should: number;
  note: number;
  head: string;
}

const rowOf = (id: number): Row | undefined =>
  database().prepare('SELECT verdict, must, should, note, head FROM audits WHERE id = ?').get(id) as
    | Row
    | undefined;

/** Audits that were made when a sheet was only a name have names. */
function headOf(row: Row): AuditHead {
  const head = JSON.parse(row.head) as Omit<AuditHead, 'sheets'> & {
    sheets: readonly (SheetHead | string)[];
  };
  return {
    ...head,
    looked: head.looked ?? [],
    sheets: head.sheets.map((sheet) => (typeof sheet === 'string' ? namedLayout(sheet) : sheet)),
  };
}

export function auditRecord(id: number): AuditRecord | null {
  const row = rowOf(id);
  if (!row) return null;
  const bodies = database()
    .prepare('SELECT body FROM findings WHERE audit_id = ? ORDER BY seq')
    .pluck()
    .all(id) as string[];
  return {
    ...headOf(row),
    verdict: row.verdict,
    findings: bodies.map((body) => JSON.parse(body) as ListedFinding),
  };
}

export function auditSummary(id: number): AuditSummary | null {
  const row = rowOf(id);
  if (!row) return null;
  const rules = database()
    .prepare('SELECT rule, COUNT(*) AS n FROM findings WHERE audit_id = ? GROUP BY rule')
    .all(id) as { rule: string; n: number }[];
  const { sheets } = headOf(row);
  return {
    verdict: row.verdict,
    counts: { must: row.must, should: row.should, note: row.note },
    byRule: Object.fromEntries(rules.map(({ rule, n }) => [rule, n])),
    sheets,
  };
}

/** Every object of one finding, by handle. */
export function handlesOf(auditId: number, key: string): readonly string[] {
  const row = database()
    .prepare(
      `SELECT f.body, o.handles FROM findings f
       LEFT JOIN finding_objects o ON o.audit_id = f.audit_id AND o.seq = f.seq
       WHERE f.audit_id = ? AND f.key = ?`,
    )
    .get(auditId, key) as { body: string; handles: Buffer | null } | undefined;
  if (!row) return [];
  return row.handles ? unpack(row.handles).split('\n') : (JSON.parse(row.body) as ListedFinding).handles;
}

/** What the revisions of a drawing changed, up to one of them, some thousand at a time: there can be a million. */
export function* changeParts(drawingId: number, revision: number): Generator<readonly Change[]> {
  const db = database();
  const parts = db
    .prepare(
      `SELECT c.revision_id AS revision, c.part FROM changes c JOIN revisions r ON r.id = c.revision_id
       WHERE r.drawing_id = ? AND r.number BETWEEN 1 AND ? ORDER BY r.number, c.part`,
    )
    .all(drawingId, revision) as { revision: number; part: number }[];
  const body = db.prepare('SELECT body FROM changes WHERE revision_id = ? AND part = ?').pluck();
  for (const { revision: id, part } of parts) {
    const packed = body.get(id, part) as Buffer | undefined;
    if (packed) yield JSON.parse(unpack(packed)) as Change[];
  }
}

/** Some of the changes, counted from the first one; parts that are passed over are not unpacked. */
export function changesFrom(drawingId: number, revision: number, from: number, most: number): Change[] {
  const parts = database()
    .prepare(
      `SELECT c.count, c.body FROM changes c JOIN revisions r ON r.id = c.revision_id
       WHERE r.drawing_id = ? AND r.number BETWEEN 1 AND ? ORDER BY r.number, c.part`,
    )
    .iterate(drawingId, revision) as IterableIterator<{ count: number; body: Buffer }>;
  const found: Change[] = [];
  let at = 0;
  for (const { count, body } of parts) {
    if (at + count > from) {
      const list = JSON.parse(unpack(body)) as Change[];
      found.push(...list.slice(Math.max(0, from - at), from + most - at));
    }
    at += count;
    if (at >= from + most) break;
  }
  return found;
}

/** Audits that no revision names any more and that are not among the newest go. */
export function forgetOldAudits(keep = 500): void {
  database()
    .prepare(
      `DELETE FROM audits WHERE id IN (
         SELECT a.id FROM audits a WHERE NOT EXISTS (SELECT 1 FROM revisions r WHERE r.audit_id = a.id)
         ORDER BY a.id DESC LIMIT -1 OFFSET ?)`,
    )
    .run(keep);
}

/** A drawing in which a rule finds something now. */
export interface FoundIn {
  readonly id: number;
  readonly name: string;
  readonly sender: string;
  readonly findings: number;
  readonly objects: number;
}

/** Drawings on file in which a rule finds something now, those with the most findings first. */
export const findingsOnFile = (rule: string): FoundIn[] =>
  database()
    .prepare(
      `SELECT d.id, d.name, s.name AS sender, COUNT(*) AS findings, SUM(f.objects) AS objects
       FROM drawings d
       JOIN senders s ON s.id = d.sender_id
       JOIN revisions r ON r.drawing_id = d.id AND r.number = d.current_revision
       JOIN findings f ON f.audit_id = r.audit_id AND f.rule = ?
       GROUP BY d.id ORDER BY findings DESC, d.id DESC`,
    )
    .all(rule) as FoundIn[];
