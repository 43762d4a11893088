import { correctDrawing } from '../../../correct/correct';
import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { parallelSetSchema } from '../../../standard/parallels';
import { bytesOf, findingsOf, office, officeLayer, testRule } from '../testing';
import { parallelsPlaced } from './placed';
import { placed } from './testing';

const standard = office([officeLayer('ROAD')]);

testRule(parallelsPlaced, {
  accept: [
    { name: 'lines where their set has them', standard, draw: (file) => placed(file, 'Kerb', [75, -75]) },
    {
      name: 'lines that are a hair off',
      standard,
      draw: (file) => placed(file, 'Kerb', [75, -75], [75.4, -75.4]),
    },
    {
      name: 'a run that was mirrored',
      standard,
      draw: (file) => placed(file, 'Kerb', [75, 25, -75], [-75, -25, 75]),
    },
    {
      name: 'a set that nothing is drawn in',
      standard,
      draw: (file) => placed(file, 'Kerb', [75, -75], false),
    },
  ],
  reject: [
    {
      name: 'a run that was drawn before its set was changed, of whatever office',
      standard,
      draw: (file) => placed(file, 'Theirs', [75, -75], [100, -100]),
      messages: [
        '1 run of parallel lines in “Theirs” is not drawn as the set is: lines lie up to 25 mm off.',
      ],
      expected: 'lines where “Theirs” has them',
      found: 'up to 25 mm off',
      leaves: 0,
    },
    {
      name: 'a run with lines that its set no longer has',
      standard,
      draw: (file) => placed(file, 'Kerb', [75, -75], [75, 25, -75]),
      messages: ['1 run of parallel lines in “Kerb” has 3 lines; the set has 2.'],
      leaves: 0,
    },
  ],
});

describe('placed parallel lines', () => {
  const draw = (file: DrawingComposer): void => placed(file, 'Kerb', [75, -75], [100, -100]);
  /** Pieces cut out of the lines: four parameters instead of two. */
  const cut = (text: string): Uint8Array =>
    new TextEncoder().encode(
      text.replace(/(74\r?\n)2(\r?\n *41\r?\n[^\n]*\n *41\r?\n[^\n]*\n)/g, '$14$2 41\n100.0\n 41\n200.0\n'),
    );

  it('are left to a person where pieces were cut out of them', () => {
    const bytes = cut(new TextDecoder().decode(bytesOf({ draw })));
    const [found] = findingsOf(bytes, standard, parallelsPlaced);
    expect([found.correction, found.remedy]).toEqual([
      'manual',
      '1 run has pieces cut out by hand, which would lie elsewhere: drawn again by a person.',
    ]);
  });

  it('are not moved where the office’s set is another number of lines and pieces were cut out', () => {
    const wanted = office([officeLayer('ROAD')], {
      parallels: [
        parallelSetSchema.parse({
          name: 'Kerb',
          lines: [{ offsetMm: 75 }, { offsetMm: 0 }, { offsetMm: -75 }],
        }),
      ],
    });
    const bytes = cut(new TextDecoder().decode(bytesOf({ draw })));
    const keys = findingsOf(bytes, wanted).map(({ key }) => key);
    const result = correctDrawing(bytes, wanted, { findings: keys });
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.changes.filter(({ rule }) => rule.startsWith('parallels/'))).toEqual([]);
    expect(result.value.unsettled.length).toBeGreaterThan(0);
  });

  it('have broken runs passed over', () => {
    const text = new TextDecoder().decode(bytesOf({ draw })).replace(/ *74\r?\n2\r?\n/g, '');
    const read = readDrawing(new TextEncoder().encode(text));
    expect(read.ok).toBe(true);
    expect(findingsOf(new TextEncoder().encode(text), standard, parallelsPlaced)).toEqual([]);
  });
});
