import fc from 'fast-check';
import { demoStandard } from '../../../demo/standard';
import { checkStandard } from '../standard/standard';
import { readDelimited, separatorOf, writeDelimited } from './delimited';
import { layerRows, layersFromRows } from './layer-table';

const faultsOf = (text: string): string[] => {
  const read = layersFromRows(demoStandard, readDelimited(text));
  return 'faults' in read
    ? read.faults.map(({ row, column, message }) => `${row} ${column}: ${message}`)
    : [];
};
const layersOf = (text: string) => {
  const read = layersFromRows(demoStandard, readDelimited(text));
  if ('faults' in read) throw new Error(read.faults[0].message);
  return read;
};

describe('delimited text', () => {
  it('comes back the same, whatever is in the cells', () => {
    const cell = fc.string({ maxLength: 12 });
    const rows = fc.array(fc.array(cell, { minLength: 2, maxLength: 4 }), { minLength: 1, maxLength: 5 });
    fc.assert(
      fc.property(rows, fc.constantFrom(',', ';', '\t'), (table, separator) => {
        // A row of nothing but blanks is no row.
        const full = table.filter((row) => row.some((one) => one.trim() !== ''));
        expect(readDelimited(writeDelimited(full, separator), separator)).toEqual(full);
      }),
    );
  });

  it('knows its separator, also behind quotes', () => {
    expect(separatorOf('Name;Colour;Width')).toBe(';');
    expect(separatorOf('"a,b,c,d"\tColour')).toBe('\t');
    expect(separatorOf('Name')).toBe('\t');
  });

  it('keeps line ends and quotes in quoted cells', () => {
    expect(readDelimited('a,"two\r\nlines","say ""hi"""\r\n\r\nb,c,d')).toEqual([
      ['a', 'two\r\nlines', 'say "hi"'],
      ['b', 'c', 'd'],
    ]);
  });
});

describe('layers as a table', () => {
  it('come back the same from their export', () => {
    const { layers } = layersOf(writeDelimited(layerRows(demoStandard), ';'));
    expect(layers).toEqual(demoStandard.layers);
  });

  it('change in the columns that are there, and only in those', () => {
    const { layers, unknown } = layersOf(
      'layer\tcolor\tplots\tOwner\na-wall\t#102030\tno\tme\nNEW\t5\t\tyou',
    );
    const wall = layers.find(({ name }) => name === 'a-wall');
    const before = demoStandard.layers.find(({ name }) => name === 'A-WALL');
    expect(wall).toEqual({ ...before, name: 'a-wall', colour: { rgb: 0x102030 }, prints: false });
    expect(layers.at(-1)).toMatchObject({
      name: 'NEW',
      colour: { number: 5 },
      linetype: 'Continuous',
      prints: false,
    });
    expect(layers).toHaveLength(demoStandard.layers.length + 1);
    expect(unknown).toEqual(['Owner']);
    expect(checkStandard({ ...demoStandard, layers })).toHaveProperty('standard');
  });

  it('say which cell is wrong and why', () => {
    expect(faultsOf('Colour,Width\n3,0.25')[0]).toMatch(/^1 Colour: the first row must name the columns/);
    expect(
      faultsOf(
        'Name;Colour;Width;Prints;Kinds;Exceptions\nX;blue;thick;maybe;line, blob;size\n;1;;;;\nY;1;0,25 mm;yes;any;\ny;1;;;;',
      ),
    ).toEqual([
      '2 Colour: “blue” is no colour: 1 to 255, or #rrggbb',
      '2 Width, mm: “thick” is no width in mm',
      '2 Prints: “maybe” is neither yes nor no',
      expect.stringMatching(/^2 Kinds of object: “blob” is no kind of object/),
      '2 Own values allowed: “size” is no property: colour, linetype, width',
      '3 Name: a name is needed',
      '5 Name: “y” is in row 4 already',
    ]);
  });

  it('read widths as people write them', () => {
    const { layers } = layersOf('Name;Width\nA-WALL;0,35 mm\nA-DOOR;default');
    const width = (wanted: string) => layers.find(({ name }) => name === wanted)?.widthMm;
    expect(width('A-WALL')).toBe(0.35);
    expect(width('A-DOOR')).toBeNull();
  });
});
