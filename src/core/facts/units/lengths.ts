/** A length as words state it. */
export interface StatedLength {
  /** The length in mm, for each unit that the words can mean; one where they name it. */
  readonly mm: readonly { readonly value: number; readonly unit: LengthUnit }[];
  /** The words name their unit. */
  readonly named: boolean;
  /** Half of the last place, as a share of the length. */
  readonly rounding: number;
  /** Places behind the decimal mark of the number as written. */
  readonly decimals: number;
  /** They stand behind a bearing, as in surveys of land. */
  readonly bearing: boolean;
}

export type LengthUnit = 'mm' | 'cm' | 'm' | 'in' | 'ft';

/** ISO 80000-3: an inch is 25.4 mm, a foot 304.8 mm. */
export const UNIT_MM: Readonly<Record<LengthUnit, number>> = { mm: 1, cm: 10, m: 1000, in: 25.4, ft: 304.8 };

const NUMBER = String.raw`(\d{1,3}(?:[ ,']\d{3})+(?:\.\d+)?|\d+(?:[.,]\d+)?)`;
const FOOT = String.raw`(?:'(?!')|’|′|\s?(?:ft|feet|foot|pieds?|pies)\b\.?)`;
const INCH = String.raw`(?:"|''|”|″|\s?(?:in|inch|inches|pouces?)\b\.?)`;
const FRACTION = String.raw`(?:(\d+)(?:[ -]+(\d+)\s*\/\s*(\d+))?|(\d+)\s*\/\s*(\d+)|(\d+\.\d+))`;

const FEET_AND_INCHES = new RegExp(String.raw`^${NUMBER}\s*${FOOT}\s*-?\s*${FRACTION}\s*${INCH}$`, 'i');
const FEET = new RegExp(String.raw`^${NUMBER}\s*${FOOT}(?:\s*-?\s*0\s*${INCH})?$`, 'i');
const INCHES = new RegExp(String.raw`^${FRACTION}\s*${INCH}$`, 'i');
const METRIC = new RegExp(
  String.raw`^${NUMBER}\s*(mm|cm|m|mètres?|metres?|meters?|metros?|metri|мм|см|м|米|毫米|メートル)\.?$`,
  'i',
);
const BARE = new RegExp(`^${NUMBER}$`);

/** N 45°30'15" E and its relatives, with or without spaces, in figures of any kind of degree sign. */
const BEARING =
  /^[NS]\s*\d{1,3}\s*(?:°|º|˚|%%d|d|deg|-)\s*(?:\d{1,2}(?:\.\d+)?\s*(?:'|’|′|m|-)?\s*)?(?:\d{1,2}(?:\.\d+)?\s*(?:"|''|”|″|s)?\s*)?[EWO]\b[\s,;:-]*/i;
const AZIMUTH =
  /^\d{1,3}\s*(?:°|º|˚|%%d)\s*\d{1,2}\s*(?:'|’|′)\s*(?:\d{1,2}(?:\.\d+)?\s*(?:"|''|”|″))?[\s,;:-]+(?=\d)/;

/** What may stand before or behind a length without changing it. */
const BEFORE = /^(?:[([~≈±=]|(?:L|D|DIST|LEN|LENGTH|ARC|DIM|LONG|LÄNGE|DL|длина)\s*[.:=]+)\s*/i;
const BEHIND =
  /\s*(?:[)\]±]|\+\/-|\((?:M|R|P|D|C|TYP|MEAS|REC|CALC)\.?\)|(?:TYP|MEAS|REC|CALC|NOM|APPROX)\b\.?)$/i;

const METRIC_UNITS: Readonly<Record<string, LengthUnit>> = {
  mm: 'mm',
  мм: 'mm',
  毫米: 'mm',
  cm: 'cm',
  см: 'cm',
};

/** The length that one line of a label states; null for what states none: names, levels, areas, slopes, angles. */
export function statedLength(label: string): StatedLength | null {
  let words = label.trim().replace(/\s+/g, ' ');
  if (words.length === 0 || words.length > 60 || !mayState(words)) return null;
  const plain = words;
  words = words.replace(BEARING, '').replace(AZIMUTH, '');
  const bearing = words !== plain;
  for (let i = 0; i < 3; i++) words = words.replace(BEFORE, '').replace(BEHIND, '').trim();
  const both = FEET_AND_INCHES.exec(words);
  if (both) {
    const feet = numberOf(both[1]);
    const inches = inchesOf(both.slice(2));
    return only(feet * 304.8 + inches * 25.4, 'ft', 12.7, bearing);
  }
  const feet = FEET.exec(words);
  if (feet) return only(numberOf(feet[1]) * 304.8, 'ft', 304.8 * lastPlace(feet[1]), bearing);
  const inches = INCHES.exec(words);
  if (inches) return only(inchesOf(inches.slice(1)) * 25.4, 'in', 25.4 * 0.5, bearing);
  const metric = METRIC.exec(words);
  if (metric) {
    const unit = METRIC_UNITS[metric[2].toLowerCase()] ?? 'm';
    return only(numberOf(metric[1]) * UNIT_MM[unit], unit, UNIT_MM[unit] * lastPlace(metric[1]), bearing);
  }
  const bare = BARE.exec(words);
  if (!bare) return null;
  const value = numberOf(bare[1]);
  if (!(value > 0)) return null;
  return {
    mm: (Object.keys(UNIT_MM) as LengthUnit[]).map((unit) => ({ value: value * UNIT_MM[unit], unit })),
    named: false,
    rounding: lastPlace(bare[1]) / value,
    decimals: decimalsOf(bare[1]),
    bearing,
  };
}

const only = (mm: number, unit: LengthUnit, offMm: number, bearing: boolean): StatedLength | null =>
  mm > 0 && Number.isFinite(mm)
    ? { mm: [{ value: mm, unit }], named: true, rounding: offMm / mm, decimals: 0, bearing }
    : null;

/** Letters that a length can have with its bearing and unit; a sentence has more. */
const MOST_LETTERS = 14;

/** Whether words can state a length at all: most lettering is told apart by its letters. */
function mayState(words: string): boolean {
  let [letters, digits] = [0, 0];
  for (let i = 0; i < words.length; i++) {
    const code = words.charCodeAt(i);
    if (code >= 48 && code <= 57) digits++;
    else if ((code | 32) >= 97 && (code | 32) <= 122) letters++;
  }
  return digits > 0 && letters <= MOST_LETTERS;
}

/** 1,250.5 and 1 250 are thousands apart; 12,5 is a decimal comma. */
function numberOf(text: string): number {
  const grouped = /^\d{1,3}(?:[ ,']\d{3})+(?:\.\d+)?$/.test(text);
  return Number(grouped ? text.replace(/[ ,']/g, '') : text.replace(',', '.'));
}

/** Half of the last place of a number. */
const lastPlace = (text: string): number => 0.5 * 10 ** -decimalsOf(text);

const decimalsOf = (text: string): number =>
  /^\d{1,3}(?:,\d{3})+$/.test(text) ? 0 : (/[.,](\d+)$/.exec(text)?.[1].length ?? 0);

/** Whole inches with a fraction, a fraction alone, or decimals. */
function inchesOf([whole, above, below, aloneAbove, aloneBelow, decimals]: readonly (
  | string
  | undefined
)[]): number {
  if (decimals) return Number(decimals);
  if (aloneAbove) return Number(aloneAbove) / Number(aloneBelow);
  return Number(whole ?? 0) + (above ? Number(above) / Number(below) : 0);
}
