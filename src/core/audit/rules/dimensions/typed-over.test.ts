import { correctDrawing } from '../../../correct/correct';
import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { factsOf } from '../../../facts/facts';
import { bytesOf, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { dimensioned, measuredOnSheet, put, SCALE, settingsOf } from './testing';
import { dimensionsTypedOver } from './typed-over';

const standard = office([officeLayer('WALL')]);
/** A dimension of 3550, with what is typed over it. */
const typed =
  (...texts: readonly string[]) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    for (const [i, says] of texts.entries())
      file.model.dimension({ layer: 'WALL' }, [0, 1000 * i], [3550, 1000 * i], 1000 * i + 300, 100, { says });
  };

testRule(dimensionsTypedOver, {
  accept: [
    { name: 'measured values, and words around them', standard, draw: typed('', '<> TYP', '~ <>') },
    {
      name: 'a value that a viewport shows, on a sheet',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        const sheet = file.sheet('A', 420, 297);
        sheet.viewport({ layer: 'WALL' }, [200, 150], 300, 200, [0, 0], 100);
        sheet.dimension({ layer: 'WALL' }, [50, 50], [85.5, 50], 60, 2.5, { says: '3550' });
      },
    },
  ],
  reject: [
    {
      name: 'another length',
      standard,
      draw: typed('3600'),
      messages: ['The dimension says “3600” and measures 3550.'],
      expected: '3550',
      found: '3600',
      leaves: 0,
    },
    {
      name: 'another length in another unit, with words around it',
      standard,
      draw: typed('abt. 3.60 m TYP'),
      messages: ['The dimension says “abt. 3.60 m TYP” and measures 3550.'],
      leaves: 0,
    },
    {
      name: 'the value itself, typed; once for a layer',
      standard,
      draw: typed('3550', '3.55 m', '3550 mm'),
      messages: ['3 dimensions on layer “WALL” say their value as typed text.'],
      found: '3550',
      leaves: 0,
    },
    {
      name: 'words instead of a value, once for each',
      standard,
      draw: typed('VARIES', 'EQ', 'EQ'),
      messages: [
        '1 dimension on layer “WALL” says “VARIES” in place of its value.',
        '2 dimensions on layer “WALL” say “EQ” in place of their value.',
      ],
    },
    {
      name: 'several numbers, of which nobody can say which is the value',
      standard,
      draw: typed('2 x 1800'),
      messages: ['The dimension says “2 x 1800” and measures 3550.'],
    },
  ],
});

function corrected(text: string, version: 'AC1009' | 'AC1024' = 'AC1024', decision = '') {
  const bytes = bytesOf({ draw: typed(text), version });
  const [finding] = findingsOf(bytes, standard, dimensionsTypedOver);
  const result = correctDrawing(bytes, standard, {
    findings: decision ? [] : [finding.key],
    ...(decision ? { decisions: [{ finding: finding.key, option: decision }] } : {}),
  });
  if (!result.ok) throw new Error(result.problem.message);
  const drawing = readDrawing(result.value.bytes);
  if (!drawing.ok) throw new Error(drawing.problem.message);
  const facts = factsOf(drawing.value, 0.25);
  const [row] = facts.rowsOfKind('dimension');
  const { typed: said, letters } = facts.dimension(row);
  return { said, picture: letters.map((one) => facts.text(one)?.says), changes: result.value.changes };
}

describe('the measured value, restored', () => {
  it.each<[string, string | null, string]>([
    ['3600', null, '3550'],
    ['3600 TYP', '<> TYP', '3550 TYP'],
    ['3.60 m', null, '3550'],
    ['abt. 3.60 m CLEAR', 'abt. <> CLEAR', 'abt. 3550 CLEAR'],
    ['3600 ±5%', null, '3550'],
  ])('%s becomes %s, and its picture says %s', (text, said, shown) => {
    for (const version of ['AC1009', 'AC1024'] as const) {
      const option = text.includes('±') ? 'restore' : '';
      expect(corrected(text, version, option)).toMatchObject({ said, picture: [shown] });
    }
  });

  it('is listed: the dimension, and the lettering of its picture', () => {
    const { changes } = corrected('3600');
    expect(changes.map(({ kind, property, before, after }) => [kind, property, before, after])).toEqual([
      ['dimension', 'text', '3600', 'the measured value'],
      ['text', 'text', '3600', '3550'],
    ]);
  });

  it('is a person’s to decide where words or several numbers stand', () => {
    expect(corrected('VARIES', 'AC1024', 'restore')).toMatchObject({ said: null, picture: ['3550'] });
    expect(corrected('2 x 1800', 'AC1024', 'restore')).toMatchObject({ said: null, picture: ['3550'] });
  });
});

describe('a line that is drawn shorter than it is', () => {
  const office = dimensioned();
  const bytes = bytesOf({
    draw: (file) => {
      put(file, 'Building', settingsOf('Building'));
      measuredOnSheet(file, [{ style: 'Building', says: '12000' }]);
    },
  });
  const [found] = findingsOf(bytes, office, dimensionsTypedOver);

  it('can be jogged instead: it then says itself that it is shorter, and is found no more', () => {
    expect(found.options?.map(({ id }) => id)).toEqual(['jog']);
    const result = correctDrawing(bytes, office, {
      findings: [],
      decisions: [{ finding: found.key, option: 'jog' }],
    });
    if (!result.ok) throw new Error(result.problem.message);
    const { drawing, changes, unsettled } = result.value;
    expect(unsettled).toEqual([]);
    expect(changes.map(({ after }) => after)).toEqual(['jogged']);
    expect(findingsOf(result.value.bytes, office, dimensionsTypedOver)).toEqual([]);
    const facts = factsOf(drawing, 0.25);
    const [row] = facts.rowsOfKind('dimension');
    expect(facts.dimension(row).typed).toBe('12000');
    // The line leaves its level by half the height of a jog, 1.5 text heights, on both sides.
    const pieces = facts.segments(row);
    const off = Array.from({ length: pieces.length / 2 }, (_, i) => pieces[2 * i + 1] - 500);
    expect(off).toContainEqual(expect.closeTo((1.5 * 2.5 * SCALE) / 2, 6));
    expect(off).toContainEqual(expect.closeTo((-1.5 * 2.5 * SCALE) / 2, 6));
  });

  it('is not offered where the typed number is smaller or nearly the same', () => {
    for (const says of ['3600', '1200']) {
      const other = bytesOf({
        draw: (file) => {
          put(file, 'Building', settingsOf('Building'));
          measuredOnSheet(file, [{ style: 'Building', says }]);
        },
      });
      expect(findingsOf(other, office, dimensionsTypedOver)[0].options).toBeUndefined();
    }
  });
});
