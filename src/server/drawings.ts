import type { FindingNote } from '../core/audit/finding-note';
import type { SheetHead } from '../core/drawing/sheets/heads';
import { foldName } from '../core/dxf/interner';
import { fail, ok, type Problem, type Result } from '../core/result';
import type { Weight } from '../core/standard/rule-settings';
import { type AuditRecord, type AuditSummary, auditRecord, auditSummary } from './audits';
import { database } from './database';
import { editionLabel } from './editions';
import { tell } from './events';
import type { StoredFile } from './files';
import { notesOf } from './finding-notes';
import { jobs, PRIORITY } from './jobs';
import { settleDay, settleWaivers, type WaivedFinding, waivedIn, waiversFor } from './waivers';

export type DrawingState = 'waiting' | 'reading' | 'ready' | 'unreadable';

export interface DrawingHead {
  readonly id: number;
  readonly name: string;
  readonly sender: string;
  readonly senderId: number;
  readonly project: string;
  readonly receivedAt: string;
  readonly size: number;
  readonly state: DrawingState;
  readonly problem: Problem | null;
  readonly verdict: 'released' | 'held' | null;
  /** The audit did not look at all that it could: what is released is released in part. */
  readonly inPart: boolean;
  /** Findings that count: those that are waived as a whole do not. */
  readonly counts: Record<Weight, number> | null;
  /** Findings that are waived as a whole. */
  readonly waivedCount: number;
  readonly edition: string | null;
  /** The draft it was checked with was edited since. */
  readonly editedSince: boolean;
  /** Number of its revision: 0 as it came. */
  readonly revision: number;
}

export interface RevisionHead {
  readonly number: number;
  readonly note: string;
  readonly madeAt: string;
  readonly changeCount: number;
}

export interface DrawingRecord extends DrawingHead {
  readonly originalSha: string;
  readonly currentSha: string;
  readonly sheets: readonly SheetHead[];
  readonly editionId: number | null;
  readonly auditId: number | null;
  readonly revisions: readonly RevisionHead[];
  readonly changeCount: number;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
}

/** A drawing with what its pages show. */
export interface DrawingDetail extends DrawingRecord {
  /** The audit of the drawing as it came. */
  readonly first: AuditSummary | null;
  /** The audit of the drawing as it is now. */
  readonly current: AuditRecord | null;
  /** What waivers take off its findings, by their keys. */
  readonly waived: Readonly<Record<string, WaivedFinding>>;
  /** What people wrote beside its findings, by their keys. */
  readonly notes: Readonly<Record<string, FindingNote>>;
}

interface HeadRow {
  id: number;
  name: string;
  sender: string;
  sender_id: number;
  project: string;
  received_at: string;
  original_sha: string;
  size: number;
  state: DrawingState;
  problem: string | null;
  current_revision: number | null;
  sha: string | null;
  audit_id: number | null;
  edition_id: number | null;
  verdict: 'released' | 'held' | null;
  must: number | null;
  should: number | null;
  note: number | null;
  waived_must: number | null;
  waived_should: number | null;
  waived_note: number | null;
  left_open: number | null;
  edition_version: number | null;
  edition_number: number | null;
  edition_state: string | null;
  edition_now: number | null;
}

/** Columns only: a list of drawings parses nothing. */
const HEADS = `SELECT d.*, s.name AS sender, r.sha, r.audit_id, r.edition_id,
    COALESCE(w.verdict, a.verdict) AS verdict, a.must, a.should, a.note, a.left_open, a.edition_version,
    w.must AS waived_must, w.should AS waived_should, w.note AS waived_note,
    e.number AS edition_number, e.state AS edition_state, e.version AS edition_now
  FROM drawings d
  JOIN senders s ON s.id = d.sender_id
  LEFT JOIN revisions r ON r.drawing_id = d.id AND r.number = d.current_revision
  LEFT JOIN audits a ON a.id = r.audit_id
  LEFT JOIN waived w ON w.drawing_id = d.id AND w.audit_id = r.audit_id
  LEFT JOIN editions e ON e.id = r.edition_id`;

const now = (): string => new Date().toISOString();

export function senderId(name: string): number {
  const db = database();
  const clean = name.trim() || 'Sender not named';
  db.prepare('INSERT INTO senders (name, folded) VALUES (?, ?) ON CONFLICT (folded) DO NOTHING').run(
    clean,
    foldName(clean),
  );
  return (db.prepare('SELECT id FROM senders WHERE folded = ?').get(foldName(clean)) as { id: number }).id;
}

/** Takes a stored file in and has it read. */
export function takeIn(file: StoredFile, name: string, sender: string, project: string): number {
  const db = database();
  return db.transaction(() => {
    const { lastInsertRowid } = db
      .prepare(
        `INSERT INTO drawings (name, sender_id, project, received_at, original_sha, size, state) VALUES (?, ?, ?, ?, ?, ?, 'waiting')`,
      )
      .run(name, senderId(sender), project.trim(), now(), file.sha, file.size);
    const id = Number(lastInsertRowid);
    // The drawing and the work on it come together: neither is there without the other.
    jobs().enqueue('read', id, {}, PRIORITY.intake);
    return id;
  })();
}

function headOf(row: HeadRow): DrawingHead {
  // Where the outcome of the work cannot be written, the row still says that the work goes on.
  const fault =
    row.state === 'waiting' || row.state === 'reading'
      ? jobs().faultOf(row.id, row.state === 'waiting')
      : null;
  return {
    id: row.id,
    name: row.name,
    sender: row.sender,
    senderId: row.sender_id,
    project: row.project,
    receivedAt: row.received_at,
    size: row.size,
    state: fault ? 'unreadable' : row.state,
    problem: fault ?? (row.problem ? (JSON.parse(row.problem) as Problem) : null),
    verdict: row.verdict,
    inPart: (row.left_open ?? 0) > 0,
    counts:
      row.must === null
        ? null
        : {
            must: row.must - (row.waived_must ?? 0),
            should: (row.should ?? 0) - (row.waived_should ?? 0),
            note: (row.note ?? 0) - (row.waived_note ?? 0),
          },
    waivedCount: (row.waived_must ?? 0) + (row.waived_should ?? 0) + (row.waived_note ?? 0),
    edition: row.edition_number === null ? null : editionLabel(row.edition_state, row.edition_number),
    editedSince: row.edition_version !== null && row.edition_now !== row.edition_version,
    revision: row.current_revision ?? 0,
  };
}

/** The heads of drawings, as of today: waivers that have ended take nothing off any more. */
function heads(rest: string, ...values: readonly number[]): HeadRow[] {
  settleDay();
  return database()
    .prepare(`${HEADS} ${rest}`)
    .all(...values) as HeadRow[];
}

export const listDrawings = (): DrawingHead[] => heads('ORDER BY d.received_at DESC, d.id DESC').map(headOf);

/** The newest drawings on file. */
export const lastDrawings = (most: number): DrawingHead[] =>
  heads('ORDER BY d.received_at DESC, d.id DESC LIMIT ?', most).map(headOf);

/** Names of projects that drawings came for, the newest first. */
export const listProjects = (): string[] =>
  database()
    .prepare(
      `SELECT project FROM drawings WHERE project <> '' GROUP BY project ORDER BY MAX(received_at) DESC`,
    )
    .pluck()
    .all() as string[];

export const countDrawings = (): number =>
  database().prepare('SELECT COUNT(*) FROM drawings').pluck().get() as number;

export function drawing(id: number): DrawingRecord | null {
  const db = database();
  const [row] = heads('WHERE d.id = ?', id) as (HeadRow | undefined)[];
  if (!row) return null;
  const number = row.current_revision ?? 0;
  const revisions = db
    .prepare(
      `SELECT number, note, made_at AS madeAt, change_count AS changeCount FROM revisions
       WHERE drawing_id = ? AND number BETWEEN 1 AND ? ORDER BY number`,
    )
    .all(id, number) as RevisionHead[];
  const next = db.prepare('SELECT 1 FROM revisions WHERE drawing_id = ? AND number = ?').get(id, number + 1);
  return {
    ...headOf(row),
    originalSha: row.original_sha,
    currentSha: row.sha ?? row.original_sha,
    sheets: row.audit_id === null ? [] : (auditSummary(row.audit_id)?.sheets ?? []),
    editionId: row.edition_id,
    auditId: row.audit_id,
    revisions,
    changeCount: revisions.reduce((sum, { changeCount }) => sum + changeCount, 0),
    canUndo: number > 0,
    canRedo: next !== undefined,
  };
}

/**
 * A drawing with what its pages show.
 * @param mostFindings findings of the audit that come along; all where nothing is said
 */
export function drawingDetail(id: number, mostFindings?: number): DrawingDetail | null {
  const record = drawing(id);
  if (!record) return null;
  const firstAudit = database()
    .prepare('SELECT audit_id FROM revisions WHERE drawing_id = ? AND number = 0')
    .pluck()
    .get(id) as number | null | undefined;
  const current = record.auditId === null ? null : auditRecord(record.auditId, mostFindings);
  return {
    ...record,
    first: firstAudit ? auditSummary(firstAudit) : null,
    current,
    notes: notesOf(id),
    waived: record.auditId ? waivedIn(waiversFor(id), record.auditId) : {},
  };
}

/** Steps back (-1) or forward (+1) among the revisions. */
export function step(id: number, by: -1 | 1): Result<null> {
  const record = drawing(id);
  if (!record) return NO_DRAWING;
  if (by < 0 ? !record.canUndo : !record.canRedo)
    return fail('no-step', 'There is nothing to step to.', 'Nothing was changed.');
  const done = database()
    .prepare('UPDATE drawings SET current_revision = ? WHERE id = ? AND current_revision = ?')
    .run(record.revision + by, id, record.revision);
  if (done.changes === 0) return CONFLICT;
  settleWaivers(id);
  tell({ type: 'drawing', id });
  return ok(null);
}

export const NO_DRAWING = fail('no-drawing', 'There is no such drawing.', 'Go back to the list.');

export const CONFLICT = fail(
  'conflict',
  'Someone else corrected this drawing meanwhile.',
  'Reload to see it, then decide again.',
);
