import { z } from 'zod';
import { kindOf, layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { LINE_KINDS, type ObjectKind } from '../../../dxf/object-kinds';
import { shapeOf } from '../../../dxf/read/decode';
import { type AuditContext, groupBy, isPlaced } from '../../context';
import type { Rule } from '../../rule';
import { numberSetting, switchSetting } from '../../settings';
import { words } from '../../value';

const messages = {
  none: (count: number, layer: string) =>
    `${count === 1 ? '1 circle' : `${count} circles`} on layer “${layer}” ${count === 1 ? 'has' : 'have'} no centre mark.`,
};

const settings = z.strictObject({
  wanted: switchSetting('Circles get centre marks', false, 'Usual in details and steelwork, not in plans.'),
  smallest: numberSetting('Smallest radius that is marked', 'mm on paper', 1.5, { max: 100 }),
});

/** How far from the centre a line may pass that marks it, mm on paper. */
const AT_CENTRE_MM = 0.2;
/** Lines that turn against each other by less than this are one mark, radians. */
const LEAST_TURN = Math.PI / 4;

/** What a centre is marked with. */
const MARKS: ReadonlySet<ObjectKind> = new Set([...LINE_KINDS, 'symbol', 'dimension', 'point']);

interface Circle {
  readonly row: number;
  readonly x: number;
  readonly y: number;
  readonly radius: number;
  readonly mmPerUnit: number;
}

export const dimensionsCentreMarks: Rule = {
  meta: {
    id: 'dimensions/centre-marks',
    title: 'Circle without a centre mark',
    stage: 'looks',
    weight: 'note',
    correction: 'automatic',
    what: 'Where the office wants it, the centre of every circle is marked by two lines.',
    why: 'Holes are set out from their centres: a circle without one has to be measured.',
    // ISO 128-2, from memory.
    source: 'ISO 128-2: centre lines of circles; whether they are drawn is office practice',
    settings,
  },

  visit(context) {
    const own = settings.parse(context.settings);
    const found: number[] = [];
    return {
      on: own.wanted
        ? {
            circle(row) {
              const circle = circleOf(context, row);
              if (circle && circle.radius * circle.mmPerUnit >= own.smallest && !isMarked(context, circle))
                found.push(row);
            },
          }
        : {},
      *finish() {
        const { drawing } = context;
        for (const rows of groupBy(found, (row) => foldName(layerNameOf(drawing, row))).values()) {
          const layer = layerNameOf(drawing, rows[0]);
          yield {
            message: messages.none(rows.length, layer),
            expected: words('a mark at the centre'),
            found: words('none'),
            rows,
            subject: { layer, kind: 'circle' },
            remedy: 'Two lines through each centre, on the layer of the circle.',
          };
        }
      },
    };
  },

  settle(context, finding) {
    const all = context.rowsOf(finding).flatMap((row) => circleOf(context, row) ?? []);
    // Circles about one centre have one mark, as large as the largest of them asks for.
    const largest = new Map<string, Circle>();
    for (const circle of all) {
      const on = AT_CENTRE_MM / circle.mmPerUnit;
      const key = `${context.drawing.objects.container[circle.row]}|${Math.round(circle.x / on)}|${Math.round(circle.y / on)}`;
      const known = largest.get(key);
      if (!known || known.radius < circle.radius) largest.set(key, circle);
    }
    const circles = [...largest.values()];
    return {
      operations: [
        {
          type: 'add centre marks',
          rows: circles.map(({ row }) => row),
          centres: circles.map(({ x, y }) => [x, y] as const),
          radii: circles.map(({ radius }) => radius),
          unitsPerMm: circles.map(({ mmPerUnit }) => 1 / mmPerUnit),
        },
      ],
    };
  },
};

/** A circle in the plane of the drawing that one scale shows, or the largest of several. */
function circleOf({ drawing, facts }: AuditContext, row: number): Circle | null {
  const shape = isPlaced(drawing, row) ? shapeOf(drawing, row) : null;
  const look = facts.look(row);
  const box = facts.box(row);
  if (shape?.type !== 'ellipse' || !box || !look.shows || !look.prints) return null;
  const [width, height] = [box.maxX - box.minX, box.maxY - box.minY];
  const scales = facts.appearances(row).map(({ mmPerUnit }) => mmPerUnit);
  // Seen from the side it is no circle.
  if (scales.length === 0 || !(width > 0) || Math.abs(width - height) > 1e-6 * width) return null;
  return {
    row,
    x: (box.minX + box.maxX) / 2,
    y: (box.minY + box.maxY) / 2,
    radius: width / 2,
    mmPerUnit: Math.max(...scales),
  };
}

/** Whether two lines that turn against each other pass through the centre, or a point or the middle of a symbol marks it. */
function isMarked({ drawing, facts }: AuditContext, { row, x, y, radius, mmPerUnit }: Circle): boolean {
  const near = Math.min(AT_CENTRE_MM / mmPerUnit, radius / 4);
  const box = { minX: x - near, minY: y - near, maxX: x + near, maxY: y + near };
  const ways: number[] = [];
  for (const other of facts.index(drawing.objects.container[row]).within(box)) {
    const kind = kindOf(drawing, other);
    if (other === row || !MARKS.has(kind) || !facts.look(other).shows) continue;
    if (kind === 'point') return true;
    const { pieces, near: index } = facts.piecesNear(other);
    for (const i of index.within(box)) {
      const [x0, y0, x1, y1] = [pieces[i], pieces[i + 1], pieces[i + 2], pieces[i + 3]];
      const length = Math.hypot(x1 - x0, y1 - y0);
      if (!(length > 0)) continue;
      const off = Math.abs((x1 - x0) * (y - y0) - (y1 - y0) * (x - x0)) / length;
      if (off <= near) ways.push(Math.atan2(y1 - y0, x1 - x0));
    }
  }
  return ways.some((one) => ways.some((other) => Math.abs(Math.sin(one - other)) >= Math.sin(LEAST_TURN)));
}
