import { foldName } from '../../dxf/interner';
import type { Standard } from '../../standard/standard';
import type { TableKind } from './column';
import { LAYER_TABLE } from './layers';
import { LINETYPE_TABLE } from './linetypes';
import { FILL_TABLE, PARALLEL_TABLE } from './patterns';
import { DIMENSION_STYLE_TABLE, MEANING_TABLE, TEXT_STYLE_TABLE } from './styles';
import { SYMBOL_TABLE } from './symbols';

export type { TableKind } from './column';

const KINDS = {
  layers: LAYER_TABLE,
  linetypes: LINETYPE_TABLE,
  meanings: MEANING_TABLE,
  'text-styles': TEXT_STYLE_TABLE,
  'dimension-styles': DIMENSION_STYLE_TABLE,
  fills: FILL_TABLE,
  parallels: PARALLEL_TABLE,
  symbols: SYMBOL_TABLE,
} as const;

export type TableName = keyof typeof KINDS;
export const TABLE_NAMES = Object.keys(KINDS) as TableName[];

/** Kinds of definition that can be had as a table and taken in from one; which definition is which is theirs to know. */
export const TABLES = KINDS as unknown as Readonly<Record<TableName, TableKind>>;

/** A kind of definition as a table: a row of heads, and a row for each. */
export function tableRows(standard: Standard, name: TableName): string[][] {
  const { columns, listOf } = TABLES[name];
  return [
    columns.map(({ head }) => head),
    ...listOf(standard).map((one) => columns.map(({ format }) => format(one))),
  ];
}

export interface CellFault {
  /** Row of the table, the heads being 1. */
  readonly row: number;
  readonly column: string;
  readonly message: string;
}

/**
 * Definitions out of a table. Rows of known names change those definitions in the columns that are there; other rows
 * are new. Definitions that the table does not name stay.
 * @returns the standard as it would be, or what is wrong with the table, cell by cell
 */
export function fromRows(
  standard: Standard,
  kind: TableName,
  rows: readonly (readonly string[])[],
):
  | { readonly standard: Standard; readonly unknown: readonly string[] }
  | { readonly faults: readonly CellFault[] } {
  const table = TABLES[kind];
  const [heads = [], ...body] = rows;
  const columns = heads.map((head) => {
    const folded = head.trim().toLowerCase();
    return table.columns.find(
      (column) => column.head.toLowerCase() === folded || column.also.includes(folded),
    );
  });
  const named = columns.findIndex((column) => column?.head === 'Name');
  if (named < 0)
    return {
      faults: [
        {
          row: 1,
          column: heads[0] ?? '',
          message: `the first row must name the columns, “Name” among them: ${table.columns.map(({ head }) => head).join(', ')}`,
        },
      ],
    };
  // What a column needs of another is read first, whatever the order in the table: elements before their words.
  const order = [...columns.keys()].sort((a, b) => placeOf(table, columns[a]) - placeOf(table, columns[b]));
  const faults: CellFault[] = [];
  const list = [...table.listOf(standard)];
  const seen = new Map<string, number>();
  for (const [i, row] of body.entries()) {
    const name = (row[named] ?? '').trim();
    const complain = (column: string, message: string): void => {
      faults.push({ row: i + 2, column, message });
    };
    if (name === '') {
      complain('Name', 'a name is needed');
      continue;
    }
    const before = seen.get(foldName(name));
    if (before !== undefined) {
      complain('Name', `“${name}” is in row ${before} already`);
      continue;
    }
    seen.set(foldName(name), i + 2);
    const at = list.findIndex((one) => foldName(one.name) === foldName(name));
    let one = at >= 0 ? list[at] : table.blank(name);
    const wrong: [column: number, message: string][] = [];
    for (const j of order) {
      const column = columns[j];
      if (!column || j >= row.length) continue;
      const read = column.read(row[j], one);
      if (typeof read === 'string') wrong.push([j, read]);
      else one = read;
    }
    for (const [j, message] of wrong.sort((a, b) => a[0] - b[0])) complain(heads[j].trim(), message);
    if (at >= 0) list[at] = one;
    else list.push(one);
  }
  if (faults.length > 0) return { faults };
  return {
    standard: table.put(standard, list),
    unknown: heads
      .filter((_, i) => !columns[i])
      .map((head) => head.trim())
      .filter((head) => head !== ''),
  };
}

const placeOf = (table: TableKind, column: TableKind['columns'][number] | undefined): number =>
  column ? table.columns.indexOf(column) : table.columns.length;
