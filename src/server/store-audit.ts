import type Database from 'better-sqlite3';
import type { PackedAudit } from './packing';

/** What an audit was made of: the content, the edition in one version, the rules. */
export interface AuditSource {
  /** Hash of the file; with that of what people said of its sheets, where they did. */
  readonly sha: string;
  readonly editionId: number;
  readonly editionVersion: number;
  readonly engine: number;
}

/** Stores an audit and its findings; one that is there already for the same source stays. */
export function storeAudit(db: Database.Database, source: AuditSource, audit: PackedAudit): number {
  const present = findAudit(db, source);
  if (present !== null) return present;
  return db.transaction(() => {
    const { sha, editionId, editionVersion, engine } = source;
    const { must, should, note } = audit.counts;
    const { lastInsertRowid } = db
      .prepare(
        `INSERT INTO audits (sha, edition_id, edition_version, engine, verdict, must, should, note, head, made_at)
         VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
      )
      .run(
        sha,
        editionId,
        editionVersion,
        engine,
        audit.verdict,
        must,
        should,
        note,
        audit.head,
        new Date().toISOString(),
      );
    const id = Number(lastInsertRowid);
    // Audits that are moved over from the oldest data folders come before there was such a column, and leave nothing open.
    if (audit.leftOpen > 0)
      db.prepare('UPDATE audits SET left_open = ? WHERE id = ?').run(audit.leftOpen, id);
    const put = db.prepare(
      `INSERT INTO findings (audit_id, seq, rule, key, weight, correction, cause, layer, sheet, objects, body)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    );
    const putHandles = db.prepare('INSERT INTO finding_objects (audit_id, seq, handles) VALUES (?, ?, ?)');
    for (const [seq, finding] of audit.findings.entries()) {
      const { rule, key, weight, correction, cause, layer, sheet, objects, body, handles } = finding;
      put.run(id, seq, rule, key, weight, correction, cause, layer, sheet, objects, body);
      if (handles) putHandles.run(id, seq, handles);
    }
    return id;
  })();
}

/** The audit of the same content with the same edition and rules, where it was made before. */
export function findAudit(
  db: Database.Database,
  { sha, editionId, editionVersion, engine }: AuditSource,
): number | null {
  const row = db
    .prepare('SELECT id FROM audits WHERE sha = ? AND edition_id = ? AND edition_version = ? AND engine = ?')
    .get(sha, editionId, editionVersion, engine) as { id: number } | undefined;
  return row?.id ?? null;
}
