import { z } from 'zod';
import { FACES } from '@/core/dxf/fonts';
import { readDrawing } from '@/core/dxf/read/interpret';
import { strokesOfDrawing } from '@/core/exchange/symbol-strokes';
import type { Result } from '@/core/result';
import { problemResponse, resultResponse, takeUpload } from '@/server/http';
import { runTask } from '@/server/pool';

/** A symbol is a few lines: a larger file is a drawing. */
const MOST_BYTES = 1_000_000;

const heightSchema = z.coerce.number().positive().max(50).catch(2);
const letterSchema = z.object({
  // One character can be several code units, and a letter with its marks several characters.
  letter: z.string().max(8).catch(''),
  face: z.enum(FACES).catch('stroke'),
  height: heightSchema,
});

/** Strokes of a character of a shipped face: `?letter=W&face=stroke&height=2`. */
export async function GET(request: Request): Promise<Response> {
  const { letter, face, height } = letterSchema.parse(
    Object.fromEntries(new URL(request.url).searchParams.entries()),
  );
  return strokesResponse(await runTask('letter', { face, character: letter, heightMm: height }));
}

/** Strokes of a small DXF, for a line mark of a height: `?height=2`. Nothing is stored. */
export async function POST(request: Request): Promise<Response> {
  const bytes = await takeUpload(
    request,
    MOST_BYTES,
    'A drawing of this size is no symbol.',
    'Keep only the symbol itself in the file.',
  );
  if (bytes instanceof Response) return bytes;
  const height = heightSchema.parse(new URL(request.url).searchParams.get('height'));
  const drawing = readDrawing(bytes);
  if (!drawing.ok) return problemResponse(drawing.problem);
  return strokesResponse(strokesOfDrawing(drawing.value, height));
}

const strokesResponse = (strokes: Result<number[][]>): Response =>
  resultResponse(strokes.ok ? { ok: true, value: { strokes: strokes.value } } : strokes);
