import { type Zippable, zipSync } from 'fflate';
import { readSpreadsheet } from './read-spreadsheet';

const text = (content: string): Uint8Array => new TextEncoder().encode(content);
const HEAD = '<?xml version="1.0" encoding="UTF-8"?>';

/** A workbook of parts; the sheet as given. */
function book(sheet: string, texts = '', more: Zippable = {}): Uint8Array {
  return zipSync({
    'xl/worksheets/sheet1.xml': text(`${HEAD}<worksheet>${sheet}</worksheet>`),
    'xl/sharedStrings.xml': text(`${HEAD}<sst>${texts}</sst>`),
    'xl/_rels/workbook.xml.rels': text(
      `${HEAD}<Relationships><Relationship Id="r1" Target="worksheets/sheet1.xml"/></Relationships>`,
    ),
    'xl/workbook.xml': text(
      `${HEAD}<workbook xmlns:r="x"><sheets><sheet name="Layers" sheetId="1" r:id="r1"/></sheets></workbook>`,
    ),
    ...more,
  });
}
const cell = (at: string, value: string): string => `<c r="${at}" t="inlineStr"><is><t>${value}</t></is></c>`;
const problemOf = (bytes: Uint8Array) => {
  const read = readSpreadsheet(bytes);
  return read.ok ? 'read' : read.problem;
};

describe('cells', () => {
  it('of every kind come as text, in their columns', () => {
    const sheet = `<sheetData><row r="1">${cell('A1', 'Name')}${cell('C1', 'Width')}</row><row r="2"><c r="A2" t="s"><v>1</v></c><c r="B2" t="b"><v>1</v></c><c r="C2"><v>0.35000000000000003</v></c><c r="D2" t="str"><f>A1</f><v>worked out</v></c></row><row r="3"/></sheetData>`;
    const texts =
      '<si><t>other</t></si><si><r><t>A-</t></r><r><t xml:space="preserve">WALL &amp; x</t></r><rPh sb="0" eb="1"><t>aloud</t></rPh></si>';
    expect(readSpreadsheet(book(sheet, texts))).toEqual({
      ok: true,
      value: [
        ['Name', '', 'Width', ''],
        ['A-WALL & x', 'true', '0.35', 'worked out'],
      ],
    });
  });

  it('without references follow each other', () => {
    const sheet = '<sheetData><row><c><v>1</v></c><c><v>2</v></c></row></sheetData>';
    expect(readSpreadsheet(book(sheet))).toEqual({ ok: true, value: [['1', '2']] });
  });
});

describe('what asks for more than there is room for', () => {
  const row = `<sheetData><row r="1">${cell('A1', 'Name')}</row></sheetData>`;

  it.each<readonly [string, string]>([
    ['a range of columns to 100,000,000', `<cols><col min="1" max="100000000" width="9"/></cols>${row}`],
    ['merged cells over the whole sheet', `${row}<mergeCells><mergeCell ref="A1:XFD1048576"/></mergeCells>`],
    [
      'checked cells over the whole sheet',
      `${row}<dataValidations count="1"><dataValidation sqref="A1:XFD1048576"/></dataValidations>`,
    ],
    ['a size that is not true', `<dimension ref="A1:XFD1048576"/>${row}`],
  ])('%s is passed over', (_, sheet) => {
    expect(readSpreadsheet(book(sheet))).toEqual({ ok: true, value: [['Name']] });
  });

  it('a value in the last column is refused, with the column', () => {
    const problem = problemOf(book(`<sheetData><row>${cell('XFD1', 'x')}</row></sheetData>`));
    expect(problem).toMatchObject({ code: 'too-large', message: expect.stringContaining('XFD1') });
  });

  it('rows without end are refused', () => {
    const rows = `<row>${cell('A1', 'x')}</row>`.repeat(20_001);
    expect(problemOf(book(`<sheetData>${rows}</sheetData>`))).toMatchObject({ code: 'too-large' });
  });

  it('an archive that unpacks to more than twice what is permitted is stopped on the way, whatever it says of its sizes', () => {
    const bytes = book('', '', { 'xl/worksheets/sheet1.xml': new Uint8Array(90_000_000).fill(32) });
    expect(bytes.length).toBeLessThan(1_000_000);
    const lying = bytes.slice();
    // In the lists of the archive stands that every file has one byte.
    for (let at = 0; at + 46 < lying.length; at++)
      if (lying[at] === 0x50 && lying[at + 1] === 0x4b && lying[at + 2] === 1 && lying[at + 3] === 2)
        lying.set([1, 0, 0, 0], at + 24);
      else if (lying[at] === 0x50 && lying[at + 1] === 0x4b && lying[at + 2] === 3 && lying[at + 3] === 4)
        lying.set([1, 0, 0, 0], at + 22);
    for (const one of [bytes, lying]) expect(problemOf(one)).toMatchObject({ code: 'too-large' });
  });

  it('a text of millions of letters in one cell is cut', () => {
    const read = readSpreadsheet(
      book(`<sheetData><row>${cell('A1', 'x'.repeat(5_000_000))}</row></sheetData>`),
    );
    expect(read.ok && read.value[0][0].length).toBe(32_767);
  });

  it('an archive of thousands of files is refused', () => {
    const many = Object.fromEntries(
      Array.from({ length: 6000 }, (_, i) => [`xl/media/${i}`, new Uint8Array(1)]),
    );
    expect(problemOf(book(row, '', many))).toMatchObject({ code: 'too-large' });
  });

  it('entities that stand for each other are no text', () => {
    const bomb = `<!DOCTYPE x [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;">]><worksheet>${`<sheetData><row>${cell('A1', '&b;')}</row></sheetData>`}</worksheet>`;
    expect(problemOf(book('', '', { 'xl/worksheets/sheet1.xml': text(bomb) }))).toMatchObject({
      code: 'not-a-spreadsheet',
    });
  });

  it.each<readonly [string, Uint8Array]>([
    ['nothing', new Uint8Array(0)],
    ['an archive of something else', zipSync({ 'readme.txt': text('x') })],
    ['half a workbook', book(row).slice(0, 300)],
    [
      'a workbook without its sheet',
      zipSync({ 'xl/workbook.xml': text('<workbook><sheets><sheet name="A"/></sheets></workbook>') }),
    ],
    ['no XML', book('', '', { 'xl/worksheets/sheet1.xml': text('<worksheet><row') })],
  ])('%s is refused with what to do', (_, bytes) => {
    const problem = problemOf(bytes);
    expect(problem).not.toBe('read');
    expect((problem as { action: string }).action).not.toBe('');
  });
});
