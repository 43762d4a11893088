import { isLinetypeFromLayer, isLinetypeFromSymbol } from '../../../drawing/effective';
import type { Drawing } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { isCut, parallelRun } from '../../../dxf/read/parallel-run';
import { type AuditContext, groupBy, isGenerated } from '../../context';

/** "1 run of parallel lines". */
export const runs = (count: number): string =>
  count === 1 ? '1 run of parallel lines' : `${count} runs of parallel lines`;

/** The name of the set that a run is in: the one it points to, or else the one that it names. */
export function nameOfSet(drawing: Drawing, row: number): string {
  const run = parallelRun(drawing, row);
  return run.set?.name ?? (run.name === '' ? 'STANDARD' : run.name);
}

/** The runs of parallel lines of a drawing by the folded name of their set; those in pictures of programs left out. */
export const runsBySet = ({ drawing, facts }: AuditContext): Map<string, number[]> =>
  groupBy(
    facts.rowsOfKind('parallel-line set').filter((row) => !isGenerated(drawing, row)),
    (row) => foldName(nameOfSet(drawing, row)),
  );

/** A linetype as a set of the standard names it: none for that of the layer. */
export const ownLinetype = (name: string): string =>
  name === '' || isLinetypeFromLayer(name) || isLinetypeFromSymbol(name) ? '' : foldName(name);

/** Runs out of which pieces were cut by hand: where those lie hangs on where the lines lie. */
export const cutByHand = (drawing: Drawing, rows: readonly number[]): number[] =>
  rows.filter((row) => isCut(parallelRun(drawing, row)));

export const whyCut = (count: number): string =>
  `${count === 1 ? '1 run has' : `${count} runs have`} pieces cut out by hand, which would lie elsewhere: drawn again by a person.`;

export const SETTLE_UNIT = 'The drawing names no unit, or its labels speak of another: settle it first.';
