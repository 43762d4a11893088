import Flatbush from 'flatbush';
import { z } from 'zod';
import { entityOf, layerNameOf, rangeOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { boxOfPoints } from '../../../geometry/box';
import { type OrientedBox, overlapOf, runsIn, shrunkBy } from '../../../geometry/oriented-box';
import { type AuditContext, groupBy, isPlaced } from '../../context';
import type { Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { isMasked, texts, writtenText } from '../lettering/shared';
import { drawnFill, fillNamed, isDrawnLater, isInFill } from './shared';

const messages = {
  lines: (count: number, layer: string) =>
    `${texts(count)} on layer “${layer}” ${count === 1 ? 'lies' : 'lie'} in the lines of a fill.`,
  hidden: (count: number, layer: string) =>
    `${texts(count)} on layer “${layer}” ${count === 1 ? 'is' : 'are'} hidden by a solid fill.`,
};

const settings = z.strictObject({
  clear: numberSetting('Space left around the text', 'mm on paper', 0.7, {
    max: 10,
    description: 'Where no scale shows it: a quarter of its height.',
  }),
});
type Settings = z.infer<typeof settings>;

/** Share of a text's height that is left around it where its size on paper is not known. */
const SHARE_OF_HEIGHT = 0.25;

/** A text within a fill, and what of the fill goes for it. */
interface Under {
  readonly row: number;
  readonly fill: number;
  readonly hidden: boolean;
  /** Corners of what is cut out; null where that cannot be. */
  readonly cut: OrientedBox | null;
  /** Why it is left to a person; empty where it is not. */
  readonly why: string;
}

export const fillsOverText: Rule = {
  meta: {
    id: 'fills/over-text',
    title: 'Fill over a text',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'The lines of a fill leave texts clear, and no solid fill hides one.',
    why: 'A figure in the lines of a fill is misread, and what a solid fill hides is not read at all.',
    source: 'Practice: fills clear of text',
    settings,
  },

  visit(context) {
    const own = settings.parse(context.settings);
    const under: Under[] = [];
    const look = (row: number): void => {
      if (isPlaced(context.drawing, row)) under.push(...underOf(context, own, row));
    };
    return {
      on: context.facts.rowsOfKind('fill').length === 0 ? {} : { text: look, attribute: look },
      *finish() {
        const { drawing } = context;
        const groups = groupBy(
          under,
          ({ row, hidden, why }) => `${foldName(layerNameOf(drawing, row))}|${hidden}|${why}`,
        );
        for (const group of groups.values()) {
          const [{ row, hidden, why }] = group;
          const layer = layerNameOf(drawing, row);
          const rows = [...new Set(group.map((one) => one.row))].sort((a, b) => a - b);
          yield {
            message: hidden ? messages.hidden(rows.length, layer) : messages.lines(rows.length, layer),
            expected: words('clear of fills'),
            found: words(hidden ? 'under a solid fill' : 'in the lines of a fill'),
            rows,
            subject: { layer, kind: 'text', value: `${hidden ? 'hidden' : 'lines'}${why}` },
            ...(why === ''
              ? { remedy: `The fill is cut out around ${texts(rows.length)}; nothing is moved.` }
              : { correction: 'manual' as const, remedy: `Left to a person: ${why}.` }),
          };
        }
      },
    };
  },

  settle(context, finding) {
    const own = settings.parse(context.settings);
    const cuts = context
      .rowsOf(finding)
      .flatMap((row) => underOf(context, own, row))
      .flatMap(({ fill, cut }) => (cut ? [{ fill, cut }] : []));
    const byFill = groupBy(cuts, ({ fill }) => String(fill));
    return {
      operations: [
        {
          type: 'cut fills',
          rows: [...byFill.keys()].map(Number),
          loops: [...byFill].map(([fill, of]) =>
            apart(of.map(({ cut }) => cut))
              // What became one around several can reach over the edge of the fill: that is left as it is.
              .filter((box) => isWithin(context, Number(fill), box))
              .map(pointsOf),
          ),
        },
      ],
    };
  },
};

/** The fills that a text lies in. */
function underOf(context: AuditContext, own: Settings, row: number): Under[] {
  const { drawing, facts, standard } = context;
  if (!writtenText(context, row) || !facts.look(row).shows) return [];
  const fact = facts.text(row);
  const box = fact?.box;
  if (!fact || !box || fact.shape.background !== null || isMasked(context, row, box)) return [];
  const order = drawing.objects.container[row];
  return facts
    .index(order, 'fill')
    .within(boxOfPoints(box))
    .flatMap((fill): Under[] => {
      const made = drawnFill(context, fill);
      if (!made || !facts.look(fill).shows || fillNamed(standard.fills, made)?.clearOfText === false)
        return [];
      // A tint under a text is no fault; over it, it hides it.
      const hidden = made.kind !== 'lines';
      if (hidden && !isDrawnLater(drawing, fill, row)) return [];
      if (!isWithin(context, fill, box)) return [];
      const mmPerUnit = facts.oneScale(row);
      const gap = mmPerUnit === null ? SHARE_OF_HEIGHT * fact.height : own.clear / mmPerUnit;
      const wide = shrunkBy(box, -gap);
      const cut = wide && isWithin(context, fill, wide) ? wide : box;
      const why = whyNotCut(context, fill);
      return [{ row, fill, hidden, cut: why === '' ? cut : null, why }];
    });
}

/** Why a fill cannot be cut out; empty where it can. */
function whyNotCut({ drawing }: AuditContext, fill: number): string {
  const { reader } = drawing;
  const range = rangeOf(drawing, fill);
  if (entityOf(drawing, fill) !== 'HATCH') return 'what fills it is no fill that has a boundary';
  if (reader.findNumber(range, 230, 1) !== 1) return 'the fill lies in a plane of its own';
  if (reader.findInt(range, 75) === 2) return 'the fill runs through its islands';
  return '';
}

/** Whether a box lies wholly in a fill: no edge runs into it, and its corner is inside. */
function isWithin({ facts }: AuditContext, fill: number, box: OrientedBox): boolean {
  const { near, pieces } = facts.piecesNear(fill);
  for (const i of near.within(boxOfPoints(box)))
    if (runsIn(pieces[i], pieces[i + 1], pieces[i + 2], pieces[i + 3], box)) return false;
  return isInFill(facts, fill, box[0], box[1]);
}

/**
 * Boxes of which none lies in another: two islands on each other would be filled again where they meet. Those that do become one
 * around them, until none does any more.
 */
function apart(boxes: readonly OrientedBox[]): readonly OrientedBox[] {
  let now = boxes;
  for (;;) {
    const tree = new Flatbush(now.length);
    for (const { minX, minY, maxX, maxY } of now.map(boxOfPoints)) tree.add(minX, minY, maxX, maxY);
    tree.finish();
    const joined: OrientedBox[] = [];
    const taken = new Uint8Array(now.length);
    for (const [i, box] of now.entries()) {
      if (taken[i] === 1) continue;
      taken[i] = 1;
      let whole = box;
      const { minX, minY, maxX, maxY } = boxOfPoints(box);
      for (const other of tree.search(minX, minY, maxX, maxY).sort((a, b) => a - b)) {
        if (taken[other] === 1 || overlapOf(box, now[other]) <= 0) continue;
        taken[other] = 1;
        whole = around(whole, now[other]);
      }
      joined.push(whole);
    }
    if (joined.length === now.length) return joined;
    now = joined;
  }
}

/** The box along the sides of the first that holds both. */
function around(first: OrientedBox, second: OrientedBox): OrientedBox {
  const [ax, ay, bx, by] = first;
  const length = Math.hypot(bx - ax, by - ay);
  const [ux, uy] = [(bx - ax) / length, (by - ay) / length];
  const us: number[] = [];
  const vs: number[] = [];
  for (const box of [first, second])
    for (let i = 0; i < 8; i += 2) {
      us.push((box[i] - ax) * ux + (box[i + 1] - ay) * uy);
      vs.push((box[i + 1] - ay) * ux - (box[i] - ax) * uy);
    }
  const [u0, u1, v0, v1] = [Math.min(...us), Math.max(...us), Math.min(...vs), Math.max(...vs)];
  const at = (u: number, v: number): [number, number] => [ax + u * ux - v * uy, ay + u * uy + v * ux];
  return [...at(u0, v0), ...at(u1, v0), ...at(u1, v1), ...at(u0, v1)] as unknown as OrientedBox;
}

const pointsOf = (box: OrientedBox): (readonly [number, number])[] =>
  [0, 2, 4, 6].map((i) => [box[i], box[i + 1]] as const);
