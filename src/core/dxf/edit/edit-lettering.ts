import { type DrawingTextStyle, entityOf, rangeOf } from '../drawing';
import { rawMultiLine } from '../read/decode-text';
import { withoutOverrides } from '../read/inline-formatting';
import { decimal } from '../real';
import type { EditBase } from './edit-base';
import { setRawMultiLine } from './edit-words';
import type { NewTextStyle } from './record-bodies';

/** Gives a tag of a record a number; where there is none, behind the last of those that stand before it. */
function setNumber(
  base: EditBase,
  row: number,
  code: number,
  value: number,
  behind: readonly number[],
): void {
  const { reader, objects } = base.drawing;
  const range = rangeOf(base.drawing, row);
  const tag = reader.find(range, code);
  if (tag >= 0) {
    base.edits.replace(tag, decimal(value));
    return;
  }
  const at = Math.max(objects.start[row], ...behind.map((one) => reader.find(range, one)));
  base.edits.insertBefore(at + 1, [{ code, value: decimal(value) }]);
}

/** Gives a text another height, drawing units; its point stays, and its lines break where they did. */
export function resizeText(base: EditBase, row: number, height: number): void {
  const { reader } = base.drawing;
  const range = rangeOf(base.drawing, row);
  const before = reader.findNumber(range, 40, 1);
  setNumber(base, row, 40, height, [10, 20, 30]);
  const width = reader.find(range, 41);
  if (entityOf(base.drawing, row) === 'MTEXT' && width >= 0 && before > 0)
    base.edits.replace(width, decimal((reader.number(width) * height) / before));
}

/**
 * Turns a text by half a turn about a point, so that it lies where it lay and reads the other way.
 * @param about in the text's own coordinate system, whose plane is that of the drawing
 */
export function turnText(base: EditBase, row: number, about: readonly [number, number]): void {
  const { reader } = base.drawing;
  const range = rangeOf(base.drawing, row);
  const multi = entityOf(base.drawing, row) === 'MTEXT';
  const turnPoint = (code: number): void => {
    for (const [i, one] of [code, code + 10].entries()) {
      const tag = reader.find(range, one);
      if (tag >= 0) base.edits.replace(tag, decimal(2 * about[i] - reader.number(tag)));
    }
  };
  turnPoint(10);
  if (multi && reader.find(range, 11) >= 0) {
    // A direction is turned, and has no place.
    for (const code of [11, 21]) {
      const tag = reader.find(range, code);
      if (tag >= 0) base.edits.replace(tag, decimal(-reader.number(tag)));
    }
    return;
  }
  if (!multi && reader.find(range, 11) >= 0) turnPoint(11);
  const angle = (reader.findNumber(range, 50) + 180) % 360;
  setNumber(base, row, 50, angle, [40, 1, 41]);
}

/** Moves a text that lies in the plane of the drawing. */
export function moveText(base: EditBase, row: number, by: readonly [number, number]): void {
  const { reader } = base.drawing;
  const range = rangeOf(base.drawing, row);
  const multi = entityOf(base.drawing, row) === 'MTEXT';
  // What multi-line text has second is a direction, and has no place.
  for (const code of multi ? [10] : [10, 11])
    for (const [i, one] of [code, code + 10].entries()) {
      const tag = reader.find(range, one);
      if (tag >= 0) base.edits.replace(tag, decimal(reader.number(tag) + by[i]));
    }
}

/** Gives a single-line text the width factor and the slant of a style. */
export function setTextFactors(
  base: EditBase,
  row: number,
  { widthFactor, slantDeg }: { readonly widthFactor: number; readonly slantDeg: number },
): void {
  const { reader } = base.drawing;
  const range = rangeOf(base.drawing, row);
  // What a record leaves out is what its style says: a factor of its own is only there to differ.
  if (reader.find(range, 41) >= 0) setNumber(base, row, 41, widthFactor, []);
  if (reader.find(range, 51) >= 0) setNumber(base, row, 51, slantDeg, []);
}

/** Takes the formatting out of a multi-line text that sets looks in place of its style; the words stay. */
export function clearFormatting(base: EditBase, row: number): void {
  const raw = rawMultiLine(base.drawing, rangeOf(base.drawing, row));
  setRawMultiLine(base, row, withoutOverrides(raw).raw);
}

/** Extended data that name the family of a font which is not single-stroke. */
const FAMILY_APPLICATION = 'ACAD';

/** Gives the record of a text style the font, width factor, slant and height of another; its name and flags stay. */
export function setTextStyle(base: EditBase, { range }: DrawingTextStyle, wanted: NewTextStyle): void {
  const { reader } = base.drawing;
  const { codes } = base.drawing.document.tags;
  const set = (code: number, value: string): void => {
    const tag = reader.find(range, code);
    if (tag >= 0) base.edits.replace(tag, value);
    else base.edits.insertBefore(reader.find(range, 2) + 1, [{ code, value }]);
  };
  set(40, decimal(wanted.height));
  set(41, decimal(wanted.widthFactor));
  set(50, decimal(wanted.slantDeg));
  if (wanted.font === '') return;
  set(3, wanted.font);
  let tag = range.start;
  while (tag < range.end && !(codes[tag] === 1001 && reader.name(tag) === FAMILY_APPLICATION)) tag++;
  let end = tag + 1;
  while (end < range.end && codes[end] !== 1001) end++;
  if (tag < range.end) base.edits.removeRange(tag, end);
  if (wanted.family)
    base.edits.insertBefore(Math.min(tag, range.end), [
      { code: 1001, value: FAMILY_APPLICATION },
      { code: 1000, value: wanted.family },
      { code: 1071, value: wanted.bold ? 0x2000000 : 0 },
    ]);
}
