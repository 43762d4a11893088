import { writeDelimited } from '@/core/exchange/delimited';
import { changesOf, drawing, NO_DRAWING } from '@/server/drawings';
import { savedAs } from '@/server/http';
import { route } from '@/server/route';

const COLUMNS = ['rule', 'kind', 'handle', 'where', 'property', 'before', 'after'] as const;

/** What was changed, as JSON or, for a spreadsheet, as CSV. */
export const GET = route({
  of: 'drawing',
  handler({ id, query }) {
    const record = drawing(id);
    if (!record) return NO_DRAWING;
    const changes = changesOf(record);
    if (query.get('format') !== 'csv') return Response.json({ changes });
    const rows = changes.map((change) => COLUMNS.map((column) => change[column]));
    return new Response(writeDelimited([COLUMNS, ...rows]), {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': savedAs(`changes-${id}.csv`),
      },
    });
  },
});
