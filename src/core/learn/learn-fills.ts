import { type Drawing, layerNameOf, rangeOf } from '../dxf/drawing';
import { nearestNumber } from '../dxf/edit/storable-colour';
import { foldName } from '../dxf/interner';
import { shapeOf } from '../dxf/read/decode';
import type { FillShape, Gradient } from '../dxf/shapes';
import { Facts } from '../facts/facts';
import { type FillLine, fillSchema, linesOf, type StandardFill } from '../standard/fills';
import { countOne } from '../tally';
import { COMMON_DEFAULT_MM, kept } from './learn-styles';

/** How large the lines of a fill are: as they print, or in the model where no one scale shows it. */
type Size = Pick<StandardFill, 'basis' | 'lines'>;

/** What is found of the fills of one name. */
interface Found {
  /** Each kind of it by its lines, with how many there are. */
  readonly kinds: Map<string, { fill: StandardFill; count: number }>;
  /** How many lie on each layer, and have each colour of their own. */
  readonly layers: Map<string, number>;
  readonly colours: Map<number | null, number>;
  /** Where their lines are counted from, in words. */
  readonly origins: Set<string>;
  /** Angles by which they are turned as a whole, degrees. */
  readonly turns: Set<number>;
}

/**
 * Fills by name, each as most of the drawing have it: its lines as they print. Those that are turned this way and that turn
 * with what they fill.
 */
export function learnFills(drawing: Drawing, layers: ReadonlySet<string>): StandardFill[] {
  const facts = new Facts(drawing, COMMON_DEFAULT_MM);
  const found = new Map<string, Found>();
  for (const row of facts.rowsOfKind('fill')) {
    const fill = fillOf(facts, row, layers);
    if (!fill) continue;
    const name = foldName(fill.name);
    const of: Found = found.get(name) ?? {
      kinds: new Map(),
      layers: new Map(),
      colours: new Map(),
      origins: new Set(),
      turns: new Set(),
    };
    found.set(name, of);
    countOne(of.layers, fill.layer);
    countOne(of.colours, fill.colour);
    if (!isDecided(drawing, row))
      of.turns.add(fill.kind === 'gradient' ? fill.gradientDeg : rounded(turnOf(drawing, row)));
    of.origins.add(fill.lines.map(({ originMm }) => originMm.map((mm) => mm.toFixed(1)).join(' ')).join(';'));
    // What is a little larger or smaller is the same.
    const lines = fill.lines.map((line) => `${Math.round(line.angleDeg)} ${line.spacingMm.toPrecision(2)}`);
    const key = `${fill.basis}|${lines}`;
    const same = of.kinds.get(key);
    if (same) same.count++;
    else of.kinds.set(key, { fill, count: 1 });
  }
  return [...found.values()].map(({ kinds, layers: on, colours, origins, turns }) => {
    const most = {
      ...[...kinds.values()].reduce((a, b) => (b.count > a.count ? b : a)).fill,
      // What lies here and there belongs nowhere.
      layer: nearlyAll(on) ?? '',
      colour: nearlyAll(colours) ?? null,
    };
    // Fills that begin each somewhere else are counted from what they fill.
    const fill = origins.size > 1 ? { ...most, origin: 'host' as const } : most;
    if (turns.size > 1) return { ...fill, angle: 'host' as const };
    const [turn = 0] = turns;
    return turn === 0 ? fill : { ...fill, lines: fill.lines.map((line) => turned(line, turn)) };
  });
}

/** What most of a drawing agree on is a habit of its office; this share of them. */
const NEARLY_ALL = 0.9;

/** What nearly all have; null where they differ. */
function nearlyAll<T>(counts: ReadonlyMap<T, number>): T | null {
  const all = [...counts.values()].reduce((sum, count) => sum + count, 0);
  for (const [one, count] of counts) if (count >= NEARLY_ALL * all) return one;
  return null;
}

const isDecided = (drawing: Drawing, row: number): boolean =>
  Object.keys(kept(drawing, rangeOf(drawing, row))).length > 0;

/** The angle by which a fill is turned as a whole, degrees from 0 to 360. */
const turnOf = (drawing: Drawing, row: number): number =>
  ((drawing.reader.findNumber(rangeOf(drawing, row), 52) % 360) + 360) % 360;

function turned(line: FillLine, deg: number): FillLine {
  const [cos, sin] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  const [x, y] = line.originMm;
  const angleDeg = rounded((line.angleDeg + deg) % 360);
  return { ...line, angleDeg, originMm: [rounded(x * cos - y * sin), rounded(x * sin + y * cos)] };
}

function fillOf(facts: Facts, row: number, layers: ReadonlySet<string>): StandardFill | null {
  const { drawing } = facts;
  const shape = shapeOf(drawing, row);
  // A standard has gradients along a line, and no others.
  if (shape?.type !== 'fill' || (shape.gradient && shape.gradient.form !== 'linear')) return null;
  const range = rangeOf(drawing, row);
  const own = kept(drawing, range);
  const decided = isDecided(drawing, row);
  const hasLines = !shape.gradient && !shape.solid;
  const layer = layerNameOf(drawing, row);
  const colour = drawing.objects.colour[row];
  const made = fillSchema.safeParse({
    name: drawing.reader.findText(range, 2).trim(),
    kind: shape.gradient ? 'gradient' : shape.solid ? 'solid' : 'lines',
    ...(hasLines
      ? decided
        ? writtenSize(drawing, row, shape)
        : printedSize(facts, row, shape)
      : { lines: [] }),
    layer: layers.has(foldName(layer)) ? layer : '',
    colour: colour > 0 && colour < 256 ? colour : null,
    ...(shape.gradient && !decided ? gradientFrom(shape.gradient) : {}),
    ...own,
  });
  return made.success ? made.data : null;
}

/** A gradient by its colours, which are all that is known of it: the format has no name for one. */
function gradientFrom({ colours, angleRad }: Gradient): Partial<StandardFill> {
  const [from, to] = colours.map((rgb) => nearestNumber(rgb));
  const isWhite = colours[1] === 0xffffff;
  const deg = (((angleRad * 180) / Math.PI) % 360) + 360;
  return {
    name: `GRADIENT-${from}-${isWhite ? 'WHITE' : to}`,
    colour: from,
    secondColour: isWhite ? null : to,
    gradientDeg: rounded(deg % 360),
  };
}

/** Lines as a template of ours has them: written with the factor that it shows them at, which is taken out again. */
function writtenSize(drawing: Drawing, row: number, shape: FillShape): Size {
  const scale = drawing.reader.findNumber(rangeOf(drawing, row), 41, 1) || 1;
  const onSheet = drawing.containers[drawing.objects.container[row]].kind === 'sheet';
  return { basis: onSheet ? 'paper' : 'model', lines: level(drawing, row, shape, scale) };
}

/** Lines as they lie: mm on paper at the one scale that shows them, else mm of the model. */
function printedSize(facts: Facts, row: number, shape: FillShape): Size {
  const { drawing } = facts;
  const mmPerUnit = facts.oneScale(row);
  const units = 1 / (mmPerUnit ?? drawing.unitMm ?? 1);
  const lines = level(drawing, row, shape, units).map(
    (line): FillLine => ({
      ...line,
      originMm: [rounded(line.originMm[0]), rounded(line.originMm[1])],
      spacingMm: rounded(line.spacingMm),
      shiftMm: rounded(line.shiftMm),
      dashesMm: line.dashesMm.map(rounded),
    }),
  );
  return { basis: mmPerUnit === null ? 'model' : 'paper', lines };
}

/** The lines of a fill, turned back by the angle that the whole of it is turned by. */
function level(drawing: Drawing, row: number, { families }: FillShape, unitsPerMm: number): FillLine[] {
  const turn = (turnOf(drawing, row) * Math.PI) / 180;
  const [cos, sin] = [Math.cos(-turn), Math.sin(-turn)];
  return linesOf(
    families.map((family) => ({
      ...family,
      angleRad: family.angleRad - turn,
      baseX: family.baseX * cos - family.baseY * sin,
      baseY: family.baseX * sin + family.baseY * cos,
      offsetX: family.offsetX * cos - family.offsetY * sin,
      offsetY: family.offsetX * sin + family.offsetY * cos,
    })),
    unitsPerMm,
  );
}

/** Sizes as a person would write them; what scales leave behind is none of the pattern. */
const rounded = (mm: number): number => Math.round(mm * 1e4) / 1e4;
