import { z } from 'zod';
import { kindOf, layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import type { ObjectKind } from '../../../dxf/object-kinds';
import type { TextFact } from '../../../facts/texts';
import { boxOfPoints, grownBy } from '../../../geometry/box';
import { movedBy, type OrientedBox, overlapOf, runsIn, shrunkBy } from '../../../geometry/oriented-box';
import { type AuditContext, groupBy, isPlaced } from '../../context';
import type { FindingDraft, Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import {
  figuresAbout,
  isBeside,
  type LineAbout,
  linesAbout,
  OBSTACLES,
  type Obstacle,
  type Piece,
  textsAbout,
} from './around';
import { isMasked, moveTexts, saysShort, texts, writtenText } from './shared';

const messages = {
  on: (count: number, first: string, layer: string, what: string) =>
    count === 1
      ? `“${first}” on layer “${layer}” lies on ${what}.`
      : `${texts(count)} on layer “${layer}” lie on ${what}.`,
};

const settings = z.strictObject({
  tolerance: numberSetting('How deep a line may run in a text', 'mm on paper', 0.2, { max: 10 }),
  farthest: numberSetting('How far a text may be moved', 'mm on paper', 5, { max: 100 }),
});
type Settings = z.infer<typeof settings>;

/** What a text is moved beyond a line, mm on paper. */
const CLEAR_MM = 0.3;
/** Ways out that are tried of one text. */
const MOST_WAYS = 60;
/** Directions that differ by less than this are one, radians. */
const SAME_WAY = 0.02;

/** A text that lies on something, and where it would be clear. */
interface On {
  readonly what: Obstacle;
  /** It is the number of the curve that it stands in, as a contour has one: it belongs there, and what is missing is a gap. */
  readonly inLine: boolean;
  /** Drawing units; null where no place near is clear. */
  readonly way: readonly [number, number] | null;
  readonly mmPerUnit: number;
  /** Letters of ours stand for another font's. */
  readonly certain: boolean;
}

export const letteringOnLine: Rule = {
  meta: {
    id: 'lettering/on-line',
    title: 'Text that lies on a line',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'No line, edge of a fill or dimension runs through a text; a text on a masked area is clear.',
    why: 'A line through a figure makes another figure of it.',
    // ISO 128-2, from memory; the distance is common practice.
    source: 'ISO 128-2: lettering is kept clear of lines; lines are interrupted for it',
    settings,
  },

  visit(context) {
    const { drawing } = context;
    const own = settings.parse(context.settings);
    const found = new Map<number, On>();
    return {
      on: {
        text(row) {
          if (!isPlaced(drawing, row) || !writtenText(context, row)) return;
          const on = onOf(context, row, own, found);
          if (on) found.set(row, on);
        },
      },
      *finish() {
        const groups = groupBy(found.keys(), (row) => {
          const { what, inLine, way, certain } = found.get(row)!;
          return `${foldName(layerNameOf(drawing, row))}\n${what}\n${inLine}\n${way !== null}\n${certain}`;
        });
        for (const group of groups.values()) yield draftOf(context, group, found.get(group[0])!, own);
      },
    };
  },

  settle(context, finding) {
    const own = settings.parse(context.settings);
    const moves = new Map<number, On>();
    for (const row of context.rowsOf(finding)) {
      const on = onOf(context, row, own, moves);
      if (on?.way) moves.set(row, on);
    }
    if (moves.size === 0) return { refused: 'No place near is clear: move it by hand.' };
    return { operations: [moveTexts('on a line', moves)] };
  },
};

function draftOf(
  context: AuditContext,
  rows: readonly number[],
  { what, inLine, way, certain }: On,
  { farthest }: Settings,
): FindingDraft {
  const layer = layerNameOf(context.drawing, rows[0]);
  return {
    message: messages.on(rows.length, saysShort(context, rows[0]), layer, OBSTACLES[what]),
    expected: words('clear of lines'),
    found: words(`on ${OBSTACLES[what]}`),
    rows,
    subject: {
      layer,
      kind: 'text',
      value: [
        what,
        inLine ? 'in its line' : way ? 'can be moved' : 'no place',
        certain ? '' : 'letters of another font',
      ].join(', '),
    },
    ...(certain ? {} : { weight: 'note' as const, sure: 0.6 }),
    ...(way
      ? { remedy: `${texts(rows.length)}: moved aside by the shortest way that is clear.` }
      : {
          correction: 'manual' as const,
          remedy: inLine
            ? 'It is the number of its line: set it on a masked area, or break the line for it.'
            : `No place within ${farthest} mm on paper is clear: move it by hand, or set it on a masked area.`,
        }),
  };
}

/** Lines about a text, and the texts, where they will be. */
interface Around {
  readonly lines: readonly LineAbout[];
  readonly boxes: readonly OrientedBox[];
}

/**
 * Whether a text lies on a line, and the shortest way to a clear place.
 * @param moved texts that are moved themselves: they lie where they will be
 */
function onOf(context: AuditContext, row: number, own: Settings, moved: ReadonlyMap<number, On>): On | null {
  const { facts } = context;
  const [seen] = facts.appearancesOfText(row);
  if (!seen || !facts.look(row).shows) return null;
  const fact = facts.text(row);
  if (!fact?.box || fact.shape.background) return null;
  const { mmPerUnit } = seen;
  const inner = shrunkBy(fact.box, own.tolerance / mmPerUnit);
  if (!inner) return null;
  const { box } = fact;
  const about = boxOfPoints(box);
  const hit = linesAbout(context, row, about).find(({ piece }) => isIn(piece, inner, fact));
  const isOnFigure = (): boolean =>
    figuresAbout(context, row, about).some((one) => overlapOf(one.box, box) > own.tolerance / mmPerUnit);
  if ((!hit && !isOnFigure()) || isMasked(context, row, box)) return null;
  const reach = (own.farthest + CLEAR_MM) / mmPerUnit;
  const figures = figuresAbout(context, row, grownBy(about, reach));
  const around: Around = {
    lines: [
      ...linesAbout(context, row, grownBy(about, reach)),
      ...figures.flatMap((one) =>
        edgesOf(one.box).map((piece) => ({ row: one.row, what: 'dimension' as const, piece })),
      ),
    ],
    boxes: [
      ...figures.map((one) => one.box),
      ...textsAbout(context, row, grownBy(fact.frame, reach)).map((one) => {
        const way = moved.get(one.row)?.way;
        return way ? movedBy(one.box, way) : one.box;
      }),
    ],
  };
  const inLine = hit !== undefined && isNumberOf(context, hit, fact);
  const isFlat = Math.abs(fact.shape.system[10] - 1) < 1e-9;
  return {
    what: hit?.what ?? 'dimension',
    inLine,
    way: isFlat && !inLine ? clearWay(fact, box, around, mmPerUnit, own) : null,
    mmPerUnit,
    certain: fact.certain,
  };
}

const edgesOf = (box: OrientedBox): Piece[] =>
  [0, 2, 4, 6].map((i): Piece => [box[i], box[i + 1], box[(i + 2) % 8], box[(i + 3) % 8]]);

/** Letters that reach under the base line, and how much of the height of their outlines that is at most. */
const DESCENDING = /[gjpqyQ,;()[\]{}|@ç]/;
const DESCENDERS = 0.32;

/** Whether a piece runs through the letters. One that only underlines them meets nothing but what hangs under them. */
function isIn([x0, y0, x1, y1]: Piece, inner: OrientedBox, { angleRad, says }: TextFact): boolean {
  const along = Math.atan2(y1 - y0, x1 - x0) - angleRad;
  if (Math.abs(Math.sin(along)) < SAME_WAY && DESCENDING.test(says)) {
    const above = (x: number, y: number): number =>
      -(x - inner[0]) * Math.sin(angleRad) + (y - inner[1]) * Math.cos(angleRad);
    if (above(x0, y0) < DESCENDERS * above(inner[6], inner[7])) return false;
  }
  return runsIn(x0, y0, x1, y1, inner);
}

/** What has the number of a curve: a figure, with a sign or a unit at most. */
const NUMBER = /^[+\-±]?\d[\d.,' ]*( ?(m|mm|ft))?$/;
const CURVES: ReadonlySet<ObjectKind> = new Set(['polyline', 'spline', 'arc', 'ellipse']);
/** How far from the middle of its letters a line may run that is meant to be interrupted, in heights of the letters. */
const MIDDLE = 0.6;
/** How far such a number may be turned from its curve, radians: the pieces of a curve turn under it. */
const ALONG = 0.3;

/** Whether a text is a number that stands in a curve along it, as contours have them. */
function isNumberOf(
  { drawing, facts }: AuditContext,
  { row, piece: [x0, y0, x1, y1] }: LineAbout,
  { says, angleRad, box, height }: TextFact,
): boolean {
  if (!CURVES.has(kindOf(drawing, row)) || !NUMBER.test(says.trim()) || !box) return false;
  // A frame of a few straight edges is no curve.
  if (facts.segments(row).length < FEW_EDGES * 4) return false;
  const along = Math.atan2(y1 - y0, x1 - x0) - angleRad;
  if (Math.abs(Math.sin(along)) > ALONG) return false;
  const [mx, my] = [(box[0] + box[4]) / 2, (box[1] + box[5]) / 2];
  const size = Math.hypot(x1 - x0, y1 - y0);
  return size > 0 && Math.abs((x1 - x0) * (my - y0) - (y1 - y0) * (mx - x0)) / size < MIDDLE * height;
}
const FEW_EDGES = 6;

/** The shortest way on which a text leaves the lines that run through it and comes to lie on nothing else. */
function clearWay(
  fact: TextFact,
  box: OrientedBox,
  { lines, boxes }: Around,
  mmPerUnit: number,
  { tolerance, farthest }: Settings,
): readonly [number, number] | null {
  const gap = CLEAR_MM / mmPerUnit;
  const isClear = (there: OrientedBox): boolean => {
    const inner = shrunkBy(there, tolerance / mmPerUnit);
    if (inner === null) return false;
    const about = boxOfPoints(inner);
    return (
      lines.every(({ piece }) => isBeside(piece, about) || !isIn(piece, inner, fact)) &&
      boxes.every((other) => overlapOf(other, there) <= 0)
    );
  };
  const up: readonly [number, number] = [-Math.sin(fact.angleRad), Math.cos(fact.angleRad)];
  const along: readonly [number, number] = [up[1], -up[0]];
  const ways = lines
    .flatMap(({ piece }) => {
      const [x0, y0, x1, y1] = piece;
      const length = Math.hypot(x1 - x0, y1 - y0);
      const square: readonly [number, number][] =
        length > 0 ? [[(y0 - y1) / length, (x1 - x0) / length]] : [];
      return [up, along, ...square].flatMap((way) => pastLine(piece, box, way, gap));
    })
    .filter((way) => Math.hypot(...way) * mmPerUnit <= farthest)
    .sort((a, b) => Math.hypot(...a) - Math.hypot(...b))
    .slice(0, MOST_WAYS);
  return ways.find((way) => isClear(movedBy(box, way))) ?? null;
}

/** The two ways along a direction of length 1 by which a box leaves a piece, with a gap. */
function pastLine(
  [x0, y0, x1, y1]: Piece,
  box: OrientedBox,
  [u, v]: readonly [number, number],
  gap: number,
): (readonly [number, number])[] {
  const own = [0, 2, 4, 6].map((i) => box[i] * u + box[i + 1] * v);
  const other = [x0 * u + y0 * v, x1 * u + y1 * v];
  const ahead = Math.max(...other) - Math.min(...own) + gap;
  const back = Math.min(...other) - Math.max(...own) - gap;
  return [
    [u * ahead, v * ahead],
    [u * back, v * back],
  ];
}
