import { refusedUpload, resultResponse } from '@/server/http';
import { readSpreadsheet } from '@/server/spreadsheet';

const MOST_BYTES = 10_000_000;

/** The cells of a spreadsheet's first sheet; nothing is stored. */
export async function POST(request: Request): Promise<Response> {
  const refused = refusedUpload(
    request,
    MOST_BYTES,
    'A spreadsheet of this size is not taken in.',
    'Keep only the sheet with the layers.',
  );
  if (refused) return refused;
  const read = await readSpreadsheet(new Uint8Array(await request.arrayBuffer()));
  return resultResponse(read.ok ? { ok: true, value: { rows: read.value } } : read);
}
