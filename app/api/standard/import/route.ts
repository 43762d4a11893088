import { importIntoDraft, type SeenDraft, whatImportChanges } from '@/server/editions';
import { takeUpload } from '@/server/http';
import { runTask } from '@/server/pool';
import { route } from '@/server/route';

/** Ten thousand layers, as many as a standard may have, are half of that. */
const MOST_BYTES = 10_000_000;

/** What the page shows as the draft: its number and version in the address; nothing where it shows none. */
const seenIn = (query: URLSearchParams): SeenDraft | null =>
  query.has('draft') ? { id: Number(query.get('draft')), version: Number(query.get('version')) } : null;

export const POST = route({
  changes: true,
  async handler({ request, query }) {
    const bytes = await takeUpload(
      request,
      MOST_BYTES,
      'A standard of this size is not taken in.',
      'Choose a file that was exported from the Standard place.',
    );
    if (bytes instanceof Response) return bytes;
    const parsed = await runTask('standard', { bytes });
    if (!parsed.ok) return parsed;
    if (query.has('preview')) return Response.json(whatImportChanges(parsed.value));
    const taken = importIntoDraft(parsed.value, seenIn(query));
    return taken.ok ? Response.json({ edition: taken.value }) : taken;
  },
});
