import { BASE_LAYER, type Effective } from '../drawing/effective';
import { type Drawing, entityOf, rangeOf } from '../dxf/drawing';
import type { Facts } from './facts';
import { linetypeFact, patternOnPaper } from './linetypes';
import type { Occurrence } from './occurrences';
import type { Appearance } from './paper';

/** A gap below this closes up in print and on a screen (common practice, no published source). */
export const LEAST_GAP_MM = 0.3;

/** How a line with a pattern comes out where it is seen. */
export interface PatternOnPaper {
  /**
   * The gaps close up; or the pattern is longer than each straight piece of the line, so that it shows nowhere; or it shows.
   */
  readonly how: 'closes up' | 'never repeats' | 'shows';
  readonly appearance: Appearance;
  /** Name of the linetype: inside a symbol it can come from the placement. */
  readonly linetype: string;
  /** Elements on paper, mm: dash above 0, gap below 0, dot 0. */
  readonly elementsMm: readonly number[];
  /** One repeat on paper, mm. */
  readonly repeatMm: number;
  /** The longest run that the pattern has on the line, paper mm. */
  readonly longestMm: number;
}

/**
 * How the pattern of an object reads on every sheet and in every viewport that shows it: the pattern with the factors of the
 * drawing, the object and the viewport. Inside a symbol it is read through each placement; a pattern does not grow with those, the run that it has on the line does. Empty for an
 * unbroken line, and for one that no sheet shows.
 */
export function patternsOnPaper(facts: Facts, row: number): PatternOnPaper[] {
  if (!facts.isPatterned(row) && !isOfPlacement(facts.look(row))) return [];
  const patterns: PatternOnPaper[] = [];
  let run: number | null = null;
  for (const occurrence of facts.occurrences(row)) {
    const sized = sizedIn(facts.drawing, row, occurrence);
    if (sized === null) continue;
    const { linetype, elementsMm, repeatMm, widestMm } = sized;
    const { appearance, scale } = occurrence;
    run ??= longestRun(facts, row);
    const longestMm = run * scale * appearance.mmPerUnit;
    const how = widestMm < LEAST_GAP_MM ? 'closes up' : longestMm < repeatMm ? 'never repeats' : 'shows';
    patterns.push({ how, appearance, linetype, elementsMm, repeatMm, longestMm });
  }
  return patterns;
}

/** A pattern as large as it comes out at one place. */
interface Sized {
  readonly objectFactor: number;
  readonly linetype: string;
  readonly elementsMm: readonly number[];
  readonly repeatMm: number;
  readonly widestMm: number;
}

/** What was last sized at each place: objects inside a symbol that look alike share it, and there can be very many. */
const lastSized = new WeakMap<Occurrence, Sized | null>();

/** Null for an unbroken line. */
function sizedIn(drawing: Drawing, row: number, occurrence: Occurrence): Sized | null {
  const before = lastSized.get(occurrence);
  if (before === null || before?.objectFactor === drawing.objects.linetypeScale[row]) return before;
  const { look, appearance } = occurrence;
  const fact = linetypeFact(drawing, row, look);
  const { linetype, objectFactor } = fact;
  const elementsMm = patternOnPaper(fact, appearance, sheetMmOf(drawing, appearance));
  const repeatMm = elementsMm.reduce((sum, length) => sum + Math.abs(length), 0);
  const widestMm = Math.max(0, ...elementsMm.map((length) => -length));
  const sized = widestMm > 0 ? { objectFactor, linetype, elementsMm, repeatMm, widestMm } : null;
  lastSized.set(occurrence, sized);
  return sized;
}

/** Whether the linetype of an object inside a symbol is that of the placement, or of the placement's layer. */
const isOfPlacement = ({ linetypeFrom, layer }: Effective): boolean =>
  linetypeFrom === 'default' || (linetypeFrom === 'layer' && layer === BASE_LAYER);

/** Paper mm of a unit of the sheet that an object is seen on. */
function sheetMmOf({ sheets }: Drawing, { sheet }: Appearance): number {
  return sheets.find(({ name }) => name === sheet)?.paper?.mmPerUnit ?? 1;
}

/** A polyline whose pattern runs on around its corners; in others it begins anew at each. */
const RUNS_ON = 128;

/** The longest run that a pattern has on an object, drawing units. */
function longestRun(facts: Facts, row: number): number {
  const pieces = facts.segments(row);
  const runsOn = isCurve(facts.drawing, row);
  let [longest, run] = [0, 0];
  for (let i = 0; i + 3 < pieces.length; i += 4) {
    const length = Math.hypot(pieces[i + 2] - pieces[i], pieces[i + 3] - pieces[i + 1]);
    const follows = i > 0 && pieces[i] === pieces[i - 2] && pieces[i + 1] === pieces[i - 1];
    run = runsOn && follows ? run + length : length;
    longest = Math.max(longest, run);
  }
  return longest;
}

/** Whether an object's pieces are one run: a curve, or a polyline that says so. */
function isCurve(drawing: Drawing, row: number): boolean {
  const range = rangeOf(drawing, row);
  const entity = entityOf(drawing, row);
  if (entity === 'LINE') return false;
  if (entity !== 'LWPOLYLINE' && entity !== 'POLYLINE') return true;
  return (drawing.reader.findInt(range, 70) & RUNS_ON) !== 0 || drawing.reader.find(range, 42) >= 0;
}
