import { kindOf } from '../../../dxf/drawing';
import { LINE_KINDS, type ObjectKind } from '../../../dxf/object-kinds';
import type { Box } from '../../../geometry/box';
import type { OrientedBox } from '../../../geometry/oriented-box';
import type { AuditContext } from '../../context';
import { figureBoxes } from '../dimensions/shared';

/** What a text can lie on, in words. */
export const OBSTACLES = { line: 'a line', edge: 'the edge of a fill', dimension: 'a dimension' } as const;
export type Obstacle = keyof typeof OBSTACLES;

/** What has edges that a text can lie on; leaders are asked about by another rule. */
const EDGED: ReadonlySet<ObjectKind> = new Set(['fill', 'solid']);

/** What a text lies on where it lies on an object of a kind; undefined for what it may lie on. */
function obstacleOf(kind: ObjectKind): Obstacle | undefined {
  if (kind === 'dimension') return 'dimension';
  if (EDGED.has(kind)) return 'edge';
  return kind === 'symbol' || kind === 'parallel-line set' || LINE_KINDS.has(kind) ? 'line' : undefined;
}

/** A straight piece of what is drawn: x and y of its ends, drawing units. */
export type Piece = readonly [number, number, number, number];

/** A piece of what a text can lie on. */
export interface LineAbout {
  readonly row: number;
  readonly what: Obstacle;
  readonly piece: Piece;
}

/** What prints within a box of the space that a row lies in, and texts are kept clear of, but for the row itself. */
export function linesAbout({ drawing, facts }: AuditContext, row: number, box: Box): LineAbout[] {
  return facts
    .index(drawing.objects.container[row])
    .within(box)
    .flatMap((other) => {
      const what = obstacleOf(kindOf(drawing, other));
      if (!what || other === row) return [];
      const look = facts.look(other);
      if (!look.shows || !look.prints) return [];
      const { pieces, near } = facts.piecesNear(other);
      return near.within(box).map((i) => ({
        row: other,
        what,
        piece: [pieces[i], pieces[i + 1], pieces[i + 2], pieces[i + 3]] as const,
      }));
    });
}

/** The texts that show within a box of the space that a row lies in, but for the row itself, and where their letters lie. */
export function textsAbout(
  { drawing, facts }: AuditContext,
  row: number,
  box: Box,
): { readonly row: number; readonly box: OrientedBox }[] {
  return facts
    .index(drawing.objects.container[row], 'text')
    .within(box)
    .flatMap((other) => {
      const letters = other === row || !facts.look(other).shows ? null : facts.text(other)?.box;
      return letters ? [{ row: other, box: letters }] : [];
    });
}

/** The dimensions whose figures lie within a box of the space that a row lies in, and where their letters lie. */
export function figuresAbout(
  context: AuditContext,
  row: number,
  box: Box,
): { readonly row: number; readonly box: OrientedBox }[] {
  const { drawing, facts } = context;
  return facts
    .index(drawing.objects.container[row], 'dimension')
    .within(box)
    .filter((other) => facts.look(other).shows)
    .flatMap((other) => figureBoxes(context, other).map((letters) => ({ row: other, box: letters })));
}

/** Whether a piece lies wholly to one side of a box: most do, and are not looked at further. */
export const isBeside = ([x0, y0, x1, y1]: Piece, { minX, minY, maxX, maxY }: Box): boolean =>
  (x0 < minX && x1 < minX) ||
  (x0 > maxX && x1 > maxX) ||
  (y0 < minY && y1 < minY) ||
  (y0 > maxY && y1 > maxY);
