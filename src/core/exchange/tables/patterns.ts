import { BASES, FILL_KINDS, type FillLine, fillSchema, type StandardFill } from '../../standard/fills';
import { formatDashes, parseElements } from '../../standard/line-words';
import { CAPS, type ParallelLines, type StandardParallelSet } from '../../standard/parallels';
import { columnsOf, formatNumber, type TableKind } from './column';

const fill = columnsOf<StandardFill>();
const NUMBER = String.raw`-?[\d.]+(?:e[+-]?\d+)?`;

/** "45° every 3, from 1 2, shifted 1.5, dash 5, gap 5": a family of lines, its lengths in mm. */
const formatLine = ({ angleDeg, spacingMm, originMm, shiftMm, dashesMm }: FillLine): string =>
  [
    `${formatNumber(angleDeg)}° every ${formatNumber(spacingMm)}`,
    ...(originMm.some((value) => value !== 0) ? [`from ${originMm.map(formatNumber).join(' ')}`] : []),
    ...(shiftMm === 0 ? [] : [`shifted ${formatNumber(shiftMm)}`]),
    ...(dashesMm.length === 0 ? [] : [formatDashes(dashesMm)]),
  ].join(', ');

function readLine(said: string): FillLine | string {
  const [first, ...more] = said.split(',').map((part) => part.trim());
  const start = new RegExp(`^(${NUMBER})°? every (${NUMBER})(?: mm)?$`).exec(first);
  if (!start) return `“${first}” does not begin with an angle and a distance: “45° every 3”`;
  const line: FillLine = {
    angleDeg: Number(start[1]),
    spacingMm: Number(start[2]),
    originMm: [0, 0],
    shiftMm: 0,
    dashesMm: [],
  };
  for (const part of more) {
    const element = parseElements(part);
    if (element && element.words.length === 0) {
      line.dashesMm.push(...element.elementsMm);
      continue;
    }
    // Tables of before said “broken 5 -5”.
    const match = /^(from|shifted|broken) (.+)$/.exec(part);
    const values = (match?.[2] ?? '').split(/\s+/).map(Number);
    if (!match || values.some((value) => !Number.isFinite(value)))
      return `“${part}” is not understood: “from 1 2”, “shifted 1.5”, “dash 5, gap 5”`;
    if (match[1] === 'from' && values.length === 2) line.originMm = [values[0], values[1]];
    else if (match[1] === 'shifted' && values.length === 1) line.shiftMm = values[0];
    else if (match[1] === 'broken') line.dashesMm = values;
    else return `“${part}” has too many or too few numbers`;
  }
  return line;
}

/** Reads parts between semicolons; the first that cannot be read is the fault. */
function readEach<T>(cell: string, read: (part: string) => T | string): T[] | string {
  const made: T[] = [];
  for (const part of cell.split(';').filter((one) => one.trim() !== '')) {
    const one = read(part.trim());
    if (typeof one === 'string') return one;
    made.push(one);
  }
  return made;
}

export const FILL_TABLE: TableKind<StandardFill> = {
  key: 'fills',
  title: 'Fills',
  one: 'fill',
  listOf: ({ fills }) => fills,
  put: (standard, fills) => ({ ...standard, fills }),
  blank: (name) => ({ ...fillSchema.parse({ name: 'X', kind: 'solid' }), name, kind: 'lines' }),
  columns: [
    fill.text('name', 'Name', 'fill', 'pattern'),
    fill.text('material', 'Material'),
    fill.choice('kind', FILL_KINDS, 'Kind'),
    {
      head: 'Lines, mm',
      also: ['lines'],
      format: ({ lines }) => lines.map(formatLine).join('; '),
      read: (cell, now) => {
        const lines = readEach(cell, readLine);
        return typeof lines === 'string' ? lines : { ...now, lines };
      },
    },
    fill.choice('basis', BASES, 'Sized on', 'sized'),
    fill.colour('colour', 'layer', 'Colour', 'color'),
    fill.colour('secondColour', 'white', 'Ends in colour'),
    fill.number('gradientDeg', 'Gradient runs at, °', 'gradient'),
    fill.text('layer', 'Layer'),
    fill.choice('angle', ['fixed', 'host'], 'Angle'),
    fill.choice('origin', ['fixed', 'host'], 'Counted from', 'origin'),
    fill.yes('clearOfText', 'Leaves text clear'),
    fill.yes('behind', 'Behind the lines'),
    fill.text('notes', 'Notes'),
    fill.text('clause', 'Clause'),
  ],
};

const set = columnsOf<StandardParallelSet>();

const formatSetLine = ({ offsetMm, colour, linetype }: ParallelLines[number]): string =>
  [
    formatNumber(offsetMm),
    ...(colour === null ? [] : [`colour ${colour}`]),
    ...(linetype === '' ? [] : [`in ${linetype}`]),
  ].join(' ');

function readSetLine(said: string): ParallelLines[number] | string {
  const match = new RegExp(`^(${NUMBER})(?: mm)?(?: colour (\\d+))?(?: in (.+))?$`).exec(said);
  if (!match) return `“${said}” is no line of a set: “150”, “150 colour 3”, “150 in Hidden”`;
  return {
    offsetMm: Number(match[1]),
    colour: match[2] === undefined ? null : Number(match[2]),
    linetype: match[3]?.trim() ?? '',
  };
}

export const PARALLEL_TABLE: TableKind<StandardParallelSet> = {
  key: 'parallels',
  title: 'Parallels',
  one: 'parallel-line set',
  listOf: ({ parallels }) => parallels,
  put: (standard, parallels) => ({ ...standard, parallels }),
  blank: (name) => ({
    name,
    use: '',
    lines: [],
    startCap: 'open',
    endCap: 'open',
    fillColour: null,
    clause: '',
    notes: '',
  }),
  columns: [
    set.text('name', 'Name', 'set'),
    set.text('use', 'Use'),
    {
      head: 'Lines, mm',
      also: ['lines', 'offsets'],
      format: ({ lines }) => lines.map(formatSetLine).join('; '),
      read: (cell, now) => {
        const lines = readEach(cell, readSetLine);
        return typeof lines === 'string' ? lines : { ...now, lines };
      },
    },
    set.choice('startCap', CAPS, 'Start'),
    set.choice('endCap', CAPS, 'End'),
    set.colour('fillColour', 'none', 'Fill, colour', 'fill'),
    set.text('notes', 'Notes'),
    set.text('clause', 'Clause'),
  ],
};
