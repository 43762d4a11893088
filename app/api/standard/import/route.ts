import { parseStandard } from '@/core/standard/standard';
import { importIntoDraft } from '@/server/editions';
import { foreign, problemResponse } from '@/server/http';

const MOST_BYTES = 20_000_000;

export async function POST(request: Request): Promise<Response> {
  const refused = foreign(request);
  if (refused) return refused;
  if (Number(request.headers.get('content-length') ?? 0) > MOST_BYTES)
    return problemResponse({
      code: 'too-large',
      message: 'A standard of this size is not taken in.',
      action: 'Choose a file that was exported from the Standard place.',
    });
  const parsed = parseStandard(await request.text());
  if (!parsed.ok) return problemResponse(parsed.problem);
  return Response.json({ edition: importIntoDraft(parsed.value) });
}
