import { z } from 'zod';
import type { ListedFinding, Verdict } from '../core/audit/finding';
import { type WaivedExtent, waivedOf } from '../core/audit/waiver';
import { foldName } from '../core/dxf/interner';
import { fail, ok, type Result } from '../core/result';
import { PLAIN_RULE, type Weight } from '../core/standard/rule-settings';
import type { Standard } from '../core/standard/standard';
import { findingsOfRules, handlesOf } from './audits';
import { moment, today } from './clock';
import { database } from './database';
import { tell } from './events';

// Waivers: findings that need not be put right, for a reason, until a day. Audits know nothing of them: what they take off
// is worked out over the audit that there is.

export const SCOPES = ['drawing', 'project', 'sender'] as const;
export type Scope = (typeof SCOPES)[number];

/** A waiver as it is kept. */
export interface Waiver extends WaivedExtent {
  readonly id: number;
  readonly scope: Scope;
  readonly drawingId: number | null;
  readonly drawing: string | null;
  readonly project: string | null;
  readonly sender: string | null;
  /** What was found when it was waived. */
  readonly about: string;
  readonly reason: string;
  readonly by: string;
  readonly saidAt: string;
  /** The last day on which it holds. */
  readonly until: string;
  readonly endedAt: string | null;
  readonly endedBy: string | null;
}

/** A waiver in the register. */
export interface RegisteredWaiver extends Waiver {
  readonly state: 'holds' | 'ended';
  /** Drawings of which it takes something off today. */
  readonly drawings: number;
}

/** What is taken off one finding. */
export interface WaivedFinding {
  /** Objects that are waived; all of them where it is waived as a whole. */
  readonly objects: number;
  readonly whole: boolean;
  readonly waivers: readonly Pick<Waiver, 'id' | 'reason' | 'by' | 'until' | 'scope'>[];
}

const MOST_OBJECTS = 100;
/** A waiver holds no longer than this: it is looked at again. */
const MOST_DAYS = 2 * 366;

const name = (what: string) => z.string().trim().min(1, `${what} is needed`).max(200);

export const waiverSchema = z
  .strictObject({
    drawing: z.int(),
    finding: z.string().min(1).max(2000),
    extent: z.enum(['cause', 'layer', 'objects']),
    handles: z.array(z.string().min(1).max(16)).max(MOST_OBJECTS).default([]),
    scope: z.enum(SCOPES),
    reason: name('a reason'),
    by: name('a name'),
    until: z.string().regex(/^\d{4}-\d\d-\d\d$/, 'a day is needed'),
  })
  .refine(({ extent, handles }) => (extent === 'objects') === handles.length > 0, 'objects are needed')
  .refine(({ extent, scope }) => extent !== 'objects' || scope === 'drawing', 'objects are of one drawing');
export type WaiverOrder = z.infer<typeof waiverSchema>;

interface Row {
  id: number;
  rule: string;
  extent: Waiver['extent'];
  key: string;
  layer: string;
  handles: string;
  scope: Scope;
  drawing_id: number | null;
  drawing: string | null;
  project: string | null;
  sender: string | null;
  about: string;
  reason: string;
  said_by: string;
  said_at: string;
  until: string;
  ended_at: string | null;
  ended_by: string | null;
}

const SELECT = `SELECT w.*, d.name AS drawing, s.name AS sender FROM waivers w
  LEFT JOIN drawings d ON d.id = w.drawing_id LEFT JOIN senders s ON s.id = w.sender_id`;

const waiverOf = (row: Row): Waiver => ({
  id: row.id,
  rule: row.rule,
  extent: row.extent,
  key: row.key,
  layer: row.layer,
  handles: z.array(z.string()).parse(JSON.parse(row.handles)),
  scope: row.scope,
  drawingId: row.drawing_id,
  drawing: row.drawing,
  project: row.project,
  sender: row.sender,
  about: row.about,
  reason: row.reason,
  by: row.said_by,
  saidAt: row.said_at,
  until: row.until,
  endedAt: row.ended_at,
  endedBy: row.ended_by,
});

/** Waivers that hold for a drawing today. */
export const waiversFor = (drawingId: number): Waiver[] =>
  (
    database()
      .prepare(
        `${SELECT} JOIN drawings own ON own.id = ?
         WHERE w.ended_at IS NULL AND w.until >= ? AND (
           (w.scope = 'drawing' AND w.drawing_id = own.id) OR
           (w.scope = 'project' AND w.project = own.project) OR
           (w.scope = 'sender' AND w.sender_id = own.sender_id))
         ORDER BY w.id`,
      )
      .all(drawingId, today()) as Row[]
  ).map(waiverOf);

/** What waivers take off each finding of an audit, by the finding's key. */
export function waivedIn(
  waivers: readonly Waiver[],
  auditId: number,
  findings = findingsOfRules(auditId, new Set(waivers.map(({ rule }) => rule))),
): Record<string, WaivedFinding> {
  const found: [string, WaivedFinding][] = [];
  for (const finding of findings) {
    const own = waivers.filter(({ rule }) => rule === finding.rule);
    if (own.length === 0) continue;
    const all = (): readonly string[] =>
      finding.objectCount > finding.handles.length ? handlesOf(auditId, finding.key) : finding.handles;
    const taken = waivedOf(finding, own, all);
    if (taken === 0) continue;
    const counting = own.filter((waiver) => waivedOf(finding, [waiver], all) !== 0);
    found.push([
      finding.key,
      {
        whole: taken === 'whole',
        objects: taken === 'whole' ? finding.objectCount : taken,
        waivers: counting.map(({ id, reason, by, until, scope }) => ({ id, reason, by, until, scope })),
      },
    ]);
  }
  return Object.fromEntries(found);
}

/** Works out what waivers take off a drawing's audit, and keeps it for the lists. */
export function settleWaivers(drawingId: number): void {
  const db = database();
  db.prepare('DELETE FROM waived WHERE drawing_id = ?').run(drawingId);
  const waivers = waiversFor(drawingId);
  if (waivers.length === 0) return;
  const audit = db
    .prepare(
      `SELECT a.id, a.must, a.head FROM drawings d
       JOIN revisions r ON r.drawing_id = d.id AND r.number = d.current_revision
       JOIN audits a ON a.id = r.audit_id WHERE d.id = ?`,
    )
    .get(drawingId) as { id: number; must: number; head: string } | undefined;
  if (!audit) return;
  const listed = findingsOfRules(audit.id, new Set(waivers.map(({ rule }) => rule)));
  const taken = waivedIn(waivers, audit.id, listed);
  const off: Record<Weight, number> = { must: 0, should: 0, note: 0 };
  for (const { key, weight } of listed) if (taken[key]?.whole) off[weight]++;
  const { failures } = JSON.parse(audit.head) as { failures: readonly unknown[] };
  const verdict: Verdict = failures.length > 0 || audit.must > off.must ? 'held' : 'released';
  const [until] = waivers.map((one) => one.until).sort();
  db.prepare(
    'INSERT INTO waived (drawing_id, audit_id, verdict, must, should, note, until) VALUES (?, ?, ?, ?, ?, ?, ?)',
  ).run(drawingId, audit.id, verdict, off.must, off.should, off.note, until);
}

/** Takes back what waivers took off that have ended since: the day after, what was waived counts again. */
export function settleDay(): void {
  const over = database()
    .prepare('SELECT drawing_id FROM waived WHERE until < ?')
    .pluck()
    .all(today()) as number[];
  for (const id of over) settleWaivers(id);
}

/** Drawings that a waiver of a scope can be about. */
function concerned({
  scope,
  drawingId,
  project,
  sender,
}: Pick<Waiver, 'scope' | 'drawingId' | 'project' | 'sender'>) {
  const db = database();
  if (scope === 'drawing') return drawingId === null ? [] : [drawingId];
  return (
    scope === 'project'
      ? db.prepare('SELECT id FROM drawings WHERE project = ?').pluck().all(project)
      : db
          .prepare('SELECT d.id FROM drawings d JOIN senders s ON s.id = d.sender_id WHERE s.name = ?')
          .pluck()
          .all(sender)
  ) as number[];
}

function settle(waiver: Pick<Waiver, 'scope' | 'drawingId' | 'project' | 'sender'>): void {
  for (const id of concerned(waiver)) {
    settleWaivers(id);
    tell({ type: 'drawing', id });
  }
}

/** Days from one to another, both year-month-day. */
const daysBetween = (from: string, to: string): number => (Date.parse(to) - Date.parse(from)) / 86_400_000;

/** Waives a finding of a drawing as it is now. */
export function waive({
  drawing,
  finding: key,
  extent,
  handles,
  scope,
  ...said
}: WaiverOrder): Result<{ id: number }> {
  const db = database();
  const row = db
    .prepare(
      `SELECT d.project, d.sender_id AS senderId, r.audit_id AS auditId, f.body FROM drawings d
       JOIN revisions r ON r.drawing_id = d.id AND r.number = d.current_revision
       JOIN findings f ON f.audit_id = r.audit_id AND f.key = ? WHERE d.id = ?`,
    )
    .get(key, drawing) as { project: string; senderId: number; auditId: number; body: string } | undefined;
  if (!row) return fail('no-finding', 'The finding is not there any more.', 'Reload the page.');
  const finding = JSON.parse(row.body) as ListedFinding;
  const layer = finding.subject.layer ?? '';
  if (extent === 'layer' && layer === '')
    return fail('no-layer', 'The finding is of no layer.', 'Waive the cause instead.');
  const own = new Set(extent === 'objects' ? handlesOf(row.auditId, key) : []);
  if (handles.some((handle) => !own.has(handle)))
    return fail('no-object', 'One of the objects is none of this finding’s.', 'Reload the page.');
  if (scope === 'project' && row.project === '')
    return fail('no-project', 'The drawing is of no project.', 'Waive it for the drawing or its sender.');
  const days = daysBetween(today(), said.until);
  if (!(days >= 0)) return fail('until', 'The last day lies in the past.', 'Give today or a later day.');
  if (days > MOST_DAYS)
    return fail(
      'until',
      'A waiver holds for two years at most.',
      'Give an earlier day; it can be waived again.',
    );
  const about =
    extent === 'objects'
      ? `${handles.length === 1 ? '1 object' : `${handles.length} objects`} of: ${finding.message}`
      : extent === 'layer'
        ? `All of this rule on layer “${layer}”, as: ${finding.message}`
        : finding.message;
  const { lastInsertRowid } = db
    .prepare(
      `INSERT INTO waivers (rule, extent, key, layer, handles, scope, drawing_id, project, sender_id, about, reason, said_by, said_at, until)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    )
    .run(
      finding.rule,
      extent,
      extent === 'layer' ? '' : key,
      extent === 'layer' ? foldName(layer) : '',
      JSON.stringify(handles),
      scope,
      scope === 'drawing' ? drawing : null,
      scope === 'project' ? row.project : null,
      scope === 'sender' ? row.senderId : null,
      about,
      said.reason,
      said.by,
      moment(),
      said.until,
    );
  const id = Number(lastInsertRowid);
  const made = db.prepare(`${SELECT} WHERE w.id = ?`).get(id) as Row;
  settle(waiverOf(made));
  return ok({ id });
}

/** Ends a waiver before its day; what it took off counts again at once. */
export function endWaiver(id: number, by: string): Result<null> {
  const db = database();
  const row = db.prepare(`${SELECT} WHERE w.id = ?`).get(id) as Row | undefined;
  if (!row) return fail('no-waiver', 'There is no such waiver.', 'Reload the page.');
  if (row.ended_at !== null) return fail('ended', 'This waiver has ended already.', 'Reload the page.');
  db.prepare('UPDATE waivers SET ended_at = ?, ended_by = ? WHERE id = ?').run(moment(), by, id);
  settle(waiverOf(row));
  return ok(null);
}

/** Every waiver there was, those that hold first, the first to end before the others. */
export function waiverRegister(): RegisteredWaiver[] {
  const day = today();
  const rows = (database().prepare(SELECT).all() as Row[]).map(waiverOf);
  const counts = new Map<number, number>();
  const holding = rows.filter(({ endedAt, until }) => endedAt === null && until >= day);
  for (const waiver of holding) counts.set(waiver.id, takesOff(waiver));
  return rows
    .map(
      (waiver): RegisteredWaiver => ({
        ...waiver,
        state: counts.has(waiver.id) ? 'holds' : 'ended',
        drawings: counts.get(waiver.id) ?? 0,
      }),
    )
    .sort(
      (a, b) =>
        Number(a.state === 'ended') - Number(b.state === 'ended') ||
        (a.state === 'holds' ? a.until.localeCompare(b.until) : b.until.localeCompare(a.until)) ||
        b.id - a.id,
    );
}

/** Drawings of which a waiver takes something off. */
function takesOff(waiver: Waiver): number {
  const db = database();
  return concerned(waiver).filter((id) => {
    const bodies = db
      .prepare(
        `SELECT f.audit_id AS auditId, f.body FROM drawings d
         JOIN revisions r ON r.drawing_id = d.id AND r.number = d.current_revision
         JOIN findings f ON f.audit_id = r.audit_id AND f.rule = ? WHERE d.id = ?`,
      )
      .all(waiver.rule, id) as { auditId: number; body: string }[];
    return bodies.some(
      ({ auditId, body }) =>
        Object.keys(waivedIn([waiver], auditId, [JSON.parse(body) as ListedFinding])).length > 0,
    );
  }).length;
}

/** Waivers that hold today and end within so many days, the first to end before the others. */
export const aboutToEnd = (days: number): Waiver[] =>
  (
    database()
      .prepare(`${SELECT} WHERE w.ended_at IS NULL AND w.until >= ? ORDER BY w.until, w.id`)
      .all(today()) as Row[]
  )
    .map(waiverOf)
    .filter(({ until }) => daysBetween(today(), until) <= days);

/** What a drawing is corrected by: the standard, but for the single objects that are waived in it; they are passed over. */
export function correctedBy(drawingId: number, standard: Standard): Standard {
  const single = waiversFor(drawingId).filter(({ extent }) => extent === 'objects');
  if (single.length === 0) return standard;
  const rules = { ...standard.rules };
  for (const { rule, handles } of single) {
    const setting = rules[rule] ?? PLAIN_RULE;
    rules[rule] = { ...setting, exceptObjects: [...new Set([...setting.exceptObjects, ...handles])] };
  }
  return { ...standard, rules };
}
