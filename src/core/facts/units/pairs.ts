import Flatbush from 'flatbush';
import { textTransform } from '../../drawing/extents';
import { isAttributeDefinition } from '../../drawing/walk';
import { type Drawing, entityOf, handleOf, kindOf } from '../../dxf/drawing';
import { shapeOf } from '../../dxf/read/decode';
import { wordsOf } from '../../dxf/read/decode-text';
import { measureOf } from '../../dxf/read/measure';
import { IDENTITY_SPACE, planOf } from '../../geometry/space';
import { applyX, applyY, scaleOf } from '../../geometry/transform';
import { layOut } from '../../lettering/layout';
import { type StatedLength, statedLength } from './lengths';
import { placedScales } from './placed-scales';

/** Something with a length that a label can stand beside. */
interface Measured {
  readonly row: number;
  /** Number of the edge of a path; -1 for a line or an arc. */
  readonly edge: number;
  /** Drawing units. */
  readonly length: number;
  /** The middle, and the direction there. */
  readonly x: number;
  readonly y: number;
  readonly angleRad: number;
  readonly box: readonly [number, number, number, number];
}

/** A label and a line that it may speak of. */
export interface LabelledLine {
  /** Handles. */
  readonly text: string;
  readonly line: string;
  /** Number of the edge, where the line is a path. */
  readonly edge?: number;
  /** Rows of the label and of the line; one for a dimension. */
  readonly rows: readonly number[];
  readonly length: number;
  readonly stated: StatedLength;
  /** Labels beside several lines say it of one of them: those of one label have one number. */
  readonly label: number;
  /** A dimension with a value typed over: the line is its own. */
  readonly dimension: boolean;
}

/** Lines in a model that are looked at. */
const MOST_LINES = 100_000;
/** Lines beside one label that it may speak of. */
const MOST_BESIDE = 3;
/** A label lies no farther from its line than so many heights of its letters. */
const FARTHEST = 3.5;
/** A label is parallel to its line within this angle, radians. */
const PARALLEL = 0.12;
/** It stands about the middle: at most this share of the line's length beside it. */
const ABOUT_MIDDLE = 0.3;

/**
 * Every pair of a label and a line that it may speak of, in the model and in the symbols placed in it; nearest lines first.
 * A symbol counts once at each scale that it is placed at, however often it comes.
 */
export function labelledLines(drawing: Drawing): LabelledLine[] {
  const found: LabelledLine[] = [];
  // Labels have one number each, in the model and in every symbol.
  let first = 0;
  const take = (pairs: readonly LabelledLine[], scale: number): void => {
    for (const pair of pairs) found.push({ ...pair, length: pair.length * scale, label: pair.label + first });
    first += drawing.objects.count;
  };
  take(pairsIn(drawing, drawing.containers[0].rows), 1);
  const bySymbol = new Map<number, readonly LabelledLine[]>();
  for (const { container, name, external } of drawing.symbols.values()) {
    // Pictures of dimensions hold what the dimensions say.
    if (external || /^\*D/i.test(name)) continue;
    const pairs = pairsIn(drawing, drawing.containers[container].rows);
    if (pairs.length > 0) bySymbol.set(container, pairs);
  }
  if (bySymbol.size > 0)
    for (const [container, scales] of placedScales(drawing, new Set(bySymbol.keys())))
      for (const scale of scales) take(bySymbol.get(container) ?? [], scale);
  return found;
}

/** Pairs among the objects of one container, in its own units; labels are numbered from 0. */
function pairsIn(drawing: Drawing, rows: readonly number[]): LabelledLine[] {
  const labels: { row: number; stated: StatedLength }[] = [];
  const lines: Measured[] = [];
  const found: LabelledLine[] = [];
  for (const row of rows) {
    const kind = kindOf(drawing, row);
    if (kind === 'text' || (kind === 'attribute' && !isAttributeDefinition(drawing, row))) {
      const stated = lengthIn(wordsOf(drawing, row));
      if (stated) labels.push({ row, stated });
    } else if (kind === 'dimension') {
      const pair = typedDimension(drawing, row, found.length);
      if (pair) found.push(pair);
    }
  }
  if (labels.length === 0) return found;
  for (const row of rows) {
    const kind = kindOf(drawing, row);
    if (kind === 'line' || kind === 'polyline' || kind === 'arc') addMeasured(drawing, row, lines);
    if (lines.length >= MOST_LINES) break;
  }
  if (lines.length === 0) return found;
  const tree = new Flatbush(lines.length);
  for (const { box } of lines) tree.add(...box);
  tree.finish();
  const first = found.length;
  for (const [i, { row, stated }] of labels.entries())
    for (const line of linesBeside(drawing, row, lines, tree))
      found.push({
        text: handleOf(drawing, row),
        line: handleOf(drawing, line.row),
        ...(line.edge >= 0 ? { edge: line.edge } : {}),
        rows: [row, line.row],
        length: line.length,
        stated,
        label: first + i,
        dimension: false,
      });
  return found;
}

function lengthIn(words: string | null): StatedLength | null {
  if (words === null) return null;
  const lines = words.split('\n');
  if (lines.length > 3) return null;
  // A bearing can stand on a line of its own over the distance.
  for (const line of lines) {
    const stated = statedLength(line);
    if (stated) return stated;
  }
  return null;
}

/** A dimension that says something else than it measures, typed or by a factor of its style. */
function typedDimension(drawing: Drawing, row: number, label: number): LabelledLine | null {
  const measured = measureOf(drawing, row);
  if (measured?.what !== 'length' || !(measured.value > 0)) return null;
  const handle = handleOf(drawing, row);
  const typed = lengthIn(wordsOf(drawing, row));
  if (typed)
    return {
      text: handle,
      line: handle,
      rows: [row],
      length: measured.value,
      stated: typed,
      label,
      dimension: true,
    };
  return null;
}

function addMeasured(drawing: Drawing, row: number, lines: Measured[]): void {
  const shape = shapeOf(drawing, row);
  if (shape?.type === 'ellipse') {
    if (entityOf(drawing, row) !== 'ARC') return;
    const t = planOf(shape.system);
    const radius = Math.hypot(...shape.u) * scaleOf(t);
    const angle = Math.abs(shape.to - shape.from);
    const middle = (shape.from + shape.to) / 2;
    const px = shape.centre[0] + shape.u[0] * Math.cos(middle) + shape.v[0] * Math.sin(middle);
    const py = shape.centre[1] + shape.u[1] * Math.cos(middle) + shape.v[1] * Math.sin(middle);
    const [x, y] = [applyX(t, px, py), applyY(t, px, py)];
    const [cx, cy] = [applyX(t, ...shape.centre), applyY(t, ...shape.centre)];
    if (!Number.isFinite(x + y + radius) || !(radius > 0)) return;
    lines.push({
      row,
      edge: -1,
      length: radius * angle,
      x,
      y,
      angleRad: Math.atan2(y - cy, x - cx) + Math.PI / 2,
      box: [x, y, x, y],
    });
    return;
  }
  if (shape?.type !== 'path') return;
  const t = planOf(shape.system);
  const { vertices } = shape;
  const count = shape.closed ? vertices.length : vertices.length - 1;
  for (let i = 0; i < count; i++) {
    const [from, to] = [vertices[i], vertices[(i + 1) % vertices.length]];
    const [x0, y0] = [applyX(t, from.x, from.y), applyY(t, from.x, from.y)];
    const [x1, y1] = [applyX(t, to.x, to.y), applyY(t, to.x, to.y)];
    const chord = Math.hypot(x1 - x0, y1 - y0);
    if (!(chord > 0) || !Number.isFinite(chord)) continue;
    // The bulge is the tangent of a quarter of the arc's angle.
    const quarter = Math.atan(Math.abs(from.bulge));
    const length = quarter === 0 ? chord : (chord * 2 * quarter) / Math.sin(2 * quarter);
    const rise = (-from.bulge * chord) / 2;
    const [nx, ny] = [-(y1 - y0) / chord, (x1 - x0) / chord];
    const [x, y] = [(x0 + x1) / 2 + nx * rise, (y0 + y1) / 2 + ny * rise];
    lines.push({
      row,
      edge: vertices.length > 2 ? i : -1,
      length,
      x,
      y,
      angleRad: Math.atan2(y1 - y0, x1 - x0),
      box: [Math.min(x0, x1, x), Math.min(y0, y1, y), Math.max(x0, x1, x), Math.max(y0, y1, y)],
    });
  }
}

/** Lines that are near to a label, parallel to it, with it about their middle; the nearest first. */
function linesBeside(drawing: Drawing, row: number, lines: readonly Measured[], tree: Flatbush): Measured[] {
  const shape = shapeOf(drawing, row);
  if (shape?.type !== 'text') return [];
  const laid = layOut(shape);
  const t = textTransform(shape, IDENTITY_SPACE, laid.heightFactor);
  const [u, v] = [(laid.minX + laid.maxX) / 2, (laid.minY + laid.maxY) / 2];
  const [x, y] = [applyX(t, u, v), applyY(t, u, v)];
  const height = scaleOf(t);
  const angle = Math.atan2(t[1], t[0]);
  const halfHigh = ((laid.maxY - laid.minY) / 2) * height;
  const reach = FARTHEST * height + halfHigh;
  if (!Number.isFinite(x + y + reach) || !(reach > 0)) return [];
  return tree
    .search(x - reach, y - reach, x + reach, y + reach)
    .flatMap((i) => {
      const line = lines[i];
      const turned = Math.abs(Math.sin(angle - line.angleRad));
      if (turned > PARALLEL) return [];
      const [cos, sin] = [Math.cos(line.angleRad), Math.sin(line.angleRad)];
      const [dx, dy] = [x - line.x, y - line.y];
      const along = Math.abs(dx * cos + dy * sin);
      const across = Math.abs(dy * cos - dx * sin);
      if (across > reach || along > Math.max(ABOUT_MIDDLE * line.length, height)) return [];
      return [{ line, off: across + 0.5 * along }];
    })
    .sort((a, b) => a.off - b.off)
    .slice(0, MOST_BESIDE)
    .map(({ line }) => line);
}
