import { readDrawing } from '../dxf/read/interpret';
import { makeContext } from './context';
import { redrawnParts, whyNotRedrawn } from './redrawing';
import { dimensioned, measuredOnSheet, put, SCALE, settingsOf } from './rules/dimensions/testing';
import { bytesOf } from './rules/testing';

/** What a dimension in a text style with a height of its own is drawn anew as. */
function drawn(height: number, drawnMm: number) {
  const bytes = bytesOf({
    draw: (file) => {
      file.textStyle({ name: 'Fixed', font: 'txt', height, widthFactor: 1, slantDeg: 0 });
      put(file, 'Building', settingsOf('Building', { textStyle: 'Fixed' }));
      measuredOnSheet(file, [{ style: 'Building', drawnMm }]);
    },
  });
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const context = makeContext(read.value, dimensioned());
  const [row] = context.facts.rowsOfKind('dimension');
  return { context, row };
}

it('takes the height of the text style where that has one: other programs do, whatever the dimension style says', () => {
  const { context, row } = drawn(3 * SCALE, 3);
  const text = redrawnParts(context, row).parts?.find(({ kind }) => kind === 'text');
  expect(text).toMatchObject({ heightMm: 3 });
});

it('leaves a picture whose lettering is as high as neither says', () => {
  const { context, row } = drawn(3 * SCALE, 2.5);
  expect(whyNotRedrawn(context, row)).toBe('its picture is drawn at another size than its style says');
});
