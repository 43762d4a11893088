import { layerNameOf } from '../../../dxf/drawing';
import { hasOwnOrder } from '../../../dxf/edit/edit-order';
import { foldName } from '../../../dxf/interner';
import { countOf, LINE_KINDS } from '../../../dxf/object-kinds';
import type { Facts } from '../../../facts/facts';
import { type AuditContext, groupBy, isPlaced } from '../../context';
import type { Rule } from '../../rule';
import { words } from '../../value';
import { drawnFill, fillNamed, fills, isDrawnLater, isInFill } from './shared';

const messages = {
  hides: (count: number, layer: string, hidden: number) =>
    `${fills(count)} on layer “${layer}” ${count === 1 ? 'hides' : 'hide'} ${countOf('line', hidden)}, drawn over ${hidden === 1 ? 'it' : 'them'}.`,
};

const MANUAL = 'the drawing keeps an order of its own, in which a person sends them behind';

export const fillsInFront: Rule = {
  meta: {
    id: 'fills/in-front',
    title: 'Solid fill in front of lines',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'Solid fills lie behind the lines that they fill between.',
    why: 'What a fill hides is not seen, and the line around it prints half as wide as it is.',
    source: 'Practice: fills behind linework',
  },

  visit(context) {
    const { drawing } = context;
    const found = new Map<number, number>();
    return {
      on: {
        fill(row) {
          if (!isPlaced(drawing, row)) return;
          const hidden = hiddenBy(context, row);
          if (hidden > 0) found.set(row, hidden);
        },
      },
      *finish() {
        const groups = groupBy(
          found.keys(),
          (row) => `${foldName(layerNameOf(drawing, row))}|${hasOwnOrder(context, row)}`,
        );
        for (const rows of groups.values()) {
          const layer = layerNameOf(drawing, rows[0]);
          const hidden = rows.reduce((sum, row) => sum + found.get(row)!, 0);
          const own = hasOwnOrder(context, rows[0]);
          yield {
            message: messages.hides(rows.length, layer, hidden),
            expected: words('behind the lines'),
            found: words('in front of them'),
            rows,
            subject: { layer, kind: 'fill', value: own ? 'ordered' : 'written' },
            ...(own
              ? { correction: 'manual' as const, remedy: `Left to a person: ${MANUAL}.` }
              : { remedy: `${fills(rows.length)} sent behind everything else; nothing is moved.` }),
          };
        }
      },
    };
  },

  settle: (context, finding) => ({
    operations: [{ type: 'send behind', rows: context.rowsOf(finding) }],
  }),
};

/** How many lines a solid fill or a gradient hides in whole or in part. */
function hiddenBy(context: AuditContext, row: number): number {
  const { drawing, facts, standard } = context;
  const made = drawnFill(context, row);
  if (!made || made.kind === 'lines' || !facts.look(row).shows) return 0;
  if (fillNamed(standard.fills, made)?.behind === false) return 0;
  const box = facts.box(row);
  if (!box) return 0;
  let hidden = 0;
  const { container } = drawing.objects;
  for (const other of [...LINE_KINDS].flatMap((kind) => facts.index(container[row], kind).within(box))) {
    if (!facts.look(other).shows || !isDrawnLater(drawing, row, other)) continue;
    const { near, pieces } = facts.piecesNear(other);
    const isHidden = near.within(box).some((i) => {
      // Of a piece its middle and points beside its ends: an end may lie on the edge.
      for (const share of [0.5, 0.02, 0.98]) {
        const x = pieces[i] + share * (pieces[i + 2] - pieces[i]);
        const y = pieces[i + 1] + share * (pieces[i + 3] - pieces[i + 1]);
        if (isCovered(facts, row, x, y)) return true;
      }
      return false;
    });
    if (isHidden) hidden++;
  }
  return hidden;
}

/** Whether a point lies in a fill, or on its edge: the line there is half hidden. */
function isCovered(facts: Facts, fill: number, x: number, y: number): boolean {
  if (isInFill(facts, fill, x, y)) return true;
  const { near, pieces } = facts.piecesNear(fill);
  return near.within({ minX: x, minY: y, maxX: x, maxY: y }).some((i) => {
    const [x0, y0, x1, y1] = [pieces[i], pieces[i + 1], pieces[i + 2], pieces[i + 3]];
    const length = Math.hypot(x1 - x0, y1 - y0);
    return length > 0 && Math.abs((x - x0) * (y1 - y0) - (y - y0) * (x1 - x0)) <= 1e-9 * length * length;
  });
}
