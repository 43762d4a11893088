import {
  composeSpace,
  cross,
  IDENTITY_SPACE,
  moved,
  objectSpace,
  type Point3,
  type Space,
  spaceOfAxes,
  unit,
} from '../../geometry/space';
import { throughPoints } from '../../geometry/spline';
import type { Colour } from '../colour';
import { type Drawing, rangeOf } from '../drawing';
import type { CompoundShape, Part, PathShape, PlacementShape, ToleranceFrameShape } from '../shapes';
import type { TagReader } from '../tag-reader';
import { pathOf } from './decode-lines';
import { multiLineShape, runOfStyle } from './decode-text';
import { dimensionSettings } from './dimension-style';

/** An arrow three times as long as wide: what a leader ends in when it names nothing else. */
function arrow(tip: Point3, from: Point3, size: number): Part {
  const length = Math.hypot(from[0] - tip[0], from[1] - tip[1]) || 1;
  const [dx, dy] = [(from[0] - tip[0]) / length, (from[1] - tip[1]) / length];
  const [bx, by] = [tip[0] + dx * size, tip[1] + dy * size];
  const half = size / 6;
  return {
    shape: {
      type: 'polygon',
      points: [tip, [bx - dy * half, by + dx * half, tip[2]], [bx + dy * half, by - dx * half, tip[2]]],
      system: IDENTITY_SPACE,
    },
  };
}

/** The mark at a leader's end: a symbol of the drawing, or the arrow. Symbols of marks are drawn at size 1, pointing along x. */
function terminator(drawing: Drawing, name: string, tip: Point3, from: Point3, size: number): Part[] {
  if (!(size > 0)) return [];
  if (name === '' || !drawing.symbols.has(name.toLowerCase())) return [arrow(tip, from, size)];
  const angle = Math.atan2(tip[1] - from[1], tip[0] - from[0]);
  const [c, s] = [Math.cos(angle) * size, Math.sin(angle) * size];
  const space: Space = [c, -s, 0, tip[0], s, c, 0, tip[1], 0, 0, size, tip[2]];
  return [{ shape: { type: 'placement', symbol: name, spaces: [space] } }];
}

export function leader(drawing: Drawing, row: number): PathShape | CompoundShape {
  const { reader } = drawing;
  const range = rangeOf(drawing, row);
  const { codes } = reader.document.tags;
  const f = reader.fields.load(range);
  const vertices: Point3[] = [];
  for (let tag = range.start; tag < f.end; tag++)
    if (codes[tag] === 10)
      vertices.push([
        reader.number(tag),
        codes[tag + 1] === 20 ? reader.number(tag + 1) : 0,
        codes[tag + 2] === 30 ? reader.number(tag + 2) : 0,
      ]);
  const smooth = f.int(72) === 1;
  const hasArrow = f.int(71, 1) === 1;
  const line = pathOf(smooth ? throughPoints(vertices, null, null) : vertices);
  if (!hasArrow || vertices.length < 2) return line;
  const settings = dimensionSettings(drawing, range);
  const size = settings.number('terminatorSize') * (settings.number('overallScale') || 1);
  return {
    type: 'compound',
    parts: [
      { shape: line },
      ...terminator(drawing, settings.pointer('leaderTerminator'), vertices[0], vertices[1], size),
    ],
  };
}

/** Raw colours carry their kind in the highest byte: from layer, from symbol, by number, or red, green and blue. */
function rawColour(value: number): Colour | undefined {
  const kind = (value >>> 24) & 255;
  if (kind === 0xc2) return { rgb: value & 0xffffff };
  if (kind === 0xc3 && (value & 255) > 0) return { number: value & 255 };
  return undefined;
}

/** A leader with its label: lines, marks and text or symbol, in nested groups of one record. */
export function multiLeader(drawing: Drawing, row: number): CompoundShape {
  const { reader } = drawing;
  const { codes } = reader.document.tags;
  const range = rangeOf(drawing, row);
  const lines: { points: Point3[] }[] = [];
  const leaders: { end: Point3; dogleg: Point3; length: number; lines: { points: Point3[] }[] }[] = [];
  let depth: 'outside' | 'context' | 'leader' | 'line' = 'outside';
  const context = new Map<number, number>();
  const outer = new Map<number, number>();
  let label = -1;
  let hasSymbol = false;
  for (let tag = range.start; tag < range.end && codes[tag] < 1000; tag++) {
    const code = codes[tag];
    if (depth === 'outside') {
      if (code === 300) depth = 'context';
      else if (!outer.has(code)) outer.set(code, tag);
    } else if (depth === 'context') {
      if (code === 301) depth = 'outside';
      else if (code === 302) {
        depth = 'leader';
        leaders.push({ end: [0, 0, 0], dogleg: [0, 0, 0], length: 0, lines: [] });
      } else if (code === 304) label = tag;
      else if (code === 296) hasSymbol = reader.int(tag) === 1;
      else if (!context.has(code)) context.set(code, tag);
    } else if (depth === 'leader') {
      const current = leaders.at(-1)!;
      if (code === 303) depth = 'context';
      else if (code === 304) {
        depth = 'line';
        const line = { points: [] };
        current.lines.push(line);
        lines.push(line);
      } else if (code === 10) current.end = pointAt(reader, tag);
      else if (code === 11) current.dogleg = pointAt(reader, tag);
      else if (code === 40) current.length = reader.number(tag);
    } else if (code === 305) depth = 'leader';
    else if (code === 10) lines.at(-1)!.points.push(pointAt(reader, tag));
  }
  const number = (from: Map<number, number>, code: number, fallback = 0): number => {
    const tag = from.get(code);
    const value = tag === undefined ? Number.NaN : reader.number(tag);
    return Number.isFinite(value) ? value : fallback;
  };
  const point = (code: number): Point3 => {
    const tag = context.get(code);
    return tag === undefined ? [0, 0, 0] : pointAt(reader, tag);
  };
  const pointer = (from: Map<number, number>, code: number): string => {
    const tag = from.get(code);
    return tag === undefined ? '' : (drawing.recordNames.get(reader.name(tag).toUpperCase()) ?? '');
  };
  const parts: Part[] = [];
  const colour = rawColour(number(outer, 91));
  const width = number(outer, 171, -2);
  const own = { ...(colour ? { colour } : {}), ...(width >= 0 ? { widthMm: width / 100 } : {}) };
  const kind = number(outer, 170, 1);
  const arrowSize = number(context, 140);
  const mark = pointer(outer, 342);
  for (const { end, dogleg, length, lines: own_lines } of leaders) {
    const doglegged = number(outer, 291, 1) === 1 && length > 0;
    const landing: Point3 = doglegged
      ? [end[0] + dogleg[0] * length, end[1] + dogleg[1] * length, end[2] + dogleg[2] * length]
      : end;
    if (kind === 0) continue;
    for (const { points } of own_lines) {
      const whole = [...points, end];
      const drawn = kind === 2 ? throughPoints(whole, null, null) : whole;
      parts.push({ shape: pathOf(doglegged ? [...drawn, landing] : drawn), ...own });
      if (points.length > 0)
        for (const part of terminator(drawing, mark, whole[0], whole[1], arrowSize))
          parts.push({ ...part, ...own });
    }
  }
  if (label >= 0) {
    const height = number(context, 41, 1);
    const normal = context.has(11) ? unit(point(11)) : ([0, 0, 1] as Point3);
    const rotation = number(context, 42);
    const axis = context.has(13) ? unit(point(13)) : ([Math.cos(rotation), Math.sin(rotation), 0] as Point3);
    const textColour = rawColour(number(context, 90));
    const alignment = number(context, 171, 1);
    parts.push({
      shape: multiLineShape(reader.text(label), height, runOfStyle(drawing, pointer(context, 340)), {
        attachment: alignment >= 1 && alignment <= 3 ? alignment : 1,
        width: Math.max(0, number(context, 43)),
        spacing: number(context, 45, 1) || 1,
        exact: number(context, 170, 1) === 2,
        system: spaceOfAxes(axis, cross(normal, axis), point(12)),
        background:
          number(context, 292) === 1
            ? { margin: Math.max(0, number(context, 141, 1.5) - 1), colour: null }
            : null,
      }),
      ...(textColour ? { colour: textColour } : {}),
    });
  }
  if (hasSymbol) {
    const symbol = pointer(context, 341);
    const scale = context.has(16) ? point(16) : ([1, 1, 1] as Point3);
    const turn = number(context, 46);
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    const space = composeSpace(
      composeSpace(moved(...point(15)), objectSpace(context.has(14) ? point(14) : [0, 0, 1])),
      [c * scale[0], -s * scale[1], 0, 0, s * scale[0], c * scale[1], 0, 0, 0, 0, scale[2], 0],
    );
    if (symbol !== '')
      parts.push({ shape: { type: 'placement', symbol, spaces: [space] } satisfies PlacementShape });
  }
  return { type: 'compound', parts };
}

function pointAt(reader: TagReader, tag: number): Point3 {
  const { codes } = reader.document.tags;
  return [
    reader.number(tag),
    codes[tag + 1] === codes[tag] + 10 ? reader.number(tag + 1) : 0,
    codes[tag + 2] === codes[tag] + 20 ? reader.number(tag + 2) : 0,
  ];
}

/** Signs of geometric tolerances are letters of a font of their own; the shipped faces show them by these. */
const TOLERANCE_SIGNS: Readonly<Record<string, string>> = {
  a: '∠',
  b: '⊥',
  c: '▱',
  d: '⌓',
  e: '○',
  f: '∥',
  g: '⌭',
  h: '↗',
  i: '≡',
  j: '⌖',
  k: '⌒',
  l: 'Ⓛ',
  m: 'Ⓜ',
  n: '⌀',
  p: 'Ⓟ',
  r: '◎',
  s: 'Ⓢ',
  t: '⌰',
  u: '⏤',
};

/** A tolerance frame: rows of boxes, one for each part of the text. */
export function toleranceFrame(drawing: Drawing, row: number): ToleranceFrameShape {
  const { reader } = drawing;
  const range = rangeOf(drawing, row);
  const settings = dimensionSettings(drawing, range);
  const f = reader.fields.load(range);
  const height = settings.number('textHeight') * (settings.number('overallScale') || 1);
  const gap = Math.abs(settings.number('textGap')) * (settings.number('overallScale') || 1);
  const normal: Point3 = f.has(230) ? unit(f.point(210)) : [0, 0, 1];
  const axis: Point3 = f.has(11) ? unit(f.point(11)) : [1, 0, 0];
  const system = spaceOfAxes(axis, cross(normal, axis), f.point(10));
  const style = runOfStyle(drawing, settings.pointer('textStyle') || 'Standard');
  const lines = f
    .text(1)
    .split(/\^J|\n/)
    .slice(0, 20)
    .map((line) =>
      line
        .split(/%%v/i)
        .slice(0, 20)
        .map((cell) =>
          cell.replace(
            /\{\\F[^;|]*[^;]*;(\w)\}/gi,
            (_, sign: string) => TOLERANCE_SIGNS[sign.toLowerCase()] ?? sign,
          ),
        )
        .filter((cell) => cell !== ''),
    );
  return { type: 'tolerance frame', lines, height, gap, style, system };
}
