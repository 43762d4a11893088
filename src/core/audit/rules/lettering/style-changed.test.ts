import { correctDrawing } from '../../../correct/correct';
import { rangeOf } from '../../../dxf/drawing';
import type { NewTextStyle } from '../../../dxf/edit/record-bodies';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { factsOf } from '../../../facts/facts';
import { textStyleOf } from '../../../standard/lettering';
import { bytesOf, findingsOf, GOOD, testRule } from '../testing';
import { letteringStyleChanged } from './style-changed';
import { lettered, opened } from './testing';

const standard = lettered({
  styles: [
    { ...textStyleOf('Note'), clause: '6.1' },
    { ...textStyleOf('Head'), face: 'sans', font: 'Barlow', heightMm: 5, slantDeg: 15 },
  ],
});
const note: NewTextStyle = { name: 'Note', font: 'txt', height: 0, widthFactor: 1, slantDeg: 0 };
const head: NewTextStyle = {
  name: 'HEAD',
  font: 'Barlow.ttf',
  family: 'Barlow',
  height: 0,
  widthFactor: 1,
  slantDeg: 15,
};
const withStyles =
  (...styles: readonly NewTextStyle[]) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    for (const style of styles) file.textStyle(style);
  };

testRule(letteringStyleChanged, {
  accept: [
    { name: 'as the standard has them, whatever their case', standard, draw: withStyles(note, head) },
    {
      name: 'any single-stroke font where the standard names none',
      standard,
      draw: withStyles({ ...note, font: 'romans.shx' }),
    },
    {
      name: 'the style’s own height fixed; styles of the sender’s',
      standard,
      draw: withStyles({ ...note, height: 2.5 }, { ...note, name: 'Theirs', widthFactor: 2 }),
    },
  ],
  reject: [
    {
      name: 'font, letter width, slant and fixed height',
      standard,
      draw: withStyles(
        { ...note, widthFactor: 0.8, height: 3 },
        { ...head, font: 'arial.ttf', family: 'Arial', slantDeg: 0 },
      ),
      messages: [
        'Text style “Note” has another letter width, fixed height than the standard.',
        'Text style “HEAD” has another font, slant than the standard.',
      ],
      expected: 'its font, width 1, slant 0°',
      found: 'txt, width 0.8, slant 0°, height 3 fixed',
      leaves: 0,
    },
    {
      name: 'filled letters where single strokes are meant',
      standard,
      draw: withStyles({ ...note, font: 'arial.ttf', family: 'Arial' }),
      messages: ['Text style “Note” has another font than the standard.'],
      leaves: 0,
    },
  ],
});

it('a style brought in line keeps its name and whatever fits', () => {
  const bytes = bytesOf({
    draw: withStyles(
      { ...note, font: 'romans.shx', widthFactor: 0.7 },
      { ...head, font: 'arial.ttf', family: 'Arial' },
    ),
  });
  const found = findingsOf(bytes, standard, letteringStyleChanged);
  const result = correctDrawing(bytes, standard, { findings: found.map(({ key }) => key) });
  if (!result.ok) throw new Error(result.problem.message);
  const { textStyles } = opened(result.value.bytes);
  expect(textStyles.get('note')).toMatchObject({
    name: 'Note',
    font: 'romans.shx',
    family: '',
    widthFactor: 1,
  });
  expect(textStyles.get('head')).toMatchObject({
    name: 'HEAD',
    font: 'Barlow.ttf',
    family: 'Barlow',
    obliqueDeg: 15,
  });
  expect(result.value.changes.map(({ kind, before, after }) => [kind, before, after])).toEqual([
    ['text style', 'romans.shx, width 0.7, slant 0°', 'its font, width 1, slant 0°'],
    ['text style', 'Arial, width 1, slant 15°', 'Barlow, width 1, slant 15°'],
  ]);
});

it('is followed by the single lines of text that hold the width and slant of their style, and by nothing else', () => {
  const bytes = bytesOf({
    draw: (file) => {
      withStyles({ ...note, widthFactor: 0.8, slantDeg: 10 })(file);
      const text = (style: object) =>
        file.model.text({ layer: 'WALL' }, [0, 0], 2.5, 'A', { style: 'Note', ...style });
      text({});
      text({ widthFactor: 0.8, slantDeg: 10 });
      text({ widthFactor: 0.8, slantDeg: 20 });
      text({ widthFactor: 0.6, slantDeg: 10 });
    },
  });
  const [found] = findingsOf(bytes, standard, letteringStyleChanged);
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  const { drawing } = result.value;
  const { reader } = drawing;
  const of = (code: number): number[] =>
    factsOf(drawing, 0.25)
      .rowsOfKind('text')
      .map((row) => reader.findNumber(rangeOf(drawing, row), code, -1));
  expect([of(41), of(51)]).toEqual([
    [-1, 1, 1, 0.6],
    [-1, 0, 20, 0],
  ]);
});
