import type ExcelJs from 'exceljs';

/** What a workbook is called on its way. */
export const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

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
