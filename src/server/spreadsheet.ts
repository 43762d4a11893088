import type ExcelJs from 'exceljs';
import { fail, ok, type Result } from '../core/result';

/** Larger tables are not a register of layers. */
const MOST_ROWS = 20_000;

/** Loaded when it is first wanted: it is large, and most requests do without it. */
async function workbook(): Promise<ExcelJs.Workbook> {
  const { default: excel } = await import('exceljs');
  return new excel.Workbook();
}

/** A workbook of one sheet: the first row are heads that stay in sight. */
export async function writeSpreadsheet(
  name: string,
  rows: readonly (readonly string[])[],
): Promise<Uint8Array> {
  const book = await workbook();
  const sheet = book.addWorksheet(name.slice(0, 31).replace(/[\\/?*[\]:]/g, '-'), {
    views: [{ state: 'frozen', ySplit: 1, xSplit: 1 }],
  });
  for (const row of rows) sheet.addRow([...row]);
  sheet.getRow(1).font = { bold: true };
  for (const [i] of (rows[0] ?? []).entries()) {
    const longest = Math.max(...rows.slice(0, 200).map((row) => row[i]?.length ?? 0));
    const column = sheet.getColumn(i + 1);
    column.width = Math.min(60, Math.max(8, longest + 2));
    // Names such as 1-2 or 007 stay what they are.
    column.numFmt = '@';
  }
  return new Uint8Array(await book.xlsx.writeBuffer());
}

/** The cells of a workbook's first sheet as text. */
export async function readSpreadsheet(bytes: Uint8Array): Promise<Result<string[][]>> {
  const book = await workbook();
  try {
    await book.xlsx.load(Buffer.from(bytes) as unknown as Parameters<typeof book.xlsx.load>[0]);
  } catch {
    return fail(
      'not-a-spreadsheet',
      'The file is not a spreadsheet that can be read.',
      'Save it as .xlsx or .csv, and choose that file.',
    );
  }
  const [sheet] = book.worksheets;
  if (!sheet || sheet.rowCount === 0)
    return fail('empty', 'The spreadsheet is empty.', 'Choose one whose first sheet has the layers.');
  if (sheet.rowCount > MOST_ROWS)
    return fail('too-large', `The sheet has ${sheet.rowCount} rows.`, `Keep at most ${MOST_ROWS}.`);
  const rows: string[][] = [];
  sheet.eachRow((row) => {
    const cells: string[] = [];
    for (let i = 1; i <= sheet.columnCount; i++) cells.push(row.getCell(i).text ?? '');
    if (cells.some((one) => one.trim() !== '')) rows.push(cells);
  });
  return ok(rows);
}
