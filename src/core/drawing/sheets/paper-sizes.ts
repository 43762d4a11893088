/** A size of paper, long side first. */
export interface PaperSize {
  readonly name: string;
  readonly longMm: number;
  readonly shortMm: number;
  readonly series: 'ISO' | 'inch';
  /** How seldom drawings are made on it: 0 for the usual ones. */
  readonly rarity: number;
}

const iso = (name: string, longMm: number, shortMm: number, rarity = 0): PaperSize => ({
  name,
  longMm,
  shortMm,
  series: 'ISO',
  rarity,
});
const inch = (name: string, long: number, short: number, rarity = 0): PaperSize => ({
  name,
  longMm: long * 25.4,
  shortMm: short * 25.4,
  series: 'inch',
  rarity,
});

/**
 * Sizes that drawings come on. ISO 216 (A, B), ISO 5457 (elongated), ASME Y14.1 (A to E) and the architectural inch series,
 * all from memory.
 */
export const PAPER_SIZES: readonly PaperSize[] = [
  iso('A0', 1189, 841),
  iso('A1', 841, 594),
  iso('A2', 594, 420),
  iso('A3', 420, 297),
  iso('A4', 297, 210, 0.3),
  iso('A5', 210, 148, 2.5),
  iso('2A0', 1682, 1189, 2),
  iso('B0', 1414, 1000, 2),
  iso('B1', 1000, 707, 1.5),
  iso('B2', 707, 500, 1.5),
  iso('B3', 500, 353, 1.8),
  iso('B4', 353, 250, 1.8),
  iso('A3×3', 891, 420, 1.2),
  iso('A3×4', 1189, 420, 1.2),
  iso('A4×3', 630, 297, 1.2),
  iso('A4×4', 841, 297, 1.2),
  iso('A4×5', 1051, 297, 1.4),
  iso('A2×3', 1261, 594, 1.4),
  iso('A1×3', 1783, 841, 1.6),
  inch('ANSI A', 11, 8.5, 0.4),
  inch('ANSI B', 17, 11),
  inch('ANSI C', 22, 17, 0.2),
  inch('ANSI D', 34, 22),
  inch('ANSI E', 44, 34, 0.2),
  inch('Legal', 14, 8.5, 1.2),
  inch('ARCH A', 12, 9, 0.8),
  inch('ARCH B', 18, 12, 0.5),
  inch('ARCH C', 24, 18, 0.1),
  inch('ARCH D', 36, 24),
  inch('ARCH E1', 42, 30, 0.3),
  inch('ARCH E', 48, 36, 0.2),
];

/** Room between the paper's edge and a frame, mm. For paper on its long side: left, bottom, right, top. */
export interface Margins {
  readonly left: number;
  readonly bottom: number;
  readonly right: number;
  readonly top: number;
  readonly rarity: number;
}

const around = (margin: number, rarity: number): Margins => ({
  left: margin,
  bottom: margin,
  right: margin,
  top: margin,
  rarity,
});
const bound = (left: number, other: number, rarity: number): Margins => ({
  left,
  bottom: other,
  right: other,
  top: other,
  rarity,
});

/** The paper's edge itself. */
export const NO_MARGINS: Margins = around(0, 0);

/** Frames that are drawn without the paper's edge. ISO 5457 (20 and 10 mm), from memory; the others are common practice. */
export const METRIC_MARGINS: readonly Margins[] = [
  bound(20, 10, 0.4),
  bound(20, 5, 0.8),
  bound(25, 10, 0.8),
  bound(25, 5, 0.8),
  bound(30, 10, 1.5),
  bound(15, 5, 1.5),
  around(10, 0.4),
  around(5, 0.8),
  around(15, 1.2),
  around(20, 1),
];

const INCH = 25.4;
export const INCH_MARGINS: readonly Margins[] = [
  around(0.5 * INCH, 0.4),
  around(0.25 * INCH, 0.8),
  around(0.375 * INCH, 1.2),
  around(0.75 * INCH, 1.2),
  around(1 * INCH, 1.5),
  bound(1 * INCH, 0.5 * INCH, 0.8),
  bound(1.5 * INCH, 0.5 * INCH, 0.7),
  bound(2 * INCH, 0.5 * INCH, 1),
];

/** A scale, drawing to true size, as 1 : `reduction`. */
export interface UsualScale {
  readonly reduction: number;
  readonly system: 'metric' | 'inch' | 'both';
  readonly rarity: number;
}

const metric = (reductions: readonly number[], rarity: number): UsualScale[] =>
  reductions.map((reduction) => ({ reduction, system: 'metric', rarity }));
const feet = (reductions: readonly number[], rarity: number): UsualScale[] =>
  reductions.map((reduction) => ({ reduction, system: 'inch', rarity }));

/** Scales of ISO 5455 (from memory), of practice beside it, and of the inch system: 1/8" = 1'-0" is 1:96, 1" = 50' is 1:600. */
export const USUAL_SCALES: readonly UsualScale[] = [
  { reduction: 1, system: 'both', rarity: 0 },
  ...metric([50, 100, 200, 500], 0),
  ...metric([5, 10, 20, 25, 250, 1000], 0.3),
  ...metric([2, 2000, 5000, 10_000], 0.6),
  ...metric([30, 40, 75, 125, 150, 300, 400, 1250, 1500, 2500, 20_000, 25_000, 50_000, 100_000], 1),
  ...metric([15, 60, 80, 175, 350, 600, 750, 800], 1.5),
  ...metric([1 / 2, 1 / 5, 1 / 10, 1 / 20, 1 / 50], 1.2),
  ...feet([12, 24, 48, 96], 0),
  ...feet([4, 8, 16, 32, 64, 128, 192], 0.4),
  ...feet([120, 240, 360, 480, 600], 0.2),
  ...feet([384, 720, 1200, 2400, 3600, 4800, 6000, 12_000, 1 / 2, 2, 1 / 4], 0.8),
];

/** The usual scale that a reduction is, within a share; null when it is none. */
export function usualScale(reduction: number, within: number): UsualScale | null {
  let best: UsualScale | null = null;
  let off = within;
  for (const scale of USUAL_SCALES) {
    const own = Math.abs(reduction / scale.reduction - 1);
    if (own > off || (own === off && best && best.rarity <= scale.rarity)) continue;
    best = scale;
    off = own;
  }
  return best;
}

/** The usual size that paper has, either way round, within 2 mm; null for any other. */
export function sizeOf(widthMm: number, heightMm: number): PaperSize | null {
  const [long, short] = widthMm > heightMm ? [widthMm, heightMm] : [heightMm, widthMm];
  return (
    PAPER_SIZES.find(
      ({ longMm, shortMm }) => Math.abs(longMm - long) <= 2 && Math.abs(shortMm - short) <= 2,
    ) ?? null
  );
}

const SIZE_NAME =
  /(?:^|[^A-Z0-9.])(?:(2A0|A[0-5](?:\s?[X×]\s?[3-5])?|B[0-4])|(ANSI|ARCH)[\s-]?(E1|[A-E]))(?![A-Z0-9])/i;

/** The size of paper that words name, "A3" or "ARCH D"; null where they name none. */
export function sizeNamedIn(text: string): PaperSize | null {
  const found = SIZE_NAME.exec(text);
  if (!found) return null;
  const name = (found[1] ? found[1].replace(/\s?[x×]\s?/i, '×') : `${found[2]} ${found[3]}`).toUpperCase();
  return PAPER_SIZES.find((size) => size.name === name) ?? null;
}
