import { rmSync } from 'node:fs';
import { ok, type Result } from '../core/result';
import { auditSummary } from './audits';
import { keepWithout } from './crosswalk';
import { database } from './database';
import { drawing, NO_DRAWING } from './drawings';
import { allEditions } from './editions';
import { tell } from './events';
import { dropUnlessNamed, isNamed } from './files';
import { jobs, openJobsOf } from './jobs';
import { keptPaths } from './kept';
import { forgetPlanned } from './planned';
import { contentsOf } from './sheet-decisions';

/**
 * Takes a drawing away for good: as it came, every corrected state, what was changed and decided, its audits and pictures.
 * What was remembered for its sender stays (but for what was taken back), and so does content that another drawing has too.
 */
export function deleteDrawing(id: number): Result<null> {
  const record = drawing(id);
  if (!record) return NO_DRAWING;
  for (const job of openJobsOf(id)) jobs().cancel(job);
  const db = database();
  const shas = new Set([
    record.originalSha,
    ...(db.prepare('SELECT DISTINCT sha FROM revisions WHERE drawing_id = ?').pluck().all(id) as string[]),
  ]);
  const contents = contentsOf(id);
  const sheets = db
    .prepare('SELECT DISTINCT audit_id FROM revisions WHERE drawing_id = ?')
    .pluck()
    .all(id)
    .reduce<number>((most, audit) => Math.max(most, auditSummary(audit as number)?.sheets.length ?? 0), 0);
  db.transaction(() => {
    keepWithout(id);
    db.prepare('DELETE FROM drawings WHERE id = ?').run(id);
    for (const sha of shas) {
      if (isNamed(sha)) {
        shas.delete(sha);
        continue;
      }
      db.prepare(`DELETE FROM audits WHERE sha = ? OR sha GLOB ? || '+*'`).run(sha, sha);
      db.prepare('DELETE FROM uses WHERE sha = ?').run(sha);
    }
  })();
  const widths = new Set(allEditions().map(({ standard }) => standard.pens.defaultMm));
  for (const sha of shas) {
    dropUnlessNamed(sha);
    for (const content of [sha, ...contents.filter((one) => one.startsWith(sha))])
      for (const path of keptPaths(content, sheets, [...widths])) rmSync(path, { force: true });
  }
  forgetPlanned(id);
  tell({ type: 'drawing', id });
  return ok(null);
}
