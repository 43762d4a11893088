import { parseStandard } from '@/core/standard/standard';
import { importIntoDraft } from '@/server/editions';
import { problemResponse, takeUpload } from '@/server/http';

const MOST_BYTES = 20_000_000;

export async function POST(request: Request): Promise<Response> {
  const bytes = await takeUpload(
    request,
    MOST_BYTES,
    'A standard of this size is not taken in.',
    'Choose a file that was exported from the Standard place.',
  );
  if (bytes instanceof Response) return bytes;
  const parsed = parseStandard(new TextDecoder().decode(bytes));
  if (!parsed.ok) return problemResponse(parsed.problem);
  return Response.json({ edition: importIntoDraft(parsed.value) });
}
