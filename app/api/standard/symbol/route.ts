import { readDrawing } from '@/core/dxf/interpret';
import { strokesOfDrawing } from '@/core/exchange/symbol-strokes';
import { problemResponse, refusedUpload, resultResponse } from '@/server/http';

/** A symbol is a few lines: a larger file is a drawing. */
const MOST_BYTES = 1_000_000;

/** Strokes of a small DXF, for a line mark of a height: `?height=2`. Nothing is stored. */
export async function POST(request: Request): Promise<Response> {
  const refused = refusedUpload(
    request,
    MOST_BYTES,
    'A drawing of this size is no symbol.',
    'Keep only the symbol itself in the file.',
  );
  if (refused) return refused;
  const height = Number(new URL(request.url).searchParams.get('height') ?? 2);
  const drawing = readDrawing(new Uint8Array(await request.arrayBuffer()));
  if (!drawing.ok) return problemResponse(drawing.problem);
  const strokes = strokesOfDrawing(drawing.value, height > 0 && height <= 50 ? height : 2);
  return resultResponse(strokes.ok ? { ok: true, value: { strokes: strokes.value } } : strokes);
}
