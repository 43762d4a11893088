import { type Drawing, handleOf, inDrawOrder, kindOf } from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import { shapeOf } from '../dxf/read/decode';
import type { Part, Shape, TextShape } from '../dxf/shapes';
import { type Box, emptyBox, include, isEmpty } from '../geometry/box';
import { includeEllipse } from '../geometry/ellipse';
import { composeSpace, IDENTITY_SPACE, moved, planOf, type Space } from '../geometry/space';
import { applyX, applyY, compose, type Transform } from '../geometry/transform';
import { type LaidText, layOut } from '../lettering/layout';
import { type OutlineSink, outlineEllipse, outlineFill, outlinePath, outlinePolygon } from './outline';

/** Symbols within symbols deeper than this are a fault of the file. */
export const DEEPEST = 64;
/** Objects looked at for one box; nested arrays can ask for billions. */
const MOST_LOOKS = 200_000;

/** From a text's own axes, in heights of its letters, to where it stands. */
export function textTransform(shape: TextShape, outer: Space, heightFactor: number): Transform {
  const height = shape.height * heightFactor;
  const cos = Math.cos(shape.angleRad) * height;
  const sin = Math.sin(shape.angleRad) * height;
  const flipX = shape.mirroredX ? -1 : 1;
  const flipY = shape.upsideDown ? -1 : 1;
  return compose(planOf(composeSpace(outer, shape.system)), [
    cos * flipX,
    sin * flipX,
    -sin * flipY,
    cos * flipY,
    shape.x,
    shape.y,
  ]);
}

export function includeText(box: Box, laid: LaidText, t: Transform): void {
  for (const x of [laid.minX, laid.maxX])
    for (const y of [laid.minY, laid.maxY]) include(box, applyX(t, x, y), applyY(t, x, y));
}

/** Takes in the outline of shapes as a box. */
class BoxSink implements OutlineSink {
  readonly box = emptyBox();
  move(x: number, y: number): void {
    include(this.box, x, y);
  }
  line(x: number, y: number): void {
    include(this.box, x, y);
  }
  arc(arc: Parameters<OutlineSink['arc']>[0]): void {
    includeEllipse(this.box, arc);
  }
  close(): void {}
}

/**
 * The box of an object where it stands: lines without their widths, symbols with everything in them, text as it is
 * laid out with the shipped faces. Null for what cannot be drawn, has no end, or is empty.
 */
export function extentsOf(drawing: Drawing, row: number): Box | null {
  const sink = new BoxSink();
  const left = { looks: MOST_LOOKS };
  take(drawing, row, IDENTITY_SPACE, sink, 0, new Set(), left);
  return isEmpty(sink.box) ? null : sink.box;
}

function take(
  drawing: Drawing,
  row: number,
  space: Space,
  sink: BoxSink,
  depth: number,
  open: Set<number>,
  left: { looks: number },
): void {
  if (left.looks-- <= 0) return;
  const shape = shapeOf(drawing, row);
  if (shape) takeShape(drawing, shape, space, sink, depth, open, left);
}

function takeShape(
  drawing: Drawing,
  shape: Shape | Part['shape'],
  space: Space,
  sink: BoxSink,
  depth: number,
  open: Set<number>,
  left: { looks: number },
): void {
  switch (shape.type) {
    case 'path':
      outlinePath(shape, space, sink);
      return;
    case 'ellipse':
      outlineEllipse(shape, space, sink);
      return;
    case 'polygon':
    case 'mask':
      outlinePolygon(shape.points, composeSpace(space, shape.system), sink);
      return;
    case 'point': {
      const m = composeSpace(space, moved(shape.x, shape.y, shape.z));
      sink.move(m[3], m[7]);
      return;
    }
    case 'fill':
      outlineFill(shape, space, sink);
      return;
    case 'text': {
      const laid = layOut(shape);
      includeText(sink.box, laid, textTransform(shape, space, laid.heightFactor));
      return;
    }
    case 'viewport': {
      const [x, y] = shape.centre;
      sink.move(x - shape.width / 2, y - shape.height / 2);
      sink.line(x + shape.width / 2, y + shape.height / 2);
      return;
    }
    case 'compound':
      for (const part of shape.parts) takeShape(drawing, part.shape, space, sink, depth, open, left);
      return;
    case 'placement': {
      const symbol = drawing.symbols.get(foldName(shape.symbol));
      if (!symbol || depth >= DEEPEST || open.has(symbol.container)) return;
      open.add(symbol.container);
      const base = moved(-symbol.base[0], -symbol.base[1], -symbol.base[2]);
      for (const own of shape.spaces) {
        const inner = composeSpace(composeSpace(space, own), base);
        for (const child of inDrawOrder(drawing, symbol.container)) {
          // Definitions of attributes show in the symbol's own drawing, not where it is placed.
          if (isDefinition(drawing, child)) continue;
          take(drawing, child, inner, sink, depth + 1, open, left);
        }
      }
      open.delete(symbol.container);
      return;
    }
    default:
      return;
  }
}

export const isDefinition = (drawing: Drawing, row: number): boolean =>
  drawing.document.names.text(drawing.objects.entity[row]) === 'ATTDEF';

/** Every placement in a space, symbols within symbols included: its path of handles, name, and where its origin is. */
export function placementsOf(
  drawing: Drawing,
  container: number,
): { readonly path: readonly string[]; readonly symbol: string; readonly space: Space }[] {
  const found: { path: string[]; symbol: string; space: Space }[] = [];
  const walk = (index: number, outer: Space, path: string[], open: Set<number>): void => {
    for (const row of drawing.containers[index].rows) {
      if (found.length >= MOST_LOOKS) return;
      if (kindOf(drawing, row) !== 'symbol') continue;
      const shape = shapeOf(drawing, row);
      if (shape?.type !== 'placement') continue;
      const symbol = drawing.symbols.get(foldName(shape.symbol));
      if (!symbol || open.has(symbol.container) || path.length >= DEEPEST) continue;
      for (const own of shape.spaces) {
        const space = composeSpace(
          composeSpace(outer, own),
          moved(-symbol.base[0], -symbol.base[1], -symbol.base[2]),
        );
        const here = [...path, handleOf(drawing, row)];
        found.push({ path: here, symbol: symbol.name, space });
        open.add(symbol.container);
        walk(symbol.container, space, here, open);
        open.delete(symbol.container);
      }
    }
  };
  walk(container, IDENTITY_SPACE, [], new Set());
  return found;
}
