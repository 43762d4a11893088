import { linearFigure } from '../src/core/dimension/figure';
import { joinedParts } from '../src/core/dimension/picture';
import { putPart, putTerminator } from '../src/core/dimension/put-part';
import type { DrawingComposer, Point, Props, SpaceComposer } from '../src/core/dxf/write/composer';
import { dimensionRecord, TERMINATOR_SYMBOLS } from '../src/core/records/dimension-record';
import { type DimensionValues, PLAIN_DIMENSION } from '../src/core/standard/dimension-settings';

/** A sender's dimension style. */
export interface SenderStyle {
  readonly name: string;
  readonly values: DimensionValues;
}

const put = new WeakMap<DrawingComposer, Set<string>>();

/** A symbol that several styles of a drawing need is there once. */
function putOnce(file: DrawingComposer, name: string, draw: (space: SpaceComposer) => void): void {
  const known = put.get(file) ?? new Set();
  put.set(file, known);
  if (!known.has(name)) file.symbol(name, draw);
  known.add(name);
}

/** A sender's style for one scale, put into a drawing. */
export function defineStyle(
  file: DrawingComposer,
  name: string,
  scale: number,
  settings: Partial<DimensionValues>,
): SenderStyle {
  const values = { ...PLAIN_DIMENSION, ...settings, sizedOnPaper: false, overallScale: scale };
  for (const terminator of new Set([values.terminator1, values.terminator2]))
    if (TERMINATOR_SYMBOLS[terminator] !== '')
      putOnce(file, TERMINATOR_SYMBOLS[terminator], (space) => putTerminator(space, terminator));
  file.dimensionStyle(name, dimensionRecord(values));
  return { name, values };
}

/**
 * A level or plumb dimension as its style draws it.
 * @param at where its line runs: a y, or an x when plumb
 * @param says what is typed over its value
 * @param shows what its picture says, where that was not made anew since it was stretched
 * @param heightMm height of its text, where it has one of its own
 */
export function measure(
  space: SpaceComposer,
  props: Props,
  { name, values }: SenderStyle,
  from: Point,
  to: Point,
  at: number,
  {
    plumb = false,
    says,
    shows = says,
    heightMm,
  }: { plumb?: boolean; says?: string; shows?: string; heightMm?: number } = {},
): void {
  const scale = values.overallScale;
  const v = heightMm === undefined ? values : { ...values, textHeightMm: heightMm };
  const onPaper = ([x, y]: Point): Point => [x / scale, y / scale];
  const length = plumb ? to[1] - from[1] : to[0] - from[0];
  const parts = linearFigure(
    v,
    { face: 'stroke', widthFactor: 1 },
    onPaper(from),
    onPaper(to),
    plumb ? 90 : 0,
    (plumb ? from[0] - at : at - from[1]) / scale,
    Math.abs(length),
    shows === undefined ? {} : { text: { main: shows, stack: null, second: '' } },
  );
  space.dimension(props, from, to, at, v.textHeightMm * scale, {
    plumb,
    says,
    style: name,
    ...(heightMm === undefined ? {} : { own: new Map([[140, heightMm]]) }),
    draw: (picture) => {
      for (const part of joinedParts(parts))
        putPart(picture, part, {
          layer: '0',
          colour: 0,
          widthMm: 'of the symbol',
          text: { style: 'Standard' },
          unitsPerMm: scale,
        });
    },
  });
}
