import type { Drawing } from '../dxf/drawing';
import { faceOf } from '../dxf/fonts';
import { foldName } from '../dxf/interner';
import { lineMarksOf } from '../records/line-marks';
import type { Pattern } from './picture';

const PLAIN: Pattern = { dashes: [], marks: [] };

/**
 * A linetype's pattern, its lengths times `scale`. Highlights are words, or symbols whose strokes the drawing holds; any other
 * symbol out of a file of shapes is shown as a lozenge.
 */
export function patternOf(drawing: Drawing, linetype: string, scale: number): Pattern {
  const record = drawing.linetypes.get(foldName(linetype));
  if (!record || record.elements.length === 0) return PLAIN;
  return {
    dashes: record.elements.map((length) => length * scale),
    marks: [...record.marks].map(([element, mark]) => {
      const name = drawing.recordNames.get(mark.style) ?? mark.style;
      const style = drawing.textStyles.get(foldName(name));
      const own = lineMarksOf(drawing).find(({ number }) => number === mark.symbolNumber);
      return {
        element,
        strokes: mark.text === '' && own ? own.strokes : null,
        text: mark.text === '' ? '◊' : mark.text,
        face: style && mark.text !== '' ? faceOf(style.font, style.family, style.bold) : 'stroke',
        height: (style?.height || 1) * mark.scale * scale,
        widthFactor: style?.widthFactor ?? 1,
        slantRad: ((style?.obliqueDeg ?? 0) * Math.PI) / 180,
        angleRad: mark.angleRad,
        upright: mark.upright,
        dx: mark.dx * scale,
        dy: mark.dy * scale,
      };
    }),
  };
}
