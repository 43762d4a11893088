import { proposalsFor } from '@/server/corrections';
import { problemResponse } from '@/server/http';
import { route } from '@/server/route';

/** Findings whose proposals are told in one line. */
const AT_ONCE = 1000;

/**
 * Proposals as lines of JSON, each an object of findings and what is offered for them: a page reads thousands of findings
 * line by line, and moves in between.
 */
export const GET = route({
  of: 'drawing',
  handler: async ({ id }) => {
    const offered = await proposalsFor(id);
    if (!offered.ok) return problemResponse(offered.problem);
    const entries = Object.entries(offered.value);
    const lines: string[] = [];
    for (let at = 0; at < Math.max(1, entries.length); at += AT_ONCE)
      lines.push(JSON.stringify(Object.fromEntries(entries.slice(at, at + AT_ONCE))));
    return new Response(lines.join('\n'), { headers: { 'content-type': 'application/x-ndjson' } });
  },
});
