import { oneLine } from '../../one-line';
import { sizeNamedIn } from './paper-sizes';

/** A scale as words state it. */
export interface StatedScale {
  /** The words themselves. */
  readonly text: string;
  /** 1 : reduction. */
  readonly reduction: number;
  /** The words leave no doubt that they speak of a scale. */
  readonly sure: boolean;
}

const NUMBER = String.raw`(\d{1,6}(?:[.,]\d+)?)`;
/** 1:100, 1 / 100, M 1:50, 1∶20; not part of a longer number, date or ratio such as 1:1:1. */
const RATIO = new RegExp(
  String.raw`(?:^|[^\d.,:/∶：])${NUMBER}\s*([:∶：/÷])\s*${NUMBER}(?![\d]*[:/∶：]\d|[.,]?\d)(?!\s*(?:"|''|”|%))`,
  'g',
);
/** 1" = 50', 1 IN = 50 FT, 1 = 50'. */
const FEET =
  /(\d+(?:\.\d+)?)\s*(?:"|''|”|in\.?|inch)?\s*=\s*(\d+(?:\.\d+)?)\s*(?:'(?!')|’|ft\b\.?|feet\b)(?:\s*-?\s*(\d+)\s*(?:"|''|”))?/gi;
/** 1/8" = 1'-0", 1 1/2" = 1'-0". */
const FRACTION =
  /(?:(\d+)[\s-]+)?(\d+)\s*\/\s*(\d+)\s*(?:"|''|”|in\b\.?)\s*=\s*(\d+)\s*(?:'(?!')|’|ft\b\.?|feet\b)(?:\s*-?\s*(\d+)\s*(?:"|''|”))?/gi;
/** Words for "scale" in the languages that drawings come in. */
export const SCALE_WORD =
  /scale|escala|maßstab|massstab|mastab|échelle|echelle|scala|schaal|skala|skal[ae]|m[eě]ř[ií]tko|mierka|масштаб|мащаб|мірило|mērogs|mastelis|mõõt|mittakaava|ölçek|olcek|κλίμακα|比例|縮尺|尺度|척도|축척|tỷ lệ|ty le|مقياس|קנה/i;

/** What a line says beside the scale that it states: "GROUND FLOOR (SCALE 1:100)" is the ground floor; the line itself where it states none. */
export function withoutScale(line: string): string {
  if (statedScales(line).length === 0) return line;
  return line
    .replace(FRACTION, ' ')
    .replace(FEET, ' ')
    .replace(RATIO, ' ')
    .replace(SCALE_WORD, ' ')
    .replace(/[([{]\s*[)\]}]?\s*$|[\s:=–-]+$/g, '')
    .replace(/\s+/g, ' ')
    .trim();
}

const value = (text: string): number => Number(text.replace(',', '.'));

/** Every scale that a text states. */
export function statedScales(text: string): StatedScale[] {
  const words = oneLine(text);
  if (words.length > 200) return [];
  const inFeet = [...words.matchAll(FRACTION), ...words.replace(FRACTION, ' ').matchAll(FEET)];
  if (inFeet.length > 0)
    return inFeet.flatMap((found) => {
      const feet = Number(found.at(-2)) + Number(found.at(-1) ?? 0) / 12;
      const inches =
        found.length > 4 ? Number(found[1] ?? 0) + Number(found[2]) / Number(found[3]) : Number(found[1]);
      return stated(words, (feet * 12) / inches, true);
    });
  const named =
    SCALE_WORD.test(words) || /(?:^|\s)M\.?\s*1\s*[:/]/.test(words) || sizeNamedIn(words) !== null;
  return [...words.matchAll(RATIO)].flatMap((ratio) => {
    const [above, below] = [value(ratio[1]), value(ratio[3])];
    // One side of a scale is 1: 12/2024 is a date, 3/4 a page or a fraction.
    if (above !== 1 && below !== 1) return [];
    const alone = ratio[0].trim().length >= words.length - 2;
    // "1/2" may count sheets or inches; "1:50" and "1/100" are scales.
    const colon = ratio[2] !== '/' && ratio[2] !== '÷';
    if (!named && !colon && below < 5) return [];
    // Slopes and mixes are ratios too: 1:2 alone in a drawing says little.
    return stated(words, below / above, named || (alone && below >= 5) || (colon && below >= 20));
  });
}

const stated = (text: string, reduction: number, sure: boolean): StatedScale[] =>
  reduction > 0 && Number.isFinite(reduction) ? [{ text, reduction, sure }] : [];
