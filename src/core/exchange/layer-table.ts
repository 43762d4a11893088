import { hexOf } from '../drawing/colour';
import { OBJECT_KINDS, type ObjectKind } from '../drawing/kinds';
import { foldName } from '../dxf/interner';
import {
  layerOf,
  type OwnProperty,
  PROPERTIES,
  type Standard,
  type StandardLayer,
} from '../standard/standard';

interface Column {
  readonly head: string;
  /** Other heads that mean the same column, folded. */
  readonly also: readonly string[];
  readonly say: (layer: StandardLayer) => string;
  /** What a cell says; words on what is wrong with it where it cannot be read. */
  readonly read: (cell: string) => Partial<StandardLayer> | string;
}

const list = (cell: string): string[] =>
  cell
    .split(/[,;]/)
    .map((part) => part.trim().toLowerCase())
    .filter((part) => part !== '');

const text = (cell: string): string => cell.trim();

function yes(cell: string, key: 'prints' | 'required'): Partial<StandardLayer> | string {
  const word = cell.trim().toLowerCase();
  if (/^(yes|y|true|1|x|ja|oui)$/.test(word)) return { [key]: true };
  if (/^(no|n|false|0|never|nein|non|)$/.test(word)) return { [key]: false };
  return `“${cell}” is neither yes nor no`;
}

function colour(cell: string): Partial<StandardLayer> | string {
  const clean = cell.trim().replace(/^colou?r\s+/i, '');
  if (/^#[0-9a-f]{6}$/i.test(clean)) return { colour: { rgb: Number.parseInt(clean.slice(1), 16) } };
  const number = Number(clean);
  if (clean !== '' && Number.isInteger(number) && number >= 1 && number <= 255) return { colour: { number } };
  return `“${cell}” is no colour: 1 to 255, or #rrggbb`;
}

function width(cell: string): Partial<StandardLayer> | string {
  const clean = cell
    .trim()
    .toLowerCase()
    .replace(/\s*mm$/, '')
    .replace(',', '.');
  if (clean === '' || clean === 'default') return { widthMm: null };
  const mm = Number(clean);
  return Number.isFinite(mm) && mm >= 0 ? { widthMm: mm } : `“${cell}” is no width in mm`;
}

function kinds(cell: string): Partial<StandardLayer> | string {
  const wanted = list(cell);
  if (wanted.length === 0 || (wanted.length === 1 && wanted[0] === 'any')) return { kinds: [] };
  const unknown = wanted.find((kind) => !(OBJECT_KINDS as readonly string[]).includes(kind));
  if (unknown !== undefined) return `“${unknown}” is no kind of object: ${OBJECT_KINDS.join(', ')}`;
  return { kinds: [...new Set(wanted)] as ObjectKind[] };
}

function exceptions(cell: string): Partial<StandardLayer> | string {
  const wanted = list(cell);
  const unknown = wanted.find((one) => !(PROPERTIES as readonly string[]).includes(one));
  if (unknown !== undefined) return `“${unknown}” is no property: ${PROPERTIES.join(', ')}`;
  return { ownValuesAllowed: [...new Set(wanted)] as OwnProperty[] };
}

const COLUMNS: readonly Column[] = [
  {
    head: 'Name',
    also: ['layer', 'layer name'],
    say: ({ name }) => name,
    read: (cell) => ({ name: text(cell) }),
  },
  {
    head: 'What belongs on it',
    also: ['purpose', 'description'],
    say: ({ purpose }) => purpose,
    read: (cell) => ({ purpose: text(cell) }),
  },
  { head: 'Kinds of object', also: ['kinds'], say: (layer) => layer.kinds.join(', '), read: kinds },
  {
    head: 'Colour',
    also: ['color'],
    say: (layer) => ('rgb' in layer.colour ? hexOf(layer.colour.rgb) : String(layer.colour.number)),
    read: colour,
  },
  {
    head: 'Linetype',
    also: ['line type'],
    say: ({ linetype }) => linetype,
    read: (cell) => ({ linetype: text(cell) || 'Continuous' }),
  },
  {
    head: 'Width, mm',
    also: ['width', 'lineweight', 'pen'],
    say: ({ widthMm }) => (widthMm === null ? 'default' : String(widthMm)),
    read: width,
  },
  {
    head: 'Prints',
    also: ['plots'],
    say: ({ prints }) => (prints ? 'yes' : 'no'),
    read: (cell) => yes(cell, 'prints'),
  },
  {
    head: 'Required',
    also: ['in every drawing'],
    say: ({ required }) => (required ? 'yes' : 'no'),
    read: (cell) => yes(cell, 'required'),
  },
  {
    head: 'Own values allowed',
    also: ['exceptions'],
    say: (layer) => layer.ownValuesAllowed.join(', '),
    read: exceptions,
  },
  {
    head: 'Discipline',
    also: ['trade'],
    say: ({ discipline }) => discipline,
    read: (cell) => ({ discipline: text(cell) }),
  },
  {
    head: 'Role of its pen',
    also: ['role'],
    say: ({ role }) => role,
    read: (cell) => ({ role: text(cell) }),
  },
  {
    head: 'Meaning',
    also: ['meaning of its lines'],
    say: ({ meaning }) => meaning,
    read: (cell) => ({ meaning: text(cell) }),
  },
  { head: 'Notes', also: [], say: ({ notes }) => notes, read: (cell) => ({ notes: text(cell) }) },
  { head: 'Clause', also: [], say: ({ clause }) => clause, read: (cell) => ({ clause: text(cell) }) },
];

/** The layers as a table: a row of heads, and a row for each. */
export const layerRows = (standard: Standard): string[][] => [
  COLUMNS.map(({ head }) => head),
  ...standard.layers.map((layer) => COLUMNS.map(({ say }) => say(layer))),
];

export interface CellFault {
  /** Row of the table, the heads being 1. */
  readonly row: number;
  readonly column: string;
  readonly message: string;
}

/**
 * Layers out of a table. Rows of known names change those layers in the columns that are there; other rows are new.
 * Layers that the table does not name stay.
 * @returns the layers as they would be, or what is wrong with the table, cell by cell
 */
export function layersFromRows(
  standard: Standard,
  rows: readonly (readonly string[])[],
):
  | { readonly layers: StandardLayer[]; readonly unknown: readonly string[] }
  | { readonly faults: readonly CellFault[] } {
  const [heads = [], ...body] = rows;
  const columns = heads.map((head) => {
    const folded = head.trim().toLowerCase();
    return COLUMNS.find((column) => column.head.toLowerCase() === folded || column.also.includes(folded));
  });
  const named = columns.findIndex((column) => column?.head === 'Name');
  if (named < 0)
    return {
      faults: [
        {
          row: 1,
          column: heads[0] ?? '',
          message: `the first row must name the columns, “Name” among them: ${COLUMNS.map(({ head }) => head).join(', ')}`,
        },
      ],
    };
  const faults: CellFault[] = [];
  const layers = [...standard.layers];
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
    const at = layers.findIndex((layer) => foldName(layer.name) === foldName(name));
    let layer = at >= 0 ? layers[at] : layerOf({ name });
    for (const [j, column] of columns.entries()) {
      if (!column || j >= row.length) continue;
      const read = column.read(row[j]);
      if (typeof read === 'string') complain(column.head, read);
      else layer = { ...layer, ...read };
    }
    if (at >= 0) layers[at] = layer;
    else layers.push(layer);
  }
  if (faults.length > 0) return { faults };
  return {
    layers,
    unknown: heads
      .filter((_, i) => !columns[i])
      .map((head) => head.trim())
      .filter((head) => head !== ''),
  };
}
