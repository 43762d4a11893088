import { refusedUpload, resultResponse } from '@/server/http';
import { readSpreadsheet } from '@/server/spreadsheet';

const MOST_BYTES = 10_000_000;

/** The cells of one sheet of a workbook as text: that named by `?sheet=`, else the first. Nothing is stored. */
export async function POST(request: Request): Promise<Response> {
  const refused = refusedUpload(
    request,
    MOST_BYTES,
    'A spreadsheet of this size is not taken in.',
    'Keep only the sheet with the table.',
  );
  if (refused) return refused;
  const sheet = new URL(request.url).searchParams.get('sheet') ?? '';
  const read = await readSpreadsheet(new Uint8Array(await request.arrayBuffer()), sheet);
  return resultResponse(read.ok ? { ok: true, value: { rows: read.value } } : read);
}
