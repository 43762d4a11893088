import { createHash } from 'node:crypto';
import { z } from 'zod';
import { isSameBox, paperOf, type SheetDecision } from '../core/drawing/sheets/decisions';
import { database } from './database';

// What people said of the sheets in a drawing's model. It is kept with each revision, so that taking one back takes back
// what was said with it.

const corner = z.number().min(-1e12).max(1e12);
const box = z
  .tuple([corner, corner, corner, corner])
  .refine(([minX, minY, maxX, maxY]) => maxX > minX && maxY > minY, 'the corners enclose nothing');
const reduction = z.number().min(1e-6).max(1e9);

/** Decisions of one drawing. */
const MOST = 2000;

export const sheetDecisionSchema = z.discriminatedUnion('action', [
  z.strictObject({ action: z.literal('add'), box, reduction }),
  z.strictObject({ action: z.literal('scale'), box, reduction }),
  z.strictObject({ action: z.literal('drop'), box }),
]) satisfies z.ZodType<SheetDecision>;

const listSchema = z.array(sheetDecisionSchema).max(MOST);

export const packSheets = (decisions: readonly SheetDecision[]): string =>
  decisions.length === 0 ? '' : JSON.stringify(decisions);

export const unpackSheets = (text: string | null | undefined): readonly SheetDecision[] =>
  text ? listSchema.parse(JSON.parse(text)) : [];

/** What is looked at: a file, and what people said of its sheets where they said something. */
export const contentOf = (sha: string, decisions: readonly SheetDecision[]): string =>
  decisions.length === 0
    ? sha
    : `${sha}+${createHash('sha256').update(JSON.stringify(decisions)).digest('hex').slice(0, 16)}`;

/** Decisions as of the revision that a drawing is at. */
export const sheetsNow = (drawingId: number): readonly SheetDecision[] =>
  unpackSheets(
    database()
      .prepare(
        `SELECT r.sheets FROM drawings d JOIN revisions r ON r.drawing_id = d.id AND r.number = d.current_revision
         WHERE d.id = ?`,
      )
      .pluck()
      .get(drawingId) as string | null,
  );

/** The file of one revision of a drawing, with the decisions of then. */
export function sheetsOfRevision(
  drawingId: number,
  number: number,
): { readonly sha: string; readonly sheets: readonly SheetDecision[] } | null {
  const row = database()
    .prepare('SELECT sha, sheets FROM revisions WHERE drawing_id = ? AND number = ?')
    .get(drawingId, number) as { sha: string; sheets: string } | undefined;
  return row ? { sha: row.sha, sheets: unpackSheets(row.sheets) } : null;
}

/** Decisions as they stood when the drawing was last as it came: those since, on a scaled one, fit it no more. */
export const sheetsAsReceived = (drawingId: number): readonly SheetDecision[] =>
  unpackSheets(
    database()
      .prepare(
        `SELECT r.sheets FROM drawings d JOIN revisions r ON r.drawing_id = d.id AND r.number <= d.current_revision
         WHERE d.id = ? AND r.scaled = 0 ORDER BY r.number DESC LIMIT 1`,
      )
      .pluck()
      .get(drawingId) as string | null,
  );

/** Every content that a drawing was looked at as. */
export const contentsOf = (drawingId: number): string[] =>
  (
    database().prepare('SELECT DISTINCT sha, sheets FROM revisions WHERE drawing_id = ?').all(drawingId) as {
      sha: string;
      sheets: string;
    }[]
  ).map(({ sha, sheets }) => contentOf(sha, unpackSheets(sheets)));

/** Whether one more decision may be kept. */
export const hasRoom = (decisions: readonly SheetDecision[]): boolean => decisions.length < MOST;

/** Whether a decision says what is said already. */
export const isSaid = (decisions: readonly SheetDecision[], next: SheetDecision): boolean =>
  decisions.some(
    (one) =>
      one.action === next.action &&
      isSameBox(one.box, paperOf(next.box)) &&
      (one.action === 'drop' || next.action === 'drop' || one.reduction === next.reduction),
  );
