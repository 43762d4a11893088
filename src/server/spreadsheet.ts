import type ExcelJs from 'exceljs';
import { unzipSync } from 'fflate';
import { fail, ok, type Result } from '../core/result';

/** What a workbook is called on its way. */
export const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

/** Larger tables are no definitions of a standard. */
const MOST_ROWS = 20_000;

/** Loaded when it is first wanted: it is large, and most requests do without it. */
async function workbook(): Promise<ExcelJs.Workbook> {
  const { default: excel } = await import('exceljs');
  return new excel.Workbook();
}

export interface Sheet {
  readonly name: string;
  /** The first row are the heads. */
  readonly rows: readonly (readonly string[])[];
}

/** A workbook: the heads and the names stay in sight. */
export async function writeSpreadsheet(sheets: readonly Sheet[]): Promise<Uint8Array> {
  const book = await workbook();
  for (const sheet of sheets) addSheet(book, sheet);
  return new Uint8Array(await book.xlsx.writeBuffer());
}

function addSheet(book: ExcelJs.Workbook, { name, rows }: Sheet): void {
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
}

/** A small archive can unpack to more than a server has room for. */
const MOST_UNPACKED_BYTES = 200_000_000;

/** What the files of an archive say of their sizes, added up; 0 where it is none. */
function unpackedBytes(bytes: Uint8Array): number {
  let sum = 0;
  try {
    unzipSync(bytes, {
      filter: ({ originalSize }) => {
        sum += originalSize;
        return false;
      },
    });
  } catch {
    return 0;
  }
  return sum;
}

/** The cells of a workbook's sheet of a name as text; of its first one when none has that name. */
export async function readSpreadsheet(bytes: Uint8Array, name = ''): Promise<Result<string[][]>> {
  if (unpackedBytes(bytes) > MOST_UNPACKED_BYTES)
    return fail(
      'too-large',
      'The spreadsheet is too large once unpacked.',
      'Keep only the sheet with the table.',
    );
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
  const wanted = name.toLowerCase();
  const sheet = book.worksheets.find((one) => one.name.toLowerCase() === wanted) ?? book.worksheets[0];
  if (!sheet || sheet.rowCount === 0)
    return fail('empty', 'The spreadsheet is empty.', 'Choose one whose first sheet has the table.');
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
