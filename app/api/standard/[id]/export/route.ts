import { writeStandard } from '@/core/standard/standard';
import { edition } from '@/server/editions';
import { idOf, problemResponse } from '@/server/http';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const id = idOf((await params).id);
  const found = id === null ? null : edition(id);
  if (!found)
    return problemResponse({
      code: 'no-edition',
      message: 'There is no such edition.',
      action: 'Go back to the Standard place.',
    });
  const name = `${found.standard.name} ${found.label}.json`;
  return new Response(writeStandard(found.standard), {
    headers: {
      'content-type': 'application/json; charset=utf-8',
      'content-disposition': `attachment; filename="${name.replace(/[^\x20-\x7e]|["\\]/g, '_')}"; filename*=UTF-8''${encodeURIComponent(name)}`,
    },
  });
}
