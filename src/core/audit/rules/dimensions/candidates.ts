import { formatContainer, layerNameOf } from '../../../dxf/drawing';
import { identityOf } from '../../../facts/identity';
import type { Arc } from '../../../geometry/arc-crossings';
import type { AuditContext } from '../../context';
import type { Candidate, Decision, PickedObject } from '../../finding';
import { type Strokes, strokesOf } from '../../kept-with-dimension';
import { shownValue } from './shown';

/** Strokes as lines that can be drawn over the sheet: x, y, x, y … of each. */
export const linesOfStrokes = ({ pieces, arcs }: Strokes): number[][] => [
  ...pieces.map((piece) => [...piece]),
  ...arcs.map(arcPoints),
];

/** Degrees between points of an arc that is drawn over the sheet. */
const STEP_DEG = 4;

function arcPoints({ x, y, radius, from, to }: Arc): number[] {
  const steps = Math.max(1, Math.ceil(((to - from) * 180) / Math.PI / STEP_DEG));
  return Array.from({ length: steps + 1 }, (_, i) => from + ((to - from) * i) / steps).flatMap((turn) => [
    x + radius * Math.cos(turn),
    y + radius * Math.sin(turn),
  ]);
}

/** Everything that is drawn of a dimension but its letters and ends; the pieces of its picture where its points do not say. */
export function allLinesOf({ facts }: AuditContext, row: number): number[][] {
  const lines = facts.dimensionLines(row);
  if (lines)
    return [
      ...linesOfStrokes(strokesOf(lines, 'dimension line')),
      ...linesOfStrokes(strokesOf(lines, 'extension lines')),
    ];
  const pieces = facts.segments(row);
  return Array.from({ length: pieces.length / 4 }, (_, i) => [...pieces.slice(4 * i, 4 * i + 4)]);
}

/** How a dimension runs: "level", "plumb", "at 30°", "along an arc". */
function runOf({ facts }: AuditContext, row: number): string {
  const straight = facts.straight(row);
  if (!straight) return (facts.dimensionLines(row)?.arcs.length ?? 0) > 0 ? 'along an arc' : '';
  const deg = Number(((Math.atan2(straight.along[1], straight.along[0]) * 180) / Math.PI).toFixed(1));
  return deg === 0 ? 'level' : deg === 90 ? 'plumb' : `at ${deg}°`;
}

/**
 * Dimensions of which one is picked, each told from the others by its value, its direction and its layer, and by a number where
 * these are the same.
 * @param goesOf what of its lines goes when it is picked
 */
export function pickedDimension(
  context: AuditContext,
  what: string,
  rows: readonly number[],
  goesOf: (row: number) => readonly (readonly number[])[],
): PickedObject {
  const { drawing, facts } = context;
  const names = rows.map((row) => {
    const { typed } = facts.dimension(row);
    const run = runOf(context, row);
    const says = typed ?? shownValue(facts.dimension(row));
    return [says, ...(run === '' ? [] : [run]), `layer ${layerNameOf(drawing, row)}`].join(', ');
  });
  return {
    what,
    space: formatContainer(drawing.containers[drawing.objects.container[rows[0]]]),
    of: rows.map((row, i): Candidate => {
      const same = names.filter((name) => name === names[i]).length > 1;
      const before = names.slice(0, i).filter((name) => name === names[i]).length;
      return {
        object: identityOf(drawing, row),
        says: same ? `${names[i]} (${before + 1})` : names[i],
        lines: allLinesOf(context, row),
        goes: goesOf(row),
      };
    }),
  };
}

/** The row that a person picked among those of a finding; null where none of them was. */
export const pickedRow = (
  { drawing }: AuditContext,
  rows: readonly number[],
  decision: Decision | undefined,
): number | null => rows.find((row) => identityOf(drawing, row) === decision?.to) ?? null;
