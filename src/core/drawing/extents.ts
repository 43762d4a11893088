import { type Drawing, handleOf, kindOf } from '../dxf/drawing';
import type { LeafShape, TextShape, ViewportShape } from '../dxf/shapes';
import { type Box, emptyBox, include, isEmpty } from '../geometry/box';
import { includeEllipse } from '../geometry/ellipse';
import { composeSpace, moved, planOf, type Space } from '../geometry/space';
import { applyX, applyY, compose, type Transform } from '../geometry/transform';
import { type LaidText, layOut } from '../lettering/layout';
import { type OutlineSink, outlineEllipse, outlineFill, outlinePath, outlinePolygon } from './outline';
import { Walk, type WalkSink } from './walk';

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
export class BoxSink implements OutlineSink {
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

/** Tells the outline of a shape to a sink; of a text, the corners of what it is laid out in. */
export function outlineShape(shape: LeafShape | ViewportShape, space: Space, sink: OutlineSink): void {
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
      const t = textTransform(shape, space, laid.heightFactor);
      for (const x of [laid.minX, laid.maxX])
        for (const y of [laid.minY, laid.maxY]) sink.move(applyX(t, x, y), applyY(t, x, y));
      return;
    }
    case 'viewport': {
      const [x, y] = shape.centre;
      sink.move(x - shape.width / 2, y - shape.height / 2);
      sink.line(x + shape.width / 2, y + shape.height / 2);
    }
  }
}

/** Takes in what a walk meets as one box. */
export class BoxOfWalk implements WalkSink {
  private readonly outline = new BoxSink();
  private looks = 0;

  get box(): Box {
    return this.outline.box;
  }

  shape(shape: LeafShape, { space }: { readonly space: Space }): void {
    this.looks++;
    outlineShape(shape, space, this.outline);
  }

  viewport(shape: ViewportShape, { space }: { readonly space: Space }): void {
    outlineShape(shape, space, this.outline);
  }

  isFull(): boolean {
    return this.looks >= MOST_LOOKS;
  }
}

/**
 * The box of an object where it stands: lines without their widths, symbols with everything in them, text as it is
 * laid out with the shipped faces, whether it shows or not. Null for what cannot be drawn, has no end, or is empty.
 */
export function extentsOf(drawing: Drawing, row: number): Box | null {
  const sink = new BoxOfWalk();
  new Walk(drawing, sink, null).row(row);
  return isEmpty(sink.box) ? null : sink.box;
}

/** Every placement in a space, symbols within symbols included: its path of handles, name, and where its origin is. */
export function placementsOf(
  drawing: Drawing,
  container: number,
): { readonly path: readonly string[]; readonly symbol: string; readonly space: Space }[] {
  const found: { path: string[]; symbol: string; space: Space }[] = [];
  const path: string[] = [];
  const walk = new Walk(
    drawing,
    {
      shape: () => undefined,
      placement: (symbol, space, { row, depth }) => {
        // Pictures of dimensions and terminators of leaders are placed by programs, not by people.
        if (kindOf(drawing, row) !== 'symbol') return false;
        path.length = depth;
        path.push(handleOf(drawing, row));
        found.push({ path: [...path], symbol, space });
        return true;
      },
      isFull: () => found.length >= MOST_LOOKS,
    },
    null,
  );
  walk.container(container);
  return found;
}
