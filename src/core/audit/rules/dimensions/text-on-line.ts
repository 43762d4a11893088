import { z } from 'zod';
import { layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { type Box, boxOfPoints } from '../../../geometry/box';
import { movedBy, type OrientedBox, overlapOf, runsIn, shrunkBy } from '../../../geometry/oriented-box';
import { type AuditContext, groupBy } from '../../context';
import { lookOf, redrawnParts } from '../../redrawing';
import type { Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { dimensions, figureBoxes } from './shared';

const messages = {
  on: (count: number, layer: string, what: string) =>
    count === 1
      ? `The text of 1 dimension on layer “${layer}” lies on ${what}.`
      : `The texts of ${dimensions(count)} on layer “${layer}” lie on ${what}.`,
  unseen: (count: number) => `whether the texts of ${dimensions(count)} lie on lines: no scale shows them`,
};

const settings = z.strictObject({
  tolerance: numberSetting('How deep a line may run in a text', 'mm on paper', 0.2, { max: 10 }),
  farthest: numberSetting('How far a text may be moved along its line', 'mm on paper', 20, { max: 200 }),
});
type Settings = z.infer<typeof settings>;

/** What a text keeps from a line that it is moved beside, mm on paper. */
const CLEAR_MM = 0.5;

const WHAT = { own: 'a line of its own', another: 'a line of another dimension' } as const;

interface On {
  readonly what: keyof typeof WHAT;
  /** Along its line, drawing units; null where no place is clear. */
  readonly way: readonly [number, number] | null;
  /** Where the middle of its text is now. */
  readonly middle: readonly [number, number];
  readonly mmPerUnit: number;
}

export const dimensionsTextOnLine: Rule = {
  meta: {
    id: 'dimensions/text-on-line',
    title: 'Text of a dimension on an extension line',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'No extension line or dimension line, of its own or of another, runs through the text of a dimension.',
    why: 'A line through “1800” makes a figure that nobody can read with certainty.',
    // ISO 129-1, from memory.
    source: 'ISO 129-1: values are placed so that they are not crossed by any line',
    settings,
  },

  visit(context) {
    const own = settings.parse(context.settings);
    const found = new Map<number, On>();
    let unseen = 0;
    return {
      on: {
        dimension(row) {
          if (!context.facts.look(row).shows) return;
          if (context.facts.appearances(row).length === 0) unseen++;
          const on = onOf(context, row, own, found);
          if (on) found.set(row, on);
        },
      },
      *finish() {
        const { drawing } = context;
        if (unseen > 0) context.notChecked(messages.unseen(unseen));
        const groups = groupBy(found.keys(), (row) => {
          const { what, way } = found.get(row)!;
          return `${foldName(layerNameOf(drawing, row))}\n${what}\n${way !== null}`;
        });
        for (const rows of groups.values()) {
          const { what, way } = found.get(rows[0])!;
          const layer = layerNameOf(drawing, rows[0]);
          yield {
            message: messages.on(rows.length, layer, WHAT[what]),
            expected: words('clear of lines'),
            found: words(`on ${WHAT[what]}`),
            rows,
            subject: { layer, kind: 'dimension', value: `${what}, ${way ? 'can be moved' : 'no place'}` },
            ...(way
              ? { remedy: 'Moved along the dimension line to the nearest place that is clear.' }
              : {
                  correction: 'manual' as const,
                  remedy: `No place within ${own.farthest} mm along its line is clear: move it by hand, or break the line.`,
                }),
          };
        }
      },
    };
  },

  settle(context, finding) {
    const own = settings.parse(context.settings);
    const moves = new Map<number, On>();
    for (const row of context.rowsOf(finding)) {
      const on = onOf(context, row, own, moves);
      if (on?.way) moves.set(row, on);
    }
    if (moves.size === 0) return { refused: 'No place along the line is clear: move it by hand.' };
    const list = [...moves];
    return {
      operations: [
        {
          type: 'move in dimensions',
          was: 'text on a line',
          rows: list.map(([row]) => row),
          moves: list.map(([, { way, middle }]) => ({
            textAt: [middle[0] + way![0], middle[1] + way![1]] as const,
          })),
          onPaperMm: list.map(([, { way, mmPerUnit }]) => Math.hypot(...way!) * mmPerUnit),
        },
      ],
    };
  },
};

const shrunk = (boxes: readonly OrientedBox[], depth: number): OrientedBox[] =>
  boxes.map((box) => shrunkBy(box, depth)).filter((box) => box !== null);

type Piece = readonly [number, number, number, number];

/** @param moved dimensions whose texts are moved themselves */
function onOf(context: AuditContext, row: number, own: Settings, moved: ReadonlyMap<number, On>): On | null {
  const { facts } = context;
  const [seen] = facts.appearances(row);
  const boxes = figureBoxes(context, row);
  if (!seen || boxes.length === 0) return null;
  const { mmPerUnit } = seen;
  const inner = shrunk(boxes, own.tolerance / mmPerUnit);
  const hits = (box: Box): 'own' | 'another' | null => {
    for (const [other, pieces] of piecesAbout(context, row, box))
      if (pieces.some((piece) => inner.some((one) => isIn(piece, one))))
        return other === row ? 'own' : 'another';
    return null;
  };
  const what = hits(boxOfPoints(boxes.flatMap((box) => [...box])));
  if (!what) return null;
  const middle = middleOf(context, row);
  return {
    what,
    way: middle && wayAlong(context, row, boxes, mmPerUnit, own, moved),
    middle: middle ?? [0, 0],
    mmPerUnit,
  };
}

/** The straight pieces of dimensions about a box, by dimension; the dimension itself first. */
function piecesAbout({ drawing, facts }: AuditContext, row: number, box: Box): Map<number, Piece[]> {
  const others = facts.index(drawing.objects.container[row], 'dimension').within(box);
  const found = new Map<number, Piece[]>();
  for (const other of [row, ...others.filter((one) => one !== row && facts.look(one).shows)]) {
    const { pieces, near } = facts.piecesNear(other);
    found.set(
      other,
      near.within(box).map((i) => [pieces[i], pieces[i + 1], pieces[i + 2], pieces[i + 3]] as const),
    );
  }
  return found;
}

const isIn = (piece: Piece, box: OrientedBox): boolean => runsIn(...piece, box);

/** The middle of the text as it would be drawn anew; null for a dimension that is not. */
function middleOf(context: AuditContext, row: number): readonly [number, number] | null {
  const { unitsPerMm } = lookOf(context, row);
  for (const part of redrawnParts(context, row).parts ?? [])
    if (part.kind === 'text' && part.middle)
      return [part.middle[0] * unitsPerMm, part.middle[1] * unitsPerMm];
  return null;
}

/** The shortest way along its line on which a text comes clear of all lines and texts of dimensions. */
function wayAlong(
  context: AuditContext,
  row: number,
  boxes: readonly OrientedBox[],
  mmPerUnit: number,
  { tolerance, farthest }: Settings,
  moved: ReadonlyMap<number, On>,
): readonly [number, number] | null {
  const { drawing, facts } = context;
  const line = facts.straight(row);
  if (!line) return null;
  const [ux, uy] = line.along;
  const reach = farthest / mmPerUnit;
  const corners = boxes.flatMap((box) => [...box]);
  const about = boxOfPoints([
    ...corners.map((value, i) => value + reach * (i % 2 === 0 ? ux : uy)),
    ...corners.map((value, i) => value - reach * (i % 2 === 0 ? ux : uy)),
  ]);
  const pieces = [...piecesAbout(context, row, about).values()].flat();
  const texts = facts
    .index(drawing.objects.container[row], 'dimension')
    .within(about)
    .filter((other) => other !== row)
    .flatMap((other) => {
      const way = moved.get(other)?.way;
      return figureBoxes(context, other).map((box) => (way ? movedBy(box, way) : box));
    });
  const along = (x: number, y: number): number => x * ux + y * uy;
  const own = corners.flatMap((value, i) => (i % 2 === 0 ? [along(value, corners[i + 1])] : []));
  const [low, high] = [Math.min(...own), Math.max(...own)];
  const gap = CLEAR_MM / mmPerUnit;
  const across = pieces.filter(
    ([x0, y0, x1, y1]) => Math.abs(along(x1 - x0, y1 - y0)) < 0.99 * Math.hypot(x1 - x0, y1 - y0),
  );
  const shifts = [
    ...across.flatMap(([x0, y0, x1, y1]) => {
      const [a, b] = [along(x0, y0), along(x1, y1)].sort((p, q) => p - q);
      return [b - low + gap, a - high - gap];
    }),
    ...texts.flatMap((box) => {
      const other = [0, 2, 4, 6].map((i) => along(box[i], box[i + 1]));
      return [Math.max(...other) - low + gap, Math.min(...other) - high - gap];
    }),
  ]
    .filter((shift) => Math.abs(shift) <= reach)
    .sort((a, b) => Math.abs(a) - Math.abs(b));
  // Between its extension lines a text is looked for first.
  const isBetween = (shift: number): boolean => low + shift >= line.from && high + shift <= line.to;
  for (const shift of [...shifts.filter(isBetween), ...shifts.filter((one) => !isBetween(one))]) {
    const way = [shift * ux, shift * uy] as const;
    const there = boxes.map((box) => movedBy(box, way));
    const inner = shrunk(there, tolerance / mmPerUnit);
    if (
      across.every((piece) => inner.every((box) => !isIn(piece, box))) &&
      texts.every((other) => there.every((box) => overlapOf(other, box) <= 0))
    )
      return way;
  }
  return null;
}
