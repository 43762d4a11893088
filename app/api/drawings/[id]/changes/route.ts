import { drawing } from '@/server/drawings';
import { idOf, notFound } from '@/server/http';

/** What was changed, as JSON or, for a spreadsheet, as CSV. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> {
  const id = idOf((await params).id);
  const record = id === null ? null : drawing(id);
  if (!record) return notFound();
  if (new URL(request.url).searchParams.get('format') !== 'csv')
    return Response.json({ changes: record.changes });
  const columns = ['rule', 'kind', 'handle', 'where', 'property', 'before', 'after'] as const;
  // A cell that a spreadsheet would take for a formula is marked as text.
  const cell = (value: string): string =>
    `"${(/^[=+\-@\t\r]/.test(value) ? `'${value}` : value).replaceAll('"', '""')}"`;
  const lines = [
    columns.join(','),
    ...record.changes.map((change) => columns.map((column) => cell(change[column])).join(',')),
  ];
  return new Response(`\uFEFF${lines.join('\r\n')}\r\n`, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="changes-${id}.csv"`,
    },
  });
}
