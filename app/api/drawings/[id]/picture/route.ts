import { createReadStream, statSync } from 'node:fs';
import { Readable } from 'node:stream';
import { pictureFile } from '@/server/drawings';
import { idOf, notFound, problemResponse } from '@/server/http';

export async function GET(
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> {
  const id = idOf((await params).id);
  if (id === null) return notFound();
  const { searchParams } = new URL(request.url);
  const sheet = Number(searchParams.get('sheet') ?? -1);
  const picture = await pictureFile(
    id,
    Number.isInteger(sheet) ? sheet : -1,
    searchParams.get('as') === 'received',
  );
  if (!picture.ok) return problemResponse(picture.problem);
  const { file } = picture.value;
  return new Response(Readable.toWeb(createReadStream(file)) as ReadableStream, {
    headers: {
      'content-type': 'application/octet-stream',
      'content-length': String(statSync(file).size),
      'cache-control': 'no-cache',
    },
  });
}
