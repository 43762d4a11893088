import { parseStandard } from '@/core/standard/standard';
import { importIntoDraft } from '@/server/editions';
import { takeUpload } from '@/server/http';
import { route } from '@/server/route';

const MOST_BYTES = 20_000_000;

export const POST = route({
  changes: true,
  async handler({ request }) {
    const bytes = await takeUpload(
      request,
      MOST_BYTES,
      'A standard of this size is not taken in.',
      'Choose a file that was exported from the Standard place.',
    );
    if (bytes instanceof Response) return bytes;
    const parsed = parseStandard(new TextDecoder().decode(bytes));
    return parsed.ok ? Response.json({ edition: importIntoDraft(parsed.value) }) : parsed;
  },
});
