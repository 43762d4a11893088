import { writeDelimited } from '@/core/exchange/delimited';
import { layerRows } from '@/core/exchange/layer-table';
import { edition } from '@/server/editions';
import { attachment, idOf, noEdition } from '@/server/http';
import { writeSpreadsheet } from '@/server/spreadsheet';

/** The layers of an edition as a table: `?as=xlsx`, or CSV. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> {
  const id = idOf((await params).id);
  const found = id === null ? null : edition(id);
  if (!found) return noEdition();
  const rows = layerRows(found.standard);
  const name = `${found.standard.name} ${found.label} layers`;
  if (new URL(request.url).searchParams.get('as') === 'xlsx')
    return attachment(
      await writeSpreadsheet('Layers', rows),
      'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
      `${name}.xlsx`,
    );
  return attachment(writeDelimited(rows), 'text/csv; charset=utf-8', `${name}.csv`);
}
