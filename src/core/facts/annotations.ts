import { type Drawing, entityOf, kindOf, rangeOf } from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import { shapeOf } from '../dxf/read/decode';
import { wordsOf } from '../dxf/read/decode-text';
import { type DimensionSettings, dimensionSettings, overrideTags } from '../dxf/read/dimension-style';
import { type Measured, measureOf } from '../dxf/read/measure';
import type { FillShape, Gradient } from '../dxf/shapes';
import { composeSpace, IDENTITY_SPACE, planOf } from '../geometry/space';
import { applyX, applyY } from '../geometry/transform';
import { readDimensionValues } from '../records/dimension-record';
import type { DimensionValues } from '../standard/dimension-settings';

/** What is known of one dimension. */
export interface DimensionFact {
  readonly row: number;
  /** What lies between its points; null for a kind that is not known. */
  readonly measured: Measured | null;
  /** What was typed in place of the value; null where the value shows. */
  readonly typed: string | null;
  /** Settings that it is drawn with, and those that it carries itself. */
  readonly settings: DimensionSettings;
  /** The same in the standard's terms. */
  readonly values: DimensionValues;
  /** Folded name of the symbol it is drawn as; empty where the file keeps no picture. */
  readonly picture: string;
  /** Rows of the lettering in its picture. */
  readonly letters: readonly number[];
}

export function dimensionFact(drawing: Drawing, row: number): DimensionFact {
  const { reader } = drawing;
  const range = rangeOf(drawing, row);
  const settings = dimensionSettings(drawing, range);
  const style = drawing.dimensionStyles.get(foldName(settings.styleName))?.range ?? null;
  const own = overrideTags(reader, range);
  const values = readDimensionValues(reader, style, drawing.recordNames, 1, own);
  const picture = foldName(reader.findText(range, 2));
  const symbol = drawing.symbols.get(picture);
  // The oldest version writes dimensions with the places of all lengths.
  const hasPlaces = own.has(DECIMALS) || (style !== null && reader.find(style, DECIMALS) >= 0);
  return {
    row,
    measured: measureOf(drawing, row),
    typed: wordsOf(drawing, row),
    settings,
    values: hasPlaces
      ? values
      : { ...values, decimals: Math.min(8, Math.max(0, reader.headerNumber('$LUPREC', 4))) },
    picture,
    letters: symbol
      ? drawing.containers[symbol.container].rows.filter((one) => kindOf(drawing, one) === 'text')
      : [],
  };
}

/** Code of the decimal places in a dimension style. */
const DECIMALS = 271;

/** What is known of one leader: a bare one, or one with its label. */
export interface LeaderFact {
  readonly row: number;
  /** Its lines, each from the tip on: x, y, x, y … */
  readonly lines: readonly (readonly number[])[];
  readonly hasTerminator: boolean;
  /** What its own label says; null where it has none of its own. */
  readonly label: string | null;
  /** Handle of the object that it was made for; empty where there is none. */
  readonly annotation: string;
}

export function leaderFact(drawing: Drawing, row: number): LeaderFact {
  const shape = shapeOf(drawing, row);
  const parts = shape?.type === 'compound' ? shape.parts.map((part) => part.shape) : shape ? [shape] : [];
  const lines = parts.flatMap((part) => {
    if (part.type !== 'path') return [];
    const t = planOf(composeSpace(IDENTITY_SPACE, part.system));
    return [part.vertices.flatMap(({ x, y }) => [applyX(t, x, y), applyY(t, x, y)])];
  });
  const bare = entityOf(drawing, row) === 'LEADER';
  return {
    row,
    lines,
    hasTerminator: parts.some(({ type }) => type === 'polygon' || type === 'placement'),
    label: bare ? null : wordsOf(drawing, row),
    annotation: bare ? drawing.reader.findText(rangeOf(drawing, row), 340).toUpperCase() : '',
  };
}

/** What is known of one fill. */
export interface FillFact {
  readonly row: number;
  /** Pattern as the drawing names it. */
  readonly pattern: string;
  readonly kind: 'lines' | 'solid' | 'gradient';
  /** How its colours run; null for any other fill. */
  readonly gradient: Gradient | null;
  /** Distance of the lines of each family square to them, and their angle, drawing units and radians. */
  readonly families: readonly { readonly spacing: number; readonly angleRad: number }[];
  /** The fill follows its boundary when that changes. */
  readonly tied: boolean;
  readonly loops: number;
  /** A point that its lines are counted from; null for fills without lines. */
  readonly origin: readonly [number, number] | null;
}

export function fillFact(drawing: Drawing, row: number): FillFact | null {
  const shape = shapeOf(drawing, row);
  if (shape?.type !== 'fill') return null;
  const range = rangeOf(drawing, row);
  return {
    row,
    pattern: drawing.reader.findText(range, 2),
    kind: shape.gradient ? 'gradient' : shape.solid ? 'solid' : 'lines',
    gradient: shape.gradient,
    families: familiesOf(shape),
    tied: drawing.reader.findInt(range, 71) === 1,
    loops: shape.loops.length,
    origin: shape.families.length > 0 ? [shape.families[0].baseX, shape.families[0].baseY] : null,
  };
}

/** Families of lines by what can be measured on paper: the offset from line to line, taken square to the lines. */
const familiesOf = ({ families }: FillShape): FillFact['families'] =>
  families.map(({ angleRad, offsetX, offsetY }) => ({
    spacing: Math.abs(offsetY * Math.cos(angleRad) - offsetX * Math.sin(angleRad)),
    angleRad,
  }));
