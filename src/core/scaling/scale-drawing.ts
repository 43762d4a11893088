import { isUsed } from '../drawing/sheets/shown';
import { type Drawing, entityOf } from '../dxf/drawing';
import { EditBase } from '../dxf/edit/edit-base';
import { applyByteEdits } from '../dxf/edit/edits';
import { makeExplicit } from '../dxf/edit/scale/make-explicit';
import { NumberEdits } from '../dxf/edit/scale/number-edits';
import { isScalable } from '../dxf/edit/scale/roles';
import { type FactorChange, ObjectScaler } from '../dxf/edit/scale/scale-objects';
import { scaleRecords } from '../dxf/edit/scale/scale-records';
import { usesOf } from '../dxf/edit/scale/scale-uses';
import { TagMapper } from '../dxf/edit/scale/tag-mapper';
import { countOf } from '../dxf/object-kinds';
import { readDrawing } from '../dxf/read/interpret';
import { type Similarity, worldMap } from '../geometry/similarity';
import { fail, ok, type Result } from '../result';
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
 * @returns a problem where the model holds something that cannot be scaled: nothing is left behind
 */
export function scaleDrawing(drawing: Drawing, { map, unit }: ScaleRequest): Result<Scaled> {
  const { factor, turnRad, to } = map;
  if (!(factor > 0) || ![factor, turnRad, ...to].every(Number.isFinite))
    return fail('factor', 'The factor is not above 0.', 'Give a number above 0.');
  const left = unscalable(drawing);
  if (left !== '')
    return fail(
      'not-scalable',
      `The model holds what cannot be scaled: ${left}.`,
      'Have the sender turn these into lines or take them out; nothing was changed.',
    );
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
    objects: drawing.containers[0].rows.length,
    notes: notesOf(drawing, factor, uses, changed, other),
  });
}

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

/** What the model holds that cannot be scaled, in words; empty when all of it can. */
export function unscalable(drawing: Drawing): string {
  const kinds = new Map<string, number>();
  for (const row of drawing.containers[0].rows) {
    const entity = entityOf(drawing, row);
    if (!isScalable(entity)) kinds.set(entity, (kinds.get(entity) ?? 0) + 1);
  }
  return [...kinds]
    .sort((a, b) => b[1] - a[1])
    .slice(0, 5)
    .map(([entity, n]) => `${n} × ${entity}`)
    .join(', ');
}
