import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Audit, countByWeight, type Finding } from '../core/audit/finding';
import type { Change } from '../core/audit/rule';
import { type Choices, NO_CHOICES } from '../core/correct/choices';
import type { Proposal } from '../core/correct/crosswalk';
import { foldName } from '../core/dxf/interner';
import { readDrawing } from '../core/dxf/read/interpret';
import { learnStandard } from '../core/learn/learn';
import { fail, ok, type Problem, type Result } from '../core/result';
import type { Weight } from '../core/standard/standard';
import { dataFolder } from './config';
import { database } from './database';
import { addLayerToDraft, edition, editionInForce } from './editions';
import { filePath, type StoredFile } from './files';
import { runTask } from './pool';
import { keepUses, uncounted } from './uses';

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
  readonly counts: Record<Weight, number> | null;
  readonly edition: string | null;
  readonly corrections: number;
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
  readonly sheets: readonly string[];
  /** The audit of the drawing as it came. */
  readonly first: Audit | null;
  /** The audit of the drawing as it is now. */
  readonly current: Audit | null;
  readonly changes: readonly Change[];
  readonly revisions: readonly RevisionHead[];
  readonly editionId: number | null;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
}

interface Row {
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
}

interface RevisionRow {
  number: number;
  sha: string;
  edition_id: number;
  audit: string;
  changes: string;
  note: string;
  made_at: string;
}

/** What a revision's audit column holds: the audit and the names of the sheets. */
interface StoredAudit extends Audit {
  readonly sheets?: readonly string[];
}

const SELECT = `SELECT d.*, s.name AS sender FROM drawings d JOIN senders s ON s.id = d.sender_id`;
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

/** Takes a stored file in and starts reading it. */
export function takeIn(file: StoredFile, name: string, sender: string, project: string): number {
  const { lastInsertRowid } = database()
    .prepare(
      `INSERT INTO drawings (name, sender_id, project, received_at, original_sha, size, state) VALUES (?, ?, ?, ?, ?, ?, 'waiting')`,
    )
    .run(name, senderId(sender), project.trim(), now(), file.sha, file.size);
  const id = Number(lastInsertRowid);
  void readAndAudit(id);
  return id;
}

/** Goes on with drawings that were waiting when the application stopped. */
export function resume(): void {
  const rows = database().prepare(`SELECT id FROM drawings WHERE state = 'waiting'`).all() as {
    id: number;
  }[];
  for (const { id } of rows) void readAndAudit(id);
  void countOld();
}

/** Counts the uses of drawings that came in before uses were kept, one after the other. */
async function countOld(): Promise<void> {
  for (const sha of uncounted()) {
    const uses = await runTask('uses', { path: filePath(sha) });
    if (uses.ok) keepUses(sha, uses.value);
  }
}

/** Reads the drawing as it came and audits it against the edition in force; forgets corrections made before. */
export async function readAndAudit(id: number): Promise<void> {
  const db = database();
  const row = rowOf(id);
  const inForce = editionInForce();
  if (!row) return;
  if (!inForce) {
    refuse(id, {
      code: 'no-standard',
      message: 'There is no standard to check against.',
      action: 'Define one in the Standard place, then audit again.',
    });
    return;
  }
  db.prepare(`UPDATE drawings SET state = 'reading', problem = NULL WHERE id = ?`).run(id);
  const result = await runTask('audit', { path: filePath(row.original_sha), standard: inForce.standard });
  if (!result.ok) {
    refuse(id, result.problem);
    return;
  }
  const stored: StoredAudit = { ...result.value.audit, sheets: result.value.sheets };
  keepUses(row.original_sha, result.value.uses);
  db.transaction(() => {
    db.prepare('DELETE FROM revisions WHERE drawing_id = ?').run(id);
    db.prepare(
      `INSERT INTO revisions (drawing_id, number, sha, edition_id, audit, made_at, note) VALUES (?, 0, ?, ?, ?, ?, 'As received')`,
    ).run(id, row.original_sha, inForce.id, JSON.stringify(stored), now());
    db.prepare(`UPDATE drawings SET state = 'ready', current_revision = 0 WHERE id = ?`).run(id);
  })();
}

function refuse(id: number, problem: Problem): void {
  database()
    .prepare(`UPDATE drawings SET state = 'unreadable', problem = ? WHERE id = ?`)
    .run(JSON.stringify(problem), id);
}

const rowOf = (id: number): Row | undefined =>
  database().prepare(`${SELECT} WHERE d.id = ?`).get(id) as Row | undefined;

const revisionOf = (id: number, number: number): RevisionRow | undefined =>
  database().prepare('SELECT * FROM revisions WHERE drawing_id = ? AND number = ?').get(id, number) as
    | RevisionRow
    | undefined;

function headOf(row: Row, revision: RevisionRow | undefined): DrawingHead {
  const audit = revision ? (JSON.parse(revision.audit) as StoredAudit) : null;
  return {
    id: row.id,
    name: row.name,
    sender: row.sender,
    senderId: row.sender_id,
    project: row.project,
    receivedAt: row.received_at,
    size: row.size,
    state: row.state,
    problem: row.problem ? (JSON.parse(row.problem) as Problem) : null,
    verdict: audit?.verdict ?? null,
    counts: audit ? countByWeight(audit.findings) : null,
    edition: revision ? (edition(revision.edition_id)?.label ?? null) : null,
    corrections: row.current_revision ?? 0,
  };
}

export function listDrawings(): DrawingHead[] {
  const rows = database().prepare(`${SELECT} ORDER BY d.received_at DESC, d.id DESC`).all() as Row[];
  return rows.map((row) =>
    headOf(row, row.current_revision === null ? undefined : revisionOf(row.id, row.current_revision)),
  );
}

export function drawing(id: number): DrawingRecord | null {
  const row = rowOf(id);
  if (!row) return null;
  const number = row.current_revision ?? 0;
  const first = revisionOf(id, 0);
  const current = revisionOf(id, number);
  const applied = database()
    .prepare('SELECT * FROM revisions WHERE drawing_id = ? AND number BETWEEN 1 AND ? ORDER BY number')
    .all(id, number) as RevisionRow[];
  const redoable = revisionOf(id, number + 1) !== undefined;
  const firstAudit = first ? (JSON.parse(first.audit) as StoredAudit) : null;
  return {
    ...headOf(row, current),
    originalSha: row.original_sha,
    currentSha: current?.sha ?? row.original_sha,
    sheets: firstAudit?.sheets ?? [],
    first: firstAudit,
    current: current ? (JSON.parse(current.audit) as StoredAudit) : null,
    changes: applied.flatMap((revision) => JSON.parse(revision.changes) as Change[]),
    revisions: applied.map((revision) => ({
      number: revision.number,
      note: revision.note,
      madeAt: revision.made_at,
      changeCount: (JSON.parse(revision.changes) as Change[]).length,
    })),
    editionId: current?.edition_id ?? null,
    canUndo: number > 0,
    canRedo: redoable,
  };
}

export interface CorrectionOrder {
  /** Keys of findings; every automatic one when absent. */
  readonly findings?: readonly string[];
  readonly choices?: Choices;
  readonly note: string;
}

/** Applies corrections to the drawing as it is now; the result becomes its newest revision. */
export async function correct(
  id: number,
  order: CorrectionOrder,
): Promise<Result<{ changes: number; left: number }>> {
  const record = drawing(id);
  const inUse = record?.editionId ? edition(record.editionId) : null;
  if (!record) return NO_DRAWING;
  if (!inUse || record.state !== 'ready')
    return fail(
      'not-ready',
      'The drawing is not ready to be corrected.',
      'Wait until it is read, or audit it again.',
    );
  const result = await runTask('correct', {
    path: filePath(record.currentSha),
    standard: inUse.standard,
    findings: order.findings ? [...order.findings] : undefined,
    choices: order.choices ?? NO_CHOICES,
  });
  if (!result.ok) return result;
  if (result.value.changes.length === 0)
    return fail(
      'nothing',
      'Nothing was changed.',
      'The finding may be settled already, or its layer holds viewports: map it instead.',
    );
  keepUses(result.value.sha, result.value.uses);
  const added = addRevision(record, {
    sha: result.value.sha,
    editionId: inUse.id,
    audit: result.value.audit,
    changes: result.value.changes,
    note: order.note,
  });
  if (!added) return CONFLICT;
  remember(record.senderId, id, order.choices ?? NO_CHOICES);
  return ok({ changes: result.value.changes.length, left: result.value.audit.findings.length });
}

/**
 * Audits the drawing as it is now against the edition in force. The outcome becomes a revision of its own, so that
 * corrections stay and the step can be taken back.
 */
export async function recheck(id: number): Promise<Result<{ edition: string }>> {
  const record = drawing(id);
  const inForce = editionInForce();
  if (!record || !inForce)
    return fail('no-drawing', 'There is no such drawing, or no standard.', 'Go back to the list.');
  if (record.state !== 'ready') {
    await readAndAudit(id);
    return ok({ edition: inForce.label });
  }
  const result = await runTask('audit', { path: filePath(record.currentSha), standard: inForce.standard });
  if (!result.ok) return result;
  const added = addRevision(record, {
    sha: record.currentSha,
    editionId: inForce.id,
    audit: result.value.audit,
    changes: [],
    note: `Checked with ${inForce.label}`,
  });
  return added ? ok({ edition: inForce.label }) : CONFLICT;
}

const CONFLICT = fail(
  'conflict',
  'Someone else corrected this drawing meanwhile.',
  'Reload to see it, then decide again.',
);

/** Puts a revision after the one a record was read at; false when another one came first. */
function addRevision(
  record: DrawingRecord,
  made: { sha: string; editionId: number; audit: Audit; changes: readonly Change[]; note: string },
): boolean {
  const db = database();
  const number = record.corrections + 1;
  return db.transaction(() => {
    const still = db.prepare('SELECT current_revision AS n FROM drawings WHERE id = ?').get(record.id) as {
      n: number;
    };
    if (still.n !== record.corrections) return false;
    db.prepare('DELETE FROM revisions WHERE drawing_id = ? AND number >= ?').run(record.id, number);
    db.prepare(
      'INSERT INTO revisions (drawing_id, number, sha, edition_id, audit, changes, note, made_at) VALUES (?, ?, ?, ?, ?, ?, ?, ?)',
    ).run(
      record.id,
      number,
      made.sha,
      made.editionId,
      JSON.stringify(made.audit),
      JSON.stringify(made.changes),
      made.note,
      now(),
    );
    db.prepare('UPDATE drawings SET current_revision = ? WHERE id = ?').run(number, record.id);
    return true;
  })();
}

/** Steps back (-1) or forward (+1) among the corrections. */
export function step(id: number, by: -1 | 1): Result<null> {
  const record = drawing(id);
  if (!record) return NO_DRAWING;
  if (by < 0 ? !record.canUndo : !record.canRedo)
    return fail('no-step', 'There is nothing to step to.', 'Nothing was changed.');
  database()
    .prepare('UPDATE drawings SET current_revision = ? WHERE id = ?')
    .run(record.corrections + by, id);
  return ok(null);
}

// ---- crosswalk ----

export interface CrosswalkEntry {
  readonly name: string;
  readonly action: 'map' | 'remove';
  readonly target: string;
  readonly decidedAt: string;
}

function remember(sender: number, drawingId: number, choices: Choices): void {
  const put = database().prepare(
    `INSERT INTO crosswalk (sender_id, folded, name, action, target, decided_at, drawing_id) VALUES (?, ?, ?, ?, ?, ?, ?)
     ON CONFLICT (sender_id, folded) DO UPDATE SET name = excluded.name, action = excluded.action, target = excluded.target,
       decided_at = excluded.decided_at, drawing_id = excluded.drawing_id`,
  );
  for (const [name, choice] of Object.entries(choices.layers))
    put.run(
      sender,
      foldName(name),
      name,
      choice.action,
      choice.action === 'map' ? choice.to : '',
      now(),
      drawingId,
    );
}

export function crosswalkOf(sender: number): CrosswalkEntry[] {
  const rows = database()
    .prepare('SELECT name, action, target, decided_at FROM crosswalk WHERE sender_id = ? ORDER BY folded')
    .all(sender) as {
    name: string;
    action: 'map' | 'remove';
    target: string;
    decided_at: string;
  }[];
  return rows.map((row) => ({
    name: row.name,
    action: row.action,
    target: row.target,
    decidedAt: row.decided_at,
  }));
}

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

export function listSenders(): SenderRecord[] {
  const all = listDrawings();
  const rows = database().prepare('SELECT id, name FROM senders ORDER BY folded').all() as {
    id: number;
    name: string;
  }[];
  return rows.map(({ id, name }) => {
    const theirs = all.filter((entry) => entry.senderId === id);
    return {
      id,
      name,
      drawings: theirs.length,
      held: theirs.filter((entry) => entry.verdict === 'held').length,
      released: theirs.filter((entry) => entry.verdict === 'released').length,
      crosswalk: crosswalkOf(id),
    };
  });
}

/** Proposals for the findings that ask for a choice; what was decided for this sender before comes first. */
export async function proposalsFor(id: number): Promise<Result<Record<string, Proposal[]>>> {
  const record = drawing(id);
  const inUse = record?.editionId ? edition(record.editionId) : null;
  if (!record) return NO_DRAWING;
  if (!record.current || !inUse) return ok({});
  const asking: Finding[] = record.current.findings.filter((finding) => finding.correction === 'choice');
  if (asking.length === 0) return ok({});
  const result = await runTask('proposals', {
    path: filePath(record.currentSha),
    standard: inUse.standard,
    findings: asking,
  });
  if (!result.ok) return result;
  const decided = new Map(crosswalkOf(record.senderId).map((entry) => [foldName(entry.name), entry]));
  const proposals = { ...result.value };
  for (const finding of asking) {
    const known =
      finding.rule === 'layers/unknown' ? decided.get(foldName(finding.subject.layer ?? '')) : undefined;
    if (
      known?.action !== 'map' ||
      !inUse.standard.layers.some((layer) => foldName(layer.name) === foldName(known.target))
    )
      continue;
    proposals[finding.key] = [
      { to: known.target, likeness: 1, reasons: ['decided before for this sender'] },
      ...(proposals[finding.key] ?? []).filter((proposal) => proposal.to !== known.target),
    ];
  }
  return ok(proposals);
}

/** Puts a layer of a drawing into the draft standard, with its properties and the kinds of object on it. */
export function adoptLayer(id: number, name: string): Result<{ draft: string }> {
  const record = drawing(id);
  if (!record) return NO_DRAWING;
  const read = readDrawing(new Uint8Array(readFileSync(filePath(record.currentSha))));
  if (!read.ok) return read;
  const learnt = learnStandard(read.value, '');
  const layer = learnt.layers.find((candidate) => foldName(candidate.name) === foldName(name));
  if (!layer) return fail('no-layer', `The drawing has no layer “${name}”.`, 'Reload the page.');
  const added = addLayerToDraft(
    { ...layer, ownValuesAllowed: [], purpose: `Taken over from ${record.name}` },
    learnt.linetypes.filter((linetype) => foldName(linetype.name) === foldName(layer.linetype)),
  );
  return added.ok ? ok({ draft: added.value.label }) : added;
}

/** The picture of a drawing as it is now, or as it came. `sheet` -1 is the model. */
export async function pictureFile(
  id: number,
  sheet: number,
  asReceived: boolean,
): Promise<Result<{ file: string }>> {
  const record = drawing(id);
  if (!record) return NO_DRAWING;
  const sha = asReceived ? record.originalSha : record.currentSha;
  const defaultWidthMm =
    (record.editionId ? edition(record.editionId)?.standard.pens.defaultMm : undefined) ?? 0.25;
  return runTask('picture', {
    path: filePath(sha),
    cache: cacheOf(`${sha}|${sheet}|${defaultWidthMm}`),
    sheet,
    defaultWidthMm,
  });
}

/** What a drawing holds, as it is now or as it came: a file of JSON. */
export async function contentsFile(id: number, asReceived: boolean): Promise<Result<{ file: string }>> {
  const record = drawing(id);
  if (!record) return NO_DRAWING;
  const sha = asReceived ? record.originalSha : record.currentSha;
  return runTask('contents', { path: filePath(sha), cache: cacheOf(`${sha}|contents`) });
}

const NO_DRAWING = fail('no-drawing', 'There is no such drawing.', 'Go back to the list.');

/** Raised when the form of pictures or contents changes, so that kept ones are made anew. */
const CACHE_VERSION = 3;

const cacheOf = (what: string): string =>
  join(
    dataFolder(),
    'pictures',
    createHash('sha256').update(`${CACHE_VERSION}|${what}`).digest('hex').slice(0, 32),
  );
