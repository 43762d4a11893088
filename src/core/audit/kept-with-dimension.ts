import { z } from 'zod';
import { type BrokenLines, brokenAt, joggedLine, piecesOf } from '../dimension/break-lines';
import type { FigurePart, Point } from '../dimension/figure-pen';
import type { PictureLook } from '../dimension/picture';
import { rangeOf } from '../dxf/drawing';
import { readOwnData } from '../dxf/read/own-data';
import type { DimensionLines, Piece } from '../facts/dimension-lines';
import type { StraightDimension } from '../facts/straight-dimension';
import { type Arc, arcAcrossArc, endsOf, pieceAcrossArc } from '../geometry/arc-crossings';
import { type Box, boxOfPoints } from '../geometry/box';
import { meetingOf, meetingPoint } from '../geometry/crossings';
import type { AuditContext } from './context';

/** What is kept with a dimension that the format has no place for. */
const keptSchema = z.object({
  /** How wide its extension lines are broken where they cross others, mm on paper. */
  breaksMm: z.number().min(0.1).max(100).optional(),
  /** How wide its own line is broken where it crosses that of another: a person said that it gives way, mm on paper. */
  lineBreaksMm: z.number().min(0.1).max(100).optional(),
  /** It is drawn shorter than it is: its line is jogged. */
  jog: z.boolean().optional(),
});
export type KeptWithDimension = z.infer<typeof keptSchema>;

/** What this product keeps with a dimension; nothing where there is none of it, or where it cannot be read. */
export function keptWith({ drawing }: AuditContext, row: number): KeptWithDimension {
  const parsed = keptSchema.safeParse(readOwnData(drawing.reader, rangeOf(drawing, row)));
  return parsed.success ? parsed.data : {};
}

/** A place where a line of a dimension runs across the line of another. */
export interface LineCrossing {
  readonly other: number;
  readonly at: Point;
}

/** Lines that come nearer to an end than this are drawn up to each other, mm on paper. */
const AT_END_MM = 0.3;

/** Lines of a dimension, straight ones and arcs, drawing units. */
export interface Strokes {
  readonly pieces: readonly Piece[];
  readonly arcs: readonly Arc[];
}

/** The extension lines of a dimension, or its own line. */
export const strokesOf = ({ line, arcs, extension }: DimensionLines, which: BrokenLines): Strokes =>
  which === 'extension lines' ? { pieces: extension, arcs: [] } : { pieces: line, arcs };

/** Where two strokes run across each other, and not where one ends at the other. */
function acrossEachOther(a: Strokes, b: Strokes, near: number): Point[] {
  const isInside = (at: Point, ends: readonly Point[]): boolean =>
    ends.every(([x, y]) => Math.hypot(at[0] - x, at[1] - y) > near);
  const pieceEnds = ([x0, y0, x1, y1]: Piece): readonly Point[] => [
    [x0, y0],
    [x1, y1],
  ];
  const pieceAndArc = (piece: Piece, arc: Arc): Point[] =>
    pieceAcrossArc(piece, arc).filter((at) => isInside(at, [...pieceEnds(piece), ...endsOf(arc)]));
  return [
    ...a.pieces.flatMap((one) =>
      b.pieces.flatMap((other): Point[] => {
        if (meetingOf(...one, ...other) !== 'cross') return [];
        const at = meetingPoint(...one, ...other);
        return isInside(at, [...pieceEnds(one), ...pieceEnds(other)]) ? [at] : [];
      }),
    ),
    ...a.pieces.flatMap((one) => b.arcs.flatMap((other) => pieceAndArc(one, other))),
    ...a.arcs.flatMap((one) => b.pieces.flatMap((other) => pieceAndArc(other, one))),
    ...a.arcs.flatMap((one) =>
      b.arcs.flatMap((other) =>
        arcAcrossArc(one, other).filter((at) => isInside(at, [...endsOf(one), ...endsOf(other)])),
      ),
    ),
  ];
}

/**
 * Whether a point lies where a dimension line ends for whoever reads it: lines that end in strokes run on over their
 * extension lines, which the next in a row shares.
 */
const isAtFoot = ({ along, from, to }: StraightDimension, [x, y]: Point, near: number): boolean =>
  [from, to].some((foot) => Math.abs(x * along[0] + y * along[1] - foot) <= near);

/** Where strokes of a dimension run across the dimension lines of others of the space. */
export function crossingsOfLines(
  { drawing, facts }: AuditContext,
  row: number,
  { pieces, arcs }: Strokes,
  mmPerUnit: number,
): LineCrossing[] {
  const index = facts.index(drawing.objects.container[row], 'dimension');
  const near = AT_END_MM / mmPerUnit;
  const crossed = (stroke: Strokes, box: Box): LineCrossing[] =>
    index.within(box).flatMap((other): LineCrossing[] => {
      if (other === row || !facts.look(other).shows) return [];
      const lines = facts.dimensionLines(other);
      if (!lines) return [];
      const others = strokesOf(lines, 'dimension line');
      const straight = facts.straight(other);
      return acrossEachOther(stroke, others, near)
        .filter((at) => !straight || !isAtFoot(straight, at, near))
        .map((at) => ({ other, at }));
    });
  return [
    ...pieces.flatMap((piece) => crossed({ pieces: [piece], arcs: [] }, boxOfPoints(piece))),
    ...arcs.flatMap((arc) => {
      const { x, y, radius } = arc;
      return crossed(
        { pieces: [], arcs: [arc] },
        boxOfPoints([x - radius, y - radius, x + radius, y + radius]),
      );
    }),
  ];
}

/** The parts of a dimension's picture with what is kept of it: lines broken where they cross others, and a jog. */
export function withKept(
  context: AuditContext,
  row: number,
  drawn: readonly FigurePart[],
  { unitsPerMm, values }: PictureLook,
  { breaksMm, lineBreaksMm, jog }: KeptWithDimension,
): readonly FigurePart[] {
  const parts = jog ? joggedLine(drawn, values) : drawn;
  if (breaksMm === undefined && lineBreaksMm === undefined) return parts;
  const lines = context.facts.linesAmong(row)?.(piecesOf(parts, unitsPerMm));
  if (!lines) return parts;
  // Sizes of a style can be counted in inches: what is kept is on paper, and what the sheet makes of a unit says how much that is.
  const mmPerUnit = context.facts.appearances(row)[0]?.mmPerUnit ?? 1 / unitsPerMm;
  const broken = (from: readonly FigurePart[], which: BrokenLines, gapMm: number | undefined) =>
    gapMm === undefined
      ? from
      : brokenAt(
          from,
          which,
          crossingsOfLines(context, row, strokesOf(lines, which), mmPerUnit).map(
            ({ at: [x, y] }): Point => [x / unitsPerMm, y / unitsPerMm],
          ),
          gapMm / mmPerUnit / unitsPerMm,
        );
  return broken(broken(parts, 'extension lines', breaksMm), 'dimension line', lineBreaksMm);
}
