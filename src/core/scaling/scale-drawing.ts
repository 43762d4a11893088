import { isUsed } from '../drawing/sheets/shown';
import { type Drawing, entityOf } from '../dxf/drawing';
import { EditBase } from '../dxf/edit/edit-base';
import { applyByteEdits } from '../dxf/edit/edits';
import { moveIntoSymbol } from '../dxf/edit/move-into-symbol';
import { makeExplicit } from '../dxf/edit/scale/make-explicit';
import { NumberEdits } from '../dxf/edit/scale/number-edits';
import { isScalable } from '../dxf/edit/scale/roles';
import { type FactorChange, ObjectScaler } from '../dxf/edit/scale/scale-objects';
import { scaleRecords } from '../dxf/edit/scale/scale-records';
import { usesOf } from '../dxf/edit/scale/scale-uses';
import { TagMapper } from '../dxf/edit/scale/tag-mapper';
import { foldName } from '../dxf/interner';
import { countOf } from '../dxf/object-kinds';
import { readDrawing } from '../dxf/read/interpret';
import { type Similarity, worldMap } from '../geometry/similarity';
import { fail, ok, type Result } from '../result';
import { countOne } from '../tally';
import { measuredTexts, rewriteValues } from './dimension-texts';
import { setUnit, UNIT_NUMBERS, type UnitName } from './set-unit';

/** What is to be done to a drawing: everything in its model scaled, turned and moved, and its unit named. */
export interface ScaleRequest {
  readonly map: Similarity;
  /** The unit that the drawing is in afterwards; left as it is named where this is absent. */
  readonly unit?: UnitName;
}

export interface Scaled {
  readonly bytes: Uint8Array;
  readonly drawing: Drawing;
  /** Objects of the model. */
  readonly objects: number;
  /** What a person should know: what was set along with it, what stays as it was. */
  readonly notes: readonly string[];
}

const MM_PER_INCH = 25.4;
/** Values are written in feet and inches: they count inches, whatever the drawing's unit is. */
const IN_INCHES = new Set([3, 4]);

/**
 * Scales, turns and moves all that a model holds, as one step: objects of every kind, heights and patterns, sizes of
 * dimensions, the views that sheets have of it. Values of dimensions stay true. Sheets look as before.
 * What cannot be written in other numbers (solid bodies, embedded documents, objects of programs' own) is put in symbols as
 * it is, which are placed with the factor: nothing is left behind.
 */
export function scaleDrawing(received: Drawing, { map, unit }: ScaleRequest): Result<Scaled> {
  const { factor, turnRad, to } = map;
  if (!(factor > 0) || ![factor, turnRad, ...to].every(Number.isFinite))
    return fail('factor', 'The factor is not above 0.', 'Give a number above 0.');
  const moves = factor !== 1 || turnRad !== 0 || to.some((way) => way !== 0);
  const wrapped = moves ? bodiesInSymbols(received) : ok({ drawing: received, symbols: [] });
  if (!wrapped.ok) return wrapped;
  const { drawing, symbols } = wrapped.value;
  const world = worldMap(map);
  const hasViewports = drawing.sheets.some((sheet) => isUsed(drawing, sheet));
  const uses = usesOf(drawing, hasViewports);
  const unitMm = unit ? UNIT_NUMBERS[unit].mm : null;
  const factorOf: FactorChange = (before, lengthUnit) => {
    if (factor === 1 && unitMm === null) return before;
    // Below 0 it is for sheets alone.
    if (before <= 0) return before;
    if (IN_INCHES.has(lengthUnit) && unitMm !== null) return unitMm / MM_PER_INCH;
    return before === 1 ? 1 : before / factor;
  };

  const texts = measuredTexts(drawing);
  const base = new EditBase(drawing);
  makeExplicit(base, world, uses);
  if (unit) setUnit(base, unit);
  const explicit = readDrawing(applyByteEdits(drawing.document.bytes, base.edits.byteEdits()));
  if (!explicit.ok) return explicit;

  const { document, reader } = explicit.value;
  const numbers = new NumberEdits(document);
  const mapper = new TagMapper(reader, numbers, world);
  new ObjectScaler(explicit.value, numbers, mapper, factorOf).all();
  scaleRecords(explicit.value, numbers, mapper, uses, factorOf);
  const scaled = readDrawing(numbers.apply());
  if (!scaled.ok) return scaled;

  const written = rewriteValues(scaled.value, texts);
  if (!written.ok) return written;
  const { bytes, changed, other } = written.value;
  const result = changed === 0 ? scaled : readDrawing(bytes);
  if (!result.ok) return result;
  return ok({
    bytes: changed === 0 ? scaled.value.document.bytes : bytes,
    drawing: result.value,
    objects: received.containers[0].rows.length,
    notes: [...symbols, ...notesOf(drawing, factor, uses, changed, other)],
  });
}

/** Objects that hold their own sizes, while their style holds those of new ones. */
const STYLED: ReadonlyMap<string, string> = new Map([
  ['MULTILEADER', 'leaders with labels'],
  ['MLEADER', 'leaders with labels'],
  ['ACAD_TABLE', 'tables'],
]);

function notesOf(
  drawing: Drawing,
  factor: number,
  uses: ReturnType<typeof usesOf>,
  changed: number,
  other: number,
): string[] {
  const notes: string[] = [];
  if (changed > 0) notes.push(`${countOf('dimension', changed)} measured anew.`);
  if (other > 0)
    notes.push(
      `${countOf('dimension', other)} show${other === 1 ? 's' : ''} a value that could not be written anew: look at ${other === 1 ? 'it' : 'them'}.`,
    );
  if (uses.keeping.length > 0)
    notes.push(
      `${countOf('dimension', uses.keeping.length)} outside the model keep${uses.keeping.length === 1 ? 's its' : ' their'} size.`,
    );
  if (factor !== 1 && uses.patternsFollowPaper)
    notes.push('Line patterns are measured on paper: their factor stays.');
  const styled = [...STYLED].filter(([entity]) =>
    drawing.containers[0].rows.some((row) => entityOf(drawing, row) === entity),
  );
  if (factor !== 1 && styled.length > 0)
    notes.push(
      `Styles of ${[...new Set(styled.map(([, words]) => words))].join(' and of ')} keep their sizes: new ones come in the size of before.`,
    );
  const contexts = [...drawing.objectKinds]
    .filter(([kind]) => /OBJECTCONTEXTDATA/i.test(kind))
    .reduce((sum, [, n]) => sum + n, 0);
  if (contexts > 0)
    notes.push(
      `${countOf('place', contexts)} kept for another scale of annotation ${contexts === 1 ? 'stays' : 'stay'} as it was.`,
    );
  if (drawing.objectKinds.has('GEODATA'))
    notes.push('The drawing keeps where on earth it lies: set that anew.');
  return notes;
}

/** Letters before the number of a symbol that holds what cannot be scaled. */
const SYMBOL_NAME = 'SCALED-';

/** The drawing with everything in symbols that scaling cannot write in other numbers, and what was put in which. */
function bodiesInSymbols(drawing: Drawing): Result<{ drawing: Drawing; symbols: readonly string[] }> {
  const runs = runsOfBodies(drawing);
  if (runs.length === 0) return ok({ drawing, symbols: [] });
  const base = new EditBase(drawing);
  let number = 1;
  const symbols = runs.map((rows) => {
    while (drawing.symbols.has(foldName(`${SYMBOL_NAME}${number}`))) number++;
    const name = `${SYMBOL_NAME}${number++}`;
    moveIntoSymbol(base, name, rows);
    return `${inWords(drawing, rows)}: scaled in the symbol “${name}”, because ${rows.length === 1 ? 'it has' : 'they have'} no sizes of ${rows.length === 1 ? 'its' : 'their'} own that could be written anew.`;
  });
  const read = readDrawing(applyByteEdits(drawing.document.bytes, base.edits.byteEdits()));
  return read.ok ? ok({ drawing: read.value, symbols }) : read;
}

/** Rows of the model that cannot be scaled, neighbours together. */
function runsOfBodies(drawing: Drawing): number[][] {
  const runs: number[][] = [];
  const { parent } = drawing.objects;
  let open: number[] | null = null;
  for (const row of drawing.containers[0].rows) {
    if (parent[row] >= 0) continue;
    if (isScalable(entityOf(drawing, row))) open = null;
    else if (open) open.push(row);
    else {
      open = [row];
      runs.push(open);
    }
  }
  return runs;
}

/** Objects by their kind, "2 × 3DSOLID, 1 × REGION". */
function inWords(drawing: Drawing, rows: readonly number[]): string {
  const kinds = new Map<string, number>();
  for (const row of rows) countOne(kinds, entityOf(drawing, row));
  return [...kinds].map(([entity, n]) => `${n} × ${entity}`).join(', ');
}

/** What the model holds that is scaled within symbols, in words; empty when there is nothing of the kind. */
export const bodiesInWords = (drawing: Drawing): string => inWords(drawing, runsOfBodies(drawing).flat());
