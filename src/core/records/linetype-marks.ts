import type { NewMark } from '../dxf/edit/record-bodies';
import { foldName } from '../dxf/interner';
import type { StandardLinetype } from '../standard/definitions';
import { type LineMark, symbolOffset } from '../standard/line-marks';
import { type WordLook, wordOffset } from '../standard/line-words';

/** Style for words on lines that have none, where the drawing's plain one has other letters or is the office's own. */
export const WORDS_STYLE = 'LINE-WORDS';

/** A text style of the drawing, for words on lines. */
export interface WordStyle {
  readonly name: string;
  /** Its own height in drawing units, 0 when it has none. */
  readonly height: number;
  readonly look: WordLook;
}

interface Setting {
  /** The drawing's text style for one of the standard; for none, the plain one. */
  readonly styleOf: (style: string) => WordStyle;
  readonly mmPerUnit: number;
  /** Where symbols come from; without it they are left out, and the gap stays. */
  readonly symbols?: { readonly of: readonly LineMark[]; readonly style: string };
}

/** Words and symbols of a linetype as the format holds them: each in the middle of its gap, measured from the gap's end. */
export function marksOf(linetype: StandardLinetype, setting: Setting): ReadonlyMap<number, NewMark> {
  const { styleOf, mmPerUnit, symbols } = setting;
  const marks = new Map<number, NewMark>();
  for (const word of linetype.words) {
    const style = styleOf(word.style);
    const { dx, dy } = wordOffset(word, Math.abs(linetype.elementsMm[word.element]), style.look);
    marks.set(word.element, {
      text: word.text,
      symbolNumber: 0,
      style: style.name,
      scale: word.heightMm / mmPerUnit / (style.height || 1),
      dx: dx / mmPerUnit,
      dy: dy / mmPerUnit,
      angleDeg: 0,
      upright: word.upright,
    });
  }
  for (const placed of linetype.symbols) {
    const symbol = symbols?.of.find((one) => foldName(one.name) === foldName(placed.symbol));
    if (!symbol || !symbols) continue;
    const { dx, dy } = symbolOffset(symbol, placed, Math.abs(linetype.elementsMm[placed.element]));
    marks.set(placed.element, {
      text: '',
      symbolNumber: symbol.number,
      style: symbols.style,
      scale: placed.scale / mmPerUnit,
      dx: dx / mmPerUnit,
      dy: dy / mmPerUnit,
      angleDeg: 0,
      upright: placed.upright,
    });
  }
  return marks;
}
