import { correctDrawing } from '../../../correct/correct';
import { kindOf } from '../../../dxf/drawing';
import { readDrawing } from '../../../dxf/read/interpret';
import { factsOf } from '../../../facts/facts';
import { bytesOf, findingsOf, GOOD, testRule } from '../testing';
import { dimensionsPicture } from './picture';
import { dimensioned, put, settingsOf } from './testing';

const standard = dimensioned();

/** A dimension of 3550 with a picture that says something. */
const drawnWith =
  (words: string, says?: string, measured = 3550) =>
  (file: Parameters<typeof put>[0]): void => {
    file.layer(GOOD);
    put(file, 'Building', settingsOf('Building'));
    file.model.dimension({ layer: 'WALL' }, [0, 0], [measured, 0], 500, 125, {
      style: 'Building',
      says,
      draw: (space) => {
        space.line({ layer: '0', colour: 0 }, [0, 500], [3550, 500]);
        space.text({ layer: '0', colour: 0 }, [1775, 560], 125, words, { across: 'centre' });
      },
    });
  };

testRule(dimensionsPicture, {
  accept: [
    { name: 'what is measured, and words around it', standard, draw: drawnWith('~ 3550 TYP', '~ <> TYP') },
    { name: 'a value rounded as it is shown', standard, draw: drawnWith('3550', undefined, 3550.4) },
    { name: 'a picture without a number', standard, draw: drawnWith('EQ') },
    { name: 'what is typed over, which is another rule’s', standard, draw: drawnWith('3600', '3600') },
  ],
  reject: [
    {
      name: 'a picture from before the wall was moved',
      standard,
      draw: drawnWith('3250'),
      messages: ['The dimension is drawn with “3250” and measures 3550: its picture was not made anew.'],
      expected: '3550',
      found: '3250',
      leaves: 0,
    },
  ],
});

it('sets the number of a picture that it cannot draw anew', () => {
  const bytes = bytesOf({
    draw: (file) => {
      file.layer(GOOD);
      put(file, 'Building', settingsOf('Building'));
      file.model.dimension({ layer: 'WALL' }, [0, 0], [3550, 0], 500, 300, {
        style: 'Building',
        draw: (space) => space.text({ layer: '0', colour: 0 }, [1775, 560], 300, '3250'),
      });
    },
  });
  const [found] = findingsOf(bytes, standard, dimensionsPicture);
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  expect(
    result.ok && result.value.after.findings.filter(({ rule }) => rule === dimensionsPicture.meta.id),
  ).toEqual([]);
});

it('draws the whole picture anew, not its number alone', () => {
  const bytes = bytesOf({ draw: drawnWith('3250') });
  const [found] = findingsOf(bytes, standard, dimensionsPicture);
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  const read = readDrawing(result.value.bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const facts = factsOf(read.value, 0.25);
  const [row] = facts.rowsOfKind('dimension');
  const { container } = read.value.symbols.get(facts.dimension(row).picture)!;
  const kinds = read.value.containers[container].rows.map((one) => kindOf(read.value, one));
  expect(kinds.filter((kind) => kind === 'line')).toHaveLength(5);
  expect(facts.dimension(row).letters.map((one) => facts.text(one)?.says)).toEqual(['3550']);
});
