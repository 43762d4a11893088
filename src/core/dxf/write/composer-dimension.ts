import type { DimensionPicture, Point } from './space-tags';

interface Props {
  readonly layer: string;
  readonly colour: number;
}

/** What the picture is drawn with. */
interface Surface {
  line(props: Props, from: Point, to: Point): void;
  text(
    props: Props,
    at: Point,
    height: number,
    text: string,
    options: { readonly across: 'centre'; readonly angleDeg: number },
  ): void;
}

/** What a dimension looks like: extension lines, slashes, the line, the text over it. */
export function drawDimension(
  space: Surface,
  ...[height, from, to, a, b, plumb, text]: DimensionPicture
): void {
  const own = { layer: '0', colour: 0 };
  const gap = height * 0.4;
  const over = height * 0.6;
  const sense = (value: number): number => (value < 0 ? -1 : 1);
  for (const [foot, end] of [
    [from, a],
    [to, b],
  ]) {
    const s = plumb ? sense(end[0] - foot[0]) : sense(end[1] - foot[1]);
    space.line(
      own,
      plumb ? [foot[0] + s * gap, foot[1]] : [foot[0], foot[1] + s * gap],
      plumb ? [end[0] + s * over, end[1]] : [end[0], end[1] + s * over],
    );
    space.line(
      own,
      [end[0] - height * 0.35, end[1] - height * 0.35],
      [end[0] + height * 0.35, end[1] + height * 0.35],
    );
  }
  space.line(own, a, b);
  const middle: Point = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  space.text(
    own,
    plumb ? [middle[0] - height * 0.45, middle[1]] : [middle[0], middle[1] + height * 0.45],
    height,
    text,
    { across: 'centre', angleDeg: plumb ? 90 : 0 },
  );
}
