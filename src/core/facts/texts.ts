import { includeText, textTransform } from '../drawing/extents';
import { type Drawing, rangeOf } from '../dxf/drawing';
import { plainOf } from '../dxf/fonts';
import { shapeOf } from '../dxf/read/decode';
import type { TextShape } from '../dxf/shapes';
import { type Box, emptyBox } from '../geometry/box';
import { type OrientedBox, orientedBox } from '../geometry/oriented-box';
import { IDENTITY_SPACE } from '../geometry/space';
import { inkBox } from '../lettering/ink';
import { layOut } from '../lettering/layout';

/** Families that the application ships: lettering in them is as wide here as everywhere. */
const SHIPPED: ReadonlySet<string> = new Set(['barlow', 'source serif 4', 'spline sans mono']);

/** What is known of one text. */
export interface TextFact {
  readonly row: number;
  /** What its letters say, its lines parted by line ends. */
  readonly says: string;
  readonly style: string;
  /** Height of capitals, drawing units. */
  readonly height: number;
  /** Where its letters lie: their own outlines, not the room they are given. Null for blanks. */
  readonly box: OrientedBox | null;
  /** The room that it takes, from its first line to its last and as high as they are, as extents give it. */
  readonly frame: Box;
  /** Directions of its base line and of its letters' uprights, 0 to 2π, as seen in the space it lies in. */
  readonly angleRad: number;
  /** False where a face of ours stands for a font that is not shipped: its letters may be wider or narrower. */
  readonly certain: boolean;
  readonly shape: TextShape;
}

/** What is known of a text without laying out its letters: there can be a hundred thousand. */
export interface LetteringFact {
  readonly style: string;
  /** Height of capitals, drawing units; of text that is stretched between two points what its record says. */
  readonly height: number;
  /** Direction of its base line, 0 to 2π, as seen in the space it lies in. */
  readonly angleRad: number;
  /** Where its point lies. */
  readonly at: readonly [number, number];
  readonly shape: TextShape;
}

export function letteringFact(drawing: Drawing, row: number): LetteringFact | null {
  const shape = shapeOf(drawing, row);
  if (shape?.type !== 'text') return null;
  const t = textTransform(shape, IDENTITY_SPACE, 1);
  const angle = Math.atan2(t[1], t[0]);
  return {
    style: drawing.reader.findText(rangeOf(drawing, row), 7, 'Standard'),
    height: Math.hypot(t[2], t[3]),
    angleRad: angle < 0 ? angle + 2 * Math.PI : angle,
    at: [t[4], t[5]],
    shape,
  };
}

/** Texts and attributes with something to say; null for what shows no letters. */
export function textFact(drawing: Drawing, row: number): TextFact | null {
  const shape = shapeOf(drawing, row);
  if (shape?.type !== 'text') return null;
  const laid = layOut(shape);
  const t = textTransform(shape, IDENTITY_SPACE, laid.heightFactor);
  const ink = inkBox(laid);
  const frame = emptyBox();
  includeText(frame, laid, t);
  const angle = Math.atan2(t[1], t[0]);
  return {
    row,
    says: shape.paragraphs.map(plainOf).join('\n'),
    style: drawing.reader.findText(rangeOf(drawing, row), 7, 'Standard'),
    height: Math.hypot(t[2], t[3]),
    box: ink && orientedBox(ink, t),
    frame,
    angleRad: angle < 0 ? angle + 2 * Math.PI : angle,
    certain:
      laid.pieces.every(({ missing, script }) => !missing && !script) &&
      shape.paragraphs.every(({ runs }) => runs.every(({ font }) => SHIPPED.has(familyOf(font)))),
    shape,
  };
}

/** Where the letters lie of a label that a leader has in itself; null where it has none, or nothing but blanks. */
export function ownLabelBox(drawing: Drawing, row: number): OrientedBox | null {
  const shape = shapeOf(drawing, row);
  const label =
    shape?.type === 'compound'
      ? shape.parts.map((part) => part.shape).find((part): part is TextShape => part.type === 'text')
      : undefined;
  if (!label) return null;
  const laid = layOut(label);
  const ink = inkBox(laid);
  return ink && orientedBox(ink, textTransform(label, IDENTITY_SPACE, laid.heightFactor));
}

/** A family's name out of a font file's: "Barlow.ttf" is Barlow. */
const familyOf = (font: string): string =>
  font
    .replace(/^.*[\\/]/, '')
    .replace(/\.(ttf|otf|ttc)$/i, '')
    .trim()
    .toLowerCase();
