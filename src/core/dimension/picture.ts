import { type Drawing, entityOf, rangeOf } from '../dxf/drawing';
import { normalOf } from '../dxf/read/decode-text';
import { measureOf } from '../dxf/read/measure';
import type { DimensionValues } from '../standard/dimension-settings';
import { angleOf } from './angle-of';
import {
  angleFigure,
  arcFigure,
  diameterFigure,
  type FigureLettering,
  type FigureOwn,
  type FigurePart,
  linearFigure,
  ordinateFigure,
  radiusFigure,
} from './figure';
import type { Point } from './figure-pen';
import { type DimensionText, formatAngle, formatLength } from './value';

/** What a dimension is drawn with. */
export interface PictureLook {
  /** Sizes in mm on paper, or whatever `unitsPerMm` makes drawing units of. */
  readonly values: DimensionValues;
  /** Drawing units in one mm on paper. */
  readonly unitsPerMm: number;
  readonly lettering: FigureLettering;
}

/** A dimension's picture, or why it is not drawn: "… is not drawn anew: {why}". */
export type DimensionParts =
  | { readonly parts: readonly FigurePart[]; readonly why: null }
  | { readonly parts: null; readonly why: string };

/** What of a dimension is moved, drawing units. */
export interface DimensionMove {
  /** How far its line goes, with its text. */
  readonly line?: Point;
  /** How far the points go that it measures between. */
  readonly feet?: readonly [Point, Point];
  /** Where the middle of its text is put. */
  readonly textAt?: Point;
}

const not = (why: string): DimensionParts => ({ parts: null, why });

/** Lengths and radii below this many drawing units cannot be dimensioned. */
const NO_LENGTH = 1e-9;

const FLAG = { upwards: 64, textPut: 128 } as const;

/**
 * The picture of a dimension in a drawing, worked out from its points: mm on paper from the drawing's origin, so that
 * `unitsPerMm` makes drawing units of them. A text that somebody put somewhere stays there.
 * @param typed what the dimension holds in place of its value, with its formatting; empty for the value alone
 * @param move what of a straight dimension is moved before
 */
export function dimensionParts(
  drawing: Drawing,
  row: number,
  { values, unitsPerMm, lettering }: PictureLook,
  typed: string,
  move: DimensionMove = {},
): DimensionParts {
  const range = rangeOf(drawing, row);
  const entity = entityOf(drawing, row);
  const f = drawing.reader.fields.load(range);
  const has = [10, 11, 13, 14, 15].map((code) => f.has(code));
  const [p10, p11, p13, p14, p15] = [10, 11, 13, 14, 15].map((code) => f.point(code));
  const normal = normalOf(f);
  for (const [point, by] of [
    [p10, move.line],
    [p11, move.line],
    [p13, move.feet?.[0]],
    [p14, move.feet?.[1]],
  ] as const) {
    point[0] += by?.[0] ?? 0;
    point[1] += by?.[1] ?? 0;
  }
  const flags = f.int(70);
  const [turnDeg, slantDeg, textTurn, levelDeg] = [f.num(50), f.num(52), f.num(53), -f.num(51)];
  const placed = f.has(12) ? f.point(12) : [0, 0, 0];
  if (normal[10] < 1 - 1e-9) return not('it lies in a plane of its own');
  if (slantDeg % 180 !== 0) return not('its extension lines are slanted');
  if (textTurn !== 0) return not('its text is turned by hand');
  if (!has[0]) return not('it has no points');
  if (!(unitsPerMm > 0)) return not('the scale it is sized for is not known');
  if (isFormatted(typed)) return not('its text has formatting of its own');
  if (typed.split(LINE_END).length > MOST_LINES) return not('its text has very many lines');
  const measured = measureOf(drawing, row);
  if (!measured || !Number.isFinite(measured.value)) return not('its kind is not known');
  const kind = entity === 'ARC_DIMENSION' ? 'arc' : entity === 'LARGE_RADIAL_DIMENSION' ? 'jog' : flags & 7;
  const at = ([x, y]: readonly number[]): Point => [
    (x - placed[0]) / unitsPerMm,
    (y - placed[1]) / unitsPerMm,
  ];
  const length = Math.abs(measured.value);
  const plain = { ...values, factor: Math.abs(values.factor) || 1 };
  const value: DimensionText =
    measured.what === 'angle'
      ? { main: formatAngle(plain, length), stack: null, second: '' }
      : formatLength(plain, length, SIGNS[measured.what] ?? '');
  if (
    value.stack !== null &&
    typed
      .split(LINE_END)
      .slice(1)
      .some((line) => line.includes('<>'))
  )
    return not('a tolerance over and under stands in a line of its text that is not the first');
  const isRound = kind === 3 || kind === 4;
  const isPut = has[1] && ((flags & FLAG.textPut) !== 0 || (isRound && (p11[0] !== 0 || p11[1] !== 0)));
  const textAt = move.textAt ? at(move.textAt) : isPut ? at(p11) : null;
  const own: FigureOwn = { text: spoken(typed, value), ...(textAt ? { textAt } : {}) };
  const drawn = (parts: readonly FigurePart[]): DimensionParts => ({ parts, why: null });
  switch (kind) {
    case 0:
    case 1: {
      if (!has[2] || !has[3]) return not('points of it are missing');
      const along = kind === 0 ? turnDeg : (Math.atan2(p14[1] - p13[1], p14[0] - p13[0]) * 180) / Math.PI;
      if (length < NO_LENGTH) return not('it has no length');
      const [c, s] = [Math.cos((along * Math.PI) / 180), Math.sin((along * Math.PI) / 180)];
      const distance = ((p10[1] - p13[1]) * c - (p10[0] - p13[0]) * s) / unitsPerMm;
      return drawn(linearFigure(values, lettering, at(p13), at(p14), along, distance, length, own));
    }
    case 2:
    case 5: {
      if (!has[2] || !has[3] || !has[4]) return not('points of it are missing');
      const angle = angleOf(drawing, row, length);
      if (!angle || angle.toDeg - angle.fromDeg < 1e-6) return not('it has no angle');
      const [first, second] = angle.legs;
      return drawn(
        angleFigure(
          values,
          lettering,
          at(angle.corner),
          angle.radius / unitsPerMm,
          angle.fromDeg,
          angle.toDeg,
          [first === null ? null : first / unitsPerMm, second === null ? null : second / unitsPerMm],
          own,
        ),
      );
    }
    case 3:
    case 4: {
      if (!has[4]) return not('points of it are missing');
      const radius = length / (kind === 3 ? 2 : 1);
      if (radius < NO_LENGTH) return not('it has no length');
      const towards = (Math.atan2(p15[1] - p10[1], p15[0] - p10[0]) * 180) / Math.PI;
      const centre = kind === 3 ? [(p10[0] + p15[0]) / 2, (p10[1] + p15[1]) / 2] : p10;
      const figure = kind === 3 ? diameterFigure : radiusFigure;
      return drawn(figure(values, lettering, at(centre), radius / unitsPerMm, towards, length, own));
    }
    case 6: {
      if (!has[2] || !has[3]) return not('points of it are missing');
      const axis = levelDeg + ((flags & FLAG.upwards) !== 0 ? 90 : 0);
      return drawn(ordinateFigure(values, lettering, at(p13), at(p14), axis, length, own));
    }
    case 'arc': {
      if (!has[2] || !has[3] || !has[4]) return not('points of it are missing');
      const arc = angleOf(drawing, row, length);
      const foot = Math.hypot(p13[0] - p15[0], p13[1] - p15[1]);
      if (!arc || foot < NO_LENGTH) return not('it has no length');
      return drawn(
        arcFigure(
          values,
          lettering,
          at(p15),
          foot / unitsPerMm,
          arc.fromDeg,
          arc.toDeg,
          (arc.radius - foot) / unitsPerMm,
          length,
          own,
        ),
      );
    }
    default:
      return not('its line is jogged');
  }
}

const SIGNS: Readonly<Record<string, string>> = { radius: 'R', diameter: '⌀' };

/** Codes that only place a text in its line say nothing of its looks. */
const PLACING = /\\A[012];/g;

/** Where a line of a text ends. */
const LINE_END = /\\P|\^J/;
const LINE_ENDS = /\\P|\^J/g;
const MOST_LINES = 20;

const isFormatted = (typed: string): boolean =>
  /[\\{}]|\^[JMI]/.test(typed.replace(PLACING, '').replace(LINE_ENDS, ' '));

/** What stands where "<>" was typed is the value; without one, what was typed is all there is. Lines stand under each other. */
function spoken(typed: string, value: DimensionText): DimensionText {
  const [words, ...below] = typed.replace(PLACING, '').split(LINE_END);
  const first = spokenLine(words, value, below.length === 0);
  // The value stands in one line alone; tolerances over and under are set in the first.
  const plain = `${value.main}${value.second}`;
  const lines = below.map((line) => signed(line.replace('<>', words.includes('<>') ? '' : plain)).trim());
  return lines.length === 0 ? first : { ...first, below: lines };
}

function spokenLine(words: string, value: DimensionText, isAll: boolean): DimensionText {
  if (words === '') return isAll ? value : { main: '', stack: null, second: '' };
  const at = words.indexOf('<>');
  if (at < 0) return { main: words.trim() === '' ? '' : signed(words), stack: null, second: '' };
  const [before, after] = [signed(words.slice(0, at)), signed(words.slice(at + 2))];
  return value.stack === null && value.second === ''
    ? { main: `${before}${value.main}${after}`, stack: null, second: '' }
    : { ...value, main: `${before}${value.main}`, second: `${value.second}${after}` };
}

/** Signs that are typed by marks of their own. */
const signed = (words: string): string =>
  words
    .replace(/%%d/gi, '°')
    .replace(/%%p/gi, '±')
    .replace(/%%c/gi, '⌀')
    .replace(/%%[uok]/gi, '');

/** Parts that go on in one direction where one ends and the other begins are one line. */
export function joinedParts(parts: readonly FigurePart[]): FigurePart[] {
  const joined: FigurePart[] = [];
  for (const part of parts) {
    const before = joined.at(-1);
    const one = before && part.kind === 'line' && before.kind === 'line' ? joinLines(before, part) : null;
    const arc = before && part.kind === 'arc' && before.kind === 'arc' ? joinArcs(before, part) : null;
    if (one ?? arc) joined[joined.length - 1] = (one ?? arc) as FigurePart;
    else joined.push(part);
  }
  return joined;
}

type LinePart = Extract<FigurePart, { kind: 'line' }>;
type ArcPart = Extract<FigurePart, { kind: 'arc' }>;

const sameLook = (a: FigurePart, b: FigurePart): boolean =>
  a.colour === b.colour && a.penMm === b.penMm && a.linetype === b.linetype;

function joinLines(a: LinePart, b: LinePart): LinePart | null {
  if (a.points.length !== 4 || b.points.length !== 4 || !sameLook(a, b)) return null;
  const [x0, y0, x1, y1] = a.points;
  const [x2, y2, x3, y3] = b.points;
  const size = Math.hypot(x1 - x0, y1 - y0) * Math.hypot(x3 - x2, y3 - y2);
  const cross = (x1 - x0) * (y3 - y2) - (y1 - y0) * (x3 - x2);
  const goesOn = (x1 - x0) * (x3 - x2) + (y1 - y0) * (y3 - y2) > 0;
  const touches = Math.hypot(x2 - x1, y2 - y1) < 1e-6;
  return goesOn && touches && Math.abs(cross) < 1e-9 * size ? { ...a, points: [x0, y0, x3, y3] } : null;
}

function joinArcs(a: ArcPart, b: ArcPart): ArcPart | null {
  const same =
    sameLook(a, b) &&
    !a.full &&
    !b.full &&
    a.radius === b.radius &&
    a.centre[0] === b.centre[0] &&
    a.centre[1] === b.centre[1] &&
    Math.abs(a.toDeg - b.fromDeg) < 1e-9;
  return same ? { ...a, toDeg: b.toDeg } : null;
}
