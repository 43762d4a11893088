import { formatLength } from '../dimension/value';
import { type Drawing, kindOf, rangeOf } from '../dxf/drawing';
import { EditBase } from '../dxf/edit/edit-base';
import { applyByteEdits } from '../dxf/edit/edits';
import { foldName } from '../dxf/interner';
import { dimensionSettings } from '../dxf/read/dimension-style';
import { measureOf } from '../dxf/read/measure';
import { readDimensionValues } from '../records/dimension-record';
import { ok, type Result } from '../result';
import { type DimensionValues, PLAIN_DIMENSION } from '../standard/dimension-settings';

/** A dimension of the model whose picture says what it measures. */
export interface MeasuredText {
  readonly dimension: number;
  /** Rows of the lettering in its picture. */
  readonly letters: readonly number[];
  /** The value as its style writes it. */
  readonly value: string;
}

/** Dimensions of the model that show a measured length, and what they show by their styles. */
export function measuredTexts(drawing: Drawing): MeasuredText[] {
  const texts: MeasuredText[] = [];
  for (const dimension of drawing.containers[0].rows) {
    if (kindOf(drawing, dimension) !== 'dimension') continue;
    const value = shownValue(drawing, dimension);
    if (value === null) continue;
    const f = drawing.reader.fields.load(rangeOf(drawing, dimension));
    const picture = drawing.symbols.get(foldName(f.text(2)));
    const letters = picture
      ? drawing.containers[picture.container].rows.filter((row) => kindOf(drawing, row) === 'text')
      : [];
    const isOpen = letters.some((row) => drawing.reader.findText(rangeOf(drawing, row), 1).includes('<>'));
    // Some programs leave the value's place in the picture open.
    if (letters.length > 0 && !isOpen) texts.push({ dimension, letters, value });
  }
  return texts;
}

/** The measured value as a dimension's style writes it; null where it shows an angle, or words of its own. */
function shownValue(drawing: Drawing, row: number): string | null {
  const { reader } = drawing;
  const range = rangeOf(drawing, row);
  const f = reader.fields.load(range);
  const typed = f.text(1);
  if (typed !== '' && !typed.includes('<>')) return null;
  const measured = measureOf(drawing, row);
  if (!measured || measured.what === 'angle') return null;
  const settings = dimensionSettings(drawing, range);
  const record = drawing.dimensionStyles.get(foldName(settings.styleName))?.range;
  const style: DimensionValues = record
    ? readDimensionValues(reader, record, drawing.recordNames)
    : PLAIN_DIMENSION;
  const own = new Set(settings.overrides);
  const values: DimensionValues = {
    ...style,
    prefix: '',
    suffix: '',
    second: false,
    tolerance: 'none',
    factor: Math.abs(settings.number('factor')) || 1,
    // The oldest version writes dimensions with the places of all lengths.
    ...(record && reader.find(record, 271) < 0
      ? { decimals: Math.min(8, Math.max(0, reader.headerNumber('$LUPREC', 4))) }
      : {}),
    ...(own.has('rounding') ? { rounding: settings.number('rounding') } : {}),
    ...(own.has('decimals') ? { decimals: settings.number('decimals') } : {}),
  };
  return formatLength(values, Math.abs(measured.value)).main;
}

/**
 * Writes the values anew that the pictures of dimensions show, where scaling changed them.
 * @param before what they showed; objects have the rows that they had
 */
export function rewriteValues(
  drawing: Drawing,
  before: readonly MeasuredText[],
): Result<{ readonly bytes: Uint8Array; readonly changed: number; readonly other: number }> {
  const base = new EditBase(drawing);
  const { reader } = drawing;
  let changed = 0;
  let other = 0;
  for (const { dimension, letters, value } of before) {
    const next = shownValue(drawing, dimension);
    if (next === null || next === value) continue;
    const tag = letters
      .map((row) => reader.find(rangeOf(drawing, row), 1))
      .find((at) => at >= 0 && holdsValue(reader.text(at), value));
    if (tag === undefined) {
      other++;
      continue;
    }
    base.edits.replace(
      tag,
      reader.text(tag).replace(value, () => next),
    );
    changed++;
  }
  return ok({
    bytes:
      changed === 0 ? drawing.document.bytes : applyByteEdits(drawing.document.bytes, base.edits.byteEdits()),
    changed,
    other,
  });
}

/** Whether a text says a value, and not a longer one that it is part of. */
function holdsValue(text: string, value: string): boolean {
  const at = text.indexOf(value);
  if (at < 0) return false;
  const digit = /[\d.,]/;
  return !digit.test(text[at - 1] ?? '') && !/\d/.test(text[at + value.length] ?? '');
}
