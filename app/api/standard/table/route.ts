import { takeUpload } from '@/server/http';
import { runTask } from '@/server/pool';
import { route } from '@/server/route';

const MOST_BYTES = 10_000_000;

/** The cells of one sheet of a workbook as text: that named by `?sheet=`, else the first. Nothing is stored. */
export const POST = route({
  changes: true,
  async handler({ request, query }) {
    const bytes = await takeUpload(
      request,
      MOST_BYTES,
      'A spreadsheet of this size is not taken in.',
      'Keep only the sheet with the table.',
    );
    if (bytes instanceof Response) return bytes;
    const read = await runTask('table', { bytes, sheet: query.get('sheet') ?? '' });
    return read.ok ? Response.json({ rows: read.value }) : read;
  },
});
