import { isLinetypeFromLayer, isLinetypeFromSymbol } from '../../../drawing/effective';
import { rangeOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import type { StandardParallelSet } from '../../../standard/parallels';
import { type AuditContext, groupBy, isGenerated } from '../../context';

/** "1 run of parallel lines". */
export const runs = (count: number): string =>
  count === 1 ? '1 run of parallel lines' : `${count} runs of parallel lines`;

/** The runs of parallel lines of a drawing by the folded name of their set; those in pictures of programs left out. */
export const runsBySet = ({ drawing, facts }: AuditContext): Map<string, number[]> =>
  groupBy(
    facts.rowsOfKind('parallel-line set').filter((row) => !isGenerated(drawing, row)),
    (row) => foldName(drawing.reader.findText(rangeOf(drawing, row), 2, 'STANDARD')),
  );

export const setNamed = (
  sets: readonly StandardParallelSet[],
  name: string,
): StandardParallelSet | undefined => sets.find((set) => foldName(set.name) === foldName(name));

/** A linetype as a set of the standard names it: none for that of the layer. */
export const ownLinetype = (name: string): string =>
  name === '' || isLinetypeFromLayer(name) || isLinetypeFromSymbol(name) ? '' : foldName(name);
