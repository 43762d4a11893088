import { type SheetDecision, withDecision } from '../core/drawing/sheets/decisions';
import { fail, ok, type Result } from '../core/result';
import type { ScaleRequest } from '../core/scaling/scale-drawing';
import { ready } from './corrections';
import { awaited } from './jobs';
import { hasRoom, isSaid, sheetsNow } from './sheet-decisions';

export interface ScaleOrder {
  readonly request: ScaleRequest;
  readonly note: string;
  /** The revision that the page showed; another one since is a conflict. */
  readonly revision: number;
}

export interface ScaledDrawing {
  readonly objects: number;
  readonly notes: readonly string[];
}

/** Scales, turns and moves the model of a drawing as it is now; the result becomes its newest revision. */
export async function scale(
  id: number,
  { request, note, revision }: ScaleOrder,
): Promise<Result<ScaledDrawing>> {
  const found = ready(id, revision);
  if (!found.ok) return found;
  return awaited<ScaledDrawing>('scale', id, { base: revision, request, note });
}

/** Keeps what a person says of a sheet in the model; the drawing is audited with it, as a revision that can be taken back. */
export async function decideSheet(
  id: number,
  order: { readonly decision: SheetDecision; readonly note: string; readonly revision: number },
): Promise<Result<null>> {
  const { decision, note, revision } = order;
  const found = ready(id, revision);
  if (!found.ok) return found;
  const before = sheetsNow(id);
  if (isSaid(before, decision))
    return fail('nothing', 'That is how the sheet is listed already.', 'Nothing was changed.');
  if (!hasRoom(before))
    return fail('too-many', 'No more decisions on the sheets of this drawing are kept.', 'Take some back.');
  const sheets = withDecision(before, decision);
  const done = await awaited<null>('sheets', id, { base: revision, sheets, note });
  return done.ok ? ok(null) : done;
}
