import { correctDrawing } from '../../../correct/correct';
import type { SpaceComposer } from '../../../dxf/write/space-composer';
import { bytesOf, type Case, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { geometryEnds } from './ends';
import { coordinatesOf } from './testing';

const standard = office([officeLayer('WALL')]);
const on = { layer: 'WALL' };

/** On a sheet, in mm of the paper. */
const sheetOf =
  (draw: (sheet: SpaceComposer) => void): Case['draw'] =>
  (file) => {
    file.layer(GOOD);
    draw(file.sheet('Plan', 297, 210));
  };

testRule(geometryEnds, {
  accept: [
    {
      name: 'ends that meet, ends that stand free, gaps that are seen',
      standard,
      draw: sheetOf((sheet) => {
        sheet.line(on, [0, 0], [50, 0]);
        sheet.line(on, [50, 0], [50, 50]);
        sheet.line(on, [25, 0], [25, 30]);
        sheet.line(on, [100, 0.06], [100, 30]);
        sheet.line(on, [50.2, 0], [120, 0]);
      }),
    },
    {
      name: 'a cross of a survey that stands beside a line',
      standard,
      draw: sheetOf((sheet) => {
        sheet.line(on, [0, 0], [50, 0]);
        sheet.line(on, [20, 0.03], [24, 4.03]);
        sheet.line(on, [20, 4.03], [24, 0.03]);
      }),
    },
    {
      name: 'an end on an arc, and one on an edge of a symbol',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.symbol('Frame', (s) => s.rectangle({ layer: '0' }, [0, 0], 20, 20));
        const sheet = file.sheet('Plan', 297, 210);
        sheet.circle(on, [50, 50], 20);
        sheet.line(on, [70.02, 50], [90, 50]);
        sheet.line(on, [50, 70.03], [70.03, 50.02]);
        sheet.place(on, 'Frame', [100, 100]);
        sheet.line(on, [120.02, 110], [140, 110]);
        sheet.line(on, [120.04, 110.01], [120.04, 150]);
      },
    },
  ],
  reject: [
    {
      name: 'a corner that is open, an end short of a line, and one beyond it',
      standard,
      draw: sheetOf((sheet) => {
        sheet.line(on, [0, 0], [50, 0]);
        sheet.line(on, [50.03, 0.02], [50.03, 50]);
        sheet.line(on, [25, 0.04], [25, 30]);
        sheet.line(on, [10, -0.04], [10, 30]);
      }),
      messages: ['3 ends of lines on layer “WALL” miss what they are drawn to, by up to 0.04 mm on paper.'],
      expected: 'an end on the line it is drawn to',
      leaves: 0,
    },
    {
      name: 'a line that goes on behind a gap, and one that could only be turned',
      standard,
      draw: sheetOf((sheet) => {
        sheet.line(on, [0, 0], [50, 0]);
        sheet.line(on, [50.04, 0], [90, 0]);
        sheet.line(on, [0, 40], [50, 40]);
        sheet.line(on, [50, 40.03], [90, 40.03]);
      }),
      messages: [
        '1 end of a line on layer “WALL” misses what it is drawn to by 0.04 mm on paper.',
        '1 end of a line on layer “WALL” misses what it is drawn to by 0.03 mm on paper.',
      ],
    },
  ],
});

it('draws lines on along their own direction, and leaves the rest of them where it is', () => {
  const bytes = bytesOf({
    draw: sheetOf((sheet) => {
      sheet.line(on, [0, 0], [50, 0]);
      sheet.line(on, [50.03, 0.02], [50.03, 50]);
      sheet.line(on, [25, 0.04], [25, 30]);
      sheet.polyline(on, [
        [5, 25],
        [6, 25],
        [6, 0.01],
      ]);
    }),
  });
  const [found] = findingsOf(bytes, standard, geometryEnds);
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  expect(coordinatesOf(result.value.bytes).filter((one) => one.length > 0)).toEqual([
    [0, 0, 50.03, 0],
    [50.03, 0, 50.03, 50],
    [25, 0, 25, 30],
    [5, 25, 6, 25, 6, 0],
  ]);
});

it('leaves an end to a person that a dimension measures to', () => {
  const bytes = bytesOf({
    draw: sheetOf((sheet) => {
      sheet.line(on, [0, 0], [50, 0]);
      sheet.line(on, [25, 0.04], [25, 30]);
      sheet.dimension(on, [25, 0.04], [60, 0.04], 12, 1);
    }),
  });
  expect(findingsOf(bytes, standard, geometryEnds)).toMatchObject([
    {
      correction: 'manual',
      remedy: 'Left to a person: a dimension measures to it, and would say another value.',
    },
  ]);
});

it('says what it cannot tell where no scale shows the drawing', () => {
  const bytes = bytesOf({
    draw: (file) => {
      file.model.line(on, [0, 0], [50, 0]);
      file.model.line(on, [25, 0.04], [25, 30]);
    },
  });
  expect(findingsOf(bytes, standard, geometryEnds)).toEqual([]);
});
