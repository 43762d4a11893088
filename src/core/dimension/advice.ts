import type { DimensionSetting, DimensionValues } from '../standard/dimension-settings';
import { findTextStyle, tooSmallOn } from '../standard/lettering';
import type { Standard } from '../standard/standard';
import { formatLength } from './value';

/** A setting that goes badly with another one, and why. */
export interface DimensionAdvice {
  readonly setting: DimensionSetting;
  readonly says: string;
  /** The value that settles it, where one can be meant. */
  readonly settle?: number | boolean;
}

/** Factors from a drawing in mm to what a suffix says. Source of inch and foot: ISO 80000-3. */
const UNIT_FACTORS: readonly (readonly [RegExp, string, number])[] = [
  [/^\s*mm\b/i, 'mm', 1],
  [/^\s*cm\b/i, 'cm', 0.1],
  [/^\s*m\b/, 'm', 0.001],
  [/^\s*km\b/i, 'km', 1e-6],
  [/^\s*(in\b|inch|″|")/i, 'in', 1 / 25.4],
  [/^\s*(ft\b|feet|foot|′|')/i, 'ft', 1 / 304.8],
];

/** Smallest gap at the object that reads as a gap, mm. Common practice: 0.5 looks attached, 2 reads as a gap. */
const GAP_THAT_READS_MM = 0.5;

/** Gap at the object that is clearly one, mm. Common practice: 2 reads as a gap. */
const GAP_AS_USUAL_MM = 2;
/** A figure that is off by more than this hides something. Common practice: lengths are good to the mm. */
const HIDDEN_MM = 0.5;

/**
 * Rules between the settings of a dimension style. They are advice: a style that breaks one can be issued.
 * Factors are judged for drawings in mm.
 */
export function dimensionAdvice(standard: Standard, v: DimensionValues): DimensionAdvice[] {
  const advice: DimensionAdvice[] = [];
  const format = (setting: DimensionSetting, says: string, settle?: number | boolean): void => {
    advice.push({ setting, says, ...(settle === undefined ? {} : { settle }) });
  };
  const ticks = v.tickMm > 0;
  if (!ticks && v.terminatorSizeMm !== v.textHeightMm)
    format(
      'terminatorSizeMm',
      `terminators of ${v.terminatorSizeMm} mm beside text of ${v.textHeightMm} mm; they are usually of one size`,
      v.textHeightMm,
    );
  if (!v.extensionFixed && v.extensionOffsetMm <= GAP_THAT_READS_MM)
    format(
      'extensionOffsetMm',
      v.extensionOffsetMm === 0
        ? 'extension lines touch the object'
        : `a gap of ${v.extensionOffsetMm} mm looks as if the line touched the object`,
      GAP_AS_USUAL_MM,
    );
  if (v.textOffsetMm === 0) format('textOffsetMm', 'the text touches its line', tidy(v.textHeightMm * 0.4));
  const needed = v.textHeightMm + 2 * v.textOffsetMm;
  if (v.stackSpacingMm < needed)
    format(
      'stackSpacingMm',
      `text of ${v.textHeightMm} mm with ${v.textOffsetMm} mm on either side needs ${figure(needed)} mm from line to line`,
      tidy(Math.ceil(needed * 2) / 2),
    );
  const { heightsMm } = standard.lettering;
  if (heightsMm.length > 0 && !heightsMm.includes(v.textHeightMm))
    format('textHeightMm', `${v.textHeightMm} mm is not among the permitted heights`);
  const small = tooSmallOn(standard.lettering, v.textHeightMm);
  if (small.length > 0) format('textHeightMm', `${v.textHeightMm} mm is too small on ${small.join(', ')}`);
  const style = findTextStyle(standard.lettering.styles, v.textStyle);
  if (style && style.heightMm !== v.textHeightMm)
    format(
      'textHeightMm',
      `text style ${style.name} is ${style.heightMm} mm, the dimension says ${v.textHeightMm} mm`,
      style.heightMm,
    );
  if (v.linePenMm !== null && v.extensionPenMm !== null && v.linePenMm !== v.extensionPenMm)
    format(
      'extensionPenMm',
      `extension lines of ${v.extensionPenMm} mm beside a dimension line of ${v.linePenMm} mm`,
      v.linePenMm,
    );
  checkFactor(v.suffix, v.factor, 1, 'factor', format);
  if (v.second) checkFactor(v.secondSuffix, v.secondFactor, v.factor, 'secondFactor', format);
  if (v.rounding > 0 && v.lengthFormat === 'decimal' && !holdsStep(v.rounding, v.decimals))
    format('decimals', `rounded to ${v.rounding}, but shown with ${v.decimals} places`, placesOf(v.rounding));
  if (v.lengthFormat === 'decimal' && v.rounding === 0 && v.factor > 0) {
    const offBy = 0.5 / 10 ** v.decimals / v.factor;
    if (offBy > HIDDEN_MM + 1e-9)
      format(
        'decimals',
        `with ${v.decimals} ${v.decimals === 1 ? 'place' : 'places'} a figure can be ${figure(offBy)} mm off the length it measures; give it more places, or a rounding that says so`,
        Math.ceil(-Math.log10(2 * HIDDEN_MM * v.factor) - 1e-9),
      );
  }
  if (v.tolerance === 'limits' && v.toleranceAbove + v.toleranceBelow <= 0)
    format('toleranceAbove', 'the upper limit is not above the lower one');
  if (v.tolerance !== 'none' && v.toleranceAbove === 0 && v.toleranceBelow === 0)
    format('toleranceAbove', 'a tolerance of nothing is shown');
  if (!v.sizedOnPaper)
    format(
      'sizedOnPaper',
      `sizes hold at 1:${v.overallScale} only; sized on paper, one style serves every scale`,
      true,
    );
  return advice;
}

/** Places that hold a step; undefined where none of those that can be set do. */
const placesOf = (step: number): number | undefined =>
  [0, 1, 2, 3, 4, 5, 6, 7, 8].find((places) => holdsStep(step, places));

const tidy = (value: number): number => Number(value.toFixed(3));

const figure = (value: number): string => String(Number(value.toFixed(3)));

const holdsStep = (step: number, places: number): boolean =>
  Math.abs(step * 10 ** places - Math.round(step * 10 ** places)) < 1e-6;

/** A suffix that names a unit asks for the unit's factor. */
function checkFactor(
  suffix: string,
  factor: number,
  after: number,
  setting: 'factor' | 'secondFactor',
  format: (setting: DimensionSetting, says: string, settle?: number) => void,
): void {
  const unit = UNIT_FACTORS.find(([pattern]) => pattern.test(suffix));
  if (!unit) return;
  const [, name, wanted] = unit;
  const whole = factor * after;
  if (Math.abs(whole / wanted - 1) > 1e-6)
    format(
      setting,
      `the suffix says ${name}: in a drawing in mm the factor is ${Number((wanted / after).toPrecision(8))}, not ${factor}`,
      Number((wanted / after).toPrecision(8)),
    );
}

/** "25 mm is shown as 0.03 m": what the style makes of a length, for the person who sets a factor. */
export const formatExample = (v: DimensionValues, length: number): string => {
  const { main, second } = formatLength(v, length);
  return `${length} in the drawing reads ${main}${second}`;
};
