import { resultResponse, takeUpload } from '@/server/http';
import { readSpreadsheet } from '@/server/spreadsheet';

const MOST_BYTES = 10_000_000;

/** The cells of one sheet of a workbook as text: that named by `?sheet=`, else the first. Nothing is stored. */
export async function POST(request: Request): Promise<Response> {
  const bytes = await takeUpload(
    request,
    MOST_BYTES,
    'A spreadsheet of this size is not taken in.',
    'Keep only the sheet with the table.',
  );
  if (bytes instanceof Response) return bytes;
  const sheet = new URL(request.url).searchParams.get('sheet') ?? '';
  const read = await readSpreadsheet(bytes, sheet);
  return resultResponse(read.ok ? { ok: true, value: { rows: read.value } } : read);
}
