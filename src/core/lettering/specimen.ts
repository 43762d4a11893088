import { type Face, PLAIN_RUN } from '../dxf/fonts';
import { PLAIN_TEXT, type TextShape } from '../dxf/shapes';
import { IDENTITY_SPACE } from '../geometry/space';
import { glyphOf, LETTER_SPACE } from './alphabet';
import { FACE_METRICS } from './face-metrics';
import { layOut } from './layout';

/** Lettering as it prints, in mm, y down, the first base line at the height of the capitals. */
export interface Specimen {
  readonly widthMm: number;
  readonly heightMm: number;
  /** Strokes of the drafting alphabet as an SVG path; empty for other faces. */
  readonly path: string;
  readonly texts: readonly {
    readonly text: string;
    readonly face: Exclude<Face, 'stroke'>;
    readonly x: number;
    readonly y: number;
    readonly sizeMm: number;
    readonly widthFactor: number;
    readonly slantDeg: number;
  }[];
}

type Side = 'left' | 'centre' | 'right';

export interface SpecimenStyle {
  readonly face: Face;
  readonly heightMm: number;
  readonly widthFactor: number;
  readonly slantDeg: number;
  readonly lineSpacing: number;
  /** Its last word is the side that lines begin, are centred or end at. */
  readonly justification: `${'' | 'middle ' | 'top '}${Side}`;
}

/** Sets lines of text in a style at true size. */
export function specimen(style: SpecimenStyle, lines: readonly string[]): Specimen {
  const slantRad = (style.slantDeg * Math.PI) / 180;
  const shape: TextShape = {
    ...PLAIN_TEXT,
    type: 'text',
    paragraphs: lines.map((text) => ({
      runs: [{ ...PLAIN_RUN, text, face: style.face, widthFactor: style.widthFactor, slantRad }],
      align: (style.justification.split(' ').at(-1) ?? 'left') as Side,
    })),
    x: 0,
    y: 0,
    height: 1,
    up: 'top',
    lineSpacing: style.lineSpacing,
    system: IDENTITY_SPACE,
  };
  const laid = layOut(shape);
  const h = style.heightMm;
  const round = (value: number): string => String(Math.round(value * 1000) / 1000);
  let path = '';
  const texts: Specimen['texts'][number][] = [];
  for (const piece of laid.pieces) {
    if (piece.face !== 'stroke') {
      texts.push({
        text: piece.text,
        face: piece.face,
        x: piece.x * h,
        y: -piece.y * h,
        sizeMm: (piece.size * h) / FACE_METRICS[piece.face].capHeight,
        widthFactor: piece.widthFactor,
        slantDeg: style.slantDeg,
      });
      continue;
    }
    let at = 0;
    for (const character of piece.text) {
      const glyph = glyphOf(character);
      if (!glyph) continue;
      for (const stroke of glyph.strokes)
        for (let i = 0; i < stroke.length; i += 2) {
          const x = piece.x + (at + stroke[i]) * piece.widthFactor + stroke[i + 1] * Math.tan(slantRad);
          const y = piece.y + stroke[i + 1];
          path += `${i === 0 ? 'M' : 'L'}${round(x * h)} ${round(-y * h)}`;
        }
      at += glyph.width + LETTER_SPACE;
    }
  }
  return { widthMm: (laid.maxX - laid.minX) * h, heightMm: -laid.minY * h, path, texts };
}
