import type { StandardLinetype } from '../../standard/definitions';
import { formatElements, type LineWord, parseElements } from '../../standard/line-words';
import { lineOf } from '../../standard/standard';
import { columnsOf, formatNumber, formatYes, readNumber, readYes, type TableKind } from './column';

const { text, choice } = columnsOf<StandardLinetype>();
type Placed = StandardLinetype['symbols'][number];

function elements(cell: string, now: StandardLinetype): StandardLinetype | string {
  const read = parseElements(/^(unbroken|continuous)?$/i.test(cell.trim()) ? '' : cell);
  if (!read)
    return `“${cell}” is no row of dash, gap and dot with lengths in mm, a word in quotes behind its gap`;
  const plain = { heightMm: 1.2, style: '', offsetMm: 0, upright: false };
  const words = read.words.map((word, i) => ({ ...plain, ...now.words[i], ...word }));
  return { ...now, elementsMm: read.elementsMm, words };
}

/** "FUEL": 1.2 mm, in OHW-Note, 0.5 off the line, level — what is not said is plain, on the line, turning with it. */
const formatWord = ({ heightMm, style, offsetMm, upright }: LineWord): string =>
  [
    `${formatNumber(heightMm)} mm`,
    ...(style === '' ? [] : [`in ${style}`]),
    ...(offsetMm === 0 ? [] : [`${formatNumber(offsetMm)} off the line`]),
    ...(upright ? ['level'] : []),
  ].join(', ');

function words(cell: string, now: StandardLinetype): StandardLinetype | string {
  const said = cell.trim() === '' ? [] : cell.split(';');
  if (said.length > now.words.length)
    return `${said.length} words are described, the elements have ${now.words.length}`;
  const next = [...now.words];
  for (const [i, one] of said.entries()) {
    const [first, ...more] = one.split(',').map((part) => part.trim());
    const heightMm = readNumber(first);
    if (typeof heightMm === 'string') return heightMm;
    const word = { ...next[i], heightMm, style: '', offsetMm: 0, upright: false };
    for (const part of more) {
      const off = /^(-?[\d.]+(?:e[+-]?\d+)?) off the line$/.exec(part);
      if (off) word.offsetMm = Number(off[1]);
      else if (part === 'level') word.upright = true;
      else if (part.startsWith('in ')) word.style = part.slice(3).trim();
      else return `“${part}” is not understood: a height, “in” a text style, “1 off the line”, “level”`;
    }
    next[i] = word;
  }
  return { ...now, words: next };
}

const formatSymbol = ({ symbol, element, scale, place, upright }: Placed): string =>
  [
    `${symbol} at ${element + 1}`,
    ...(scale === 1 ? [] : [`${formatNumber(scale)} times`]),
    ...(place === 'sitting' ? ['on the line'] : []),
    ...(upright ? ['level'] : []),
  ].join(', ');

function symbols(cell: string, now: StandardLinetype): StandardLinetype | string {
  const next: Placed[] = [];
  for (const one of cell.split(';').filter((part) => part.trim() !== '')) {
    const [first, ...more] = one.split(',').map((part) => part.trim());
    const at = /^(.+) at (\d+)$/.exec(first);
    if (!at) return `“${first}” does not say which line mark stands at which element: “ring at 2”`;
    const placed: Placed = {
      symbol: at[1],
      element: Number(at[2]) - 1,
      scale: 1,
      place: 'centred',
      upright: false,
    };
    for (const part of more) {
      const times = /^([\d.]+(?:e[+-]?\d+)?) times$/.exec(part);
      if (times) placed.scale = Number(times[1]);
      else if (part === 'on the line') placed.place = 'sitting';
      else if (part === 'level') placed.upright = true;
      else return `“${part}” is not understood: “2 times”, “on the line”, “level”`;
    }
    next.push(placed);
  }
  return { ...now, symbols: next };
}

export const LINETYPE_TABLE: TableKind<StandardLinetype> = {
  key: 'linetypes',
  title: 'Linetypes',
  one: 'linetype',
  listOf: ({ linetypes }) => linetypes,
  put: (standard, linetypes) => ({ ...standard, linetypes }),
  blank: (name) => lineOf({ name }),
  columns: [
    text('name', 'Name', 'linetype'),
    text('description', 'What it means', 'description'),
    {
      head: 'Elements, mm',
      also: ['elements', 'pattern'],
      format: (linetype) => (linetype.elementsMm.length > 0 ? formatElements(linetype) : 'unbroken'),
      read: elements,
    },
    { head: 'Words', also: [], format: (linetype) => linetype.words.map(formatWord).join('; '), read: words },
    {
      head: 'Line marks',
      also: ['symbols'],
      format: (linetype) => linetype.symbols.map(formatSymbol).join('; '),
      read: symbols,
    },
    {
      head: 'Follows',
      also: ['builds on'],
      format: ({ follows }) => follows ?? '',
      read: (cell, now) => ({ ...now, follows: cell.trim() === '' ? null : cell.trim() }),
    },
    choice('basis', ['paper', 'model'], 'Sized on', 'sized'),
    {
      head: 'Stops short of its ends, mm',
      also: ['inset'],
      format: ({ ends }) => formatNumber(ends.insetMm),
      read: (cell, now) => {
        const insetMm = readNumber(cell.trim() || '0');
        return typeof insetMm === 'string' ? insetMm : { ...now, ends: { ...now.ends, insetMm } };
      },
    },
    {
      head: 'Only whole repeats',
      also: ['whole repeats'],
      format: ({ ends }) => formatYes(ends.whole),
      read: (cell, now) => {
        const whole = readYes(cell);
        return typeof whole === 'string' ? whole : { ...now, ends: { ...now.ends, whole } };
      },
    },
    text('notes', 'Notes'),
    text('clause', 'Clause'),
  ],
};
