import { fail, ok, type Result } from '../core/result';
import { differences, formatDifference } from '../core/standard/differences';
import type { NamedKind } from '../core/standard/named-kinds';
import { blankStandard, checkStandard, type FieldFault, type Standard } from '../core/standard/standard';
import { adopted } from '../core/standard/take-over';
import { database } from './database';
import { type DraftSteps, forgetSteps, goStep, keepStep, stepsOf } from './draft-steps';

export type EditionState = 'draft' | 'issued' | 'withdrawn';

export interface EditionHead {
  readonly id: number;
  readonly number: number;
  readonly state: EditionState;
  readonly label: string;
  readonly version: number;
  readonly changedAt: string;
  readonly issuedAt: string | null;
  readonly issuedBy: string | null;
  readonly note: string;
  readonly withdrawnAt: string | null;
  readonly withdrawnBy: string | null;
  readonly withdrawnNote: string;
  readonly layerCount: number;
  /** How far one can go back and forth in the draft. */
  readonly steps: DraftSteps;
}

export interface Edition extends EditionHead {
  readonly standard: Standard;
}

interface Row {
  id: number;
  number: number;
  state: EditionState;
  body: string;
  version: number;
  changed_at: string;
  issued_at: string | null;
  issued_by: string | null;
  note: string;
  withdrawn_at: string | null;
  withdrawn_by: string | null;
  withdrawn_note: string;
}

/**
 * Contents of editions by their text: the same text is checked once. A page asks for the same few editions again and
 * again, and checking one with thousands of layers takes long.
 */
const checked = new Map<string, Standard>();
const MOST_CHECKED = 12;

function standardOf(body: string): Standard {
  const known = checked.get(body);
  if (known) return known;
  // Editions kept before a part of the standard existed are read with what it is when nothing is said.
  const data: unknown = JSON.parse(body);
  const result = checkStandard(data);
  const standard = 'standard' in result ? result.standard : (data as Standard);
  if (checked.size >= MOST_CHECKED) for (const first of checked.keys()) if (checked.delete(first)) break;
  checked.set(body, standard);
  return standard;
}

/** What an edition is called by its state and number, where its standard is not at hand. */
export const editionLabel = (state: string | null, number: number): string =>
  `${state === 'draft' ? 'Draft' : 'Edition'} ${number}`;

const NO_STEPS: DraftSteps = { undo: 0, redo: 0 };

function toEdition(row: Row): Edition {
  const standard = standardOf(row.body);
  return {
    id: row.id,
    number: row.number,
    state: row.state,
    label: standard.edition,
    version: row.version,
    changedAt: row.changed_at,
    issuedAt: row.issued_at,
    issuedBy: row.issued_by,
    note: row.note,
    withdrawnAt: row.withdrawn_at,
    withdrawnBy: row.withdrawn_by,
    withdrawnNote: row.withdrawn_note,
    layerCount: standard.layers.length,
    steps: row.state === 'draft' ? stepsOf(row.id) : NO_STEPS,
    standard,
  };
}

const now = (): string => new Date().toISOString();

export function listEditions(): EditionHead[] {
  const rows = database().prepare('SELECT * FROM editions ORDER BY number DESC').all() as Row[];
  return rows.map((row) => {
    const { standard: _, ...head } = toEdition(row);
    return head;
  });
}

/** Every edition with its content, the oldest first. */
export const allEditions = (): Edition[] =>
  (database().prepare('SELECT * FROM editions ORDER BY number').all() as Row[]).map(toEdition);

export function edition(id: number): Edition | null {
  const row = database().prepare('SELECT * FROM editions WHERE id = ?').get(id) as Row | undefined;
  return row ? toEdition(row) : null;
}

export function draft(): Edition | null {
  const row = database().prepare(`SELECT * FROM editions WHERE state = 'draft'`).get() as Row | undefined;
  return row ? toEdition(row) : null;
}

/** The edition that drawings are checked against: the newest issued one, or the draft while none is issued. */
export function editionInForce(): Edition | null {
  const row = database()
    .prepare(
      `SELECT * FROM editions WHERE state <> 'withdrawn' ORDER BY state = 'issued' DESC, number DESC LIMIT 1`,
    )
    .get() as Row | undefined;
  return row ? toEdition(row) : null;
}

/** What a draft would begin with: the newest edition, or nothing. It is not stored. */
export function blankEdition(): Edition {
  return {
    id: 0,
    number: 1,
    state: 'draft',
    label: 'Draft 1',
    version: 0,
    changedAt: now(),
    issuedAt: null,
    issuedBy: null,
    note: '',
    withdrawnAt: null,
    withdrawnBy: null,
    withdrawnNote: '',
    layerCount: 0,
    steps: NO_STEPS,
    standard: blankStandard('Our office'),
  };
}

/** The draft, begun from the newest issued edition (or from nothing) when there is none. */
export function beginDraft(): Edition {
  const present = draft();
  if (present) return present;
  const last = database().prepare('SELECT * FROM editions ORDER BY number DESC LIMIT 1').get() as
    | Row
    | undefined;
  const number = (last?.number ?? 0) + 1;
  const base = last ? toEdition(last).standard : blankStandard('Our office');
  const at = now();
  database()
    .prepare(
      `INSERT INTO editions (number, state, body, created_at, changed_at) VALUES (?, 'draft', ?, ?, ?)`,
    )
    .run(number, JSON.stringify({ ...base, edition: editionLabel('draft', number) }), at, at);
  return draft()!;
}

export type SaveResult =
  | { readonly ok: true; readonly edition: Edition }
  | { readonly ok: false; readonly faults: readonly FieldFault[]; readonly conflict: boolean };

/** The draft that somebody has before them: a change is made to that one and to no other. */
export type SeenDraft = Pick<EditionHead, 'id' | 'version'>;

/** Why a draft that somebody has before them is not the one there is; null when it is. */
function changedSince({ id, version }: SeenDraft, present: Edition | null): string | null {
  if (present?.id !== id) {
    const seen = edition(id);
    return seen
      ? `${seen.label} was issued meanwhile; begin a new draft to go on`
      : 'the draft was removed meanwhile; reload to see what there is';
  }
  return present.version === version ? null : 'someone else changed the draft meanwhile; reload to see it';
}

/**
 * Saves the draft if it is still the one, in the version, that was edited.
 * @param seen what the edit started from
 */
export function saveDraft(seen: SeenDraft, data: unknown): SaveResult {
  // The first edit of an office that has nothing yet begins its draft; looking at the blank one did not.
  const begins = seen.id === 0 && database().prepare('SELECT 1 FROM editions LIMIT 1').get() === undefined;
  if (begins) return saveDraft(beginDraft(), data);
  const present = draft();
  const changed = changedSince(seen, present);
  if (changed !== null || !present)
    return {
      ok: false,
      conflict: true,
      faults: [{ where: 'the draft', path: [], message: changed ?? 'there is no draft' }],
    };
  const result = checkStandard(
    data !== null && typeof data === 'object' ? { ...data, edition: present.standard.edition } : data,
  );
  if ('faults' in result) return { ok: false, conflict: false, faults: result.faults };
  const body = JSON.stringify(result.standard);
  database().transaction(() => {
    keepStep(present.id, JSON.stringify(present.standard), body);
    write(present, body);
  })();
  return { ok: true, edition: draft()! };
}

const write = ({ id, version }: SeenDraft, body: string): void =>
  void database()
    .prepare(
      `UPDATE editions SET body = ?, version = version + 1, changed_at = ? WHERE id = ? AND version = ?`,
    )
    .run(body, now(), id, version);

/** Goes back (-1) or forth (+1) among the states of the draft. */
export function stepDraft(seen: SeenDraft, by: -1 | 1): Result<Edition> {
  const present = draft();
  const changed = changedSince(seen, present);
  if (changed !== null || !present) return draftConflict(changed ?? 'there is no draft');
  const done = database().transaction(() => {
    const body = goStep(present.id, by);
    if (body !== null) write(present, body);
    return body !== null;
  })();
  return done ? ok(draft()!) : fail('no-step', 'There is nothing to step to.', 'Nothing was changed.');
}

const draftConflict = (message: string): Result<never> =>
  fail('conflict', `${message[0].toUpperCase()}${message.slice(1)}.`, 'Nothing was changed.');

/** Issues the draft: from now on it does not change. */
export function issueDraft(seen: SeenDraft, issuedBy: string, note: string): Result<Edition> {
  const present = draft();
  if (!present) return fail('no-draft', 'There is no draft to issue.', 'Begin a draft first.');
  const changed = changedSince(seen, present);
  if (changed !== null) return draftConflict(changed);
  if (present.standard.layers.length === 0)
    return fail('empty', 'The draft has no layers.', 'Add at least one layer before issuing.');
  const label = editionLabel('issued', present.number);
  // One statement: body and state change together, while the trigger still sees a draft.
  database()
    .prepare(
      `UPDATE editions SET state = 'issued', body = ?, issued_at = ?, issued_by = ?, note = ?, changed_at = ? WHERE id = ?`,
    )
    .run(JSON.stringify({ ...present.standard, edition: label }), now(), issuedBy, note, now(), present.id);
  forgetSteps(present.id);
  return ok(edition(present.id)!);
}

/** Withdraws an issued edition: it stays to be read, and drawings are no longer checked with it. */
export function withdrawEdition(id: number, by: string, note: string): Result<Edition> {
  const present = edition(id);
  if (present?.state !== 'issued')
    return fail('not-issued', 'Only an issued edition can be withdrawn.', 'Nothing was changed.');
  const others = database()
    .prepare(`SELECT count(*) AS n FROM editions WHERE state = 'issued' AND id <> ?`)
    .get(id) as { n: number };
  if (others.n === 0)
    return fail(
      'last',
      'It is the only edition in force.',
      'Issue another one first: drawings must have something to be checked with.',
    );
  database()
    .prepare(
      `UPDATE editions SET state = 'withdrawn', withdrawn_at = ?, withdrawn_by = ?, withdrawn_note = ? WHERE id = ?`,
    )
    .run(now(), by, note, id);
  return ok(edition(id)!);
}

export function discardDraft(seen: SeenDraft): Result<null> {
  const present = draft();
  if (!present) return fail('no-draft', 'There is no draft.', 'Nothing was changed.');
  const changed = changedSince(seen, present);
  if (changed !== null) return draftConflict(changed);
  const used = database()
    .prepare('SELECT count(*) AS n FROM revisions WHERE edition_id = ?')
    .get(present.id) as { n: number };
  if (used.n > 0)
    return fail(
      'in-use',
      `${used.n} audits name this draft.`,
      'Issue it, or audit those drawings against an issued edition first.',
    );
  database().transaction(() => {
    // Audits that no revision names any more name the draft still.
    database().prepare('DELETE FROM audits WHERE edition_id = ?').run(present.id);
    database().prepare('DELETE FROM editions WHERE id = ?').run(present.id);
  })();
  return ok(null);
}

/**
 * Takes over a whole standard from an export as the draft.
 * @param seen the draft that it is to take the place of; null where there is none to be seen
 */
export function importIntoDraft(standard: Standard, seen: SeenDraft | null): Result<Edition> {
  const present = draft();
  const changed = seen && changedSince(seen, present);
  if (changed) return draftConflict(changed);
  if (!seen && present)
    return draftConflict(
      `there is a draft meanwhile, ${present.label}; reload to see what would be replaced`,
    );
  const saved = saveDraft(present ?? beginDraft(), standard);
  return saved.ok ? ok(saved.edition) : draftConflict(saved.faults[0]?.message ?? 'it could not be saved');
}

/** What taking a standard in would change in the draft, or in the one that would be begun. */
export interface ImportPreview {
  /** By kind of definition: how many would come, go, and have other settings. */
  readonly kinds: readonly {
    readonly kind: string;
    readonly added: number;
    readonly gone: number;
    readonly changed: number;
  }[];
  /** Single changes in words, the first of them. */
  readonly words: readonly string[];
  readonly total: number;
}

/** Changes that are told in words. */
const MOST_TOLD = 200;

export function whatImportChanges(standard: Standard): ImportPreview {
  const before = (draft() ?? editionInForce() ?? blankEdition()).standard;
  const all = differences(before, standard);
  const kinds = new Map<string, { added: Set<string>; gone: Set<string>; changed: Set<string> }>();
  for (const { kind, name, setting, before: was, after } of all) {
    const one = kinds.get(kind) ?? { added: new Set(), gone: new Set(), changed: new Set() };
    kinds.set(kind, one);
    (setting !== '' || (was !== null && after !== null)
      ? one.changed
      : was === null
        ? one.added
        : one.gone
    ).add(name);
  }
  return {
    kinds: [...kinds].map(([kind, { added, gone, changed }]) => ({
      kind,
      added: added.size,
      gone: gone.size,
      changed: changed.size,
    })),
    words: all.slice(0, MOST_TOLD).map(formatDifference),
    total: all.length,
  };
}

/**
 * Adds a definition of a drawing to the draft, beginning one if needed; it is not yet part of the edition in force.
 * @param learnt what was learnt from the drawing
 */
export function adoptIntoDraft(
  learnt: Standard,
  named: { readonly kind: NamedKind; readonly name: string },
): Result<Edition> {
  const present = beginDraft();
  const next = adopted(present.standard, learnt, named);
  if (!next.ok) return next;
  const saved = saveDraft(present, next.value);
  if (saved.ok) return ok(saved.edition);
  return fail(
    'bad-definition',
    saved.faults.map((fault) => fault.message).join('; '),
    `Add the ${named.kind} by hand in the Standard place.`,
  );
}
