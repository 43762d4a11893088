import type { Verdict } from '../core/audit/finding';
import type { Change } from '../core/audit/rule';
import { type Touched, touchedBy } from '../core/correct/plan';
import { fail, ok, type Result } from '../core/result';
import type { Weight } from '../core/standard/rule-settings';
import { auditSummary, changeParts } from './audits';
import { database } from './database';
import { edition } from './editions';

/** One of two states of a drawing that are compared. */
export interface ComparedState {
  readonly number: number;
  readonly edition: string;
  readonly verdict: Verdict;
  readonly counts: Record<Weight, number>;
}

/** Two states of a drawing: what each was audited to, and what was changed between them. */
export interface Compared {
  readonly from: ComparedState;
  readonly to: ComparedState;
  /** Findings of each rule that has any in either. */
  readonly rules: readonly { readonly rule: string; readonly from: number; readonly to: number }[];
  readonly changes: number;
  readonly touched: Touched;
}

/** Compares two states of a drawing by their numbers, the earlier one first: 0 is the drawing as it came. */
export function compareStates(drawingId: number, from: number, to: number): Result<Compared> {
  const row = database().prepare(
    `SELECT r.number, r.audit_id AS audit, r.edition_id AS edition FROM revisions r
     WHERE r.drawing_id = ? AND r.number = ?`,
  );
  const found = [Math.min(from, to), Math.max(from, to)].map((number) => {
    const state = row.get(drawingId, number) as
      | { number: number; audit: number | null; edition: number }
      | undefined;
    const audit = state?.audit ? auditSummary(state.audit) : null;
    return state && audit && { number, audit, edition: edition(state.edition)?.label ?? '' };
  });
  const [earlier, later] = found;
  if (!earlier || !later)
    return fail('no-state', 'One of these states is not kept, or was not audited.', 'Reload the page.');
  let changes = 0;
  function* between(): Generator<Change> {
    for (const part of changeParts(drawingId, later!.number, earlier!.number)) {
      changes += part.length;
      yield* part;
    }
  }
  const touched = touchedBy(between());
  const rules = new Set([...Object.keys(earlier.audit.byRule), ...Object.keys(later.audit.byRule)]);
  const plain = ({ number, edition: label, audit }: typeof earlier): ComparedState => ({
    number,
    edition: label,
    verdict: audit.verdict,
    counts: audit.counts,
  });
  return ok({
    from: plain(earlier),
    to: plain(later),
    rules: [...rules].sort().map((rule) => ({
      rule,
      from: earlier.audit.byRule[rule] ?? 0,
      to: later.audit.byRule[rule] ?? 0,
    })),
    changes,
    touched,
  });
}
