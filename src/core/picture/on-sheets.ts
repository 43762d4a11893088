import Flatbush from 'flatbush';
import type { ModelSheet } from '../drawing/sheets/model-sheets';
import type { Box } from '../geometry/box';
import { movedBox } from './paper';

/** Which sheet that lies in the model the items of a picture lie on. */
export class OnSheets {
  private readonly boxes: readonly Box[];
  private readonly index: Flatbush;
  private last = 0;

  /** @param origin what the picture's coordinates are relative to */
  constructor(
    private readonly sheets: readonly ModelSheet[],
    origin: readonly [number, number],
  ) {
    this.boxes = sheets.map(({ box }) => movedBox(box, origin));
    this.index = new Flatbush(sheets.length);
    for (const { minX, minY, maxX, maxY } of this.boxes) this.index.add(minX, minY, maxX, maxY);
    this.index.finish();
  }

  /** Paper mm of one unit on the sheet that the middle of a box lies on; 0 where it lies on none. */
  mmPerUnitAt({ minX, minY, maxX, maxY }: Box): number {
    const [x, y] = [(minX + maxX) / 2, (minY + maxY) / 2];
    // What is drawn together mostly lies together.
    if (!holds(this.boxes[this.last], x, y)) {
      const [at] = this.index.search(x, y, x, y);
      if (at === undefined) return 0;
      this.last = at;
    }
    return this.sheets[this.last].mmPerUnit;
  }

  /** The scale that most of the sheets have: what lies beside them has widths of that scale. */
  get scale(): { mmPerUnit: number; mmPerPatternUnit: number; note: string } {
    const times = new Map<number, number>();
    for (const { mmPerUnit } of this.sheets) times.set(mmPerUnit, (times.get(mmPerUnit) ?? 0) + 1);
    const [[mmPerUnit]] = [...times].sort((a, b) => b[1] - a[1]);
    return {
      mmPerUnit,
      mmPerPatternUnit: mmPerUnit,
      note: this.sheets.length > 1 ? 'as on each sheet' : 'as on its sheet',
    };
  }
}

const holds = ({ minX, minY, maxX, maxY }: Box, x: number, y: number): boolean =>
  x >= minX && x <= maxX && y >= minY && y <= maxY;
