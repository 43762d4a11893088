import { withDecidedElsewhere } from '../core/audit/likeness/decided-elsewhere';
import type { Proposal } from '../core/audit/likeness/propose';
import type { Unsettled } from '../core/correct/correct';
import type { LinedUp, LineUp } from '../core/correct/line-up';
import type { PlannedCorrection } from '../core/correct/plan';
import type { Asks } from '../core/correct/proposals';
import type { CorrectionRequest } from '../core/correct/wanted';
import { foldName } from '../core/dxf/interner';
import { fail, ok, type Result } from '../core/result';
import { NAMED_KINDS, type NamedKind, officeNames } from '../core/standard/named-kinds';
import { decidedForOthers, memoryOf, type Saying, sayIfFitting } from './crosswalk';
import { database } from './database';
import { CONFLICT, type DrawingRecord, drawing, NO_DRAWING } from './drawings';
import { adoptIntoDraft, type Edition, edition, editionInForce } from './editions';
import { tell } from './events';
import { filePath } from './files';
import { awaited, jobs, openJobsOf, PRIORITY } from './jobs';
import { plannedFolder } from './planned';
import { runTask } from './pool';
import { sheetsNow } from './sheet-decisions';
import { correctedBy } from './waivers';

export interface CorrectionOrder extends CorrectionRequest {
  readonly note: string;
  /** The revision that the page showed; another one since is a conflict. */
  readonly revision?: number;
}

export interface Corrected {
  readonly changes: number;
  readonly left: number;
  /** What was asked for and did not happen, and why. */
  readonly unsettled: readonly Unsettled[];
}

/**
 * A drawing that can be worked with, and the edition it was checked with; a conflict where it is not at the revision
 * any more that the page showed.
 */
export function ready(
  id: number,
  revision: number | undefined,
): Result<{ record: DrawingRecord; used: Edition }> {
  const record = drawing(id);
  if (!record) return NO_DRAWING;
  const used = record.editionId ? edition(record.editionId) : null;
  if (!used || record.state !== 'ready')
    return fail(
      'not-ready',
      'The drawing is not ready to be corrected.',
      'Wait until it is read, or audit it again.',
    );
  return revision !== undefined && revision !== record.revision ? CONFLICT : ok({ record, used });
}

/** Applies corrections to the drawing as it is now; the result becomes its newest revision. */
export async function correct(id: number, order: CorrectionOrder): Promise<Result<Corrected>> {
  const { revision, ...asked } = order;
  const found = ready(id, revision);
  if (!found.ok) return found;
  return awaited<Corrected>('correct', id, { base: found.value.record.revision, ...asked });
}

/** What a correction would do to the drawing as it is now; nothing is written. */
export async function planCorrection(id: number, order: CorrectionOrder): Promise<Result<PlannedCorrection>> {
  const { revision, note: _, ...request } = order;
  const found = ready(id, revision);
  if (!found.ok) return found;
  const { record, used } = found.value;
  return runTask('plan', {
    path: filePath(record.currentSha),
    corrected: correctedBy(id, used.standard),
    request,
    sheets: sheetsNow(id),
    folder: plannedFolder(id),
  });
}

/** What lining up texts of the drawing as it is now would do; nothing is written. */
export async function planLineUp(id: number, asked: Omit<LineUp, 'mm'>): Promise<Result<LinedUp>> {
  const found = ready(id, undefined);
  if (!found.ok) return found;
  const { record, used } = found.value;
  const { standard } = used;
  return runTask('line up', { path: filePath(record.currentSha), standard, asked, sheets: sheetsNow(id) });
}

/**
 * Audits the drawing as it is now against the edition in force. The outcome becomes a revision of its own, so that
 * corrections stay and the step can be taken back. A drawing that is being read already is not read twice.
 */
export async function recheck(id: number): Promise<Result<{ edition: string }>> {
  const record = drawing(id);
  const inForce = editionInForce();
  if (!record || !inForce)
    return fail('no-drawing', 'There is no such drawing, or no standard.', 'Go back to the list.');
  if (record.state === 'ready') return awaited('recheck', id, { base: record.revision });
  if (openJobsOf(id, 'read').length === 0) readAgain(id);
  else if (record.state === 'unreadable')
    return fail(
      'busy',
      'What became of the last reading is still being written down.',
      'Try again in a moment.',
    );
  return ok({ edition: inForce.label });
}

/** Has a drawing read that could not be read before. */
export function readAgain(id: number): void {
  database().prepare(`UPDATE drawings SET state = 'waiting', problem = NULL WHERE id = ?`).run(id);
  jobs().enqueue('read', id, {}, PRIORITY.intake);
  tell({ type: 'drawing', id });
}

function cancel(open: readonly number[], message: string): Result<null> {
  if (open.length === 0) return fail('no-work', message, 'Nothing was changed.');
  for (const job of open) jobs().cancel(job);
  return ok(null);
}

/** Stops reading a drawing, or waiting for it. */
export const cancelReading = (id: number): Result<null> =>
  cancel(openJobsOf(id, 'read'), 'The drawing is not being read.');

/** Stops correcting a drawing or checking it anew; it stays as it was. */
export const cancelCorrecting = (id: number): Result<null> =>
  cancel([...openJobsOf(id, 'correct'), ...openJobsOf(id, 'recheck')], 'The drawing is not being worked on.');

/** What is offered for a finding that asks for a choice. */
export interface Offered {
  /** Best first; what was decided for this sender before comes first, what was refused is not among them. */
  readonly ranked: readonly Proposal[];
  /** Office layers that were refused for this name. */
  readonly refused: readonly string[];
  /** It was decided before that this goes. */
  readonly removedBefore: boolean;
  /** The sender's name that is asked about; null where none is. */
  readonly asks: Asks | null;
}

/** Refuses an office layer for a name of a drawing's sender, or lets it be proposed again. */
export function sayOfSender(id: number, saying: Saying): Result<null> {
  const record = drawing(id);
  if (!record) return NO_DRAWING;
  const used = record.editionId ? edition(record.editionId) : null;
  return sayIfFitting(record.senderId, saying, used, id);
}

/** Proposals for the findings that ask for a choice; what was decided for this sender before comes first. */
export async function proposalsFor(id: number): Promise<Result<Record<string, Offered>>> {
  const record = drawing(id);
  if (!record) return NO_DRAWING;
  const used = record.editionId ? edition(record.editionId) : null;
  if (record.auditId === null || !used) return ok({});
  const result = await runTask('proposals', { path: filePath(record.currentSha), standard: used.standard });
  if (!result.ok) return result;
  const office = new Map(
    NAMED_KINDS.flatMap((kind) =>
      officeNames(used.standard, kind).map(({ name }) => [`${kind}|${foldName(name)}`, name] as const),
    ),
  );
  const offered: Record<string, Offered> = {};
  const { crosswalk, refusals } = memoryOf(record.senderId);
  const keyOf = (kind: string, name: string): string => `${kind}|${foldName(name)}`;
  const decided = new Map(crosswalk.map((entry) => [keyOf(entry.kind, entry.name), entry]));
  const refused = new Map<string, string[]>();
  for (const { kind, name, target } of refusals)
    refused.set(keyOf(kind, name), [...(refused.get(keyOf(kind, name)) ?? []), target]);
  const asked = Object.values(result.value);
  const elsewhere = decidedForOthers(
    record.senderId,
    asked.flatMap(({ asks }) => asks ?? []),
  );
  for (const [key, { proposals, asks }] of Object.entries(result.value)) {
    const own = asks ? keyOf(asks.kind, asks.name) : '';
    // What no edition in force has any more is nothing to propose.
    const others = (elsewhere.get(own) ?? []).flatMap(({ to, senders }) => {
      const there = asks && office.get(`${asks.kind}|${foldName(to)}`);
      return there ? [{ to: there, senders }] : [];
    });
    const ranked = withDecidedElsewhere(proposals, asks?.name ?? '', others);
    const known = decided.get(own);
    const target =
      known?.action === 'map' ? office.get(`${known.kind}|${foldName(known.target)}`) : undefined;
    const not = refused.get(own) ?? [];
    const left = ranked.filter(({ to }) => to !== target && !not.includes(to));
    offered[key] = {
      ranked:
        target === undefined
          ? left
          : [{ to: target, likeness: 1, reasons: ['decided before for this sender'] }, ...left],
      refused: not,
      removedBefore: known?.action === 'remove',
      asks,
    };
  }
  return ok(offered);
}

/** Puts a definition of a drawing into the draft standard; a layer with its properties and the kinds of object on it. */
export async function adopt(
  id: number,
  named: { readonly kind: NamedKind; readonly name: string },
): Promise<Result<{ draft: string }>> {
  const record = drawing(id);
  if (!record) return NO_DRAWING;
  const learnt = await runTask('learn', { path: filePath(record.currentSha), name: '' });
  if (!learnt.ok) return learnt;
  const purpose = `Taken over from ${record.name}`;
  const layers = learnt.value.layers.map((layer) => ({ ...layer, purpose }));
  const added = adoptIntoDraft({ ...learnt.value, layers }, named);
  return added.ok ? ok({ draft: added.value.label }) : added;
}
