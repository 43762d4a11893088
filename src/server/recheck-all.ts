import { ok, type Result } from '../core/result';
import { database } from './database';
import { editionInForce, editionLabel } from './editions';
import { jobs, PRIORITY } from './jobs';

// All drawings on file checked again with the edition in force: one piece of work in the background, which is nothing but
// the jobs for its drawings. Broken off, what is left can be gone on with.

/** Where the piece of work stands. */
export interface RecheckState {
  /** Label of the edition in force. */
  readonly edition: string;
  /** Drawings that were checked with another edition, or with an earlier state of its draft. */
  readonly outdated: number;
  /** Drawings of them that are being checked again, or wait for it. */
  readonly open: number;
}

/** A drawing that came out otherwise when it was checked again. */
export interface Rechecked {
  readonly id: number;
  readonly name: string;
  readonly sender: string;
  readonly before: {
    readonly edition: string;
    readonly verdict: 'released' | 'held';
    readonly findings: number;
  };
  readonly after: {
    readonly edition: string;
    readonly verdict: 'released' | 'held';
    readonly findings: number;
  };
}

const OUTDATED = `SELECT d.id, d.current_revision AS revision FROM drawings d
  JOIN revisions r ON r.drawing_id = d.id AND r.number = d.current_revision
  JOIN audits a ON a.id = r.audit_id
  WHERE d.state = 'ready' AND (r.edition_id <> ? OR a.edition_version <> ?)`;

const openJobs = (): number[] =>
  database()
    .prepare(
      `SELECT id FROM jobs WHERE kind = 'recheck' AND state IN ('waiting', 'running')
       AND json_extract(payload, '$.all') = 1`,
    )
    .pluck()
    .all() as number[];

/** How far it is; null while there is no standard. */
export function recheckState(): RecheckState | null {
  const inForce = editionInForce();
  if (!inForce) return null;
  const outdated = database().prepare(OUTDATED).all(inForce.id, inForce.version);
  return { edition: inForce.label, outdated: outdated.length, open: openJobs().length };
}

/** Begins, or goes on with what is left; a drawing that is being worked on already is left to that. */
export function recheckAll(): Result<{ drawings: number }> {
  const inForce = editionInForce();
  if (!inForce) return ok({ drawings: 0 });
  const db = database();
  const begun = db.transaction(() => {
    const left = db
      .prepare(
        `${OUTDATED} AND NOT EXISTS (SELECT 1 FROM jobs j WHERE j.drawing_id = d.id AND j.state IN ('waiting', 'running'))
         ORDER BY d.received_at DESC, d.id DESC`,
      )
      .all(inForce.id, inForce.version) as { id: number; revision: number }[];
    for (const { id, revision } of left)
      jobs().enqueue('recheck', id, { base: revision, all: 1 }, PRIORITY.behind);
    return left.length;
  })();
  return ok({ drawings: begun });
}

/** Breaks it off: what was checked stays, the rest is as it was. */
export function cancelRecheck(): Result<{ drawings: number }> {
  const open = openJobs();
  for (const id of open) jobs().cancel(id);
  return ok({ drawings: open.length });
}

/** Drawings that were checked again with the edition in force since their last change, and came out otherwise. */
export const rechecked = (): Rechecked[] => {
  const inForce = editionInForce();
  if (!inForce) return [];
  const rows = database()
    .prepare(
      `SELECT d.id, d.name, s.name AS sender, a.verdict, a.must + a.should + a.note AS findings,
         b.verdict AS wasVerdict, b.must + b.should + b.note AS wasFindings, e.number AS wasNumber, e.state AS wasState
       FROM drawings d
       JOIN senders s ON s.id = d.sender_id
       JOIN revisions r ON r.drawing_id = d.id AND r.number = d.current_revision AND r.edition_id = ? AND r.number > 0
       JOIN revisions p ON p.drawing_id = d.id AND p.number = r.number - 1 AND p.sha = r.sha AND p.sheets = r.sheets
       JOIN audits a ON a.id = r.audit_id JOIN audits b ON b.id = p.audit_id
       JOIN editions e ON e.id = p.edition_id
       WHERE a.id <> b.id AND (a.verdict <> b.verdict OR findings <> wasFindings)
       ORDER BY a.verdict <> b.verdict DESC, d.received_at DESC, d.id DESC`,
    )
    .all(inForce.id) as {
    id: number;
    name: string;
    sender: string;
    verdict: 'released' | 'held';
    findings: number;
    wasVerdict: 'released' | 'held';
    wasFindings: number;
    wasNumber: number;
    wasState: string;
  }[];
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    sender: row.sender,
    before: {
      edition: editionLabel(row.wasState, row.wasNumber),
      verdict: row.wasVerdict,
      findings: row.wasFindings,
    },
    after: { edition: inForce.label, verdict: row.verdict, findings: row.findings },
  }));
};
