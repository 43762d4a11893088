import { type LineMark, symbolOffset } from '../standard/line-marks';
import { wordWidthMm } from '../standard/line-words';
import type { StandardLinetype } from '../standard/standard';
import { foldName } from './interner';
import type { NewMark } from './record-bodies';

interface Setting {
  /** The text style of the words; its own height in drawing units, 0 when it has none. */
  readonly style: { readonly name: string; readonly height: number };
  readonly mmPerUnit: number;
  /** Where symbols come from; without it they are left out, and the gap stays. */
  readonly symbols?: { readonly of: readonly LineMark[]; readonly style: string };
}

/** Words and symbols of a linetype as the format holds them: each in the middle of its gap, measured from the gap's end. */
export function marksOf(linetype: StandardLinetype, setting: Setting): ReadonlyMap<number, NewMark> {
  const { style, mmPerUnit, symbols } = setting;
  const marks = new Map<number, NewMark>();
  for (const word of linetype.words) {
    const gap = Math.abs(linetype.elementsMm[word.element]);
    const width = wordWidthMm(word.text, word.heightMm);
    marks.set(word.element, {
      text: word.text,
      symbolNumber: 0,
      style: style.name,
      scale: word.heightMm / mmPerUnit / (style.height || 1),
      // Back by half of both, down by half its height.
      dx: -(gap + width) / 2 / mmPerUnit,
      dy: -word.heightMm / 2 / mmPerUnit,
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
