import { correctDrawing } from '../../../correct/correct';
import { handleOf } from '../../../dxf/drawing';
import { bytesOf, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { fileHandles } from './handles';

const standard = office([officeLayer('WALL'), officeLayer('FREE', { ownValuesAllowed: ['colour'] })]);

testRule(fileHandles, {
  accept: [
    {
      name: 'every object with a handle of its own',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        for (let i = 0; i < 5; i++) file.model.line({ layer: 'WALL' }, [i, 0], [i, 1]);
      },
    },
    {
      name: 'files without handles',
      standard,
      version: 'AC1009',
      draw: (file) => {
        file.layer(GOOD);
        file.model.line({ layer: 'WALL' }, [0, 0], [1, 1]);
      },
    },
  ],
});

const text = new TextDecoder().decode(
  bytesOf({
    draw: (file) => {
      file.layer(GOOD);
      file.layer({ ...GOOD, name: 'FREE' });
      file.model.line({ layer: 'FREE', colour: 1 }, [0, 0], [1, 1]);
      file.model.line({ layer: 'WALL', colour: 1 }, [0, 1], [1, 2]);
      file.model.line({ layer: 'WALL' }, [0, 2], [1, 3]);
    },
  }),
);
const LINE = /LINE(\r?\n) {2}5\r?\n([0-9A-F]+)/g;
const handles = [...text.matchAll(LINE)].map(([, , handle]) => handle);
/** The drawing with another handle on one of its lines. */
const withHandle = (line: number, handle: string): Uint8Array => {
  let at = 0;
  return new TextEncoder().encode(
    text.replace(LINE, (whole, end) => (at++ === line ? `LINE${end}  5${end}${handle}` : whole)),
  );
};
const corrected = (bytes: Uint8Array) => {
  const result = correctDrawing(bytes, standard);
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
};
const lineHandles = ({ drawing }: ReturnType<typeof corrected>): string[] =>
  Array.from({ length: drawing.objects.count }, (_, row) => handleOf(drawing, row));

it('two objects with one handle: the second gets its own first, and only what was found is changed', () => {
  const bytes = withHandle(1, handles[0]);
  const [found] = findingsOf(bytes, standard, fileHandles);
  expect(found.message).toBe('1 object has a handle that something before it in the file has too.');
  const result = corrected(bytes);
  expect(result.after.findings).toEqual([]);
  const now = lineHandles(result);
  expect(now[0]).toBe(handles[0]);
  expect(new Set(now).size).toBe(3);
  // The colour that the office approved stays; the one that was found goes.
  expect([...result.drawing.objects.colour.subarray(0, 3)]).toEqual([1, 256, 256]);
  expect(result.changes.map(({ property, handle }) => [property, handle])).toEqual([
    ['handle', handles[0]],
    ['colour', now[1]],
  ]);
});

it('an object with the handle of a record: the record keeps it', () => {
  const layer = /LAYER\r?\n {2}5\r?\n([0-9A-F]+)/.exec(text.slice(text.indexOf('AcDbSymbolTable')))![1];
  const result = corrected(withHandle(2, layer));
  expect(result.before.findings.some(({ rule }) => rule === fileHandles.meta.id)).toBe(true);
  expect(lineHandles(result)[2]).not.toBe(layer);
  expect(result.after.findings).toEqual([]);
});

it.each([
  ['more than sixteen digits', 'FFFFFFFFFFFFFFFFF1'],
  ['nothing', ''],
  ['zero', '0'],
  ['no number', 'XYZ'],
])('a handle of %s is none', (_, handle) => {
  const result = corrected(withHandle(2, handle));
  expect(result.before.findings.map(({ message }) => message)).toContain(
    '1 object has a handle that is none.',
  );
  expect(lineHandles(result)[2]).toMatch(/^[1-9A-F][0-9A-F]{0,15}$/);
  expect(result.after.findings).toEqual([]);
});

it('long handles are told apart by every digit', () => {
  const twice = (handle: string): Uint8Array =>
    new TextEncoder().encode(
      new TextDecoder()
        .decode(withHandle(2, handle))
        .replace(`  5\n${handles[0]}\n`, '  5\nABCDEF0123456780\n'),
    );
  expect(findingsOf(twice('ABCDEF0123456781'), standard, fileHandles)).toEqual([]);
  expect(findingsOf(twice('0ABCDEF0123456780'), standard, fileHandles)).toHaveLength(1);
});

it.each(['FFFFFFFFFFFFFFFF', 'FFFFFFFFFFFFFFFE', '123456789012345678'])(
  'a next handle of %s in the header never leads to an invalid one',
  (next) => {
    const bytes = new TextEncoder().encode(
      new TextDecoder()
        .decode(withHandle(1, handles[0]))
        .replace(/\$HANDSEED\r?\n {2}5\r?\n[0-9A-F]+/, (found) => found.replace(/[0-9A-F]+$/, next)),
    );
    for (const handle of lineHandles(corrected(bytes))) expect(handle).toMatch(/^[1-9A-F][0-9A-F]{0,15}$/);
  },
);

it('where the highest handle is taken, a gap is filled', () => {
  const bytes = new TextEncoder().encode(
    new TextDecoder()
      .decode(withHandle(1, handles[0]))
      .replace(`  5\n${handles[2]}\n`, '  5\nFFFFFFFFFFFFFFFF\n'),
  );
  const now = lineHandles(corrected(bytes));
  expect(new Set(now).size).toBe(3);
  expect(now[1]).toMatch(/^[1-9A-F][0-9A-F]{0,8}$/);
});
