import { type Drawing, dimensionStyleNameOf, kindOf, rangeOf } from '../dxf/drawing';
import { faceOf } from '../dxf/fonts';
import { foldName } from '../dxf/interner';
import { readOwnData } from '../dxf/read/own-data';
import { Facts, factsOf } from '../facts/facts';
import { readDimensionValues } from '../records/dimension-record';
import { WORDS_STYLE } from '../records/linetype-marks';
import {
  type DimensionValues,
  dimensionStyleSchema,
  holdable,
  ownSettings,
  PLAIN_DIMENSION,
  SETTING_NAMES,
  type StandardDimensionStyle,
  sizesTimes,
} from '../standard/dimension-settings';
import {
  type Lettering,
  letteringSchema,
  type StandardTextStyle,
  textStyleSchema,
} from '../standard/lettering';
import { type ParallelLines, parallelSetSchema, type StandardParallelSet } from '../standard/parallels';

/** Width "default" means when nobody has said otherwise. Common practice, no source. */
export const COMMON_DEFAULT_MM = 0.25;

/** Name of the style that the format itself brings along; it is the office's only where something uses it. */
const FORMAT_STYLE = 'standard';

/** Styles that nobody chose: the format's own, and the one that corrections add for words on lines. */
const BROUGHT_ALONG: ReadonlySet<string> = new Set([FORMAT_STYLE, foldName(WORDS_STYLE)]);

/** Names in use by objects: of text styles and of dimension styles, folded. */
interface Uses {
  readonly text: ReadonlySet<string>;
  readonly dimension: ReadonlySet<string>;
  /** Heights on paper of texts on sheets, mm, by text style: how many have each. */
  readonly heights: ReadonlyMap<string, ReadonlyMap<number, number>>;
}

function usesOf(drawing: Drawing): Uses {
  const { reader, containers } = drawing;
  const text = new Set<string>();
  const dimension = new Set<string>();
  const heights = new Map<string, Map<number, number>>();
  const facts = factsOf(drawing, COMMON_DEFAULT_MM);
  for (const container of containers)
    for (const row of container.rows) {
      const kind = kindOf(drawing, row);
      const named = dimensionStyleNameOf(drawing, row);
      if (named !== null) dimension.add(foldName(named));
      if (kind !== 'text' && kind !== 'attribute') continue;
      const range = rangeOf(drawing, row);
      const style = foldName(reader.findText(range, 7, 'Standard'));
      text.add(style);
      // What several scales show was made for one of them, and nobody knows for which.
      const scales = new Set(facts.appearancesOfText(row).map((seen) => seen.mmPerUnit.toPrecision(6)));
      const height = facts.lettering(row)?.height ?? 0;
      if (scales.size !== 1 || !(height > 0) || container.kind === 'symbol') continue;
      const [mm] = scales;
      const found = heights.get(style) ?? new Map<number, number>();
      const onPaper = Number((height * Number(mm)).toFixed(HEIGHT_PLACES));
      found.set(onPaper, (found.get(onPaper) ?? 0) + 1);
      heights.set(style, found);
    }
  return { text, dimension, heights };
}

/** Data that a record of a template carries beside what the format holds; nothing where there are none. */
export const kept = (drawing: Drawing, range: { start: number; end: number }): Record<string, unknown> => {
  const data = readOwnData(drawing.reader, range);
  return data !== null && typeof data === 'object' ? (data as Record<string, unknown>) : {};
};

/** Heights on paper are told to this many places, mm. */
const HEIGHT_PLACES = 3;
/** Where more than this share of the texts of a style have one height, that is the style's, and others are faults. */
const ONE_HEIGHT = 0.9;
/** A height that fewer texts have than this share, and one alone, is nobody's habit. */
const RARE = 0.1;
/** Heights that a standard can permit, and the largest of them, mm. */
const MOST_HEIGHTS = 20;
const LARGEST_MM = 200;

/**
 * Text styles with their height on paper: a style's own, else the commonest of its texts as sheets show them, else
 * that of the last text. The heights found are permitted; a style of no fixed height whose texts have several leaves it to each.
 */
export function learnLettering(drawing: Drawing, mmPerUnit: number): Lettering {
  const uses = usesOf(drawing);
  const styles: StandardTextStyle[] = [];
  const chosen = new Set<number>();
  for (const [folded, style] of drawing.textStyles) {
    // Styles without a name only point to files of shapes.
    if (folded === '' || (drawing.reader.findInt(style.range, 70) & 1) === 1) continue;
    const own = kept(drawing, style.range);
    if (BROUGHT_ALONG.has(folded) && !uses.text.has(folded) && Object.keys(own).length === 0) continue;
    const counted = [...(uses.heights.get(folded) ?? [])].sort((a, b) => b[1] - a[1] || a[0] - b[0]);
    const height =
      style.height > 0 ? style.height * mmPerUnit : (counted[0]?.[0] ?? style.lastHeight * mmPerUnit);
    const all = counted.reduce((sum, [, count]) => sum + count, 0);
    // Texts of a style without a fixed height that print in several are each as high as it is meant.
    const chooses = style.height === 0 && counted.length > 1 && counted[0][1] < ONE_HEIGHT * all;
    if (chooses) for (const [mm, count] of counted) if (count > 1 || count >= RARE * all) chosen.add(mm);
    const made = textStyleSchema.safeParse({
      name: style.name,
      heights: chooses ? 'any permitted' : 'its own',
      font: style.family || style.font.replace(/\.(shx|ttf|otf)$/i, ''),
      face: faceOf(style.font, style.family, style.bold),
      heightMm: tidy(height),
      widthFactor: tidy(style.widthFactor),
      slantDeg: tidy(style.obliqueDeg),
      ...own,
    });
    if (made.success) styles.push(made.data);
  }
  const own = new Set(styles.map(({ heightMm }) => heightMm));
  const more = [...chosen].filter((mm) => !own.has(mm) && mm > 0 && mm <= LARGEST_MM);
  const heights = [...own, ...more.slice(0, Math.max(0, MOST_HEIGHTS - own.size))].sort((a, b) => a - b);
  if (heights.length === 0) return letteringSchema.parse({ styles: [] });
  const plain = letteringSchema.parse({ styles: [] });
  // What a good drawing prints can be read on its sheets.
  const smallestMm = Object.fromEntries(
    Object.entries(plain.smallestMm).map(([sheet, mm]) => [sheet, Math.min(mm, heights[0])]),
  );
  return letteringSchema.parse({ heightsMm: heights.slice(0, MOST_HEIGHTS), smallestMm, styles });
}

/** Heights of text that dimensions have on paper, mm; what lies outside is counted in other units. */
const LIKELY_TEXT_MM = [0.5, 25] as const;
/** common practice: height of the text of dimensions */
const COMMON_TEXT_MM = 2.5;

/**
 * Settings of a dimension style with its sizes as they print. A style that no scale shows, or several, keeps its sizes for
 * the scale that it is made for: together with that they say how large it is in the model.
 */
function valuesOnPaper(facts: Facts, folded: string): DimensionValues {
  const { drawing } = facts;
  const { paperMm, modelMm, overallScale } = facts.dimensionStyles.find((one) => one.folded === folded)!;
  const { range } = drawing.dimensionStyles.get(folded)!;
  // What the record leaves out is counted in its units too.
  const read = (mm: number): DimensionValues => {
    const values = sizesTimes(readDimensionValues(drawing.reader, range, drawing.recordNames), mm);
    // What is not drawn has no size to be made larger.
    return values.centreMark === 'none' ? { ...values, centreSizeMm: PLAIN_DIMENSION.centreSizeMm } : values;
  };
  if (paperMm !== null) return { ...read(paperMm), sizedOnPaper: true, overallScale: 1 };
  const values = { ...read(modelMm), sizedOnPaper: false, overallScale };
  const [least, most] = LIKELY_TEXT_MM;
  if (values.textHeightMm >= least && values.textHeightMm <= most) return values;
  const times = COMMON_TEXT_MM / values.textHeightMm;
  return { ...read(modelMm * times), sizedOnPaper: false, overallScale: overallScale / times };
}

/** Dimension styles; the children that single kinds of dimension have are not styles of their own. */
export function learnDimensions(
  drawing: Drawing,
  mmPerUnit: number,
  lettering: Lettering,
  linetypes: ReadonlySet<string>,
): StandardDimensionStyle[] {
  const uses = usesOf(drawing);
  const facts = new Facts(drawing, COMMON_DEFAULT_MM);
  const known = new Set(lettering.styles.map(({ name }) => foldName(name)));
  const styles: StandardDimensionStyle[] = [];
  const valuesOf: DimensionValues[] = [];
  for (const [folded, style] of drawing.dimensionStyles) {
    const { base = null, ...own } = kept(drawing, style.range) as { base?: string | null };
    const decided = Object.keys(own).length > 0;
    const isChild = /\$\d$/.test(folded);
    if (!decided && (isChild || (folded === FORMAT_STYLE && !uses.dimension.has(folded)))) continue;
    const values = decided
      ? readDimensionValues(drawing.reader, style.range, drawing.recordNames, mmPerUnit)
      : valuesOnPaper(facts, folded);
    const numbers: Record<string, unknown> = values;
    for (const name of SETTING_NAMES)
      if (typeof values[name] === 'number') numbers[name] = holdable(name, values[name] as number);
    // A name of nothing that the standard has is left at the plain one.
    if (!known.has(foldName(values.textStyle))) values.textStyle = '';
    for (const name of ['lineLinetype', 'extensionLinetype1', 'extensionLinetype2'] as const)
      if (!linetypes.has(foldName(values[name]))) values[name] = '';
    const made = dimensionStyleSchema.safeParse({
      name: style.name,
      ...own,
      settings: ownSettings([], null, values),
    });
    if (!made.success) continue;
    styles.push({ ...made.data, base });
    valuesOf.push(values);
  }
  // A family holds only its differences, whatever the order in which its styles stand.
  const whole = styles.map((style) => ({ ...style, base: null }));
  return styles.map((style, i) => {
    const hasBase = whole.some((one) => foldName(one.name) === foldName(style.base ?? ''));
    const base = hasBase ? style.base : null;
    return { ...style, base, settings: ownSettings(whole, base, valuesOf[i]) };
  });
}

/** Sets of parallel lines; the one that the format brings along is not the office's. */
export function learnParallels(
  drawing: Drawing,
  unitMm: number,
  linetypes: ReadonlySet<string>,
): StandardParallelSet[] {
  const sets: StandardParallelSet[] = [];
  for (const set of drawing.parallelSets.values()) {
    const own = kept(drawing, set.range);
    if (foldName(set.name) === FORMAT_STYLE && Object.keys(own).length === 0) continue;
    const cap = (line: boolean, round: boolean) => (round ? 'round' : line ? 'line' : 'open');
    const lines: ParallelLines = set.elements.map(({ offset, colour, linetype }) => ({
      offsetMm: tidy(offset * unitMm),
      colour: colour && 'number' in colour ? colour.number : null,
      linetype: linetypes.has(foldName(linetype)) ? linetype : '',
    }));
    const made = parallelSetSchema.safeParse({
      name: set.name,
      use: set.description.slice(0, 200),
      lines,
      startCap: cap(set.capStart, set.roundStart),
      endCap: cap(set.capEnd, set.roundEnd),
      fillColour: set.fillColour,
      ...own,
    });
    if (made.success) sets.push(made.data);
  }
  return sets;
}

/** Takes off the noise of unit conversion without hiding a real difference: 1e-9. */
const tidy = (value: number): number => Math.round(value * 1e9) / 1e9;
