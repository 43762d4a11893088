import { z } from 'zod';
import { findingsFrom } from '@/server/audits';
import { CONFLICT, drawing, NO_DRAWING } from '@/server/drawings';
import { route } from '@/server/route';

const part = z.object({
  audit: z.coerce.number().int(),
  from: z.coerce.number().int().min(0).catch(0),
  most: z.coerce.number().int().min(1).max(5000).catch(2000),
});

/** Some of the findings of a drawing as it is now (`?audit=12&from=500&most=2000`). */
export const GET = route({
  of: 'drawing',
  handler({ id, query }) {
    const record = drawing(id);
    if (!record) return NO_DRAWING;
    const { audit, from, most } = part.parse(Object.fromEntries(query.entries()));
    // Parts of one list belong to one audit: where there is another since, the page is behind.
    if (audit !== record.auditId) return CONFLICT;
    return new Response(`{"findings":${findingsFrom(audit, from, most)}}`, {
      headers: { 'content-type': 'application/json' },
    });
  },
});
