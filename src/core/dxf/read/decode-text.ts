import {
  composeSpace,
  cross,
  moved,
  objectSpace,
  type Point3,
  type Space,
  spaceOfAxes,
  unit,
} from '../../geometry/space';
import type { TagRange } from '../document';
import { type Drawing, entityOf, rangeOf } from '../drawing';
import type { Fields } from '../fields';
import { faceOf, PLAIN_RUN, type TextRun } from '../fonts';
import { foldName } from '../interner';
import type { AnchorAcross, AnchorUp, TextShape } from '../shapes';
import { multiLineText, parseMultiLine, plainText, singleLineRuns } from './multi-line-text';

const RADIANS = Math.PI / 180;
/** Longest text, in bytes, that is laid out or listed; what is longer is cut with a mark. The file keeps it whole. */
const LONGEST = 100_000;

/** Single-line text, attributes and multi-line text as paragraphs with an anchor. Null for what shows nothing. */
export function decodeText(drawing: Drawing, row: number): TextShape | null {
  const entity = entityOf(drawing, row);
  const fields = drawing.reader.fields.load(rangeOf(drawing, row));
  return entity === 'MTEXT' ? multiLine(drawing, fields) : singleLine(drawing, fields, entity);
}

/** Looks of a text style's letters. */
export function runOfStyle(drawing: Drawing, name: string): TextRun {
  const style = drawing.textStyles.get(foldName(name));
  if (!style) return PLAIN_RUN;
  return {
    ...PLAIN_RUN,
    font: style.family || style.font,
    face: faceOf(style.font, style.family, style.bold),
    widthFactor: style.widthFactor,
    slantRad: style.obliqueDeg * RADIANS,
  };
}

function singleLine(drawing: Drawing, f: Fields, entity: string): TextShape | null {
  const { reader } = drawing;
  // Attributes carry an "invisible" flag; definitions show their tag in place of a value.
  if ((entity === 'ATTRIB' || entity === 'ATTDEF') && (f.int(70) & 1) === 1) return null;
  const raw = f.tag(entity === 'ATTDEF' ? 2 : 1);
  const text = raw < 0 ? '' : reader.textUpTo(raw, LONGEST);
  if (text.trim() === '') return null;
  const style = runOfStyle(drawing, f.text(7, 'Standard'));
  const horizontal = f.int(72);
  const vertical = f.int(entity === 'TEXT' ? 73 : 74);
  const second = f.has(11);
  const first = f.point(10);
  const other = f.point(11);
  const fitted = (horizontal === 3 || horizontal === 5) && second;
  const anchored = !fitted && second && (horizontal !== 0 || vertical !== 0);
  const [x, y, z] = anchored ? other : first;
  const generation = f.int(71);
  return {
    type: 'text',
    paragraphs: [
      {
        runs: singleLineRuns(text, {
          ...style,
          widthFactor: f.num(41, style.widthFactor) || 1,
          slantRad: f.has(51) ? f.num(51) * RADIANS : style.slantRad,
        }),
        align: null,
      },
    ],
    x,
    y,
    height: f.num(40, 1),
    angleRad: fitted ? Math.atan2(other[1] - first[1], other[0] - first[0]) : f.num(50) * RADIANS,
    across: horizontal === 1 || horizontal === 4 ? 0.5 : horizontal === 2 ? 1 : 0,
    up:
      horizontal === 4
        ? 'middle'
        : ((['baseline', 'bottom', 'middle', 'top'] as const)[vertical] ?? 'baseline'),
    lineSpacing: 5 / 3,
    exactSpacing: false,
    wrapWidth: 0,
    fitTo: fitted ? [other[0], other[1]] : null,
    fitKeepsShape: horizontal === 3,
    mirroredX: (generation & 2) === 2,
    upsideDown: (generation & 4) === 4,
    background: null,
    system: composeSpace(normalOf(f), moved(0, 0, z)),
  };
}

/** Space of an object's own coordinate system, from its extrusion. */
export const normalOf = (f: Fields): Space => objectSpace(f.has(230) ? f.point(210) : [0, 0, 1]);

/** Text of a multi-line text: its pieces in the order of the record. */
export function rawMultiLine(drawing: Drawing, range: TagRange): string {
  const { reader } = drawing;
  const { codes } = drawing.document.tags;
  let raw = '';
  for (let tag = range.start; tag < range.end && codes[tag] < 1000 && codes[tag] !== 101; tag++)
    if ((codes[tag] === 3 || codes[tag] === 1) && raw.length < LONGEST) raw += reader.textUpTo(tag, LONGEST);
  return raw;
}

function multiLine(drawing: Drawing, f: Fields): TextShape | null {
  const raw = rawMultiLine(drawing, f.range);
  if (raw.trim() === '') return null;
  const height = f.num(40, 1);
  const normal: Point3 = f.has(230) ? unit(f.point(210)) : [0, 0, 1];
  const axis: Point3 = f.has(11)
    ? unit(f.point(11))
    : [Math.cos(f.num(50) * RADIANS), Math.sin(f.num(50) * RADIANS), 0];
  const back = f.int(90);
  return multiLineShape(raw, height, runOfStyle(drawing, f.text(7, 'Standard')), {
    attachment: f.int(71, 1),
    width: Math.max(0, f.num(41)),
    spacing: f.num(44, 1) || 1,
    exact: f.int(73, 1) === 2,
    // Multi-line text is held in world coordinates whatever its normal.
    system: spaceOfAxes(axis, cross(normal, axis), f.point(10)),
    background:
      (back & 3) === 0
        ? null
        : {
            margin: Math.max(0, f.num(45, 1.5) - 1),
            colour:
              (back & 1) === 0
                ? null
                : f.has(421)
                  ? { rgb: f.int(421) & 0xffffff }
                  : f.int(63) >= 1 && f.int(63) <= 255
                    ? { number: f.int(63) }
                    : null,
          },
  });
}

/** Multi-line text placed by the number of its attachment: 1 top left, 2 top centre, … 9 bottom right. */
export function multiLineShape(
  raw: string,
  height: number,
  style: TextRun,
  place: {
    readonly attachment: number;
    readonly width: number;
    readonly spacing: number;
    readonly exact: boolean;
    readonly system: Space;
    readonly background: TextShape['background'];
  },
): TextShape {
  const anchor = Math.min(9, Math.max(1, place.attachment)) - 1;
  return {
    type: 'text',
    paragraphs: parseMultiLine(raw, height, style),
    x: 0,
    y: 0,
    height,
    angleRad: 0,
    across: ([0, 0.5, 1] as const)[anchor % 3] as AnchorAcross,
    up: (['top', 'middle', 'bottom'] as const)[Math.floor(anchor / 3)] as AnchorUp,
    lineSpacing: (5 / 3) * place.spacing,
    exactSpacing: place.exact,
    wrapWidth: place.width,
    fitTo: null,
    fitKeepsShape: false,
    mirroredX: false,
    upsideDown: false,
    background: place.background,
    system: place.system,
  };
}

/** What a text, an attribute or a dimension's typed-over value says; null for objects without words. */
export function wordsOf(drawing: Drawing, row: number): string | null {
  const range = rangeOf(drawing, row);
  switch (entityOf(drawing, row)) {
    case 'MTEXT':
      return multiLineText(rawMultiLine(drawing, range)).join('\n');
    case 'TEXT':
    case 'ATTRIB':
    case 'ATTDEF': {
      const tag = drawing.reader.find(range, 1);
      return tag < 0 ? '' : plainText(drawing.reader.textUpTo(tag, LONGEST));
    }
    case 'DIMENSION':
    case 'ARC_DIMENSION':
    case 'LARGE_RADIAL_DIMENSION': {
      const tag = drawing.reader.find(range, 1);
      const typed = tag < 0 ? '' : drawing.reader.textUpTo(tag, LONGEST);
      return typed === '' || typed === '<>' ? null : multiLineText(typed).join('\n');
    }
    case 'MULTILEADER':
    case 'MLEADER': {
      const { codes } = drawing.document.tags;
      for (let tag = range.start; tag < range.end; tag++)
        if (codes[tag] === 304 && !/^LEADER_LINE\{/.test(drawing.reader.name(tag)))
          return multiLineText(drawing.reader.text(tag)).join('\n');
      return null;
    }
    case 'TOLERANCE':
      return drawing.reader
        .findText(range, 1)
        .replace(/\{\\F[^;]*;(.)\}/gi, '$1')
        .replace(/%%v/gi, ' | ');
    default:
      return null;
  }
}
