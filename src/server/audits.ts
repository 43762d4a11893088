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
  /** Findings that are listed; `findings` can be the first of them. */
  readonly findingCount: number;
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

/** Some of an audit's findings as JSON texts, in their order. */
const findingBodies = (id: number, from: number, most: number): string[] =>
  database()
    .prepare('SELECT body FROM findings WHERE audit_id = ? ORDER BY seq LIMIT ? OFFSET ?')
    .pluck()
    .all(id, most, from) as string[];

/** An audit with its findings, or with the first of them. */
export function auditRecord(id: number, most = -1): AuditRecord | null {
  const row = rowOf(id);
  if (!row) return null;
  return {
    ...headOf(row),
    verdict: row.verdict,
    findings: findingBodies(id, 0, most).map((body) => JSON.parse(body) as ListedFinding),
    findingCount: database()
      .prepare('SELECT COUNT(*) FROM findings WHERE audit_id = ?')
      .pluck()
      .get(id) as number,
  };
}

/** Some of an audit's findings as one JSON text: they are kept as texts, and nothing is parsed. */
export const findingsFrom = (id: number, from: number, most: number): string =>
  `[${findingBodies(id, from, most).join(',')}]`;

/** The findings of some rules. */
export function findingsOfRules(id: number, rules: ReadonlySet<string>): ListedFinding[] {
  const bodies = database()
    .prepare('SELECT body FROM findings WHERE audit_id = ? AND rule = ? ORDER BY seq')
    .pluck();
  return [...rules].flatMap((rule) =>
    (bodies.all(id, rule) as string[]).map((body) => JSON.parse(body) as ListedFinding),
  );
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

/** What the revisions of a drawing behind one changed, up to another, some thousand at a time: there can be a million. */
export function* changeParts(drawingId: number, revision: number, behind = 0): Generator<readonly Change[]> {
  const db = database();
  const parts = db
    .prepare(
      `SELECT c.revision_id AS revision, c.part FROM changes c JOIN revisions r ON r.id = c.revision_id
       WHERE r.drawing_id = ? AND r.number > ? AND r.number <= ? ORDER BY r.number, c.part`,
    )
    .all(drawingId, behind, revision) as { revision: number; part: number }[];
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
  /** Number of the state that it is in. */
  readonly revision: number;
  readonly findings: number;
  /** Those of them that settle by themselves. */
  readonly automatic: number;
  readonly objects: number;
}

/** Drawings on file in which a rule finds something now, those with the most findings first. */
export const findingsOnFile = (rule: string): FoundIn[] =>
  database()
    .prepare(
      `SELECT d.id, d.name, s.name AS sender, d.current_revision AS revision, COUNT(*) AS findings,
         SUM(f.correction = 'automatic') AS automatic, SUM(f.objects) AS objects
       FROM drawings d
       JOIN senders s ON s.id = d.sender_id
       JOIN revisions r ON r.drawing_id = d.id AND r.number = d.current_revision
       JOIN findings f ON f.audit_id = r.audit_id AND f.rule = ?
       GROUP BY d.id ORDER BY findings DESC, d.id DESC`,
    )
    .all(rule) as FoundIn[];

/** A rule that finds something in drawings on file, as they are now. */
export interface CauseOnFile {
  readonly rule: string;
  readonly drawings: number;
  readonly findings: number;
  readonly automatic: number;
}

/** What is found in the drawings on file, by rule: what most drawings have first. */
export const causesOnFile = (): CauseOnFile[] =>
  database()
    .prepare(
      `SELECT f.rule, COUNT(DISTINCT d.id) AS drawings, COUNT(*) AS findings, SUM(f.correction = 'automatic') AS automatic
       FROM drawings d
       JOIN revisions r ON r.drawing_id = d.id AND r.number = d.current_revision
       JOIN findings f ON f.audit_id = r.audit_id
       GROUP BY f.rule ORDER BY drawings DESC, findings DESC`,
    )
    .all() as CauseOnFile[];
