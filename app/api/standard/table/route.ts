import { foreign, problemResponse, resultResponse } from '@/server/http';
import { readSpreadsheet } from '@/server/spreadsheet';

const MOST_BYTES = 10_000_000;

/** The cells of a spreadsheet's first sheet; nothing is stored. */
export async function POST(request: Request): Promise<Response> {
  const refused = foreign(request);
  if (refused) return refused;
  if (Number(request.headers.get('content-length') ?? 0) > MOST_BYTES)
    return problemResponse({
      code: 'too-large',
      message: 'A spreadsheet of this size is not taken in.',
      action: 'Keep only the sheet with the layers.',
    });
  const read = await readSpreadsheet(new Uint8Array(await request.arrayBuffer()));
  return resultResponse(read.ok ? { ok: true, value: { rows: read.value } } : read);
}
