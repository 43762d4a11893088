import { writeDelimited } from '@/core/exchange/delimited';
import { TABLE_NAMES, TABLES, tableRows } from '@/core/exchange/tables/tables';
import { editionRoute } from '@/server/edition-route';
import { attachment, problemResponse } from '@/server/http';
import { writeSpreadsheet, XLSX } from '@/server/spreadsheet';

/** A kind of definition of an edition as a table: `?of=layers&as=xlsx`, or CSV. */
export const GET = editionRoute(async (found, query) => {
  const kind = TABLE_NAMES.find((name) => name === query.get('of'));
  if (!kind)
    return problemResponse({
      code: 'bad-request',
      message: `There is no table of “${query.get('of') ?? ''}”.`,
      action: `Ask for one of ${TABLE_NAMES.join(', ')}.`,
    });
  const rows = tableRows(found.standard, kind);
  const { title } = TABLES[kind];
  const name = `${found.standard.name} ${found.label} ${title.toLowerCase()}`;
  if (query.get('as') === 'xlsx')
    return attachment(await writeSpreadsheet([{ name: title, rows }]), XLSX, `${name}.xlsx`);
  return attachment(writeDelimited(rows), 'text/csv; charset=utf-8', `${name}.csv`);
});
