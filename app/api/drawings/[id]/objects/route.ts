import { handlesOf } from '@/server/audits';
import { drawing, NO_DRAWING } from '@/server/drawings';
import { route } from '@/server/route';

/** Every object of one finding, by handle. */
export const GET = route({
  of: 'drawing',
  handler({ id, query }) {
    const record = drawing(id);
    if (!record) return NO_DRAWING;
    const handles = record.auditId === null ? [] : handlesOf(record.auditId, query.get('key') ?? '');
    return Response.json({ handles });
  },
});
