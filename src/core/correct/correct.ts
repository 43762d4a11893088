import { append } from '../append';
import { makeContext } from '../audit/context';
import { audit } from '../audit/engine';
import type { Audit, Finding } from '../audit/finding';
import type { Change, Choice } from '../audit/rule';
import { ruleById } from '../audit/rules';
import type { Drawing } from '../dxf/drawing';
import { applyByteEdits } from '../dxf/edit/edits';
import { readDrawing } from '../dxf/read/interpret';
import { ok, type Result } from '../result';
import type { Standard } from '../standard/standard';
import { type Choices, choiceFor, NO_CHOICES } from './choices';
import { DrawingEditor } from './editor';

export interface CorrectionRequest {
  /** Ids of the rules whose automatic corrections are wanted; all when absent. */
  readonly rules?: readonly string[];
  /** Keys of single findings to settle; all that the rules allow when absent. */
  readonly findings?: readonly string[];
  readonly choices?: Choices;
}

export interface CorrectionResult {
  readonly bytes: Uint8Array;
  readonly changes: readonly Change[];
  readonly before: Audit;
  readonly after: Audit;
  readonly passes: number;
  /** The drawing as it is after the last pass. */
  readonly drawing: Drawing;
}

/** Corrections can uncover new findings (a renamed layer now has a wrong colour); more passes than this is a fault. */
const MOST_PASSES = 12;

/**
 * Corrects a drawing: decisions first, then what is automatic, pass by pass until nothing is left that was asked
 * for. Each pass reads the result of the one before, so what is reported as settled has been seen to be settled.
 */
export function correctDrawing(
  bytes: Uint8Array,
  standard: Standard,
  request: CorrectionRequest = {},
): Result<CorrectionResult> {
  const opened = readDrawing(bytes);
  if (!opened.ok) return opened;
  let drawing = opened.value;
  const before = audit(drawing, standard);
  let current = before;
  let result = bytes;
  const changes: Change[] = [];
  const tried = new Set<string>();
  let passes = 0;
  // A finding that a choice or a correction brings to light on an affected layer is settled with it.
  const wanted = wantedFindings(request);
  while (passes < MOST_PASSES) {
    const step = planPass(drawing, standard, current.findings, wanted, request.choices ?? NO_CHOICES, tried);
    if (step === null) break;
    passes++;
    if (step.editor.edits.isEmpty) continue;
    result = applyByteEdits(result, step.editor.edits.byteEdits());
    append(changes, step.changes);
    const reread = readDrawing(result);
    if (!reread.ok) return reread;
    drawing = reread.value;
    current = audit(drawing, standard);
  }
  return ok({ bytes: result, changes, before, after: current, passes, drawing });
}

type Wanted = (finding: Finding, choice: Choice | undefined) => boolean;

function wantedFindings(request: CorrectionRequest): Wanted {
  const rules = request.rules && new Set(request.rules);
  const keys = request.findings && new Set(request.findings);
  const mapped = new Set(
    Object.values(request.choices?.layers ?? {}).flatMap((choice) =>
      choice.action === 'map' ? [choice.to.toLowerCase()] : [],
    ),
  );
  return (finding, choice) => {
    if (finding.correction === 'manual') return false;
    if (finding.correction === 'choice') return choice !== undefined;
    if (rules && !rules.has(finding.rule)) return false;
    if (keys && !keys.has(finding.key))
      // A layer that took an office name takes the office's properties with it.
      return finding.rule.startsWith('layers/') && mapped.has((finding.subject.layer ?? '').toLowerCase());
    return true;
  };
}

interface Pass {
  readonly editor: DrawingEditor;
  readonly changes: readonly Change[];
}

/** Decisions on layers go alone, then decisions on objects, then the rest: two edits never meet in one tag. */
const PHASES: readonly ((finding: Finding) => boolean)[] = [
  (finding) => finding.rule === 'layers/unknown',
  (finding) => finding.correction === 'choice',
  (finding) => finding.rule === 'layers/missing',
  (finding) => finding.correction === 'automatic',
];

function planPass(
  drawing: Drawing,
  standard: Standard,
  findings: readonly Finding[],
  wanted: Wanted,
  choices: Choices,
  tried: Set<string>,
): Pass | null {
  const open = findings.filter(
    (finding) => !tried.has(finding.key) && wanted(finding, choiceFor(choices, finding)),
  );
  const phase = PHASES.find((belongs) => open.some(belongs));
  if (!phase) return null;
  const editor = new DrawingEditor(drawing, standard.lettering.styles);
  const context = { ...makeContext(drawing, standard), editor };
  const changes: Change[] = [];
  const targets = new Set<string>();
  for (const finding of open.filter(phase)) {
    const choice = choiceFor(choices, finding);
    if (finding.rule === 'layers/unknown' && choice?.action === 'map') {
      // Two layers that become one: the second waits until the first has made the layer.
      const target = choice.to.toLowerCase();
      if (targets.has(target)) continue;
      targets.add(target);
    }
    tried.add(finding.key);
    const from = editor.sideChanges.length;
    append(changes, ruleById(finding.rule)?.correct?.(context, finding, choice) ?? []);
    for (const along of editor.sideChanges.slice(from))
      changes.push({ ...along, rule: finding.rule, where: `${along.kind}s` });
  }
  return { editor, changes };
}
