import { correctDrawing } from '../../../correct/correct';
import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer, Point } from '../../../dxf/write/composer';
import { meaningSchema } from '../../../standard/meanings';
import { lineOf, type Standard } from '../../../standard/standard';
import { makeContext } from '../../context';
import { audit } from '../../engine';
import { bytesOf, findingsOf, office, officeLayer, testRule, withSetting } from '../testing';
import { objectsByLooks } from './by-looks';
import { objectsOwnLinetype } from './own-linetype';

const meaning = (name: string, linetype: string) => meaningSchema.parse({ name, linetype, words: [name] });
const standard: Standard = office(
  [
    officeLayer('WALL', { purpose: 'walls', discipline: 'structure' }),
    officeLayer('HID', { meaning: 'hidden', linetype: 'Broken', discipline: 'structure' }),
    officeLayer('CEN', { meaning: 'centre', linetype: 'Axis' }),
    officeLayer('SEC', { meaning: 'section', linetype: 'Cut' }),
  ],
  {
    linetypes: [
      lineOf({ name: 'Continuous' }),
      lineOf({ name: 'Broken', elementsMm: [6, -2] }),
      lineOf({ name: 'Axis', elementsMm: [8, -1.5, 0, -1.5] }),
      lineOf({ name: 'Cut', elementsMm: [12, -2, 4, -2] }),
    ],
    meanings: [meaning('hidden', 'Broken'), meaning('centre', 'Axis'), meaning('section', 'Cut')],
  },
);
const WALL = { layer: 'WALL' };

const walls =
  (draw: (file: DrawingComposer) => void) =>
  (file: DrawingComposer): void => {
    file.linetype('CENTER2', '', [19, -3, 0, -3]);
    for (const [name, linetype] of [['WALL'], ['HID', 'Broken'], ['CEN', 'CENTER2'], ['SEC']])
      file.layer({ name, colour: 3, widthMm: 0.5, ...(linetype ? { linetype } : {}) });
    draw(file);
  };
const circle = (file: DrawingComposer, at: Point, ends: readonly [Point, Point]): void => {
  file.model.circle(WALL, at, 10);
  file.model.line(WALL, ...ends);
};
const lettered = (file: DrawingComposer, words: string, ringed = false): void => {
  file.model.line(WALL, [0, 0], [200, 0]);
  for (const x of [0, 200]) {
    file.model.text(WALL, [x - 1, 3], 5, words);
    if (ringed) file.model.circle(WALL, [x + 1, 5.5], 8);
  }
};

testRule(objectsByLooks, {
  accept: [
    {
      name: 'lines on the layers that are for them, with a pattern of their own',
      standard,
      draw: walls(({ model }) => {
        model.line({ layer: 'HID', linetype: 'Broken' }, [0, 0], [100, 0]);
        model.line({ layer: 'CEN', linetype: 'CENTER2' }, [0, 5], [100, 5]);
      }),
    },
    {
      name: 'what takes its pattern from its layer',
      standard,
      draw: walls(({ model }) => model.line(WALL, [0, 0], [100, 0])),
    },
    {
      name: 'a line that ends at a circle, a chord, a spoke, one beside the centre, and one far longer than the circle',
      standard,
      draw: walls((file) => {
        circle(
          file,
          [0, 0],
          [
            [-15, 0],
            [0, 0],
          ],
        );
        circle(
          file,
          [100, 0],
          [
            [85, 3],
            [115, 3],
          ],
        );
        circle(
          file,
          [200, 0],
          [
            [195, 0],
            [205, 0],
          ],
        );
        circle(
          file,
          [300, 0],
          [
            [285, 0.5],
            [315, 0.5],
          ],
        );
        circle(
          file,
          [400, 50],
          [
            [340, 50],
            [600, 50],
          ],
        );
        // Two circles about one centre are no two centres.
        file.model.circle(WALL, [400, 50], 4);
      }),
    },
    {
      name: 'letters that differ',
      standard,
      draw: walls(({ model }) => {
        model.line(WALL, [0, 0], [200, 0]);
        model.text(WALL, [-1, 3], 5, 'A');
        model.text(WALL, [199, 3], 5, 'B');
      }),
    },
    {
      name: 'letters in rings, as grids have them',
      standard,
      draw: walls((file) => lettered(file, 'A', true)),
    },
    { name: 'words at both ends', standard, draw: walls((file) => lettered(file, 'Kerb')) },
    {
      name: 'meanings that no layer of the office is for',
      standard: { ...standard, layers: standard.layers.slice(0, 1) },
      draw: walls(({ model }) => model.line({ ...WALL, linetype: 'Broken' }, [0, 0], [100, 0])),
    },
  ],
  reject: [
    {
      name: 'hidden and centre lines that were given a pattern by hand, each kind at once',
      standard,
      draw: walls(({ model }) => {
        model.line({ ...WALL, linetype: 'Broken' }, [0, 0], [100, 0]);
        model.line({ ...WALL, linetype: 'Broken' }, [0, 5], [100, 5]);
        model.line({ ...WALL, linetype: 'CENTER2' }, [0, 9], [100, 9]);
      }),
      messages: [
        '2 lines on layer “WALL” look like “hidden” (in Broken); the layer is for “walls”.',
        '1 line on layer “WALL” looks like “centre” (in CENTER2); the layer is for “walls”.',
      ],
      expected: 'on HID',
      found: 'on WALL',
    },
    {
      name: 'unbroken lines through the centres of circles',
      standard,
      draw: walls((file) => {
        circle(
          file,
          [0, 0],
          [
            [-12, 0],
            [12, 0],
          ],
        );
        file.model.circle(WALL, [100, 40], 3);
        file.model.circle(WALL, [160, 40], 3);
        file.model.line(WALL, [80, 40], [190, 40]);
      }),
      messages: [
        '2 lines on layer “WALL” look like “centre” (running through the centres of circles); the layer is for “walls”.',
      ],
    },
    {
      name: 'a line with a text along it that says what it is',
      standard,
      draw: walls(({ model }) => {
        model.line(WALL, [0, 0], [100, 0]);
        model.text(WALL, [40, 1], 2.5, 'Edge hidden');
      }),
      messages: [
        '1 line on layer “WALL” looks like “hidden” (labelled “Edge hidden”); the layer is for “walls”.',
      ],
    },
    {
      name: 'a line with the same letter at both ends',
      standard,
      draw: walls((file) => lettered(file, 'A')),
      messages: [
        '1 line on layer “WALL” looks like “section” (with the same letter at both ends); the layer is for “walls”.',
      ],
    },
  ],
});

describe('lines that look like something else', () => {
  const bytes = bytesOf({
    draw: walls(({ model }) => model.line({ ...WALL, linetype: 'Broken' }, [0, 0], [100, 0])),
  });

  it('are not given back to their layer before somebody decided', () => {
    expect(findingsOf(bytes, standard, objectsOwnLinetype)).toEqual([]);
    // Where nobody asks, they are objects with a linetype of their own like any other.
    const silent = withSetting(standard, objectsByLooks, { on: false });
    expect(findingsOf(bytes, silent, objectsOwnLinetype)).toHaveLength(1);
  });

  it('go to the layer that is picked, and take its pattern from then on', () => {
    const [found] = findingsOf(bytes, standard, objectsByLooks);
    const read = readDrawing(bytes);
    if (!read.ok) throw new Error(read.problem.message);
    const context = makeContext(read.value, standard);
    const finding = audit(read.value, standard).findings.find(({ key }) => key === found.key)!;
    const proposals = objectsByLooks.propose!({ ...context, rowsOf: () => [], settings: {} }, finding);
    expect(proposals.map(({ to, reasons }) => [to, reasons])).toEqual([
      ['HID', ['made for “hidden”', 'of the same discipline']],
    ]);
    const result = correctDrawing(bytes, standard, {
      findings: [],
      decisions: [{ finding: found.key, option: 'move', to: 'HID' }],
    });
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.unsettled).toEqual([]);
    expect(result.value.after.findings.filter(({ rule }) => rule === objectsByLooks.meta.id)).toEqual([]);
  });
});
