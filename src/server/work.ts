import { ENGINE_VERSION } from '../core/audit/engine-version';
import type { SheetDecision } from '../core/drawing/sheets/decisions';
import { fail, ok, type Problem, type Result } from '../core/result';
import { forgetOldAudits } from './audits';
import type { Corrected, CorrectionOrder } from './corrections';
import { remember } from './crosswalk';
import { database } from './database';
import { CONFLICT, type DrawingRecord, drawing } from './drawings';
import { type Edition, edition, editionInForce } from './editions';
import { tell } from './events';
import { filePath, sweepFiles } from './files';
import { isAnswer, type Job, jobs, PRIORITY, registerKind } from './jobs';
import { runTask } from './pool';
import { addRevision, unchanged } from './revisions';
import type { ScaledDrawing, ScaleOrder } from './scaling';
import { contentOf, sheetsNow, unpackSheets } from './sheet-decisions';
import { findAudit, storeAudit } from './store-audit';
import { keepUses, uncounted } from './uses';
import { correctedBy, settleWaivers } from './waivers';

// What the jobs of each kind do. Every one of them can be broken off at any moment and done again from the start.

const NOTHING = ok(null);

/** The edition went while the work was done: with the one in force now it can be done. */
const AGAIN = fail('again', 'The standard changed while the drawing was checked.', 'It is checked again.');

/** What an audit is known by. */
const sourceOf = (sha: string, sheets: readonly SheetDecision[], used: Edition) => ({
  sha: contentOf(sha, sheets),
  editionId: used.id,
  editionVersion: used.version,
  engine: ENGINE_VERSION,
});

/** An audit of some content with an edition: one that was made before, or a new one. */
async function auditOf(
  sha: string,
  sheets: readonly SheetDecision[],
  used: Edition,
  cancel: AbortSignal,
): Promise<Result<number>> {
  const source = sourceOf(sha, sheets, used);
  const present = findAudit(database(), source);
  if (present !== null) return ok(present);
  const result = await runTask('audit', { path: filePath(sha), standard: used.standard, sheets }, cancel);
  if (!result.ok) return result;
  if (!edition(used.id)) return AGAIN;
  keepUses(sha, result.value.uses);
  return ok(storeAudit(database(), source, result.value.audit));
}

/** What a job works on: the drawing as it was when it was asked for, and the edition that it was checked with. */
function asAsked({ drawingId, payload }: Job): Result<{ id: number; record: DrawingRecord; used: Edition }> {
  const id = drawingId ?? 0;
  const record = drawing(id);
  const { base } = payload as { base: number };
  if (!record || record.revision !== base || record.state !== 'ready') return CONFLICT;
  const used = record.editionId === null ? null : edition(record.editionId);
  return used ? ok({ id, record, used }) : AGAIN;
}

function refuse(id: number, problem: Problem): void {
  database()
    .prepare(
      `UPDATE drawings SET state = 'unreadable', problem = ? WHERE id = ? AND state IN ('waiting', 'reading')`,
    )
    .run(JSON.stringify(problem), id);
  tell({ type: 'drawing', id });
}

/** Reads a drawing as it came and audits it against the edition in force. */
registerKind('read', {
  async run({ drawingId }: Job, cancel) {
    const id = drawingId ?? 0;
    const record = drawing(id);
    if (!record || (record.state !== 'waiting' && record.state !== 'reading')) return NOTHING;
    const used = editionInForce();
    if (!used) {
      refuse(id, {
        code: 'no-standard',
        message: 'There is no standard to check against.',
        action: 'Define one in the Standard place, then audit again.',
      });
      return NOTHING;
    }
    database().prepare(`UPDATE drawings SET state = 'reading' WHERE id = ?`).run(id);
    tell({ type: 'drawing', id });
    const audited = await auditOf(record.originalSha, [], used, cancel);
    if (!audited.ok) {
      if (isAnswer(audited.problem)) {
        refuse(id, audited.problem);
        return NOTHING;
      }
      return audited;
    }
    addRevision(
      id,
      null,
      unchanged({ sha: record.originalSha, editionId: used.id, auditId: audited.value, note: 'As received' }),
    );
    return NOTHING;
  },
  setAside: ({ drawingId }, problem) => refuse(drawingId ?? 0, problem),
});

/** Corrects a drawing as it was when it was asked for. */
registerKind('correct', {
  async run(job: Job, cancel): Promise<Result<Corrected>> {
    const asked = asAsked(job);
    if (!asked.ok) return asked;
    const { id, record, used } = asked.value;
    const { base, note, batch, ...request } = job.payload as CorrectionOrder & {
      base: number;
      batch?: number;
    };
    const sheets = sheetsNow(id);
    const result = await runTask(
      'correct',
      {
        path: filePath(record.currentSha),
        standard: used.standard,
        corrected: correctedBy(id, used.standard),
        request,
        sheets,
      },
      cancel,
    );
    if (!result.ok) return result;
    const { sha, changes, audit, uses, unsettled, decided, memories, left } = result.value;
    if (changes.count === 0)
      return fail(
        'nothing',
        unsettled.length > 0 ? `Nothing was changed. ${unsettled[0].why}` : 'Nothing was changed.',
        'The finding may be settled already: reload the page.',
      );
    if (!edition(used.id)) return AGAIN;
    keepUses(sha, uses);
    const auditId = storeAudit(database(), sourceOf(sha, sheets, used), audit);
    const added = database().transaction(() => {
      const written = addRevision(id, base, {
        sha,
        editionId: used.id,
        auditId,
        changes,
        decided,
        note,
        ...(batch === undefined ? {} : { batch }),
      });
      if (written) remember(record.senderId, id, base + 1, memories);
      return written;
    })();
    if (!added) return CONFLICT;
    return ok({ changes: changes.count, left, unsettled });
  },
});

/** Audits a drawing as it is now against the edition in force. */
registerKind('recheck', {
  async run({ drawingId, payload }: Job, cancel): Promise<Result<{ edition: string }>> {
    const { base } = payload as { base: number };
    const id = drawingId ?? 0;
    const record = drawing(id);
    const used = editionInForce();
    if (!record || !used || record.revision !== base) return CONFLICT;
    const audited = await auditOf(record.currentSha, sheetsNow(id), used, cancel);
    if (!audited.ok) return audited;
    const added = addRevision(
      id,
      base,
      unchanged({
        sha: record.currentSha,
        editionId: used.id,
        auditId: audited.value,
        note: `Checked with ${used.label}`,
      }),
    );
    return added ? ok({ edition: used.label }) : CONFLICT;
  },
});

/** Scales, turns and moves the model of a drawing as it was when it was asked for. */
registerKind('scale', {
  async run(job: Job, cancel): Promise<Result<ScaledDrawing>> {
    const asked = asAsked(job);
    if (!asked.ok) return asked;
    const { id, record, used } = asked.value;
    const { base, note, request } = job.payload as Omit<ScaleOrder, 'revision'> & { base: number };
    const result = await runTask(
      'scale',
      { path: filePath(record.currentSha), standard: used.standard, request, sheets: sheetsNow(id) },
      cancel,
    );
    if (!result.ok) return result;
    const { sha, changes, audit, uses, sheets, objects, notes } = result.value;
    if (sha === record.currentSha)
      return fail('nothing', 'That would change nothing.', 'Give another factor, place or unit.');
    if (!edition(used.id)) return AGAIN;
    keepUses(sha, uses);
    const auditId = storeAudit(database(), sourceOf(sha, sheets, used), audit);
    const made = { sha, editionId: used.id, auditId, changes, decided: [], note, sheets, scaled: true };
    return addRevision(id, base, made) ? ok({ objects, notes }) : CONFLICT;
  },
});

/** Audits a drawing with what a person said of its sheets. */
registerKind('sheets', {
  async run(job: Job, cancel) {
    const asked = asAsked(job);
    if (!asked.ok) return asked;
    const { id, record, used } = asked.value;
    const { base, sheets, note } = job.payload as {
      base: number;
      sheets: readonly SheetDecision[];
      note: string;
    };
    const audited = await auditOf(record.currentSha, sheets, used, cancel);
    if (!audited.ok) return audited;
    const { currentSha: sha } = record;
    const made = unchanged({ sha, editionId: used.id, auditId: audited.value, note, sheets });
    return addRevision(id, base, made) ? NOTHING : CONFLICT;
  },
});

/** Makes an audit anew that was made by an earlier version of the rules: same content, same edition. */
registerKind('refresh', {
  async run({ payload }: Job, cancel) {
    const { revisionId } = payload as { revisionId: number };
    const row = database()
      .prepare('SELECT drawing_id, sha, edition_id, audit_id, sheets FROM revisions WHERE id = ?')
      .get(revisionId) as
      | { drawing_id: number; sha: string; edition_id: number; audit_id: number; sheets: string }
      | undefined;
    const used = row && edition(row.edition_id);
    if (!row || !used) return NOTHING;
    const audited = await auditOf(row.sha, unpackSheets(row.sheets), used, cancel);
    if (!audited.ok) return audited;
    database()
      .prepare('UPDATE revisions SET audit_id = ? WHERE id = ? AND audit_id = ?')
      .run(audited.value, revisionId, row.audit_id);
    settleWaivers(row.drawing_id);
    tell({ type: 'drawing', id: row.drawing_id });
    return NOTHING;
  },
});

/** Counts what a drawing uses that came in before uses were kept. */
registerKind('uses', {
  async run({ payload }: Job, cancel) {
    const { sha } = payload as { sha: string };
    const uses = await runTask('uses', { path: filePath(sha) }, cancel);
    if (uses.ok) keepUses(sha, uses.value);
    return uses.ok ? NOTHING : uses;
  },
});

/** Goes on with what a stop interrupted, and catches up with what newer rules and records ask for. */
export function resume(): void {
  const db = database();
  const runner = jobs();
  // Drawings that came in before jobs were records have none.
  const lost = db
    .prepare(
      `SELECT d.id FROM drawings d WHERE d.state IN ('waiting', 'reading')
       AND NOT EXISTS (SELECT 1 FROM jobs j WHERE j.drawing_id = d.id AND j.kind = 'read' AND j.state IN ('waiting', 'running'))`,
    )
    .pluck()
    .all() as number[];
  for (const id of lost) runner.enqueue('read', id, {}, PRIORITY.intake);
  const old = db
    .prepare(
      `SELECT r.id FROM revisions r JOIN drawings d ON d.id = r.drawing_id JOIN audits a ON a.id = r.audit_id
       WHERE a.engine <> ?
       AND NOT EXISTS (SELECT 1 FROM jobs j WHERE j.kind = 'refresh' AND j.state IN ('waiting', 'running')
         AND json_extract(j.payload, '$.revisionId') = r.id)
       -- What people see now goes first; what undoing and doing again lead to follows.
       ORDER BY r.number NOT IN (0, d.current_revision), r.id`,
    )
    .pluck()
    .all(ENGINE_VERSION) as number[];
  for (const revisionId of old) runner.enqueue('refresh', null, { revisionId }, PRIORITY.behind);
  for (const sha of uncounted()) runner.enqueue('uses', null, { sha }, PRIORITY.behind);
  sweepFiles();
  runner.resume();
  forgetOldAudits();
}
