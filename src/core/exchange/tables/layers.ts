import { hexOf, readColour } from '../../dxf/colour';
import { OBJECT_KINDS } from '../../dxf/object-kinds';
import { type OwnProperty, PROPERTIES, type StandardLayer } from '../../standard/definitions';
import { formatKinds, KIND_FAMILIES, readKinds } from '../../standard/kind-families';
import { layerOf } from '../../standard/standard';
import { columnsOf, partsOf, type TableKind } from './column';

const { text, yes } = columnsOf<StandardLayer>();

function colour(cell: string, now: StandardLayer): StandardLayer | string {
  const read = readColour(cell.trim().replace(/^colou?r\s+/i, ''));
  return read ? { ...now, colour: read } : `“${cell}” is no colour: 1 to 255, or #rrggbb`;
}

function width(cell: string, now: StandardLayer): StandardLayer | string {
  const clean = cell
    .trim()
    .toLowerCase()
    .replace(/\s*mm$/, '')
    .replace(',', '.');
  if (clean === '' || clean === 'default') return { ...now, widthMm: null };
  const widthMm = Number(clean);
  return Number.isFinite(widthMm) && widthMm >= 0 ? { ...now, widthMm } : `“${cell}” is no width in mm`;
}

const wordsIn = (cell: string): string[] => partsOf(cell).map((part) => part.toLowerCase());

function kinds(cell: string, now: StandardLayer): StandardLayer | string {
  const wanted = wordsIn(cell);
  if (wanted.length === 0 || (wanted.length === 1 && wanted[0] === 'any')) return { ...now, kinds: [] };
  const unknown = wanted.find((word) => readKinds([word]) === null);
  return unknown === undefined
    ? { ...now, kinds: readKinds(wanted) ?? [] }
    : `“${unknown}” is no kind of object: ${[...new Set([...KIND_FAMILIES, ...OBJECT_KINDS])].join(', ')}`;
}

function exceptions(cell: string, now: StandardLayer): StandardLayer | string {
  const wanted = wordsIn(cell);
  const unknown = wanted.find((one) => !(PROPERTIES as readonly string[]).includes(one));
  if (unknown !== undefined) return `“${unknown}” is no property: ${PROPERTIES.join(', ')}`;
  return { ...now, ownValuesAllowed: [...new Set(wanted)] as OwnProperty[] };
}

export const LAYER_TABLE: TableKind<StandardLayer> = {
  key: 'layers',
  title: 'Layers',
  one: 'layer',
  listOf: ({ layers }) => layers,
  put: (standard, layers) => ({ ...standard, layers }),
  blank: (name) => layerOf({ name }),
  columns: [
    text('name', 'Name', 'layer', 'layer name'),
    text('purpose', 'What belongs on it', 'purpose', 'description'),
    { head: 'Kinds of object', also: ['kinds'], format: (layer) => formatKinds(layer.kinds), read: kinds },
    {
      head: 'Colour',
      also: ['color'],
      format: (layer) => ('rgb' in layer.colour ? hexOf(layer.colour.rgb) : String(layer.colour.number)),
      read: colour,
    },
    {
      head: 'Linetype',
      also: ['line type'],
      format: ({ linetype }) => linetype,
      read: (cell, now) => ({ ...now, linetype: cell.trim() || 'Continuous' }),
    },
    {
      head: 'Width, mm',
      also: ['width', 'lineweight', 'pen'],
      format: ({ widthMm }) => (widthMm === null ? 'default' : String(widthMm)),
      read: width,
    },
    yes('prints', 'Prints', 'plots'),
    yes('required', 'Required', 'in every drawing'),
    {
      head: 'Own values allowed',
      also: ['exceptions'],
      format: (layer) => layer.ownValuesAllowed.join(', '),
      read: exceptions,
    },
    text('discipline', 'Discipline', 'trade'),
    text('role', 'Role of its pen', 'role'),
    text('meaning', 'Meaning', 'meaning of its lines'),
    text('notes', 'Notes'),
    text('clause', 'Clause'),
  ],
};
