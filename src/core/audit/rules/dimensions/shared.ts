import { rangeOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import type { OrientedBox } from '../../../geometry/oriented-box';
import { listed } from '../../../listed';
import { holdsSetting } from '../../../records/dimension-record';
import {
  DIMENSION_SETTINGS,
  type DimensionSetting,
  type DimensionValues,
  differingSettings,
  formatName,
  formatSettings,
  holdable,
} from '../../../standard/dimension-settings';
import type { AuditContext } from '../../context';

export const dimensions = (count: number): string => (count === 1 ? '1 dimension' : `${count} dimensions`);

/** The boxes of the letters of a dimension, where they lie; none of one whose picture is placed apart. */
export function figureBoxes({ drawing, facts }: AuditContext, row: number): OrientedBox[] {
  const f = drawing.reader.fields.load(rangeOf(drawing, row));
  const apart = f.has(12) ? f.point(12) : [0, 0];
  if (apart[0] !== 0 || apart[1] !== 0) return [];
  return facts.dimension(row).letters.flatMap((letter) => {
    const fact = facts.text(letter);
    return fact?.box && !fact.shape.background ? [fact.box] : [];
  });
}

/** Sizes that differ by less than this share, or by less than this many mm, are one. */
const SAME_SHARE = 0.005;
const SAME_MM = 0.005;

/** Settings that say how a style is fitted to a scale, or that the drawing's own unit decides: never a fault of the style. */
const OF_THE_DRAWING: ReadonlySet<DimensionSetting> = new Set([
  'sizedOnPaper',
  'overallScale',
  'placedByHand',
  'factor',
]);

/**
 * The settings in which values of a drawing differ from wanted ones, as far as records of its version can hold them.
 */
export function differences(
  { drawing }: AuditContext,
  found: DimensionValues,
  wanted: DimensionValues,
): DimensionSetting[] {
  const { version } = drawing.document;
  return differingSettings(found, wanted).filter((name) => {
    if (OF_THE_DRAWING.has(name) || !holdsSetting(version, name)) return false;
    const spec = DIMENSION_SETTINGS[name];
    const [a, b] = [found[name], wanted[name]];
    if (spec.is === 'style' || spec.is === 'linetype')
      // What the standard leaves to the plain style is whatever the drawing has.
      return b !== '' && foldName(String(a)) !== foldName(String(b));
    if (spec.is !== 'mm' && spec.is !== 'number') return isSeen(name, wanted);
    // What no style of a standard can hold is as near to it as it gets.
    const off = Math.abs(holdable(name, a as number) - (b as number));
    const near = spec.is === 'mm' ? SAME_MM : 1e-9;
    return off > Math.max(near, SAME_SHARE * Math.abs(b as number)) && isSeen(name, wanted);
  });
}

/** Settings that say nothing while another one is off. */
const ONLY_WITH: Readonly<Partial<Record<DimensionSetting, (v: DimensionValues) => boolean>>> = {
  extensionLengthMm: (v) => v.extensionFixed,
  textBackgroundColour: (v) => v.textBackground === 'colour',
  centreSizeMm: (v) => v.centreMark !== 'none',
  toleranceAbove: (v) => v.tolerance !== 'none',
  toleranceBelow: (v) => v.tolerance !== 'none',
  toleranceDecimals: (v) => v.tolerance !== 'none',
  toleranceHeight: (v) => v.tolerance !== 'none',
  toleranceAlign: (v) => v.tolerance !== 'none',
  toleranceDropTrailing: (v) => v.tolerance !== 'none',
  secondFormat: (v) => v.second,
  secondDecimals: (v) => v.second,
  secondFactor: (v) => v.second,
  secondRounding: (v) => v.second,
  secondPrefix: (v) => v.second,
  secondSuffix: (v) => v.second,
  secondDropLeading: (v) => v.second,
  secondDropTrailing: (v) => v.second,
  dropFeet: (v) => v.lengthFormat.startsWith('feet'),
  dropInches: (v) => v.lengthFormat.startsWith('feet'),
  fraction: (v) => v.lengthFormat.includes('fractions'),
  lineOverrunMm: (v) =>
    v.tickMm > 0 || [v.terminator1, v.terminator2].some((one) => /slash|hook|none/.test(one)),
};

const isSeen = (name: DimensionSetting, wanted: DimensionValues): boolean =>
  ONLY_WITH[name]?.(wanted) ?? true;

/** Settings that are named in a message; more are counted. */
const MOST_NAMED = 3;

/** "figure: height, ends: size and 2 more". */
export function namesOf(settings: readonly DimensionSetting[]): string {
  return listed(settings.map(formatName), MOST_NAMED);
}

/** Settings as a person reads them: figures of sizes are as long as that takes. */
export function valuesOf(settings: readonly DimensionSetting[], v: DimensionValues): string {
  const rounded: Record<string, unknown> = { ...v };
  for (const name of settings)
    if (DIMENSION_SETTINGS[name].is === 'mm') rounded[name] = Number((v[name] as number).toPrecision(4));
  return formatSettings(settings, rounded as unknown as DimensionValues);
}
