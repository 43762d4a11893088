import type { Use, UseOnFile, UsesOnFile } from '../core/inspect/uses';
import type { NamedKind } from '../core/standard/named-kinds';
import { database } from './database';

/** Keeps what the objects of a drawing use; the same content is kept once. */
export function keepUses(sha: string, uses: readonly Use[]): void {
  const db = database();
  const put = db.prepare('INSERT OR IGNORE INTO uses (sha, kind, folded, objects) VALUES (?, ?, ?, ?)');
  db.transaction(() => {
    for (const { kind, name, objects } of uses) put.run(sha, kind, name, objects);
  })();
}

/** Uses of every definition in the drawings on file, as they are now. */
export function usesOnFile(): UsesOnFile {
  const rows = database()
    .prepare(
      `SELECT u.kind, u.folded, SUM(u.objects) AS objects, COUNT(*) AS drawings
       FROM drawings d
       JOIN revisions r ON r.drawing_id = d.id AND r.number = d.current_revision
       JOIN uses u ON u.sha = r.sha
       GROUP BY u.kind, u.folded`,
    )
    .all() as { kind: NamedKind; folded: string; objects: number; drawings: number }[];
  const uses: Partial<Record<NamedKind, Map<string, UseOnFile>>> = {};
  for (const { kind, folded, objects, drawings } of rows) {
    uses[kind] ??= new Map();
    uses[kind].set(folded, { objects, drawings });
  }
  return uses;
}

/** Content of drawings on file whose uses were never counted: they came in before uses were kept. */
export const uncounted = (): string[] =>
  (
    database()
      .prepare(
        `SELECT DISTINCT r.sha FROM drawings d
         JOIN revisions r ON r.drawing_id = d.id AND r.number = d.current_revision
         WHERE NOT EXISTS (SELECT 1 FROM uses u WHERE u.sha = r.sha)`,
      )
      .all() as { sha: string }[]
  ).map(({ sha }) => sha);
