import { type Drawing, type DrawingSymbol, kindOf, rangeOf } from '../dxf/drawing';
import { recordOf } from '../dxf/edit/edit-records';
import { foldName } from '../dxf/interner';
import { readOwnData } from '../dxf/read/own-data';
import { isFormatName, isPictureName } from '../dxf/reserved';
import { oncePer } from '../once';

/** A symbol that people place by its name, and its placements in drawing order, those inside other symbols among them. */
export interface PlacedSymbol {
  readonly symbol: DrawingSymbol;
  readonly rows: readonly number[];
}

/**
 * The symbols that a drawing places by name, by their folded names in the order in which they are first placed. Left out are those that programs make
 * for themselves, marks of the format, drawings that are only referred to, and what stands in the pictures of dimensions.
 */
export const placedSymbols: (drawing: Drawing) => ReadonlyMap<string, PlacedSymbol> = oncePer(
  (drawing) => [drawing],
  (drawing) => {
    const { containers, objects, reader } = drawing;
    const placed = new Map<string, { symbol: DrawingSymbol; rows: number[] }>();
    const pictures = containers.map(({ kind, name }) => kind === 'symbol' && isPictureName(name));
    for (let row = 0; row < objects.count; row++) {
      if (kindOf(drawing, row) !== 'symbol' || pictures[objects.container[row]]) continue;
      const name = foldName(reader.findText(rangeOf(drawing, row), 2));
      const known = placed.get(name);
      if (known) known.rows.push(row);
      else {
        const symbol = isFormatName(name) ? undefined : drawing.symbols.get(name);
        // What a template of ours keeps in it belongs to its linetypes.
        if (
          symbol &&
          !symbol.anonymous &&
          !symbol.external &&
          readOwnData(reader, symbol.block.head) === null
        )
          placed.set(name, { symbol, rows: [row] });
      }
    }
    return placed;
  },
);

/** Whether the record of a symbol has a dictionary of its own. */
function keepsMore(drawing: Drawing, { name }: DrawingSymbol): boolean {
  const record = recordOf(drawing, 'symbol', name);
  const { codes } = drawing.document.tags;
  for (let tag = record?.start ?? 0; tag < (record?.end ?? 0); tag++)
    if (codes[tag] === 102 && drawing.reader.name(tag) === '{ACAD_XDICTIONARY') return true;
  return false;
}

/** Codes that every object has its own of: handles and owners. */
const OWN = new Set([5, 105, 330, 360, 1005]);

/**
 * Whether two symbols of a drawing hold the same objects, tag by tag and in the same order, about the same base point. Handles are
 * theirs alone; anything else that differs makes them two.
 */
export function holdTheSame(drawing: Drawing, one: DrawingSymbol, other: DrawingSymbol): boolean {
  if (one.base.some((value, i) => value !== other.base[i])) return false;
  // What a symbol keeps beside its objects, such as how it can be stretched, is not compared.
  if (keepsMore(drawing, one) || keepsMore(drawing, other)) return false;
  const { containers, objects, document, reader } = drawing;
  const [a, b] = [one, other].map(({ container }) =>
    containers[container].rows.filter((row) => objects.parent[row] < 0),
  );
  if (a.length !== b.length) return false;
  const { codes } = document.tags;
  const tagsOf = (row: number): number[] => {
    const tags: number[] = [];
    for (let tag = objects.start[row]; tag < objects.groupEnd[row]; tag++) {
      // Groups of an application name who watches the object.
      if (codes[tag] === 102 && reader.name(tag).startsWith('{'))
        while (tag < objects.groupEnd[row] && !(codes[tag] === 102 && reader.name(tag) === '}')) tag++;
      else if (!OWN.has(codes[tag])) tags.push(tag);
    }
    return tags;
  };
  return a.every((row, i) => {
    const [left, right] = [tagsOf(row), tagsOf(b[i])];
    return (
      left.length === right.length &&
      left.every((tag, j) => codes[tag] === codes[right[j]] && reader.text(tag) === reader.text(right[j]))
    );
  });
}
