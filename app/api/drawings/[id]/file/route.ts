import { createReadStream, statSync } from 'node:fs';
import { Readable } from 'node:stream';
import { drawing } from '@/server/drawings';
import { filePath } from '@/server/files';
import { idOf, notFound } from '@/server/http';

/** The drawing as it came, or as it is now. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> {
  const id = idOf((await params).id);
  const record = id === null ? null : drawing(id);
  if (!record) return notFound();
  const original = new URL(request.url).searchParams.get('which') === 'original';
  const sha = original ? record.originalSha : record.currentSha;
  const base = record.name.replace(/\.dxf$/i, '');
  const name = original || record.corrections === 0 ? `${base}.dxf` : `${base} corrected.dxf`;
  const path = filePath(sha);
  return new Response(Readable.toWeb(createReadStream(path)) as ReadableStream, {
    headers: {
      'content-type': 'image/vnd.dxf',
      'content-length': String(statSync(path).size),
      'content-disposition': `attachment; filename="${name.replace(/[^\x20-\x7e]|["\\]/g, '_')}"; filename*=UTF-8''${encodeURIComponent(name)}`,
    },
  });
}
