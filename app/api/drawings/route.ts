import { listDrawings, takeIn } from '@/server/drawings';
import { storeStream } from '@/server/files';
import { foreign, problemResponse } from '@/server/http';

export const dynamic = 'force-dynamic';

export function GET(): Response {
  return Response.json({ drawings: listDrawings() });
}

/** Takes in one drawing: the body is the file, its name and sender are in the query. */
export async function POST(request: Request): Promise<Response> {
  const refused = foreign(request);
  if (refused) return refused;
  const { searchParams } = new URL(request.url);
  const name =
    (searchParams.get('name') ?? '')
      .replace(/[\\/\0]/g, ' ')
      .trim()
      .slice(0, 200) || 'Unnamed.dxf';
  if (!request.body)
    return problemResponse({
      code: 'empty',
      message: 'The file is empty.',
      action: 'Ask for the drawing again, or export it again as DXF.',
    });
  const length = request.headers.get('content-length');
  const stored = await storeStream(request.body, length === null ? null : Number(length));
  if (!stored.ok) return problemResponse(stored.problem);
  const id = takeIn(
    stored.value,
    name,
    (searchParams.get('sender') ?? '').slice(0, 120),
    (searchParams.get('project') ?? '').slice(0, 120),
  );
  return Response.json({ id }, { status: 201 });
}
