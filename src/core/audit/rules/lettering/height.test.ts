import { demoStandard } from '../../../../../demo/standard';
import { correctDrawing } from '../../../correct/correct';
import { readDrawing } from '../../../dxf/read/interpret';
import { DrawingComposer } from '../../../dxf/write/composer';
import { factsOf } from '../../../facts/facts';
import { bytesOf, findingsOf, GOOD, testRule } from '../testing';
import { letteringHeight } from './height';
import { lettered, NOTE, ON_WALL, onSheet } from './testing';

const standard = lettered();

/** Texts in the model, seen through viewports of an A1 and an A3 sheet at 1 : n. */
const inModel =
  (heights: readonly number[], scales: readonly number[], style = 'Note') =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    for (const name of ['Note', 'Theirs'])
      file.textStyle({ name, font: 'txt', height: 0, widthFactor: 1, slantDeg: 0 });
    for (const [i, scale] of scales.entries()) {
      const sheet = file.sheet(`S${i + 1}`, 420, 297);
      sheet.viewport(ON_WALL, [210, 150], 380, 260, [0, 0], scale);
    }
    for (const [i, height] of heights.entries())
      file.model.text(ON_WALL, [0, 600 * i], height, `Wall ${i}`, { style });
  };

/** The office's style where it leaves the height to each text. */
const free = {
  ...standard,
  lettering: {
    ...standard.lettering,
    styles: standard.lettering.styles.map((style) => ({ ...style, heights: 'any permitted' as const })),
  },
};

/** A symbol with a text of this height in it, placed at these sizes, seen at 1:100. */
const inSymbol =
  (height: number, sizes: readonly number[], name = 'LEVEL', at = 100) =>
  (file: DrawingComposer): void => {
    inModel([], [at])(file);
    file.symbol(name, (symbol) => symbol.text(ON_WALL, [0, 0], height, 'Level', NOTE));
    for (const [i, scale] of sizes.entries()) file.model.place(ON_WALL, name, [90 * i, 0], { scale });
  };

testRule(letteringHeight, {
  accept: [
    {
      // common practice: 2.5 mm at 1:100 is 250 in the model, at 1:20 50
      name: 'the height of the style at the scale that shows it; just inside of what it may be off by',
      standard,
      draw: inModel([250, 254.9, 245.1], [100]),
    },
    {
      name: 'any permitted height in a style that leaves it to its texts',
      standard: free,
      draw: inModel([250, 350, 500], [100]),
    },
    { name: 'one of two scales', standard, draw: inModel([250, 50], [100, 20]) },
    {
      name: 'permitted heights of styles that are not the office’s',
      standard,
      draw: inModel([350], [100], 'Theirs'),
    },
    { name: 'in a symbol, as it is placed', standard, draw: inSymbol(25, [10]) },
    {
      name: 'in a symbol that is placed at several sizes, at one of them',
      standard,
      draw: inSymbol(25, [10, 2]),
    },
    {
      name: 'in a symbol that is placed a hundred times at another size, at the one that differs',
      standard,
      draw: inSymbol(25, [...Array.from({ length: 100 }, () => 2), 10]),
    },
    { name: 'in a symbol that is placed nowhere', standard, draw: inSymbol(99, []) },
    {
      name: 'in a symbol of the office’s, whatever it is',
      standard: { ...standard, symbols: [{ ...demoStandard.symbols[0], name: 'LEVEL' }] },
      draw: inSymbol(99, [1]),
    },
    {
      name: 'on the sheet itself',
      standard,
      draw: onSheet((sheet) => sheet.text(ON_WALL, [9, 9], 2.5, 'A', NOTE)),
    },
  ],
  reject: [
    {
      name: 'another height than the style’s, once for each height',
      standard,
      draw: inModel([180, 180, 256, 250], [100]),
      messages: [
        '2 texts in “Note” print 1.8 mm high on sheet “S1”; the style is 2.5 mm.',
        '1 text in “Note” prints 2.56 mm high on sheet “S1”; the style is 2.5 mm.',
      ],
      expected: '2.5 mm on paper',
      found: '1.8 mm on paper, 180 in the drawing',
      leaves: 0,
    },
    {
      name: 'a height out of the series in a style that leaves it to its texts: which one is meant, a person says',
      standard: free,
      draw: inModel([300, 250], [100]),
      messages: ['1 text in “Note” prints 3 mm high on sheet “S1”: no permitted height.'],
      expected: '3.5 mm or 2.5 mm',
    },
    {
      name: 'a height out of the series, in a style of the sender’s',
      standard,
      draw: inModel([300], [100], 'Theirs'),
      messages: ['1 text in “Theirs” prints 3 mm high on sheet “S1”: no permitted height.'],
      expected: '3.5 mm or 2.5 mm',
    },
    {
      name: 'in a symbol, as it is placed',
      standard,
      draw: inSymbol(18, [10]),
      messages: [
        '1 text in “Note” inside symbol “LEVEL” prints 1.8 mm high on sheet “S1”; the style is 2.5 mm.',
      ],
      found: '1.8 mm on paper, 18 in the drawing',
      leaves: 0,
    },
    {
      name: 'in a symbol that is placed at several sizes, at none of them',
      standard,
      draw: inSymbol(18, [10, 2]),
      messages: [
        '1 text in “Note” inside symbol “LEVEL” prints 1.8 mm high on sheet “S1”; the style is 2.5 mm.',
      ],
    },
    {
      name: 'right at none of two scales',
      standard,
      draw: inModel([100], [100, 20]),
      messages: ['1 text in “Note” prints 1 mm high on sheet “S1”; the style is 2.5 mm.'],
    },
    {
      // common practice: smallest text 2 mm on an A3 sheet; the office says so in its own list
      name: 'too small for the sheet, whatever the series says',
      standard: lettered({ heightsMm: [1.8, 2.5, 5] }),
      draw: inModel([180], [100], 'Theirs'),
      messages: ['1 text in “Theirs” prints 1.8 mm high on sheet “S1”: 2 mm is the smallest there.'],
    },
  ],
});

function heightsAfter(draw: (file: DrawingComposer) => void, option?: (ids: readonly string[]) => string) {
  const bytes = bytesOf({ draw });
  const found = findingsOf(bytes, standard, letteringHeight);
  const drawing = readDrawing(bytes);
  if (!drawing.ok) throw new Error(drawing.problem.message);
  const [finding] = found;
  const ids = (finding as unknown as { options?: { id: string }[] }).options?.map(({ id }) => id) ?? [];
  const result = correctDrawing(bytes, standard, {
    findings: option ? [] : found.map(({ key }) => key),
    ...(option ? { decisions: [{ finding: finding.key, option: option(ids) }] } : {}),
  });
  if (!result.ok) throw new Error(result.problem.message);
  const facts = factsOf(result.value.drawing, 0.25);
  return facts.rowsOfKind('text').map((row) => facts.text(row)!.height);
}

describe('heights put right', () => {
  it('come from the style and the scale that shows them', () => {
    expect(heightsAfter(inModel([180, 300, 250], [100]))).toEqual([250, 250, 250]);
    expect(heightsAfter(inModel([100], [20]))).toEqual([50]);
  });

  it('are a person’s choice where two scales show a text, or two heights can be meant', () => {
    expect(heightsAfter(inModel([100], [100, 20]), (ids) => ids[0])).toEqual([250]);
    expect(heightsAfter(inModel([100], [100, 20]), (ids) => ids[1])).toEqual([50]);
    expect(heightsAfter(inModel([300], [100], 'Theirs'), (ids) => ids[1])).toEqual([250]);
    // What is too small for its sheet takes the next permitted height.
  });

  it('of a symbol follow it to every placement; at which size they are meant a person says', () => {
    expect(heightsAfter(inSymbol(18, [10]))).toEqual([25]);
    expect(heightsAfter(inSymbol(18, [10, 2]), (ids) => ids[1])).toEqual([125]);
    const [finding] = findingsOf(bytesOf({ draw: inSymbol(18, [10, 2]) }), standard, letteringHeight);
    expect(finding.options?.map(({ label }) => label)).toEqual([
      'Make it 2.5 mm where it prints 1.8 mm',
      'Make it 2.5 mm where it prints 0.36 mm',
    ]);
  });

  it('name the scales of a drawing in metres as they are', () => {
    const file = new DrawingComposer({ version: 'AC1024', units: 6 });
    inModel([0.1], [0.1, 0.02])(file);
    const [finding] = findingsOf(file.bytes(), standard, letteringHeight);
    expect(finding.options?.map(({ label }) => label)).toEqual([
      'Make it 2.5 mm at 1:100',
      'Make it 2.5 mm at 1:20',
    ]);
  });

  it('let multi-line text break its lines where it did', () => {
    const draw = (file: DrawingComposer): void => {
      inModel([], [100])(file);
      file.model.paragraph(ON_WALL, [0, 0], 125, 1000, 'one two three', 'Note');
    };
    const bytes = bytesOf({ draw });
    const [finding] = findingsOf(bytes, standard, letteringHeight);
    const result = correctDrawing(bytes, standard, { findings: [finding.key] });
    if (!result.ok) throw new Error(result.problem.message);
    const facts = factsOf(result.value.drawing, 0.25);
    const { shape } = facts.text(facts.rowsOfKind('text')[0])!;
    expect([shape.height, shape.wrapWidth]).toEqual([250, 2000]);
  });
});
