import type { DecidedElsewhere } from '../core/audit/likeness/decided-elsewhere';
import type { Memory } from '../core/audit/rule';
import { foldName } from '../core/dxf/interner';
import type { NameDecision } from '../core/exchange/crosswalk-table';
import { fail, ok, type Result } from '../core/result';
import { officeNames } from '../core/standard/named-kinds';
import { database } from './database';
import type { Edition } from './editions';

/** A drawing in which something was decided. */
export interface UsedIn {
  readonly id: number;
  readonly name: string;
}

/** What a sender's name stands for. */
export interface CrosswalkEntry {
  readonly kind: Memory['kind'];
  readonly name: string;
  readonly action: Memory['action'];
  readonly target: string;
  readonly decidedAt: string;
  /** Drawings in which it was decided so, the latest first. */
  readonly usedIn: readonly UsedIn[];
}

/** An office layer that was refused for a sender's name. */
export interface Refusal {
  readonly kind: Memory['kind'];
  readonly name: string;
  readonly target: string;
  readonly refusedAt: string;
}

/** Everything that holds for the names of one sender. */
export interface SenderMemory {
  readonly crosswalk: readonly CrosswalkEntry[];
  readonly refusals: readonly Refusal[];
}

/** What a person says of a sender's name by itself, without correcting anything. */
export interface Saying {
  readonly kind: Memory['kind'];
  readonly name: string;
  /** Decided; to be asked again; not this one; this one may be proposed again. */
  readonly action: 'map' | 'remove' | 'ask' | 'refuse' | 'offer';
  readonly target: string;
}

const put = (
  sender: number,
  { kind, name, action, target }: Saying,
  drawingId: number | null,
  revision: number | null,
): void =>
  void database()
    .prepare(
      `INSERT INTO memories (sender_id, kind, folded, name, action, target, said_at, drawing_id, revision)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    )
    .run(sender, kind, foldName(name), name, action, target, new Date().toISOString(), drawingId, revision);

/** Keeps what was decided on a sender's names with a revision of a drawing: for as long as the drawing has it. */
export function remember(
  sender: number,
  drawingId: number,
  revision: number,
  memories: readonly Memory[],
): void {
  for (const memory of memories) put(sender, memory, drawingId, revision);
}

/** Keeps what a person says of a sender's name by itself. */
export const say = (sender: number, saying: Saying, drawingId: number | null = null): void =>
  put(sender, saying, drawingId, null);

/** Things that are remembered of one sender; nobody says more by hand. */
const MOST_SAID = 10_000;

/** Keeps what a person says where it is about a name of the office’s, and there is room for it. */
export function sayIfFitting(
  sender: number,
  saying: Saying,
  used: Pick<Edition, 'label' | 'standard'> | null,
  drawingId: number | null = null,
): Result<null> {
  const { kind, action, target } = saying;
  const names = used ? officeNames(used.standard, kind) : [];
  const isThere = names.some(({ name }) => foldName(name) === foldName(target));
  if ((action === 'map' || action === 'refuse') && !isThere)
    return fail(
      'no-layer',
      `${used?.label ?? 'The standard'} has no ${kind} “${target}”.`,
      'Reload the page, and pick another.',
    );
  const said = database()
    .prepare('SELECT COUNT(*) FROM memories WHERE sender_id = ?')
    .pluck()
    .get(sender) as number;
  if (said >= MOST_SAID)
    return fail(
      'too-many',
      'So much is remembered of this sender that no more is kept.',
      'Nothing was changed.',
    );
  say(sender, saying, drawingId);
  return ok(null);
}

/**
 * Keeps what a person decides on many names at once, where all of it is about names of the office's and there is room: what holds
 * already is not said again.
 * @returns how many were new
 */
export function sayAll(
  sender: number,
  decisions: readonly NameDecision[],
  used: Pick<Edition, 'label' | 'standard'> | null,
): Result<{ readonly said: number }> {
  const holds = new Map(crosswalkOf(sender).map((entry) => [`${entry.kind}|${foldName(entry.name)}`, entry]));
  const fresh = decisions.filter(({ kind, name, action, target }) => {
    const now = holds.get(`${kind}|${foldName(name)}`);
    return now?.action !== action || foldName(now.target) !== foldName(target);
  });
  const keep = database().transaction((): Result<{ readonly said: number }> => {
    for (const decision of fresh) {
      const kept = sayIfFitting(sender, decision, used);
      if (!kept.ok) throw new Refused(kept);
    }
    return ok({ said: fresh.length });
  });
  try {
    return keep();
  } catch (error) {
    if (error instanceof Refused) return error.result;
    throw error;
  }
}

/** One of many decisions cannot be kept: none of them is. */
class Refused extends Error {
  constructor(readonly result: Extract<Result<never>, { readonly ok: false }>) {
    super(result.problem.message);
  }
}

/** Forgets what was said with revisions that another one takes the place of. */
export const forgetUndone = (drawingId: number, from: number): void =>
  void database().prepare('DELETE FROM memories WHERE drawing_id = ? AND revision >= ?').run(drawingId, from);

/** Keeps what was decided in a drawing that goes, but for what was taken back in it. */
export function keepWithout(drawingId: number): void {
  const db = database();
  db.prepare(
    `DELETE FROM memories WHERE drawing_id = ?
     AND revision > (SELECT current_revision FROM drawings WHERE id = ?)`,
  ).run(drawingId, drawingId);
  db.prepare('UPDATE memories SET drawing_id = NULL, revision = NULL WHERE drawing_id = ?').run(drawingId);
}

interface Row extends Saying {
  readonly folded: string;
  readonly saidAt: string;
  readonly drawingId: number | null;
  readonly drawing: string | null;
}

/** What stands, in the order in which it was said. */
const standing = (sender: number): Row[] =>
  database()
    .prepare(
      `SELECT m.kind, m.folded, m.name, m.action, m.target, m.said_at AS saidAt, m.drawing_id AS drawingId, d.name AS drawing
       FROM memories m LEFT JOIN drawings d ON d.id = m.drawing_id
       WHERE m.sender_id = ? AND (m.revision IS NULL OR m.revision <= d.current_revision)
       ORDER BY m.id`,
    )
    .all(sender) as Row[];

/**
 * What was decided on names for other senders and holds, by kind and folded name ("layer|mauer"): each name of the office with
 * the senders it was decided for.
 */
export function decidedForOthers(
  sender: number,
  names: readonly { readonly kind: Memory['kind']; readonly name: string }[],
): ReadonlyMap<string, readonly DecidedElsewhere[]> {
  const asked = new Set(names.map(({ kind, name }) => `${kind}|${foldName(name)}`));
  const rows = database()
    .prepare(
      `SELECT m.sender_id AS senderId, s.name AS sender, m.kind, m.folded, m.action, m.target
       FROM memories m JOIN senders s ON s.id = m.sender_id LEFT JOIN drawings d ON d.id = m.drawing_id
       WHERE m.sender_id <> ? AND m.folded IN (SELECT value FROM json_each(?))
       AND (m.revision IS NULL OR m.revision <= d.current_revision) AND m.action IN ('map', 'remove', 'ask')
       ORDER BY m.id`,
    )
    .all(sender, JSON.stringify([...new Set(names.map(({ name }) => foldName(name)))])) as {
    senderId: number;
    sender: string;
    kind: string;
    folded: string;
    action: Saying['action'];
    target: string;
  }[];
  // Of each sender the last word on a name holds.
  const last = new Map(rows.map((row) => [`${row.senderId}|${row.kind}|${row.folded}`, row]));
  const decided = new Map<string, { to: string; senders: string[] }[]>();
  for (const { kind, folded, action, target, sender: name } of last.values()) {
    const key = `${kind}|${folded}`;
    if (action !== 'map' || !asked.has(key)) continue;
    const list = decided.get(key) ?? [];
    decided.set(key, list);
    const same = list.find(({ to }) => foldName(to) === foldName(target));
    if (same) same.senders.push(name);
    else list.push({ to: target, senders: [name] });
  }
  return decided;
}

/** Drawings that are named for one decision. */
const MOST_USED = 20;

/** What holds for a sender's names: of each the last that was said, and what was refused for it since. */
export function memoryOf(sender: number): SenderMemory {
  const decided = new Map<string, CrosswalkEntry>();
  const refused = new Map<string, Refusal>();
  for (const row of standing(sender)) {
    const key = `${row.kind}|${row.folded}`;
    const pair = `${key}|${foldName(row.target)}`;
    const { kind, name, action, target } = row;
    if (action === 'refuse') refused.set(pair, { kind, name, target, refusedAt: row.saidAt });
    else if (action === 'offer') refused.delete(pair);
    else if (action === 'ask') decided.delete(key);
    else {
      // Who decides for what was refused before has changed their mind.
      refused.delete(pair);
      const before = decided.get(key);
      const same = before?.action === action && foldName(before.target) === foldName(target);
      const own = row.drawingId === null ? [] : [{ id: row.drawingId, name: row.drawing ?? '' }];
      const others = same ? before.usedIn.filter(({ id }) => id !== row.drawingId) : [];
      decided.set(key, {
        kind,
        name,
        action,
        target,
        decidedAt: row.saidAt,
        usedIn: [...own, ...others].slice(0, MOST_USED),
      });
    }
  }
  const byName = (a: { readonly name: string }, b: { readonly name: string }): number =>
    foldName(a.name) < foldName(b.name) ? -1 : 1;
  return { crosswalk: [...decided.values()].sort(byName), refusals: [...refused.values()].sort(byName) };
}

export const crosswalkOf = (sender: number): readonly CrosswalkEntry[] => memoryOf(sender).crosswalk;

export interface SenderRecord extends SenderMemory {
  readonly id: number;
  readonly name: string;
  readonly drawings: number;
  readonly held: number;
  readonly released: number;
}

export const listSenderNames = (): string[] =>
  database().prepare('SELECT name FROM senders ORDER BY folded').pluck().all() as string[];

export const senderName = (id: number): string | null =>
  (database().prepare('SELECT name FROM senders WHERE id = ?').pluck().get(id) as string | undefined) ?? null;

export const hasSender = (id: number): boolean =>
  database().prepare('SELECT 1 FROM senders WHERE id = ?').get(id) !== undefined;

export function listSenders(): SenderRecord[] {
  const rows = database()
    .prepare(
      `SELECT s.id, s.name, COUNT(d.id) AS drawings,
         COALESCE(SUM(COALESCE(w.verdict, a.verdict) = 'held'), 0) AS held,
         COALESCE(SUM(COALESCE(w.verdict, a.verdict) = 'released'), 0) AS released
       FROM senders s
       LEFT JOIN drawings d ON d.sender_id = s.id
       LEFT JOIN revisions r ON r.drawing_id = d.id AND r.number = d.current_revision
       LEFT JOIN audits a ON a.id = r.audit_id
       LEFT JOIN waived w ON w.drawing_id = d.id AND w.audit_id = r.audit_id
       GROUP BY s.id ORDER BY s.folded`,
    )
    .all() as Omit<SenderRecord, keyof SenderMemory>[];
  return rows.map((row) => ({ ...row, ...memoryOf(row.id) }));
}
