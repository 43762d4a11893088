import { multiLineShape } from '../dxf/read/decode-text';
import type { Part, ToleranceFrameShape } from '../dxf/shapes';
import { composeSpace, moved } from '../geometry/space';
import { textWidth } from '../lettering/layout';

/** A tolerance frame as boxes and letters: each box is as wide as what it says, and its margins. */
export function frameParts({ lines, height, gap, style, system }: ToleranceFrameShape): Part[] {
  const parts: Part[] = [];
  const margin = Math.max(gap, height / 2);
  const rowHeight = height + 2 * margin;
  for (const [i, cells] of lines.entries()) {
    const y = rowHeight / 2 - (i + 1) * rowHeight;
    let x = 0;
    for (const cell of cells) {
      const width = textWidth(cell, style.face) * height * style.widthFactor + 2 * margin;
      const corner = (cx: number, cy: number) => ({ x: cx, y: cy, bulge: 0 });
      parts.push({
        shape: {
          type: 'path',
          vertices: [
            corner(x, y),
            corner(x + width, y),
            corner(x + width, y + rowHeight),
            corner(x, y + rowHeight),
          ],
          closed: true,
          width: 0,
          system,
        },
      });
      parts.push({
        shape: multiLineShape(cell, height, style, {
          attachment: 5,
          width: 0,
          spacing: 1,
          exact: false,
          system: composeSpace(system, moved(x + width / 2, y + rowHeight / 2)),
          background: null,
        }),
      });
      x += width;
    }
  }
  return parts;
}
