import { append } from '../append';
import { audit, type LiveAudit, plainAudit } from '../audit/engine';
import type { Audit, Decision, Finding } from '../audit/finding';
import { type Change, type Memory, type Rule, STAGES } from '../audit/rule';
import { ruleById } from '../audit/rules';
import { decideSheets, type SheetDecision } from '../drawing/sheets/decisions';
import type { Drawing } from '../dxf/drawing';
import { applyByteEdits, EditConflict } from '../dxf/edit/edits';
import { readDrawing } from '../dxf/read/interpret';
import { ok, type Result } from '../result';
import type { Standard } from '../standard/standard';
import { Applying, type Asked } from './apply';
import type { KeyedDecision } from './choices';
import { Claims } from './claims';
import { DrawingEditor } from './editor';
import { LINING_UP, operationsOf } from './line-up';
import { type CorrectionRequest, Wanted } from './wanted';

export type { CorrectionRequest } from './wanted';

/** Something that was asked for and is not settled, and why. */
export interface Unsettled {
  /** Key of the finding; empty where there is none. */
  readonly key: string;
  /** What was asked for, in words. */
  readonly what: string;
  readonly why: string;
}

export interface CorrectionResult {
  readonly bytes: Uint8Array;
  readonly changes: readonly Change[];
  readonly before: Audit;
  readonly after: Audit;
  readonly passes: number;
  /** What was asked for and did not happen. */
  readonly unsettled: readonly Unsettled[];
  /** Decisions that were carried out. */
  readonly decided: readonly KeyedDecision[];
  /** Those of them that hold for the sender's next drawing too. */
  readonly memories: readonly Memory[];
  /** The drawing as it is after the last pass. */
  readonly drawing: Drawing;
}

/** A drawing that is still being changed after so many passes goes round in circles. */
const MOST_PASSES = 60;

/** Corrections that were found to undo each other. */
const CIRCLES = 'Corrections undo each other: the drawing came back to a state it was in before.';

/**
 * Corrects a drawing pass by pass. Each pass takes the first stage that still has something to do, lets its rules say
 * what is to be done, does what does not collide at once and leaves the rest to the next. The result is read and audited
 * anew after each, so that what is reported as settled has been seen to be settled.
 */
export function correctDrawing(
  bytes: Uint8Array,
  standard: Standard,
  request: CorrectionRequest = {},
): Result<CorrectionResult> {
  const { sheets = [] } = request;
  const opened = readDrawing(bytes);
  if (!opened.ok) return opened;
  decideSheets(opened.value, sheets);
  const wanted = new Wanted(request);
  const run: Run = {
    standard,
    wanted,
    drawing: opened.value,
    current: audit(opened.value, standard),
    bytes,
    changes: [],
    tried: new Tried(),
    reasons: new Map(),
    asked: new Map(),
    decided: [],
    memories: [],
  };
  const before = run.current;
  if (request.lineUp) {
    const operations = operationsOf(run.current.context, request.lineUp);
    if (!operations.ok) return operations;
    const asked = operations.value.map((operation) => ({ rule: LINING_UP, key: '', operation }));
    if (applyTo(run, asked)) {
      const reread = reopen(run, sheets);
      if (!reread.ok) return reread;
    }
  }
  const states = new Set<string>([stateOf(run.current)]);
  let passes = 0;
  for (;;) {
    const step = planPass(run);
    if (step === 'done') break;
    if (step === 'nothing changed') continue;
    if (++passes > MOST_PASSES) {
      stopWith(run, `More than ${MOST_PASSES} passes were needed.`);
      break;
    }
    const reread = reopen(run, sheets);
    if (!reread.ok) return reread;
    const state = stateOf(run.current);
    if (states.has(state) && run.current.findings.length > 0) {
      stopWith(run, CIRCLES);
      break;
    }
    states.add(state);
  }
  const unsettled = unsettledOf(run);
  const open = new Set(unsettled.map(({ key }) => key));
  return ok({
    bytes: run.bytes,
    changes: run.changes,
    before: plainAudit(before),
    after: plainAudit(run.current),
    passes,
    unsettled,
    decided: run.decided.filter(({ finding }) => !open.has(finding)),
    memories: run.memories.filter(({ key }) => !open.has(key)).map(({ memory }) => memory),
    drawing: run.drawing,
  });
}

/** How often one finding is acted upon that is found in other objects each time. */
const MOST_TRIES = 4;

/**
 * Findings that were acted upon. One that is still found as it was is not acted upon again: it would come to the same. One cause
 * can come up in other objects as corrections go on, a text that makes room for another may come to lie on a line; that is.
 */
class Tried {
  private readonly seen = new Map<string, Set<string>>();

  add(finding: Finding): void {
    const seen = this.seen.get(finding.key);
    if (seen) seen.add(asFound(finding));
    else this.seen.set(finding.key, new Set([asFound(finding)]));
  }

  /** @param decision what a person decided speaks of the objects that the person saw */
  mayTry(finding: Finding, decision: Decision | undefined): boolean {
    const seen = this.seen.get(finding.key);
    return !seen || (decision === undefined && seen.size < MOST_TRIES && !seen.has(asFound(finding)));
  }
}

const asFound = ({ handles, message }: Finding): string => `${message}\n${handles.join(' ')}`;

/** What a correction knows as it goes on. */
interface Run {
  readonly standard: Standard;
  readonly wanted: Wanted;
  drawing: Drawing;
  current: LiveAudit;
  bytes: Uint8Array;
  readonly changes: Change[];
  readonly tried: Tried;
  /** Why a finding could not be settled, by its key. */
  readonly reasons: Map<string, string>;
  /** Findings that were to be settled, by their keys. */
  readonly asked: Map<string, Finding>;
  readonly decided: KeyedDecision[];
  readonly memories: { readonly key: string; readonly memory: Memory }[];
}

interface Open {
  readonly finding: Finding;
  readonly rule: Rule;
  readonly decision: Decision | undefined;
}

function planPass(run: Run): 'done' | 'changed' | 'nothing changed' {
  const open: Open[] = [];
  for (const finding of run.current.findings) {
    const decision = run.wanted.decisionOn(finding);
    if (!run.tried.mayTry(finding, decision)) continue;
    if (!run.wanted.wants(finding, decision)) continue;
    const rule = ruleById(finding.rule);
    if (!rule) continue;
    run.asked.set(finding.key, finding);
    open.push({ finding, rule, decision });
  }
  const stage = STAGES.find((one) => open.some(({ rule }) => rule.meta.stage === one));
  if (stage === undefined) return 'done';
  const turn = open.filter(({ rule }) => rule.meta.stage === stage);
  const asked = askRules(run, turn);
  return asked.length > 0 && applyTo(run, asked) ? 'changed' : 'nothing changed';
}

/** Applies operations to the bytes of a drawing; false where that changes nothing. */
function applyTo(run: Run, asked: readonly Asked[]): boolean {
  const { applying, editor } = applyAll(run, asked);
  if (editor.edits.isEmpty) return false;
  run.bytes = applyByteEdits(run.bytes, editor.edits.byteEdits());
  append(run.changes, applying.changes);
  return true;
}

/** Reads and audits anew what a pass has left. */
function reopen(run: Run, sheets: readonly SheetDecision[]): Result<null> {
  const reread = readDrawing(run.bytes);
  if (!reread.ok) return reread;
  run.drawing = reread.value;
  decideSheets(reread.value, sheets);
  run.current = audit(reread.value, run.standard);
  return ok(null);
}

/** What the rules ask for, as far as it can be done at once. What collides is asked again in the next pass. */
function askRules(run: Run, turn: readonly Open[]): Asked[] {
  const claims = new Claims(run.drawing.objects.count);
  const asked: Asked[] = [];
  for (const { finding, rule, decision } of turn) {
    const { key } = finding;
    const known = decision && finding.options?.find(({ id }) => id === decision.option);
    if (decision && known?.effect !== 'drawing') {
      run.tried.add(finding);
      run.reasons.set(key, `“${decision.option}” is no way to settle this in the drawing.`);
      continue;
    }
    const way = decision ?? finding.byStandard;
    const settlement = rule.settle?.(run.current.settling(rule.meta.id), finding, way) ?? {
      refused: 'This rule corrects nothing.',
    };
    if ('refused' in settlement) {
      run.tried.add(finding);
      run.reasons.set(key, settlement.refused);
      continue;
    }
    if (!claims.take(settlement.operations)) continue;
    run.tried.add(finding);
    for (const operation of settlement.operations) asked.push({ rule: finding.rule, key, operation });
    if (decision) run.decided.push({ finding: key, ...decision });
    if (!decision) continue;
    const memories = rule.remembers?.(finding, decision, run.current.settling(rule.meta.id)) ?? [];
    for (const memory of [memories].flat()) run.memories.push({ key, memory });
  }
  return asked;
}

/** Applies operations; one that wants another value for a tag than an earlier one is left out, and said. */
function applyAll(run: Run, asked: readonly Asked[]): { applying: Applying; editor: DrawingEditor } {
  let left = asked;
  for (;;) {
    const editor = new DrawingEditor(run.drawing, run.standard.lettering.styles);
    const applying = new Applying(run.current.context, editor);
    try {
      applying.all(left);
      return { applying, editor };
    } catch (error) {
      if (!(error instanceof EditConflict) || left.length === 0) throw error;
      const { current } = applying;
      run.reasons.set(current, `Two corrections want different values in one place: ${error.message}`);
      left = left.filter(({ key }) => key !== current);
    }
  }
}

/** Findings and objects of an audit as one text: a drawing that comes back to one goes round in circles. */
const stateOf = ({ findings, counts }: Audit): string =>
  `${counts.objects}/${counts.layers}\n${findings
    .map(({ key, handles, message }) => `${key} ${handles.length} ${message}`)
    .sort()
    .join('\n')}`;

function stopWith(run: Run, why: string): void {
  for (const { key } of run.current.findings)
    if (run.asked.has(key) && !run.reasons.has(key)) run.reasons.set(key, why);
}

function unsettledOf(run: Run): Unsettled[] {
  const left = new Set(run.current.findings.map(({ key }) => key));
  const unsettled: Unsettled[] = [];
  for (const [key, finding] of run.asked) {
    if (!left.has(key)) continue;
    unsettled.push({
      key,
      what: finding.message,
      why:
        run.reasons.get(key) ??
        'It was corrected and is still found: the drawing holds it in a place that the correction does not reach.',
    });
  }
  for (const { key, what } of run.wanted.notMet())
    unsettled.push({ key, what, why: 'Nothing in this drawing asks for it.' });
  return unsettled;
}
