import { extentsOf } from '../drawing/extents';
import { firstPoint } from '../drawing/first-point';
import type { Drawing } from '../dxf/drawing';
import { shapeOf } from '../dxf/read/decode';
import type { Box } from '../geometry/box';
import { type LayerContents, layerContents } from './layers';

/** What is worked out once for a drawing, only when somebody asks. */
export class Facts {
  private layersKept: LayerContents | null = null;
  private readonly boxes = new Map<number, Box | null>();

  constructor(
    readonly drawing: Drawing,
    readonly defaultWidthMm: number,
  ) {}

  get layers(): LayerContents {
    this.layersKept ??= layerContents(this.drawing);
    return this.layersKept;
  }

  anchor(row: number): readonly [number, number] | null {
    const shape = shapeOf(this.drawing, row);
    const at = shape && firstPoint(shape);
    return at && Number.isFinite(at[0]) && Number.isFinite(at[1]) ? at : null;
  }

  box(row: number): Box | null {
    let box = this.boxes.get(row);
    if (box === undefined) {
      box = extentsOf(this.drawing, row);
      this.boxes.set(row, box);
    }
    return box;
  }
}

export const factsOf = (drawing: Drawing, defaultWidthMm: number): Facts =>
  new Facts(drawing, defaultWidthMm);
