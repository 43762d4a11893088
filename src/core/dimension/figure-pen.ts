import type { Face } from '../dxf/fonts';
import { textWidth } from '../lettering/layout';
import type { DimensionSetting, DimensionValues, Terminator } from '../standard/dimension-settings';
import { coveredBy, takesOverrun, terminatorParts } from './terminators';
import type { DimensionText } from './value';

export type Point = readonly [number, number];

interface Look {
  /** Setting that a person wants to change when this part is wrong. */
  readonly setting: DimensionSetting;
  /** Colour number; null for the dimension's own. */
  readonly colour: number | null;
  /** mm; null for the pen of the dimension's layer. */
  readonly penMm: number | null;
  /** Name of the linetype; empty for the dimension's own. */
  readonly linetype: string;
}

/** One part of a dimension as it prints: mm on paper, y up. */
export type FigurePart =
  | (Look & { readonly kind: 'line'; readonly points: readonly number[] })
  | (Look & { readonly kind: 'fill'; readonly points: readonly number[] })
  | (Look & {
      readonly kind: 'arc';
      readonly centre: Point;
      readonly radius: number;
      readonly fromDeg: number;
      readonly toDeg: number;
      readonly full?: boolean;
    })
  | (Look & {
      readonly kind: 'text';
      /** Left end of the base line. */
      readonly at: Point;
      /** Its middle, where it is the whole of what is said: it can be set about that, however wide its letters are. */
      readonly middle: Point | null;
      readonly text: string;
      readonly heightMm: number;
      readonly angleDeg: number;
    });

/** What a figure must know of the text style that its style names. */
export interface FigureLettering {
  readonly face: Face;
  readonly widthFactor: number;
}

/** What one dimension has of its own beside its style. */
export interface FigureOwn {
  /** What it says in place of its value. */
  readonly text?: DimensionText;
  /** Middle of its text where somebody put it, mm on paper. */
  readonly textAt?: Point;
}

export const RADIANS = Math.PI / 180;

/** From base line to base line of lettering with several lines, in heights: the single spacing of the format. */
const LINE_STEP = 5 / 3;

/** Draws in a dimension's own axes: u along its line, v away from the object; and puts the result on paper. */
export class Pen {
  readonly parts: FigurePart[] = [];
  private readonly cos: number;
  private readonly sin: number;

  constructor(
    readonly v: DimensionValues,
    readonly lettering: FigureLettering,
    private readonly origin: Point,
    readonly angleDeg: number,
  ) {
    this.cos = Math.cos(angleDeg * RADIANS);
    this.sin = Math.sin(angleDeg * RADIANS);
  }

  at(u: number, w: number): Point {
    return [this.origin[0] + u * this.cos - w * this.sin, this.origin[1] + u * this.sin + w * this.cos];
  }

  /** A place on paper in the dimension's own axes. */
  back([x, y]: Point): Point {
    const [dx, dy] = [x - this.origin[0], y - this.origin[1]];
    return [dx * this.cos + dy * this.sin, dy * this.cos - dx * this.sin];
  }

  /** 1 where text along the line is read the way the line runs, -1 where it is turned to be read: above it is below the line. */
  get upright(): 1 | -1 {
    const folded = ((this.angleDeg % 360) + 360) % 360;
    return folded > 90.01 && folded <= 270.01 ? -1 : 1;
  }

  private lineLook(setting: DimensionSetting): Look {
    const { lineColour, linePenMm, lineLinetype } = this.v;
    return { setting, colour: lineColour, penMm: linePenMm, linetype: lineLinetype };
  }

  private extensionLook(setting: DimensionSetting, second: boolean): Look {
    const { extensionColour, extensionPenMm, extensionLinetype1, extensionLinetype2 } = this.v;
    return {
      setting,
      colour: extensionColour,
      penMm: extensionPenMm,
      linetype: second ? extensionLinetype2 : extensionLinetype1,
    };
  }

  line(setting: DimensionSetting, ...uw: number[]): void {
    this.parts.push({ ...this.lineLook(setting), kind: 'line', points: this.map(uw) });
  }

  extension(setting: DimensionSetting, second: boolean, ...uw: number[]): void {
    this.parts.push({ ...this.extensionLook(setting, second), kind: 'line', points: this.map(uw) });
  }

  arc(setting: DimensionSetting, centre: Point, radius: number, fromDeg: number, toDeg: number): void {
    this.parts.push({
      ...this.lineLook(setting),
      kind: 'arc',
      centre: this.at(...centre),
      radius,
      fromDeg: fromDeg + this.angleDeg,
      toDeg: toDeg + this.angleDeg,
    });
  }

  private map(uw: readonly number[]): number[] {
    const points: number[] = [];
    for (let i = 0; i < uw.length; i += 2) points.push(...this.at(uw[i], uw[i + 1]));
    return points;
  }

  /** @param towardsDeg direction in which the terminator points, in the dimension's axes */
  terminator(setting: DimensionSetting, terminator: Terminator, tip: Point, towardsDeg: number): void {
    const { terminatorSizeMm: size, tickMm } = this.v;
    const solid = { ...this.lineLook(setting), linetype: 'Continuous' };
    // Ticks take the place of both terminators, at the slope that building drawings have.
    if (tickMm > 0 && setting !== 'leaderTerminator') {
      const [u, w] = tip;
      this.line('tickMm', u - tickMm, w - tickMm, u + tickMm, w + tickMm);
      return;
    }
    const [cos, sin] = [Math.cos(towardsDeg * RADIANS), Math.sin(towardsDeg * RADIANS)];
    // A slash leans the same way at both ends.
    const turned = (x: number, y: number): Point =>
      takesOverrun(terminator)
        ? [tip[0] + x * size, tip[1] + y * size]
        : [tip[0] + (x * cos - y * sin) * size, tip[1] + (x * sin + y * cos) * size];
    for (const part of terminatorParts(terminator)) {
      if (part.kind === 'circle') {
        this.parts.push({
          ...solid,
          kind: 'arc',
          centre: this.at(...turned(part.x, part.y)),
          radius: part.radius * size,
          fromDeg: 0,
          toDeg: 360,
          full: part.full,
        });
        continue;
      }
      const uw: number[] = [];
      for (let i = 0; i < part.points.length; i += 2) uw.push(...turned(part.points[i], part.points[i + 1]));
      const heavy = part.kind === 'line' && part.heavy;
      this.parts.push({
        ...solid,
        kind: part.kind,
        points: this.map(uw),
        // A heavy slash is as heavy as it is in the format's own symbol: 0.15 of its size.
        penMm: heavy ? Math.max(0.15 * size, solid.penMm ?? 0) : solid.penMm,
      });
    }
  }

  /** Length that the text takes along its line, and its height, mm; with its frame's distance on all sides. */
  sizeOf(text: DimensionText): { width: number; height: number } {
    const { textHeightMm: h, toleranceHeight } = this.v;
    const width = (part: string, height: number): number =>
      part === '' ? 0 : textWidth(part, this.lettering.face) * height * this.lettering.widthFactor;
    const small = h * toleranceHeight;
    const below = text.below ?? [];
    const stack = text.stack
      ? Math.max(width(text.stack.upper, small), width(text.stack.lower, small)) + 0.2 * h
      : 0;
    const first = width(text.main, h) + stack + width(text.second, h);
    const tall = text.stack ? Math.max(h, 2 * small + 0.4 * small) : h;
    return {
      width: Math.max(first, ...below.map((line) => width(line, h))),
      height: tall + below.length * LINE_STEP * h,
    };
  }

  /**
   * Sets the text with its middle at a place.
   * @param level keeps it level, whatever the direction of the dimension
   */
  text(text: DimensionText, middle: Point, level: boolean, turnDeg = 0): void {
    const { v } = this;
    const { width, height } = this.sizeOf(text);
    const h = v.textHeightMm;
    let angle = level ? 0 : this.angleDeg + turnDeg;
    // Text is read from the bottom or from the right (ISO 129-1).
    if (!level) {
      const folded = ((angle % 360) + 360) % 360;
      angle = folded > 90.01 && folded <= 270.01 ? folded - 180 : folded > 270 ? folded - 360 : folded;
    }
    if (v.textDirection === 'right to left') angle += 180;
    const [cos, sin] = [Math.cos(angle * RADIANS), Math.sin(angle * RADIANS)];
    const [x, y] = this.at(...middle);
    const place = (dx: number, dy: number): Point => [x + dx * cos - dy * sin, y + dx * sin + dy * cos];
    const look = { colour: v.textColour, penMm: null, linetype: 'Continuous' };
    const gap = v.textOffsetMm;
    const box = [
      ...place(-width / 2 - gap, -height / 2 - gap),
      ...place(width / 2 + gap, -height / 2 - gap),
      ...place(width / 2 + gap, height / 2 + gap),
      ...place(-width / 2 - gap, height / 2 + gap),
    ];
    if (v.textBackground !== 'none')
      this.parts.push({
        ...look,
        kind: 'fill',
        setting: 'textBackground',
        // Colour 255 is the lightest of the numbered ones; the sheet itself is white.
        colour: v.textBackground === 'colour' ? v.textBackgroundColour : 0,
        points: box,
      });
    if (v.textFrame)
      this.parts.push({ ...look, kind: 'line', setting: 'textFrame', points: [...box, box[0], box[1]] });
    const below = text.below ?? [];
    // The first line stands over the middle of the whole by half of what is under it.
    const lift = (below.length * LINE_STEP * h) / 2;
    const alone = text.stack === null && text.second === '';
    const first = below.length === 0 ? width : this.sizeOf({ ...text, below: [] }).width;
    let left = -first / 2;
    const put = (part: string, heightMm: number, dy: number, setting: DimensionSetting): number => {
      if (part === '') return 0;
      this.parts.push({
        ...look,
        kind: 'text',
        setting,
        at: place(left, lift + dy),
        middle: alone ? place(0, lift) : null,
        text: part,
        heightMm,
        angleDeg: angle,
      });
      return textWidth(part, this.lettering.face) * heightMm * this.lettering.widthFactor;
    };
    left += put(text.main, h, -h / 2, 'textHeightMm');
    if (text.stack) {
      const small = h * v.toleranceHeight;
      const foot =
        v.toleranceAlign === 'at the foot'
          ? -h / 2
          : v.toleranceAlign === 'at the top'
            ? h / 2 - 2.4 * small
            : -1.2 * small;
      left += 0.1 * h;
      const upper = put(text.stack.upper, small, foot + 1.4 * small, 'tolerance');
      const lower = put(text.stack.lower, small, foot, 'tolerance');
      left += Math.max(upper, lower) + 0.1 * h;
    }
    put(text.second, h, -h / 2, 'second');
    for (const [i, line] of below.entries()) {
      if (line === '') continue;
      const up = lift - (i + 1) * LINE_STEP * h;
      const half = (textWidth(line, this.lettering.face) * h * this.lettering.widthFactor) / 2;
      this.parts.push({
        ...look,
        kind: 'text',
        setting: 'textHeightMm',
        at: place(-half, up - h / 2),
        middle: place(0, up),
        text: line,
        heightMm: h,
        angleDeg: angle,
      });
    }
  }
}

/** What goes out when text and terminators do not both fit between the extension lines. */
export function fitting(
  v: DimensionValues,
  lengthMm: number,
  textMm: number,
): { readonly textOut: boolean; readonly terminatorsOut: boolean } {
  const size =
    v.tickMm > 0 ? 0 : (v.terminatorSizeMm * (coveredBy(v.terminator1) + coveredBy(v.terminator2))) / 2;
  const text = textMm + 2 * v.textOffsetMm;
  if (text + 2 * size <= lengthMm) return { textOut: false, terminatorsOut: false };
  const textFits = text <= lengthMm;
  const terminatorsFit = 2 * size <= lengthMm;
  const out = { textOut: !textFits, terminatorsOut: true };
  switch (v.whenShort) {
    case 'text and terminators':
      out.textOut = true;
      break;
    case 'terminators first':
      break;
    case 'text first':
      out.textOut = true;
      out.terminatorsOut = !terminatorsFit;
      break;
    default:
      if (!textFits && terminatorsFit) out.terminatorsOut = false;
  }
  if (v.textInside) out.textOut = false;
  return out;
}
