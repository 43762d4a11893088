import { correctDrawing } from '../../../correct/correct';
import { kindOf, rangeOf } from '../../../dxf/drawing';
import { readDrawing } from '../../../dxf/read/interpret';
import { factsOf } from '../../../facts/facts';
import { readDimensionValues } from '../../../records/dimension-record';
import { bytesOf, type Case, findingsOf, testRule } from '../testing';
import { dimensionsStyleChanged } from './style-changed';
import { dimensionsStyleUnknown } from './style-unknown';
import { dimensioned, measuredOnSheet, put, SCALE, settingsOf } from './testing';

const standard = dimensioned();

const styled =
  (name: string, changed: Parameters<typeof settingsOf>[1] = {}, as = 'Building'): Case['draw'] =>
  (file) => {
    put(file, name, settingsOf(as, changed));
    measuredOnSheet(file, [{ style: name, drawnMm: settingsOf(as, changed).textHeightMm }]);
  };

testRule(dimensionsStyleChanged, {
  accept: [
    { name: 'as the standard has it, sized for the scale that shows it', standard, draw: styled('BUILDING') },
    {
      name: 'sizes that differ by less than anybody sees; in the oldest version too',
      standard,
      version: 'AC1009',
      draw: styled('Building', { textHeightMm: 2.508 }),
    },
    {
      name: 'sizes multiplied by hand instead of a scale',
      standard,
      draw: (file) => {
        const v = settingsOf('Building', { overallScale: 1 });
        const grown = Object.entries(v).map(([name, value]) => [
          name,
          name.endsWith('Mm') && !name.includes('Pen') ? (value as number) * SCALE : value,
        ]);
        put(file, 'Building', Object.fromEntries(grown));
        measuredOnSheet(file, [{ style: 'Building' }]);
      },
    },
    { name: 'a style of theirs', standard, draw: styled('Theirs', { textHeightMm: 4 }) },
  ],
  reject: [
    {
      name: 'each setting that differs, named',
      standard,
      draw: styled('Building', { terminator1: 'dot', terminator2: 'dot', textHeightMm: 2, decimals: 2 }),
      messages: [
        'Dimension style “Building” is not as the standard has it: ends: first, ends: second, figure: height and 1 more.',
      ],
      expected: 'ends: first slash; ends: second slash; figure: height 2.5 mm; number: decimal places 0',
      found: 'ends: first dot; ends: second dot; figure: height 2 mm; number: decimal places 2',
      leaves: 0,
    },
    {
      name: 'made for another scale than the one that shows it',
      standard,
      draw: (file) => {
        put(file, 'Building', settingsOf('Building', { overallScale: 100 }));
        measuredOnSheet(file, [{ style: 'Building', drawnMm: 5 }]);
      },
      messages: [
        'Dimensions in style “Building” print 2 times as large as the standard has them: the style is made for another scale than the one that shows them.',
      ],
      expected: 'figure: height 2.5 mm',
      found: 'figure: height 5 mm',
      leaves: 0,
    },
    {
      name: 'named and not defined',
      standard,
      draw: (file) => measuredOnSheet(file, [{ style: 'Building' }, { style: 'Building' }]),
      messages: ['Dimension style “Building” is named by 2 dimensions and not defined in the drawing.'],
      leaves: 0,
    },
    {
      name: 'in the oldest version, what it can hold',
      standard,
      version: 'AC1009',
      draw: styled('Building', { textHeightMm: 3, textFrame: true, terminator1: 'dot', terminator2: 'dot' }),
      messages: [
        'Dimension style “Building” is not as the standard has it: ends: first, ends: second, figure: height and 1 more.',
      ],
      leaves: 0,
    },
  ],
});

const read = (bytes: Uint8Array) => {
  const drawing = readDrawing(bytes);
  if (!drawing.ok) throw new Error(drawing.problem.message);
  return drawing.value;
};

/** What is drawn of the first dimension of a file: heights of its text, kinds of its parts. */
function pictureOf(bytes: Uint8Array): { heights: number[]; kinds: string[]; words: string[] } {
  const drawing = read(bytes);
  const facts = factsOf(drawing, 0.25);
  const [row] = facts.rowsOfKind('dimension');
  const symbol = drawing.symbols.get(facts.dimension(row).picture)!;
  const rows = drawing.containers[symbol.container].rows;
  const letters = rows.filter((one) => kindOf(drawing, one) === 'text');
  return {
    heights: letters.map((one) => facts.lettering(one)!.height),
    kinds: rows.map((one) => kindOf(drawing, one)),
    words: letters.map((one) => facts.text(one)!.says),
  };
}

describe('dimensions of a style that is put right', () => {
  it.each(['AC1009', 'AC1015', 'AC1024', 'AC1032'] as const)('are drawn anew, in %s', (version) => {
    const draw = styled('Building', { textHeightMm: 2, terminator1: 'dot', terminator2: 'dot' });
    const bytes = bytesOf({ draw, version });
    expect(pictureOf(bytes).heights).toEqual([100]);
    const [found] = findingsOf(bytes, standard, dimensionsStyleChanged);
    const result = correctDrawing(bytes, standard, { findings: [found.key] });
    if (!result.ok) throw new Error(result.problem.message);
    const after = pictureOf(result.value.bytes);
    expect(after.heights).toEqual([125]);
    expect(after.words).toEqual(['3550']);
    // Two extension lines, the line itself, two slashes.
    expect(after.kinds.filter((kind) => kind === 'line')).toHaveLength(5);
    const drawing = read(result.value.bytes);
    const record = drawing.dimensionStyles.get('building')!;
    const values = readDimensionValues(drawing.reader, record.range, drawing.recordNames);
    expect([values.textHeightMm, values.terminator1, values.overallScale]).toEqual([2.5, 'slash', SCALE]);
    expect(drawing.symbols.has('_oblique')).toBe(true);
    // A second run changes nothing.
    const again = correctDrawing(result.value.bytes, standard, {});
    expect(again.ok && again.value.changes.filter(({ rule }) => rule.startsWith('dimensions/'))).toEqual([]);
  });

  it('keep what they have of their own, and the layer of their picture', () => {
    const draw: Case['draw'] = (file) => {
      put(file, 'Building', settingsOf('Building', { extensionOverrunMm: 3 }));
      measuredOnSheet(file, [{ style: 'Building', own: new Map([[271, 1]]), says: '~ <>' }]);
    };
    const bytes = bytesOf({ draw });
    const [found] = findingsOf(bytes, standard, dimensionsStyleChanged);
    const result = correctDrawing(bytes, standard, { findings: [found.key] });
    if (!result.ok) throw new Error(result.problem.message);
    expect(pictureOf(result.value.bytes).words).toEqual(['~ 3550']);
    const drawing = read(result.value.bytes);
    const [row] = factsOf(drawing, 0.25).rowsOfKind('dimension');
    expect(factsOf(drawing, 0.25).dimension(row).settings.number('decimals')).toBe(1);
  });

  it('go to a style of the standard: by its name, or to the one that is there, as large as they were', () => {
    const decided = (draw: Case['draw']) => {
      const bytes = bytesOf({ draw });
      const [found] = findingsOf(bytes, standard, dimensionsStyleUnknown);
      const result = correctDrawing(bytes, standard, {
        findings: [],
        decisions: [{ finding: found.key, option: 'become', to: 'Building' }],
      });
      if (!result.ok) throw new Error(result.problem.message);
      expect(
        result.value.after.findings.filter(({ rule }) => rule === dimensionsStyleUnknown.meta.id),
      ).toEqual([]);
      return result.value;
    };
    const renamed = decided(styled('Theirs', { textHeightMm: 3, terminator1: 'dot', terminator2: 'dot' }));
    expect(pictureOf(renamed.bytes).heights).toEqual([125]);
    expect([...read(renamed.bytes).dimensionStyles.keys()]).toContain('building');
    const merged = decided((file) => {
      put(file, 'Building', settingsOf('Building', { overallScale: 0, sizedOnPaper: true }));
      put(file, 'Theirs', settingsOf('Building', { textHeightMm: 3 }));
      measuredOnSheet(file, [{ style: 'Theirs', drawnMm: 3 }]);
    });
    // The office's style is sized on paper: the dimension keeps the scale it was drawn for.
    expect(pictureOf(merged.bytes).heights).toEqual([125]);
    const drawing = read(merged.bytes);
    expect([...drawing.dimensionStyles.keys()]).not.toContain('theirs');
    const [row] = factsOf(drawing, 0.25).rowsOfKind('dimension');
    expect(drawing.reader.findText(rangeOf(drawing, row), 3)).toBe('Building');
    expect(factsOf(drawing, 0.25).dimension(row).settings.number('overallScale')).toBe(SCALE);
  });

  it('take the sizes that their record leaves out for what the format counts them in', () => {
    // The plain record of the format says next to nothing: text of 2.5 units, in a model that a sheet shows at 1:50.
    const bytes = bytesOf({ draw: (file) => measuredOnSheet(file, [{ style: 'Standard' }]) });
    const [found] = findingsOf(bytes, standard, dimensionsStyleUnknown);
    const result = correctDrawing(bytes, standard, {
      findings: [],
      decisions: [{ finding: found.key, option: 'become', to: 'Building' }],
    });
    if (!result.ok) throw new Error(result.problem.message);
    const facts = factsOf(read(result.value.bytes), 0.25);
    const { values, settings } = facts.dimension(facts.rowsOfKind('dimension')[0]);
    expect(settings.styleName).toBe('Building');
    const scale = settings.number('overallScale');
    expect([values.textHeightMm * scale, values.extensionOffsetMm * scale]).toEqual([2.5 * SCALE, 1 * SCALE]);
    expect(result.value.after.findings.filter(({ rule }) => rule === dimensionsStyleChanged.meta.id)).toEqual(
      [],
    );
  });

  it('go together to one style, each as large as its own scale asks, whatever the first was sized by', () => {
    // One style multiplied by hand and shown at 1:50, one made for 1:100 and shown at 1:50 too: both print wrong.
    const bytes = bytesOf({
      draw: (file) => {
        put(file, 'Plain', settingsOf('Building', { overallScale: 1 }));
        put(file, 'Theirs', settingsOf('Building', { overallScale: 100, textHeightMm: 3 }));
        measuredOnSheet(file, [
          { style: 'Plain', drawnMm: 2.5 / SCALE },
          { style: 'Theirs', drawnMm: 6 },
        ]);
      },
    });
    const found = findingsOf(bytes, standard, dimensionsStyleUnknown);
    expect(found).toHaveLength(2);
    const result = correctDrawing(bytes, standard, {
      findings: [],
      decisions: found.map(({ key }) => ({ finding: key, option: 'become', to: 'Building' })),
    });
    if (!result.ok) throw new Error(result.problem.message);
    const drawing = read(result.value.bytes);
    const facts = factsOf(drawing, 0.25);
    for (const row of facts.rowsOfKind('dimension')) {
      const { values, settings, letters } = facts.dimension(row);
      expect(values.textHeightMm * settings.number('overallScale')).toBeCloseTo(2.5 * SCALE, 6);
      expect(letters.map((one) => facts.lettering(one)!.height)).toEqual([2.5 * SCALE]);
    }
    expect(result.value.after.findings.filter(({ rule }) => rule === dimensionsStyleChanged.meta.id)).toEqual(
      [],
    );
  });

  it('named a style that nobody defined: they name one that is there from now on', () => {
    const bytes = bytesOf({ draw: (file) => measuredOnSheet(file, [{ style: 'Gone' }]) });
    const [found] = findingsOf(bytes, standard, dimensionsStyleUnknown);
    expect(found.message).toBe('Dimension style “Gone” is not in the standard (1 dimension).');
    const result = correctDrawing(bytes, standard, {
      decisions: [{ finding: found.key, option: 'become', to: 'Building' }],
    });
    if (!result.ok) throw new Error(result.problem.message);
    const drawing = read(result.value.bytes);
    const [row] = factsOf(drawing, 0.25).rowsOfKind('dimension');
    expect(drawing.reader.findText(rangeOf(drawing, row), 3)).toBe('Building');
    const values = factsOf(drawing, 0.25).dimension(row).values;
    expect([values.textHeightMm, values.overallScale, values.terminator1]).toEqual([2.5, SCALE, 'slash']);
    expect(result.value.after.findings.filter(({ rule }) => rule.startsWith('dimensions/'))).toEqual([]);
  });

  it('with words in lines of their own are drawn anew with them, line under line', () => {
    const draw: Case['draw'] = (file) => {
      put(file, 'Building', settingsOf('Building', { decimals: 1 }));
      measuredOnSheet(file, [{ style: 'Building', says: '<>\\PTYP' }]);
    };
    const bytes = bytesOf({ draw });
    const [found] = findingsOf(bytes, standard, dimensionsStyleChanged);
    const result = correctDrawing(bytes, standard, { findings: [found.key] });
    if (!result.ok) throw new Error(result.problem.message);
    const drawing = read(result.value.bytes);
    const facts = factsOf(drawing, 0.25);
    const { letters, typed } = facts.dimension(facts.rowsOfKind('dimension')[0]);
    const said = letters.map((letter) => [facts.text(letter)!.says, facts.lettering(letter)!.at[1]] as const);
    expect([typed?.replace('\n', '|'), said.map(([words]) => words)]).toEqual(['<>|TYP', ['3550', 'TYP']]);
    // Single spacing: 5/3 of the height, which is 125 at 1:50.
    expect(said[0][1] - said[1][1]).toBeCloseTo((125 * 5) / 3, 6);
    expect(result.value.after.findings.filter(({ rule }) => rule.startsWith('dimensions/'))).toEqual([]);
  });

  it('keep a picture that is drawn at another size than their style says, and it is said why', () => {
    const draw: Case['draw'] = (file) => {
      put(file, 'Building', settingsOf('Building', { decimals: 1 }));
      measuredOnSheet(file, [{ style: 'Building', drawnMm: 7 }]);
    };
    const bytes = bytesOf({ draw });
    const [found] = findingsOf(bytes, standard, dimensionsStyleChanged);
    const result = correctDrawing(bytes, standard, { findings: [found.key] });
    if (!result.ok) throw new Error(result.problem.message);
    expect(pictureOf(result.value.bytes).heights).toEqual([350]);
    expect(result.value.changes.map(({ after }) => after)).toContain(
      'stays: its picture is drawn at another size than its style says',
    );
  });
});

describe('a style for one kind of dimensions', () => {
  const bytes = bytesOf({
    draw: (file) => {
      put(file, 'Building', settingsOf('Building'));
      put(file, 'Building$4', settingsOf('Building', { levelInside: true, textHeightMm: 3 }));
      put(file, 'Building$2', settingsOf('Building'));
      put(file, 'Theirs$4', settingsOf('Building', { textHeightMm: 3 }));
      measuredOnSheet(file, [{ style: 'Building' }, { style: 'Building$4', drawnMm: 3 }]);
    },
  });

  it('is held against the style of the standard, and put in line where a person says so', () => {
    const found = findingsOf(bytes, standard, dimensionsStyleChanged);
    expect(found.map(({ message, gravity, correction }) => [message, gravity, correction])).toEqual([
      [
        'Dimension style “Building” is another one for radii: figure: height, figure: level when inside the extension lines.',
        'should',
        'choice',
      ],
    ]);
    const result = correctDrawing(bytes, standard, {
      findings: [],
      decisions: [{ finding: found[0].key, option: 'as all' }],
    });
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.unsettled).toEqual([]);
    expect(findingsOf(result.value.bytes, standard, dimensionsStyleChanged)).toEqual([]);
    const { drawing } = result.value;
    const values = readDimensionValues(
      drawing.reader,
      drawing.dimensionStyles.get('building$4')!.range,
      drawing.recordNames,
    );
    expect([values.textHeightMm, values.levelInside]).toEqual([2.5, false]);
  });
});
