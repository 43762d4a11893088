import { changesOf, drawing, NO_DRAWING } from '@/server/drawings';
import { savedAs } from '@/server/http';
import { route } from '@/server/route';

const COLUMNS = ['rule', 'kind', 'handle', 'where', 'property', 'before', 'after'] as const;

/** A cell that a spreadsheet would take for a formula is marked as text. */
const cell = (value: string): string =>
  `"${(/^[=+\-@\t\r]/.test(value) ? `'${value}` : value).replaceAll('"', '""')}"`;

/** What was changed, as JSON or, for a spreadsheet, as CSV. */
export const GET = route({
  of: 'drawing',
  handler({ id, query }) {
    const record = drawing(id);
    if (!record) return NO_DRAWING;
    const changes = changesOf(record);
    if (query.get('format') !== 'csv') return Response.json({ changes });
    const lines = [
      COLUMNS.join(','),
      ...changes.map((change) => COLUMNS.map((column) => cell(change[column])).join(',')),
    ];
    return new Response(`\uFEFF${lines.join('\r\n')}\r\n`, {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': savedAs(`changes-${id}.csv`),
      },
    });
  },
});
