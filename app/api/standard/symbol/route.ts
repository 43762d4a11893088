import { z } from 'zod';
import { FACES } from '@/core/dxf/fonts';
import { takeUpload } from '@/server/http';
import { runTask } from '@/server/pool';
import { route } from '@/server/route';

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
export const GET = route({
  async handler({ query }) {
    const { letter, face, height } = letterSchema.parse(Object.fromEntries(query.entries()));
    const strokes = await runTask('letter', { face, character: letter, heightMm: height });
    return strokes.ok ? Response.json({ strokes: strokes.value }) : strokes;
  },
});

/** Strokes of a small DXF, for a line mark of a height: `?height=2`. Nothing is stored. */
export const POST = route({
  changes: true,
  async handler({ request, query }) {
    const bytes = await takeUpload(
      request,
      MOST_BYTES,
      'A drawing of this size is no symbol.',
      'Keep only the symbol itself in the file.',
    );
    if (bytes instanceof Response) return bytes;
    const strokes = await runTask('symbol', { bytes, heightMm: heightSchema.parse(query.get('height')) });
    return strokes.ok ? Response.json({ strokes: strokes.value }) : strokes;
  },
});
