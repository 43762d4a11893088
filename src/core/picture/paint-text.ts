import type { Face } from '../dxf/fonts';
import { compose, type Transform } from '../geometry/transform';
import { glyphOf, LETTER_SPACE } from '../lettering/alphabet';
import { FACE_METRICS } from '../lettering/face-metrics';
import { textWidth } from '../lettering/layout';
import { css, type PaintOptions, type Pass } from './pass';
import type { TextItem, TextPiece } from './picture';
import type { Surface } from './surface';

const SIZE = 100;

export function paintText(
  surface: Surface,
  text: TextItem,
  pass: Pass,
  look: {
    readonly colour: string;
    readonly ownColours: boolean;
    readonly penPx: number;
    readonly options: PaintOptions;
  },
): void {
  const t = compose(pass.toPx, text.transform as Transform);
  const heightPx = Math.hypot(t[2], t[3]);
  if (text.background) {
    const { box, rgb } = text.background;
    surface.fillStyle = rgb < 0 || !look.ownColours ? look.options.paper : css(rgb);
    quad(surface, t, box[0], box[1], box[2], box[3]);
  }
  if (heightPx < look.options.readablePx) {
    const alpha = surface.globalAlpha;
    surface.globalAlpha = alpha * 0.45;
    surface.fillStyle = look.colour;
    for (const piece of text.pieces)
      quad(
        surface,
        t,
        piece.x,
        piece.y + 0.1 * piece.size,
        piece.x + piece.width,
        piece.y + 0.8 * piece.size,
      );
    surface.globalAlpha = alpha;
    return;
  }
  for (const piece of text.pieces) {
    const colour = look.ownColours && piece.rgb >= 0 ? css(piece.rgb) : look.colour;
    paintLetters(surface, piece, t, colour, look.penPx, look.options.families);
  }
  surface.lineWidth = Math.max(look.penPx, heightPx * 0.06);
  for (const [x0, y0, x1, y1, rgb] of text.rules) {
    surface.strokeStyle = look.ownColours && rgb >= 0 ? css(rgb) : look.colour;
    surface.beginPath();
    surface.moveTo(t[0] * x0 + t[2] * y0 + t[4], t[1] * x0 + t[3] * y0 + t[5]);
    surface.lineTo(t[0] * x1 + t[2] * y1 + t[4], t[1] * x1 + t[3] * y1 + t[5]);
    surface.stroke();
  }
}

function quad(surface: Surface, t: Transform, x0: number, y0: number, x1: number, y1: number): void {
  surface.beginPath();
  for (const [i, [x, y]] of [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ].entries()) {
    const px = t[0] * x + t[2] * y + t[4];
    const py = t[1] * x + t[3] * y + t[5];
    if (i === 0) surface.moveTo(px, py);
    else surface.lineTo(px, py);
  }
  surface.closePath();
  surface.fill('nonzero');
}

/**
 * Sets letters of one face. The single-stroke alphabet is drawn with the pen, the other faces are filled.
 * @param t from heights of the text to pixels
 */
export function paintLetters(
  surface: Surface,
  piece: TextPiece,
  t: Transform,
  colour: string,
  penPx: number,
  families: Readonly<Record<Exclude<Face, 'stroke'>, string>>,
): void {
  const slant = Math.tan(piece.slantRad);
  const { size, widthFactor } = piece;
  if (piece.face === 'stroke') {
    surface.strokeStyle = colour;
    surface.lineWidth = penPx;
    surface.lineCap = 'round';
    surface.beginPath();
    let at = 0;
    for (const character of piece.text) {
      const glyph = glyphOf(character);
      if (!glyph) continue;
      for (const stroke of glyph.strokes)
        for (let i = 0; i < stroke.length; i += 2) {
          const x = piece.x + (at + stroke[i]) * size * widthFactor + stroke[i + 1] * size * slant;
          const y = piece.y + stroke[i + 1] * size;
          const px = t[0] * x + t[2] * y + t[4];
          const py = t[1] * x + t[3] * y + t[5];
          if (i === 0) surface.moveTo(px, py);
          else surface.lineTo(px, py);
        }
      at += (glyph.width + LETTER_SPACE) * piece.tracking;
    }
    surface.stroke();
    surface.lineCap = 'butt';
    return;
  }
  surface.fillStyle = colour;
  surface.font = `${piece.face === 'sans-bold' ? '600 ' : ''}${SIZE}px ${families[piece.face]}`;
  const k = size / FACE_METRICS[piece.face].capHeight / SIZE;
  const set = (text: string, x: number): void => {
    const m = compose(t, [k * widthFactor, 0, -k * slant, -k, x, piece.y]);
    surface.setTransform(m[0], m[1], m[2], m[3], m[4], m[5]);
    surface.fillText(text, 0, 0);
  };
  if (piece.tracking === 1) set(piece.text, piece.x);
  else {
    let { x } = piece;
    for (const character of piece.text) {
      set(character, x);
      x += textWidth(character, piece.face) * size * widthFactor * piece.tracking;
    }
  }
  surface.setTransform(1, 0, 0, 1, 0, 0);
}
