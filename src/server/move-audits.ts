import type Database from 'better-sqlite3';
import type { Audit, Finding, Subject } from '../core/audit/finding';
import type { Change } from '../core/audit/rule';
import { words } from '../core/audit/value';
import type { Weight } from '../core/standard/rule-settings';
import { namedLayout, packAudit, packChanges } from './packing';
import { storeAudit } from './store-audit';

/** A finding as it was kept before findings were records. */
interface OldFinding {
  rule: string;
  key: string;
  gravity: Weight;
  message: string;
  expected: string;
  found: string;
  handles: string[];
  record?: Finding['record'];
  at?: { space: string; x: number; y: number };
  correction: Finding['correction'];
  subject: Subject;
  clause?: string;
  looks?: Finding['looks'];
}

interface OldAudit {
  units: string;
  version: string;
  codePage: string;
  counts: Audit['counts'];
  verdict: Audit['verdict'];
  findings: OldFinding[];
  sheets?: string[];
}

interface OldRevision {
  id: number;
  sha: string;
  edition_id: number;
  audit: string;
  changes: string;
}

/** Engine of audits that were moved: they are made anew when the application has time. */
const MOVED_ENGINE = 0;

/** Moves audits and changes out of the columns of revisions, where they were JSON, into records of their own. */
export function moveAudits(db: Database.Database): void {
  const revisions = db
    .prepare('SELECT id, sha, edition_id, audit, changes FROM revisions')
    .all() as OldRevision[];
  const version = db.prepare('SELECT version FROM editions WHERE id = ?').pluck();
  const link = db.prepare('UPDATE revisions SET audit_id = ?, change_count = ? WHERE id = ?');
  const put = db.prepare('INSERT INTO changes (revision_id, part, count, body) VALUES (?, ?, ?, ?)');
  for (const revision of revisions) {
    const old = JSON.parse(revision.audit) as OldAudit;
    const auditId = storeAudit(
      db,
      {
        sha: revision.sha,
        editionId: revision.edition_id,
        editionVersion: Number(version.get(revision.edition_id) ?? 1),
        engine: MOVED_ENGINE,
      },
      packAudit(asNow(old), (old.sheets ?? []).map(namedLayout)),
    );
    const changes = packChanges(JSON.parse(revision.changes) as Change[]);
    link.run(auditId, changes.count, revision.id);
    for (const [part, { count, body }] of changes.parts.entries()) put.run(revision.id, part, count, body);
  }
  db.exec('ALTER TABLE revisions DROP COLUMN audit; ALTER TABLE revisions DROP COLUMN changes;');
}

const asNow = ({ units, version, codePage, counts, verdict, findings }: OldAudit): Audit => ({
  units,
  version,
  codePage,
  counts,
  verdict,
  failures: [],
  notChecked: [],
  looked: [],
  times: {},
  findings: findings.map(
    ({ gravity, expected, found, at, ...rest }): Finding => ({
      ...rest,
      weight: gravity,
      expected: words(expected),
      found: words(found),
      places: at ? [{ ...at, sheet: null, box: null }] : [],
      sure: 1,
    }),
  ),
});
