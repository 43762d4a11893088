import { createHash, randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, renameSync, utimesSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { makeContext } from '../../core/audit/context';
import { audit, plainAudit } from '../../core/audit/engine';
import { examplePicture, type SideName } from '../../core/audit/examples/picture';
import { countByWeight } from '../../core/audit/finding';
import type { Proposal } from '../../core/audit/likeness/propose';
import type { Memory } from '../../core/audit/rule';
import type { KeyedDecision } from '../../core/correct/choices';
import { type CorrectionRequest, correctDrawing, type Unsettled } from '../../core/correct/correct';
import { type LinedUp, type LineUp, planLineUp } from '../../core/correct/line-up';
import { movementsIn, type PlannedCorrection, planOf, touchedBy } from '../../core/correct/plan';
import { type Asks, allProposals } from '../../core/correct/proposals';
import { decideSheets, mapDecisions, type SheetDecision } from '../../core/drawing/sheets/decisions';
import { sheetHeads } from '../../core/drawing/sheets/heads';
import { sheetsOf } from '../../core/drawing/sheets/shown';
import type { Drawing } from '../../core/dxf/drawing';
import type { Face } from '../../core/dxf/fonts';
import { readDrawing } from '../../core/dxf/read/interpret';
import { strokesOfDrawing } from '../../core/exchange/symbol-strokes';
import { bounded } from '../../core/inspect/bounded';
import { inspect } from '../../core/inspect/inspect';
import { countUses, type Use } from '../../core/inspect/uses';
import { learnStandard } from '../../core/learn/learn';
import { buildPicture } from '../../core/picture/build';
import { packPicture } from '../../core/picture/picture';
import { fail, ok, type Result } from '../../core/result';
import { type ScaleRequest, scaleDrawing } from '../../core/scaling/scale-drawing';
import { changesOfScaling } from '../../core/scaling/scaling-changes';
import { unitsReport } from '../../core/scaling/units-report';
import { parseStandard, type Standard } from '../../core/standard/standard';
import { storeBytes } from '../files';
import { letterStrokes } from '../letters';
import { type PackedAudit, type PackedChanges, packAudit, packChanges } from '../packing';
import type { ProductName } from '../product-names';
import { type Product, product } from '../products';
import { readSpreadsheet } from '../read-spreadsheet';
import { readStored } from '../stored';

/** A decision that was carried out. */
export type Decided = KeyedDecision;

/**
 * The heavy work, run in a worker thread so that the server goes on answering. Each task reads its drawing from
 * the store and gives back plain data.
 */
export interface Tasks {
  audit: {
    request: { path: string; standard: Standard; sheets: readonly SheetDecision[] };
    reply: Result<{ audit: PackedAudit; uses: Use[] }>;
  };
  correct: {
    request: {
      path: string;
      /** What the drawing is audited with afterwards. */
      standard: Standard;
      /** What it is corrected by: it leaves alone what is waived. */
      corrected: Standard;
      request: CorrectionRequest;
      sheets: readonly SheetDecision[];
    };
    reply: Result<{
      sha: string;
      changes: PackedChanges;
      audit: PackedAudit;
      uses: Use[];
      left: number;
      unsettled: readonly Unsettled[];
      decided: readonly Decided[];
      memories: readonly Memory[];
    }>;
  };
  plan: {
    request: {
      path: string;
      corrected: Standard;
      request: CorrectionRequest;
      sheets: readonly SheetDecision[];
      /** Folder in which the file that it would lead to is kept for looking. */
      folder: string;
    };
    reply: Result<PlannedCorrection>;
  };
  'line up': {
    request: {
      path: string;
      standard: Standard;
      asked: Omit<LineUp, 'mm'>;
      sheets: readonly SheetDecision[];
    };
    reply: Result<LinedUp>;
  };
  picture: {
    request: {
      path: string;
      cache: string;
      sheet: number;
      defaultWidthMm: number;
      sheets: readonly SheetDecision[];
    };
    reply: Result<{ file: string }>;
  };
  contents: {
    request: { path: string; cache: string; sheets: readonly SheetDecision[] };
    reply: Result<{ file: string }>;
  };
  units: {
    request: { path: string; cache: string; sheets: readonly SheetDecision[] };
    reply: Result<{ file: string }>;
  };
  scale: {
    request: {
      path: string;
      standard: Standard;
      request: ScaleRequest;
      sheets: readonly SheetDecision[];
    };
    reply: Result<{
      sha: string;
      changes: PackedChanges;
      audit: PackedAudit;
      uses: Use[];
      sheets: readonly SheetDecision[];
      objects: number;
      notes: readonly string[];
    }>;
  };
  uses: { request: { path: string }; reply: Result<Use[]> };
  learn: { request: { path: string; name: string }; reply: Result<Standard> };
  letter: { request: { face: Face; character: string; heightMm: number }; reply: Result<number[][]> };
  product: { request: { standard: Standard; name: ProductName }; reply: Result<Product> };
  proposals: {
    request: { path: string; standard: Standard };
    reply: Result<Record<string, { proposals: readonly Proposal[]; asks: Asks | null }>>;
  };
  symbol: { request: { bytes: Uint8Array; heightMm: number }; reply: Result<number[][]> };
  table: { request: { bytes: Uint8Array; sheet: string }; reply: Result<string[][]> };
  standard: { request: { bytes: Uint8Array }; reply: Result<Standard> };
  example: { request: { rule: string; side: SideName }; reply: Result<string> };
}

export type TaskName = keyof Tasks;

/** Steps of a plan that a page is sent. */
const MOST_STEPS = 1000;

/** Entries of one list of what a drawing holds that a page is sent. */
const MOST_LISTED = 5000;

/** Written beside and moved into place, so that a reader never sees half of it. */
function keep(cache: string, content: Uint8Array | string): void {
  mkdirSync(dirname(cache), { recursive: true });
  const beside = `${cache}.${randomUUID()}.part`;
  writeFileSync(beside, content);
  renameSync(beside, cache);
}

type Handlers = {
  [N in TaskName]: (
    request: Tasks[N]['request'],
  ) => N extends 'product' ? Promise<Tasks[N]['reply']> : Tasks[N]['reply'];
};

/** Whether something is kept already; what is used again counts as new, so that it is not the first to go. */
function isKept(cache: string): boolean {
  if (!existsSync(cache)) return false;
  const now = new Date();
  utimesSync(cache, now, now);
  return true;
}

/** A stored drawing, with what people said of its sheets. */
function opened(path: string, sheets: readonly SheetDecision[]): Result<Drawing> {
  const drawing = readDrawing(readStored(path));
  if (drawing.ok) decideSheets(drawing.value, sheets);
  return drawing;
}

export const handlers: Handlers = {
  audit({ path, standard, sheets }) {
    const drawing = opened(path, sheets);
    if (!drawing.ok) return drawing;
    return ok({
      audit: packAudit(plainAudit(audit(drawing.value, standard)), sheetHeads(drawing.value)),
      uses: countUses(drawing.value),
    });
  },

  correct({ path, standard, corrected, request, sheets }) {
    const result = correctDrawing(readStored(path), corrected, { ...request, sheets });
    if (!result.ok) return result;
    const { bytes, changes, drawing, unsettled, decided, memories } = result.value;
    const after =
      corrected.rules === standard.rules ? result.value.after : plainAudit(audit(drawing, standard));
    const { sha } = storeBytes(bytes);
    return ok({
      sha,
      changes: packChanges(changes),
      audit: packAudit(after, sheetHeads(drawing)),
      uses: countUses(drawing),
      left: after.findings.length,
      unsettled,
      decided,
      memories,
    });
  },

  plan({ path, corrected, request, sheets, folder }) {
    const result = correctDrawing(readStored(path), corrected, { ...request, sheets });
    if (!result.ok) return result;
    const sha = createHash('sha256').update(result.value.bytes).digest('hex');
    keep(join(folder, sha), result.value.bytes);
    const { steps, ...plan } = planOf(result.value);
    return ok({
      ...plan,
      steps: steps.slice(0, MOST_STEPS),
      stepCount: steps.length,
      before: countByWeight(result.value.before.findings),
      after: countByWeight(result.value.after.findings),
      touched: touchedBy(result.value.changes),
      movements: movementsIn(result.value.changes),
      sha,
    });
  },

  'line up'({ path, standard, asked, sheets }) {
    const drawing = opened(path, sheets);
    return drawing.ok ? planLineUp(makeContext(drawing.value, standard), asked) : drawing;
  },

  picture({ path, cache, sheet, defaultWidthMm, sheets }) {
    if (isKept(cache)) return ok({ file: cache });
    const drawing = opened(path, sheets);
    if (!drawing.ok) return drawing;
    const shown = sheet < 0 ? null : sheetsOf(drawing.value)[sheet];
    if (shown === undefined)
      return fail('no-sheet', `The drawing has no sheet number ${sheet + 1}.`, 'Reload the page.');
    const picture = buildPicture(drawing.value, shown, { defaultWidthMm });
    keep(cache, packPicture(picture));
    return ok({ file: cache });
  },

  contents({ path, cache, sheets }) {
    if (isKept(cache)) return ok({ file: cache });
    const drawing = opened(path, sheets);
    if (!drawing.ok) return drawing;
    keep(cache, JSON.stringify(bounded(inspect(drawing.value), MOST_LISTED)));
    return ok({ file: cache });
  },

  units({ path, cache, sheets }) {
    if (isKept(cache)) return ok({ file: cache });
    const drawing = opened(path, sheets);
    if (!drawing.ok) return drawing;
    keep(cache, JSON.stringify(unitsReport(drawing.value)));
    return ok({ file: cache });
  },

  scale({ path, standard, request, sheets }) {
    const before = opened(path, sheets);
    if (!before.ok) return before;
    const result = scaleDrawing(before.value, request);
    if (!result.ok) return result;
    const { bytes, drawing, objects, notes } = result.value;
    const units = (drawing.unitMm ?? 1) / (before.value.unitMm ?? 1);
    const mapped = mapDecisions(sheets, request.map, units);
    decideSheets(drawing, mapped);
    const { sha } = storeBytes(bytes);
    return ok({
      sha,
      changes: packChanges(changesOfScaling(before.value, request, result.value)),
      audit: packAudit(plainAudit(audit(drawing, standard)), sheetHeads(drawing)),
      uses: countUses(drawing),
      sheets: mapped,
      objects,
      notes,
    });
  },

  uses({ path }) {
    const drawing = readDrawing(readStored(path));
    return drawing.ok ? ok(countUses(drawing.value)) : drawing;
  },

  learn({ path, name }) {
    const drawing = readDrawing(readStored(path));
    return drawing.ok ? ok(learnStandard(drawing.value, name)) : drawing;
  },

  letter: ({ face, character, heightMm }) => letterStrokes(face, character, heightMm),

  product: ({ standard, name }) => product(standard, name),

  proposals({ path, standard }) {
    const drawing = readDrawing(readStored(path));
    return drawing.ok ? ok(allProposals(drawing.value, standard)) : drawing;
  },

  symbol({ bytes, heightMm }) {
    const drawing = readDrawing(bytes);
    return drawing.ok ? strokesOfDrawing(drawing.value, heightMm) : drawing;
  },

  table: ({ bytes, sheet }) => readSpreadsheet(bytes, sheet),

  standard: ({ bytes }) => parseStandard(new TextDecoder().decode(bytes)),

  example: ({ rule, side }) => examplePicture(rule, side),
};
