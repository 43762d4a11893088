import { z } from 'zod';
import { writeDelimited } from '@/core/exchange/delimited';
import { changeParts, changesFrom } from '@/server/audits';
import { type DrawingRecord, drawing, NO_DRAWING } from '@/server/drawings';
import { savedAs } from '@/server/http';
import { route } from '@/server/route';

const COLUMNS = ['rule', 'kind', 'handle', 'where', 'property', 'before', 'after'] as const;

const part = z.object({
  from: z.coerce.number().int().min(0).catch(0),
  most: z.coerce.number().int().min(1).max(5000).catch(5000),
});

/** All changes as a table, written part by part as it is taken. */
function table({ id, revision }: DrawingRecord): ReadableStream<Uint8Array> {
  const parts = changeParts(id, revision);
  const encoder = new TextEncoder();
  let begun = false;
  return new ReadableStream({
    pull(controller) {
      const next = parts.next();
      if (next.done && begun) {
        controller.close();
        return;
      }
      const rows = next.done ? [] : next.value.map((change) => COLUMNS.map((column) => change[column]));
      const text = writeDelimited(begun ? rows : [COLUMNS, ...rows]);
      // The mark of the encoding stands once, at the beginning.
      controller.enqueue(encoder.encode(begun ? text.replace(/^\uFEFF/, '') : text));
      begun = true;
    },
  });
}

/** What was changed, some of it as JSON (`?from=0&most=5000`) or, for a spreadsheet, all of it as CSV. */
export const GET = route({
  of: 'drawing',
  handler({ id, query }) {
    const record = drawing(id);
    if (!record) return NO_DRAWING;
    if (query.get('format') === 'csv')
      return new Response(table(record), {
        headers: {
          'content-type': 'text/csv; charset=utf-8',
          'content-disposition': savedAs(`changes-${id}.csv`),
        },
      });
    const { from, most } = part.parse(Object.fromEntries(query.entries()));
    return Response.json({
      total: record.changeCount,
      changes: changesFrom(id, record.revision, from, most),
    });
  },
});
