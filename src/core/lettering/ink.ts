import type { Face } from '../dxf/fonts';
import type { Box } from '../geometry/box';
import { emptyBox, include, isEmpty } from '../geometry/box';
import { glyphOf } from './alphabet';
import { FACE_METRICS } from './face-metrics';
import { GLYPH_BOXES } from './glyph-boxes';
import { faceForLetter, type LaidText, letterWidth, type Piece } from './layout';

/** Left, bottom, right and top of a letter's ink, capital height 1. */
type Ink = readonly [number, number, number, number];

type Outlined = Exclude<Face, 'stroke'>;

const inks = new Map<Outlined, Map<number, Ink>>();

function inksOf(face: Outlined): Map<number, Ink> {
  let table = inks.get(face);
  if (!table) {
    table = new Map();
    const unit = 1000 * FACE_METRICS[face].capHeight;
    for (const [first, values] of GLYPH_BOXES[face])
      for (let i = 0; i + 3 < values.length; i += 4)
        table.set(first + i / 4, [
          values[i] / unit,
          values[i + 1] / unit,
          values[i + 2] / unit,
          values[i + 3] / unit,
        ]);
    inks.set(face, table);
  }
  return table;
}

/** What stands for a letter that no shipped face has: a box as high as a capital. */
const UNKNOWN = [0, 0, 1, 1] as const;

/** Where the ink of a letter lies, capital height 1; null for a blank. */
function inkOf(face: Face | null, character: string): Ink | null {
  if (character.trim() === '') return null;
  if (face === null) return [UNKNOWN[0], UNKNOWN[1], letterWidth(null, character), UNKNOWN[3]];
  if (face !== 'stroke') {
    const ink = inksOf(face).get(character.codePointAt(0)!);
    return ink && ink[2] > ink[0] ? ink : null;
  }
  let ink = strokes.get(character);
  if (ink === undefined) {
    const box = emptyBox();
    for (const stroke of glyphOf(character)?.strokes ?? [])
      for (let i = 0; i + 1 < stroke.length; i += 2) include(box, stroke[i], stroke[i + 1]);
    ink = isEmpty(box) ? null : [box.minX, box.minY, box.maxX, box.maxY];
    strokes.set(character, ink);
  }
  return ink;
}

/** Ink of letters of single strokes, by the letter. */
const strokes = new Map<string, Ink | null>();

/** Widens a box by the ink of a piece, in heights of the text. Slanted letters lean by what their height is. */
function includePiece(box: Box, piece: Piece): void {
  const lean = Math.tan(piece.slantRad);
  const across = piece.size * piece.widthFactor;
  let at = piece.x;
  for (const character of piece.text) {
    const face = piece.missing ? null : faceForLetter(piece.face, character);
    const ink = inkOf(face, character);
    if (ink) {
      const [left, bottom, right, top] = ink;
      const [low, high] = [lean * bottom * piece.size, lean * top * piece.size];
      include(box, at + left * across + Math.min(low, high), piece.y + bottom * piece.size);
      include(box, at + right * across + Math.max(low, high), piece.y + top * piece.size);
    }
    at += letterWidth(face, character) * across * piece.tracking;
  }
}

/** The box of what a laid out text shows: its letters' own outlines and the lines that belong to them; null for blanks. */
export function inkBox(laid: LaidText): Box | null {
  const box = emptyBox();
  for (const piece of laid.pieces) includePiece(box, piece);
  for (const { from, to } of laid.rules) {
    include(box, from[0], from[1]);
    include(box, to[0], to[1]);
  }
  return isEmpty(box) ? null : box;
}
