import type { DimensionValues } from '../standard/dimension-settings';

/** What a dimension says, in parts: the value, a tolerance set over and under, and the second value. */
export interface DimensionText {
  readonly main: string;
  readonly stack: { readonly upper: string; readonly lower: string } | null;
  readonly second: string;
  /** Lines that stand under it. */
  readonly below?: readonly string[];
}

interface Form {
  readonly format: DimensionValues['lengthFormat'];
  readonly decimals: number;
  readonly mark: string;
  readonly dropLeading: boolean;
  readonly dropTrailing: boolean;
  readonly dropFeet: boolean;
  readonly dropInches: boolean;
}

/** Rounds to the nearest multiple; halves go away from zero. */
const roundTo = (value: number, step: number): number =>
  step > 0 ? Math.sign(value) * Math.round(Math.abs(value) / step + 1e-9) * step : value;

/** A number with its places, mark and zeros as a style asks. */
function decimalText(
  value: number,
  { decimals, mark, dropLeading, dropTrailing }: Omit<Form, 'format'>,
): string {
  // Halves go up: 102.5 without places is 103. Adding a trifle undoes what binary fractions lose.
  let text = (Math.sign(value) * (Math.abs(value) + 1e-10)).toFixed(decimals);
  if (/^-0(\.0*)?$/.test(text)) text = text.slice(1);
  if (dropTrailing && text.includes('.')) text = text.replace(/\.?0+$/, '');
  if (dropLeading) text = text.replace(/^(-?)0(?=\.)/, '$1');
  return text.replace('.', mark);
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/** Whole and fraction of a value to the nearest 1/2ⁿ: "2 1/2". */
function fractionText(value: number, decimals: number): { whole: number; fraction: string } {
  const parts = 2 ** decimals;
  const count = Math.round(value * parts + 1e-9);
  const rest = count % parts;
  const common = gcd(rest, parts);
  return {
    whole: Math.floor(count / parts),
    fraction: rest === 0 ? '' : `${rest / common}/${parts / common}`,
  };
}

function lengthText(value: number, form: Form): string {
  const sign = value < 0 ? '-' : '';
  const size = Math.abs(value);
  if (form.format === 'decimal') return decimalText(value, form);
  if (form.format === 'scientific') {
    const [digits, power] = size.toExponential(form.decimals).split('e');
    const exponent = Number(power);
    return `${sign}${digits.replace('.', form.mark)}E${exponent < 0 ? '-' : '+'}${String(Math.abs(exponent)).padStart(2, '0')}`;
  }
  if (form.format === 'fractions') {
    const { whole, fraction } = fractionText(size, form.decimals);
    return `${sign}${whole === 0 && fraction !== '' ? '' : whole}${whole > 0 && fraction !== '' ? ' ' : ''}${fraction}`;
  }
  // Feet and inches: the value counts inches.
  const step = form.format === 'feet and fractions' ? 2 ** -form.decimals : 10 ** -form.decimals;
  const inches = Math.round(size / step + 1e-9) * step;
  const feet = Math.floor(inches / 12 + 1e-9);
  const rest = inches - feet * 12;
  let small: string;
  if (form.format === 'feet and fractions') {
    const { whole, fraction } = fractionText(rest, form.decimals);
    small = fraction === '' ? `${whole}` : whole === 0 ? fraction : `${whole} ${fraction}`;
  } else small = decimalText(rest, form);
  const noInches = rest < step / 2 && form.dropInches && feet > 0;
  const noFeet = feet === 0 && form.dropFeet;
  return `${sign}${noFeet ? '' : `${feet}'${noInches ? '' : '-'}`}${noInches ? '' : `${small}"`}`;
}

const primary = (v: DimensionValues, decimals = v.decimals): Form => ({
  format: v.lengthFormat,
  decimals,
  mark: v.decimalMark,
  dropLeading: v.dropLeading,
  dropTrailing: v.dropTrailing,
  dropFeet: v.dropFeet,
  dropInches: v.dropInches,
});

/**
 * What a dimension style makes of a measured length.
 * @param length in the drawing's units, as the two points lie apart
 * @param sign set before the value: "R", "⌀", or nothing
 */
export function formatLength(v: DimensionValues, length: number, sign = ''): DimensionText {
  const value = roundTo(length * v.factor, v.rounding);
  const prefix = v.prefix === '' ? sign : v.prefix;
  const format = (one: number, decimals = v.decimals): string => lengthText(one, primary(v, decimals));
  let main = `${prefix}${format(value)}${v.suffix}`;
  let stack: DimensionText['stack'] = null;
  const sized = (one: number): string =>
    lengthText(one, { ...primary(v, v.toleranceDecimals), dropTrailing: v.toleranceDropTrailing });
  if (v.tolerance === 'symmetrical') main += ` ±${sized(Math.abs(v.toleranceAbove))}`;
  else if (v.tolerance === 'deviation')
    stack = { upper: signed(v.toleranceAbove, sized), lower: signed(-v.toleranceBelow, sized) };
  else if (v.tolerance === 'limits') {
    main = prefix;
    stack = {
      upper: `${sized(value + v.toleranceAbove)}${v.suffix}`,
      lower: `${sized(value - v.toleranceBelow)}${v.suffix}`,
    };
  }
  return { main, stack, second: v.second ? ` [${secondText(v, length)}]` : '' };
}

const signed = (value: number, format: (one: number) => string): string =>
  value === 0 ? ` ${format(0)}` : value > 0 ? `+${format(value)}` : format(value);

function secondText(v: DimensionValues, length: number): string {
  const value = roundTo(length * v.factor * v.secondFactor, v.secondRounding);
  const text = lengthText(value, {
    format: v.secondFormat,
    decimals: v.secondDecimals,
    mark: v.decimalMark,
    dropLeading: v.secondDropLeading,
    dropTrailing: v.secondDropTrailing,
    dropFeet: v.dropFeet,
    dropInches: v.dropInches,
  });
  return `${v.secondPrefix}${text}${v.secondSuffix}`;
}

/** What a dimension style makes of a measured angle. */
export function formatAngle(v: DimensionValues, degrees: number): string {
  const form = {
    decimals: v.angleDecimals,
    mark: v.decimalMark,
    dropLeading: v.angleDropLeading,
    dropTrailing: v.angleDropTrailing,
    dropFeet: false,
    dropInches: false,
  };
  switch (v.angleFormat) {
    case 'degrees':
      return `${decimalText(degrees, form)}°`;
    case 'gons':
      return `${decimalText(degrees / 0.9, form)} gon`;
    case 'radians':
      return `${decimalText((degrees * Math.PI) / 180, form)} rad`;
    case 'bearings':
      return bearing(degrees, form);
    default:
      return sexagesimal(degrees, form);
  }
}

/** Places give how fine: 0 degrees, 1–2 minutes, 3–4 seconds, more are places of a second. */
function sexagesimal(degrees: number, form: Omit<Form, 'format'>): string {
  const finest =
    form.decimals === 0 ? 1 : form.decimals <= 2 ? 60 : 3600 * 10 ** Math.max(0, form.decimals - 4);
  const count = Math.round(degrees * finest + 1e-9);
  if (finest === 1) return `${count}°`;
  if (finest === 60) return `${Math.floor(count / 60)}°${count % 60}'`;
  const perSecond = finest / 3600;
  const seconds = (count % (60 * perSecond)) / perSecond;
  const minutes = Math.floor(count / (60 * perSecond));
  const places = Math.max(0, form.decimals - 4);
  return `${Math.floor(minutes / 60)}°${minutes % 60}'${decimalText(seconds, { ...form, decimals: places })}"`;
}

/** From north or south towards east or west; the angle is measured from east, anticlockwise. */
function bearing(degrees: number, form: Omit<Form, 'format'>): string {
  const at = ((degrees % 360) + 360) % 360;
  const north = at <= 180;
  const east = at <= 90 || at >= 270;
  const off = Math.abs(90 - (north ? at : 360 - at));
  return `${north ? 'N' : 'S'} ${sexagesimal(off, form)} ${east ? 'E' : 'W'}`;
}

/** The whole of a dimension's text in one line. */
export const formatDimension = ({ main, stack, second }: DimensionText): string =>
  `${main}${stack ? ` ${stack.upper}/${stack.lower}` : ''}${second}`;
