import { z } from 'zod';
import { brokenAt, extensionLines, joggedLine } from '../dimension/break-lines';
import type { FigurePart, Point } from '../dimension/figure-pen';
import type { PictureLook } from '../dimension/picture';
import { rangeOf } from '../dxf/drawing';
import { readOwnData } from '../dxf/read/own-data';
import { meetingOf, meetingPoint } from '../geometry/crossings';
import type { AuditContext } from './context';

/** What is kept with a dimension that the format has no place for. */
const keptSchema = z.object({
  /** How wide its extension lines are broken where they cross others, mm on paper. */
  breaksMm: z.number().min(0.1).max(100).optional(),
  /** It is drawn shorter than it is: its line is jogged. */
  jog: z.boolean().optional(),
});
export type KeptWithDimension = z.infer<typeof keptSchema>;

/** What this product keeps with a dimension; nothing where there is none of it, or where it cannot be read. */
export function keptWith({ drawing }: AuditContext, row: number): KeptWithDimension {
  const parsed = keptSchema.safeParse(readOwnData(drawing.reader, rangeOf(drawing, row)));
  return parsed.success ? parsed.data : {};
}

/** A place where an extension line runs across the line of another dimension. */
export interface LineCrossing {
  readonly other: number;
  readonly at: Point;
}

/** Lines that come nearer to an end than this are drawn up to each other, mm on paper. */
const AT_END_MM = 0.3;

/**
 * Where extension lines run across the lines of other dimensions of the space.
 * @param lines of the dimension, x0, y0, x1, y1 each, drawing units
 */
export function crossingsOfLines(
  { drawing, facts }: AuditContext,
  row: number,
  lines: readonly (readonly number[])[],
  mmPerUnit: number,
): LineCrossing[] {
  const index = facts.index(drawing.objects.container[row], 'dimension');
  const near = AT_END_MM / mmPerUnit;
  return lines.flatMap(([x0, y0, x1, y1]) => {
    const box = {
      minX: Math.min(x0, x1),
      minY: Math.min(y0, y1),
      maxX: Math.max(x0, x1),
      maxY: Math.max(y0, y1),
    };
    return index.within(box).flatMap((other): LineCrossing[] => {
      if (other === row || !facts.look(other).shows) return [];
      return (facts.dimensionLines(other)?.line ?? []).flatMap(([a, b, c, d]): LineCrossing[] => {
        if (meetingOf(x0, y0, x1, y1, a, b, c, d) !== 'cross') return [];
        const at = meetingPoint(x0, y0, x1, y1, a, b, c, d);
        const isInside = [
          [x0, y0],
          [x1, y1],
          [a, b],
          [c, d],
        ].every(([x, y]) => Math.hypot(at[0] - x, at[1] - y) > near);
        return isInside ? [{ other, at }] : [];
      });
    });
  });
}

/** The parts of a dimension's picture with what is kept of it: lines broken where they cross others, and a jog. */
export function withKept(
  context: AuditContext,
  row: number,
  drawn: readonly FigurePart[],
  { unitsPerMm, values }: PictureLook,
  { breaksMm, jog }: KeptWithDimension,
): readonly FigurePart[] {
  const parts = jog ? joggedLine(drawn, values) : drawn;
  if (breaksMm === undefined) return parts;
  const lines = extensionLines(parts).map((line) => line.map((value) => value * unitsPerMm));
  const crossings = crossingsOfLines(context, row, lines, 1 / unitsPerMm);
  return brokenAt(
    parts,
    crossings.map(({ at: [x, y] }): Point => [x / unitsPerMm, y / unitsPerMm]),
    breaksMm,
  );
}
