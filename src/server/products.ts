import { strToU8, zipSync } from 'fflate';
import { readDrawing } from '../core/dxf/read/interpret';
import { shapeFile } from '../core/dxf/write/shape-file';
import { writeDelimited } from '../core/exchange/delimited';
import { specimenSheet } from '../core/exchange/specimen-sheet';
import { TABLE_NAMES, TABLES, tableRows } from '../core/exchange/tables/tables';
import { SHAPE_FILE, type TemplateVersion, templateDrawing } from '../core/exchange/template';
import { ok, type Result } from '../core/result';
import type { Standard } from '../core/standard/standard';
import { drawPdf, drawSvg, sceneOf } from './draw';
import type { ProductName } from './product-names';
import { writeSpreadsheet, XLSX } from './spreadsheet';

export interface Product {
  readonly file: string;
  readonly mime: string;
  readonly bytes: Uint8Array;
  /** What the version cannot hold, in words. */
  readonly leftOut: readonly string[];
}

const DXF = 'application/dxf';

/** Makes something out of an edition. */
export async function product(standard: Standard, name: ProductName): Promise<Result<Product>> {
  const [what, form] = name.split('-');
  if (what === 'tables') return ok(await tables(standard, form as 'xlsx' | 'csv'));
  if (what === 'template') return ok(template(standard, form as TemplateVersion));
  return specimen(standard, form as 'pdf' | 'svg' | 'dxf');
}

const fileName = (standard: Standard, what: string): string =>
  `${standard.name} ${standard.edition} ${what}`.replace(/[/\\:*?"<>|]/g, '-');

/** A template whose lines carry symbols needs the file of shapes beside it: both come in one archive. */
function template(standard: Standard, version: TemplateVersion): Product {
  const { bytes, leftOut } = templateDrawing(standard, version);
  const name = fileName(standard, version === 'R12' ? 'template R12' : 'template');
  if (standard.lineMarks.length === 0 || version === 'R12')
    return { file: `${name}.dxf`, mime: DXF, bytes, leftOut };
  const readme = `${SHAPE_FILE} holds the symbols of the linetypes. Keep it where your drawing program looks for fonts.\n`;
  return {
    file: `${name}.zip`,
    mime: 'application/zip',
    bytes: zipSync({
      [`${name}.dxf`]: bytes,
      [SHAPE_FILE]: shapeFile(standard.lineMarks),
      'read me.txt': strToU8(readme),
    }),
    leftOut,
  };
}

/** Every kind of definition as a table: sheets of one workbook, or one CSV each. */
async function tables(standard: Standard, form: 'xlsx' | 'csv'): Promise<Product> {
  const sheets = TABLE_NAMES.map((name) => ({ name: TABLES[name].title, rows: tableRows(standard, name) }));
  const file = fileName(standard, 'tables');
  if (form === 'xlsx')
    return { file: `${file}.xlsx`, mime: XLSX, bytes: await writeSpreadsheet(sheets), leftOut: [] };
  const files = sheets.map(({ name, rows }) => [`${name}.csv`, strToU8(writeDelimited(rows))] as const);
  return {
    file: `${file}.zip`,
    mime: 'application/zip',
    bytes: zipSync(Object.fromEntries(files)),
    leftOut: [],
  };
}

async function specimen(standard: Standard, form: 'pdf' | 'svg' | 'dxf'): Promise<Result<Product>> {
  const made = specimenSheet(standard);
  const file = `${fileName(standard, 'on one sheet')}.${form}`;
  if (form === 'dxf') return ok({ file, mime: DXF, bytes: made.bytes, leftOut: [] });
  const drawing = readDrawing(made.bytes);
  if (!drawing.ok) return drawing;
  const scene = sceneOf(drawing.value, drawing.value.sheets[0]);
  const title = `${standard.name}, ${standard.edition}`;
  return ok(
    form === 'svg'
      ? { file, mime: 'image/svg+xml', bytes: strToU8(drawSvg(scene, title, 'print')), leftOut: [] }
      : { file, mime: 'application/pdf', bytes: await drawPdf(scene, title, 'print'), leftOut: [] },
  );
}
