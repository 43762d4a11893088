import { isLinetypeFromLayer, isLinetypeFromSymbol } from '../drawing/effective';
import { type Drawing, dimensionStyleNameOf, kindOf, layerNameOf, rangeOf } from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import { NAMED_KINDS, type NamedKind } from '../standard/named-kinds';
import { countOne } from '../tally';

/** How many objects of a drawing use a definition, by its folded name. */
export interface Use {
  readonly kind: NamedKind;
  readonly name: string;
  readonly objects: number;
}

/** Objects that use a definition, and the drawings on file they are in. */
export interface UseOnFile {
  readonly objects: number;
  readonly drawings: number;
}

/** By kind of definition, then by its folded name. */
export type UsesOnFile = Readonly<Partial<Record<NamedKind, ReadonlyMap<string, UseOnFile>>>>;

/** Names of one kind that are counted for a drawing, the most used ones: no standard has more. */
const MOST_NAMES = 10_000;

/** Counts what the objects of a drawing use, those inside symbols once each. Unused records are not listed. */
export function countUses(drawing: Drawing): Use[] {
  const { objects, document, reader } = drawing;
  const counts = new Map<NamedKind, Map<string, number>>(NAMED_KINDS.map((kind) => [kind, new Map()]));
  const add = (kind: NamedKind, name: string): void => {
    const folded = foldName(name);
    if (folded === '') return;
    const of = counts.get(kind)!;
    countOne(of, folded);
  };
  for (let row = 0; row < objects.count; row++) {
    const layer = layerNameOf(drawing, row);
    add('layer', layer);
    const own = objects.linetype[row] < 0 ? '' : document.names.text(objects.linetype[row]);
    if (own === '' || isLinetypeFromLayer(own))
      add('linetype', drawing.layerByName.get(foldName(layer))?.linetype ?? '');
    else if (!isLinetypeFromSymbol(own)) add('linetype', own);
    const named = dimensionStyleNameOf(drawing, row);
    if (named !== null) add('dimension style', named);
    const kind = kindOf(drawing, row);
    if (kind === 'text' || kind === 'attribute')
      add('text style', reader.findText(rangeOf(drawing, row), 7, 'Standard'));
    else if (kind === 'fill') add('fill', reader.findText(rangeOf(drawing, row), 2));
    else if (kind === 'parallel-line set')
      add('parallel-line set', reader.findText(rangeOf(drawing, row), 2));
    else if (kind === 'symbol') add('symbol', reader.findText(rangeOf(drawing, row), 2));
  }
  return [...counts].flatMap(([kind, of]) =>
    (of.size > MOST_NAMES ? [...of].sort((a, b) => b[1] - a[1]).slice(0, MOST_NAMES) : [...of]).map(
      ([name, count]) => ({ kind, name, objects: count }),
    ),
  );
}
