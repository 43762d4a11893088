/** A number that is written in the text of a dimension, as it can be read. */
export interface WrittenNumber {
  readonly text: string;
  /** Where it stands in the text. */
  readonly start: number;
  readonly end: number;
  /** Values that it can be: "3,600" is 3.6 and 3600. In its unit where one is written behind it. */
  readonly readings: readonly { readonly value: number; readonly step: number }[];
  /** mm of its unit; null where none is written. */
  readonly unitMm: number | null;
}

/** mm of units as they are written behind a number. Source of inch and foot: ISO 80000-3. */
const UNITS_MM: readonly (readonly [RegExp, number])[] = [
  [/^\s*mm(?![a-z])/i, 1],
  [/^\s*cm(?![a-z])/i, 10],
  [/^\s*km(?![a-z])/i, 1e6],
  [/^\s*m(?![a-z²³2])/i, 1000],
  [/^\s*(?:"|″|in(?:ch(?:es)?)?\b)/i, 25.4],
  [/^\s*(?:'|′|f(?:oo|ee)?t\b)/i, 304.8],
];

const MM_PER_INCH = 25.4;
const FEET_AND_INCHES =
  /(\d+)\s*(?:'|′|ft\b)(?!\d{3}(?![\d"″]))\s*-?\s*(?:(\d+(?:\.\d+)?)(?:\s+(\d+)\/(\d+))?|(\d+)\/(\d+))\s*(?:"|″|in\b)?/g;
const FRACTION = /(?:(\d+)[\s-]+)?(\d+)\/(\d+)\s*(?:"|″|in\b)/g;
const PRODUCT = /(\d+(?:[.,]\d+)?)\s*[x×*@]\s*(\d+(?:[.,]\d+)?)/g;
const PLAIN = /\d+(?:[ '’]\d{3}(?!\d))*(?:[.,]\d+)*|[.,]\d+/g;

/**
 * The numbers of a dimension's text: decimal marks and marks of thousands of any country, feet and inches, fractions, what
 * is written as "4 × 900", and units behind them.
 */
export function numbersIn(text: string): WrittenNumber[] {
  const found: WrittenNumber[] = [];
  const taken = new Uint8Array(text.length);
  const isFree = (from: number, to: number): boolean => taken.subarray(from, to).every((one) => one === 0);
  const add = (
    match: RegExpMatchArray,
    readings: WrittenNumber['readings'],
    unitMm: number | null,
    claims = true,
  ): void => {
    const [start, end] = [match.index ?? 0, (match.index ?? 0) + match[0].length];
    if (!isFree(start, end)) return;
    if (claims) taken.fill(1, start, end);
    found.push({ text: match[0].trim(), start, end, readings, unitMm });
  };
  for (const match of text.matchAll(FEET_AND_INCHES)) {
    const [, feet, inches, over, under, overOnly, underOnly] = match.map(Number);
    const fraction = under > 0 ? over / under : underOnly > 0 ? overOnly / underOnly : 0;
    const value = feet * 12 + (Number.isFinite(inches) ? inches : 0) + fraction;
    const places = /\.(\d+)/.exec(match[2] ?? '')?.[1].length ?? 0;
    const step = under > 0 ? 1 / under : underOnly > 0 ? 1 / underOnly : 10 ** -places;
    add(match, [{ value, step }], MM_PER_INCH);
  }
  for (const match of text.matchAll(FRACTION)) {
    const [, whole, over, under] = match.map(Number);
    if (under > 0)
      add(
        match,
        [{ value: (Number.isFinite(whole) ? whole : 0) + over / under, step: 1 / under }],
        MM_PER_INCH,
      );
  }
  // What several equal parts come to is a number of the text as well as the parts are.
  for (const match of text.matchAll(PRODUCT)) {
    const readings = readingsOf(match[1]).flatMap((a) =>
      readingsOf(match[2]).map((b) => ({
        value: a.value * b.value,
        step: Math.max(a.value * b.step, b.step),
      })),
    );
    add(match, readings, unitBehind(text, (match.index ?? 0) + match[0].length), false);
  }
  for (const match of text.matchAll(PLAIN))
    add(match, readingsOf(match[0]), unitBehind(text, (match.index ?? 0) + match[0].length));
  return found.sort((a, b) => a.start - b.start || b.end - a.end);
}

function unitBehind(text: string, at: number): number | null {
  const rest = text.slice(at);
  return UNITS_MM.find(([pattern]) => pattern.test(rest))?.[1] ?? null;
}

/** What digits with marks between them can mean. */
function readingsOf(digits: string): { value: number; step: number }[] {
  const bare = digits.replace(/[ '’]/g, '');
  const marks = [...bare].filter((one) => one === '.' || one === ',');
  const read = (text: string): { value: number; step: number } => ({
    value: Number(text.startsWith('.') ? `0${text}` : text),
    step: 10 ** -(/\.(\d+)$/.exec(text)?.[1].length ?? 0),
  });
  if (marks.length === 0) return [read(bare)];
  const last = Math.max(bare.lastIndexOf('.'), bare.lastIndexOf(','));
  const asDecimal = read(`${bare.slice(0, last).replace(/[.,]/g, '')}.${bare.slice(last + 1)}`);
  // Three digits behind each mark: the marks can part thousands.
  const isGrouped = /^\d{1,3}(?:[.,]\d{3})+$/.test(bare) && new Set(marks).size === 1;
  const asThousands = isGrouped ? [read(bare.replace(/[.,]/g, ''))] : [];
  return marks.length > 1 && isGrouped ? asThousands : [asDecimal, ...asThousands];
}

/** What a dimension measures, in the figures that its text can show it in. */
export interface Shown {
  /** Values that the measure comes to as its style writes it, and as it does not: at a viewport's scale, in metres. */
  readonly values: readonly number[];
  /** What the style rounds to, in the unit of the values. */
  readonly step: number;
  /** The length itself, mm; null where the drawing's unit is not known, and for angles. */
  readonly mm: number | null;
}

/**
 * What a typed text says beside what is measured: words only; the measure, rounded as the text rounds it or as the style
 * does; or something else.
 * @returns the number that speaks for it: of several that are all off the first
 */
export function judgeTyped(
  text: string,
  shown: Shown,
): { readonly says: 'words' } | { readonly says: 'the same' | 'another'; readonly number: WrittenNumber } {
  const numbers = numbersIn(text);
  if (numbers.length === 0) return { says: 'words' };
  for (const number of numbers)
    for (const { value, step } of number.readings) {
      // A half is a half whichever way it was rounded; binary fractions take away a trifle.
      const trifle = 1e-9 * Math.max(1, Math.abs(value));
      const inUnit =
        number.unitMm !== null &&
        shown.mm !== null &&
        Math.abs(value * number.unitMm - shown.mm) <= (step / 2) * number.unitMm + trifle * number.unitMm;
      const asShown = shown.values.some(
        (one) => Math.abs(value - Math.abs(one)) <= Math.max(step, shown.step) / 2 + trifle,
      );
      // Where a unit is written, the length in that unit is what is said, whatever the style's factor.
      if (number.unitMm !== null && shown.mm !== null ? inUnit : asShown) return { says: 'the same', number };
    }
  return { says: 'another', number: numbers[0] };
}

const TURN = /(\d+(?:[.,]\d+)?)\s*°\s*(?:(\d+)\s*['′]\s*(?:(\d+(?:\.\d+)?)\s*["″])?)?/;

/** Degrees that a text says: "45°30'", "45.5°", "45"; null where it says none. */
export function degreesIn(text: string): { readonly value: number; readonly step: number } | null {
  const match = TURN.exec(text);
  if (!match) {
    const [number] = numbersIn(text);
    return number ? number.readings[0] : null;
  }
  const [, whole, minutes, seconds] = match;
  const [degrees] = readingsOf(whole);
  return {
    value: degrees.value + Number(minutes ?? 0) / 60 + Number(seconds ?? 0) / 3600,
    step: seconds !== undefined ? 1 / 3600 : minutes !== undefined ? 1 / 60 : degrees.step,
  };
}
