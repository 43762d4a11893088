import { ownLinetypeOf } from '../../drawing/effective';
import { kindOf } from '../../dxf/drawing';
import { foldName } from '../../dxf/interner';
import { LINE_KINDS } from '../../dxf/object-kinds';
import { wordsOf } from '../../dxf/read/decode-text';
import { SpatialIndex } from '../../facts/spatial-index';
import type { Box } from '../../geometry/box';
import { oncePer } from '../../once';
import { takesKind } from '../../standard/kind-families';
import { type LineMeaning, meaningOf, readsAs, readyMeaning } from '../../standard/meanings';
import { findLinetype, type Standard } from '../../standard/standard';
import { type AuditContext, isPlaced } from '../context';
import { lineLabels } from './line-labels';

/** What a line is by its looks, whatever layer it lies on. */
export interface LineLooks {
  readonly meaning: LineMeaning;
  /** Why, in words: "in OHW-Hidden", "runs through the centres of circles". */
  readonly because: string;
  /** 0 to 1. */
  readonly sure: number;
}

/** Of a pattern and of a place, which is the surer sign. */
const BY_PATTERN = 0.9;
const BY_PLACE = 0.8;
const BY_LABEL = 0.75;

/** A line through a circle’s centre runs past its edge by at least this share of the radius, and ends within so many radii of it. */
const PAST = { least: 1.02, most: 2.5 } as const;
/** Circles that a slanted line is held against. */
const MOST_CIRCLES = 1000;
/** How far a line may miss a centre, as a share of the radius. */
const MISSES = 0.01;
/** Letters of a section stand at most so many text heights off the ends of its line. */
const AT_END = 3;
/** A circle around a letter is at most so many times that reach wide. */
const MOST_RING = 3;
const LETTERS = /^\p{Lu}{1,2}\d?['′]?$/u;

/**
 * Lines that lie on one of the office's layers and look like something that this layer is not for, by row: hidden ones and
 * others by a pattern of their own, centre lines by running through circles, section lines by the letters at their ends, any by a
 * text along them.
 * What no layer of the office is for is not recognised.
 */
export const lineLooks: (context: AuditContext) => ReadonlyMap<number, LineLooks> = oncePer(
  ({ facts, standard }) => [facts, standard],
  recognise,
);

function recognise(context: AuditContext): Map<number, LineLooks> {
  const { drawing, standard } = context;
  const looks = new Map<number, LineLooks>();
  const placed = standard.meanings.filter(({ name }) => layersFor(standard, name).length > 0);
  if (placed.length === 0) return looks;
  const byPattern = patternReader(context, placed);
  const centre = placed.find((meaning) => readyMeaning(meaning) === 'centre');
  const section = placed.find((meaning) => readyMeaning(meaning) === 'section');
  const labels = lineLabels(context);
  const labelled = (row: number): LineLooks | null => {
    const label = labels.get(row);
    return label && placed.includes(label.meaning)
      ? { meaning: label.meaning, because: `labelled “${label.words}”`, sure: BY_LABEL }
      : null;
  };
  const letters = section ? endLetters(context) : new Map<number, Letters>();
  for (let row = 0; row < drawing.objects.count; row++) {
    if (!LINE_KINDS.has(kindOf(drawing, row)) || !isPlaced(drawing, row)) continue;
    const layer = context.layerUse(row).standard;
    if (!layer || !takesKind(layer.kinds, kindOf(drawing, row))) continue;
    const own = byPattern(row);
    const found =
      own ??
      (centre && runsThroughCentre(context, row)
        ? { meaning: centre, because: 'running through the centres of circles', sure: BY_PLACE }
        : section && hasLettersAtEnds(context, row, letters)
          ? { meaning: section, because: 'with the same letter at both ends', sure: BY_PLACE }
          : labelled(row));
    if (found && foldName(found.meaning.name) !== foldName(layer.meaning)) looks.set(row, found);
  }
  return looks;
}

/** Layers of the office for lines of a meaning. */
export const layersFor = ({ layers }: Standard, meaning: string) =>
  layers.filter((layer) => layer.meaning !== '' && foldName(layer.meaning) === foldName(meaning));

/** Reads meanings from the linetypes that objects carry themselves: by its name, or else by an order of dashes that is one meaning’s alone. */
function patternReader(
  { drawing, standard, layerUse }: AuditContext,
  meanings: readonly LineMeaning[],
): (row: number) => LineLooks | null {
  const known = new Map<string, LineLooks | null>();
  const readOf = (linetype: string): string => readsAs(findLinetype(standard, linetype)?.elementsMm ?? []);
  const meaningIn = (name: string): LineLooks | null => {
    const pattern = readsAs(drawing.linetypes.get(foldName(name))?.elements ?? []);
    if (pattern === 'unbroken') return null;
    const named = meanings.filter(({ linetype }) => foldName(linetype) === foldName(name));
    const alike = meanings.filter(({ linetype }) => readOf(linetype) === pattern);
    const said = meaningOf(alike, name);
    const meaning = named.length === 1 ? named[0] : (said ?? (alike.length === 1 ? alike[0] : undefined));
    return meaning ? { meaning, because: `in ${name}`, sure: BY_PATTERN } : null;
  };
  return (row) => {
    const name = ownLinetypeOf(drawing, row);
    if (name === null) return null;
    const folded = foldName(name);
    let looks = known.get(folded);
    if (looks === undefined) {
      looks = meaningIn(name);
      known.set(folded, looks);
    }
    // What its layer looks like anyway says nothing of the object.
    const layer = layerUse(row).standard;
    const pattern = readsAs(drawing.linetypes.get(folded)?.elements ?? []);
    return looks && layer && readOf(layer.linetype) !== pattern ? looks : null;
  };
}

/** The two ends of a single straight line; null for anything else. */
function straightEnds(
  { facts }: AuditContext,
  row: number,
): readonly [number, number, number, number] | null {
  const pieces = facts.segments(row);
  if (pieces.length !== 4) return null;
  const [x0, y0, x1, y1] = pieces;
  return x0 === x1 && y0 === y1 ? null : [x0, y0, x1, y1];
}

/** Whether a straight unbroken line has a circle's centre in its middle and runs a little past the edge on both sides, or runs through several centres. */
function runsThroughCentre(context: AuditContext, row: number): boolean {
  const { drawing, facts } = context;
  const circles = facts.index(drawing.objects.container[row], 'circle');
  if (circles.size === 0 || kindOf(drawing, row) !== 'line') return false;
  const ends = straightEnds(context, row);
  const box = ends && facts.box(row);
  if (!ends || !box) return false;
  const [x0, y0, x1, y1] = ends;
  const length = Math.hypot(x1 - x0, y1 - y0);
  const [dx, dy] = [(x1 - x0) / length, (y1 - y0) / length];
  /** Where along the line a circle has its centre, if the line runs past its edge on both sides. */
  const centreOn = (circle: number): { readonly before: number; readonly radius: number } | null => {
    const around = facts.box(circle);
    if (!around) return null;
    const radius = (around.maxX - around.minX) / 2;
    const [cx, cy] = [(around.minX + around.maxX) / 2 - x0, (around.minY + around.maxY) / 2 - y0];
    const before = cx * dx + cy * dy;
    const isOn = Math.abs(cx * dy - cy * dx) <= MISSES * radius;
    return isOn && Math.min(before, length - before) >= PAST.least * radius ? { before, radius } : null;
  };
  const [mx, my] = [(x0 + x1) / 2, (y0 + y1) / 2];
  const inMiddle = circles.some({ minX: mx, minY: my, maxX: mx, maxY: my }, (circle) => {
    const on = centreOn(circle);
    return (
      on !== null &&
      Math.abs(2 * on.before - length) <= 0.1 * on.radius &&
      length <= 2 * PAST.most * on.radius
    );
  });
  if (inMiddle) return true;
  // Of very many circles the box of a slanted line holds half, and the line runs through none of them.
  if (circles.size > MOST_CIRCLES && dx !== 0 && dy !== 0) return false;
  let first: number | null = null;
  return circles.some(box, (circle) => {
    const on = centreOn(circle);
    if (on === null) return false;
    first ??= on.before;
    // Circles about one centre are one.
    return Math.abs(on.before - first) > on.radius * MISSES;
  });
}

/** Letters of one space that may stand at the ends of section lines, by where a line that they belong to may end. */
interface Letters {
  readonly said: readonly string[];
  readonly index: SpatialIndex;
}

/** Single letters of each space that stand in no circle: those in circles are marks of a grid. */
function endLetters({ drawing, facts }: AuditContext): Map<number, Letters> {
  const found = new Map<number, { said: string[]; boxes: Box[] }>();
  for (const row of facts.rowsOfKind('text')) {
    const words = wordsOf(drawing, row)?.trim() ?? '';
    if (!LETTERS.test(words) || !isPlaced(drawing, row)) continue;
    const box = facts.box(row);
    const reach = AT_END * (facts.lettering(row)?.height ?? 0);
    if (!box || reach <= 0) continue;
    const container = drawing.objects.container[row];
    const isRinged = facts.index(container, 'circle').some(box, (circle) => {
      const around = facts.box(circle);
      return (
        around !== null &&
        around.minX <= box.minX &&
        around.maxX >= box.maxX &&
        around.maxX - around.minX < MOST_RING * reach
      );
    });
    if (isRinged) continue;
    const [x, y] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
    const here = found.get(container) ?? { said: [], boxes: [] };
    here.said.push(words);
    here.boxes.push({ minX: x - reach, minY: y - reach, maxX: x + reach, maxY: y + reach });
    found.set(container, here);
  }
  return new Map(
    [...found].map(([container, { said, boxes }]) => [
      container,
      { said, index: new SpatialIndex([...said.keys()], boxes) },
    ]),
  );
}

function hasLettersAtEnds(
  context: AuditContext,
  row: number,
  letters: ReadonlyMap<number, Letters>,
): boolean {
  const here = letters.get(context.drawing.objects.container[row]);
  const ends = here ? straightEnds(context, row) : null;
  if (!here || !ends) return false;
  const [x0, y0, x1, y1] = ends;
  const at = (x: number, y: number): number[] => here.index.within({ minX: x, minY: y, maxX: x, maxY: y });
  const first = at(x0, y0);
  if (first.length === 0) return false;
  const second = at(x1, y1);
  return first.some((a) => second.some((b) => a !== b && here.said[a] === here.said[b]));
}
