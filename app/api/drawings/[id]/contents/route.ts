import { readFileSync } from 'node:fs';
import { contentsFile } from '@/server/drawings';
import { idOf, notFound, problemResponse } from '@/server/http';

export async function GET(
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> {
  const id = idOf((await params).id);
  if (id === null) return notFound();
  const contents = await contentsFile(id, new URL(request.url).searchParams.get('as') === 'received');
  if (!contents.ok) return problemResponse(contents.problem);
  return new Response(readFileSync(contents.value.file), {
    headers: { 'content-type': 'application/json', 'cache-control': 'no-cache' },
  });
}
