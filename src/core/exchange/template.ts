import { putTerminator } from '../dimension/put-part';
import { nearestNumber } from '../dxf/edit/storable-colour';
import { foldName } from '../dxf/interner';
import type { ObjectKind } from '../dxf/object-kinds';
import { DrawingComposer, type Point, type Props } from '../dxf/write/composer';
import type { LineFamily } from '../geometry/hatch';
import { hatchPieces } from '../geometry/hatch';
import { KEPT_RECORD } from '../learn/learn';
import { dimensionRecord, TERMINATOR_SYMBOLS } from '../records/dimension-record';
import { marksOf, WORDS_STYLE } from '../records/linetype-marks';
import { newParallelSet } from '../records/parallel-set-record';
import { newTextStyle } from '../records/text-style-record';
import type { StandardLayer } from '../standard/definitions';
import { dimensionValues, type StandardDimensionStyle } from '../standard/dimension-settings';
import { familiesOf, gradientOf, type StandardFill } from '../standard/fills';
import { takesKind } from '../standard/kind-families';
import { wordLook, wordWidthMm } from '../standard/line-words';
import { nameMatcher } from '../standard/name-patterns';
import { inOrder, type StandardParallelSet, widthOf } from '../standard/parallels';
import { REDUCTIONS } from '../standard/scales';
import { findLayer, type Standard } from '../standard/standard';
import { putSheets } from './template-sheets';

export const TEMPLATE_VERSIONS = { '2010': 'AC1024', R12: 'AC1009' } as const;
export type TemplateVersion = keyof typeof TEMPLATE_VERSIONS;

/** File of compiled shapes that a template with symbols on lines needs beside it. */
export const SHAPE_FILE = 'line-marks.shx';
const SHAPE_STYLE = 'LINE-MARKS';

/** Every definition of a standard put into a drawing that is being made: layers, linetypes, styles, sets. */
export function putDefinitions(file: DrawingComposer, standard: Standard): void {
  const old = file.version === 'AC1009';
  // Words on lines without a style are set in a plain one: single strokes, as their widths are worked out.
  const { styles } = standard.lettering;
  const plain = styles.some(({ name }) => foldName(name) === 'standard') ? WORDS_STYLE : 'Standard';
  file.textStyle({ name: plain, font: 'txt', height: 0, widthFactor: 1, slantDeg: 0 });
  let shapes = SHAPE_STYLE;
  for (let n = 2; styles.some(({ name }) => foldName(name) === foldName(shapes)); n++)
    shapes = `${SHAPE_STYLE}-${n}`;
  if (standard.lineMarks.length > 0 && !old)
    file.textStyle({
      name: shapes,
      font: SHAPE_FILE,
      height: 0,
      widthFactor: 1,
      slantDeg: 0,
      shapes: true,
    });
  for (const linetype of standard.linetypes) {
    const { follows, basis, ends, clause, notes } = linetype;
    file.linetype(
      linetype.name,
      linetype.description,
      linetype.elementsMm,
      marksOf(linetype, {
        styleOf: (style) => ({ name: style || plain, height: 0, look: wordLook(styles, style) }),
        mmPerUnit: 1,
        symbols: { of: standard.lineMarks, style: shapes },
      }),
      { follows, basis, ends, clause, notes },
    );
  }
  for (const layer of standard.layers) putLayer(file, layer);
  // What dimensions and lines set in a style has a height of its own there, which a fixed one would take the place of.
  const sized = new Set(
    [
      ...standard.dimensions.map((style) => dimensionValues(standard.dimensions, style).textStyle),
      ...standard.linetypes.flatMap(({ words }) => words.map(({ style }) => style)),
    ].map(foldName),
  );
  for (const style of standard.lettering.styles) {
    const { use, font, face, heights, lineSpacing, justification, clause, notes } = style;
    const own = { use, font, face, heights, lineSpacing, justification, clause, notes };
    // R12 knows no lettering sized on paper: there a fixed height would be one of the model.
    const onPaper = !old && style.heights === 'its own' && !sized.has(foldName(style.name));
    file.textStyle({
      ...newTextStyle(style, own),
      ...(onPaper ? { height: style.heightMm, onPaper } : {}),
    });
  }
  putTerminators(file, standard.dimensions);
  for (const style of standard.dimensions) {
    const { use, base, clause, notes } = style;
    file.dimensionStyle(style.name, dimensionRecord(dimensionValues(standard.dimensions, style)), {
      use,
      base,
      clause,
      notes,
    });
  }
  for (const set of standard.parallels) {
    const { use, clause, notes } = set;
    file.parallelSet({ ...newParallelSet(set), own: { use, clause, notes } });
  }
}

function putLayer(file: DrawingComposer, layer: StandardLayer): void {
  const { purpose, kinds, required, ownValuesAllowed, discipline, role, meaning, notes, clause } = layer;
  const rgb = 'rgb' in layer.colour ? layer.colour.rgb : undefined;
  file.layer({
    name: layer.name,
    colour: 'rgb' in layer.colour ? nearestNumber(layer.colour.rgb) : layer.colour.number,
    rgb,
    linetype: layer.linetype,
    widthMm: layer.widthMm,
    prints: layer.prints,
    description: purpose,
    own: { purpose, kinds, required, ownValuesAllowed, discipline, role, meaning, notes, clause },
  });
}

/** Symbols of the terminators in use, under the names that the format gives them. */
function putTerminators(file: DrawingComposer, styles: readonly StandardDimensionStyle[]): void {
  const used = new Set(
    styles.flatMap((style) => {
      const v = dimensionValues(styles, style);
      return [v.terminator1, v.terminator2, v.leaderTerminator];
    }),
  );
  for (const terminator of used) {
    const name = TERMINATOR_SYMBOLS[terminator];
    if (name === '') continue;
    file.symbol(name, (space) => putTerminator(space, terminator));
  }
}

/** Whether a kind of object belongs on a layer. Working content is for nothing that stays in a drawing. */
const takes = (standard: Standard, { name, kinds }: StandardLayer, kind: ObjectKind): boolean =>
  takesKind(kinds, kind) && !nameMatcher(standard.working.layers)(name);

/** The layer of the standard that takes a kind of object: one that names it before others, the one that takes the fewest, printing before not. */
export function layerFor(standard: Standard, kind: ObjectKind): StandardLayer | undefined {
  const open = standard.layers.filter((layer) => takes(standard, layer, kind));
  const breadth = ({ kinds, prints }: StandardLayer): number =>
    (kinds.length === 0 ? 100 : kinds.length) + (kinds.includes(kind) ? 0 : 50) + (prints ? 0 : 1000);
  return open.sort((a, b) => breadth(a) - breadth(b))[0];
}

const SAMPLE_MM = { width: 44, height: 30, gap: 12, columns: 8 } as const;

/**
 * A drawing to begin with: every layer, linetype, text style, dimension style and parallel-line set of an edition,
 * sheets of all sizes with their frames and viewports, and a sheet with a sample of each fill and each parallel-line set.
 * @returns the file, and what its version cannot hold, in words
 */
export function templateDrawing(
  standard: Standard,
  version: TemplateVersion = '2010',
): { readonly bytes: Uint8Array; readonly leftOut: readonly string[] } {
  const leftOut: string[] = [];
  const file = new DrawingComposer({ version: TEMPLATE_VERSIONS[version], units: 4 });
  const old = version === 'R12';
  putDefinitions(file, standard);
  if (old) {
    const marked = standard.linetypes.filter(({ words, symbols }) => words.length + symbols.length > 0);
    if (marked.length > 0)
      leftOut.push(`words and symbols of linetypes: ${marked.map(({ name }) => name).join(', ')}`);
    if (standard.layers.some(({ prints, widthMm }) => !prints || widthMm !== null))
      leftOut.push('pen widths, and which layers print');
    leftOut.push('sheet sizes: R12 has one sheet without a size');
  } else putLineMarks(file, standard);
  if (!old) leftOut.push(...putSheets(file, standard, (layer, kind) => takes(standard, layer, kind)));
  const without = putSamples(file, standard, old);
  const says = (what: string, all: number, missing: readonly { readonly name: string }[]): void => {
    if (all === 0) return;
    if (missing.length > 0)
      leftOut.push(
        `samples of ${what}, no layer of the standard takes them: ${missing.map(({ name }) => name).join(', ')}`,
      );
    if (old)
      leftOut.push(`${what} as such${missing.length < all ? ': their lines are drawn one by one' : ''}`);
  };
  says('fills', standard.fills.length, without.fills);
  says('parallel-line sets', standard.parallels.length, without.parallels);
  if (!old) {
    const { pens, naming, lettering, meanings, symbols, working, rules } = standard;
    const { heightsMm, smallestMm } = lettering;
    file.keep(KEPT_RECORD, {
      name: standard.name,
      edition: standard.edition,
      pens,
      naming,
      lettering: { heightsMm, smallestMm },
      meanings,
      symbols,
      working,
      rules,
      fills: without.fills,
    });
  }
  return { bytes: file.bytes(), leftOut };
}

/** Each symbol of the standard's lines as a symbol of the drawing: what points to them names a file that may be missing. */
export function putLineMarks(file: DrawingComposer, standard: Standard): void {
  for (const { name, number, strokes } of standard.lineMarks)
    file.symbol(
      `${SHAPE_STYLE}-${number}`,
      (space) => {
        for (const stroke of strokes) space.polyline({ layer: '0' }, pairs(stroke));
      },
      { lineMark: name, number },
    );
}

const pairs = (stroke: readonly number[]): Point[] =>
  Array.from({ length: stroke.length / 2 }, (_, i): Point => [stroke[2 * i], stroke[2 * i + 1]]);

/** One definition drawn at a place on the sheet of samples, and the words under it. */
interface Sample {
  readonly name: string;
  readonly put: (space: Space, at: Point) => void;
}

/**
 * A sheet with each fill in a rectangle and each parallel-line set along a line, its name under it where the standard has
 * a layer for text.
 * @param old R12: fills and sets are drawn line by line
 * @returns what no layer of the standard takes: it has no sample
 */
function putSamples(
  file: DrawingComposer,
  standard: Standard,
  old: boolean,
): { readonly fills: readonly StandardFill[]; readonly parallels: readonly StandardParallelSet[] } {
  const filled = layerFor(standard, old ? 'line' : 'fill');
  const drawn = layerFor(standard, old ? 'line' : 'parallel-line set');
  const lettered = layerFor(standard, 'text');
  const style = standard.lettering.styles[0];
  const { width, height, gap, columns } = SAMPLE_MM;
  /** A fill's own layer, if fills belong there. In R12 a fill is lines, and lines belong where lines belong. */
  const layerOf = ({ layer }: StandardFill): string | undefined => {
    const own = old ? undefined : findLayer(standard, layer);
    return own && takes(standard, own, 'fill') ? own.name : filled?.name;
  };
  const fills: Sample[] = [];
  const bare: StandardFill[] = [];
  for (const fill of standard.fills) {
    const layer = layerOf(fill);
    if (layer === undefined) bare.push(fill);
    else
      fills.push({
        name: fill.name,
        put: (space, at) => putFill(space, { layer }, fill, at, [width, height], old),
      });
  }
  const parallels: Sample[] = !drawn
    ? []
    : standard.parallels.map((set) => {
        // Half round ends need room beside their run.
        const scale = sampleScale(set, height / 2);
        return {
          name: `${set.name} 1:${scale}`,
          put: (space, at) =>
            putParallels(space, { layer: drawn.name }, set, at, [width, height], 1 / scale, old),
        };
      });
  const samples = [...fills, ...parallels];
  const without = { fills: bare, parallels: drawn ? [] : standard.parallels };
  if (samples.length === 0) return without;
  // A name that is wider than its sample, or higher than the room under it, moves the samples apart.
  const named = (name: string): number => (lettered && style ? wordWidthMm(name, style.heightMm, style) : 0);
  const across = Math.max(width, ...samples.map(({ name }) => named(name))) + gap;
  const under = Math.max(6, lettered && style ? style.heightMm + 2 : 0);
  const fitting = Math.max(1, Math.floor((columns * (width + gap)) / across));
  const rows = Math.ceil(samples.length / fitting);
  const up = height + gap + under;
  const sheet = file.sheet('Samples', 20 + fitting * across, Math.max(297, 30 + rows * up));
  for (const [i, { name, put }] of samples.entries()) {
    const x = 20 + (i % fitting) * across;
    const y = 20 + Math.floor(i / fitting) * up + 2 + under;
    put(sheet, [x, y]);
    if (lettered && style)
      sheet.text({ layer: lettered.name }, [x, y - under], style.heightMm, name, { style: style.name });
  }
  return without;
}

/** The scale at which a set fits a height, mm. */
const sampleScale = (set: StandardParallelSet, heightMm: number): number =>
  REDUCTIONS.find((one) => widthOf(set) / one <= heightMm) ?? 10000;

/** One set along a straight line through the middle of a box on paper. */
function putParallels(
  space: Space,
  props: Props,
  set: StandardParallelSet,
  [x, y]: Point,
  [width, height]: Point,
  scale: number,
  asLines: boolean,
): void {
  const offsets = inOrder(set).lines.map(({ offsetMm }) => offsetMm);
  const [top, bottom] = [offsets[0] * scale, offsets[offsets.length - 1] * scale];
  const middle = y + height / 2 - (top + bottom) / 2;
  const round = (top - bottom) / 2;
  const left = x + (set.startCap === 'round' ? round : 0);
  const right = x + width - (set.endCap === 'round' ? round : 0);
  if (!asLines) {
    space.parallels(
      props,
      { name: set.name, offsets },
      [
        [left, middle],
        [right, middle],
      ],
      { scale },
    );
    return;
  }
  for (const offset of offsets)
    space.line(props, [left, middle + offset * scale], [right, middle + offset * scale]);
  for (const [cap, at] of [
    [set.startCap, left],
    [set.endCap, right],
  ] as const)
    if (cap !== 'open') space.line(props, [at, middle + top], [at, middle + bottom]);
}

/** Fills of the model are shown at this scale on their sheet. */
const SAMPLE_SCALE = 1 / 20;

type Space = ReturnType<DrawingComposer['sheet']>;

/** One fill in a rectangle on paper. */
export function putFill(
  space: Space,
  props: Props,
  fill: StandardFill,
  [x, y]: Point,
  [width, height]: Point,
  asLines = false,
): void {
  const corners: Point[] = [
    [x, y],
    [x + width, y],
    [x + width, y + height],
    [x, y + height],
  ];
  const scale = fill.basis === 'model' ? SAMPLE_SCALE : 1;
  const families = fill.kind === 'lines' ? familiesOf(fill, scale) : [];
  if (asLines) {
    putLines(space, props, corners, families);
    return;
  }
  const { material, basis, angle, origin, clearOfText, behind, clause, notes, lines, colour } = fill;
  const { kind, gradientDeg, layer, name, secondColour } = fill;
  space.patternFill(
    { ...props, ...(colour === null ? {} : { colour }) },
    [corners],
    {
      name: kind === 'lines' ? name : 'SOLID',
      angleDeg: 0,
      scale,
      families,
      ...(kind === 'gradient' ? { gradient: gradientOf(fill) } : {}),
    },
    {
      // What the format says itself is read from there; a solid has no name of its own.
      ...(kind === 'lines' ? {} : { name, lines }),
      secondColour,
      gradientDeg,
      material,
      basis,
      angle,
      origin,
      clearOfText,
      behind,
      clause,
      notes,
      layer,
    },
  );
}

/** Most lines of one sample where fills are drawn line by line. */
const MOST_LINES = 2000;

function putLines(
  space: Space,
  props: Props,
  corners: readonly Point[],
  families: readonly LineFamily[],
): void {
  for (const family of families) {
    const pieces = hatchPieces([corners.flat()], family, MOST_LINES) ?? new Float64Array();
    for (let i = 0; i < pieces.length; i += 4)
      space.line(props, [pieces[i], pieces[i + 1]], [pieces[i + 2], pieces[i + 3]]);
  }
}
