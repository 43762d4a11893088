import Flatbush from 'flatbush';
import { type Drawing, entityOf, rangeOf } from '../dxf/drawing';
import type { ObjectKind } from '../dxf/object-kinds';
import { shapeOf } from '../dxf/read/decode';
import { wordsOf } from '../dxf/read/decode-text';
import { type Box, boxOfPoints, grownBy } from '../geometry/box';
import { oneLine } from '../one-line';
import type { LooseDimension } from './loose-dimensions';
import type { Segments } from './segments';
import type { SpatialIndex } from './spatial-index';
import type { TextFact } from './texts';

type P = readonly [number, number];

/** A line from a text, with an arrow at its tip or a knee before its shoulder: a leader in all but name. */
export interface LooseLeader {
  readonly text: number;
  /** The line that the leader takes the place of. */
  readonly line: number;
  /** What draws its arrow: the line itself, or an object of its own; null where it has none. */
  readonly arrow: number | null;
  /** All that the leader was: its lines and its arrow, not its text. */
  readonly rows: readonly number[];
  /** From the tip on. */
  readonly points: readonly P[];
}

/** What must be known of the objects of a drawing. */
interface KnownObjects {
  rowsOfKind(kind: ObjectKind): readonly number[];
  text(row: number): TextFact | null;
  segments(row: number): Segments;
  edges(row: number): Segments;
  index(container: number, kind?: ObjectKind | null): SpatialIndex;
  readonly looseDimensions: readonly LooseDimension[];
}

/** An arrow: its tip, the middle of its base, and the object that draws it. */
interface Arrow {
  readonly row: number;
  readonly tip: P;
  readonly base: P;
  readonly length: number;
  /** It is the end of the line itself, drawn wider: what follows from its base on. */
  readonly rest: readonly P[] | null;
}

/** Longer sides of an arrow may differ by this share; its base is no longer than this share of them. */
const SIDES = 0.1;
const BASE = 0.8;
/** Ends of an open arrow are no farther apart than this share of a side: it opens by up to 60°. */
const OPEN = 1;
/** Strokes of an open arrow are no longer than this, in heights of the text, and this far off the line, degrees. */
const STROKE = { longest: 4, least: 5, most: 45 } as const;
/** Sine of the angle by which a line may leave its arrow askew: 5°. */
const ASKEW = Math.sin((5 * Math.PI) / 180);
/** How far what belongs together may lie apart, in lengths of the arrow. */
const JOINED = 0.1;
/** How near to a line's end its text begins, and how far over or under the line it may stand, in heights of the text. */
const BESIDE = 1.5;
const WITHIN = 0.6;
const UNDER = 1.2;
/** A text is looked for within so many lengths of the arrow. */
const REACH = 3;
/** Leaders have no more points than this, and no fewer heights of their text between tip and end. */
const MOST_POINTS = 4;
const LEAST_HEIGHTS = 2;
/** Sines of the least and the most slant of a leg that leads to a shoulder: 10° and 80°. */
const LEAST_SLANT = Math.sin((10 * Math.PI) / 180);
const MOST_SLANT = Math.sin((80 * Math.PI) / 180);
/** Where more lines or texts are near than this, nobody could say which of them belong together. */
const MOST_NEAR = 40;
/** Words that say which way stairs run: the arrow beside them points along, not at something. */
const STAIRS =
  /^(up|dn|down|auf|ab|haut|bas|monte|descend|sube|baja|subida|bajada|вверх|вниз|上|下)\b|^[上下]$/i;
const A_WORD = /[\p{L}\p{N}].*[\p{L}\p{N}]|\p{Script=Han}/u;

/** Finds lines to texts that were once leaders, or never were and stand in for one. */
export function looseLeaders(drawing: Drawing, facts: KnownObjects): LooseLeader[] {
  const ofDimensions = new Set(facts.looseDimensions.flatMap(({ rows }) => rows));
  const withArrows = leadersWithArrows(drawing, facts, ofDimensions);
  const known = new Set([...ofDimensions, ...withArrows.flatMap(({ rows }) => rows)]);
  return [...withArrows, ...leadersWithKnees(drawing, facts, known)];
}

function leadersWithArrows(
  drawing: Drawing,
  facts: KnownObjects,
  ofDimensions: ReadonlySet<number>,
): LooseLeader[] {
  const arrows = arrowsOf(drawing, facts);
  if (arrows.length === 0) return [];
  const found = arrows.flatMap((arrow) => {
    if (ofDimensions.has(arrow.row)) return [];
    const path = pathFrom(drawing, facts, arrow);
    if (!path || path.rows.some((row) => ofDimensions.has(row))) return [];
    const text = textAt(drawing, facts, arrow.row, path.points, REACH * arrow.length);
    if (text === null || ofDimensions.has(text)) return [];
    const rows = [...new Set([...path.rows, arrow.row])];
    return [{ text, line: path.rows[0], arrow: arrow.row, rows, points: path.points }];
  });
  // A line with an arrow at either end is a dimension line or a way, and no leader.
  const times = new Map<number, number>();
  for (const { rows } of found) for (const row of rows) times.set(row, (times.get(row) ?? 0) + 1);
  const isArrow = endsOf(drawing, arrows);
  return found.filter(
    ({ arrow, rows, points }) =>
      rows.every((row) => times.get(row) === 1) && !isArrow(points[points.length - 1], arrow),
  );
}

/** What tells whether a place is at the tip or at the base of an arrow of the same space, other than one's own. */
function endsOf(
  { objects: { container } }: Drawing,
  arrows: readonly Arrow[],
): (at: P, row: number) => boolean {
  const tree = new Flatbush(arrows.length);
  for (const { tip, base, length } of arrows) {
    const { minX, minY, maxX, maxY } = grownBy(boxOfPoints([...tip, ...base]), JOINED * length);
    tree.add(minX, minY, maxX, maxY);
  }
  tree.finish();
  return ([x, y], row) =>
    tree.search(x, y, x, y).some((i) => {
      const one = arrows[i];
      const near = JOINED * one.length;
      if (one.row === row || container[one.row] !== container[row]) return false;
      return apart(one.tip, [x, y]) <= near || apart(one.base, [x, y]) <= near;
    });
}

/** Without an arrow only a shoulder says what a line is: level with the letters that it leads to, behind a leg that is not. */
function leadersWithKnees(drawing: Drawing, facts: KnownObjects, known: ReadonlySet<number>): LooseLeader[] {
  const found: LooseLeader[] = [];
  for (const row of facts.rowsOfKind('polyline')) {
    if (known.has(row) || !isAlone(drawing, row) || !mayHaveKnee(drawing, row)) continue;
    const way = pointsOf(facts.segments(row));
    if (way?.length !== 3) continue;
    const led = [way, [...way].reverse()].flatMap((points) => {
      const [tip, knee, end] = points;
      const text = textAt(drawing, facts, row, points, Math.max(apart(knee, end), apart(tip, knee) / 4));
      return text === null ? [] : [{ text, points }];
    });
    // Between two texts nobody can say which of them it leads from.
    if (led.length !== 1) continue;
    const [{ text, points }] = led;
    const [tip, knee, end] = points;
    const angle = facts.text(text)?.angleRad ?? Number.NaN;
    const slant = Math.abs(sineTo(knee, tip, angle));
    const isLevel = Math.abs(sineTo(knee, end, angle)) <= ASKEW;
    if (!isLevel || slant < LEAST_SLANT || slant > MOST_SLANT || known.has(text)) continue;
    const strokes = strokesAt(drawing, facts, row, tip, knee, facts.text(text)?.height ?? 0);
    found.push({ text, points, line: row, arrow: strokes[0] ?? null, rows: [row, ...strokes] });
  }
  return found;
}

/** Two short lines that open from the tip of a leg to either side, where there are just two: an arrow that is not filled. */
function strokesAt(
  drawing: Drawing,
  facts: KnownObjects,
  row: number,
  tip: P,
  knee: P,
  height: number,
): readonly number[] {
  const leg = Math.atan2(knee[1] - tip[1], knee[0] - tip[0]);
  const strokes = linesFrom(drawing, facts, row, grownBy(boxOfPoints([...tip]), JOINED * height)).flatMap(
    (one) => {
      const length = apart(one.from, one.to);
      if (
        one.points.length !== 2 ||
        apart(one.from, tip) > JOINED * height ||
        length > STROKE.longest * height
      )
        return [];
      const turn = Math.atan2(one.to[1] - one.from[1], one.to[0] - one.from[0]) - leg;
      const deg = (Math.atan2(Math.sin(turn), Math.cos(turn)) * 180) / Math.PI;
      return Math.abs(deg) >= STROKE.least && Math.abs(deg) <= STROKE.most
        ? [{ row: one.row, deg, length }]
        : [];
    },
  );
  if (strokes.length !== 2) return [];
  const [a, b] = strokes;
  const isPair = a.deg * b.deg < 0 && Math.abs(a.length - b.length) <= SIDES * Math.max(a.length, b.length);
  return isPair ? [a.row, b.row] : [];
}

/** The sine of the angle by which the way from one point to another is off a direction. */
const sineTo = (from: P, to: P, angleRad: number): number =>
  Math.sin(Math.atan2(to[1] - from[1], to[0] - from[0]) - angleRad);

/** Most polylines have more points than a leg and a shoulder: those of the newer kind say how many. */
const mayHaveKnee = (drawing: Drawing, row: number): boolean =>
  entityOf(drawing, row) !== 'LWPOLYLINE' || drawing.reader.findInt(rangeOf(drawing, row), 90) === 3;

const isAlone = ({ containers, objects }: Drawing, row: number): boolean =>
  containers[objects.container[row]].kind !== 'symbol';

function arrowsOf(drawing: Drawing, facts: KnownObjects): Arrow[] {
  const arrows: Arrow[] = [];
  for (const kind of ['solid', 'fill'] as const)
    for (const row of facts.rowsOfKind(kind)) {
      const arrow = isAlone(drawing, row) ? triangleOf(drawing, facts, row) : null;
      if (arrow) arrows.push(arrow);
    }
  for (const row of facts.rowsOfKind('polyline')) {
    const arrow = isAlone(drawing, row) ? (taperOf(drawing, row) ?? openOf(drawing, facts, row)) : null;
    if (arrow) arrows.push(arrow);
  }
  return arrows;
}

/** A line of two pieces of one length that open from its middle: an arrow that is not filled. */
function openOf(drawing: Drawing, facts: KnownObjects, row: number): Arrow | null {
  const points = mayHaveKnee(drawing, row) ? pointsOf(facts.segments(row)) : null;
  if (points?.length !== 3) return null;
  const [a, tip, b] = points;
  const sides = [apart(a, tip), apart(b, tip)].sort((x, y) => x - y);
  const base: P = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  const length = apart(tip, base);
  return sides[0] >= sides[1] * (1 - SIDES) && apart(a, b) <= OPEN * sides[0] && length > 0
    ? { row, tip, base, length, rest: null }
    : null;
}

/** A filled triangle with two long sides; null for any other area. */
function triangleOf(drawing: Drawing, facts: KnownObjects, row: number): Arrow | null {
  const shape = shapeOf(drawing, row);
  if (shape?.type === 'fill' ? !shape.solid || shape.gradient : shape?.type !== 'polygon') return null;
  const edges = facts.edges(row);
  if (edges.length < 12 || edges.length > 16) return null;
  const corners: P[] = [];
  for (let i = 0; i < edges.length; i += 4) {
    const at: P = [edges[i], edges[i + 1]];
    if (!corners.some(([x, y]) => x === at[0] && y === at[1])) corners.push(at);
  }
  if (corners.length !== 3) return null;
  const sides = corners.map((_, i) => {
    const [a, b] = [corners[(i + 1) % 3], corners[(i + 2) % 3]];
    return { tip: corners[i], base: [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2] as const, size: apart(a, b) };
  });
  const [shortest, longer, longest] = [...sides].sort((a, b) => a.size - b.size);
  const isArrow = longer.size >= longest.size * (1 - SIDES) && shortest.size <= BASE * longer.size;
  const length = apart(shortest.tip, shortest.base);
  return isArrow && length > 0 ? { row, tip: shortest.tip, base: shortest.base, length, rest: null } : null;
}

/** A polyline whose first or last piece widens from nothing: an arrow drawn with the line itself. */
function taperOf(drawing: Drawing, row: number): Arrow | null {
  if (!mayTaper(drawing, row)) return null;
  const shape = shapeOf(drawing, row);
  if (shape?.type !== 'path' || shape.closed || shape.vertices.length < 3) return null;
  if (shape.vertices.length > MOST_POINTS + 1 || shape.vertices.some(({ bulge }) => bulge !== 0)) return null;
  // A line in a plane of its own is not laid flat here.
  if (Math.abs(shape.system[0] - 1) > 1e-9 || Math.abs(shape.system[10] - 1) > 1e-9) return null;
  const pieces = shape.vertices.slice(0, -1).map(({ widths }) => widths ?? [shape.width, shape.width]);
  const points = shape.vertices.map(({ x, y }): P => [x, y]);
  const last = pieces.length - 1;
  const isThin = (from: number, to: number): boolean => {
    const [least] = pieces.slice(from, to).map(([a, b]) => Math.max(a, b));
    return pieces.slice(from, to).every(([a, b]) => a === b) && least < Math.max(...pieces.flat()) / 2;
  };
  const fromFirst = pieces[0][0] === 0 && pieces[0][1] > 0 && isThin(1, pieces.length);
  const fromLast = pieces[last][1] === 0 && pieces[last][0] > 0 && isThin(0, last);
  if (fromFirst === fromLast) return null;
  const [tip, base, ...rest] = fromFirst ? points : [...points].reverse();
  const length = apart(tip, base);
  return length > 0 ? { row, tip, base, length, rest: [base, ...rest] } : null;
}

/** Whether a polyline has widths of its own at all: most have none, and are not read further. */
const mayTaper = (drawing: Drawing, row: number): boolean =>
  entityOf(drawing, row) !== 'LWPOLYLINE' || drawing.reader.find(rangeOf(drawing, row), 41) >= 0;

const apart = ([x0, y0]: P, [x1, y1]: P): number => Math.hypot(x1 - x0, y1 - y0);

/** The line that leaves an arrow, from its tip on; null where none does, or several. */
function pathFrom(
  drawing: Drawing,
  facts: KnownObjects,
  arrow: Arrow,
): { readonly rows: readonly number[]; readonly points: readonly P[] } | null {
  const { row, tip, base, length, rest } = arrow;
  const near = JOINED * length;
  let rows = [row];
  let points: P[] = [tip];
  if (rest) points.push(...straightened([tip, ...rest]).slice(1));
  else {
    const legs = linesFrom(drawing, facts, row, grownBy(boxOfPoints([...tip, ...base]), near)).filter(
      ({ from, to }) => {
        const along = apart(from, to);
        const isAtArrow = apart(from, tip) <= near || apart(from, base) <= near;
        const [dx, dy] = [(base[0] - tip[0]) / length, (base[1] - tip[1]) / length];
        const [ux, uy] = [(to[0] - from[0]) / along, (to[1] - from[1]) / along];
        return (
          isAtArrow && along > length / 2 && Math.abs(dx * uy - dy * ux) <= ASKEW && dx * ux + dy * uy > 0
        );
      },
    );
    if (legs.length !== 1) return null;
    rows = [legs[0].row];
    points.push(...legs[0].points.slice(1));
  }
  // The shoulder can be a line of its own.
  while (points.length < MOST_POINTS) {
    const end = points[points.length - 1];
    const more = linesFrom(drawing, facts, row, grownBy(boxOfPoints([...end]), near)).filter(
      (one) => !rows.includes(one.row) && apart(one.from, end) <= near,
    );
    if (more.length !== 1 || points.length + more[0].points.length - 1 > MOST_POINTS) break;
    rows.push(more[0].row);
    points = [...points, ...more[0].points.slice(1)];
  }
  return points.length <= MOST_POINTS ? { rows, points } : null;
}

/** Points of a line without those that it runs straight on through. */
const straightened = (points: readonly P[]): P[] =>
  points.filter((at, i) => {
    if (i === 0 || i === points.length - 1) return true;
    const [before, after] = [points[i - 1], points[i + 1]];
    const cross = (at[0] - before[0]) * (after[1] - at[1]) - (at[1] - before[1]) * (after[0] - at[0]);
    return Math.abs(cross) > 1e-6 * apart(before, at) * apart(at, after);
  });

interface FromEnd {
  readonly row: number;
  readonly from: P;
  /** Where the first piece goes to. */
  readonly to: P;
  readonly points: readonly P[];
}

/** The lines and open polylines about a place, each from the one or the other of its ends on. */
function linesFrom(drawing: Drawing, facts: KnownObjects, of: number, box: Box): FromEnd[] {
  const container = drawing.objects.container[of];
  const near = (['line', 'polyline'] as const).map((kind) =>
    facts.index(container, kind).fewWithin(box, MOST_NEAR),
  );
  if (near.includes(null)) return [];
  return near
    .flatMap((rows) => rows ?? [])
    .flatMap((row): FromEnd[] => {
      if (row === of) return [];
      const points = pointsOf(facts.segments(row));
      if (!points) return [];
      return [points, [...points].reverse()].map((way) => ({ row, from: way[0], to: way[1], points: way }));
    });
}

/** The points of an open line of few straight pieces; null for any other. */
function pointsOf(pieces: Segments): P[] | null {
  if (pieces.length < 4 || pieces.length > 4 * (MOST_POINTS - 1)) return null;
  const points: P[] = [[pieces[0], pieces[1]]];
  for (let i = 0; i < pieces.length; i += 4) {
    const [x, y] = points[points.length - 1];
    if (pieces[i] !== x || pieces[i + 1] !== y) return null;
    points.push([pieces[i + 2], pieces[i + 3]]);
  }
  return apart(points[0], points[points.length - 1]) === 0 ? null : points;
}

/** The text that a line leads to: its end stands before or behind the letters, or it runs along under them. */
function textAt(
  drawing: Drawing,
  facts: KnownObjects,
  line: number,
  points: readonly P[],
  reach: number,
): number | null {
  const [end, knee] = [points[points.length - 1], points[points.length - 2]];
  const about = grownBy(boxOfPoints([...end, ...knee]), reach);
  let best: { row: number; off: number } | null = null;
  const texts = facts.index(drawing.objects.container[line], 'text').fewWithin(about, MOST_NEAR) ?? [];
  for (const row of texts) {
    const says = oneLine(wordsOf(drawing, row) ?? '');
    if (!A_WORD.test(says) || STAIRS.test(says)) continue;
    const text = facts.text(row);
    if (!text?.box || apart(points[0], end) < LEAST_HEIGHTS * text.height) continue;
    const off = leadsTo(text, end, knee);
    if (off !== null && (!best || off < best.off)) best = { row, off };
  }
  return best?.row ?? null;
}

/**
 * How far the end of a line that comes from a knee is from letters that it leads to, drawing units: they stand before or behind it, or
 * it underlines them. Null where it does not lead to them.
 */
export function leadsTo({ box, height }: TextFact, end: P, knee: P): number | null {
  if (!box) return null;
  const width = Math.hypot(box[2] - box[0], box[3] - box[1]);
  const high = Math.hypot(box[6] - box[0], box[7] - box[1]);
  if (!(width > 0) || !(high > 0)) return null;
  const [c, s] = [(box[2] - box[0]) / width, (box[3] - box[1]) / width];
  const own = ([x, y]: P): P => [(x - box[0]) * c + (y - box[1]) * s, (y - box[1]) * c - (x - box[0]) * s];
  const [[u, v], [ku, kv]] = [own(end), own(knee)];
  const isLevel = v >= -WITHIN * height && v <= high + WITHIN * height;
  const before = -u;
  const behind = u - width;
  if (isLevel && before >= -0.3 * height && before <= BESIDE * height && ku < u) return Math.abs(before);
  if (isLevel && behind >= -0.3 * height && behind <= BESIDE * height && ku > u) return Math.abs(behind);
  // The shoulder underlines the letters.
  const along = Math.min(Math.max(u, ku), width) - Math.max(Math.min(u, ku), 0);
  const isUnder = v <= 0.1 * height && v >= -UNDER * height && Math.abs(v - kv) <= ASKEW * Math.abs(u - ku);
  return isUnder && along >= width / 2 ? -v : null;
}
