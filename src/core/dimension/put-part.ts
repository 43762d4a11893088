import { asSingleLine } from '../dxf/edit/edit-words';
import type { Point, Props, SpaceComposer } from '../dxf/write/space-composer';
import type { Terminator } from '../standard/dimension-settings';
import type { FigurePart } from './figure-pen';
import { type TerminatorPart, terminatorParts } from './terminators';

/** What parts of a figure are drawn with where their style leaves it open, and where they go. */
export interface PartLook {
  readonly layer: string;
  readonly colour: number;
  readonly widthMm: NonNullable<Props['widthMm']>;
  readonly linetype?: string;
  /** Letters as their text style has them. */
  readonly text: { readonly style: string; readonly widthFactor?: number; readonly slantDeg?: number };
  /** Drawing units in one mm on paper. */
  readonly unitsPerMm: number;
}

/** Pairs of numbers as points, each made larger. */
const pointsOf = (numbers: readonly number[], factor: number): Point[] =>
  Array.from(
    { length: numbers.length / 2 },
    (_, i): Point => [numbers[2 * i] * factor, numbers[2 * i + 1] * factor],
  );

/** A round spot: a closed line of two half circles, as wide as its radius. */
export function putSpot(space: SpaceComposer, props: Props, [x, y]: Point, radius: number): void {
  const half = radius / 2;
  space.polyline(
    props,
    [
      [x + half, y],
      [x - half, y],
    ],
    true,
    [1, 1],
    radius,
  );
}

/** Draws a part of a dimension's figure. */
export function putPart(space: SpaceComposer, part: FigurePart, look: PartLook): void {
  const { unitsPerMm: k } = look;
  const solid: Props = {
    layer: look.layer,
    colour: part.colour ?? look.colour,
    widthMm: part.penMm ?? look.widthMm,
  };
  const linetype = part.linetype || look.linetype;
  const props: Props = linetype === undefined ? solid : { ...solid, linetype };
  if (part.kind === 'text') {
    const { style, widthFactor, slantDeg } = look.text;
    const [x, y] = part.middle ?? part.at;
    space.text(solid, [x * k, y * k], part.heightMm * k, asSingleLine(part.text), {
      style,
      angleDeg: part.angleDeg,
      ...(widthFactor === undefined ? {} : { widthFactor }),
      ...(slantDeg === undefined ? {} : { slantDeg }),
      ...(part.middle ? ({ across: 'centre', up: 'middle' } as const) : {}),
    });
    return;
  }
  if (part.kind === 'arc') {
    const centre: Point = [part.centre[0] * k, part.centre[1] * k];
    if (part.full) putSpot(space, solid, centre, part.radius * k);
    else if (part.toDeg - part.fromDeg >= 360) space.circle(props, centre, part.radius * k);
    else space.arc(props, centre, part.radius * k, part.fromDeg, part.toDeg);
    return;
  }
  const points = pointsOf(part.points, k);
  if (part.kind === 'line') {
    if (points.length === 2) space.line(props, points[0], points[1]);
    else space.polyline(props, points);
  }
  // The sheet's own colour behind a text: nothing to draw on an empty sheet.
  else if (part.colour !== 0) space.solid(solid, [points[0], points[1], points[2], points[3] ?? points[2]]);
}

/** Draws a terminator of size 1, its tip at the origin, as the format's symbols of terminators are. */
export function putTerminator(space: SpaceComposer, terminator: Terminator): void {
  const own: Props = { layer: '0', colour: 0 };
  const put = (part: TerminatorPart): void => {
    if (part.kind === 'circle') {
      if (part.full) putSpot(space, own, [part.x, part.y], part.radius);
      else space.circle(own, [part.x, part.y], part.radius);
      return;
    }
    const points = pointsOf(part.points, 1);
    if (part.kind === 'fill') space.solid(own, [points[0], points[1], points[2], points[3] ?? points[2]]);
    else if (!part.heavy && points.length === 2) space.line(own, points[0], points[1]);
    else space.polyline(own, points, false, [], part.heavy ? 0.15 : 0);
  };
  for (const part of terminatorParts(terminator)) put(part);
}
