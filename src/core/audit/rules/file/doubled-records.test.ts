import { correctDrawing } from '../../../correct/correct';
import { readDrawing } from '../../../dxf/read/interpret';
import { bytesOf, type Case, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { fileDoubledRecords } from './doubled-records';

const standard = office([officeLayer('WALL', { linetype: 'Broken' })]);
const layer = { ...GOOD, linetype: 'Broken' };

testRule(fileDoubledRecords, {
  accept: [
    {
      name: 'definitions of different names',
      standard,
      draw: (file) => {
        file.layer(layer);
        file.linetype('Broken2', '', [3, -1]);
      },
    },
  ],
  reject: [
    {
      name: 'a linetype in two spellings, one of them longer',
      standard,
      draw: (file) => {
        file.layer(layer);
        file.linetype('BROKEN', '', [12, -2]);
        file.model.line({ layer: 'WALL' }, [0, 0], [1, 1]);
      },
      messages: [
        'Linetype “Broken” has 2 records: “Broken”, “BROKEN”. Programs differ in which of them counts.',
      ],
      found: '2 records',
      leaves: 0,
    },
    {
      name: 'three, in a file without handles',
      standard,
      version: 'AC1009',
      draw: (file) => {
        file.layer(layer);
        for (const name of ['broken', 'BROKEN']) file.linetype(name, '', [12, -2]);
      },
      messages: [
        'Linetype “Broken” has 3 records: “Broken”, “broken”, “BROKEN”. Programs differ in which of them counts.',
      ],
      leaves: 0,
    },
  ],
});

/** A file in which a record, or a symbol, stands twice: the second time as the change has it. */
function twice(
  mark: RegExp,
  change: (record: string) => string,
  version: Case['version'] = 'AC1024',
): Uint8Array {
  const text = new TextDecoder().decode(
    bytesOf({
      version,
      draw: (file) => {
        file.layer(layer);
        file.textStyle({ name: 'Notes', font: 'simplex.shx', height: 0, widthFactor: 1, slantDeg: 0 });
        file.symbol('BOLT', (space) => space.line({ layer: 'WALL' }, [0, 0], [1, 0]));
        file.model.line({ layer: 'WALL' }, [0, 0], [1, 1]);
      },
    }),
  );
  const found = mark.exec(text);
  if (!found) throw new Error('The file has no such record.');
  const end = found.index + found[0].length;
  return new TextEncoder().encode(text.slice(0, end) + change(found[0]) + text.slice(end));
}

it('a text style: the first record stays, and the drawing was read by it', () => {
  const bytes = twice(
    / {2}0\r?\nSTYLE\r?\n(?:(?! {2}0\r?\n)[^\n]*\n)*? {2}2\r?\nNotes\r?\n(?:(?! {2}0\r?\n)[^\n]*\n)*/,
    (record) =>
      record
        .replace('Notes', 'NOTES')
        .replace('simplex', 'other')
        .replace(/( {2}5\r?\n)[0-9A-F]+/, '$1FFFF'),
  );
  const read = readDrawing(bytes);
  expect(read.ok && read.value.textStyles.get('notes')).toMatchObject({ name: 'Notes', font: 'simplex.shx' });
  const result = correctDrawing(bytes, standard);
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.value.changes).toEqual([
    expect.objectContaining({
      handle: 'FFFF',
      kind: 'text style',
      property: 'record',
      before: 'NOTES',
      after: 'removed',
    }),
  ]);
  expect(findingsOf(result.value.bytes, standard, fileDoubledRecords)).toEqual([]);
});

it('a symbol drawn twice is left for the sender: which of them was meant cannot be told', () => {
  const bytes = twice(
    / {2}0\r?\nBLOCK\r?\n(?:(?! {2}0\r?\nENDBLK)[^\n]*\n)*BOLT(?:(?! {2}0\r?\nENDBLK)[^\n]*\n)* {2}0\r?\nENDBLK\r?\n(?:(?! {2}0\r?\n)[^\n]*\n)*/,
    (block) => block,
  );
  const [found] = findingsOf(bytes, standard, fileDoubledRecords);
  expect(found).toMatchObject({ correction: 'manual' });
  expect(found.message).toContain('is drawn 2 times under one name');
});
