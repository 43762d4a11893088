import { entityOf } from '../dxf/drawing';
import { readDrawing } from '../dxf/read/interpret';
import { scaleDrawing } from './scale-drawing';

const dxf = (header: string[], entities: string[], tables: string[] = []): string =>
  [
    ['0', 'SECTION', '2', 'HEADER', '9', '$ACADVER', '1', 'AC1015', ...header, '0', 'ENDSEC'],
    ...(tables.length > 0 ? [['0', 'SECTION', '2', 'TABLES', ...tables, '0', 'ENDSEC']] : []),
    ['0', 'SECTION', '2', 'ENTITIES', ...entities, '0', 'ENDSEC', '0', 'EOF', ''],
  ]
    .flat()
    .join('\n');

const read = (text: string) => {
  const drawing = readDrawing(new TextEncoder().encode(text));
  if (!drawing.ok) throw new Error(drawing.problem.message);
  return drawing.value;
};

const scale = (text: string, factor: number, unit?: 'mm' | 'm', turnRad = 0) => {
  const result = scaleDrawing(read(text), {
    map: { factor, turnRad, to: [0, 0, 0] },
    ...(unit ? { unit } : {}),
  });
  return result.ok ? new TextDecoder().decode(result.value.bytes).split('\n') : result.problem;
};

const tagOf = (lines: string[], code: string, from = 0): string => {
  const at = lines.findIndex((line, i) => i >= from && i % 2 === from % 2 && line.trim() === code);
  return lines[at + 1];
};

const LINE = ['0', 'LINE', '5', 'A1', '8', '0', '10', '1.0', '20', '2.0', '11', '3.0', '21', '4.0'];

describe('scaling a drawing', () => {
  it('names the unit, in a header that has none too', () => {
    const lines = scale(dxf([], LINE), 25.4, 'mm') as string[];
    expect(lines[lines.indexOf('$INSUNITS') + 2]).toBe('4');
    const bare = ['0', 'SECTION', '2', 'ENTITIES', ...LINE, '0', 'ENDSEC', '0', 'EOF', ''].join('\n');
    const made = scale(bare, 2, 'm') as string[];
    expect(made[made.indexOf('$INSUNITS') + 2]).toBe('6');
    expect(read(made.join('\n')).units).toBe('m');
  });

  it('scales the factor of patterns where nothing shows them on paper', () => {
    const lines = scale(dxf(['9', '$LTSCALE', '40', '0.5'], LINE), 100) as string[];
    expect(lines[lines.indexOf('$LTSCALE') + 2]).toBe('50.0');
  });

  it('puts bodies in symbols as they are, neighbours together, and scales those; nothing is left behind', () => {
    const body = (handle: string): string[] => [
      ...['0', '3DSOLID', '5', handle, '330', '1F', '100', 'AcDbEntity', '8', 'BODIES'],
      ...['100', 'AcDbModelerGeometry', '70', '1', '1', 'abc'],
    ];
    const of = read(dxf([], [...body('B1'), ...body('B2'), ...LINE, ...body('B3')]));
    const result = scaleDrawing(of, { map: { factor: 2, turnRad: Math.PI / 2, to: [10, 0, 0] } });
    if (!result.ok) throw new Error(result.problem.message);
    const { drawing, notes, objects } = result.value;
    expect(objects).toBe(4);
    expect(notes.slice(0, 2).map((note) => note.slice(0, 40))).toEqual([
      '2 × 3DSOLID: scaled in the symbol “SCALE',
      '1 × 3DSOLID: scaled in the symbol “SCALE',
    ]);
    // In the order in which they stood: the symbol of two, the line, the symbol of one.
    expect(drawing.containers[0].rows.map((row) => entityOf(drawing, row))).toEqual([
      'INSERT',
      'LINE',
      'INSERT',
    ]);
    const lines = new TextDecoder().decode(result.value.bytes).split('\n');
    const owner = tagOf(lines, '330', lines.indexOf('B1') + 1);
    expect(owner).not.toBe('1F');
    expect(tagOf(lines, '330', lines.indexOf('B2') + 1)).toBe(owner);
    expect(tagOf(lines, '330', lines.indexOf('B3') + 1)).not.toBe(owner);
    const placed = lines.lastIndexOf('INSERT');
    expect(['41', '42', '43', '50', '10'].map((code) => Number(tagOf(lines, code, placed + 1)))).toEqual([
      2, 2, 2, 90, 10,
    ]);
    // Scaled again it is an ordinary symbol.
    const again = scaleDrawing(drawing, { map: { factor: 2, turnRad: 0, to: [0, 0, 0] } });
    expect(again.ok && again.value.notes).toEqual([]);
  });

  it('refuses what is no factor', () => {
    for (const factor of [0, -1, Number.NaN, Number.POSITIVE_INFINITY])
      expect(scale(dxf([], LINE), factor)).toMatchObject({ code: 'factor' });
  });

  it('drops a cached picture that would show the old place', () => {
    const cached = [
      '0',
      'LINE',
      '5',
      'A1',
      '100',
      'AcDbEntity',
      '8',
      '0',
      '92',
      '4',
      '310',
      '0A0B0C0D',
      '100',
      'AcDbLine',
      ...LINE.slice(6),
    ];
    expect(scale(dxf([], cached), 2)).not.toContain('0A0B0C0D');
  });

  const style = (factor: string, unit: string): string[] => [
    '0',
    'TABLE',
    '2',
    'DIMSTYLE',
    '70',
    '1',
    '0',
    'DIMSTYLE',
    '105',
    'D1',
    '2',
    'S',
    '70',
    '0',
    '40',
    '1.0',
    '144',
    factor,
    '277',
    unit,
    '0',
    'ENDTAB',
  ]; // prettier-ignore
  const dimension = [
    '0',
    'DIMENSION',
    '5',
    'C1',
    '8',
    '0',
    '3',
    'S',
    '70',
    '0',
    '10',
    '0',
    '20',
    '0',
    '13',
    '0',
    '23',
    '0',
    '14',
    '9',
    '24',
    '0',
    '42',
    '9.0',
  ];

  it('keeps values true: units of the drawing are measured anew, factors are taken back, feet and inches count inches', () => {
    const factorAfter = (factor: string, unit: string, by: number): string => {
      const lines = scale(dxf([], dimension, style(factor, unit)), by, 'mm') as string[];
      return tagOf(lines, '144', lines.indexOf('DIMSTYLE') + 1);
    };
    // Counts units of the drawing: 9 becomes 228.6.
    expect(factorAfter('1.0', '2', 25.4)).toBe('1.0');
    // Drawn at 1:600, shown 600-fold: shown as it is.
    expect(factorAfter('600.0', '2', 600)).toBe('1.0');
    // Feet and inches of a drawing in mm.
    expect(Number(factorAfter('1.0', '4', 25.4))).toBeCloseTo(1 / 25.4, 14);
    const lines = scale(dxf([], dimension, style('1.0', '2')), 25.4, 'mm') as string[];
    expect(tagOf(lines, '42')).toBe('228.6');
    expect(tagOf(lines, '40', lines.indexOf('DIMSTYLE') + 1)).toBe('25.4');
  });
});
