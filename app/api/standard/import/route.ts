import { parseStandard } from '@/core/standard/standard';
import { importIntoDraft } from '@/server/editions';
import { problemResponse, refusedUpload } from '@/server/http';

const MOST_BYTES = 20_000_000;

export async function POST(request: Request): Promise<Response> {
  const refused = refusedUpload(
    request,
    MOST_BYTES,
    'A standard of this size is not taken in.',
    'Choose a file that was exported from the Standard place.',
  );
  if (refused) return refused;
  const parsed = parseStandard(await request.text());
  if (!parsed.ok) return problemResponse(parsed.problem);
  return Response.json({ edition: importIntoDraft(parsed.value) });
}
