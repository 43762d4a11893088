import type { Drawing, DrawingLinetype } from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import { findTextStyle, type StandardTextStyle } from '../standard/lettering';
import { type LineMark, type PlacedSymbol, symbolBox } from '../standard/line-marks';
import { joinGaps, type LineWord } from '../standard/line-words';

/** Linetypes are held in paper units; drawings that measure in inches hold them in inches. */
export function paperMmPerPatternUnit(drawing: Drawing): number {
  return drawing.reader.headerNumber('$MEASUREMENT', 1) === 0 ? 25.4 : 1;
}

/** A linetype as we write it: a mark has one gap to itself. */
export function withJoinedGaps(linetype: DrawingLinetype): DrawingLinetype {
  const { elements, now } = joinGaps(linetype.elements, new Set(linetype.marks.keys()));
  if (elements.length === linetype.elements.length) return linetype;
  const marks = new Map(
    [...linetype.marks].map(([element, mark]) => {
      // Marks are placed from the end of their gap, which lies further on now.
      const after = linetype.elements.filter((_, i) => i > element && now[i] === now[element]);
      return [now[element], { ...mark, dx: mark.dx + after.reduce((sum, gap) => sum + gap, 0) }];
    }),
  );
  return { ...linetype, elements, marks };
}

/** Symbols on a line whose geometry the drawing holds too. */
export function symbolsOf(
  linetype: DrawingLinetype,
  mmPerUnit: number,
  symbols: readonly LineMark[],
): PlacedSymbol[] {
  return [...linetype.marks].flatMap(([element, mark]) => {
    const symbol = symbols.find((one) => one.number === mark.symbolNumber);
    if (mark.symbolNumber === 0 || !symbol) return [];
    const scale = tidy(mark.scale * mmPerUnit);
    // A symbol that sits has its foot on the line.
    const sits = Math.abs(mark.dy * mmPerUnit + symbolBox(symbol, scale).minY) < 1e-6;
    return [
      {
        element,
        symbol: symbol.name,
        scale,
        place: sits ? ('sitting' as const) : ('centred' as const),
        upright: mark.upright,
      },
    ];
  });
}

/**
 * Words on a line, each in the gap at whose end the drawing sets it.
 * @param styles text styles that a word can name; one in any other style is taken for plain
 */
export function wordsOf(
  drawing: Drawing,
  linetype: DrawingLinetype,
  mmPerUnit: number,
  styles: readonly StandardTextStyle[],
): LineWord[] {
  return [...linetype.marks]
    .filter(([, mark]) => mark.text.trim() !== '')
    .map(([element, mark]) => {
      const style = drawing.textStyles.get(foldName(drawing.recordNames.get(mark.style) ?? ''));
      const heightMm = tidy((style?.height || 1) * mark.scale * mmPerUnit);
      const named = findTextStyle(styles, style?.name ?? '');
      return {
        element,
        text: mark.text.trim(),
        heightMm,
        style: named?.name ?? '',
        offsetMm: tidy(mark.dy * mmPerUnit + heightMm / 2),
        upright: mark.upright,
      };
    });
}

/** Takes off the noise of unit conversion without hiding a real difference: 1e-9 mm. */
export const tidy = (value: number): number => Math.round(value * 1e9) / 1e9;
