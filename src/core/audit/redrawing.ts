import {
  type DimensionMove,
  type DimensionParts,
  dimensionParts,
  type PictureLook,
} from '../dimension/picture';
import type { PartLook } from '../dimension/put-part';
import { type Drawing, rangeOf } from '../dxf/drawing';
import { extendedTags } from '../dxf/extended-data';
import { faceOf } from '../dxf/fonts';
import { foldName } from '../dxf/interner';
import { codesOf, readDimensionValues } from '../records/dimension-record';
import { SETTING_NAMES, taking } from '../standard/dimension-settings';
import { findTextStyle } from '../standard/lettering';
import type { AuditContext } from './context';
import { type KeptWithDimension, keptWith, withKept } from './kept-with-dimension';

/** What letters of a text style are drawn with: as the drawing has the style, else as the standard does. */
export function letteringOf({ drawing, standard }: AuditContext, name: string): PictureLook['lettering'] {
  const record = drawing.textStyles.get(foldName(name || 'Standard'));
  if (record)
    return {
      face: faceOf(record.font, record.family, record.bold),
      widthFactor: record.widthFactor,
    };
  const style = findTextStyle(standard.lettering.styles, name);
  return { face: style?.face ?? 'stroke', widthFactor: style?.widthFactor ?? 1 };
}

/** Drawing units in one of the units that a dimension counts its sizes in; NaN where nothing tells. */
export function unitsPerSize({ facts }: AuditContext, row: number): number {
  const { settings, letters, values } = facts.dimension(row);
  const scale = settings.number('overallScale');
  if (scale > 0) return scale;
  // Sized by whatever shows it: its picture tells how large it was drawn last.
  const drawn = letters.map((letter) => facts.lettering(letter)?.height ?? 0).find((height) => height > 0);
  return drawn === undefined || !(values.textHeightMm > 0) ? Number.NaN : drawn / values.textHeightMm;
}

/** What a dimension is drawn with when some of its own settings are given back; none given back draws it as it is. */
export function lookOf(
  context: AuditContext,
  row: number,
  cleared: ReadonlySet<number> = new Set(),
): PictureLook {
  const { drawing, facts } = context;
  const { values, settings } = facts.dimension(row);
  const record = drawing.dimensionStyles.get(foldName(settings.styleName));
  const style = readDimensionValues(drawing.reader, record?.range ?? null, drawing.recordNames);
  const given = SETTING_NAMES.filter((name) => codesOf(name).some((code) => cleared.has(code)));
  const made = taking(style, given, values);
  return {
    values: made,
    unitsPerMm: unitsPerSize(context, row),
    lettering: letteringOf(context, made.textStyle),
  };
}

/** The application under which another program keeps where it jogged a dimension line; from memory. */
const JOG_PLACE = 'ACAD_DSTYLE_DIMJAG_POSITION';

/** Whether another program jogged the line of a dimension. */
export const hasOthersJog = ({ drawing }: AuditContext, row: number): boolean =>
  !extendedTags(drawing.reader, rangeOf(drawing, row), JOG_PLACE).next().done;

/** Whether the line of a dimension is jogged: it says that it is drawn shorter than it is. */
export const isJogged = (context: AuditContext, row: number): boolean =>
  keptWith(context, row).jog === true || hasOthersJog(context, row);

/** The height that a text style has for all its texts, drawing units: it goes before that of a dimension style. */
function fixedHeight({ textStyles }: Drawing, name: string): number | null {
  const height = textStyles.get(foldName(name || 'Standard'))?.height ?? 0;
  return height > 0 ? height : null;
}

/** Heights that differ by less are one. */
const SAME_HEIGHT = 0.02;

/**
 * Whether a dimension's picture has lettering of another size than its settings ask for: whoever wrote it sized it by
 * something else, and drawn anew it would be larger or smaller than it was meant.
 */
function isSizedOtherwise({ drawing, facts }: AuditContext, row: number): boolean {
  const { settings, letters, values } = facts.dimension(row);
  const scale = settings.number('overallScale');
  const heights = letters.flatMap((letter) => facts.lettering(letter)?.height ?? []);
  if (!(scale > 0) || heights.length === 0) return false;
  const asked = fixedHeight(drawing, values.textStyle) ?? values.textHeightMm * scale;
  return !heights.some((height) => Math.abs(height / asked - 1) <= SAME_HEIGHT);
}

/** What a dimension holds in place of its value, with its formatting; empty for the value alone. */
export const rawTextOf = ({ drawing }: AuditContext, row: number): string => {
  const raw = drawing.reader.findText(rangeOf(drawing, row), 1);
  return raw === '<>' ? '' : raw;
};

/**
 * A dimension's picture as it would be drawn anew, or why it cannot be: "it is not drawn anew: {why}".
 * @param look what it would be drawn with; left out, what it is drawn with now
 * @param typed what it would hold in place of its value; left out, what it holds now
 * @param move what of it would be moved
 * @param kept what would be kept with it; left out, what is
 */
export function redrawnParts(
  context: AuditContext,
  row: number,
  look = lookOf(context, row),
  typed = rawTextOf(context, row),
  move: DimensionMove = {},
  kept: KeptWithDimension = keptWith(context, row),
): DimensionParts {
  const { drawing } = context;
  if (isSizedOtherwise(context, row))
    return { parts: null, why: 'its picture is drawn at another size than its style says' };
  if (hasOthersJog(context, row)) return { parts: null, why: 'another program jogged its line' };
  const fixed = fixedHeight(drawing, look.values.textStyle);
  const drawn = dimensionParts(
    drawing,
    row,
    fixed === null ? look : { ...look, values: { ...look.values, textHeightMm: fixed / look.unitsPerMm } },
    typed,
    move,
  );
  return drawn.parts === null ? drawn : { parts: withKept(context, row, drawn.parts, look, kept), why: null };
}

/** Why a dimension cannot be drawn anew as it is; null where it can. */
export const whyNotRedrawn = (context: AuditContext, row: number): string | null =>
  redrawnParts(context, row).why;

/** What the parts of a picture are drawn with: all but their layer comes from the dimension. */
export function partLookOf(
  { drawing }: AuditContext,
  layer: string,
  { values, lettering, unitsPerMm }: PictureLook,
): PartLook {
  const style = drawing.textStyles.get(foldName(values.textStyle || 'Standard'));
  return {
    layer,
    colour: 0,
    widthMm: 'of the symbol',
    linetype: 'BYBLOCK',
    text: {
      style: values.textStyle || 'Standard',
      ...(lettering.widthFactor === 1 ? {} : { widthFactor: lettering.widthFactor }),
      ...(style && style.obliqueDeg !== 0 ? { slantDeg: style.obliqueDeg } : {}),
    },
    unitsPerMm,
  };
}
